// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/document/desk.h"

#include <QComboBox>
#include <QWidget>

namespace hl {

/// What the thing under a mark is, how long it lasts, in which light it is seen, and for what it is looked at.
class ThingFields : public QWidget {
    Q_OBJECT
  public:
    explicit ThingFields(Desk& desk, QWidget* parent = nullptr);
    void show(CornerId corner, ReferenceId thing); ///< 0: hidden

  private:
    void takeThing();
    void takeUse();
    Desk& desk_;
    CornerId corner_;
    ReferenceId thing_;
    QComboBox *kind_, *lasts_, *light_, *use_;
};

} // namespace hl
