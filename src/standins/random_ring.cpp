// SPDX-License-Identifier: GPL-3.0-or-later
// Corners of a polygon round a middle, some edges broken by a chicane, every corner rounded by an arc that fits between
// its neighbours; a ring that comes near itself or has an arc too tight is thrown away and the next one tried.
#include "standins/random_ring.h"

#include <algorithm>
#include <cmath>
#include <numeric>
#include <random>

namespace hl::standin {
namespace {

struct Shape {
    int fewest = 7, most = 12;               ///< corners of the polygon
    double acrossFrom = 420, acrossTo = 700; ///< m from the middle
    double radiusFrom = 18, radiusTo = 120;  ///< m, of the arcs
    double halfWidth = 6;
    double chicane = 0.2, changing = 0.25; ///< chances of an edge and of an arc
};

Shape shapeOf(RingFamily f) {
    switch (f) {
    case RingFamily::RoadCourse: return {};
    case RingFamily::Flowing: return {6, 9, 600, 900, 70, 240, 6.5, 0.08, 0.3};
    case RingFamily::Twisting: return {9, 14, 300, 460, 15, 60, 4.8, 0.3, 0.3};
    case RingFamily::KartTrack: return {7, 11, 95, 160, 8, 28, 3.8, 0.15, 0.2};
    case RingFamily::Oval: return {};
    }
    return {};
}

struct Point {
    double x = 0, y = 0;
};
Point operator-(Point a, Point b) { return {a.x - b.x, a.y - b.y}; }
double length(Point a) { return std::hypot(a.x, a.y); }
double way(Point a) { return std::atan2(a.y, a.x); }

class Builder {
  public:
    Builder(const Shape& shape, std::mt19937& rng) : shape_(shape), rng_(rng) {}

    double between(double a, double b) { return std::uniform_real_distribution<double>(a, b)(rng_); }
    bool chance(double p) { return between(0, 1) < p; }

    /// Empty when the corners leave no room for their arcs.
    std::vector<Turn> turns() {
        auto points = polygon();
        breakEdges(points);
        std::vector<Turn> list;
        const auto n = points.size();
        std::vector<double> room; // of each corner's tangents
        for (std::size_t i = 0; i < n; ++i) {
            const auto in = points[i] - points[(i + n - 1) % n], out = points[(i + 1) % n] - points[i];
            const double angle = std::remainder(way(out) - way(in), 2 * kPi), tangent = std::tan(std::abs(angle) / 2);
            const double fits = 0.42 * std::min(length(in), length(out)) / tangent;
            const double wanted = shape_.radiusFrom * std::pow(shape_.radiusTo / shape_.radiusFrom, between(0, 1));
            const double r = std::min(wanted, fits);
            if (r < 0.75 * shape_.radiusFrom || std::abs(angle) < 0.42) return {};
            const double change = chance(shape_.changing) ? between(0.6, 1.0) : 1,
                         ease = std::clamp(0.35 * r, 3.0, 35.0);
            const bool tightens = chance(0.5);
            list.push_back(
                {{}, angle * 180 / kPi, tightens ? r : r * change, tightens ? r * change : r, ease, ease, 0, 0, 0, 0});
            room.push_back(r * tangent);
        }
        for (std::size_t i = 0; i < n; ++i) {
            const double edge = length(points[i] - points[(i + n - 1) % n]);
            list[i].straightBefore = std::max(5.0, edge - room[i] - room[(i + n - 1) % n] - list[i].leadIn);
        }
        lastStraight_ = list.front().straightBefore / 2;
        list.front().straightBefore /= 2;
        return list;
    }
    double lastStraight() const { return lastStraight_; }

  private:
    static constexpr double kPi = 3.14159265358979323846;
    std::vector<Point> polygon() {
        const int n = static_cast<int>(between(shape_.fewest, shape_.most + 0.99));
        const double across = between(shape_.acrossFrom, shape_.acrossTo), squeeze = between(0.55, 1.0);
        std::vector<Point> points;
        for (int i = 0; i < n; ++i) { // clockwise: most turns go right
            const double a = -2 * kPi * (i + between(-0.3, 0.3)) / n, r = across * between(0.5, 1.2);
            points.push_back({r * std::cos(a), squeeze * r * std::sin(a)});
        }
        return points;
    }
    void breakEdges(std::vector<Point>& points) {
        std::vector<Point> out;
        for (std::size_t i = 0; i < points.size(); ++i) {
            out.push_back(points[i]);
            const auto edge = points[(i + 1) % points.size()] - points[i];
            const double jog = 2.6 * shape_.radiusFrom;
            if (length(edge) < 7 * jog || !chance(shape_.chicane)) continue;
            const double at = between(0.4, 0.6), turn = way(edge) + (chance(0.5) ? 1 : -1) * between(0.75, 1.1);
            const Point a{points[i].x + at * edge.x, points[i].y + at * edge.y};
            out.push_back(a);
            out.push_back({a.x + jog * std::cos(turn), a.y + jog * std::sin(turn)});
        }
        points = std::move(out);
    }
    Shape shape_;
    std::mt19937& rng_;
    double lastStraight_ = 0;
};

bool drivable(const Circuit& c) {
    for (const auto& t : c.turns)
        if (t.straightBefore < 3 || t.arcTo - t.arcFrom < 4 || std::abs(t.angleDeg) < 24 || std::abs(t.angleDeg) > 200)
            return false;
    const double apart = 2 * c.halfWidth.front() + 6; // road and grass
    const auto n = c.x.size();
    for (std::size_t i = 0; i < n; i += 5)
        for (std::size_t j = i + 5; j < n; j += 5) {
            const double along = static_cast<double>(std::min(j - i, n - (j - i))) * c.step;
            if (along > 4 * apart && std::hypot(c.x[i] - c.x[j], c.y[i] - c.y[j]) < apart) return false;
        }
    return true;
}

Circuit oval(Builder& b) {
    const double r = b.between(140, 330), ease = b.between(40, 90), straight = b.between(300, 900);
    std::vector<Turn> turns;
    if (b.chance(0.5)) // four corners with short chutes, or two long ones
        for (int i = 0; i < 4; ++i)
            turns.push_back(
                {{}, 90, r, r, ease, ease, i % 2 ? 0.4 * straight : (i ? straight : straight / 2), 0, 0, 0});
    else
        for (int i = 0; i < 2; ++i) turns.push_back({{}, 180, r, r, ease, ease, i ? straight : straight / 2, 0, 0, 0});
    return buildRing(std::move(turns), 0.5 * straight, b.between(6, 9));
}

} // namespace

Circuit randomRing(RingFamily family, std::uint32_t seed) {
    std::mt19937 rng(seed * 977 + static_cast<std::uint32_t>(family) * 131071 + 17);
    const auto shape = shapeOf(family);
    for (;;) {
        Builder b(shape, rng);
        if (family == RingFamily::Oval) return oval(b);
        auto turns = b.turns();
        if (turns.empty()) continue;
        auto c = buildRing(std::move(turns), b.lastStraight(), shape.halfWidth * b.between(0.85, 1.2));
        if (drivable(c)) return c;
    }
}

Car randomCar(RingFamily family, std::uint32_t seed) {
    std::mt19937 rng(seed * 7919 + static_cast<std::uint32_t>(family));
    const auto near = [&](double v) { return v * std::uniform_real_distribution<double>(0.85, 1.15)(rng); };
    Car c;
    double top = near(66);
    c.gripG = near(1.35), c.brakeG = near(1.6), c.powerW = near(160e3), c.massKg = near(750);
    if (family == RingFamily::KartTrack)
        top = near(30), c.powerW = near(16e3), c.massKg = near(165), c.downforcePerV2 = 0, c.gripG = near(1.7),
        c.brakeG = near(1.1), c.widthM = 1.3, c.wheelbaseM = 1.05;
    if (family == RingFamily::Flowing || family == RingFamily::Oval)
        top = near(80), c.powerW = near(330e3), c.downforcePerV2 = near(0.0009), c.gripG = near(1.7),
        c.brakeG = near(2.4);
    for (std::size_t g = 0; g < c.gearMps.size(); ++g) c.gearMps[g] = top * (0.3 + 0.7 * static_cast<double>(g) / 5);
    return c;
}

} // namespace hl::standin
