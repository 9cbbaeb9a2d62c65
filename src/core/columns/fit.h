// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include <cstddef>
#include <vector>

namespace hl {

/// How one measured thing goes with another: other = slope * one + offset.
struct Fit {
    double slope = 0, offset = 0;
    double likeness = 0;    ///< correlation over the samples kept, less for those left out; 0..1
    double through = 0;     ///< slope of the line through nought: how many of the other one of the one makes
    double offsetShare = 0; ///< offset as a share of the other's mean size
};

/// Least squares, twice: what lies further out than four times the usual residual is left out the second time. Pairs
/// with NaN are skipped; fewer than twenty tell nothing.
Fit fitOf(const std::vector<double>& one, const std::vector<double>& other);

} // namespace hl
