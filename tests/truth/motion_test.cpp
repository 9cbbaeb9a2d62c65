// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/sync/motion.h"
#include "standins/road_bumps.h"
#include "support/driven.h"

#include <catch2/catch.hpp>
#include <random>

using namespace hl;

namespace {

const hl::testing::Driven& saltmarrow() {
    static const auto d = hl::testing::driven(standin::saltmarrowRing(), {}, 3, 7);
    return d;
}

/// What a camera would see of this drive from `fromS` on: the yaw, the stream of what is near, trembling, lost frames.
PictureMotion seen(const hl::testing::Driven& d, double fromS, double lengthS, double noise, unsigned seed,
                   double drift = 0) {
    std::mt19937 rng(seed);
    std::normal_distribution<double> shake(0, noise);
    PictureMotion m;
    for (double t = 0; t < lengthS; t += 0.02) {
        const double drive = fromS + t * (1 + drift);
        const auto& x =
            d.drive.samples[std::min(d.drive.samples.size() - 1, static_cast<std::size_t>(drive / d.drive.step))];
        const double yaw = standin::lineAt(d.drive.line.curvature, d.drive.line, d.circuit, x.s) * x.v;
        m.footageS.push_back(t);
        m.sideways.push_back(seed % 2 && static_cast<int>(t * 50) % 97 < 3
                                 ? kNaN
                                 : 0.66 * yaw + 0.002 * x.v * std::sin(drive * 0.7) + shake(rng));
        // the head nods as the wheels are thrown
        m.upwards.push_back(0.05 * standin::bumpAt(d.circuit, x.s, standin::onKerb(d.circuit, d.drive, x.s)) *
                                (0.3 + x.v / 90) +
                            0.1 * shake(rng));
    }
    return m;
}

} // namespace

TEST_CASE("the turning of the picture finds its place in the log") {
    const auto& d = saltmarrow();
    std::mt19937 rng(3);
    std::uniform_real_distribution<double> start(2, 200);
    std::vector<double> errors;
    for (int i = 0; i < 6; ++i) {
        const double from = start(rng);
        const auto tie = syncByMotion(seen(d, from, 100, 0.05, 10 + static_cast<unsigned>(i)), d.log);
        INFO("from " << from);
        REQUIRE(tie);
        errors.push_back(std::abs(tie->offsetS - from));
        CHECK(errors.back() * 1000 <= tie->uncertaintyMs);
        CHECK(errors.back() < 0.04);
        CHECK(tie->method == "motion");
    }
    CHECK(median(errors) < 0.02); // one frame
}

TEST_CASE("positions alone are enough to know how the car turned") {
    standin::LogOptions how;
    how.rateHz = 10, how.positionNoise = 0.4;
    const auto gps = hl::testing::driven(standin::saltmarrowRing(), {}, 3, 7, how);
    auto log = gps.log;
    for (const auto c : {Channel::YawRate, Channel::LateralAcc, Channel::EngineSpeed, Channel::Steering})
        log[c].clear();
    const auto tie = syncByMotion(seen(gps, 61.7, 110, 0.08, 4), log);
    REQUIRE(tie);
    CHECK(tie->offsetS == Approx(61.7).margin(0.08));
    CHECK(std::abs(tie->offsetS - 61.7) * 1000 <= tie->uncertaintyMs);
}

TEST_CASE("a picture that does not turn like the log is refused") {
    const auto& d = saltmarrow();
    PictureMotion still, other;
    std::mt19937 rng(1);
    for (double t = 0; t < 60; t += 0.02) {
        still.footageS.push_back(t), still.upwards.push_back(0),
            still.sideways.push_back(std::normal_distribution<double>(0, 0.1)(rng));
        other.footageS.push_back(t), other.upwards.push_back(0),
            other.sideways.push_back(0.3 * std::sin(t * 0.9) + 0.2 * std::sin(t * 2.3));
    }
    CHECK(syncByMotion(still, d.log).error().id == "sync.not-sure");
    const auto doubtful = syncByMotion(other, d.log);
    CHECK((doubtful ? !doubtful->sure() : doubtful.error().id == "sync.not-sure"));
    still.footageS.resize(100), still.sideways.resize(100);
    CHECK(syncByMotion(still, d.log).error().id == "sync.too-short");
    CHECK(syncByMotion(still, CarLog{}).error().id == "sync.no-turning");
}

TEST_CASE("two answers are weighed, and refused when they contradict each other") {
    const ClockTie sound{10.000, 5, 6, 0.8, "sound"}, near{10.020, 0, 60, 0.5, "motion"}, far{12, 0, 60, 0.5, "motion"};
    const auto both = weighed(sound, near);
    REQUIRE(both);
    CHECK(both->offsetS == Approx(10.0).margin(0.001)); // the surer one counts a hundredfold
    CHECK(both->driftPpm == 5);
    CHECK(both->confidence > 0.8);
    CHECK(both->method == "both");
    CHECK(weighed(sound, far).error().id == "sync.not-sure");
}

TEST_CASE("jolts alone tie a log that does not tell how the car turned") {
    const auto& d = saltmarrow();
    auto log = d.log;
    for (const auto c : {Channel::YawRate, Channel::LateralAcc, Channel::X, Channel::Y}) log[c].clear();
    REQUIRE(turningOf(log).empty());
    const auto tie = syncByMotion(seen(d, 44.4, 100, 0.05, 8), log);
    REQUIRE(tie);
    CHECK(tie->offsetS == Approx(44.4).margin(0.06));
    CHECK(std::abs(tie->offsetS - 44.4) * 1000 <= tie->uncertaintyMs);
    log[Channel::VerticalAcc].clear();
    CHECK(syncByMotion(seen(d, 44.4, 100, 0.05, 8), log).error().id == "sync.no-turning");
}

TEST_CASE("a camera that shakes on its own mount does not spoil what the turning tells") {
    const auto& d = saltmarrow();
    auto film = seen(d, 61.7, 100, 0.05, 12);
    std::mt19937 rng(5);
    for (auto& u : film.upwards) u = std::normal_distribution<double>(0, 0.3)(rng);
    const auto tie = syncByMotion(film, d.log);
    REQUIRE(tie);
    CHECK(tie->offsetS == Approx(61.7).margin(0.04));
}

TEST_CASE("clocks that drift apart are found out by the turning, as far as it can tell") {
    const auto& d = saltmarrow();
    const auto tie = syncByMotion(seen(d, 30, 130, 0.01, 6, 120e-6), d.log);
    REQUIRE(tie);
    CHECK(tie->driftPpm > 40); // held against what clocks usually do
    const double middle = 65;
    CHECK(std::abs(seconds(tie->log(at<FootageTime>(middle))) - (30 + middle * (1 + 120e-6))) < 0.015);
}

TEST_CASE("a picture that goes on after its log, or is short, is put into no other lap") {
    const auto& d = saltmarrow();
    CarLog part; // ends in the middle of the film
    const auto& t = d.log[Channel::Time];
    for (std::size_t c = 0; c < kChannelCount; ++c)
        for (std::size_t i = 0; i < d.log.channels[c].size(); ++i)
            if (t[i] <= 300) part.channels[c].push_back(d.log.channels[c][i]);
    const auto tie = syncByMotion(seen(d, 250, 110, 0.02, 4), part);
    REQUIRE(tie);
    CHECK(tie->offsetS == Approx(250).margin(0.03));
    std::mt19937 rng(5);
    std::uniform_real_distribution<double> start(5, 340);
    for (int i = 0; i < 12; ++i) {
        const double from = start(rng);
        const auto few = syncByMotion(seen(d, from, 9 + i, 0.03, 20 + static_cast<unsigned>(i)), d.log);
        CAPTURE(from, i);
        if (!few || !few->sure()) continue;
        CHECK(std::abs(few->offsetS - from) * 1000 <= few->uncertaintyMs);
    }
}
