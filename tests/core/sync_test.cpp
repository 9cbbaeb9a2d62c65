// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/soundtrack.h"
#include "core/sync/sync.h"
#include "core/units/numbers.h"
#include "core/words/look_for.h"

#include <catch2/catch.hpp>
#include <random>

using namespace hl;

namespace {

/// A log of engine speed that wanders and shifts like a lap, and a plain tone that follows it.
CarLog wanderingLog(double lengthS, unsigned seed) {
    std::mt19937 rng(seed);
    CarLog log;
    double rpm = 4000, climb = 700;
    for (double t = 0; t < lengthS; t += 0.01) {
        rpm += climb * 0.01;
        if (rpm > 7000) rpm -= 1700;
        if (rpm < 2500) rpm += 1500;
        if (std::uniform_real_distribution<double>(0, 1)(rng) < 0.01)
            climb = std::uniform_real_distribution<double>(-2500, 1500)(rng);
        log[Channel::Time].push_back(t);
        log[Channel::EngineSpeed].push_back(rpm);
    }
    return log;
}

Sound toneOf(const CarLog& log, double offset, double lengthS, double ratio, double noise, unsigned seed,
             double drift = 0) {
    std::mt19937 rng(seed);
    std::normal_distribution<float> hiss(0, 1);
    Sound s;
    s.rate = 8000;
    double phase = 0;
    for (int i = 0; i < static_cast<int>(lengthS * s.rate); ++i) {
        const double t = offset + (i / static_cast<double>(s.rate)) * (1 + drift);
        phase += 2 * kPi * sampleAt(log[Channel::Time], log[Channel::EngineSpeed], t) / 60 * ratio / s.rate;
        double v = 0;
        for (int h = 1; h <= 5; ++h) v += std::sin(h * phase) / h;
        s.samples.push_back(static_cast<float>(0.2 * v) + static_cast<float>(noise) * hiss(rng));
    }
    return s;
}

} // namespace

TEST_CASE("engine sound finds its place in the log", "[sync]") {
    struct Wanted {
        double offset, ratio, noise;
    };
    const auto w =
        GENERATE(Wanted{31.37, 2, 0.02}, Wanted{4.05, 3, 0.1}, Wanted{70.5, 1.5, 0.05}, Wanted{22.222, 2, 0.4});
    const auto log = wanderingLog(140, 3);
    const auto tie = syncBySound(toneOf(log, w.offset, 45, w.ratio, w.noise, 9), log);
    INFO("offset " << w.offset << " noise " << w.noise);
    REQUIRE(tie);
    CHECK(tie->offsetS == Approx(w.offset).margin(0.01));
    CHECK(tie->confidence > kSureEnough);
    CHECK(std::abs(tie->offsetS - w.offset) * 1000 <= tie->uncertaintyMs);
}

TEST_CASE("a clock that runs a little fast is found out", "[sync]") {
    const auto log = wanderingLog(200, 8);
    const double drift = 120e-6;
    const auto tie = syncBySound(toneOf(log, 12.5, 150, 2, 0.05, 2, drift), log);
    REQUIRE(tie);
    CHECK(tie->driftPpm == Approx(120).margin(25));
    CHECK(seconds(tie->log(at<FootageTime>(140))) == Approx(12.5 + 140 * (1 + drift)).margin(0.01));
}

TEST_CASE("sound that does not belong to the log is refused or said to be doubtful", "[sync]") {
    const auto log = wanderingLog(140, 3), other = wanderingLog(140, 77);
    const auto wrong = syncBySound(toneOf(other, 20, 45, 2, 0.05, 9), log);
    CHECK((wrong ? !wrong->sure() : wrong.error().id == "sync.not-sure"));
    Sound hiss;
    hiss.rate = 8000;
    std::mt19937 rng(1);
    for (int i = 0; i < 8000 * 30; ++i) hiss.samples.push_back(std::normal_distribution<float>(0, 0.2f)(rng));
    CHECK(syncBySound(hiss, log).error().id == "sync.not-sure");
    hiss.samples.resize(8000);
    CHECK(syncBySound(hiss, log).error().id == "sync.too-short");
    CHECK(syncBySound(hiss, CarLog{}).error().id == "sync.no-engine-speed");
}

TEST_CASE("a few seconds that happen to fit do not win over the whole film, and the next best place is told",
          "[sync]") {
    auto log = wanderingLog(140, 11);
    auto& rpm = log[Channel::EngineSpeed];
    // The log begins with what the film ends with: at an offset of -48 s the film's last twelve seconds fit there too.
    std::copy_n(rpm.begin() + 7800, 1200, rpm.begin());
    auto film = toneOf(log, 30, 60, 2, 0.2, 5); // hard to hear...
    const auto clear = toneOf(log, 30, 60, 2, 0.02, 5);
    std::copy(clear.samples.begin() + 48 * 8000, clear.samples.end(),
              film.samples.begin() + 48 * 8000); // ...but the end
    const auto tie = syncBySound(film, log);
    INFO((tie ? "" : sentence(tie.error())));
    REQUIRE(tie);
    CHECK(tie->offsetS == Approx(30).margin(0.02));
    REQUIRE(tie->places.size() > 1);
    CHECK(tie->places[0].offsetS == tie->offsetS);
    for (std::size_t i = 1; i < tie->places.size(); ++i) {
        CHECK(tie->places[i].likeness > 0);
        CHECK(tie->places[i].likeness <= tie->places[i - 1].likeness);
        CHECK(std::abs(tie->places[i].offsetS - tie->offsetS) > 1);
    }
}

TEST_CASE("two pairs set by hand give offset and drift", "[sync]") {
    const auto pair = [](double f, double l) { return HandPair{at<FootageTime>(f), at<LogTime>(l)}; };
    const auto tie = syncByHand({pair(10, 110), pair(90, 190.008)});
    REQUIRE(tie);
    CHECK(tie->driftPpm == Approx(100).margin(0.1));
    CHECK(seconds(tie->log(at<FootageTime>(10))) == Approx(110).margin(1e-6));
    CHECK(seconds(tie->footage(at<LogTime>(190.008))) == Approx(90).margin(1e-6));
    const auto close = syncByHand({pair(10, 110), pair(12, 112.1)});
    REQUIRE(close);
    CHECK(close->driftPpm == 0); // too close together to tell drift from a shaky hand
    CHECK(seconds(close->log(at<FootageTime>(11))) == Approx(111.05).margin(1e-6));
    CHECK(syncByHand({pair(1, 1)}).error().id == "sync.too-few-pairs");
}

namespace {
Sound unslowed(const Sound& s, double) { return s; }

/// A speech of one second at second one.
Spoken hello(std::vector<float> samples) {
    Speech s;
    s.text = "hello", s.lengthS = 1;
    s.sound = std::make_shared<const Sound>(Sound{8000, 0, std::move(samples)});
    return {std::make_shared<const Speech>(std::move(s)), {1}, at<GuideTime>(1), at<GuideTime>(2), {}};
}
} // namespace

TEST_CASE("the film is lowered under the words and silent while the picture stands") {
    Cut cut;
    Section s;
    s.shots = {{ShotKind::Footage, at<GuideTime>(0), at<GuideTime>(2), at<FootageTime>(0), at<FootageTime>(2), 1, {}},
               {ShotKind::Freeze, at<GuideTime>(2), at<GuideTime>(4), at<FootageTime>(2), at<FootageTime>(2), 0, {1}}};
    s.end = at<GuideTime>(4);
    s.spoken = {hello(std::vector<float>(4000, 0.0f))};
    cut.sections = {s};
    cut.lengthS = 4;
    Sound film{8000, 0, std::vector<float>(8000 * 5, 0.5f)};
    const auto mix = mixSoundtrack(cut, {film, unslowed}, 0, 4);
    const auto level = [&](double t) { return std::abs(mix.samples[static_cast<std::size_t>(t * mix.rate)]); };
    CHECK(level(0.6) > 3 * level(1.6));
    CHECK(level(1.6) > 0);
    CHECK(level(3.5) == 0);
    CHECK(mix.samples.size() == 8000 * 4);
}

TEST_CASE("the voice is heard where it is planned and the mix never clips") {
    Cut cut;
    Section s;
    s.shots = {{ShotKind::Footage, at<GuideTime>(0), at<GuideTime>(3), at<FootageTime>(0), at<FootageTime>(3), 1, {}}};
    s.spoken = {hello(std::vector<float>(8000, 0.95f))};
    cut.sections = {s};
    Sound film{8000, 0, std::vector<float>(8000 * 5, 0.9f)};
    const auto mix = mixSoundtrack(cut, {film, unslowed}, 0, 3);
    for (const float v : mix.samples) CHECK(std::abs(v) <= 1.0f);
    CHECK(mix.samples[8000 + 4000] > 0.85f);
    CHECK(mix.samples[4000] < 0.6f);
}

TEST_CASE("a mix that nobody wants any more is given up") {
    Cut cut;
    Section s;
    s.shots = {{ShotKind::Footage, at<GuideTime>(0), at<GuideTime>(3), at<FootageTime>(0), at<FootageTime>(3), 1, {}}};
    cut.sections = {s};
    const Sound film{8000, 0, std::vector<float>(8000 * 5, 0.9f)};
    CHECK(mixSoundtrack(cut, {film, unslowed, [] { return false; }}, 0, 3).samples.empty());
}

TEST_CASE("a place to brake by is near, lasting and in front") {
    Track t;
    t.lengthM = 3000;
    t.references = {{"a", "board", "100 board", 500, 7, 1, "permanent"},
                    {"b", "cone", "cone", 519, 6, 0.5, "fragile"},
                    {"c", "hut", "hut", 521, 30, 3, "permanent"}};
    const auto look = bestLookFor(&t, 506, 50);
    REQUIRE(look);
    CHECK(look->reference->label == "100 board");
    CHECK(offsetText(*look) == "6 metres after the 100 board");
    CHECK(offsetText({look->reference, -12}) == "12 metres before the 100 board");
    CHECK(offsetText({look->reference, 0.4}) == "at the 100 board");
    const auto second = nextLookFor(&t, 506, 50, *look);
    REQUIRE(second);
    CHECK(second->reference->kind != "board");
    CHECK_FALSE(bestLookFor(&t, 1500, 50));
    CHECK_FALSE(bestLookFor(nullptr, 500, 50));
    t.references = {{"d", "post", "post", 2995, 7, 1, "permanent"}};
    CHECK(bestLookFor(&t, 3, 50)->offsetM == Approx(8)); // across the timing line
}
