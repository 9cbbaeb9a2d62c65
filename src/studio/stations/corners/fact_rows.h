// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/corner/spread.h"
#include "core/guide/guide.h"
#include "core/units/speed_unit.h"

#include <QList>
#include <QString>

namespace hl {

/// One measured thing of a corner, told for people. Decimals follow the uncertainty.
struct FactRow {
    QString group, what, here, within, overLaps; ///< `within`: the half-width that holds in 95 % of cases
    double atM = 0, toM = 0;                     ///< the stretch of the lap it comes from
};

QList<FactRow> factRows(const GuideCorner& corner, const CornerFacts& facts, const std::vector<CornerFacts>& overLaps,
                        SpeedUnit unit);

/// A number with the decimals that its uncertainty allows: 836.2 within 0.3, 836 within 2.
QString numberText(double value, double within);

} // namespace hl
