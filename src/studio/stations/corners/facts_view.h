// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/playback/player.h"
#include "studio/stations/corners/fact_rows.h"

#include <QTableWidget>

namespace hl {

/// Every fact of the chosen corner with its uncertainty and its spread over the laps; a click or Enter goes to where it
/// comes from. With another lap beside, its figure too.
class FactsView : public QTableWidget {
    Q_OBJECT
  public:
    FactsView(Desk& desk, Player& player, QWidget* parent = nullptr);

  protected:
    void showEvent(QShowEvent* e) override;
    void resizeEvent(QResizeEvent* e) override;

  private:
    void refresh();
    void shareWidth();
    Desk& desk_;
    Player& player_;
    QList<FactRow> rows_;
};

} // namespace hl
