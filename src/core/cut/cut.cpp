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
    if (rate < 0.65) return Pace::Half;
    return rate < 0.9 ? Pace::ThreeQuarters : Pace::Full;
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
    Moment now{section, &shot, shot.rate > 0 ? std::min(shot.from + in * shot.rate, shot.to) : shot.from,
               shot.rate < 1};
    // The rate goes over from one to the other in a straight line, half before the cut and half after it.
    const auto i = static_cast<std::size_t>(&shot - section->shots.data());
    const auto eased = [&](const Shot& a, const Shot& b) {
        if (a.kind == ShotKind::Card || b.kind == ShotKind::Card || std::abs((b.from - a.to).count()) > 1e-6) return;
        const double half = std::min({kRampS / 2, (a.end - a.start).count() / 2, (b.end - b.start).count() / 2}),
                     from = (t - b.start).count();
        if (std::abs(from) >= half) return;
        now.footage = b.from + Seconds(a.rate * from + (b.rate - a.rate) / (4 * half) * (from + half) * (from + half));
        now.slowed = true;
    };
    if (i > 0) eased(section->shots[i - 1], shot);
    if (i + 1 < section->shots.size()) eased(shot, section->shots[i + 1]);
    return now;
}

const Spoken* spokenAt(const Cut& cut, GuideTime t) {
    for (const auto& s : cut.sections)
        for (const auto& w : s.spoken)
            if (w.start <= t && t < w.end) return &w;
    return nullptr;
}

const Section* sectionOf(const Cut& cut, CornerId corner) {
    for (const auto& s : cut.sections)
        if (shows(s, corner)) return &s;
    return nullptr;
}

bool shows(const Section& s, CornerId corner) {
    return s.corner == corner || std::find(s.also.begin(), s.also.end(), corner) != s.also.end();
}

const GuideCorner* cornerAt(const Guide& g, const Section& s, double atM, const Spoken* spoken) {
    if (s.also.empty()) return cornerWith(g, s.corner);
    if (spoken && spoken->corner) return cornerWith(g, spoken->corner);
    const auto* now = cornerWith(g, s.corner);
    for (const auto id : s.also)
        if (const auto* c = cornerWith(g, id); c && c->startM <= atM) now = c;
    return now;
}

PaceOver paceOver(const Section& s, const Spoken& w) {
    PaceOver p;
    for (const auto& x : s.shots) {
        const double over = (std::min(x.end, w.end) - std::max(x.start, w.start)).count();
        if (over <= 1e-6) continue;
        if (x.rate <= 0)
            p.standsS += over;
        else
            p.slowest = std::min(p.slowest, x.rate);
    }
    return p;
}

} // namespace hl
