// SPDX-License-Identifier: GPL-3.0-or-later
// Heights for a road that has none, and the body's angles where a log has them.
#include "core/camera/car_path.h"
#include "core/camera/pose.h"
#include "core/lap/elevation.h"
#include "core/lap/trace.h"
#include "core/log/log_input.h"
#include "support/stadium.h"

#include <algorithm>
#include <catch2/catch.hpp>
#include <random>

using namespace hl;
using namespace hl::testing;

namespace {

/// Metres of the stadium nearest to a point: a road's own metres count from a line of its own.
double metreOf(const Stadium& st, double x, double y) {
    double best = 0, least = 1e9;
    for (double s = 0; s < st.length(); s += 0.5)
        if (const auto p = st.at(s); std::hypot(p.x - x, p.y - y) < least)
            least = std::hypot(p.x - x, p.y - y), best = s;
    return best;
}

double hill(const Stadium& st, double s) {
    return 9 * std::sin(2 * kPi * s / st.length()) + 3 * std::sin(4 * kPi * s / st.length() + 1);
}

struct OnHills {
    Stadium st;
    CarLog log;
    Track road;
    /// `wander`: how far a receiver drifts in an hour's worth of laps, m; `noise`: from sample to sample.
    OnHills(double laps, double wander, double noise) : log(stadiumLog(st, 25, laps)) {
        std::mt19937 rng(4);
        std::normal_distribution<double> off(0, noise);
        auto& z = log[Channel::Z];
        for (const double t : log[Channel::Time])
            z.push_back(40 + hill(st, st.speed * t - 100) + wander * std::sin(t / 90) + off(rng));
        const auto laps1 = findLaps(log, nullptr);
        const auto trace = traceOf(log, *laps1, *fastest(*laps1), nullptr);
        road = *roadFromTrace(*trace);
    }
    /// The worst grade error, and the worst height error once one level is taken off.
    std::pair<double, double> off() const {
        const auto truth = [this](double s) {
            const auto f = frameAt(road, s);
            return hill(st, metreOf(st, f.x, f.y));
        };
        std::vector<double> level;
        for (double s = 0; s < road.lengthM; s += 5) level.push_back(frameAt(road, s).z - truth(s));
        const double m = median(level);
        double grade = 0, height = 0;
        for (double s = 0; s < road.lengthM; s += 5) {
            const double rise = (truth(s + 15) - truth(s - 15)) / 30;
            grade = std::max(grade, std::abs((frameAt(road, s + 15).z - frameAt(road, s - 15).z) / 30 - rise));
            height = std::max(height, std::abs(frameAt(road, s).z - truth(s) - m));
        }
        return {grade, height};
    }
};

} // namespace

TEST_CASE("a flat road gets the heights that the log has along it") {
    OnHills exact(2, 0, 0);
    fillElevation(exact.road, exact.log);
    const auto [grade, height] = exact.off();
    CHECK(grade < 0.012);
    CHECK(height < 0.8); // it is smoothed
}

TEST_CASE("a receiver that wanders by metres still gives the grades, all laps together") {
    OnHills noisy(6, 4, 0.5);
    fillElevation(noisy.road, noisy.log);
    CHECK(noisy.off().first < 0.02);
}

TEST_CASE("heights that say nothing leave the road flat; a road that has heights keeps them") {
    OnHills wild(4, 0, 12);
    auto& z = wild.log[Channel::Z];
    std::mt19937 rng(1);
    for (auto& h : z) h = std::uniform_real_distribution<double>(-60, 60)(rng);
    std::vector<double> walk(z.size());
    for (std::size_t i = 1; i < z.size(); ++i) walk[i] = walk[i - 1] + z[i] / 100; // a barometer in the wind
    z = walk;
    fillElevation(wild.road, wild.log);
    CHECK(std::all_of(wild.road.z.begin(), wild.road.z.end(), [](double h) { return h == 0; }));
    OnHills none(2, 0, 0);
    none.log[Channel::Z].clear();
    fillElevation(none.road, none.log);
    CHECK(none.off().second > 5);
    OnHills kept(2, 0, 0);
    for (std::size_t i = 0; i < kept.road.z.size(); ++i) kept.road.z[i] = static_cast<double>(i % 2);
    const auto before = kept.road.z;
    fillElevation(kept.road, kept.log);
    CHECK(kept.road.z == before);
}

TEST_CASE("measured pitch and roll turn the camera, whatever the logger's signs, units and mounting") {
    for (const double sign : {1.0, -1.0})
        for (const bool degrees : {false, true}) {
            const Stadium st;
            std::string csv = "time [s],x [m],y [m],speed [m/s],long acc [m/s2],lat acc [m/s2],Pitch Angle";
            csv += degrees ? " [deg],Roll Angle [deg]\n" : " [rad],Roll Angle [rad]\n";
            char line[200];
            std::vector<double> truePitch, trueRoll, t;
            for (const auto& r : stadiumRows(st, 50, 2)) {
                const double ax = -8 * r.brake + 3 * r.throttle,
                             bend = std::abs(std::remainder(r.place.heading, kPi)) > 1e-9;
                const double ay = bend * 15.0, pitch = 0.03 * ax / kGravity, roll = -0.05 * ay / kGravity;
                const double unit = degrees ? 180 / kPi : 1;
                std::snprintf(line, sizeof line, "%.3f,%.4f,%.4f,%.2f,%.4f,%.4f,%.6f,%.6f\n", r.t, r.place.x, r.place.y,
                              r.v, ax, ay, unit * (sign * pitch + 0.02), unit * sign * (roll - 0.01));
                csv += line;
                t.push_back(r.t), truePitch.push_back(pitch), trueRoll.push_back(roll);
            }
            auto log = importText(csv, "body.csv");
            REQUIRE(log);
            const auto laps = findLaps(*log, nullptr);
            REQUIRE(laps);
            const auto trace = traceOf(*log, *laps, *fastest(*laps), nullptr);
            const auto path = carPath(*log, *roadFromTrace(*trace), t.front(), t.back());
            REQUIRE(path.pitch.size() == path.t.size());
            REQUIRE(path.roll.size() == path.t.size());
            std::vector<double> off, level;
            for (std::size_t i = 0; i < path.t.size(); i += 10)
                level.push_back(path.pitch[i] - sampleAt(t, truePitch, path.t[i]));
            const double constant = median(level);
            for (std::size_t i = 0; i < path.t.size(); i += 10)
                off.push_back(std::abs(path.pitch[i] - constant - sampleAt(t, truePitch, path.t[i])));
            CHECK(median(off) < 0.003);
            Camera k;
            k.pitchPerG = 0.5; // would be far off: what is measured stands for it
            const auto a = cameraPose(k, path, at<LogTime>(path.t[path.t.size() / 2]));
            k.pitchPerG = 0;
            const auto b = cameraPose(k, path, at<LogTime>(path.t[path.t.size() / 2]));
            CHECK(a->forward.z == Approx(b->forward.z));
        }
}

TEST_CASE("angles that go with nothing are not believed") {
    auto log = stadiumLog();
    std::mt19937 rng(2);
    for (std::size_t i = 0; i < log.size(); ++i)
        log[Channel::Pitch].push_back(std::uniform_real_distribution<double>(-0.1, 0.1)(rng));
    const auto laps = findLaps(log, nullptr);
    const auto trace = traceOf(log, *laps, *fastest(*laps), nullptr);
    CHECK(carPath(log, *roadFromTrace(*trace), 0, 40).pitch.empty());
}
