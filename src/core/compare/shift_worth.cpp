// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/compare/shift_worth.h"

#include <algorithm>
#include <map>

namespace hl {
namespace {

constexpr double kBin = 2;         // m/s
constexpr std::size_t kFewest = 8; // samples that make a bin
constexpr std::size_t kShifts = 2; // fewer are no habit
constexpr double kSettleS = 0.25;  // after a shift the clutch and the cut of the ignition still show
constexpr double kStraight = 4;    // m/s^2 of lateral acceleration

struct Gear {
    std::map<int, std::vector<double>> bins;
    std::map<int, double> pull; ///< bin to m/s^2
};

void settle(Gear& g) {
    for (auto& [bin, values] : g.bins)
        if (values.size() >= kFewest) g.pull[bin] = median(values);
}

/// Samples at full power, in one gear for a while on both sides of them.
void collect(const LapTrace& t, std::map<int, Gear>& gears, std::map<int, std::vector<double>>& shifts) {
    const auto ax = smoothed(t.t, t.ax, 0.04);
    double since = -1e9;
    for (std::size_t i = 1; i < t.s.size(); ++i) {
        const auto gear = static_cast<int>(std::lround(t.gear[i])),
                   before = static_cast<int>(std::lround(t.gear[i - 1]));
        if (gear == before + 1 && before > 0 && t.throttle[i - 1] > 0.95) shifts[before].push_back(t.v[i]);
        if (gear != before) since = t.t[i];
        std::size_t ahead = i; // a sample just before a shift is already under it
        while (ahead < t.s.size() && t.t[ahead] - t.t[i] < 0.08) ++ahead;
        const bool held = ahead < t.s.size() && std::lround(t.gear[ahead]) == gear && t.t[i] - since > kSettleS;
        const bool straight = t.curvature.empty() || std::abs(t.curvature[i]) * t.v[i] * t.v[i] < kStraight;
        if (gear > 0 && held && straight && t.throttle[i] > 0.97)
            gears[gear].bins[static_cast<int>(t.v[i] / kBin)].push_back(ax[i]);
    }
}

} // namespace

std::vector<ShiftWorth> shiftWorths(const std::vector<LapTrace>& laps) {
    std::map<int, Gear> gears;
    std::map<int, std::vector<double>> shifts;
    for (const auto& t : laps)
        if (!t.gear.empty() && !t.throttle.empty()) collect(t, gears, shifts);
    for (auto& [number, g] : gears) settle(g);
    std::vector<ShiftWorth> out;
    for (const auto& [from, speeds] : shifts) {
        if (speeds.size() < kShifts || !gears.contains(from) || !gears.contains(from + 1)) continue;
        const auto &low = gears[from].pull, &high = gears[from + 1].pull;
        if (low.empty() || high.empty()) continue;
        int best = low.rbegin()->first; // as far as the gear was seen
        for (const auto& [bin, pull] : low)
            if (const auto other = high.find(bin); other != high.end() && other->second >= pull) {
                best = bin;
                break;
            }
        ShiftWorth w{from, from + 1, median(speeds), (best + 0.5) * kBin, 0, speeds.size()};
        const double a = std::min(w.usualSpeed, w.bestSpeed), b = std::max(w.usualSpeed, w.bestSpeed);
        for (const auto& [bin, pull] : low) {
            const auto other = high.find(bin);
            const double part = std::min(b, (bin + 1) * kBin) - std::max(a, bin * kBin);
            if (other == high.end() || part <= 0 || pull < 0.3 || other->second < 0.3) continue;
            w.gainS +=
                part * (w.usualSpeed < w.bestSpeed ? 1 / other->second - 1 / pull : 1 / pull - 1 / other->second);
        }
        w.gainS = b - a < kBin ? 0 : std::max(0.0, w.gainS); // nearer than the bins can tell
        out.push_back(w);
    }
    return out;
}

} // namespace hl
