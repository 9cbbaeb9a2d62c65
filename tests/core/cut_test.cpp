// SPDX-License-Identifier: GPL-3.0-or-later
// What must hold for every plan, whatever the guide: tried on guides made by dice.
#include "core/cut/cut.h"
#include "core/units/numbers.h"
#include "core/words/captions.h"
#include "support/made_guide.h"

#include <catch2/catch.hpp>

using namespace hl;
using hl::testing::madeGuide;
using hl::testing::spoken;
using hl::testing::spokenLength;

namespace {
constexpr double kHair = 1e-6;
}

TEST_CASE("shots follow each other without gap, and footage never runs backwards inside a section") {
    for (unsigned seed = 1; seed <= 300; ++seed) {
        INFO("seed " << seed);
        const auto m = madeGuide(seed);
        const auto cut = planBeatByBeat(m.guide, m.clock, spoken(m.guide), {});
        double now = 0;
        for (const auto& section : cut.sections) {
            CHECK(seconds(section.start) == Approx(now).margin(kHair));
            double footage = -1e9;
            for (const auto& shot : section.shots) {
                CHECK(seconds(shot.start) == Approx(now).margin(kHair));
                CHECK(shot.end > shot.start);
                CHECK(seconds(shot.from) >= footage - kHair);
                if (shot.kind == ShotKind::Footage) {
                    CHECK((shot.rate == 1.0 || shot.rate == 0.5 || shot.rate == 0.25));
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
        const auto cut = planBeatByBeat(m.guide, m.clock, spoken(m.guide), {});
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
        const auto cut = planBeatByBeat(m.guide, m.clock, spoken(m.guide), {});
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
        const auto cut = planBeatByBeat(m.guide, m.clock, spoken(m.guide), set);
        for (const auto& section : cut.sections) {
            if (section.kind != SectionKind::WalkThrough) continue;
            const auto& c = *cornerWith(m.guide, section.corner);
            for (const auto& w : section.spoken) {
                const double place = beatWith(m.guide, w.beat())->atM;
                for (double t = seconds(w.start); t < seconds(w.end); t += 0.05) {
                    const double ahead = place - m.clock.metre(momentAt(cut, at<GuideTime>(t)).footage);
                    CHECK(ahead < set.visibleFarM + 0.5);
                    // a place right at the corner's beginning cannot be seen from before it
                    CHECK(ahead > std::min(set.visibleNearM, place - c.startM) - 0.5);
                }
            }
        }
    }
}

TEST_CASE("each corner ends with a run at full speed whose cues come before their places") {
    for (unsigned seed = 1; seed <= 100; ++seed) {
        const auto m = madeGuide(seed);
        const auto cut = planBeatByBeat(m.guide, m.clock, spoken(m.guide), {});
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
        const auto cut = planBeatByBeat(m.guide, m.clock, spoken(m.guide), {});
        CHECK(cut.lengthS >= cut.boundS - kHair);
    }
    auto m = madeGuide(4);
    for (auto& c : m.guide.corners)
        for (auto& b : c.beats) b.words.clear();
    const auto silent = planBeatByBeat(m.guide, m.clock, spoken(m.guide), {});
    CHECK(silent.lengthS == Approx(silent.boundS).margin(1e-3));
}

TEST_CASE("the picture at any guide time is the footage the shot says") {
    const auto m = madeGuide(11);
    const auto cut = planBeatByBeat(m.guide, m.clock, spoken(m.guide), {});
    for (const auto& section : cut.sections)
        for (const auto& shot : section.shots) {
            const Seconds in = (shot.end - shot.start) * 0.25;
            const auto now = momentAt(cut, shot.start + in);
            CHECK(now.shot == &shot);
            CHECK(seconds(now.footage) == Approx(seconds(shot.from) + in.count() * shot.rate).margin(1e-6));
        }
    CHECK(momentAt(Cut{}, at<GuideTime>(1)).section == nullptr);
}

TEST_CASE("captions cover exactly the spoken text, in pieces one can read") {
    for (unsigned seed = 1; seed <= 80; ++seed) {
        const auto m = madeGuide(seed);
        const auto cut = planBeatByBeat(m.guide, m.clock, spoken(m.guide), {});
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
    const auto cut = planBeatByBeat(m.guide, m.clock, spoken(m.guide), {});
    const auto chapters = chaptersOf(m.guide, cut);
    REQUIRE(chapters.size() == m.guide.corners.size() + 1);
    for (std::size_t i = 1; i < chapters.size(); ++i) CHECK(chapters[i].startS == Approx(chapters[i - 1].endS));
    CHECK(chapters.back().endS == Approx(cut.lengthS));
}
