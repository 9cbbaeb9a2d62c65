// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/document/desk.h"

#include <QWidget>

class QLabel;
class QCheckBox;
class QComboBox;
class QLineEdit;
class QListWidget;
class QSpinBox;

namespace hl {

/// What was brought in, the conditions, the lap chosen, and the guide's format.
class ScenePage : public QWidget {
    Q_OBJECT
  public:
    explicit ScenePage(Desk& desk, QWidget* parent = nullptr);
  signals:
    void newGuideWanted();
    void openWanted();

  private:
    void refresh();
    void take();
    Desk& desk_;
    QLineEdit *title_, *channel_, *car_, *series_, *conditions_;
    QLabel *sources_, *lap_;
    QListWidget* notes_;
    QCheckBox *real_, *lapFirst_;
    QComboBox* unit_;
    QSpinBox* frameRate_;
    const CarLog* shownLog_ = nullptr; ///< whose notes the list shows
};

} // namespace hl
