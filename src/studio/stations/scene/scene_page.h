// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/document/desk.h"
#include "studio/stations/scene/conditions_strip.h"
#include "studio/stations/scene/leaf.h"

class QCheckBox;
class QComboBox;
class QPushButton;
class QSpinBox;
class QStackedWidget;

namespace hl {

/// Where a guide begins: what it is called, the day, and leaf by leaf the lap, the set-up, the films, the risk, the
/// log.
class ScenePage : public QWidget {
    Q_OBJECT
  public:
    explicit ScenePage(Desk& desk, QWidget* parent = nullptr);
    void showLeaf(int leaf); ///< 0: the lap, set-up, films, risk, 4: the log

  signals:
    void said(const QString& text, bool wrong);

  private:
    QWidget* buildNames();
    QWidget* buildFormat();
    QWidget* buildLeaves();
    void refresh();
    void takeNames();
    template <class Change> void edit(const QString& what, Change change);
    Desk& desk_;
    QLineEdit *title_, *channel_, *car_, *series_;
    QCheckBox *real_, *lapFirst_, *cards_;
    QComboBox* unit_;
    QSpinBox* frameRate_;
    ConditionsStrip* strip_;
    std::vector<QPushButton*> buttons_;
    std::vector<Leaf*> leaves_;
    QStackedWidget* pages_;
};

} // namespace hl
