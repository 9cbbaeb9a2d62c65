// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/lap/sides_of_road.h"

#include <algorithm>

namespace hl {
namespace {

constexpr std::size_t kPlaces = 512;                // round the lap
constexpr double kFits = 0.5, kClearly = 0.15;      // of correlation
constexpr double kLineOffM = 120, kLeastLapM = 200; // m: a log's own line may stand elsewhere than the road's
constexpr double kBackM = 12;                       // m each way over which a road's bend is taken

std::vector<double> aroundLap(const std::vector<double>& s, const std::vector<double>& bend, double lengthM) {
    std::vector<double> out(kPlaces);
    for (std::size_t i = 0; i < kPlaces; ++i) out[i] = sampleAt(s, bend, num(i) * lengthM / num(kPlaces));
    return out;
}

std::vector<double> bendOf(const Track& road) {
    std::vector<double> bend(kPlaces);
    for (std::size_t i = 0; i < kPlaces; ++i) {
        const double at = num(i) * road.lengthM / num(kPlaces);
        bend[i] = angleDifference(frameAt(road, at + kBackM).headingRad, frameAt(road, at - kBackM).headingRad) /
                  (2 * kBackM);
    }
    return bend;
}

} // namespace

bool SidesFit::tells() const { return std::max(same, mirrored) > kFits && std::abs(same - mirrored) > kClearly; }
bool SidesFit::turned() const { return mirrored > same; }

SidesFit sidesOnRoad(const LapTrace& lap, const Track& road) {
    if (!lap.lap.complete || lap.curvature.empty() || !(lap.lengthM > kLeastLapM) || !(road.lengthM > kLeastLapM))
        return {};
    const auto driven = aroundLap(lap.s, lap.curvature, lap.lengthM), known = bendOf(road);
    double dd = 0, kk = 0;
    for (std::size_t i = 0; i < kPlaces; ++i) dd += driven[i] * driven[i], kk += known[i] * known[i];
    if (!(dd > 0 && kk > 0)) return {};
    const auto most = static_cast<std::ptrdiff_t>(kLineOffM / road.lengthM * num(kPlaces)) + 1;
    SidesFit fit{-1, -1};
    for (auto shift = -most; shift <= most; ++shift) {
        double dk = 0;
        for (std::size_t i = 0; i < kPlaces; ++i) {
            const auto at = (static_cast<std::ptrdiff_t>(i + kPlaces) + shift) % static_cast<std::ptrdiff_t>(kPlaces);
            dk += driven[i] * known[static_cast<std::size_t>(at)];
        }
        dk /= std::sqrt(dd * kk);
        fit.same = std::max(fit.same, dk), fit.mirrored = std::max(fit.mirrored, -dk);
    }
    return fit;
}

} // namespace hl
