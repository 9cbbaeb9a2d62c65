// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/sync/sync.h"
#include "standins/engine_sound.h"
#include "support/driven.h"

#include <catch2/catch.hpp>
#include <random>

using namespace hl;

namespace {

const hl::testing::Driven& saltmarrow() {
    static const auto d = hl::testing::driven(standin::saltmarrowRing(), {}, 3, 7);
    return d;
}

/// Not taken for the film of this log: refused, or the best place with the word that it is not sure.
bool doubted(const Result<ClockTie>& tie) { return tie ? !tie->sure() : tie.error().id == "sync.not-sure"; }

} // namespace

TEST_CASE("the film's engine is tied to the log within 20 ms at any offset") {
    const auto& d = saltmarrow();
    std::mt19937 rng(41);
    std::uniform_real_distribution<double> start(2, 250);
    for (int i = 0; i < 5; ++i) {
        standin::SoundOptions o;
        o.fromS = start(rng), o.toS = o.fromS + 70, o.rate = 8000, o.seed = 3 + static_cast<unsigned>(i);
        const auto tie = syncBySound(standin::engineSound(d.circuit, d.drive, o), d.log);
        INFO("from " << o.fromS);
        REQUIRE(tie);
        CHECK(tie->offsetS == Approx(o.fromS).margin(0.020)); // the log begins with the drive
        CHECK(std::abs(tie->offsetS - o.fromS) * 1000 <= tie->uncertaintyMs);
        CHECK(tie->confidence > kSureEnough);
    }
}

TEST_CASE("road noise as loud as the engine does not move it") {
    const auto& d = saltmarrow();
    for (const double noise : {0.3, 0.8}) {
        standin::SoundOptions o;
        o.fromS = 133.31, o.toS = 228, o.rate = 8000, o.noise = noise;
        const auto tie = syncBySound(standin::engineSound(d.circuit, d.drive, o), d.log);
        INFO("noise " << noise);
        REQUIRE(tie);
        CHECK(tie->offsetS == Approx(o.fromS).margin(0.020));
    }
}

TEST_CASE("of three laps of one driver the filmed one is taken") {
    const auto& d = saltmarrow();
    double start = 0;
    for (const auto& lap : d.laps.laps) {
        if (!lap.complete) continue;
        start = seconds(lap.start);
        standin::SoundOptions o;
        o.fromS = start + 5, o.toS = start + 80, o.rate = 8000;
        const auto tie = syncBySound(standin::engineSound(d.circuit, d.drive, o), d.log);
        REQUIRE(tie);
        CHECK(tie->offsetS == Approx(o.fromS).margin(0.020));
    }
}

TEST_CASE("the engine of another drive is refused") {
    const auto& d = saltmarrow();
    standin::Driver other;
    other.commitment = 0.8, other.spreadM = 4;
    const auto stranger = standin::drive(standin::buildRing(d.circuit.turns, 500, 6), {}, other, 1, 99);
    standin::SoundOptions o;
    o.fromS = 20, o.toS = 90, o.rate = 8000;
    const auto tie = syncBySound(standin::engineSound(d.circuit, stranger, o), d.log);
    CHECK(doubted(tie));
}

TEST_CASE("without engine speed the pitch follows the speed in each gear") {
    auto log = saltmarrow().log;
    log[Channel::EngineSpeed].clear();
    const auto& d = saltmarrow();
    for (const double noise : {0.06, 0.3}) {
        standin::SoundOptions o;
        o.fromS = 71.3, o.toS = 171, o.rate = 8000, o.noise = noise;
        const auto sound = standin::engineSound(d.circuit, d.drive, o);
        const auto tie = syncBySound(sound, log);
        INFO("noise " << noise);
        REQUIRE(tie);
        CHECK(tie->offsetS == Approx(o.fromS).margin(0.020));
        CHECK(std::abs(tie->offsetS - o.fromS) * 1000 <= tie->uncertaintyMs);
        auto speedOnly = log;
        speedOnly[Channel::Gear].clear();
        const auto vague = syncBySound(sound, speedOnly);
        REQUIRE(vague);
        CHECK(std::abs(vague->offsetS - o.fromS) * 1000 <= vague->uncertaintyMs);
        CHECK(vague->uncertaintyMs > tie->uncertaintyMs); // the gears were heard, not told
    }
}

TEST_CASE("without engine speed another drive is refused too") {
    const auto& d = saltmarrow();
    standin::Driver other;
    other.commitment = 0.8, other.spreadM = 4;
    const auto stranger = standin::drive(standin::buildRing(d.circuit.turns, 500, 6), {}, other, 1, 99);
    standin::SoundOptions o;
    o.fromS = 20, o.toS = 90, o.rate = 8000;
    auto log = d.log;
    log[Channel::EngineSpeed].clear();
    CHECK(doubted(syncBySound(standin::engineSound(d.circuit, stranger, o), log)));
    log[Channel::Gear].clear();
    CHECK(doubted(syncBySound(standin::engineSound(d.circuit, stranger, o), log)));
    log[Channel::Speed].clear();
    CHECK(syncBySound({}, log).error().id == "sync.no-engine-speed");
}

TEST_CASE("a driver who repeats his laps within hundredths of a second is still put into the right one") {
    standin::Driver robot;
    robot.liftInCorner = robot.earlyBrakeCorner = 0;
    for (const double spread : {0.05, 0.0}) { // of his braking points, m; nought: the laps are one another's copies
        robot.spreadM = spread;
        const auto d = hl::testing::driven(standin::saltmarrowRing(), robot, 3, 11);
        standin::SoundOptions o;
        o.fromS = 150, o.toS = 240, o.rate = 8000;
        const auto tie = syncBySound(standin::engineSound(d.circuit, d.drive, o), d.log);
        INFO(spread);
        REQUIRE(tie);
        REQUIRE(tie->places.size() >= 3);
        CHECK(tie->places.front().offsetS == tie->offsetS);
        if (spread > 0) {
            CHECK(tie->sure());
            CHECK(tie->offsetS == Approx(o.fromS).margin(0.005));
        } else { // what cannot be told is said to be so, and the right place is among those to choose from
            CHECK_FALSE(tie->sure());
            CHECK(std::any_of(tie->places.begin(), tie->places.end(),
                              [&](const TiePlace& p) { return std::abs(p.offsetS - o.fromS) < 0.01; }));
        }
    }
}

TEST_CASE("nine seconds of film are put into their place, and say when they are not sure of it") {
    const auto& d = saltmarrow();
    std::mt19937 rng(7);
    std::uniform_real_distribution<double> start(5, 350);
    for (int i = 0; i < 6; ++i) {
        standin::SoundOptions o;
        o.fromS = start(rng), o.toS = o.fromS + 9, o.rate = 8000, o.seed = static_cast<unsigned>(i);
        const auto tie = syncBySound(standin::engineSound(d.circuit, d.drive, o), d.log);
        CAPTURE(o.fromS);
        REQUIRE(tie);
        if (tie->sure()) CHECK(tie->offsetS == Approx(o.fromS).margin(0.03));
        bool among = false;
        for (const auto& p : tie->places) among |= std::abs(p.offsetS - o.fromS) < 0.05;
        CHECK(among);
    }
}

TEST_CASE("a film that begins before its log or ends after it is put where it belongs") {
    const auto& d = saltmarrow();
    for (const bool before : {true, false}) {
        CarLog part;
        const auto& t = d.log[Channel::Time];
        for (std::size_t c = 0; c < kChannelCount; ++c)
            for (std::size_t i = 0; i < d.log.channels[c].size(); ++i)
                if (before ? t[i] >= 40 : t[i] <= 300) part.channels[c].push_back(d.log.channels[c][i]);
        standin::SoundOptions o;
        o.fromS = before ? 10 : 250, o.toS = o.fromS + 110, o.rate = 8000;
        const auto tie = syncBySound(standin::engineSound(d.circuit, d.drive, o), part);
        CAPTURE(before);
        REQUIRE(tie);
        CHECK(tie->offsetS == Approx(o.fromS).margin(0.03));
    }
}
