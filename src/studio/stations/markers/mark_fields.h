// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/stations/markers/thing_fields.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDoubleSpinBox>
#include <QLineEdit>
#include <QWidget>

namespace hl {

/// One mark's words, metres, way, conditions and passes.
class MarkFields : public QWidget {
    Q_OBJECT
  public:
    explicit MarkFields(Desk& desk, QWidget* parent = nullptr);
    void show(MarkerId mark); ///< 0: none

  signals:
    void removeWanted();

  private:
    void take();
    Desk& desk_;
    MarkerId mark_;
    QLineEdit* words_;
    QDoubleSpinBox *from_, *to_;
    QComboBox *way_, *variant_;
    QCheckBox *walk_, *run_, *lap_;
    ThingFields* thing_;
    bool filling_ = false;
};

} // namespace hl
