// SPDX-License-Identifier: GPL-3.0-or-later
// What only the finished plan shows: whether it can be read and seen, and where its minutes go.
#include "core/check/check.h"
#include "core/cut/empty_sections.h"
#include "core/cut/would_help.h"
#include "core/guide/edition.h"
#include "core/units/figures.h"
#include "core/words/captions.h"

#include <algorithm>
#include <cmath>
#include <set>

namespace hl {
namespace {

std::string nameOf(const Guide& g, CornerId id) {
    const auto* c = cornerWith(g, id);
    return c ? title(*c) : std::string("The guide");
}

/// Seconds of film that a moment of the guide shows; none for a card.
std::optional<double> filmAt(const Section& s, GuideTime t) {
    for (const auto& x : s.shots)
        if (x.kind != ShotKind::Card && t >= x.start && t <= x.end)
            return seconds(x.from) + (seconds(t) - seconds(x.start)) * x.rate;
    return std::nullopt;
}

/// A reference that a beat names must be seen while it is spoken of: ahead of the car, and near enough.
void outOfSight(const Guide& g, const Cut& cut, const RoadClock& clock, std::vector<Finding>& found) {
    constexpr double kFarM = 180, kPassedM = 4;
    for (const auto& s : cut.sections) {
        if (s.lap > 0) continue; // by another clock
        for (const auto& w : s.spoken) {
            const auto* b = beatWith(g, w.beat());
            const auto* r =
                b && !w.cue() && !b->shown ? referenceWith(g, referenceNamed(g, w.text(), b->atM)) : nullptr;
            const auto from = filmAt(s, w.start), to = filmAt(s, w.end);
            if (!r || !from || !to) continue;
            const double placeS = seconds(clock.footage(r->atM)), beginM = clock.metre(at<FootageTime>(*from)),
                         endM = clock.metre(at<FootageTime>(*to));
            if (!std::isfinite(placeS) || !std::isfinite(beginM) || !std::isfinite(endM)) continue;
            const bool passed = beginM > r->atM + kPassedM, far = endM < r->atM - kFarM;
            if (!passed && !far) continue;
            Finding f{"sight.out",
                      Severity::Warn,
                      w.corner,
                      b->id,
                      "words",
                      nameOf(g, w.corner) + ": the " + r->label + " is spoken of when it is " +
                          (passed ? "behind the car" : figure(r->atM - endM) + " m ahead"),
                      r->label,
                      ""};
            f.atS = seconds(w.start);
            found.push_back(std::move(f));
        }
    }
}

void hurriedCaptions(const Guide& g, const Cut& cut, std::vector<Finding>& found) {
    constexpr double kLettersPerS = 21; // well above what everybody reads
    constexpr std::size_t kShort = 12;
    for (const auto& s : cut.sections)
        for (const auto& w : s.spoken)
            for (const auto& c : w.captions) {
                const double length = c.endS - c.startS;
                const auto letters =
                    std::count_if(c.text.begin(), c.text.end(), [](char k) { return (k & 0xC0) != 0x80; });
                if (c.text.size() < kShort || length <= 0 || static_cast<double>(letters) / length <= kLettersPerS)
                    continue;
                Finding f{"captions.fast",
                          Severity::Note,
                          w.corner,
                          w.beat(),
                          "caption",
                          nameOf(g, w.corner) + ": \"" + c.text.substr(0, c.text.find(' ', 30)) + "\" is read at " +
                              figure(static_cast<double>(letters) / length) + " letters a second",
                          c.text,
                          ""};
                f.atS = c.startS;
                found.push_back(std::move(f));
            }
}

/// One line a corner. A kind whose words are never placed anywhere shows none by itself.
void unreadMarks(const Guide& g, const Cut& cut, const LabelPlan& labels, std::vector<Finding>& found) {
    std::set<MarkerId> read;
    for (const auto& l : labels.labels) read.insert(l.marker);
    std::set<std::string> labelled;
    for (const auto& c : g.corners)
        for (const auto& m : c.markers)
            if (read.count(m.id) > 0) labelled.insert(m.kind);
    for (const auto& c : g.corners) {
        const bool shown = std::any_of(cut.sections.begin(), cut.sections.end(),
                                       [&](const Section& s) { return shows(s, c.id) && !s.shots.empty(); });
        std::string names;
        int count = 0;
        for (const auto& m : c.markers) {
            const bool wished =
                !m.label.empty() && (m.walk || m.run) && labelled.count(m.kind) > 0 && belongs(m.only, g);
            if (!shown || !wished || read.count(m.id) > 0) continue;
            names += (count++ > 0 ? ", " : "") + m.label;
        }
        if (count > 0)
            found.push_back(
                {"marks.unread",
                 Severity::Note,
                 c.id,
                 {},
                 "markers",
                 title(c) + ": " +
                     (count == 1 ? "a mark never shows its" : std::to_string(count) + " marks never show their") +
                     " words long enough to be read: " + names,
                 names,
                 ""});
    }
}

/// A corner's seconds of guide beside its seconds of lap; what stands out by far is worth a look.
void longCorners(const Guide& g, const Cut& cut, const RoadClock& clock, std::vector<Finding>& found) {
    struct Length {
        const GuideCorner* corner;
        double guideS, lapS;
        double share() const { return guideS / lapS; }
    };
    constexpr double kMuch = 2.2, kLeastS = 20;
    std::vector<Length> all;
    for (const auto& c : g.corners) {
        Length l{&c, 0, seconds(clock.footage(c.endM)) - seconds(clock.footage(c.startM))};
        for (const auto& s : cut.sections)
            if (shows(s, c.id)) l.guideS += (s.end - s.start).count() / static_cast<double>(1 + s.also.size());
        if (l.lapS > 0.5 && l.guideS > 0) all.push_back(l);
    }
    if (all.size() < 4) return;
    auto sorted = all;
    std::sort(sorted.begin(), sorted.end(), [](auto& a, auto& b) { return a.share() < b.share(); });
    const double usual = sorted[sorted.size() / 2].share();
    for (const auto& l : all)
        if (l.guideS > kLeastS && l.share() > kMuch * usual && l.corner->consequence < 3)
            found.push_back({"length.corner",
                             Severity::Note,
                             l.corner->id,
                             {},
                             "corner",
                             title(*l.corner) + " takes " + figure(l.guideS) + " s of the guide for " +
                                 figure(l.lapS, 1) + " s of the lap, " + figure(l.share() / usual, 1) +
                                 " times the usual share",
                             "",
                             ""});
}

/// Words that the plan had no room for. The calls over a whole lap are as many as fit: that is their way.
void withoutRoom(const Guide& g, const Cut& cut, std::vector<Finding>& found) {
    for (const auto& n : cut.noRoom) {
        if (n.section == SectionKind::Lap) continue;
        found.push_back({n.leftOut ? "room.left-out" : "room.late",
                         n.section == SectionKind::Run ? Severity::Note : Severity::Warn, n.corner, n.beat, "words",
                         nameOf(g, n.corner) + ": words " +
                             (n.leftOut ? "are left out of the " : "fall outside their place in the ") +
                             std::string(name(n.section)) + ", " + figure(n.tooLongS, 1) + " s too long",
                         "", "what would help: " + wouldHelp(n, g)});
    }
}

/// The film may begin behind a corner, or end before it: then no section can show it, and nobody would miss it.
void cornersNotFilmed(const Guide& g, const Cut& cut, const RoadClock& clock, std::vector<Finding>& found) {
    const bool wished =
        std::any_of(g.outline.begin(), g.outline.end(), [](const auto& part) { return part.eachCorner; });
    for (const auto& c : g.corners) {
        const double apexS = sampleAt(clock.metres, clock.footageS, c.apexM);
        const bool filmed = apexS >= 0 && apexS <= clock.footageLengthS;
        const auto shown = [&](const Section& s) { return shows(s, c.id); };
        if (!wished || filmed || std::any_of(cut.sections.begin(), cut.sections.end(), shown)) continue;
        found.push_back({"parts.corner",
                         Severity::Warn,
                         c.id,
                         {},
                         "corner",
                         title(c) + " is not in the film, and no section shows it",
                         "",
                         ""});
    }
}

/// A further lap that is told and has no section: the film does not show it from line to line.
void lapsNotFilmed(const Guide& g, const Cut& cut, std::vector<Finding>& found) {
    if (!has(g.outline, SectionKind::OtherLap)) return;
    for (const auto& l : g.furtherLaps) {
        const auto is = [&](const Section& s) { return s.lap == l.lap; };
        if (std::any_of(cut.sections.begin(), cut.sections.end(), is)) continue;
        const auto name = "lap " + std::to_string(l.lap);
        found.push_back({"parts.lap",
                         Severity::Warn,
                         {},
                         l.beats.empty() ? BeatId{} : l.beats.front().id,
                         "outline",
                         "The guide tells " + name + ", and the film does not show it from line to line",
                         name,
                         ""});
    }
}

void emptyWishes(const Guide& g, const Cut& cut, std::vector<Finding>& found) {
    for (const auto kind : emptySections(g, cut)) {
        if (kind == SectionKind::OtherLap) continue; // told above
        const std::string what(name(kind));
        found.push_back(
            {"parts.empty",
             Severity::Note,
             {},
             {},
             "outline",
             "The format wishes for \"" + what + "\", and there is nothing in it: write it, draft it or drop it",
             what,
             ""});
    }
}

} // namespace

std::vector<Finding> checkCut(const Guide& guide, const Cut& cut, const RoadClock& clock, const LabelPlan* labels) {
    std::vector<Finding> found;
    outOfSight(guide, cut, clock, found);
    hurriedCaptions(guide, cut, found);
    if (labels) unreadMarks(guide, cut, *labels, found);
    longCorners(guide, cut, clock, found);
    withoutRoom(guide, cut, found);
    cornersNotFilmed(guide, cut, clock, found);
    lapsNotFilmed(guide, cut, found);
    emptyWishes(guide, cut, found);
    return found;
}

} // namespace hl
