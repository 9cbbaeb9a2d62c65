// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/stations/scene/leaf.h"
#include "studio/stations/scene/setup_table.h"

#include <QPushButton>

class QCheckBox;

namespace hl {

/// The set-up sheet: written on, read, written to a file, held against another one.
class SetupLeaf : public Leaf {
    Q_OBJECT
  public:
    explicit SetupLeaf(Desk& desk, QWidget* parent = nullptr);
    void refresh() override;
    void readFrom(const QString& path);
    void writeTo(const QString& path);
    void compareWith(const QString& path); ///< a sheet or a guide's folder; empty: with none

  private:
    SetupTable* setup_;
    QCheckBox* walk_;
    QPushButton* compare_;
};

} // namespace hl
