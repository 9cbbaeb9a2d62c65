// SPDX-License-Identifier: GPL-3.0-or-later
// The laps of the log as bars: as long as they took, with what speaks for and against each.
#pragma once
#include "core/judge/lap_choice.h"

#include <QListWidget>

namespace hl {

class LapsList : public QListWidget {
    Q_OBJECT
  public:
    explicit LapsList(QWidget* parent = nullptr);
    void show(std::vector<LapReport> reports, int chosen);
    const std::vector<LapReport>& reports() const { return reports_; }
    const LapReport* proposed() const { return proposed_; }
    int chosenLap() const { return chosen_; }
    double longestS() const { return longestS_; }

  signals:
    void lapWanted(int number); ///< Return or a double click on one that is not the guide's

  protected:
    void keyPressEvent(QKeyEvent* e) override;

  private:
    void take(int row);
    std::vector<LapReport> reports_;
    const LapReport* proposed_ = nullptr;
    int chosen_ = 0;
    double longestS_ = 1;
};

} // namespace hl
