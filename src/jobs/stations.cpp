// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/stations.h"

#include <algorithm>

namespace hl {

std::vector<StationState> stationsOf(const Guide& g, const StationFacts& facts) {
    using S = StationState;
    const auto& corners = g.corners;
    const bool rated = std::none_of(corners.begin(), corners.end(), [&](auto& c) { return isUnrated(g, c); });
    const bool words = std::none_of(corners.begin(), corners.end(), isSilent);
    const bool marked = std::any_of(corners.begin(), corners.end(), [](auto& c) { return !c.markers.empty(); });
    return {!facts.filesHere ? S::Broken : (nothingSaid(g.scene.conditions) ? S::Hollow : S::Filled),
            g.sources.film().tie.sure() ? S::Filled : S::Broken,
            corners.empty() || !rated ? S::Hollow : S::Filled,
            g.sources.film().camera.assumed || !marked ? S::Hollow : S::Filled,
            facts.contradictions > 0 ? S::Broken : (words && !corners.empty() ? S::Filled : S::Hollow),
            facts.planned ? S::Filled : S::Hollow,
            facts.publishedAsItIs ? S::Filled : S::Hollow};
}

std::optional<StationId> mendedAt(const Finding& f) {
    if (f.beat) return std::nullopt;
    if (f.where == "scene") return StationId::Scene;
    if (f.where == "line-up") return StationId::LineUp;
    if (f.where == "outline") return StationId::Cut;
    return f.where.starts_with("marker") ? std::optional(StationId::Markers) : std::nullopt;
}

int contradictionsIn(const std::vector<Finding>& findings) {
    return static_cast<int>(std::count_if(findings.begin(), findings.end(), [](const Finding& f) {
        return f.severity == Severity::Wrong && !f.rule.starts_with("voice.") && f.rule != "take.lacking";
    }));
}

} // namespace hl
