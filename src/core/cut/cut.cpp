// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/cut.h"

#include <algorithm>
#include <array>

namespace hl {

std::string_view name(ShotKind k) {
    static constexpr std::array<std::string_view, 3> names = {"footage", "freeze", "card"};
    return names.at(static_cast<std::size_t>(k));
}
Pace paceOf(double rate) {
    if (rate <= 0) return Pace::Standing;
    if (rate < 0.35) return Pace::Quarter;
    return rate < 0.75 ? Pace::Half : Pace::Full;
}

FootageTime RoadClock::footage(double atM) const {
    return at<FootageTime>(std::clamp(sampleAt(metres, footageS, atM), 0.0, footageLengthS));
}
double RoadClock::metre(FootageTime t) const { return sampleAt(footageS, metres, seconds(t)); }

RoadClock roadClock(const LapTrace& trace, const ClockTie& tie, Seconds footageLength) {
    RoadClock c;
    c.metres = trace.s;
    for (const double t : trace.t) c.footageS.push_back(seconds(tie.footage(at<LogTime>(t))));
    c.footageLengthS = footageLength.count();
    return c;
}

Moment momentAt(const Cut& cut, GuideTime t) {
    const Section* section = nullptr;
    for (const auto& s : cut.sections)
        if (s.start <= t && !s.shots.empty()) section = &s;
    if (!section && !cut.sections.empty()) section = &cut.sections.front();
    if (!section || section->shots.empty()) return {};
    const auto next = std::upper_bound(section->shots.begin(), section->shots.end(), t,
                                       [](GuideTime a, const Shot& s) { return a < s.start; });
    const Shot& shot = next == section->shots.begin() ? *next : *(next - 1);
    const Seconds in = std::clamp(t - shot.start, Seconds(0), shot.end - shot.start);
    return {section, &shot, shot.rate > 0 ? std::min(shot.from + in * shot.rate, shot.to) : shot.from};
}

const Spoken* spokenAt(const Cut& cut, GuideTime t) {
    for (const auto& s : cut.sections)
        for (const auto& w : s.spoken)
            if (w.start <= t && t < w.end) return &w;
    return nullptr;
}

const Section* sectionOf(const Cut& cut, CornerId corner) {
    for (const auto& s : cut.sections)
        if (s.corner == corner) return &s;
    return nullptr;
}

} // namespace hl
