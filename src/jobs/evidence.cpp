// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/evidence.h"

#include "core/units/numbers.h"
#include "media/picture_motion.h"
#include "media/sound.h"

namespace hl {

Evidence soundEvidence(const Session& m) {
    constexpr double kHop = 0.02; // s, a row of the picture
    Evidence e;
    if (m.videoInfo.hasSound)
        if (const auto sound = readSound(m.video, 8000)) e.notes = noteMap(*sound, kHop);
    e.turning = turningOf(*m.log);
    return e;
}

Result<PictureMotion> motionEvidence(const Session& m, const Progress& progress) {
    return readMotion(m.video, [&](double share) {
        progress.report(share, "watching how the picture turns");
        return !progress.cancelled();
    });
}

namespace {

constexpr double kSamePlaceS = 1; // a tie that was moved by some frames lies still there

std::vector<FilmMoment> turnInsAt(const Guide& g, const Session& m, const ClockTie& tie, int lapNumber,
                                  std::size_t most) {
    std::vector<FilmMoment> out;
    const auto lap = numbered(m.laps, lapNumber);
    const auto other = lap && lapNumber != m.lap ? traceOf(*m.log, m.laps, *lap, m.trackOrNull()) : m.trace;
    const std::size_t n = g.corners.size();
    for (std::size_t k = 0; k < std::min(most, n); ++k) {
        const auto& c = g.corners[k * n / std::min(most, n)];
        FilmMoment moment{"turn-in " + std::to_string(c.number), kNaN};
        if (lap && other) {
            const double s = seconds(tie.footage(timeAt(*other, c.turnInM)));
            if (s >= 0 && s <= m.videoInfo.length.count()) moment.filmS = s;
        }
        out.push_back(std::move(moment));
    }
    return out;
}

} // namespace

std::vector<PlaceMoments> placeMoments(const Guide& g, const Session& m, std::size_t most) {
    const auto& tie = g.sources.film().tie;
    std::vector<PlaceMoments> out;
    bool any = false;
    for (const auto& p : tie.places) {
        auto there = tie;
        PlaceMoments row{p, false, {}};
        if (!any && std::abs(p.offsetS - tie.offsetS) < kSamePlaceS) {
            row.present = any = true;
            row.place.offsetS = tie.offsetS;
            if (row.place.lap < 0) row.place.lap = g.sources.lap;
        }
        there.offsetS = row.place.offsetS;
        row.moments = turnInsAt(g, m, there, row.place.lap, most);
        out.push_back(std::move(row));
    }
    if (!any)
        out.insert(out.begin(), {{tie.offsetS, tie.places.empty() ? 1 : tie.places.front().likeness, g.sources.lap},
                                 true,
                                 turnInsAt(g, m, tie, g.sources.lap, most)});
    return out;
}

} // namespace hl
