// SPDX-License-Identifier: GPL-3.0-or-later
// The places of the work below the line; the picture and the ribbon stay where they are.
#pragma once
#include "studio/player.h"

#include <QLineEdit>
#include <QProgressBar>
#include <QPushButton>
#include <stop_token>

class QLabel;
class QCheckBox;
class QComboBox;
class QSpinBox;
class QListWidget;

namespace hl {

/// What was brought in, the conditions, the lap chosen.
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
    QCheckBox* real_;
    QComboBox* unit_;
    const CarLog* shownLog_ = nullptr; ///< whose notes the list shows
};

/// Render and publish, with progress, cancel and a way to look at the result.
class PublishPage : public QWidget {
    Q_OBJECT
  public:
    explicit PublishPage(Desk& desk, QWidget* parent = nullptr);
    bool busy() const { return busy_; }
    void cancel();
  signals:
    void published(const QString& folder);
    void failed(const QString& sentence);

  private:
    void refresh();
    void start(bool publish);
    void finish(bool good, const QString& text);
    Desk& desk_;
    QLabel *summary_, *verdict_, *state_;
    QListWidget* findings_;
    QLineEdit* folder_;
    QSpinBox *from_, *to_;
    QPushButton *render_, *publish_, *cancel_, *open_;
    QProgressBar* bar_;
    std::stop_source stop_;
    QString result_;
    bool busy_ = false;
};

} // namespace hl
