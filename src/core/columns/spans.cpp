// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/columns/spans.h"

#include "core/units/numbers.h"

#include <algorithm>

namespace hl {

std::vector<Span> spansOf(const ColumnValues& values, const std::vector<double>& t) {
    constexpr double kSpanS = 0.5, kShortestS = 1e-4, kLongestS = 4;
    constexpr std::size_t kMost = 3000;
    const auto every = std::max<std::size_t>(1, values.rows() / kMost);
    std::vector<Span> spans;
    for (std::size_t k = 0; k < values.stretches.size(); ++k) {
        const auto end = values.endOf(k);
        auto to = values.stretches[k];
        for (auto from = values.stretches[k]; from < end; from += every) {
            to = std::max(to, from + 2);
            while (to < end && t[to] - t[from] < kSpanS) ++to;
            if (to >= end) break;
            if (!(t[to] - t[from] > kShortestS) || t[to] - t[from] > kLongestS)
                continue; // a gap, or a clock that starts again
            auto middle = from + 1;
            while (middle + 1 < to && t[middle] - t[from] < (t[to] - t[from]) / 2) ++middle;
            spans.push_back({from, middle, to});
        }
    }
    return spans;
}

OverSpans meanOver(const std::vector<Span>& spans, const std::vector<double>& t, const std::vector<double>& y) {
    OverSpans out(spans.size());
    for (std::size_t k = 0; k < spans.size(); ++k) {
        double area = 0;
        for (auto i = spans[k].from; i < spans[k].to; ++i) area += (y[i] + y[i + 1]) / 2 * (t[i + 1] - t[i]);
        out[k] = area / (t[spans[k].to] - t[spans[k].from]);
    }
    return out;
}

SpanWeights peakedWeights(const std::vector<Span>& spans, const std::vector<double>& t) {
    SpanWeights w;
    for (const auto& s : spans) {
        const auto first = w.size();
        double sum = 0;
        for (auto i = s.from; i < s.to; ++i) {
            const double at = (t[i] + t[i + 1]) / 2;
            w.push_back((at < t[s.middle] ? (at - t[s.from]) / (t[s.middle] - t[s.from])
                                          : (t[s.to] - at) / (t[s.to] - t[s.middle])) *
                        (t[i + 1] - t[i]));
            sum += w.back();
        }
        for (auto i = first; i < w.size(); ++i) w[i] /= 2 * sum; // two values share each
    }
    return w;
}

OverSpans peakedMeanOver(const std::vector<Span>& spans, const SpanWeights& weights, const std::vector<double>& y) {
    OverSpans out(spans.size());
    const double* w = weights.data();
    for (std::size_t k = 0; k < spans.size(); ++k) {
        double mean = 0;
        for (auto i = spans[k].from; i < spans[k].to; ++i) mean += *w++ * (y[i] + y[i + 1]);
        out[k] = mean;
    }
    return out;
}

OverSpans changeOver(const std::vector<Span>& spans, const std::vector<double>& y) {
    OverSpans out(spans.size());
    for (std::size_t k = 0; k < spans.size(); ++k) out[k] = y[spans[k].to] - y[spans[k].from];
    return out;
}

} // namespace hl
