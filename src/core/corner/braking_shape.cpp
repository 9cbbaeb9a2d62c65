// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/corner/braking_shape.h"

#include <algorithm>

namespace hl {
namespace {

constexpr double kDabS = 0.5, kSoftDabS = 0.8; // shorter is a dab; a soft one may last a little longer
constexpr double kSoftPeak = 0.35;             // of the pedal; softer and long is a drag
constexpr double kDip = 0.18;                  // of the pedal, between two stages
constexpr double kQuickS = 0.35;               // to nine tenths of the peak: a stamp
constexpr double kBleedShare = 0.4;            // of the time spent letting it off

struct Press01 {
    std::size_t a, b; ///< samples
    std::size_t up;   ///< first at nine tenths of the peak
    std::size_t down; ///< last at eight tenths
    double peak;
};

/// The pedal goes down, comes back by more than a dip, and goes down again.
bool twoStages(const std::vector<double>& brake, const Press01& p) {
    double high = 0, low = 1;
    for (auto i = p.a; i < p.b; ++i) {
        if (brake[i] > high && low > high - kDip) high = brake[i], low = high;
        low = std::min(low, brake[i]);
        if (high > kDip && low <= high - kDip && brake[i] > low + kDip) return true;
    }
    return false;
}

std::string nameOf(const LapTrace& t, const std::vector<double>& brake, const Press01& p) {
    const double lasts = t.t[p.b] - t.t[p.a];
    if (lasts < kDabS || (p.peak < 0.5 && lasts < kSoftDabS)) return "dab";
    if (twoStages(brake, p)) return "two-stage";
    if (p.peak < kSoftPeak) return "drag";
    const double rise = t.t[p.up] - t.t[p.a], bleed = t.t[p.b] - t.t[p.down];
    return rise < kQuickS && bleed > kBleedShare * lasts ? "stamp and bleed" : "even";
}

} // namespace

void measureShape(const LapTrace& t, const Corner& c, const Press& press, CornerFacts& f) {
    Press01 p{locate(t.s, press.onsetM).i, std::min(locate(t.s, press.releaseM).i + 1, t.s.size() - 1), 0, 0, 0};
    if (p.b <= p.a) return;
    const auto brake = smoothed(t.t, t.brake, 0.02, p.a, p.b + 1), slowing = smoothed(t.t, t.ax, 0.06, p.a, p.b + 1);
    for (auto i = p.a; i <= p.b; ++i) p.peak = std::max(p.peak, brake[i]);
    p.up = p.a, p.down = p.b;
    while (p.up < p.b && brake[p.up] < 0.9 * p.peak) ++p.up;
    while (p.down > p.up && brake[p.down] < 0.8 * p.peak) --p.down;
    f.brakeShape = nameOf(t, brake, p);
    const double step = t.t[p.a + 1 < t.t.size() ? p.a + 1 : p.a] - t.t[p.a];
    f.brakeToPeakS = Measured{t.t[p.up] - t.t[p.a], step + 0.03};
    auto half = p.b;
    while (half > p.up && brake[half] < 0.5 * p.peak) --half;
    f.brakeHalfM = Measured{t.s[half], press.releaseUncertaintyM + 1};
    double most = 0;
    for (auto i = p.a; i <= p.b; ++i) most = std::max(most, -slowing[i]);
    f.deceleration = Measured{most, 0.3};
    const double length = press.releaseM - press.onsetM;
    if (length > 1)
        f.trailShare = Measured{std::clamp((press.releaseM - std::max(c.turnInM, press.onsetM)) / length, 0.0, 1.0),
                                std::min(1.0, 4 / length)};
}

} // namespace hl
