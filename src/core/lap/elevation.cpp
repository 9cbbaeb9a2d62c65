// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/lap/elevation.h"

#include <algorithm>
#include <map>

namespace hl {
namespace {

constexpr double kStepM = 10, kFarM = 40; // along the road; beside it
constexpr double kAgreeM = 1;

/// Heights by the piece of road they belong to, one value a pass.
struct Pass {
    std::map<std::size_t, double> heights;
};

std::vector<Pass> passesOver(const Track& road, const CarLog& log, std::size_t pieces) {
    const auto& x = log[Channel::X];
    const auto& y = log[Channel::Y];
    const auto& z = log[Channel::Z];
    std::vector<Pass> passes(1);
    double near = kNaN, lastM = kNaN;
    std::map<std::size_t, std::pair<double, int>> sums;
    const auto close = [&] {
        for (const auto& [piece, sum] : sums) passes.back().heights[piece] = sum.first / sum.second;
        sums.clear();
        passes.emplace_back();
    };
    for (std::size_t i = 0; i < x.size(); ++i) {
        if (!std::isfinite(x[i]) || !std::isfinite(y[i]) || !std::isfinite(z[i])) continue;
        const auto place = placeOf(road, {x[i], y[i]}, near);
        near = std::abs(place.lateralM) < kFarM ? place.atM : kNaN;
        if (std::isnan(near)) continue;
        if (place.atM < lastM - road.lengthM / 2) close(); // over the line
        lastM = place.atM;
        auto& sum = sums[std::min(pieces - 1, static_cast<std::size_t>(place.atM / kStepM))];
        sum.first += z[i], ++sum.second;
    }
    close();
    std::erase_if(passes, [&](const Pass& p) { return 2 * p.heights.size() < pieces; });
    return passes;
}

/// The median height of each piece, every pass brought to the first one's level; NaN where nobody drove.
std::vector<double> together(std::vector<Pass>& passes, std::size_t pieces) {
    for (auto& p : passes) {
        std::vector<double> off;
        for (const auto& [piece, h] : p.heights)
            if (const auto first = passes.front().heights.find(piece); first != passes.front().heights.end())
                off.push_back(h - first->second);
        const double level = off.empty() ? 0 : median(off);
        for (auto& [piece, h] : p.heights) h -= level;
    }
    std::vector<double> out(pieces, kNaN);
    for (std::size_t i = 0; i < pieces; ++i) {
        std::vector<double> at;
        for (const auto& p : passes)
            if (const auto h = p.heights.find(i); h != p.heights.end()) at.push_back(h->second);
        if (!at.empty()) out[i] = median(at);
    }
    return out;
}

/// Smoothed around the whole road.
std::vector<double> calm(const std::vector<double>& heights, double sigmaM) {
    const auto n = heights.size();
    std::vector<double> axis, all;
    for (std::size_t turn = 0; turn < 3; ++turn)
        for (std::size_t i = 0; i < n; ++i) axis.push_back(kStepM * num(turn * n + i)), all.push_back(heights[i]);
    const auto smooth = smoothed(axis, all, sigmaM);
    return {smooth.begin() + static_cast<std::ptrdiff_t>(n), smooth.begin() + static_cast<std::ptrdiff_t>(2 * n)};
}

} // namespace

void fillElevation(Track& road, const CarLog& log) {
    if (!log.has(Channel::Z) || !log.hasPosition() || road.z.size() < 4 || road.lengthM < 10 * kStepM) return;
    const auto [low, high] = std::minmax_element(road.z.begin(), road.z.end());
    constexpr double kFlatM = 1e-3;
    if (*high - *low > kFlatM) return;
    const auto pieces = static_cast<std::size_t>(road.lengthM / kStepM);
    auto passes = passesOver(road, log, pieces);
    if (passes.empty()) return;
    const auto rough = together(passes, pieces);
    // One pass alone is smoothed so far that a receiver's wandering makes no hills.
    const auto heights = calm(rough, passes.size() > 1 ? 25 : 50);
    std::vector<double> off;
    for (const auto& p : passes)
        for (const auto& [piece, h] : p.heights) off.push_back(std::abs(h - heights[piece]));
    if (median(off) > kAgreeM || std::any_of(heights.begin(), heights.end(), [](double h) { return std::isnan(h); }))
        return;
    for (std::size_t i = 0; i < road.s.size(); ++i) {
        const double at = wrapped(road.s[i] / kStepM - 0.5, num(pieces));
        const auto a = static_cast<std::size_t>(at) % pieces;
        road.z[i] = lerp(heights[a], heights[(a + 1) % pieces], at - std::floor(at));
    }
}

} // namespace hl
