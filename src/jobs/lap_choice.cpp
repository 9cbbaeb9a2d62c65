// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/lap_choice.h"

#include "core/check/held_draft.h"
#include "core/guide/scene_edits.h"
#include "core/words/draft.h"
#include "core/words/redraft.h"

#include <algorithm>

namespace hl {
namespace {

/// A guide that holds nothing but what a draft is written from.
Guide blankOf(const Guide& g) {
    Guide blank;
    blank.scene = g.scene, blank.school = g.school;
    return blank;
}

Guide draftOf(const Guide& g, const Session& s) {
    return heldDraft(blankOf(g),
                     {s.trace, s.measured.corners, s.measured.facts, s.trackOrNull(), s.measured.sidesKnown});
}

std::vector<Corner> cornersFound(const Session& s) {
    auto found = findCorners(s.trace, s.trackOrNull(), *s.goodLaps);
    return found ? std::move(*found) : std::vector<Corner>{};
}

/// Markers and beats that lie in no part of their corner any more.
std::vector<Finding> outsideTheirCorner(const Guide& g) {
    constexpr double kSlackM = 60; // a braking post may stand a little before where the corner begins
    std::vector<Finding> found;
    for (const auto& c : g.corners) {
        const auto outside = [&](double atM) { return atM < c.startM - kSlackM || atM > c.endM + kSlackM; };
        for (const auto& b : c.beats)
            if (outside(b.atM))
                found.push_back({"lap.place", Severity::Warn, c.id, b.id, "words",
                                 title(c) + ": \"" + b.words.substr(0, 40) + "\" stands at " +
                                     std::to_string(std::lround(b.atM)) + " m, outside the corner",
                                 "", ""});
        for (const auto& m : c.markers)
            if (const auto at = roadPlace(g, m.at); at && outside(at->atM))
                found.push_back({"lap.place",
                                 Severity::Warn,
                                 c.id,
                                 {},
                                 "markers",
                                 title(c) + ": the mark \"" + m.label + "\" stands outside the corner",
                                 "",
                                 ""});
    }
    return found;
}

bool isIn(const std::vector<Finding>& all, const Finding& f) {
    return std::any_of(all.begin(), all.end(),
                       [&](const Finding& o) { return o.rule == f.rule && o.beat == f.beat && o.claim == f.claim; });
}

std::vector<Finding> misfitsOf(const Guide& before, const Session& old, const Guide& now, const Session& s) {
    std::vector<Finding> misfits;
    const auto known = checkGuide(before, old.measured, wholeLap(old.trace));
    for (auto& f : checkGuide(now, s.measured, wholeLap(s.trace)))
        if (f.severity == Severity::Wrong && !isIn(known, f)) misfits.push_back(std::move(f));
    for (auto& f : outsideTheirCorner(now)) misfits.push_back(std::move(f));
    const auto clock = clockOf(now, s);
    std::size_t unseen = 0;
    for (const auto& c : now.corners) {
        const double from = seconds(clock.footage(c.startM)), to = seconds(clock.footage(c.endM));
        unseen += to - from < 0.2;
    }
    if (unseen > 0)
        misfits.push_back({"lap.not-filmed",
                           Severity::Wrong,
                           {},
                           {},
                           "scene",
                           "The film does not show " + std::to_string(unseen) + " of " +
                               std::to_string(now.corners.size()) + " corners on lap " + std::to_string(s.lap),
                           "",
                           ""});
    return misfits;
}

} // namespace

Guide redraftedFor(Guide guide, const Session& s, const School& school, const Scene& scene) {
    const auto before = draftOf(guide, s);
    guide.school = school, guide.scene = scene;
    const auto now = draftOf(guide, s);
    return redrafted(std::move(guide), before, now);
}

Guide withoutDraftedWords(Guide guide, const Session& s, const std::vector<CornerId>& corners) {
    const auto draft = draftOf(guide, s);
    for (std::size_t i = 0; i < std::min(guide.corners.size(), draft.corners.size()); ++i) {
        auto& c = guide.corners[i];
        if (std::find(corners.begin(), corners.end(), c.id) == corners.end()) continue;
        std::erase_if(c.beats, [&](const Beat& b) {
            return b.pass == Pass::Walk && b.takes.empty() &&
                   std::any_of(draft.corners[i].beats.begin(), draft.corners[i].beats.end(),
                               [&](const Beat& d) { return d.words == b.words && d.cue == b.cue; });
        });
    }
    return guide;
}

Result<std::vector<LapReport>> reportLaps(const Guide& guide, const Session& s, const Progress& progress) {
    std::vector<LapTrace> traces;
    const auto n = s.laps.laps.size();
    for (std::size_t i = 0; i < n; ++i) {
        if (progress.cancelled()) return cancelledError();
        progress.report(0.7 * num(i) / num(n), "measuring the laps");
        const auto& lap = s.laps.laps[i];
        if (!lap.complete) continue;
        auto t = traceOf(*s.log, s.laps, lap, s.trackOrNull());
        if (!t || t->s.size() < 10) continue;
        if (std::abs(t->lengthM - s.trace.lengthM) > 0.01) t = stretchedTo(std::move(*t), s.trace.lengthM);
        traces.push_back(measuredThrough(std::move(*t), s.aids));
    }
    progress.report(0.75, "comparing them");
    return lapReports(
        {s.laps, traces, cornersOf(guide), s.trackOrNull(), guide.sources.film().tie, s.videoInfo.length});
}

Result<OtherLap> onOtherLap(const Guide& guide, const Session& before, int lap, const Progress& progress) {
    progress.report(0.1, "measuring the lap");
    const auto was = isMeasured(before, guide) ? before : measuredAgain(before, guide);
    auto other = bringUp(before.folder, withLap(guide, lap));
    if (!other) return other.error();
    if (progress.cancelled()) return cancelledError();
    progress.report(0.6, "finding the corners");
    auto now = withFoundBounds(withLap(guide, lap), cornersFound(was), cornersFound(*other));
    auto session = measuredAgain(std::move(*other), now);
    now = redrafted(std::move(now), draftOf(guide, was), draftOf(now, session));
    OtherLap out{std::move(now), std::make_shared<const Session>(std::move(session)), {}};
    out.misfits = misfitsOf(guide, was, out.guide, *out.session);
    progress.report(1, "done");
    return out;
}

} // namespace hl
