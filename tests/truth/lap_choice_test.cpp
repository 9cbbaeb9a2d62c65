// SPDX-License-Identifier: GPL-3.0-or-later
// Which lap to explain, on laps whose slips are known.
#include "core/compare/compare.h"
#include "core/judge/lap_choice.h"
#include "core/log/log_input.h"
#include "core/track/track.h"
#include "standins/write_drive.h"
#include "store/log_file.h"
#include "support/scratch_folder.h"

#include <algorithm>
#include <catch2/catch.hpp>
#include <fstream>

using namespace hl;

namespace {

/// A log of laps with what happens on one of them laid in: the car eases off on a straight, or leaves the road.
struct Session {
    CarLog log;
    Track track;
    LapList laps;
    std::vector<LapTrace> traces;
    std::vector<Corner> corners;
};

Session made(const std::function<void(CarLog&, const LapList&)>& spoil, int laps = 4) {
    const auto ring = standin::saltmarrowRing();
    standin::Driver driver;
    driver.liftInCorner = 0, driver.earlyBrakeCorner = 0;
    const auto driven = standin::drive(ring, {}, driver, laps, 31);
    const testing::ScratchFolder dir;
    std::ofstream(dir / "t.geojson") << standin::trackGeoJson(ring);
    auto log = importText(standin::csvLog(ring, driven, {}), "made.csv");
    auto track = readTrack(dir / "t.geojson");
    REQUIRE(log);
    REQUIRE(track);
    Session s{std::move(*log), std::move(*track), {}, {}, {}};
    moveToPlane(s.log, s.track);
    s.laps = *findLaps(s.log, &s.track);
    spoil(s.log, s.laps);
    s.laps = *findLaps(s.log, &s.track);
    for (const auto& lap : s.laps.laps)
        if (lap.complete) s.traces.push_back(*traceOf(s.log, s.laps, lap, &s.track));
    s.corners = *findCorners(s.traces.front(), &s.track, s.traces);
    return s;
}

std::vector<LapReport> reportsOf(const Session& s, ClockTie tie = {}, Seconds film = Seconds(1e4)) {
    return lapReports({s.laps, s.traces, s.corners, &s.track, tie, film});
}

const LapReport& lap(const std::vector<LapReport>& all, int number) {
    return *std::find_if(all.begin(), all.end(), [&](const LapReport& r) { return r.lap.number == number; });
}

} // namespace

TEST_CASE("clean laps are clean, whole, and counted through their run") {
    const auto s = made([](CarLog&, const LapList&) {});
    const auto all = reportsOf(s);
    REQUIRE(all.size() == s.laps.laps.size());
    for (const auto& r : all) {
        INFO(r.lap.number << ": " << reasonsOf(r));
        CHECK(r.judged == r.lap.complete);
        if (!r.judged) continue;
        CHECK(r.clean());
        CHECK(r.inRun == r.lap.number);
        CHECK(r.unlikeS.value_or(9) < 0.5);
        CHECK(r.behindS >= 0);
    }
    REQUIRE(proposedLap(all));
    CHECK(proposedLap(all)->clean());
}

TEST_CASE("a lift on a straight is seen on that lap alone, where it was, with what it cost") {
    constexpr double kAt = 1480, kLong = 60, kSlower = 0.85; // m of the third lap, on the longest straight
    const auto s = made([&](CarLog& log, const LapList& laps) {
        const auto lap = *numbered(laps, 3);
        auto &v = log[Channel::Speed], &throttle = log[Channel::Throttle], &t = log[Channel::Time];
        const auto d = log[Channel::Distance];
        double late = 0, before = t[0]; // what comes after comes later
        for (std::size_t i = 0; i < log.size(); ++i) {
            const double step = t[i] - before;
            before = t[i];
            const bool here =
                t[i] > seconds(lap.start) && t[i] < seconds(lap.start + lap.time) && d[i] > kAt && d[i] < kAt + kLong;
            if (here) throttle[i] = 0, v[i] *= kSlower, late += step * (1 / kSlower - 1);
            t[i] += late;
        }
    });
    const auto all = reportsOf(s);
    for (const auto& r : all)
        if (r.judged) {
            INFO(r.lap.number << ": " << reasonsOf(r));
            CHECK(r.lifts.size() == (r.lap.number == 3 ? 1 : 0));
        }
    const auto& lifted = lap(all, 3);
    REQUIRE(lifted.lifts.size() == 1);
    CHECK(lifted.lifts[0].fromM == Approx(kAt).margin(12));
    CHECK(lifted.lifts[0].costS > 0.05);
    CHECK_FALSE(lifted.clean());
    CHECK(proposedLap(all)->lap.number != 3);
}

TEST_CASE("four wheels off the road are seen; two are not") {
    for (const double aside : {1.2, 6.0}) { // m further out than the line, over forty metres
        const auto s = made([&](CarLog& log, const LapList& laps) {
            const auto lap = *numbered(laps, 2);
            const auto& t = log[Channel::Time];
            auto &x = log[Channel::X], &y = log[Channel::Y], &d = log[Channel::Distance];
            for (std::size_t i = 1; i + 1 < log.size(); ++i)
                if (t[i] > seconds(lap.start) && t[i] < seconds(lap.start + lap.time) && d[i] > 2200 && d[i] < 2240) {
                    const double dx = x[i + 1] - x[i - 1], dy = y[i + 1] - y[i - 1], n = std::hypot(dx, dy);
                    x[i] -= aside * dy / std::max(0.01, n), y[i] += aside * dx / std::max(0.01, n);
                }
        });
        const auto all = reportsOf(s);
        INFO(aside << " m: " << reasonsOf(lap(all, 2)));
        CHECK(lap(all, 2).off.empty() == (aside < 2));
        CHECK(lap(all, 1).off.empty());
        if (aside > 2) CHECK(lap(all, 2).off[0].fromM == Approx(2200).margin(25));
    }
}

TEST_CASE("ten positions a second with their noise make no lift and no trip off the road") {
    const auto ring = standin::saltmarrowRing();
    const auto driven = standin::drive(ring, {}, {}, 3, 41);
    standin::LogOptions how;
    how.rateHz = 10, how.positionNoise = 0.25, how.pedalNoise = 0.01;
    auto log = importText(standin::csvLog(ring, driven, how), "gps.csv");
    REQUIRE(log);
    const auto laps = findLaps(*log, nullptr);
    REQUIRE(laps);
    std::vector<LapTrace> traces;
    for (const auto& l : laps->laps)
        if (l.complete) traces.push_back(*traceOf(*log, *laps, l, nullptr));
    for (auto& t : traces)
        if (std::abs(t.lengthM - traces.front().lengthM) > 0.01) t = stretchedTo(std::move(t), traces.front().lengthM);
    const auto corners = findCorners(traces.front(), nullptr, traces);
    REQUIRE(corners);
    const auto all = lapReports({*laps, traces, *corners, nullptr, {}, Seconds(1e4)});
    for (const auto& r : all)
        if (r.judged) {
            INFO(r.lap.number << ": " << reasonsOf(r));
            CHECK(r.clean());
        }
}

TEST_CASE("the lap that the film shows is proposed before a quicker one that it does not") {
    const auto s = made([](CarLog&, const LapList&) {});
    auto all = reportsOf(s);
    const LapReport* slowest = nullptr;
    for (const auto& r : all)
        if (r.judged && (!slowest || r.lap.time > slowest->lap.time)) slowest = &r;
    ClockTie tie;
    tie.offsetS = seconds(slowest->lap.start) - 2;
    const int number = slowest->lap.number;
    all = reportsOf(s, tie, Seconds(slowest->lap.time.count() + 4));
    CHECK(lap(all, number).onFilm());
    for (const auto& r : all)
        if (r.judged && r.lap.number != number) CHECK(r.filmed < 0.05);
    CHECK(proposedLap(all)->lap.number == number);
    CHECK(proposedLap(reportsOf(s, {}, Seconds(0))) != nullptr); // no film at all: the laps still have their reasons
}

TEST_CASE("a log without pedals, one lap, or none is answered, not guessed at") {
    auto one = made([](CarLog&, const LapList&) {}, 1);
    CHECK(proposedLap(reportsOf(one))->lap.number == 1);
    CHECK_FALSE(lap(reportsOf(one), 1).unlikeS);
    for (auto& t : one.traces) t.throttle.clear(), t.brake.clear();
    CHECK(lap(reportsOf(one), 1).lifts.empty());
    one.traces.clear();
    CHECK(proposedLap(reportsOf(one)) == nullptr);
    CHECK_FALSE(reasonsOf(reportsOf(one).front()).empty());
    CHECK(proposedLap({}) == nullptr);
}
