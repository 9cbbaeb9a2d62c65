// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/compare/time_to_find.h"

#include <algorithm>

namespace hl {
namespace {

std::string mostOf(const PartTimes& lost) {
    const std::pair<double, const char*> parts[] = {{lost.entryS, "on the way in"},
                                                    {lost.middleS, "in the middle"},
                                                    {lost.exitS, "on the way out"},
                                                    {lost.straightS, "on the straight"}};
    return std::max_element(std::begin(parts), std::end(parts), [](auto& a, auto& b) { return a.first < b.first; })
        ->second;
}

} // namespace

std::optional<TimeToFind> timeToFind(const LapTrace& lap, const std::vector<LapTrace>& laps,
                                     const std::vector<CornerParts>& parts) {
    constexpr double kNothingS = 0.01, kWorthS = 0.02;
    constexpr std::size_t kMost = 3;
    if (laps.size() < 2 || parts.empty()) return std::nullopt;
    const auto ideal = idealLap(laps, parts);
    if (!(ideal.timeS > 0) || lap.lap.time.count() - ideal.timeS < kNothingS) return std::nullopt;
    const auto own = timesOf(lap, parts);
    TimeToFind found{ideal.timeS, {}};
    for (std::size_t i = 0; i < parts.size(); ++i) {
        const auto& best = laps[ideal.from[i]];
        const double lostS = pieceS(lap, parts, i) - pieceS(best, parts, i);
        if (lostS >= kWorthS) found.where.push_back({parts[i].corner, lostS, mostOf(own[i] - timesOf(best, parts)[i])});
    }
    std::sort(found.where.begin(), found.where.end(), [](auto& a, auto& b) { return a.s > b.s; });
    if (found.where.size() > kMost) found.where.resize(kMost);
    return found;
}

} // namespace hl
