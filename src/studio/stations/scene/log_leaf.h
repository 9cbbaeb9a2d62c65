// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/stations/scene/leaf.h"

#include <QLabel>
#include <QListWidget>

namespace hl {

/// What was brought in, and what was guessed and mended in the log.
class LogLeaf : public Leaf {
    Q_OBJECT
  public:
    explicit LogLeaf(Desk& desk, QWidget* parent = nullptr);
    void refresh() override;

  private:
    QLabel* sources_;
    QListWidget* notes_;
    const CarLog* shownLog_ = nullptr; ///< whose notes the list shows
};

} // namespace hl
