// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/sections/paced_section.h"
#include "core/cut/set_by_hand.h"

#include "core/cut/sections/running_words.h"

#include <algorithm>
#include <cmath>

namespace hl {
namespace {

/// How long a point that is to be stood at stands at least.
double standFor(const WordsOver& w) { return std::max(kShortestShotS, w.lengthS - std::max(0.0, w.toS - w.fromS)); }

std::string_view whyOf(const Piece& p, bool words, Way way) {
    if (p.held) return kSetByHand;
    if (!words) return p.rate > 0 ? "nothing is said" : "the words are not at their end";
    if (p.rate <= 0)
        return way == Way::Stand ? "stands at the place of its words" : "the film is too short for the words";
    return p.rate < 1 ? "slowed for the words" : "the words fit";
}

/// The pieces as shots, each with the words that are first said over it.
void layShots(const Pacing& pacing, const PacedWords& words, SectionBuilder& out) {
    double at = 0;
    for (const auto& piece : pacing.pieces) {
        BeatId beat;
        for (std::size_t i = 0; i < pacing.saidAtS.size() && !beat; ++i) {
            const double from = pacing.saidAtS[i], to = from + words.stretch.words[i].lengthS;
            if (from < at + piece.lengthS - 1e-6 && to > at + 1e-6) beat = words.stretch.words[i].beat;
        }
        const auto why = whyOf(piece, bool(beat), words.stretch.way);
        if (piece.rate > 0)
            out.play(piece.fromS, piece.toS, piece.rate, why, beat);
        else
            out.stand(piece.fromS, piece.lengthS, why, beat);
        at += piece.lengthS;
    }
}

/// The film before a group may be played once more, at most as far as its first place is seen: where the words would
/// else stand at its beginning. Of what is equally short the least standing, then the latest beginning.
void begunEarly(Stretch& s, double earliestS) {
    constexpr int kSteps = 24;
    const double latest = s.fromS;
    double best = latest, bestLength = 1e18, bestStanding = 1e18;
    for (int k = 0; k <= kSteps; ++k) {
        s.fromS = latest - (latest - earliestS) * k / kSteps;
        const auto least = leastAdded(s);
        const double length = (s.toS - s.fromS) / s.fastest + least.addedS;
        if (length > bestLength + 1e-9 || (length > bestLength - 1e-9 && least.standingS > bestStanding - 1e-6))
            continue;
        best = s.fromS, bestLength = length, bestStanding = least.standingS;
    }
    s.fromS = best;
}

void setByHand(Stretch& s, const GuideCorner& c, Pass pass, const Planning& p) {
    for (const auto& shot : c.shots)
        if (shot.pass == pass)
            s.held.push_back(
                {p.film(shot.atM), shot.rate > 0 ? p.film(shot.toM) : p.film(shot.atM), shot.rate, shot.standS});
}

/// Words of one stretch of film; those without a voice are none.
void addWords(PacedWords& out, const Beat& b, CornerId corner, const FilmWindow& window, const Planning& p) {
    auto& s = out.stretch;
    const bool cueOnly = b.way.value_or(Way::Slow) == Way::Full && p.speeches.of(b.id, true);
    const auto speech = p.speeches.of(b.id, cueOnly);
    if (!speech) return;
    s.words.push_back({b.id, seconds(window.from), seconds(window.to), speech->lengthS + p.set.pauseS});
    if (b.way == Way::Stand && s.way != Way::Stand) {
        const auto& w = s.words.back();
        const double at = std::clamp(w.toS, s.fromS, s.toS);
        s.held.push_back({at, at, 0, standFor(w)});
    }
    out.speeches.push_back(speech), out.corners.push_back(corner), out.windows.push_back(window);
    out.pausesS.push_back(p.set.pauseS);
}

} // namespace

PacedWords pacedWords(Pass pass, const Planning& p, const Group& group) {
    PacedWords out;
    auto& s = out.stretch;
    s.fromS = p.film(group.front()->startM), s.toS = std::max(s.fromS, p.film(group.back()->endM));
    s.way = p.guide.cutWish.way == Way::Stand ? Way::Stand : Way::Slow;
    s.fastest = p.guide.cutWish.fastest;
    for (const auto* c : group) {
        setByHand(s, *c, pass, p);
        for (const auto& b : c->beats)
            if (b.pass == pass) addWords(out, b, c->id, windowOf(b, p, group), p);
    }
    std::stable_sort(s.held.begin(), s.held.end(), [](auto& a, auto& b) { return a.fromS < b.fromS; });
    return out;
}

namespace {

void sayAll(const PacedWords& words, const Pacing& pacing, double startS, SectionBuilder& out) {
    const auto tight = tightened(words.stretch);
    for (std::size_t i = 0; i < words.speeches.size(); ++i) {
        const FilmWindow window{at<FootageTime>(tight[i].fromS), at<FootageTime>(tight[i].toS)};
        out.say(words.speeches[i], startS + pacing.saidAtS[i], words.corners[i], window, words.pausesS[i]);
        if (pacing.overS[i] > 0.02) out.noRoom(*words.speeches[i], words.corners[i], pacing.overS[i], false);
    }
}

/// Nothing is slowed: what does not fit at full speed is left out, and told.
void buildAtFullSpeed(Pass pass, const Planning& p, const Group& group, SectionBuilder& out) {
    const double from = p.film(group.front()->startM), to = p.film(group.back()->endM);
    RunningWords running(out, from, to);
    for (const auto* c : group)
        for (const auto& b : c->beats)
            if (b.pass == pass) {
                const auto cue = p.speeches.of(b.id, true);
                running.say(cue ? cue : p.speeches.of(b.id, false), windowOf(b, p, group), c->id);
            }
    out.play(from, to, 1, "at full speed");
}

} // namespace

void buildPacedLap(const Planning& p, SectionBuilder& out) {
    const double endM = p.lapEndM(), from = p.film(0), to = p.film(endM);
    if (p.guide.cutWish.way == Way::Full) {
        RunningWords running(out, from, to);
        for (const auto& b : p.lap->beats) running.say(p.speeches.of(b.id, false), windowIn(b, p, 0, endM), {});
        return out.play(from, to, 1, "another lap at full speed");
    }
    PacedWords words;
    auto& s = words.stretch;
    s.fromS = from, s.toS = to, s.fastest = p.guide.cutWish.fastest;
    s.way = p.guide.cutWish.way == Way::Stand ? Way::Stand : Way::Slow;
    for (const auto& b : p.lap->beats) addWords(words, b, {}, windowIn(b, p, 0, endM), p);
    std::stable_sort(s.held.begin(), s.held.end(), [](auto& a, auto& b) { return a.fromS < b.fromS; });
    const auto pacing = paced(s);
    sayAll(words, pacing, out.now(), out);
    layShots(pacing, words, out);
    out.bound(pacing.boundS);
}

void buildPaced(Pass pass, const Planning& p, const Group& group, bool alsoSilent, SectionBuilder& out) {
    auto words = pacedWords(pass, p, group);
    if (words.speeches.empty() && !alsoSilent) return;
    if (p.guide.cutWish.way == Way::Full) return buildAtFullSpeed(pass, p, group, out);
    double earliest = words.stretch.fromS;
    for (const auto& w : words.windows) earliest = std::min(earliest, seconds(w.from));
    begunEarly(words.stretch, std::max(0.0, earliest));
    const auto pacing = paced(words.stretch);
    sayAll(words, pacing, out.now(), out);
    layShots(pacing, words, out);
    out.bound(pacing.boundS);
}

namespace {

/// A place of the film, or the end of the shot that it would cut too near its end.
double nearShotEnd(const Section& s, double filmS) {
    for (const auto& x : s.shots) {
        const double from = seconds(x.from), to = seconds(x.to);
        if (x.rate <= 0 || filmS <= from || filmS >= to) continue;
        if ((filmS - from) / x.rate < kShortestShotS) return from;
        if ((to - filmS) / x.rate < kShortestShotS) return to;
    }
    return filmS;
}

} // namespace

std::vector<SectionBuilder::Built> builtTalkOver(const Planning& p, const std::vector<Group>& groups, double startS) {
    PacedWords all;
    for (const auto& g : groups) {
        auto w = pacedWords(Pass::Walk, p, g);
        if (all.speeches.empty() && all.stretch.toS == 0) {
            all = std::move(w);
            continue;
        }
        all.stretch.toS = std::max(all.stretch.toS, w.stretch.toS);
        const auto add = [](auto& to, auto& from) { to.insert(to.end(), from.begin(), from.end()); };
        add(all.stretch.words, w.stretch.words), add(all.stretch.held, w.stretch.held);
        add(all.speeches, w.speeches), add(all.corners, w.corners), add(all.windows, w.windows);
        add(all.pausesS, w.pausesS);
    }
    const auto pacing = paced(all.stretch);
    SectionBuilder whole(SectionKind::WalkThrough, {}, startS);
    sayAll(all, pacing, startS, whole);
    layShots(pacing, all, whole);
    auto built = whole.done();
    // Parted where each group's film begins, but for no shot that would be too short to be seen.
    std::vector<double> bounds = {all.stretch.fromS};
    for (std::size_t g = 1; g < groups.size(); ++g)
        bounds.push_back(nearShotEnd(built.section, p.film(groups[g].front()->startM)));
    bounds.push_back(all.stretch.toS);
    std::vector<SectionBuilder::Built> parts;
    for (std::size_t g = 0; g < groups.size(); ++g) {
        SectionBuilder part(SectionKind::WalkThrough, groups[g],
                            parts.empty() ? startS : seconds(parts.back().section.end));
        const double until = bounds[g + 1], from = bounds[g];
        for (const auto& shot : built.section.shots) {
            const double a = std::max(from, seconds(shot.from)), b = std::min(until, seconds(shot.to));
            const bool last = g + 1 == groups.size();
            if (shot.rate > 0)
                part.play(a, b, shot.rate, shot.why, shot.beat);
            else if (seconds(shot.from) >= from && (seconds(shot.from) < until || last))
                part.stand(seconds(shot.from), (shot.end - shot.start).count(), shot.why, shot.beat);
        }
        auto done = part.done();
        for (const auto& w : built.section.spoken)
            if (w.start >= done.section.start && (w.start < done.section.end || g + 1 == groups.size()))
                done.section.spoken.push_back(w);
        parts.push_back(std::move(done));
    }
    if (!parts.empty()) {
        double length = 0;
        for (const auto& part : parts) length += part.boundS;
        parts.front().boundS -= length - std::min(length, pacing.boundS);
        parts.front().noRoom = std::move(built.noRoom);
    }
    return parts;
}

} // namespace hl
