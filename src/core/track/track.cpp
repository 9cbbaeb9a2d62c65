// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/track/track.h"

#include <algorithm>

namespace hl {
namespace {

struct Piece {
    std::size_t a, b;
    double f, length;
};

/// The centre line's piece that holds s, closing back to the first point on a circuit.
Piece pieceAt(const Track& t, double atM) {
    const double s = t.closed ? wrapped(atM, t.lengthM) : std::clamp(atM, 0.0, t.lengthM);
    if (t.closed && s >= t.s.back()) {
        const double gap = t.lengthM - t.s.back();
        return {t.s.size() - 1, 0, gap > 0 ? (s - t.s.back()) / gap : 0, gap};
    }
    const auto [i, f] = locate(t.s, s);
    return {i, i + 1, f, t.s[i + 1] - t.s[i]};
}

double pieceHeading(const Track& t, std::size_t a, std::size_t b) {
    return std::atan2(t.y[b] - t.y[a], t.x[b] - t.x[a]);
}

std::size_t before(const Track& t, std::size_t i) { return i > 0 ? i - 1 : (t.closed ? t.s.size() - 1 : 0); }
std::size_t after(const Track& t, std::size_t i) { return i + 1 < t.s.size() ? i + 1 : (t.closed ? 0 : i); }

double headingAtPoint(const Track& t, std::size_t i) { return pieceHeading(t, before(t, i), after(t, i)); }

} // namespace

RoadFrame frameAt(const Track& t, double atM) {
    const auto [a, b, f, length] = pieceAt(t, atM);
    const double ha = headingAtPoint(t, a), hb = headingAtPoint(t, b);
    RoadFrame r;
    r.x = lerp(t.x[a], t.x[b], f);
    r.y = lerp(t.y[a], t.y[b], f);
    r.z = lerp(t.z[a], t.z[b], f);
    r.headingRad = ha + f * angleDifference(hb, ha);
    r.grade = length > 0 ? (t.z[b] - t.z[a]) / length : 0;
    r.left = lerp(t.left[a], t.left[b], f);
    r.right = lerp(t.right[a], t.right[b], f);
    return r;
}

Vec3 onRoad(const Track& t, double atM, double lateralM, double heightM) {
    const auto r = frameAt(t, atM);
    return {r.x - std::sin(r.headingRad) * lateralM, r.y + std::cos(r.headingRad) * lateralM, r.z + heightM};
}

namespace {

struct Nearest {
    std::size_t piece = 0;
    double f = 0, d2 = 1e300;
    bool atBorder = false; ///< of the stretch that was searched: it may be nearer beyond
};

Nearest nearestAmong(const Track& t, Vec2 p, std::size_t from, std::size_t count) {
    const std::size_t n = t.s.size();
    Nearest best;
    if (n == 0) return best;
    for (std::size_t k = 0; k < count; ++k) {
        const std::size_t a = from + k < n ? from + k : (from + k) % n, b = after(t, a);
        if (a == b) continue;
        const double ex = t.x[b] - t.x[a], ey = t.y[b] - t.y[a], e2 = ex * ex + ey * ey;
        const double f = e2 > 0 ? std::clamp(((p.x - t.x[a]) * ex + (p.y - t.y[a]) * ey) / e2, 0.0, 1.0) : 0;
        const double dx = p.x - t.x[a] - f * ex, dy = p.y - t.y[a] - f * ey;
        if (const double d2 = dx * dx + dy * dy; d2 < best.d2) best = {a, f, d2, k < 2 || k + 3 > count};
    }
    return best;
}

/// The pieces within `reachM` of a place; all when the road is shorter.
Nearest nearestWithin(const Track& t, Vec2 p, double nearM, double reachM) {
    const std::size_t n = t.s.size(), reach = static_cast<std::size_t>(reachM / (t.lengthM / num(n))) + 2;
    if (2 * reach + 1 >= n) return nearestAmong(t, p, 0, n);
    return nearestAmong(t, p, (locate(t.s, wrapped(nearM, t.lengthM)).i + n - reach) % n, 2 * reach + 1);
}

} // namespace

RoadPlace placeOf(const Track& t, Vec2 p, double nearM) {
    constexpr double kUsual = 12, kReach = 60; // m: a car seldom goes further between two samples
    Nearest best;
    if (std::isnan(nearM) || t.s.size() <= 8)
        best = nearestAmong(t, p, 0, t.s.size());
    else if (best = nearestWithin(t, p, nearM, kUsual); best.atBorder)
        best = nearestWithin(t, p, nearM, kReach);
    const std::size_t a = best.piece, b = after(t, a);
    const double pieceLength = (b == 0 ? t.lengthM : t.s[b]) - t.s[a];
    const double h = pieceHeading(t, a, b);
    const double cx = lerp(t.x[a], t.x[b], best.f), cy = lerp(t.y[a], t.y[b], best.f);
    return {wrapped(t.s[a] + best.f * pieceLength, t.lengthM), -(p.x - cx) * std::sin(h) + (p.y - cy) * std::cos(h)};
}

} // namespace hl
