// SPDX-License-Identifier: GPL-3.0-or-later
// Two laps over the same metres, on simulated drives.
#include "core/compare/compare.h"
#include "core/compare/exit_worth.h"
#include "core/compare/shift_worth.h"
#include "core/compare/time_to_find.h"
#include "core/lap/learn_road.h"
#include "support/driven.h"

#include <catch2/catch.hpp>

using namespace hl;
using hl::testing::Driven;
using hl::testing::driven;
using hl::testing::must;

namespace {

const Driven& saltmarrow() {
    static const auto d = driven(standin::saltmarrowRing(), {}, 4, 7);
    return d;
}

LapTrace lapOf(const Driven& d, int number, const Track* track) {
    return must(traceOf(d.log, d.laps, must(numbered(d.laps, number)), track));
}

double sumOf(const std::vector<PartTimes>& parts) {
    double sum = 0;
    for (const auto& p : parts) sum += p.sum();
    return sum;
}

} // namespace

TEST_CASE("the parts of the corners add up to the difference of the laps") {
    const auto& d = saltmarrow();
    for (const Track* track : {&d.track, static_cast<const Track*>(nullptr)}) {
        const auto reference = lapOf(d, 1, track);
        const auto corners = must(findCorners(reference, track));
        const auto parts = partsOf(corners, measureAll(reference, corners), reference.lengthM);
        CHECK(sumOf(timesOf(reference, parts)) == Approx(reference.lap.time.count()).margin(1e-9));
        for (const int n : {2, 3, 4}) {
            const auto other = lapOf(d, n, track);
            const auto delta = compareLaps(reference, other, parts);
            CHECK(sumOf(delta.corners) == Approx(delta.totalS).margin(1e-6));
            CHECK(delta.totalS ==
                  Approx(d.drive.lapTimes[static_cast<std::size_t>(n - 1)] - d.drive.lapTimes[0]).margin(0.02));
            CHECK(delta.behindS.front() == 0);
            CHECK(delta.behindS.back() == Approx(delta.totalS).margin(0.05)); // up to 5 m before the line
            const auto back = compareLaps(other, reference, parts);
            CHECK(back.totalS == -delta.totalS);
        }
    }
}

TEST_CASE("the delta at equal distance is what the simulation says") {
    const auto& d = saltmarrow();
    const auto a = lapOf(d, 1, &d.track), b = lapOf(d, 3, &d.track);
    const auto delta = compareLaps(a, b, {});
    // when the simulated car was at a metre of a lap
    const auto when = [&](int lap, double m) {
        const double at = lap * d.circuit.length + m;
        const auto i = std::lower_bound(d.drive.samples.begin(), d.drive.samples.end(), at,
                                        [](const standin::Sample& s, double x) { return s.s < x; });
        return i->t;
    };
    for (std::size_t i = 20; i < delta.s.size() - 20; i += 37) {
        const double truth = (when(3, delta.s[i]) - when(3, 0)) - (when(1, delta.s[i]) - when(1, 0));
        CHECK(delta.behindS[i] == Approx(truth).margin(0.03));
    }
}

TEST_CASE("a driver who brakes far too early in one corner is sent there first") {
    standin::Driver early;
    early.earlyBrakeCorner = 3, early.liftInCorner = 0, early.spreadM = 0.1;
    standin::Driver plain = early;
    plain.earlyBrakeCorner = 0;
    const auto good = driven(standin::saltmarrowRing(), plain, 1, 5),
               late = driven(standin::saltmarrowRing(), early, 1, 5);
    const auto reference = lapOf(good, 1, &good.track), other = lapOf(late, 1, &late.track);
    const auto corners = must(findCorners(reference, &good.track));
    const auto parts = partsOf(corners, measureAll(reference, corners), reference.lengthM);
    const auto delta = compareLaps(reference, other, parts);
    const auto first = firstToWorkOn(parts, delta.corners);
    REQUIRE_FALSE(first.empty());
    CHECK(first.front() == corners.at(2).id);
    CHECK(first.size() <= 3);
    CHECK(firstToWorkOn(parts, compareLaps(reference, reference, parts).corners).empty());
}

TEST_CASE("an ideal lap is never slower than the best, and its pieces fit together") {
    const auto& d = saltmarrow();
    std::vector<LapTrace> laps;
    double best = 1e9;
    for (int n = 1; n <= 4; ++n)
        laps.push_back(lapOf(d, n, &d.track)), best = std::min(best, laps.back().lap.time.count());
    const auto corners = must(findCorners(laps[0], &d.track));
    const auto parts = partsOf(corners, measureAll(laps[0], corners), laps[0].lengthM);
    const auto ideal = idealLap(laps, parts);
    CHECK(ideal.timeS <= best + 1e-9);
    CHECK(ideal.timeS > best - 2);
    REQUIRE(ideal.from.size() == parts.size());
    for (std::size_t i = 1; i < parts.size(); ++i) {
        const auto &before = laps[ideal.from[i - 1]], &now = laps[ideal.from[i]];
        const double m = parts[i].entryM;
        CHECK(sampleAt(before.s, before.v, m) >= sampleAt(now.s, now.v, m) - 1.0001);
    }
    const auto alone = idealLap({laps[2]}, parts);
    CHECK(alone.timeS == Approx(laps[2].lap.time.count()).margin(1e-9));
}

TEST_CASE("what exit speed is worth is what the simulated car makes of it") {
    const auto& d = saltmarrow();
    std::vector<LapTrace> laps;
    for (int n = 1; n <= 3; ++n) laps.push_back(lapOf(d, n, &d.track));
    const auto car = abilityOf(laps);
    // Two runs of the made car's own equation of motion over 400 m, from 35 m/s and 1 km/h faster.
    const auto run = [&](double v) {
        double t = 0;
        const auto& c = d.drive.car;
        for (double s = 0; s < 400;) {
            int gear = 1;
            while (gear < 6 && v > c.gearMps[static_cast<std::size_t>(gear - 1)] * c.upshiftRpm / c.limiterRpm) ++gear;
            const double u = v / c.gearMps[static_cast<std::size_t>(gear - 1)];
            const double torque =
                u < 0.55 ? 0.62 + 0.3 * u / 0.55 : (u > 0.96 ? 0.95 : 0.92 + 0.08 * (u - 0.55) / 0.41);
            const double a = c.powerW * torque / v / c.massKg - c.dragPerV2 * v * v - 0.15;
            v += a * 0.001, s += v * 0.001, t += 0.001;
        }
        return t;
    };
    const double truth = run(35) - run(35 + 1 / 3.6);
    const auto worth = exitWorth(car, 35, 0, 400, 25);
    REQUIRE(worth);
    CHECK(worth->perKmhS == Approx(truth).epsilon(0.2));
    CHECK(worth->perMetreS > 0);
    CHECK_FALSE(exitWorth(car, 35, 0, 20, 25)); // no straight
    CHECK_FALSE(exitWorth({}, 35, 0, 400, 25)); // never seen at full power
}

TEST_CASE("a road learned from laps puts every lap on one axis, and says that its edges are assumed") {
    standin::LogOptions gps;
    gps.rateHz = 10, gps.positionNoise = 0.4;
    for (const auto& how : {standin::LogOptions{}, gps}) {
        const auto d = driven(standin::saltmarrowRing(), {}, 4, 7, how);
        const auto laps = must(findLaps(d.log, nullptr));
        const auto road = learnRoad(d.log, laps);
        REQUIRE(road);
        CHECK(road->closed);
        CHECK(road->edgesAssumed);
        const auto again = must(findLaps(d.log, &*road));
        // Apexes of two laps, found by each alone, lie at the same metres.
        std::vector<double> apart;
        std::vector<std::vector<Corner>> found;
        for (const int n : {1, 2, 4})
            found.push_back(must(findCorners(must(traceOf(d.log, again, must(numbered(again, n)), &*road)), &*road)));
        REQUIRE(found[0].size() == found[1].size());
        for (std::size_t i = 0; i < found[0].size(); ++i)
            apart.push_back(std::abs(found[0][i].apexM - found[1][i].apexM));
        CHECK(median(apart) < 3);
        const auto t = must(traceOf(d.log, again, must(numbered(again, 2)), &*road));
        CHECK_FALSE(t.edgesKnown);
        CHECK(measureAll(t, found[1]).front().unmeasured.contains("apex_lateral_m"));
    }
}

TEST_CASE("where to shift up is learned from how each gear pulls") {
    // Two gears whose pull crosses at 30 m/s: 6 - 0.1 v and 3.9 - 0.03 v. A lap that shifts at 22 m/s gives time away.
    const auto low = [](double v) { return 6 - 0.1 * v; };
    const auto high = [](double v) { return 3.9 - 0.03 * v; };
    std::vector<LapTrace> laps;
    for (const double at :
         {22.0, 22.4, 34.0}) { // two early shifts, and one that shows how the first gear goes on pulling
        LapTrace t;
        double v = 10, s = 0;
        for (double time = 0; time < 14; time += 0.01) {
            const bool first = v < at && (t.gear.empty() || t.gear.back() == 1);
            const double a = first ? low(v) : high(v);
            t.t.push_back(time), t.s.push_back(s), t.v.push_back(v), t.ax.push_back(a), t.gear.push_back(first ? 1 : 2),
                t.throttle.push_back(1);
            v += a * 0.01, s += v * 0.01;
        }
        laps.push_back(std::move(t));
    }
    const auto w = shiftWorths(laps);
    REQUIRE(w.size() == 1);
    CHECK(w[0].from == 1);
    CHECK(w[0].usualSpeed == Approx(22.4).margin(0.3));
    CHECK(w[0].bestSpeed == Approx(30).margin(2));
    double truth = 0;
    for (double v = w[0].usualSpeed; v < 30; v += 0.01) truth += 0.01 * (1 / high(v) - 1 / low(v));
    CHECK(w[0].gainS == Approx(truth).epsilon(0.25));
    for (auto& t : laps) t.gear.clear();
    CHECK(shiftWorths(laps).empty());
}

TEST_CASE("time that a lap loses to the best parts of all is told where it was lost") {
    const auto& d = saltmarrow();
    const auto best = lapOf(d, 2, &d.track);
    const auto corners = must(findCorners(best, &d.track));
    const auto facts = measureAll(best, corners);
    const auto parts = partsOf(corners, facts, best.lengthM);
    CHECK_FALSE(timeToFind(best, {best}, parts));       // nothing to hold it against
    CHECK_FALSE(timeToFind(best, {best, best}, parts)); // nothing to find
    struct Lost {
        std::size_t corner;
        double fromM, toM, s;
        const char* part;
    };
    const auto n = parts.size();
    const Lost all[] = {{1, parts[1].entryM, parts[1].middleM, 0.4, "on the way in"},
                        {3, parts[3].exitM, parts[3].straightM, 0.25, "on the way out"},
                        {n - 1, parts[n - 1].straightM, best.lengthM, 0.3, "on the straight"}};
    for (const auto& lost : all) {
        INFO("corner " << lost.corner);
        // The same lap, driven slower between two places: the later a place, the later it is reached.
        auto slow = best;
        for (std::size_t i = 0; i < slow.s.size(); ++i)
            slow.t[i] += lost.s * std::clamp((slow.s[i] - lost.fromM) / (lost.toM - lost.fromM), 0.0, 1.0);
        slow.lap.time += Seconds(lost.s);
        const auto found = timeToFind(slow, {best, slow}, parts);
        REQUIRE(found);
        CHECK(found->idealS == Approx(best.lap.time.count()).margin(1e-6));
        REQUIRE(found->where.size() == 1);
        CHECK(found->where[0].corner == parts[lost.corner].corner);
        CHECK(found->where[0].s == Approx(lost.s).margin(0.01));
        CHECK(found->where[0].part == lost.part);
    }
}

TEST_CASE("what is to be found in each piece adds up to no more than the whole") {
    const auto& d = saltmarrow();
    std::vector<LapTrace> laps;
    for (int n = 1; n <= 4; ++n) laps.push_back(lapOf(d, n, &d.track));
    const auto corners = must(findCorners(laps[0], &d.track));
    const auto parts = partsOf(corners, measureAll(laps[0], corners), laps[0].lengthM);
    for (const auto& lap : laps) {
        double pieces = 0;
        for (std::size_t i = 0; i < parts.size(); ++i) pieces += pieceS(lap, parts, i);
        CHECK(pieces == Approx(lap.lap.time.count()).margin(1e-9));
        const auto found = timeToFind(lap, laps, parts);
        REQUIRE(found);
        CHECK(found->where.size() <= 3);
        for (std::size_t i = 1; i < found->where.size(); ++i) CHECK(found->where[i].s <= found->where[i - 1].s);
        CHECK(found->idealS <= lap.lap.time.count());
    }
}
