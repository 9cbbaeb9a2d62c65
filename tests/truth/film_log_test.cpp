// SPDX-License-Identifier: GPL-3.0-or-later
// A film's own log against the drive that the simulated camera was taken on.
#include "core/film_log/film_log.h"
#include "core/lap/laps.h"
#include "core/track/plane.h"
#include "core/units/numbers.h"
#include "standins/camera_sensors.h"

#include <algorithm>
#include <catch2/catch.hpp>
#include <cmath>

using namespace hl;
using hl::standin::CameraSensors;

namespace {

constexpr double kFromS = 12.3; // of the drive, where the film begins

const standin::Circuit& ring() {
    static const auto c = standin::saltmarrowRing();
    return c;
}
const standin::Drive& driven() {
    static const auto d = standin::drive(ring(), {}, {}, 3, 21);
    return d;
}

SensorStreams streamsOf(const CameraSensors& camera, double toS = 260) {
    std::vector<MetadataPayload> payloads;
    const double end = std::min(toS, driven().samples.back().t - 1);
    for (const auto& p : standin::sensorPackets(ring(), driven(), kFromS, end, camera))
        payloads.push_back({p.startS, p.lengthS, p.bytes});
    return sensorStreams(payloads);
}

const standin::Sample& drivenAt(double filmS) {
    const auto& d = driven();
    return d.samples[static_cast<std::size_t>(std::lround((kFromS + filmS) / d.step))];
}

/// Median of what the log says less what the drive was.
template <class Truth> double medianError(const CarLog& log, Channel c, Truth truth) {
    std::vector<double> e;
    for (std::size_t i = 50; i + 50 < log.size(); i += 7)
        e.push_back(std::abs(log[c][i] - truth(drivenAt(log[Channel::Time][i]))));
    return median(e);
}

double yawRateOf(const standin::Sample& x) {
    return standin::lineAt(driven().line.curvature, driven().line, ring(), x.s) * x.v;
}

} // namespace

TEST_CASE("A film's own log tells the drive, however the camera sits and writes", "[film-log]") {
    struct Case {
        const char* what;
        CameraSensors camera;
    };
    const auto with = [](auto change) {
        CameraSensors c;
        change(c);
        return c;
    };
    const Case cases[] = {
        {"as usual", {}},
        {"its younger form", with([](auto& c) { c.younger = true; })},
        {"18 fixes a second", with([](auto& c) { c.fixesPerS = 18.18; })},
        {"without stamps", with([](auto& c) { c.stamps = false; })},
        {"another order", with([](auto& c) { c.stored = "YxZ"; })},
        {"an order nobody tells", with([](auto& c) { c.stored = "yZX", c.tellsOrder = false; })},
        {"a matrix", with([](auto& c) { c.stored = "YxZ", c.matrix = true; })},
        {"a matrix in one piece", with([](auto& c) { c.stored = "zXY", c.matrix = c.matrixInOne = true; })},
        {"upside down", with([](auto& c) { c.rollDeg = 180, c.lateS = 0.1; })},
        {"looking to the side", with([](auto& c) { c.yawDeg = 70, c.pitchDeg = 15, c.lateS = 0.6; })},
        {"lying on its side", with([](auto& c) { c.rollDeg = 90; })},
        {"early", with([](auto& c) { c.lateS = -0.15; })},
        {"with another device", with([](auto& c) { c.secondDevice = true; })},
    };
    for (const auto& k : cases) {
        INFO(k.what);
        const auto film = filmLog(streamsOf(k.camera));
        REQUIRE(film);
        const auto& log = film->log;
        CAPTURE(film->delay.s, film->delay.uncertaintyS, film->delay.from);
        CHECK(film->delay.from == "rotation");
        CHECK(std::abs(film->delay.s - k.camera.lateS) < 0.02);
        CHECK(std::abs(film->delay.s - k.camera.lateS) < film->delay.uncertaintyS);
        CHECK(medianError(log, Channel::YawRate, yawRateOf) < 0.02);
        CHECK(medianError(log, Channel::LongitudinalAcc, [](auto& x) { return x.ax; }) < 0.5);
        CHECK(medianError(log, Channel::LateralAcc, [](auto& x) { return x.ay; }) < 0.5);
        CHECK(medianError(log, Channel::Speed, [](auto& x) { return x.v; }) < 0.15);
    }
}

TEST_CASE("A film's own log tells the way and the laps", "[film-log]") {
    const auto film = filmLog(streamsOf({}, 400));
    REQUIRE(film);
    const auto& log = film->log;
    REQUIRE(log.origin);
    std::vector<double> aside;
    for (std::size_t i = 0; i < log.size(); i += 50) {
        const auto& x = drivenAt(log[Channel::Time][i]);
        const auto p = standin::poseAt(ring(), x.s, standin::lineAt(driven().line.lateral, driven().line, ring(), x.s));
        const auto zero = log.origin; // the stand-in's country lies on a plane of its own: both are held against it
        const auto there = onPlane(*zero, onGlobe({41.5, -29.25}, {p.x, p.y}));
        aside.push_back(std::hypot(log[Channel::X][i] - there.x, log[Channel::Y][i] - there.y));
    }
    CHECK(median(aside) < 1.5); // the receiver itself wanders by so much
    const auto laps = findLaps(log, nullptr);
    REQUIRE(laps);
    std::vector<double> complete;
    for (const auto& lap : laps->laps)
        if (lap.complete) complete.push_back(lap.time.count());
    REQUIRE(complete.size() >= 1);
    // wherever the line was assumed, a lap is about as long as the driven ones
    for (const double time : complete) CHECK(time == Approx(driven().lapTimes[1]).margin(1.5));
}

TEST_CASE("A receiver's delay is told by what the camera has", "[film-log]") {
    CameraSensors felt;
    felt.rotation = false, felt.lateS = 0.35;
    const auto byFeeling = filmLog(streamsOf(felt));
    REQUIRE(byFeeling);
    CHECK(byFeeling->delay.from == "acceleration");
    CHECK(std::abs(byFeeling->delay.s - 0.35) < 0.05);
    CHECK_FALSE(byFeeling->log.has(Channel::YawRate));
    CHECK(medianError(byFeeling->log, Channel::LateralAcc, [](auto& x) { return x.ay; }) < 0.6);

    CameraSensors bare;
    bare.rotation = bare.acceleration = false;
    const auto unknown = filmLog(streamsOf(bare));
    REQUIRE(unknown);
    CHECK(unknown->delay.from.empty());
    CHECK(unknown->delay.s == 0);
    CHECK(unknown->delay.uncertaintyS > 0.2);
    CHECK(unknown->log.size() > 1000);

    PictureMotion picture; // as a picture would turn, some 18 times a second
    for (double t = 0; t < 240; t += 0.055) {
        picture.footageS.push_back(t);
        picture.sideways.push_back(0.8 * yawRateOf(drivenAt(t)) + 0.02 * std::sin(37 * t));
        picture.upwards.push_back(0);
    }
    const auto seen = filmLog(streamsOf(bare), picture);
    REQUIRE(seen);
    CHECK(seen->delay.from == "picture");
    CHECK(std::abs(seen->delay.s - bare.lateS) < 0.04);
}

TEST_CASE("No fix is no position, whatever numbers stand there", "[film-log]") {
    CameraSensors late;
    late.noFixBeforeS = 40;
    for (const bool younger : {false, true}) {
        late.younger = younger;
        const auto film = filmLog(streamsOf(late));
        REQUIRE(film);
        CHECK(film->log[Channel::Time].front() > 39);
        CHECK(std::abs(film->delay.s - late.lateS) < 0.03);
        late.noFixBeforeS = 1e9;
        const auto never = filmLog(streamsOf(late));
        REQUIRE_FALSE(never);
        CHECK(never.error().id == "film-log.no-fix");
        late.noFixBeforeS = 40;
    }
    CameraSensors none;
    none.receiver = false;
    const auto without = filmLog(streamsOf(none));
    REQUIRE_FALSE(without);
    CHECK(without.error().id == "film-log.no-receiver");
    CHECK(filmLog({}).error().id == "film-log.no-receiver");
}

TEST_CASE("Packets that are lost, cut or late leave the rest right", "[film-log]") {
    std::vector<MetadataPayload> payloads;
    const CameraSensors camera;
    for (const auto& p : standin::sensorPackets(ring(), driven(), kFromS, 200, camera))
        payloads.push_back({p.startS, p.lengthS, p.bytes});
    payloads.back().lengthS = 77;                             // the last one seems to last to the film's end
    payloads[60].bytes.resize(payloads[60].bytes.size() / 2); // cut
    payloads.erase(payloads.begin() + 90, payloads.begin() + 94);
    const auto streams = sensorStreams(payloads);
    CHECK(streams.damaged == 1);
    const auto film = filmLog(streams);
    REQUIRE(film);
    CHECK(std::abs(film->delay.s - camera.lateS) < 0.03);
    CHECK(film->log[Channel::Time].back() < 200 - kFromS);
    CHECK(medianError(film->log, Channel::YawRate, yawRateOf) < 0.02);
    CHECK(medianError(film->log, Channel::Speed, [](auto& x) { return x.v; }) < 0.15);
}
