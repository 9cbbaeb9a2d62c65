// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/corner/corner.h"
#include "core/lap/trace.h"
#include "support/stadium.h"

#include <catch2/catch.hpp>

using namespace hl;
using hl::testing::Stadium;
using hl::testing::stadiumCsv;
using hl::testing::stadiumLog;
using hl::testing::stadiumRows;

namespace {

/// The stadium as a track file would give it, the line at (0, 0).
Track stadiumTrack(const Stadium& st) {
    Track t;
    t.name = "stadium";
    t.lengthM = st.length();
    for (double s = 0; s < st.length() - 1; s += 2) {
        const auto p = st.at(s);
        t.s.push_back(s), t.x.push_back(p.x), t.y.push_back(p.y), t.z.push_back(0), t.left.push_back(6),
            t.right.push_back(6);
    }
    return t;
}

} // namespace

TEST_CASE("laps are cut where the line is crossed, between samples") {
    const Stadium st;
    const double hz = GENERATE(100.0, 25.0, 10.0);
    const auto track = stadiumTrack(st);
    const auto laps = findLaps(stadiumLog(st, hz, 3), &track);
    REQUIRE(laps);
    CHECK(laps->line == "track");
    REQUIRE(laps->laps.size() == 5); // run-up, three laps, the rest
    for (std::size_t i = 1; i <= 3; ++i) {
        CHECK(laps->laps[i].complete);
        CHECK(laps->laps[i].time.count() == Approx(st.length() / st.speed).margin(0.002));
        CHECK(seconds(laps->laps[i].start) ==
              Approx((100 + (static_cast<double>(i) - 1) * st.length()) / st.speed).margin(0.005));
    }
    CHECK_FALSE(laps->laps.front().complete);
    CHECK_FALSE(laps->laps.back().complete);
}

TEST_CASE("without a line one is assumed, and said to be") {
    const auto laps = findLaps(stadiumLog({}, 50, 3), nullptr);
    REQUIRE(laps);
    CHECK(laps->line == "assumed");
    const auto best = fastest(*laps);
    REQUIRE(best);
    CHECK(best->time.count() == Approx(Stadium{}.length() / 30).margin(0.05));
}

TEST_CASE("a per-lap distance column gives the laps") {
    std::string csv = "time,distance [m],speed [m/s]\n";
    char row[80];
    for (int i = 0; i < 3000; ++i) {
        std::snprintf(row, sizeof row, "%.2f,%.3f,20\n", i * 0.05, wrapped(i * 1.0, 900));
        csv += row;
    }
    const auto log = importText(csv, "d.csv");
    REQUIRE(log);
    const auto laps = findLaps(*log, nullptr);
    REQUIRE(laps);
    CHECK(laps->line == "log");
    REQUIRE(laps->laps.size() == 4);
    CHECK(laps->laps[1].time.count() == Approx(45).margin(0.01));
    CHECK(laps->trackLengthM == Approx(900).margin(1));
}

TEST_CASE("a log without a complete lap says so") {
    auto log = importText("time,lap,speed [m/s]\n0,1,10\n1,1,10\n2,2,10\n60,2,10\n", "x.csv");
    REQUIRE(log);
    const auto laps = findLaps(*log, nullptr);
    REQUIRE(laps);
    const auto best = fastest(*laps);
    REQUIRE_FALSE(best);
    CHECK(best.error().id == "laps.none-complete");
    CHECK(numbered(*laps, 9).error().id == "laps.no-such");
}

TEST_CASE("a lap lies on the track's own metres") {
    const Stadium st;
    const auto track = stadiumTrack(st);
    const auto log = stadiumLog(st, 100, 2);
    const auto laps = findLaps(log, &track);
    REQUIRE(laps);
    const auto trace = traceOf(log, *laps, laps->laps[1], &track);
    REQUIRE(trace);
    for (const double s : {0.0, 123.0, 300.0, 700.0, st.length() - 1}) {
        const double t = seconds(timeAt(*trace, s));
        CHECK((t - seconds(trace->lap.start)) * st.speed == Approx(s).margin(0.3));
        CHECK(placeAt(*trace, at<LogTime>(t)) == Approx(s).margin(0.01));
    }
    CHECK(trace->s.front() < -50); // the run-up before the line is there
    for (const double l : trace->lateral) CHECK(std::abs(l) < 0.2);
}

TEST_CASE("any place on the road is found again, inside and outside") {
    const auto track = stadiumTrack({});
    for (double s = 0; s < track.lengthM; s += 37.3)
        for (const double lateral : {-5.0, 0.0, 4.0}) {
            const auto p = onRoad(track, s, lateral, 0);
            const auto found = placeOf(track, {p.x, p.y}, kNaN);
            CHECK(std::abs(std::remainder(found.atM - s, track.lengthM)) < 0.4);
            CHECK(found.lateralM == Approx(lateral).margin(0.1));
        }
}

TEST_CASE("the stadium has two corners, where geometry says") {
    const Stadium st;
    const auto log = stadiumLog(st, 100, 2);
    const auto track = stadiumTrack(st);
    const auto laps = findLaps(log, &track);
    REQUIRE(laps);
    const auto trace = traceOf(log, *laps, laps->laps[1], &track);
    REQUIRE(trace);
    const auto corners = findCorners(*trace, &track);
    REQUIRE(corners);
    REQUIRE(corners->size() == 2);
    const double arc = kPi * st.radius;
    for (std::size_t i = 0; i < 2; ++i) {
        const auto& c = (*corners)[i];
        const double begin = st.straight / 2 + static_cast<double>(i) * (st.straight + arc);
        CHECK(c.side == Side::Left);
        CHECK(deg(c.angleRad) == Approx(180).margin(4));
        CHECK(c.minRadiusM == Approx(st.radius).margin(4));
        CHECK(c.turnInM == Approx(begin).margin(10));
        CHECK(c.startM < c.turnInM);
        CHECK(c.apexM > begin);
        CHECK(c.apexM < begin + arc);
        CHECK(c.endM > begin + arc - 10);
    }
    CHECK((*corners)[0].endM <= (*corners)[1].startM + 1e-9);
}

TEST_CASE("facts of the stadium's corners are those it was driven with") {
    const Stadium st;
    const auto log = stadiumLog(st, 100, 2);
    const auto track = stadiumTrack(st);
    const auto laps = findLaps(log, &track);
    REQUIRE(laps);
    const auto trace = traceOf(log, *laps, laps->laps[1], &track);
    REQUIRE(trace);
    const auto corners = findCorners(*trace, &track);
    REQUIRE(corners);
    const double begin = st.straight / 2, arc = kPi * st.radius;
    const auto f = measure(*trace, corners->front());
    REQUIRE(f.brakeOnsetM);
    CHECK(f.brakeOnsetM->value == Approx(begin - 60).margin(1));
    CHECK(f.brakePeak->value == Approx(0.8).margin(0.01));
    CHECK(f.brakeReleaseM->value == Approx(begin + 15).margin(1.5));
    REQUIRE(f.throttlePickupM);
    CHECK(f.throttlePickupM->value == Approx(begin + arc / 2 + 20).margin(2));
    CHECK(f.fullThrottleM->value == Approx(begin + arc / 2 + 60).margin(2.5));
    CHECK(f.lifts.empty());
    CHECK(f.minGear == 3);
    REQUIRE(f.shifts.size() == 2);
    CHECK(f.shifts[0].atM == Approx(begin - 30).margin(1));
    CHECK(f.shifts[0].from == 4);
    CHECK(f.shifts[1].to == 4);
}

TEST_CASE("what a log cannot show is said to be unmeasured, never guessed") {
    std::string csv = "time [s],x [m],y [m]\n";
    char row[80];
    for (const auto& r : stadiumRows({}, 10, 2)) {
        std::snprintf(row, sizeof row, "%.3f,%.3f,%.3f\n", r.t, r.place.x, r.place.y);
        csv += row;
    }
    const auto log = importText(csv, "gps.csv");
    REQUIRE(log);
    const auto laps = findLaps(*log, nullptr);
    REQUIRE(laps);
    const auto lap = fastest(*laps);
    REQUIRE(lap);
    const auto trace = traceOf(*log, *laps, *lap, nullptr);
    REQUIRE(trace);
    const auto corners = findCorners(*trace, nullptr);
    REQUIRE(corners);
    REQUIRE(corners->size() == 2);
    const auto f = measure(*trace, corners->front());
    CHECK_FALSE(f.minGear);
    CHECK_FALSE(f.brakePeak);
    CHECK_FALSE(f.throttlePickupM);
    for (const char* key : {"shifts", "min_gear", "brake_peak_pct", "throttle_pickup_m", "full_throttle_m", "lifts"})
        CHECK(f.unmeasured.contains(key));
    CHECK(f.minSpeed->value == Approx(30).margin(0.5));
}

TEST_CASE("a log that does not turn cannot have corners") {
    const auto log = importText("time [s],lap,speed [m/s]\n0,0,30\n10,1,30\n60,1,30\n70,2,30\n80,2,30\n", "x.csv");
    REQUIRE(log);
    const auto laps = findLaps(*log, nullptr);
    REQUIRE(laps);
    const auto lap = numbered(*laps, 1);
    REQUIRE(lap);
    const auto trace = traceOf(*log, *laps, *lap, nullptr);
    REQUIRE(trace);
    CHECK(findCorners(*trace, nullptr).error().id == "corners.no-turning");
}

TEST_CASE("half a position is none, and a lap without end makes no road") {
    std::string text = "time [s],x [m],speed [m/s]\n";
    for (int i = 0; i < 400; ++i) text += std::to_string(i * 0.1) + "," + std::to_string(3 * i) + ",30\n";
    const auto log = importText(text, "half.csv");
    REQUIRE(log);
    const auto laps = findLaps(*log, nullptr);
    REQUIRE(laps);
    const auto trace = traceOf(*log, *laps, laps->laps.front(), nullptr);
    REQUIRE(trace);
    CHECK(trace->x.empty());
    CHECK(trace->curvature.empty());
    LapTrace endless;
    endless.lengthM = 4e10;
    endless.x = endless.y = endless.s = {0, 1e10, 4e10};
    CHECK_FALSE(roadFromTrace(endless));
    endless.lengthM = -4e10;
    CHECK_FALSE(roadFromTrace(endless));
}
