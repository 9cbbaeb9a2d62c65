// SPDX-License-Identifier: GPL-3.0-or-later
// Columns seen over short spans of time: what they mean and by how much they change. Change of one thing against mean
// of another needs no smoothing and no derivative: the way driven is exactly the mean speed times the span.
#pragma once
#include "core/columns/column_values.h"

namespace hl {

struct Span {
    std::size_t from, middle, to; ///< rows of one stretch
};

/// Spans of about half a second, a few thousand of them, that overlap; longer where rows are far apart.
std::vector<Span> spansOf(const ColumnValues& values, const std::vector<double>& t);

using OverSpans = std::vector<double>; ///< one value a span

OverSpans meanOver(const std::vector<Span>& spans, const std::vector<double>& t, const std::vector<double>& y);
using SpanWeights = std::vector<double>; ///< of each row of each span but the last, span after span
/// The same for every column.
SpanWeights peakedWeights(const std::vector<Span>& spans, const std::vector<double>& t);
/// The mean that counts the middle of the span most: that by which the two halves of a chord turn against each other.
OverSpans peakedMeanOver(const std::vector<Span>& spans, const SpanWeights& weights, const std::vector<double>& y);
OverSpans changeOver(const std::vector<Span>& spans, const std::vector<double>& y);

} // namespace hl
