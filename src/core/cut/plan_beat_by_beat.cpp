// SPDX-License-Identifier: GPL-3.0-or-later
// Every beat owns a piece of the footage in which its place is in sight. Over that piece the picture runs at two
// neighbouring rates (1, 1/2, 1/4), the slower one nearer the place, so that the words fit exactly; when even the
// slowest is too quick the picture stands still for the rest. Footage that no beat can use runs at full speed.
#include "core/cut/cut.h"
#include "core/words/captions.h"

#include <algorithm>

namespace hl {
namespace {

struct Slot {
    const Beat* beat;
    std::shared_ptr<const Speech> speech;
    double from, to; // footage s
    double words;    // s, with the pause after
};

class SectionBuilder {
  public:
    SectionBuilder(SectionKind kind, CornerId corner, double start) : now_(start) {
        section_.kind = kind, section_.corner = corner, section_.start = at<GuideTime>(start);
    }
    void play(double from, double to, double rate, BeatId beat = {}) {
        if (to - from < 1e-6) return;
        add({ShotKind::Footage, {}, {}, at<FootageTime>(from), at<FootageTime>(to), rate, beat}, (to - from) / rate);
    }
    void stand(double footage, double length, BeatId beat) {
        if (length < 1e-6) return;
        add({ShotKind::Freeze, {}, {}, at<FootageTime>(footage), at<FootageTime>(footage), 0, beat}, length);
    }
    void card(double footage, double length, BeatId about = {}) {
        add({ShotKind::Card, {}, {}, at<FootageTime>(footage), at<FootageTime>(footage), 0, about}, length);
    }
    void say(const std::shared_ptr<const Speech>& speech, double start, CornerId corner = {}) {
        Spoken s{speech,
                 corner ? corner : section_.corner,
                 at<GuideTime>(start),
                 at<GuideTime>(start + speech->lengthS),
                 {}};
        s.captions = captionsOf(*speech, start);
        section_.spoken.push_back(std::move(s));
    }
    double now() const { return now_; }
    Section done() {
        section_.end = at<GuideTime>(now_);
        return std::move(section_);
    }

  private:
    void add(Shot shot, double length) {
        shot.start = at<GuideTime>(now_);
        now_ += length;
        shot.end = at<GuideTime>(now_);
        section_.shots.push_back(shot);
    }
    Section section_;
    double now_;
};

/// All that a section is made from, and where the guide stands.
struct Planning {
    const Guide& guide;
    const RoadClock& clock;
    const Speeches& speeches;
    const CutSettings& set;
    double film(double atM) const { return seconds(clock.footage(atM)); }
    double filmed(const GuideCorner& c) const { return film(c.endM) - film(c.startM); }
};

/// Pieces of footage for the beats of a corner, in road order, touching but never overlapping.
std::vector<Slot> slotsOf(const GuideCorner& c, Pass pass, const Planning& p) {
    std::vector<Slot> slots;
    double free = p.film(c.startM);
    const double last = p.film(c.endM);
    for (const auto& b : c.beats) {
        const auto speech = b.pass == pass ? p.speeches.of(b.id, false) : nullptr;
        if (!speech) continue;
        double from = p.film(std::max(c.startM, b.atM - p.set.visibleFarM));
        const double to = std::min(last, p.film(std::max(c.startM, b.atM - p.set.visibleNearM)));
        from = std::max(from, free);
        slots.push_back(
            {&b, speech, std::min(from, std::max(to, free)), std::max(to, free), speech->lengthS + p.set.pauseS});
        free = slots.back().to;
    }
    return slots;
}

/// The two rates that bracket footage/words, and how much footage runs at the slower one.
void playSlot(SectionBuilder& out, const Slot& slot, const CutSettings& set) {
    const double footage = slot.to - slot.from;
    const auto id = slot.beat->id;
    if (footage >= slot.words) { // more road than words: the words come last, where the place is closest
        out.play(slot.from, slot.to - slot.words, 1);
        out.say(slot.speech, out.now());
        out.play(slot.to - slot.words, slot.to, 1, id);
        return;
    }
    out.say(slot.speech, out.now());
    for (double quick = 1; quick > set.slowest + 1e-9; quick /= 2) {
        const double slow = quick / 2;
        if (footage / slow < slot.words) continue;
        // x footage at the slow rate: x/slow + (footage-x)/quick = words
        const double x = (slot.words - footage / quick) / (1 / slow - 1 / quick);
        out.play(slot.from, slot.to - x, quick, id);
        out.play(slot.to - x, slot.to, slow, id);
        return;
    }
    out.play(slot.from, slot.to, set.slowest, id);
    out.stand(slot.to, slot.words - footage / set.slowest, id);
}

/// Pace by pace, by the words of one pass.
Section paced(SectionKind kind, Pass pass, const GuideCorner& c, const Planning& p, double start) {
    SectionBuilder out(kind, c.id, start);
    const auto slots = slotsOf(c, pass, p);
    if (slots.empty() && kind != SectionKind::WalkThrough) return out.done();
    double at = p.film(c.startM);
    for (const auto& slot : slots) {
        out.play(at, slot.from, 1);
        playSlot(out, slot, p.set);
        at = slot.to;
    }
    out.play(at, p.film(c.endM), 1);
    return out.done();
}

/// A film that runs on: short words, each finished before its place; what would step on the words before is left out.
class RunningWords {
  public:
    RunningWords(SectionBuilder& out, double from, double to) : out_(out), start_(out.now()), from_(from), to_(to) {
        free_ = start_;
    }
    void say(const std::shared_ptr<const Speech>& speech, double placeFilmS, CornerId corner) {
        constexpr double kBeforeS = 0.15, kLateS = 0.25, kApartS = 0.08;
        if (!speech) return;
        const double length = speech->lengthS, place = start_ + placeFilmS - from_;
        const double begin = std::max(free_, place - length - kBeforeS);
        if (begin > place + kLateS || begin + length > start_ + (to_ - from_)) return;
        out_.say(speech, begin, corner);
        free_ = begin + length + kApartS;
    }

  private:
    SectionBuilder& out_;
    double start_, from_, to_, free_ = 0;
};

Section run(const GuideCorner& c, const Planning& p, double start) {
    SectionBuilder out(SectionKind::Run, c.id, start);
    const double from = p.film(c.startM), to = p.film(c.endM);
    RunningWords words(out, from, to);
    for (const auto& b : c.beats)
        if (b.pass == Pass::Walk || b.pass == Pass::Run)
            words.say(p.speeches.of(b.id, b.pass == Pass::Walk), p.film(b.atM), c.id);
    out.play(from, to, 1);
    return out.done();
}

/// The picture behind the cards: the road before the first corner.
double behindCards(const Planning& p) { return p.film(p.guide.corners.empty() ? 0 : p.guide.corners.front().startM); }

/// A card stands as long as its words take, and never shorter than it takes to read.
void spokenCard(SectionBuilder& out, const Planning& p, SectionKind kind, double leastS) {
    const double start = out.now();
    double free = start;
    if (const auto* words = wordsOf(p.guide, kind))
        for (const auto& b : words->beats)
            if (const auto speech = p.speeches.of(b.id, false)) {
                out.say(speech, free);
                free += speech->lengthS + p.set.pauseS;
            }
    out.card(behindCards(p), std::max(leastS, free - start));
}

Section openingCard(const Planning& p, double start) {
    SectionBuilder out(SectionKind::Card, {}, start);
    spokenCard(out, p, SectionKind::Card, p.set.cardS);
    return out.done();
}

Section closingCard(const Planning& p, double start) {
    SectionBuilder out(SectionKind::Close, {}, start);
    spokenCard(out, p, SectionKind::Close, p.set.closeS);
    return out.done();
}

Section conditionsCard(const Planning& p, double start, bool first) {
    SectionBuilder out(SectionKind::Conditions, {}, start);
    if (nothingSaid(p.guide.scene.conditions)) return out.done();
    // The words are said once, where the conditions come first.
    if (first)
        spokenCard(out, p, SectionKind::Conditions, p.set.conditionsS);
    else
        out.card(behindCards(p), p.set.conditionsS);
    return out.done();
}

/// Row after row, each for as long as it is spoken of.
Section setupWalk(const Planning& p, double start) {
    SectionBuilder out(SectionKind::Setup, {}, start);
    for (const auto& row : p.guide.setup) {
        const auto speech = p.speeches.of(row.id, false);
        if (speech) out.say(speech, out.now());
        out.card(behindCards(p), speech ? speech->lengthS + p.set.pauseS : p.set.setupRowS, row.id);
    }
    return out.done();
}

Section wholeLap(const Planning& p, double start) {
    SectionBuilder out(SectionKind::Lap, {}, start);
    out.play(p.film(0), p.film(p.clock.metres.empty() ? 0 : p.clock.metres.back() - 1), 1);
    return out.done();
}

/// The lap at full speed with what is to be remembered; without such words there is none.
Section recap(const Planning& p, double start) {
    SectionBuilder out(SectionKind::Recap, {}, start);
    const double from = p.film(0), to = p.film(p.clock.metres.empty() ? 0 : p.clock.metres.back() - 1);
    RunningWords words(out, from, to);
    bool any = false;
    for (const auto& c : p.guide.corners)
        for (const auto& b : c.beats)
            if (b.pass == Pass::Recap) any = true, words.say(p.speeches.of(b.id, false), p.film(b.atM), c.id);
    if (any) out.play(from, to, 1);
    return out.done();
}

Section sectionFor(SectionKind kind, const GuideCorner* c, const Planning& p, double start, bool first) {
    switch (kind) {
    case SectionKind::Card: return openingCard(p, start);
    case SectionKind::Conditions: return conditionsCard(p, start, first);
    case SectionKind::Setup: return setupWalk(p, start);
    case SectionKind::Lap: return wholeLap(p, start);
    case SectionKind::Recap: return recap(p, start);
    case SectionKind::Close: return closingCard(p, start);
    case SectionKind::WalkThrough: return c ? paced(kind, Pass::Walk, *c, p, start) : Section{};
    case SectionKind::Detail: return c ? paced(kind, Pass::Detail, *c, p, start) : Section{};
    case SectionKind::Above: return c ? paced(kind, Pass::Above, *c, p, start) : Section{};
    case SectionKind::Run: return c ? run(*c, p, start) : Section{};
    }
    return {};
}

/// No plan of this section can be shorter: the longer of all its words and all its road.
double boundOf(const Section& s, const GuideCorner* c, const Planning& p) {
    if (!c) return (s.end - s.start).count();
    double words = 0;
    if (s.kind != SectionKind::Run)
        for (const auto& b : c->beats) {
            const auto speech = sectionOf(b.pass) == s.kind ? p.speeches.of(b.id, false) : nullptr;
            if (speech) words += speech->lengthS + p.set.pauseS;
        }
    return std::max(words, p.filmed(*c));
}

} // namespace

Cut planBeatByBeat(const Guide& g, const RoadClock& clock, const Speeches& speeches, const CutSettings& set) {
    const Planning p{g, clock, speeches, set};
    constexpr double kShortest = 0.2; // s of film; less is not in it
    Cut cut;
    const auto add = [&](SectionKind kind, const GuideCorner* c) {
        const bool first =
            std::none_of(cut.sections.begin(), cut.sections.end(), [kind](const Section& s) { return s.kind == kind; });
        auto section = sectionFor(kind, c, p, cut.lengthS, first);
        if (section.shots.empty()) return;
        cut.boundS += boundOf(section, c, p);
        cut.lengthS = seconds(section.end);
        cut.sections.push_back(std::move(section));
    };
    for (const auto& part : g.outline) {
        if (!part.eachCorner)
            for (const auto kind : part.sections) add(kind, nullptr);
        else
            for (const auto& c : g.corners)
                if (p.filmed(c) >= kShortest)
                    for (const auto kind : part.sections) add(kind, &c);
    }
    return cut;
}

} // namespace hl
