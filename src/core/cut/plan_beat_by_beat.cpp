// SPDX-License-Identifier: GPL-3.0-or-later
// Every beat owns a piece of the footage in which its place is in sight. Over that piece the picture runs at two
// neighbouring rates (1, 1/2, 1/4), the slower one nearer the place, so that the words fit exactly; when even the
// slowest is too quick the picture stands still for the rest. Footage that no beat can use runs at full speed.
#include "core/cut/cut.h"

#include <algorithm>

namespace hl {
namespace {

struct Slot {
    const Beat* beat;
    double from, to; // footage s
    double words;    // s, with the pause after
};

class SectionBuilder {
  public:
    SectionBuilder(SectionKind kind, int corner, double start) : now_(start) {
        section_.kind = kind, section_.corner = corner, section_.start = at<GuideTime>(start);
    }
    void play(double from, double to, double rate, int beat = 0) {
        if (to - from < 1e-6) return;
        add({ShotKind::Footage, {}, {}, at<FootageTime>(from), at<FootageTime>(to), rate, beat}, (to - from) / rate);
    }
    void stand(double footage, double length, int beat) {
        if (length < 1e-6) return;
        add({ShotKind::Freeze, {}, {}, at<FootageTime>(footage), at<FootageTime>(footage), 0, beat}, length);
    }
    void card(double footage, double length) {
        add({ShotKind::Card, {}, {}, at<FootageTime>(footage), at<FootageTime>(footage), 0, 0}, length);
    }
    void say(int beat, int corner, std::string text, bool cue, double start, double length) {
        section_.spoken.push_back(
            {beat, corner, std::move(text), cue, at<GuideTime>(start), at<GuideTime>(start + length)});
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

/// Pieces of footage for the beats of a corner, in road order, touching but never overlapping.
std::vector<Slot> slotsOf(const GuideCorner& c, const RoadClock& clock, const SpeechTime& speech,
                          const CutSettings& set) {
    std::vector<Slot> slots;
    double free = seconds(clock.footage(c.startM));
    const double last = seconds(clock.footage(c.endM));
    for (const auto& b : c.beats) {
        const double length = speech(b.words);
        if (length <= 0) continue;
        double from = seconds(clock.footage(std::max(c.startM, b.atM - set.visibleFarM)));
        const double to = std::min(last, seconds(clock.footage(std::max(c.startM, b.atM - set.visibleNearM))));
        from = std::max(from, free);
        slots.push_back({&b, std::min(from, std::max(to, free)), std::max(to, free), length + set.pauseS});
        free = slots.back().to;
    }
    return slots;
}

/// The two rates that bracket footage/words, and how much footage runs at the slower one.
void playSlot(SectionBuilder& out, const Slot& slot, const CutSettings& set) {
    const double footage = slot.to - slot.from, beat = slot.beat->id;
    const int id = static_cast<int>(beat);
    if (footage >= slot.words) { // more road than words: the words come last, where the place is closest
        out.play(slot.from, slot.to - slot.words, 1);
        out.say(id, 0, slot.beat->words, false, out.now(), slot.words - set.pauseS);
        out.play(slot.to - slot.words, slot.to, 1, id);
        return;
    }
    out.say(id, 0, slot.beat->words, false, out.now(), slot.words - set.pauseS);
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

Section walkThrough(const GuideCorner& c, const RoadClock& clock, const SpeechTime& speech, const CutSettings& set,
                    double start) {
    SectionBuilder out(SectionKind::WalkThrough, c.number, start);
    double at = seconds(clock.footage(c.startM));
    for (const auto& slot : slotsOf(c, clock, speech, set)) {
        out.play(at, slot.from, 1);
        playSlot(out, slot, set);
        at = slot.to;
    }
    out.play(at, seconds(clock.footage(c.endM)), 1);
    auto section = out.done();
    for (auto& s : section.spoken) s.corner = c.number;
    return section;
}

/// Full speed with short cues, each finished before its place; a cue that would step on the one before is left out.
Section run(const GuideCorner& c, const RoadClock& clock, const SpeechTime& speech, double start) {
    SectionBuilder out(SectionKind::Run, c.number, start);
    const double from = seconds(clock.footage(c.startM)), to = seconds(clock.footage(c.endM));
    double free = start;
    for (const auto& b : c.beats) {
        const double length = b.cue.empty() ? 0 : speech(b.cue);
        if (length <= 0) continue;
        const double place = start + seconds(clock.footage(b.atM)) - from;
        const double begin = std::max(free, place - length - 0.15);
        if (begin > place + 0.25 || begin + length > start + (to - from)) continue;
        out.say(b.id, c.number, b.cue, true, begin, length);
        free = begin + length + 0.08;
    }
    out.play(from, to, 1);
    return out.done();
}

/// No plan can be shorter than the longer of all the words and all the road.
double walkBound(const GuideCorner& c, const RoadClock& clock, const SpeechTime& speech, const CutSettings& set) {
    double words = 0;
    for (const auto& b : c.beats)
        if (const double length = speech(b.words); length > 0) words += length + set.pauseS;
    return std::max(words, seconds(clock.footage(c.endM)) - seconds(clock.footage(c.startM)));
}

} // namespace

Cut planBeatByBeat(const Guide& g, const RoadClock& clock, const SpeechTime& speech, const CutSettings& set) {
    Cut cut;
    double now = 0;
    const auto add = [&](Section s) {
        now = seconds(s.end);
        if (!s.shots.empty()) cut.sections.push_back(std::move(s));
    };
    SectionBuilder opening(SectionKind::Card, 0, 0);
    opening.card(seconds(clock.footage(g.corners.empty() ? 0 : g.corners.front().startM)), set.cardS);
    add(opening.done());
    if (g.wholeLapFirst) {
        SectionBuilder lap(SectionKind::Lap, 0, now);
        lap.play(seconds(clock.footage(0)), seconds(clock.footage(clock.metres.empty() ? 0 : clock.metres.back() - 1)),
                 1);
        add(lap.done());
    }
    cut.boundS = now;
    for (const auto& c : g.corners) {
        if (seconds(clock.footage(c.endM)) - seconds(clock.footage(c.startM)) < 0.2) continue; // not in the film
        cut.boundS +=
            walkBound(c, clock, speech, set) + seconds(clock.footage(c.endM)) - seconds(clock.footage(c.startM));
        add(walkThrough(c, clock, speech, set, now));
        add(run(c, clock, speech, now));
    }
    cut.lengthS = now;
    return cut;
}

} // namespace hl
