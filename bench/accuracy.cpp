// SPDX-License-Identifier: GPL-3.0-or-later
// How near the analysis comes to the truth of simulated drives on rings nobody drew: many shapes, widths, cars,
// drivers, logs. Places are compared on the plane, so that an axis learned from the laps is judged like a given one.
#include "core/compare/compare.h"
#include "core/lap/learn_road.h"
#include "core/log/log_input.h"
#include "report.h"
#include "standins/random_ring.h"
#include "standins/write_drive.h"
#include "store/log_file.h"

#include <cmath>
#include <cstdio>
#include <cstdlib>
#include <stdexcept>

namespace hl::bench {
namespace {

constexpr unsigned kRingsEach = 7; // of each family: 35 rings, two laps of each

template <class T> T must(Result<T> r) {
    if (!r) throw std::runtime_error(sentence(r.error()));
    return std::move(*r);
}

struct DrivenRing {
    standin::Circuit circuit;
    standin::Drive drive;
};

/// What a logger made of the drive.
struct Logging {
    const char* name;
    double rateHz, positionNoiseM;
    bool givenTrack, pedals;
    double apexTargetM, lapTargetMs;
};

struct Recorded {
    CarLog log;
    std::optional<Track> track;
    LapList laps;
    const Track* trackOrNull() const { return track ? &*track : nullptr; }
};

DrivenRing drivenRing(standin::RingFamily family, unsigned seed) {
    DrivenRing d{standin::randomRing(family, seed), {}};
    standin::Driver driver;
    driver.liftInCorner = static_cast<int>(seed % 9), driver.earlyBrakeCorner = 0; // 14 m are too much on a kart track
    driver.commitment = 0.92 + 0.01 * (seed % 6), driver.brakePeak = 0.7 + 0.05 * (seed % 5);
    driver.trail = 0.35 + 0.1 * (seed % 6);
    d.drive = standin::drive(d.circuit, standin::randomCar(family, seed), driver, 2, seed + 1);
    return d;
}

void blind(CarLog& log) { // a GPS logger knows where it was and nothing of the car
    for (const auto c : {Channel::Throttle, Channel::Brake, Channel::Gear, Channel::EngineSpeed, Channel::Steering,
                         Channel::YawRate, Channel::LateralAcc, Channel::LongitudinalAcc, Channel::VerticalAcc})
        log[c].clear();
}

Recorded recorded(const DrivenRing& d, const Logging& how, unsigned seed) {
    standin::LogOptions o;
    o.rateHz = how.rateHz, o.positionNoise = how.positionNoiseM, o.seed = seed,
    o.speedNoise = how.positionNoiseM > 0 ? 0.1 : 0.03;
    Recorded r;
    r.log = must(importText(standin::csvLog(d.circuit, d.drive, o), "drive.csv"));
    const auto truth = must(parseTrack(standin::trackGeoJson(d.circuit), "ring.geojson"));
    moveToPlane(r.log, truth);
    if (!how.pedals) blind(r.log);
    if (how.givenTrack) r.track = truth;
    r.laps = must(findLaps(r.log, r.trackOrNull()));
    if (how.givenTrack) return r;
    r.track = learnRoad(r.log, r.laps);
    if (r.track) r.laps = must(findLaps(r.log, &*r.track));
    return r;
}

struct Tally {
    std::vector<double> apex, onset, lapTime, delta;
    int wanted = 0, found = 0, right = 0, shiftsReal = 0, shiftsFound = 0, shiftsRight = 0;
};

double apartM(const DrivenRing& d, double truthM, const LapTrace& t, double foundM) {
    const auto p =
        standin::poseAt(d.circuit, truthM, standin::lineAt(d.drive.line.lateral, d.drive.line, d.circuit, truthM));
    return std::hypot(p.x - sampleAt(t.s, t.x, foundM), p.y - sampleAt(t.s, t.y, foundM));
}

void tallyCorners(const DrivenRing& d, const LapTrace& trace, const std::vector<Corner>& corners,
                  const std::vector<CornerFacts>& facts, int lap, bool told, Tally& t) {
    std::vector<bool> taken(corners.size());
    t.found += static_cast<int>(corners.size());
    for (const auto& truth : d.drive.truth) {
        if (truth.lap != lap) continue;
        ++t.wanted;
        std::size_t near = corners.size();
        const auto& turn = d.circuit.turns.at(static_cast<std::size_t>(truth.number - 1));
        double least = 35 + (turn.arcTo - turn.arcFrom) / 2; // a long bend has no one place that is right
        for (std::size_t i = 0; i < corners.size(); ++i) {
            const double apart = apartM(d, truth.apex, trace, corners[i].apexM);
            if (!taken[i] && apart < least && (corners[i].side == Side::Left) == truth.left) least = apart, near = i;
        }
        if (near == corners.size()) {
            if (told) std::printf("    lap %d misses %d at %.0f m\n", lap, truth.number, truth.apex);
            continue;
        }
        taken[near] = true;
        ++t.right;
        if (turn.arcTo - turn.arcFrom < 200) t.apex.push_back(least);
        if (truth.braked && facts[near].brakeOnsetM)
            t.onset.push_back(apartM(d, truth.brakeOnset, trace, facts[near].brakeOnsetM->value));
    }
    for (std::size_t i = 0; i < corners.size() && told; ++i)
        if (!taken[i])
            std::printf("    lap %d invents one at %.0f m, %.0f degrees, radius %.0f m\n", lap, corners[i].apexM,
                        deg(corners[i].angleRad), corners[i].minRadiusM);
}

void tallyShifts(const DrivenRing& d, const std::vector<Corner>& corners, const std::vector<CornerFacts>& facts,
                 int lap, Tally& t) {
    const double length = d.circuit.length;
    for (std::size_t i = 0; i < corners.size(); ++i) {
        for (const auto& g : d.drive.shifts)
            t.shiftsReal += g.s - lap * length > corners[i].startM + 1 && g.s - lap * length < corners[i].endM - 1;
        for (const auto& s : facts[i].shifts) {
            ++t.shiftsFound;
            for (const auto& g : d.drive.shifts)
                if (g.from == s.from && g.to == s.to && std::abs(g.s - lap * length - s.atM) < 3) {
                    ++t.shiftsRight;
                    break;
                }
        }
    }
}

void tallyRing(const DrivenRing& d, const Logging& how, unsigned seed, bool told, Tally& t) {
    const auto r = recorded(d, how, seed);
    std::vector<LapTrace> traces;
    std::vector<std::vector<CornerFacts>> facts;
    std::vector<Corner> corners;
    for (int lap = 1; lap <= 2; ++lap) {
        traces.push_back(must(traceOf(r.log, r.laps, must(numbered(r.laps, lap)), r.trackOrNull())));
        corners = must(findCorners(traces.back(), r.trackOrNull()));
        facts.push_back(measureAll(traces.back(), corners));
        t.lapTime.push_back(
            1000 * std::abs(traces.back().lap.time.count() - d.drive.lapTimes.at(static_cast<std::size_t>(lap - 1))));
        tallyCorners(d, traces.back(), corners, facts.back(), lap, told, t);
        if (how.givenTrack && how.pedals && how.rateHz >= 50) tallyShifts(d, corners, facts.back(), lap, t);
    }
    if (corners.empty()) return;
    const auto parts = partsOf(corners, facts.back(), traces.back().lengthM);
    double sum = 0;
    for (const auto& p : compareLaps(traces[1], traces[0], parts).corners) sum += p.sum();
    t.delta.push_back(1000 * std::abs(sum - (traces[0].lap.time.count() - traces[1].lap.time.count())));
}

void report(Report& out, const Logging& how, const Tally& t) {
    const double precision = static_cast<double>(t.right) / t.found, recall = static_cast<double>(t.right) / t.wanted;
    const std::string on = std::string(how.name) + ": ";
    out.push_back({on + "corners, F1 of " + std::to_string(t.wanted), 2 * precision * recall / (precision + recall), "",
                   0.98, false});
    out.push_back({on + "apex, median error", spreadOf(t.apex).median, "m", how.apexTargetM});
    out.push_back({on + "apex, 95 % below", spreadOf(t.apex).p95, "m", 3 * how.apexTargetM});
    if (how.pedals) {
        out.push_back({on + "braking onset, median error", spreadOf(t.onset).median, "m", 2});
        out.push_back({on + "braking onset, 95 % below", spreadOf(t.onset).p95, "m", how.rateHz >= 50 ? 3.0 : 6.0});
    }
    if (t.shiftsReal > 0) {
        out.push_back({on + "shifts found of " + std::to_string(t.shiftsReal),
                       static_cast<double>(t.shiftsRight) / t.shiftsReal, "", 0.99, false});
        out.push_back({on + "shifts invented", static_cast<double>(t.shiftsFound - t.shiftsRight), "", 0});
    }
    out.push_back({on + "lap time, 95 % of errors below", spreadOf(t.lapTime).p95, "ms", how.lapTargetMs});
    out.push_back({on + "parts less the laps' difference, most", spreadOf(t.delta).most, "ms", 1});
}

} // namespace

Report accuracyOfCorners() {
    const Logging ways[] = {{"100 Hz, track given", 100, 0, true, true, 4, 10},
                            {"50 Hz, noise 0.1 m", 50, 0.1, true, true, 4, 20},
                            {"100 Hz, no track", 100, 0, false, true, 4, 10},
                            {"10 Hz GPS 0.4 m, pedals", 10, 0.4, true, true, 8, 50},
                            {"10 Hz GPS 0.4 m alone", 10, 0.4, false, false, 8, 50}};
    const bool told = std::getenv("LANTERN_BENCH_TELLS") != nullptr; // which corners were missed or invented
    std::vector<Tally> tallies(std::size(ways));
    for (const auto family : standin::kRingFamilies)
        for (unsigned seed = 0; seed < kRingsEach; ++seed) {
            const auto d = drivenRing(family, seed);
            if (told)
                std::printf("  ring %d/%u: %.0f m, %zu turns\n", static_cast<int>(family), seed, d.circuit.length,
                            d.circuit.turns.size());
            for (std::size_t w = 0; w < std::size(ways); ++w) {
                if (told) std::printf("   %s\n", ways[w].name);
                tallyRing(d, ways[w], seed, told, tallies[w]);
            }
        }
    Report out;
    for (std::size_t w = 0; w < std::size(ways); ++w) report(out, ways[w], tallies[w]);
    return out;
}

} // namespace hl::bench
