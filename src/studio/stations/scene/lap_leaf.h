// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/check/check.h"
#include "studio/stations/scene/laps_list.h"
#include "studio/stations/scene/leaf.h"

#include <QLabel>
#include <QProgressBar>
#include <QTimer>

namespace hl {

/// Which lap the guide explains, what speaks for it, and what no longer fits when it is another one.
class LapLeaf : public Leaf {
    Q_OBJECT
  public:
    explicit LapLeaf(Desk& desk, QWidget* parent = nullptr);
    void refresh() override;
    void explain(int lap);
    const std::vector<Finding>& misfits() const { return misfits_; } ///< of the last change of the lap

  protected:
    void showEvent(QShowEvent* e) override;

  private:
    void lookAtLaps();
    void showMisfits();
    LapsList* laps_;
    QLabel *lapWords_, *misfitWords_;
    QListWidget* misfitList_;
    QProgressBar* busy_;
    QTimer later_;
    std::vector<Finding> misfits_;
    int reportedLap_ = -1; ///< the guide's lap when the laps were looked at last
    const void* reportedLog_ = nullptr;
};

} // namespace hl
