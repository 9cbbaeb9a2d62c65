// SPDX-License-Identifier: GPL-3.0-or-later
// The line a tidy driver takes: the path of least bending inside the edges.
#pragma once
#include "standins/circuit.h"

namespace hl::standin {

struct DrivenLine {
    double step = 2;               ///< m of centre line between samples
    std::vector<double> lateral;   ///< m left of the centre line
    std::vector<double> curvature; ///< 1/m of the driven path, left positive
    std::vector<double> stretch;   ///< path metres per centre-line metre
};

DrivenLine racingLine(const Circuit& c, double margin);
double lineAt(const std::vector<double>& column, const DrivenLine& line, const Circuit& c, double s);

} // namespace hl::standin
