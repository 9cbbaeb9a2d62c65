// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/corner/light_braking.h"

#include <algorithm>

namespace hl {
namespace {

constexpr double kLeast = 0.02, kSurely = 0.12; // of the pedal
constexpr double kLetGo = 0.05;                 // pedals at rest read less

} // namespace

double lightestBraking(const LapTrace& t) {
    if (t.brake.empty()) return kSurely;
    // Most of a lap the pedal is left alone: what it reads in the lower two thirds of its samples is rest and noise.
    auto rest = t.brake;
    const auto upTo = rest.begin() + static_cast<std::ptrdiff_t>(rest.size() * 6 / 10);
    std::nth_element(rest.begin(), upTo, rest.end());
    const double middle = median(std::vector<double>(rest.begin(), upTo));
    std::vector<double> off;
    for (auto i = rest.begin(); i != upTo; ++i) off.push_back(std::abs(*i - middle));
    const double noise = off.empty() ? 0 : 1.4826 * median(off);
    return std::clamp(middle + 6 * noise + kLeast, kLeast, kSurely);
}

std::optional<double> coasting(const LapTrace& t) {
    if (t.throttle.empty() || t.brake.empty() || t.ax.empty()) return std::nullopt;
    std::vector<double> slowing;
    for (std::size_t i = 0; i < t.s.size(); ++i)
        if (t.throttle[i] < kLetGo && t.brake[i] < kLeast && t.v[i] > 8) slowing.push_back(t.ax[i]);
    return slowing.size() < 20 ? std::nullopt : std::optional(median(slowing));
}

bool slowsTheCar(const LapTrace& t, const Press& p, const LapWide& wide) {
    if (p.peak >= kSurely) return true;
    constexpr double kLongS = 0.2, kMoreMps2 = 0.2, kAnyhow = -1.0; // of a car whose coasting is not known
    const auto b = std::min(p.last + 1, t.t.size() - 1);
    if (p.peak < wide.lightestBraking || t.t[b] - t.t[p.first] < kLongS) return false;
    double slowing = 0, power = 0, n = 0;
    for (auto i = p.first; i <= b; ++i)
        slowing += t.ax.empty() ? 0 : t.ax[i], power += t.throttle.empty() ? 0 : t.throttle[i], ++n;
    if (power / n > 0.2) return false; // both feet at once settle the car
    return t.ax.empty() || slowing / n < wide.coasting.value_or(kAnyhow + kMoreMps2) - kMoreMps2;
}

std::vector<Lift> heldLevels(const LapTrace& t, double fromM, double toM) {
    constexpr double kStill = 0.04, kLongS = 0.33;
    const auto a = locate(t.s, fromM).i, b = std::min(locate(t.s, toM).i + 1, t.s.size());
    const auto brake = smoothed(t.t, t.brake, 0.02, a, b);
    std::vector<Lift> held;
    for (auto i = a; i < b; ++i) {
        if (brake[i] < kLetGo) continue;
        double lo = brake[i], hi = lo, sum = 0;
        auto k = i;
        for (; k < b; ++k) {
            const double low = std::min(lo, brake[k]), high = std::max(hi, brake[k]);
            if (high - low > kStill) break;
            lo = low, hi = high, sum += brake[k];
        }
        if (k > i && t.t[k - 1] - t.t[i] > kLongS) {
            held.push_back({t.s[i], t.s[k - 1], sum / num(k - i)});
            i = k;
        }
    }
    return held;
}

} // namespace hl
