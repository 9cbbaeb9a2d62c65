// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/key_corners.h"

#include <algorithm>

namespace hl {

std::vector<CornerId> keyCorners(const Guide& g, const RoadClock& clock) {
    constexpr std::size_t kMost = 4;
    std::vector<CornerId> said;
    for (const auto& c : g.corners)
        if (c.key) said.push_back(c.id);
    if (!said.empty() || g.corners.empty()) return said;
    struct Worth {
        std::size_t corner;
        double straightS;
    };
    std::vector<Worth> worth;
    for (std::size_t i = 0; i < g.corners.size(); ++i) {
        const auto& c = g.corners[i];
        if (c.flat) continue;
        const double next = i + 1 < g.corners.size()
                                ? g.corners[i + 1].turnInM
                                : std::max(c.endM, clock.metres.empty() ? c.endM : clock.metres.back());
        worth.push_back({i, seconds(clock.footage(next)) - seconds(clock.footage(c.apexM))});
    }
    std::stable_sort(worth.begin(), worth.end(), [](auto& a, auto& b) { return a.straightS > b.straightS; });
    worth.resize(std::min({kMost, worth.size(), std::max<std::size_t>(1, g.corners.size() / 2)}));
    std::sort(worth.begin(), worth.end(), [](auto& a, auto& b) { return a.corner < b.corner; });
    for (const auto& w : worth) said.push_back(g.corners[w.corner].id);
    return said;
}

} // namespace hl
