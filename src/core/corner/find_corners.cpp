// SPDX-License-Identifier: GPL-3.0-or-later
// Bends of the road where its shape is known, else of the lap as it is usually driven, told as corners: apex, kind,
// approach and exit, complexes, names.
#include "core/corner/bends.h"
#include "core/corner/corner.h"
#include "core/corner/corner_kind.h"
#include "core/lap/usual_lap.h"
#include "core/track/road_shape.h"

#include <algorithm>

namespace hl {
namespace {

constexpr double kOnsetShare = 0.12; // turn-in: this share of the peak curvature
constexpr double kTightShare = 0.35; // the part of a corner that counts for complexes
constexpr double kComplexGapS = 1.2; // seconds between the tight parts of neighbours driven as one
constexpr double kApproachM = 110;   // shown before the first thing that happens
constexpr double kBrakingGapM = 90;  // brakes left alone for longer belong to the corner before
constexpr double kExitM = 70;        // shown after the last

/// The clipping point: where the line is closest to the inside edge if the road is known, else the middle of the
/// tightest part (curvature-weighted), which does not jump with noise.
double apexOf(const LapTrace& trace, const Bend& bend) {
    double peak = 0;
    for (auto i = bend.a; i <= bend.b; ++i) peak = std::max(peak, trace.curvature[i] * bend.sign);
    double sum = 0, weight = 0;
    for (auto i = bend.a; i < bend.b; ++i) {
        const double k = trace.curvature[i] * bend.sign;
        const double w = std::max(0.0, k - 0.7 * peak) * (trace.s[i + 1] - trace.s[i]);
        sum += w * trace.s[i];
        weight += w;
    }
    const double tightest = weight > 0 ? sum / weight : (trace.s[bend.a] + trace.s[bend.b]) / 2;
    if (!trace.edgesKnown) return tightest;
    // A line along the edge has no single closest sample: the middle of the stretch within kClose of it.
    constexpr double kClose = 0.15, kSmoothM = 4;
    const auto [a, b] = around(trace, bend, kOnsetShare);
    const auto lateral = smoothed(trace.s, trace.lateral, kSmoothM, a, b + 1);
    double inside = -1e9;
    for (auto i = a; i <= b; ++i) inside = std::max(inside, lateral[i] * bend.sign);
    double from = 1e9, to = -1e9;
    for (auto i = a; i <= b; ++i)
        if (lateral[i] * bend.sign > inside - kClose) from = std::min(from, trace.s[i]), to = std::max(to, trace.s[i]);
    return (from + to) / 2;
}

/// The lap as if it had been driven along the middle of the road: what the track's own shape says.
LapTrace alongRoad(const LapTrace& trace, const Track& track) {
    auto lap = trace;
    const auto shape = roadShape(track);
    for (std::size_t i = 0; i < lap.s.size(); ++i) {
        lap.curvature[i] = shape.curvatureAt(lap.s[i]);
        lap.heading[i] =
            i == 0 ? 0 : lap.heading[i - 1] + (lap.s[i] - lap.s[i - 1]) * (lap.curvature[i] + lap.curvature[i - 1]) / 2;
    }
    return lap;
}

/// The driver turns before the road does and straightens after it: as far as the line bends the same way.
Bend widened(const LapTrace& trace, const Bend& bend, double fromM, double toM) {
    constexpr double kFarthestM = 60;
    auto w = bend;
    const double level = kOnsetShare * trace.curvature[tightest(trace, bend, bend.a, bend.b)] * bend.sign;
    const auto bends = [&](std::size_t i) { return trace.curvature[i] * bend.sign > level; };
    while (w.a > 0 && bends(w.a - 1) && trace.s[w.a - 1] > std::max(fromM, trace.s[bend.a] - kFarthestM)) --w.a;
    while (w.b + 1 < trace.s.size() && bends(w.b + 1) && trace.s[w.b + 1] < std::min(toM, trace.s[bend.b] + kFarthestM))
        ++w.b;
    return w;
}

std::vector<Bend> bendsOfRoad(const LapTrace& trace, const LapTrace& road) {
    const auto found = bends(road, kEnterRoad);
    std::vector<Bend> out;
    for (std::size_t i = 0; i < found.size(); ++i)
        out.push_back(widened(trace, found[i], i > 0 ? trace.s[out[i - 1].b] : trace.s.front(),
                              i + 1 < found.size() ? trace.s[found[i + 1].a] : trace.s.back()));
    return out;
}

/// `shape` tells the kind: the road where it is known, for the driven line evens bends out.
Corner cornerOf(const LapTrace& trace, const Bend& bend, const LapTrace& shape) {
    Corner c;
    c.side = bend.sign > 0 ? Side::Left : Side::Right;
    c.turnInM = trace.s[around(trace, bend, kOnsetShare).first];
    c.apexM = apexOf(trace, bend);
    c.endM = trace.s[bend.b];
    c.angleRad = std::abs(trace.heading[bend.b] - trace.heading[bend.a]);
    double peak = 1e-9;
    for (auto i = bend.a; i <= bend.b; ++i) peak = std::max(peak, std::abs(trace.curvature[i]));
    c.minRadiusM = 1 / peak;
    c.flat = drivenFlat(c, trace);
    c.apexesM = clippingPoints(c, trace);
    if (c.apexesM.size() < 2) c.apexesM = {c.apexM};
    c.kind = cornerKind(c, shape);
    return c;
}

/// Where the braking that belongs to this corner begins, searched back to the previous corner's end.
double brakingStart(const LapTrace& trace, double from, double turnIn) {
    if (trace.brake.empty()) return turnIn;
    double start = turnIn;
    for (auto i = locate(trace.s, turnIn).i; i > 0 && trace.s[i] > std::max(from, start - kBrakingGapM); --i)
        if (trace.brake[i] > 0.05) start = trace.s[i];
    return start;
}

/// Approach and exit: from before the braking to after full power, never into the neighbour.
void stretchBounds(std::vector<Corner>& corners, const LapTrace& trace) {
    for (std::size_t i = 0; i < corners.size(); ++i) {
        auto& c = corners[i];
        // The run-up to the first corner begins where the last corner of the lap before lets go.
        const double from =
            i > 0 ? corners[i - 1].endM : std::max(trace.s.front(), corners.back().endM - trace.lengthM);
        c.startM = std::max(from, std::min(brakingStart(trace, from, c.turnInM), c.turnInM) - kApproachM);
        c.startM = std::min(c.startM, c.turnInM); // a lap that never stops turning
    }
    for (std::size_t i = 0; i < corners.size(); ++i) {
        auto& c = corners[i];
        const double next = i + 1 < corners.size() ? corners[i + 1].startM : trace.s.back();
        c.endM = std::max(c.endM, std::min({next, c.endM + kExitM}));
    }
}

struct Tight {
    double fromM, toM;
};

void markComplexes(std::vector<Corner>& corners, const std::vector<Tight>& tight, const LapTrace& trace) {
    int complexes = 0;
    for (std::size_t i = 0; i < corners.size();) {
        std::size_t j = i;
        while (j + 1 < corners.size() &&
               sampleAt(trace.s, trace.t, tight[j + 1].fromM) - sampleAt(trace.s, trace.t, tight[j].toM) < kComplexGapS)
            ++j;
        if (j > i) {
            ++complexes;
            for (std::size_t k = i; k <= j; ++k)
                corners[k].complex = complexes, corners[k].complexKind = complexKind(corners, i, j);
        }
        i = j + 1;
    }
}

void takeNames(std::vector<Corner>& corners, const Track& track) {
    for (auto& c : corners) {
        const CornerName* best = nullptr;
        double near = 70;
        for (const auto& n : track.corners) {
            const double d = std::abs(std::remainder(n.atM - c.apexM, track.lengthM));
            if (d < near) near = d, best = &n;
        }
        if (best) c.name = best->name;
    }
}

} // namespace

Corner cornerBetween(const LapTrace& trace, double fromM, double toM) {
    const auto a = locate(trace.s, fromM).i, b = std::max(a + 1, locate(trace.s, toM).i);
    Corner c;
    c.startM = fromM, c.endM = toM;
    if (trace.curvature.empty() || b >= trace.s.size()) return c;
    const double turned = trace.heading[b] - trace.heading[a];
    auto told = cornerOf(trace, {a, b, turned >= 0 ? 1.0 : -1.0}, trace);
    told.startM = fromM, told.endM = toM;
    return told;
}

Result<std::vector<Corner>> findCorners(const LapTrace& trace, const Track* track,
                                        const std::vector<LapTrace>& others) {
    if (trace.curvature.empty())
        return Error{"corners.no-turning", "the log does not show how the car turns", "",
                     "positions, yaw rate or lateral acceleration"};
    std::vector<Corner> corners;
    std::vector<Tight> tight;
    const bool byRoad = track && trace.edgesKnown; // else the driven lines are all that is known of its shape
    const auto road = byRoad ? alongRoad(trace, *track) : LapTrace{};
    for (const auto& bend : byRoad ? bendsOfRoad(trace, road) : bends(usualLap(trace, others))) {
        auto c = cornerOf(trace, bend, byRoad ? road : trace);
        if (c.apexM < 0 || c.apexM >= trace.lengthM) continue; // belongs to the lap before or after
        if (!isWorthAName(c, trace)) continue;
        c.number = static_cast<int>(corners.size()) + 1;
        c.id = {c.number};
        const auto [a, b] = around(trace, bend, kTightShare);
        tight.push_back({trace.s[a], trace.s[b]});
        corners.push_back(std::move(c));
    }
    markComplexes(corners, tight, trace);
    stretchBounds(corners, trace);
    if (track) takeNames(corners, *track);
    return corners;
}

} // namespace hl
