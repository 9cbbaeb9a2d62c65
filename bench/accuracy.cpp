// SPDX-License-Identifier: GPL-3.0-or-later
// How near the analysis comes to the truth of simulated drives: other circuits, drivers and rates than the demo's.
#include "core/corner/corner.h"
#include "core/log/log_input.h"
#include "report.h"
#include "standins/write_drive.h"
#include "store/log_file.h"

#include <cmath>
#include <random>
#include <stdexcept>

namespace hl::bench {
namespace {

struct Driven {
    standin::Circuit circuit;
    standin::Drive drive;
    CarLog log;
    Track track;
    LapList laps;
};

template <class T> T must(Result<T> r) {
    if (!r) throw std::runtime_error(sentence(r.error()));
    return std::move(*r);
}

/// A ring of its own: the demo's turns in another order of size and side.
standin::Circuit ring(unsigned seed) {
    if (seed == 0) return standin::saltmarrowRing();
    std::mt19937 rng(seed);
    auto turns = standin::saltmarrowRing().turns;
    const bool mirror = seed % 2;
    std::uniform_real_distribution<double> grow(0.85, 1.35);
    for (auto& t : turns) {
        if (mirror) t.angleDeg = -t.angleDeg;
        const double k = grow(rng);
        t.radiusIn *= k, t.radiusOut *= k, t.straightBefore *= grow(rng);
    }
    return standin::buildRing(turns, 320 * grow(rng), 5.5 + 0.2 * (seed % 4));
}

Driven driven(unsigned seed, double rateHz) {
    Driven d{ring(seed), {}, {}, {}, {}};
    standin::Driver driver;
    driver.liftInCorner = static_cast<int>(seed % 11), driver.commitment = 0.93 + 0.01 * (seed % 5);
    d.drive = standin::drive(d.circuit, {}, driver, 2, seed + 1);
    standin::LogOptions how;
    how.rateHz = rateHz, how.seed = seed;
    d.log = must(importText(standin::csvLog(d.circuit, d.drive, how), "drive.csv"));
    d.track = must(parseTrack(standin::trackGeoJson(d.circuit), "ring.geojson"));
    moveToPlane(d.log, d.track);
    d.laps = must(findLaps(d.log, &d.track));
    return d;
}

struct Tally {
    std::vector<double> apex, onset, lapTime;
    int wanted = 0, found = 0, right = 0, shiftsReal = 0, shiftsFound = 0, shiftsRight = 0;
};

void tally(const Driven& d, int lap, Tally& t) {
    const auto trace = must(traceOf(d.log, d.laps, must(numbered(d.laps, lap)), &d.track));
    const auto corners = must(findCorners(trace, &d.track));
    const auto facts = measureAll(trace, corners);
    t.lapTime.push_back(1000 *
                        std::abs(trace.lap.time.count() - d.drive.lapTimes.at(static_cast<std::size_t>(lap - 1))));
    t.found += static_cast<int>(corners.size());
    for (const auto& truth : d.drive.truth) {
        if (truth.lap != lap) continue;
        ++t.wanted;
        std::size_t near = 0;
        for (std::size_t i = 0; i < corners.size(); ++i)
            if (std::abs(corners[i].apexM - truth.apex) < std::abs(corners[near].apexM - truth.apex)) near = i;
        if (corners.empty() || std::abs(corners[near].apexM - truth.apex) > 30 ||
            (corners[near].side == Side::Left) != truth.left)
            continue;
        ++t.right;
        t.apex.push_back(std::abs(corners[near].apexM - truth.apex));
        if (truth.braked && facts[near].brakeOnsetM)
            t.onset.push_back(std::abs(facts[near].brakeOnsetM->value - truth.brakeOnset));
    }
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

} // namespace

Report accuracyOfCorners() {
    Tally t;
    for (unsigned seed = 0; seed < 8; ++seed) {
        const auto d = driven(seed, seed % 3 == 2 ? 50 : 100);
        for (int lap = 1; lap <= 2; ++lap) tally(d, lap, t);
    }
    const double precision = static_cast<double>(t.right) / t.found, recall = static_cast<double>(t.right) / t.wanted;
    return {
        {"corners: F1 over 8 circuits, 16 laps", 2 * precision * recall / (precision + recall), "", 0.98, false},
        {"apex: median error", spreadOf(t.apex).median, "m", 4},
        {"apex: 95 % of errors below", spreadOf(t.apex).p95, "m", 8},
        {"braking onset: median error", spreadOf(t.onset).median, "m", 2},
        {"braking onset: 95 % of errors below", spreadOf(t.onset).p95, "m", 3},
        {"shifts found of those made", static_cast<double>(t.shiftsRight) / std::max(1, t.shiftsReal), "", 0.99, false},
        {"shifts invented", static_cast<double>(t.shiftsFound - t.shiftsRight), "", 0},
        {"lap time: largest error", spreadOf(t.lapTime).most, "ms", 10}};
}

} // namespace hl::bench
