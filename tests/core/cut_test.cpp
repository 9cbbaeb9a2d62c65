// SPDX-License-Identifier: GPL-3.0-or-later
// What must hold for every plan, whatever the guide: tried on guides made by dice.
#include "core/cut/budget.h"
#include "core/cut/cut.h"
#include "core/cut/key_corners.h"
#include "core/guide/beat_edits.h"
#include "core/units/numbers.h"
#include "core/words/captions.h"
#include "support/made_guide.h"

#include <catch2/catch.hpp>

using namespace hl;
using hl::testing::MadeGuide;
using hl::testing::madeGuide;
using hl::testing::spoken;
using hl::testing::spokenLength;

namespace {
constexpr double kHair = 1e-6;
constexpr double kEasedM = 1.9; // easing from pace to pace moves the picture by 25 ms of film at most
} // namespace

TEST_CASE("shots follow each other without gap, and footage never runs backwards inside a section") {
    for (unsigned seed = 1; seed <= 300; ++seed) {
        INFO("seed " << seed);
        const auto m = madeGuide(seed);
        const auto cut = planShortest(m.guide, m.clock, spoken(m.guide), {});
        double now = 0;
        for (const auto& section : cut.sections) {
            CHECK(seconds(section.start) == Approx(now).margin(kHair));
            double footage = -1e9;
            for (const auto& shot : section.shots) {
                CHECK(seconds(shot.start) == Approx(now).margin(kHair));
                CHECK(shot.end > shot.start);
                CHECK(seconds(shot.from) >= footage - kHair);
                if (shot.kind == ShotKind::Footage) {
                    CHECK((shot.rate == 1.0 || shot.rate == 0.75 || shot.rate == 0.5 || shot.rate == 0.25));
                    CHECK((shot.to - shot.from).count() ==
                          Approx((shot.end - shot.start).count() * shot.rate).margin(kHair));
                } else
                    CHECK(shot.to == shot.from);
                footage = seconds(shot.to);
                now = seconds(shot.end);
            }
            CHECK(seconds(section.end) == Approx(now).margin(kHair));
        }
        CHECK(cut.lengthS == Approx(now).margin(kHair));
    }
}

TEST_CASE("words never overlap and never leave their corner") {
    for (unsigned seed = 1; seed <= 300; ++seed) {
        INFO("seed " << seed);
        const auto m = madeGuide(seed);
        const auto cut = planShortest(m.guide, m.clock, spoken(m.guide), {});
        for (const auto& section : cut.sections) {
            GuideTime last = section.start;
            for (const auto& w : section.spoken) {
                CHECK(w.corner == section.corner);
                CHECK(w.start >= last - Seconds(kHair));
                CHECK(w.end <= section.end + Seconds(kHair));
                CHECK((w.end - w.start).count() == Approx(spokenLength(w.text())).margin(kHair));
                last = w.end;
            }
        }
    }
}

TEST_CASE("every beat with words is spoken once in the walk-through, in road order") {
    for (unsigned seed = 1; seed <= 300; ++seed) {
        const auto m = madeGuide(seed);
        const auto cut = planShortest(m.guide, m.clock, spoken(m.guide), {});
        for (const auto& c : m.guide.corners) {
            std::vector<BeatId> wanted, said;
            for (const auto& b : c.beats)
                if (!b.words.empty()) wanted.push_back(b.id);
            for (const auto& s : cut.sections)
                if (s.corner == c.id && s.kind == SectionKind::WalkThrough)
                    for (const auto& w : s.spoken) said.push_back(w.beat());
            CHECK(said == wanted);
        }
    }
}

TEST_CASE("a beat's place is in sight all the while it is spoken of") {
    const CutSettings set;
    for (unsigned seed = 1; seed <= 300; ++seed) {
        INFO("seed " << seed);
        const auto m = madeGuide(seed);
        const auto cut = planShortest(m.guide, m.clock, spoken(m.guide), set);
        for (const auto& section : cut.sections) {
            if (section.kind != SectionKind::WalkThrough) continue;
            const auto& c = *cornerWith(m.guide, section.corner);
            for (const auto& w : section.spoken) {
                const double place = beatWith(m.guide, w.beat())->atM;
                for (double t = seconds(w.start); t < seconds(w.end); t += 0.05) {
                    const double ahead = place - m.clock.metre(momentAt(cut, at<GuideTime>(t)).footage);
                    CHECK(ahead < set.visibleFarM + kEasedM);
                    // a place right at the corner's beginning cannot be seen from before it
                    CHECK(ahead > std::min(set.visibleNearM, place - c.startM) - kEasedM);
                }
            }
        }
    }
}

TEST_CASE("each corner ends with a run at full speed whose cues come before their places") {
    for (unsigned seed = 1; seed <= 100; ++seed) {
        const auto m = madeGuide(seed);
        const auto cut = planShortest(m.guide, m.clock, spoken(m.guide), {});
        for (std::size_t i = 0; i + 1 < cut.sections.size(); ++i)
            if (cut.sections[i].kind == SectionKind::WalkThrough) CHECK(cut.sections[i + 1].kind == SectionKind::Run);
        for (const auto& s : cut.sections) {
            if (s.kind != SectionKind::Run) continue;
            for (const auto& shot : s.shots) CHECK(shot.rate == 1.0);
            for (const auto& w : s.spoken)
                CHECK(m.clock.metre(momentAt(cut, w.start).footage) < beatWith(m.guide, w.beat())->atM + 25);
        }
    }
}

TEST_CASE("no plan is shorter than its bound, and words that fit cost no time") {
    for (unsigned seed = 1; seed <= 300; ++seed) {
        const auto m = madeGuide(seed);
        const auto cut = planShortest(m.guide, m.clock, spoken(m.guide), {});
        CHECK(cut.lengthS >= cut.boundS - kHair);
    }
    auto m = madeGuide(4);
    for (auto& c : m.guide.corners)
        for (auto& b : c.beats) b.words.clear();
    const auto silent = planShortest(m.guide, m.clock, spoken(m.guide), {});
    CHECK(silent.lengthS == Approx(silent.boundS).margin(1e-3));
}

TEST_CASE("the picture at any guide time is the footage the shot says") {
    const auto m = madeGuide(11);
    const auto cut = planShortest(m.guide, m.clock, spoken(m.guide), {});
    for (const auto& section : cut.sections)
        for (const auto& shot : section.shots) {
            const Seconds in = (shot.end - shot.start) * 0.5; // beside the changes of pace
            const auto now = momentAt(cut, shot.start + in);
            CHECK(now.shot == &shot);
            CHECK(seconds(now.footage) == Approx(seconds(shot.from) + in.count() * shot.rate).margin(1e-6));
        }
    CHECK(momentAt(Cut{}, at<GuideTime>(1)).section == nullptr);
}

TEST_CASE("captions cover exactly the spoken text, in pieces one can read") {
    for (unsigned seed = 1; seed <= 80; ++seed) {
        const auto m = madeGuide(seed);
        const auto cut = planShortest(m.guide, m.clock, spoken(m.guide), {});
        double last = 0;
        for (const auto& s : cut.sections)
            for (const auto& w : s.spoken) {
                std::string joined;
                for (const auto& c : w.captions) {
                    CHECK(c.text.size() <= 98);
                    CHECK(c.startS >= last - kHair);
                    CHECK(c.endS > c.startS - kHair);
                    CHECK(c.endS <= seconds(w.end) + kHair);
                    joined += (joined.empty() ? "" : " ") + c.text;
                    last = c.endS;
                }
                CHECK(joined == w.text());
            }
    }
}

TEST_CASE("captions are valid WebVTT") {
    const auto text = webVtt({{0, 1.5, "Brake at <50> & turn"}, {3661.25, 3662, "next"}});
    CHECK(text.starts_with("WEBVTT\n\n"));
    CHECK(text.find("00:00:00.000 --> 00:00:01.500\nBrake at &lt;50> &amp; turn\n") != std::string::npos);
    CHECK(text.find("01:01:01.250 --> 01:01:02.000") != std::string::npos);
}

TEST_CASE("chapters cover the guide, one for each corner") {
    const auto m = madeGuide(9);
    const auto cut = planShortest(m.guide, m.clock, spoken(m.guide), {});
    const auto chapters = chaptersOf(m.guide, cut);
    REQUIRE(chapters.size() == m.guide.corners.size() + 1);
    for (std::size_t i = 1; i < chapters.size(); ++i) CHECK(chapters[i].startS == Approx(chapters[i - 1].endS));
    CHECK(chapters.back().endS == Approx(cut.lengthS));
}

TEST_CASE("the pace goes over from one shot to the next without a jump, and the film never runs back") {
    for (unsigned seed = 1; seed <= 12; ++seed) {
        INFO("seed " << seed);
        const auto m = madeGuide(seed);
        const auto cut = planShortest(m.guide, m.clock, spoken(m.guide), {});
        constexpr double kStep = 0.004;
        for (const auto& section : cut.sections) {
            double before = -1, paceBefore = -1;
            for (double t = seconds(section.start); t < seconds(section.end) - kStep; t += kStep) {
                const auto now = momentAt(cut, at<GuideTime>(t));
                if (now.section != &section || now.shot->kind == ShotKind::Card) break;
                const double film = seconds(now.footage), pace = before < 0 ? -1 : (film - before) / kStep;
                if (before >= 0) CHECK(film >= before - 1e-9);
                // Over kRampS the pace changes by at most one: by no more than this from one look to the next.
                if (paceBefore >= 0) CHECK(std::abs(pace - paceBefore) <= 1.05 * kStep / (kRampS / 2) + 0.02);
                before = film, paceBefore = pace;
            }
        }
    }
}

TEST_CASE("corners that are driven as one are explained as one, and each of them is found there") {
    auto m = madeGuide(3);
    REQUIRE(m.guide.corners.size() >= 2);
    m.guide.corners[0].complex = m.guide.corners[1].complex = 7;
    const auto together = planShortest(m.guide, m.clock, spoken(m.guide), {});
    const auto *first = sectionOf(together, m.guide.corners[0].id),
               *second = sectionOf(together, m.guide.corners[1].id);
    CHECK(first == second);
    CHECK(cornerAt(m.guide, *first, m.guide.corners[1].startM + 1, nullptr)->id == m.guide.corners[1].id);
    m.guide.cutWish.complexesAsOne = false;
    const auto apart = planShortest(m.guide, m.clock, spoken(m.guide), {});
    CHECK(sectionOf(apart, m.guide.corners[0].id) != sectionOf(apart, m.guide.corners[1].id));
}

TEST_CASE("words of a corner that begins inside another begin before it, not all at one place") {
    MadeGuide m;
    for (double s = -100; s < 900; s += 5) m.clock.metres.push_back(s), m.clock.footageS.push_back((s + 100) / 40);
    m.clock.footageLengthS = 26;
    GuideCorner c;
    c.id = newId<CornerId>(m.guide), c.number = 1, c.startM = 300, c.turnInM = 330, c.apexM = 360, c.endM = 480;
    for (const double place : {302.0, 305.0, 308.0, 330.0})
        c.beats.push_back({newId<BeatId>(m.guide), Topic::Brake, place, "brake hard here and then turn", ""});
    m.guide.corners.push_back(c);
    const auto cut = planShortest(m.guide, m.clock, spoken(m.guide), {});
    const auto* walk = sectionOf(cut, c.id);
    REQUIRE(walk);
    CHECK(seconds(walk->shots.front().from) < seconds(m.clock.footage(300)) - 1);
    for (const auto& shot : walk->shots) CHECK((shot.rate > 0 || (shot.end - shot.start).count() < 3));
    CHECK(cut.optimal());
}

TEST_CASE("a talk-over says all corners in one go, and its sections tile the film") {
    for (unsigned seed = 1; seed <= 60; ++seed) {
        INFO("seed " << seed);
        auto m = madeGuide(seed);
        m.guide.outline = {{true, {SectionKind::WalkThrough}}};
        m.guide.cutWish.fastest = 0.5;
        const auto cut = planShortest(m.guide, m.clock, spoken(m.guide), {});
        double film = -1, now = 0;
        std::size_t said = 0, wanted = 0;
        for (const auto& s : cut.sections) {
            CHECK(seconds(s.start) == Approx(now).margin(kHair));
            now = seconds(s.end);
            for (const auto& shot : s.shots) {
                if (film >= 0) CHECK(seconds(shot.from) == Approx(film).margin(1e-4));
                CHECK(shot.rate <= 0.5);
                film = seconds(shot.to);
            }
            said += s.spoken.size();
        }
        for (const auto& c : m.guide.corners)
            for (const auto& b : c.beats) wanted += hasWords(b.words);
        CHECK(said == wanted);
        CHECK(cut.lengthS >= cut.boundS - kHair);
    }
}

TEST_CASE("at full speed nothing is slowed, and words without room are told with how many are too many") {
    auto m = madeGuide(5);
    m.guide.cutWish.way = Way::Full;
    const auto cut = planShortest(m.guide, m.clock, spoken(m.guide), {});
    std::size_t walked = 0, wanted = 0;
    for (const auto& s : cut.sections) {
        for (const auto& shot : s.shots) CHECK((shot.kind == ShotKind::Card || shot.rate == 1.0));
        if (s.kind == SectionKind::WalkThrough) walked += s.spoken.size();
    }
    for (const auto& n : cut.noRoom) {
        walked += n.section == SectionKind::WalkThrough;
        CHECK(n.wordsTooMany >= 1);
        CHECK(n.leftOut);
    }
    for (const auto& c : m.guide.corners)
        for (const auto& b : c.beats) wanted += hasWords(b.words) || hasWords(b.cue);
    CHECK(walked == wanted);
}

TEST_CASE("a stand that was set stays through every edit of the words") {
    auto m = madeGuide(6);
    auto& c = m.guide.corners.front();
    const double at = (c.startM + c.endM) / 2;
    c.shots = {{Pass::Walk, at, at, 0, 2.5}};
    for (const auto* words : {"", "one", "many more words than there were before, so that all is planned anew"}) {
        if (!c.beats.empty()) c.beats.front().words = words;
        const auto cut = planShortest(m.guide, m.clock, spoken(m.guide), {});
        const auto* walk = sectionOf(cut, c.id);
        REQUIRE(walk);
        const auto held = std::find_if(walk->shots.begin(), walk->shots.end(), [](const Shot& s) {
            return s.why == "set by hand" && s.kind == ShotKind::Freeze;
        });
        REQUIRE(held != walk->shots.end());
        CHECK((held->end - held->start).count() == Approx(2.5));
        CHECK(seconds(held->from) == Approx(seconds(m.clock.footage(at))));
    }
}

TEST_CASE("what would be missed least goes first, until the guide is short enough, and no more than that") {
    const auto m = madeGuide(8);
    const auto plan = [&](const Guide& g) { return planShortest(g, m.clock, spoken(g), {}); };
    const double now = plan(m.guide).lengthS;
    CHECK(leftOutFirst(m.guide, now + 1, plan).empty());
    for (const double budget : {0.95 * now, 0.8 * now}) {
        const auto out = leftOutFirst(m.guide, budget, plan);
        REQUIRE_FALSE(out.empty());
        auto shorter = m.guide;
        for (const auto& l : out)
            if (auto* b = beatWith(shorter, l.beat)) b->words.clear(), b->cue.clear();
        CHECK(plan(shorter).lengthS <= budget + 1e-6);
        for (const auto& l : out) CHECK_FALSE(l.why.empty());
        for (const auto& keep : out) { // none of them is too many
            auto all = m.guide;
            for (const auto& l : out)
                if (auto* b = beatWith(all, l.beat); b && l.beat != keep.beat) b->words.clear(), b->cue.clear();
            CHECK(plan(all).lengthS > budget);
        }
    }
    // It cannot get shorter than its film.
    CHECK(leftOutFirst(m.guide, 1, plan).size() <= 100);
}

TEST_CASE("key corners are those a person said, else the few before the longest straights") {
    auto m = madeGuide(12);
    REQUIRE(m.guide.corners.size() >= 3);
    const auto found = keyCorners(m.guide, m.clock);
    CHECK(found.size() >= 1);
    CHECK(found.size() <= 4);
    m.guide.corners[1].key = true;
    CHECK(keyCorners(m.guide, m.clock) == std::vector{m.guide.corners[1].id});
    m.guide.outline = {{true, {SectionKind::WalkThrough, SectionKind::Run}, Which::Key},
                       {true, {SectionKind::Run}, Which::Others}};
    const auto cut = planShortest(m.guide, m.clock, spoken(m.guide), {});
    for (const auto& s : cut.sections)
        CHECK((s.kind == SectionKind::WalkThrough) ==
              (s.corner == m.guide.corners[1].id && &s == &cut.sections.front()));
}

namespace {

/// The same lap later in the film, a little slower.
RoadClock laterLap(RoadClock clock, double byS, double slower) {
    const double first = clock.footageS.front();
    for (auto& s : clock.footageS) s = first + byS + slower * (s - first);
    clock.footageLengthS = clock.footageS.back() + 10;
    return clock;
}

} // namespace

TEST_CASE("further laps are told by their own clocks, where the film shows them, in their own order") {
    for (unsigned seed = 1; seed <= 60; ++seed) {
        INFO("seed " << seed);
        auto m = madeGuide(seed);
        std::mt19937 rng(seed);
        m.guide.outline = {{true, {SectionKind::Run}}};
        for (const int lap : {7, 3, 12}) m.guide = withFurtherLap(std::move(m.guide), lap, true);
        REQUIRE(m.guide.furtherLaps.size() == 3);
        CHECK(m.guide.furtherLaps[0].lap == 3);
        CHECK(has(m.guide.outline, SectionKind::OtherLap));
        for (int k = 0; k < 6; ++k)
            m.guide = withNewLapBeat(std::move(m.guide), k % 2 ? 3 : 7,
                                     std::uniform_real_distribution<double>(100, 2900)(rng),
                                     "he leaves the door open, so in we go");
        m.guide = withNewLapBeat(std::move(m.guide), 99, 100, "of a lap that is not told");
        CutSettings set;
        set.laps[3] = laterLap(m.clock, 400, 1.1), set.laps[7] = laterLap(m.clock, 900, 0.95); // 12 was not filmed
        const auto cut = planShortest(m.guide, m.clock, spoken(m.guide), set);
        std::vector<int> told;
        for (const auto& s : cut.sections) {
            if (s.kind != SectionKind::OtherLap) {
                CHECK(s.lap == 0);
                continue;
            }
            told.push_back(s.lap);
            const auto& clock = set.laps[s.lap];
            CHECK(s.spoken.size() == 3);
            CHECK(seconds(s.shots.front().from) == Approx(seconds(clock.footage(0))).margin(kHair));
            for (const auto& w : s.spoken) {
                const double atM = beatWith(m.guide, w.beat())->atM;
                const double beginM = clock.metre(momentAt(cut, w.start).footage);
                CHECK(beginM > atM - 90 - kEasedM);
                CHECK(clock.metre(momentAt(cut, w.end).footage) < atM - 9 + kEasedM);
            }
        }
        CHECK(told == std::vector<int>{3, 7});
        CHECK(cut.lengthS >= cut.boundS - kHair);
        bool chapter = false;
        for (const auto& c : chaptersOf(m.guide, cut)) chapter |= c.title == "Lap 7";
        CHECK(chapter);
        // Not told any more: its words are gone with it, and undo would bring them back.
        const auto without = withFurtherLap(m.guide, 3, false);
        CHECK(without.furtherLaps.size() == 2);
        CHECK(planShortest(without, m.clock, spoken(without), set).sections.size() + 1 == cut.sections.size());
    }
}
