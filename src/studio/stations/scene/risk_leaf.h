// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/stations/scene/leaf.h"
#include "studio/stations/scene/risk_list.h"

#include <QLabel>

namespace hl {

/// What a real circuit asks for: consequence ratings, with what they mean and what comes before any guide.
class RiskLeaf : public Leaf {
    Q_OBJECT
  public:
    explicit RiskLeaf(Desk& desk, QWidget* parent = nullptr);
    void refresh() override;

  private:
    QLabel* words_;
    RiskList* list_;
};

} // namespace hl
