// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/readings.h"

namespace hl {
namespace {
constexpr double kStripBackM = 110, kStripAheadM = 190, kStripStepM = 3;
}

InputStrip stripAt(const LapTrace& t, double nowM) {
    InputStrip s{nowM - kStripBackM, nowM + kStripAheadM, nowM, {}, {}, {}};
    for (double m = s.fromM; m <= s.toM; m += kStripStepM) {
        s.atM.push_back(m);
        if (!t.throttle.empty()) s.throttle.push_back(sampleAt(t.s, t.throttle, m));
        if (!t.brake.empty()) s.brake.push_back(sampleAt(t.s, t.brake, m));
    }
    return s;
}

Live liveAt(const LapTrace& t, LogTime when) {
    const double time = seconds(when);
    const auto read = [&](const std::vector<double>& channel) {
        return channel.empty() ? std::optional<double>() : sampleAt(t.t, channel, time);
    };
    Live l;
    l.speed = read(t.v), l.brake = read(t.brake), l.throttle = read(t.throttle);
    l.forward = read(t.ax), l.left = read(t.ay);
    if (!t.gear.empty()) l.gear = static_cast<int>(std::lround(t.gear[locate(t.t, time).i]));
    return l;
}

std::optional<ToGo> nextIn(const GuideCorner& c, const CornerFacts* facts, double nowM, double lapM) {
    const auto ahead = [&](double atM) { return std::remainder(atM - nowM, lapM); };
    const std::optional<double> brake =
        facts && facts->brakeOnsetM ? std::optional(facts->brakeOnsetM->value) : std::nullopt;
    const std::pair<const char*, std::optional<double>> events[] = {
        {"brake", brake}, {"turn in", c.turnInM}, {"apex", c.apexM}, {"exit", c.endM}};
    for (const auto& [what, at] : events)
        if (at && ahead(*at) >= 0) return ToGo{what, ahead(*at)};
    return std::nullopt;
}

std::optional<double> lapSeconds(const LapTrace& t, LogTime when) {
    const double since = (when - t.lap.start).count();
    return since >= 0 && since <= t.lap.time.count() ? std::optional(since) : std::nullopt;
}

std::optional<double> behind(const LapTrace& t, const LapTrace& other, LogTime when) {
    const auto own = lapSeconds(t, when);
    if (!own || other.s.size() < 2) return std::nullopt;
    const double atM = placeAt(t, when);
    if (atM < other.s.front() || atM > other.s.back()) return std::nullopt;
    return *own - (timeAt(other, atM) - other.lap.start).count();
}

} // namespace hl
