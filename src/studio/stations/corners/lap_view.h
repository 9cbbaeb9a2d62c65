// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/playback/player.h"

#include <QLabel>
#include <QTableWidget>

namespace hl {

/// The whole lap by what can be found in it: corners in the order of the time lost, against the lap beside or else the
/// best of this log's laps in each. A click or Enter goes to the corner.
class LapView : public QWidget {
    Q_OBJECT
  public:
    LapView(Desk& desk, Player& player, QWidget* parent = nullptr);

  protected:
    void showEvent(QShowEvent* e) override;
    void resizeEvent(QResizeEvent* e) override;

  private:
    void refresh();
    void go(int row);
    void shareWidth();
    Desk& desk_;
    Player& player_;
    QLabel* against_;
    QTableWidget* table_;
    QLabel* findings_;
    QList<CornerId> corners_;
};

} // namespace hl
