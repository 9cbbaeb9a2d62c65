// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/compare/compare.h"

#include <algorithm>

namespace hl {
namespace {

constexpr double kDeltaStepM = 5;
constexpr double kJointSlack = 1.0; // m/s

PartTimes timesAt(const LapTrace& lap, const std::vector<CornerParts>& parts, std::size_t i) {
    const auto& p = parts[i];
    const bool last = i + 1 == parts.size();
    const double next = last ? lap.lengthM : parts[i + 1].entryM;
    const auto between = [&](double a, double b) { return timeInLap(lap, b) - timeInLap(lap, a); };
    PartTimes t{between(p.entryM, p.middleM), between(p.middleM, p.exitM), between(p.exitM, p.straightM),
                between(p.straightM, next)};
    if (last) t.straightS += between(0, parts.front().entryM);
    return t;
}

} // namespace

std::vector<CornerParts> partsOf(const std::vector<Corner>& corners, const std::vector<CornerFacts>& facts,
                                 double lengthM) {
    std::vector<CornerParts> parts;
    double from = 0;
    for (std::size_t i = 0; i < corners.size(); ++i) {
        const auto& c = corners[i];
        const auto onward = [&from, lengthM](double m) { return from = std::clamp(m, from, lengthM); };
        const double slowest = i < facts.size() && facts[i].minSpeedM ? facts[i].minSpeedM->value : c.apexM;
        CornerParts p;
        p.corner = c.id;
        p.entryM = onward(c.startM), p.middleM = onward(c.turnInM);
        p.exitM = onward(std::min(std::max(c.apexM, slowest), c.endM));
        p.straightM = onward(c.endM);
        parts.push_back(p);
    }
    return parts;
}

double timeInLap(const LapTrace& lap, double atM) {
    if (atM <= 0) return 0;
    if (atM >= lap.lengthM) return lap.lap.time.count();
    return std::clamp(sampleAt(lap.s, lap.t, atM) - seconds(lap.lap.start), 0.0, lap.lap.time.count());
}

std::vector<PartTimes> timesOf(const LapTrace& lap, const std::vector<CornerParts>& parts) {
    std::vector<PartTimes> out;
    for (std::size_t i = 0; i < parts.size(); ++i) out.push_back(timesAt(lap, parts, i));
    return out;
}

LapDelta compareLaps(const LapTrace& reference, const LapTrace& other, const std::vector<CornerParts>& parts) {
    LapDelta d;
    d.totalS = other.lap.time.count() - reference.lap.time.count();
    for (double s = 0; s <= reference.lengthM; s += kDeltaStepM)
        d.s.push_back(s), d.behindS.push_back(timeInLap(other, s) - timeInLap(reference, s));
    const auto a = timesOf(reference, parts), b = timesOf(other, parts);
    for (std::size_t i = 0; i < parts.size(); ++i) d.corners.push_back(b[i] - a[i]);
    return d;
}

LapTrace stretchedTo(LapTrace lap, double lengthM) {
    const double scale = lengthM / lap.lengthM;
    for (auto& s : lap.s) s *= scale;
    for (auto& k : lap.curvature) k /= scale;
    lap.lengthM = lengthM;
    return lap;
}

namespace {

double pieceBegins(const std::vector<CornerParts>& parts, std::size_t piece) {
    return piece == 0 ? 0 : parts[piece].entryM;
}

} // namespace

double pieceS(const LapTrace& lap, const std::vector<CornerParts>& parts, std::size_t piece) {
    const double end = piece + 1 < parts.size() ? parts[piece + 1].entryM : lap.lengthM;
    return timeInLap(lap, end) - timeInLap(lap, pieceBegins(parts, piece));
}

IdealLap idealLap(const std::vector<LapTrace>& laps, const std::vector<CornerParts>& parts) {
    if (laps.empty() || parts.empty()) return {};
    const std::size_t pieces = parts.size(), n = laps.size();
    const auto speed = [&](std::size_t lap, double m) { return sampleAt(laps[lap].s, laps[lap].v, m); };
    std::vector<std::vector<double>> best(pieces, std::vector<double>(n, 1e300));
    std::vector<std::vector<std::size_t>> before(pieces, std::vector<std::size_t>(n, 0));
    for (std::size_t i = 0; i < pieces; ++i)
        for (std::size_t k = 0; k < n; ++k) {
            const double piece = pieceS(laps[k], parts, i);
            if (i == 0) {
                best[i][k] = piece;
                continue;
            }
            for (std::size_t j = 0; j < n; ++j) {
                const bool fits =
                    j == k || speed(j, pieceBegins(parts, i)) >= speed(k, pieceBegins(parts, i)) - kJointSlack;
                if (fits && best[i - 1][j] + piece < best[i][k]) best[i][k] = best[i - 1][j] + piece, before[i][k] = j;
            }
        }
    IdealLap ideal;
    auto k = static_cast<std::size_t>(std::min_element(best.back().begin(), best.back().end()) - best.back().begin());
    ideal.timeS = best.back()[k];
    ideal.from.resize(pieces);
    for (std::size_t i = pieces; i-- > 0;) {
        ideal.from[i] = k;
        k = before[i][k];
    }
    return ideal;
}

std::vector<CornerId> firstToWorkOn(const std::vector<CornerParts>& parts, const std::vector<PartTimes>& lost,
                                    double leastS) {
    std::vector<std::size_t> order;
    for (std::size_t i = 0; i < parts.size(); ++i)
        if (lost[i].sum() >= leastS) order.push_back(i);
    std::sort(order.begin(), order.end(), [&](auto a, auto b) { return lost[a].sum() > lost[b].sum(); });
    std::vector<CornerId> out;
    for (std::size_t i = 0; i < std::min<std::size_t>(3, order.size()); ++i) out.push_back(parts[order[i]].corner);
    return out;
}

} // namespace hl
