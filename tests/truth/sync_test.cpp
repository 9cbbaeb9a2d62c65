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
    if (tie)
        CHECK(tie->uncertaintyMs > 1e9); // must not happen
    else
        CHECK(tie.error().id == "sync.not-sure");
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
    CHECK(syncBySound(standin::engineSound(d.circuit, stranger, o), log).error().id == "sync.not-sure");
    log[Channel::Gear].clear();
    CHECK(syncBySound(standin::engineSound(d.circuit, stranger, o), log).error().id == "sync.not-sure");
    log[Channel::Speed].clear();
    CHECK(syncBySound({}, log).error().id == "sync.no-engine-speed");
}
