// SPDX-License-Identifier: GPL-3.0-or-later
// Distance, speed and positions tell the same thing three times over: how far the car gets in a span of time. Columns
// that agree on it are those; how many of one make one of the other tells their units.
#include "core/columns/evidence.h"
#include "core/units/numbers.h"

#include <algorithm>
#include <array>
#include <tuple>

namespace hl {
namespace {

constexpr double kAgrees = 0.9; // likeness from which two columns are the same motion
constexpr double kMetresADegree = 111195;
constexpr double kFastestMps = 135, kSlowestMps = 4; // of the car at its fastest: karts and prototypes

/// One way to tell the motion.
struct Source {
    enum Kind { Speed, Distance, Plane, Globe } kind = Speed;
    std::size_t a = 0, b = 0; ///< columns; b only of positions (Globe: latitude and longitude)
    OverSpans rate;           ///< of its own unit a second
    double hint = 0;
};

bool mayBeDistance(const Columns& c, std::size_t i) {
    const auto& r = c.runs[i];
    if (!c.free(i) || r.falling > 0.02 || r.rising < 0.2 || r.distinct < 40) return false;
    OverSpans rate = c.change[i];
    for (std::size_t k = 0; k < rate.size(); ++k) rate[k] /= c.dt[k];
    const double m = median(rate);
    for (double& v : rate) v = std::abs(v - m);
    const bool clock = median(rate) < 0.004 * std::abs(m); // runs with the time: another clock, or a counter
    return m > 0 && (!clock || c.names[i].channel == Channel::Distance);
}

bool maySpeed(const Columns& c, std::size_t i) {
    const auto& r = c.runs[i];
    return c.free(i) && r.least > -0.05 * r.most && r.most > 0 && (!r.risesAllOver || c.hint(i, Channel::Speed) > 0) &&
           r.distinct > 20 && r.roughness < 0.2;
}

bool mayBePlace(const Columns& c, std::size_t i) {
    const auto& r = c.runs[i];
    const bool bothWays = (r.rising > 0.02 && r.falling > 0.02) || c.hint(i, Channel::X) > 0 ||
                          c.hint(i, Channel::Y) > 0 || c.hint(i, Channel::Latitude) > 0 ||
                          c.hint(i, Channel::Longitude) > 0;
    return c.free(i) && bothWays && r.distinct > 40 && r.roughness < 0.1 && r.atMost < 0.5 && r.atLeast < 0.5;
}

/// Degrees of one ring lie within a degree of each other; metres do not.
bool asDegrees(const Behaviour& r, double most) {
    return r.high - r.low < 1 && std::max(std::abs(r.low), std::abs(r.high)) <= most; // a lost fix is nought
}

OverSpans rateOfDistance(const Columns& c, std::size_t i) {
    OverSpans rate = c.change[i];
    for (std::size_t k = 0; k < rate.size(); ++k) rate[k] = rate[k] < 0 ? kNaN : rate[k] / c.dt[k];
    return rate;
}

OverSpans rateOfPlace(const Columns& c, std::size_t a, std::size_t b, double alongA, double alongB) {
    OverSpans rate(c.spans.size());
    for (std::size_t k = 0; k < rate.size(); ++k)
        rate[k] = std::hypot(alongA * c.change[a][k], alongB * c.change[b][k]) / c.dt[k];
    return rate;
}

/// How alike two ways tell the motion; through nought, for who stands by one stands by the other.
Fit alike(const OverSpans& one, const OverSpans& other) {
    auto f = fitOf(one, other);
    if (f.slope <= 0 || f.offsetShare > 0.25) f.likeness *= 0.5;
    return f;
}

/// Along one axis a car goes at most as fast as it goes at all, and often about so fast: how far the largest steps
/// stand out from the large ones, against the motion. Temperatures and the like stand still and leap.
double standingOut(const Columns& c, std::size_t i, const OverSpans& motion) {
    OverSpans share;
    for (std::size_t k = 0; k < motion.size(); ++k)
        if (motion[k] > 0) share.push_back(std::abs(c.change[i][k]) / c.dt[k] / motion[k]);
    std::erase_if(share, [](double v) { return !std::isfinite(v); });
    if (share.size() < 20) return 1e9;
    const auto at = [&](double q) {
        const auto n = share.begin() + static_cast<std::ptrdiff_t>(q * num(share.size() - 1));
        std::nth_element(share.begin(), n, share.end());
        return *n;
    };
    const double large = at(0.75), largest = at(0.97);
    return large > 0 ? largest / large : 1e9;
}

std::vector<std::size_t> placeColumns(const Columns& c, const OverSpans& motion) {
    constexpr double kStandsOut = 3;
    constexpr std::size_t kMost = 24; // pairs of them are tried
    std::vector<std::pair<double, std::size_t>> may;
    for (std::size_t i = 0; i < c.count(); ++i) {
        if (!mayBePlace(c, i)) continue;
        const double out = standingOut(c, i, motion);
        if (out < kStandsOut || c.hint(i, Channel::X) > 0 || c.hint(i, Channel::Y) > 0) may.emplace_back(out, i);
    }
    std::sort(may.begin(), may.end());
    std::vector<std::size_t> columns;
    for (const auto& [out, i] : may)
        if (columns.size() < kMost) columns.push_back(i);
    std::sort(columns.begin(), columns.end());
    return columns;
}

/// Positions whose steps are as long as the motion says.
std::optional<std::pair<Source, Fit>> placesLike(const Columns& c, const OverSpans& motion) {
    const auto may = placeColumns(c, motion);
    std::optional<std::pair<Source, Fit>> best;
    double most = kAgrees;
    const auto swing = [&](std::size_t i) { return c.runs[i].high - c.runs[i].low; };
    const auto tryPair = [&](Source s) {
        if (swing(s.a) < 0.02 * swing(s.b) || swing(s.b) < 0.02 * swing(s.a)) return; // one of them tells nothing
        const auto f = alike(s.rate, motion);
        if (f.likeness + s.hint <= most || f.likeness < kAgrees) return;
        most = f.likeness + s.hint;
        best = {std::move(s), f};
    };
    for (const auto a : may)
        for (const auto b : may) {
            if (a == b) continue;
            const bool globe = asDegrees(c.runs[a], 90) && asDegrees(c.runs[b], 180);
            if (globe) {
                const double east = kMetresADegree * std::cos(rad(c.runs[a].median));
                tryPair({Source::Globe, a, b, rateOfPlace(c, a, b, kMetresADegree, east),
                         c.hint(a, Channel::Latitude) + c.hint(b, Channel::Longitude)});
            } else if (a < b || c.hint(a, Channel::X) > 0 || c.hint(b, Channel::Y) > 0)
                tryPair(
                    {Source::Plane, a, b, rateOfPlace(c, a, b, 1, 1), c.hint(a, Channel::X) + c.hint(b, Channel::Y)});
        }
    return best;
}

/// The units that go together: each source's unit times what it counts is the same speed.
struct Units {
    double speed = 1, distance = 1, place = 1;
    double cost = 1e9, nextCost = 1e9; ///< of the best, and of the best that means another speed
};

struct UnitChoice {
    double factor, cost;
};

std::vector<UnitChoice> speedUnits() { return {{1, 0}, {1 / 3.6, 0}, {0.44704, 0.1}, {0.514444, 0.2}, {0.3048, 0.4}}; }
std::vector<UnitChoice> lengthUnits() {
    return {{1, 0}, {1000, 0.3}, {0.3048, 0.4}, {1609.344, 0.5}, {0.9144, 0.8}, {0.01, 0.6}, {0.001, 0.7}};
}

/// A unit that a header names is dear to leave.
std::vector<UnitChoice> weighed(std::vector<UnitChoice> units, std::optional<double> given) {
    constexpr double kAgainstTheHeader = 2;
    if (!given) return units;
    for (auto& u : units) u.cost = std::abs(u.factor / *given - 1) < 1e-6 ? 0 : u.cost + kAgainstTheHeader;
    return units;
}

double disagreement(double one, double other) {
    constexpr double kWithin = 0.02, kWorst = 3;
    return std::min(kWorst, std::abs(std::log(one / other)) / kWithin);
}

/// `perSpeed`: metres... of distance and of place that one of speed makes a second; 0 where there is none.
Units unitsThatGo(double distancePerSpeed, double placePerSpeed, double fastest, const std::vector<UnitChoice>& speeds,
                  const std::vector<UnitChoice>& distances, const std::vector<UnitChoice>& places) {
    Units best;
    std::vector<std::pair<double, double>> all; // cost, fastest in m/s
    for (const auto& s : speeds)
        for (const auto& d : distances)
            for (const auto& p : places) {
                double cost = s.cost + d.cost + p.cost;
                if (distancePerSpeed > 0) cost += disagreement(d.factor * distancePerSpeed, s.factor);
                if (placePerSpeed > 0) cost += disagreement(p.factor * placePerSpeed, s.factor);
                const double mps = s.factor * fastest;
                if (mps > kFastestMps || mps < kSlowestMps) cost += 5;
                all.emplace_back(cost, mps);
                if (cost < best.cost) best = {s.factor, d.factor, p.factor, cost, best.nextCost};
            }
    for (const auto& [cost, mps] : all)
        if (std::abs(mps / (best.speed * fastest) - 1) > 0.05) best.nextCost = std::min(best.nextCost, cost);
    return best;
}

/// Read the other way round.
Fit invertedFit(Fit f) {
    f.offset = -f.offset / f.slope, f.slope = 1 / f.slope;
    return f;
}

/// The turning of a path: the angle between the two halves of each span's chord.
OverSpans turningOf(const Columns& c, std::size_t a, std::size_t b, double alongA, double alongB) {
    constexpr double kLeastM = 0.6; // shorter chords have no direction
    OverSpans r(c.spans.size(), kNaN);
    const auto& x = c.values.columns[a];
    const auto& y = c.values.columns[b];
    for (std::size_t k = 0; k < r.size(); ++k) {
        const auto [i, m, j] = c.spans[k];
        const double ux = alongA * (x[m] - x[i]), uy = alongB * (y[m] - y[i]);
        const double vx = alongA * (x[j] - x[m]), vy = alongB * (y[j] - y[m]);
        if (std::hypot(ux, uy) < kLeastM || std::hypot(vx, vy) < kLeastM) continue;
        r[k] = std::atan2(ux * vy - uy * vx, ux * vx + uy * vy) / (c.dt[k] / 2);
    }
    return r;
}

/// Which way the chord of each span goes, rad anticlockwise from the first axis.
OverSpans courseOf(const Columns& c, std::size_t a, std::size_t b, double alongA, double alongB) {
    constexpr double kLeastM = 2;
    OverSpans course(c.spans.size(), kNaN);
    for (std::size_t k = 0; k < course.size(); ++k) {
        const double x = alongA * c.change[a][k], y = alongB * c.change[b][k];
        if (std::hypot(x, y) > kLeastM) course[k] = std::atan2(y, x);
    }
    return course;
}

OverSpans scaled(OverSpans s, double by) {
    for (double& v : s) v *= by;
    return s;
}

double high(OverSpans s) {
    std::erase_if(s, [](double v) { return !std::isfinite(v); });
    if (s.empty()) return 0;
    const auto at = s.begin() + static_cast<std::ptrdiff_t>(s.size() * 49 / 50);
    std::nth_element(s.begin(), at, s.end());
    return *at;
}

} // namespace

namespace {

/// Where nothing agrees with it, a column that is called the speed is all that tells how the car goes. It proves
/// nothing of itself, and only where its unit is given how much.
Motion motionByName(const Columns& c) {
    Motion m;
    for (std::size_t i = 0; i < c.count(); ++i) {
        if (c.names[i].channel != Channel::Speed || !c.free(i) || c.runs[i].distinct < 20) continue;
        const auto given = c.givenFactor(i, Channel::Speed);
        m.byName = true, m.scaled = given.has_value();
        m.speed = scaled(c.mean[i], given.value_or(c.runs[i].most > 100 ? 1 / 3.6 : 1)), m.speedFrom = c.header(i);
        return m;
    }
    return m;
}

} // namespace

Motion judgeMotion(Columns& c) {
    std::vector<Source> speeds, distances;
    for (std::size_t i = 0; i < c.count(); ++i) {
        if (mayBeDistance(c, i))
            distances.push_back({Source::Distance, i, i, rateOfDistance(c, i), c.hint(i, Channel::Distance)});
        else if (maySpeed(c, i))
            speeds.push_back({Source::Speed, i, i, c.mean[i], c.hint(i, Channel::Speed)});
    }
    // The speed and the distance that say the same.
    const Source *speed = nullptr, *distance = nullptr;
    Fit both;
    double most = kAgrees;
    for (const auto& s : speeds)
        for (const auto& d : distances) {
            const auto f = alike(s.rate, d.rate);
            // Laps apart: of two odometers the one that begins anew with every lap says more.
            const double worth = f.likeness + s.hint + d.hint + (c.runs[d.a].risesAllOver ? 0 : 0.002);
            if (f.likeness > kAgrees && worth > most) most = worth, both = f, speed = &s, distance = &d;
        }
    std::optional<std::pair<Source, Fit>> places;
    if (speed)
        places = placesLike(c, speed->rate);
    else // one of them alone beside positions
        for (const auto* list : {&speeds, &distances})
            for (const auto& s : *list)
                if (auto p = placesLike(c, s.rate);
                    p && (!places || p->second.likeness + s.hint > places->second.likeness)) {
                    places = std::move(p);
                    (list == &speeds ? speed : distance) = &s;
                    (list == &speeds ? distance : speed) = nullptr;
                }
    if (!speed && !distance) return motionByName(c);
    Motion m;

    const Source& main = speed ? *speed : *distance;
    const bool globe = places && places->first.kind == Source::Globe;
    const auto lengths = lengthUnits();
    const auto u = unitsThatGo(
        speed && distance ? both.through : (distance ? 1 : 0), places ? 1 / places->second.through : 0, high(main.rate),
        speed ? weighed(speedUnits(), c.givenFactor(speed->a, Channel::Speed))
              : weighed(lengths, c.givenFactor(distance->a, Channel::Distance)),
        distance ? weighed(lengths, c.givenFactor(distance->a, Channel::Distance)) : std::vector<UnitChoice>{{1, 0}},
        globe ? std::vector<UnitChoice>{{1, 0}}
              : (places ? weighed(lengths, c.givenFactor(places->first.a, Channel::X))
                        : std::vector<UnitChoice>{{1, 0}}));
    const bool sure = u.cost < 3 && u.nextCost > u.cost + 0.25;
    const auto placesName = [&] { return c.header(places->first.a) + ", " + c.header(places->first.b); };
    const auto byPlaces = [&] {
        return evidenceOf(placesName(), invertedFit(places->second), main.rate, places->first.rate);
    };
    if (speed) {
        ColumnClaim k{Channel::Speed, u.speed, 0, true, sure, {}, {}};
        if (distance) k.evidence.push_back(evidenceOf(c.header(distance->a), both, speed->rate, distance->rate));
        if (places) k.evidence.push_back(byPlaces());
        k.why = distance ? "agrees with the slope of \"" + c.header(distance->a) + "\""
                         : "agrees with the way between positions";
        c.claims[speed->a] = std::move(k);
    }
    if (distance) {
        ColumnClaim k{Channel::Distance, speed ? u.distance : u.speed, 0, true, sure, {}, {}};
        k.evidence.push_back(speed ? evidenceOf(c.header(speed->a), invertedFit(both), distance->rate, speed->rate)
                                   : byPlaces());
        k.why = speed ? "its slope is \"" + c.header(speed->a) + "\"" : "as long as the way between positions";
        c.claims[distance->a] = std::move(k);
    }
    m.speed = scaled(main.rate, u.speed), m.speedFrom = c.header(main.a);
    if (!places) return m;
    const auto& p = places->first;
    const auto placed = [&](std::size_t column, Channel channel, bool known) {
        ColumnClaim k{channel, globe ? 1 : u.place, 0, true, known, {}, {}};
        k.evidence.push_back(evidenceOf(m.speedFrom, places->second, p.rate, main.rate));
        k.why = "steps as long as \"" + m.speedFrom + "\" says";
        c.claims[column] = std::move(k);
    };
    // Which of two axes points where, only a name or the globe can tell: swapped, the road would be its own mirror.
    const bool named = c.hint(p.a, Channel::X) > 0 && c.hint(p.b, Channel::Y) > 0;
    placed(p.a, globe ? Channel::Latitude : Channel::X, sure && (globe || named));
    placed(p.b, globe ? Channel::Longitude : Channel::Y, sure && (globe || named));
    if (!globe && !named)
        for (const auto column : {p.a, p.b}) c.claims[column]->why += "; nothing tells left from right";
    const auto east = globe ? p.b : p.a, north = globe ? p.a : p.b;
    const double alongEast = globe ? kMetresADegree * std::cos(rad(c.runs[p.a].median)) : u.place,
                 alongNorth = globe ? kMetresADegree : u.place;
    m.turning = turningOf(c, east, north, alongEast, alongNorth);
    m.course = courseOf(c, east, north, alongEast, alongNorth);
    m.turningFrom = placesName(), m.handed = globe || named;
    return m;
}

} // namespace hl
