// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/stations/corners/corner_head.h"

#include <QButtonGroup>
#include <QStackedWidget>

namespace hl {

class CornerSheet;

/// The corner station's desk: the head of the corner and under it the sheet, every fact, or the whole lap.
class CornerPage : public QWidget {
    Q_OBJECT
  public:
    CornerPage(Desk& desk, Player& player, QWidget* parent = nullptr);
    CornerHead& head() { return *head_; }
    void showView(int view); ///< 0 sheet, 1 facts, 2 whole lap
    void nextView() { showView((views_->currentIndex() + 1) % views_->count()); }
    void chooseBeside(); ///< opens the menu of laps

  private:
    void fillBeside();
    void fillDays();
    void tellDay();
    Desk& desk_;
    CornerHead* head_;
    QStackedWidget* views_;
    QButtonGroup* switch_;
    CornerSheet* sheet_;
    QPushButton *dayButton_, *besideButton_;
    QMenu *dayMenu_, *besideMenu_;
};

} // namespace hl
