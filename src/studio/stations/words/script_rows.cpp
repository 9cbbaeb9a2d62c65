// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/words/script_rows.h"

#include <algorithm>

namespace hl {

std::vector<ScriptRow> scriptRows(const Guide& g) {
    std::vector<ScriptRow> rows;
    const auto section = [&](SectionKind kind) {
        rows.push_back({ScriptRow::Kind::Section, kind, {}, Pass::Walk, {}});
        if (const auto* words = wordsOf(g, kind))
            for (const auto& b : words->beats) rows.push_back({ScriptRow::Kind::Beat, kind, {}, Pass::Walk, b.id});
    };
    section(SectionKind::Card), section(SectionKind::Conditions);
    for (const auto& c : g.corners) {
        rows.push_back({ScriptRow::Kind::Corner, SectionKind::WalkThrough, c.id, Pass::Walk, {}});
        for (const auto pass : kPasses) {
            const bool any =
                std::any_of(c.beats.begin(), c.beats.end(), [pass](const Beat& b) { return b.pass == pass; });
            if (any && pass != Pass::Walk) rows.push_back({ScriptRow::Kind::Pass, sectionOf(pass), c.id, pass, {}});
            for (const auto& b : c.beats)
                if (b.pass == pass) rows.push_back({ScriptRow::Kind::Beat, sectionOf(pass), c.id, pass, b.id});
        }
    }
    for (const auto& l : g.furtherLaps) {
        rows.push_back({ScriptRow::Kind::Section, SectionKind::OtherLap, {}, Pass::Walk, {}, l.lap});
        for (const auto& b : l.beats)
            rows.push_back({ScriptRow::Kind::Beat, SectionKind::OtherLap, {}, Pass::Walk, b.id, l.lap});
    }
    section(SectionKind::Close);
    return rows;
}

std::map<BeatId, BeatTiming> timingsOf(const Cut& cut) {
    std::map<BeatId, BeatTiming> all;
    for (const auto& s : cut.sections) {
        for (const auto& w : s.spoken) {
            if (w.cue()) continue;
            auto& t = all[w.beat()];
            t.spokenS = (w.end - w.start).count(), t.startS = seconds(w.start);
            for (const auto& x : s.shots) {
                const double over = (std::min(x.end, w.end) - std::max(x.start, w.start)).count();
                if (x.kind == ShotKind::Card || over <= 0) continue;
                switch (paceOf(x.rate)) {
                case Pace::Full:
                case Pace::ThreeQuarters: t.fullS += over; break;
                case Pace::Half: t.halfS += over; break;
                case Pace::Quarter: t.quarterS += over; break;
                case Pace::Standing: t.standsS += over; break;
                }
            }
        }
    }
    return all;
}

} // namespace hl
