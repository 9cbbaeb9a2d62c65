// SPDX-License-Identifier: GPL-3.0-or-later
// A car that turns says so in four ways: its heading changes, a gyroscope feels it turn, it is pushed sideways by speed
// times turning, and the steering is held as the road bends. Which column is which follows from how speed enters.
#include "core/columns/evidence.h"
#include "core/units/numbers.h"

#include <algorithm>

namespace hl {
namespace {

constexpr double kGoes = 0.7;         // likeness from which a column has to do with turning
constexpr double kTellsApart = 0.004; // two readings of one column must differ by this much
constexpr double kSlowMps = 6;        // below, the steering says little about the road

struct Reading {
    Channel channel;
    Fit fit;
    double factor = 0; ///< of a known unit; 0 when none fits
    OverSpans here;    ///< the column as it was held against the turning
};

OverSpans times(const OverSpans& a, const OverSpans& b) {
    OverSpans out(a.size());
    for (std::size_t k = 0; k < a.size(); ++k) out[k] = a[k] * b[k];
    return out;
}

OverSpans bendOf(const OverSpans& turning, const OverSpans& speed) {
    OverSpans out(turning.size());
    for (std::size_t k = 0; k < out.size(); ++k) out[k] = speed[k] > kSlowMps ? turning[k] / speed[k] : kNaN;
    return out;
}

/// Change of an angle over each span a second, brought into half a turn.
OverSpans rateOfAngle(const Columns& c, std::size_t i, double unit) {
    const auto& y = c.values.columns[i];
    OverSpans r(c.spans.size());
    for (std::size_t k = 0; k < r.size(); ++k) { // from the middle of one half to the middle of the other
        const auto [from, middle, to] = c.spans[k];
        const auto a = (from + middle) / 2, b = (middle + to) / 2;
        r[k] = a < b ? std::remainder((y[b] - y[a]) * unit, 2 * kPi) / (c.t[b] - c.t[a]) : kNaN;
    }
    return r;
}

bool maySwing(const Columns& c, std::size_t i) {
    const auto& r = c.runs[i];
    return c.free(i) && r.distinct > 12;
}

bool mayBeAngle(const Columns& c, std::size_t i) { return c.free(i) && c.runs[i].distinct > 30; }

/// The turning read from one column as an angle: the unit whose turn fits best, forwards or backwards.
Reading asHeading(const Columns& c, std::size_t i, const OverSpans& turning) {
    Reading best{Channel::Heading, {}, 0, {}};
    for (const double unit : {1.0, kPi / 180}) {
        const double range = (c.runs[i].most - c.runs[i].least) * unit;
        if (range < 0.5) continue; // a lap goes all round
        const auto f = fitOf(rateOfAngle(c, i, unit), turning);
        if (std::abs(std::abs(f.slope) - 1) > 0.12 || f.likeness <= best.fit.likeness) continue;
        best.fit = f, best.factor = f.slope < 0 ? -unit : unit, best.here = rateOfAngle(c, i, unit);
    }
    return best;
}

Reading asRate(const Columns& c, std::size_t i, const OverSpans& turning) {
    const auto f = fitOf(c.peaked[i], turning);
    return {Channel::YawRate, f, nearestUnit(Channel::YawRate, f.slope, 0.12).value_or(0), c.peaked[i]};
}

Reading asPush(const Columns& c, std::size_t i, const OverSpans& push) {
    const auto f = fitOf(c.peaked[i], push);
    return {Channel::LateralAcc, f, nearestUnit(Channel::LateralAcc, f.slope, 0.2).value_or(0), c.peaked[i]};
}

Reading asSteering(const Columns& c, std::size_t i, const OverSpans& bend) {
    return {Channel::Steering, fitOf(c.peaked[i], bend), 1, c.peaked[i]};
}

/// What a column says best; its name decides between two readings that say it equally well.
std::optional<Reading> bestReading(const Columns& c, std::size_t i, const Motion& m, const OverSpans& push,
                                   const OverSpans& bend) {
    std::vector<Reading> all;
    if (mayBeAngle(c, i))
        if (auto h = asHeading(c, i, m.turning); h.factor != 0) all.push_back(h);
    if (maySwing(c, i)) {
        all.push_back(asRate(c, i, m.turning));
        if (!push.empty()) all.push_back(asPush(c, i, push));
        if (!bend.empty()) all.push_back(asSteering(c, i, bend));
    }
    // Nobody turns on a straight: what stands there must be near nought.
    const auto stands = [&](const Reading& r) {
        return r.channel != Channel::Heading &&
               std::abs(r.fit.offset / r.fit.slope) > 0.1 * (c.runs[i].most - c.runs[i].least);
    };
    std::erase_if(all, [&](const Reading& r) { return r.factor == 0 || r.fit.likeness < kGoes || stands(r); });
    if (all.empty()) return std::nullopt;
    const auto worth = [&](const Reading& r) {
        const double h = c.hint(i, r.channel);
        return r.fit.likeness + (h >= 1 ? h : std::clamp(h, -kTellsApart, kTellsApart));
    };
    return *std::max_element(all.begin(), all.end(),
                             [&](const Reading& a, const Reading& b) { return worth(a) < worth(b); });
}

/// The best column of each reading is it; others that say the same less well are left alone.
struct Best {
    std::size_t column = 0;
    Reading reading;
    double worth = 0;
};

/// An angle of the steering, by how far it swings: nobody turns a wheel by fifteen turns.
void steeringUnit(const Columns& c, std::size_t i, ColumnClaim& k) {
    const double most = std::max(std::abs(c.runs[i].least), std::abs(c.runs[i].most));
    if (const auto given = c.givenFactor(i, Channel::Steering))
        k.factor = std::copysign(*given, k.factor);
    else if (most > 12)
        k.factor = std::copysign(kPi / 180, k.factor);
    else
        k.factor = std::copysign(1.0, k.factor), k.sure = k.sure && most > 0.15;
}

/// Where north is and which way round the angle runs, from the path.
void alignHeading(const Columns& c, std::size_t i, const Motion& m, ColumnClaim& k) {
    if (m.course.empty()) return;
    OverSpans off;
    double s = 0, co = 0, n = 0;
    for (std::size_t q = 0; q < m.course.size(); ++q) {
        const double at = c.values.columns[i][c.spans[q].middle] * k.factor;
        const double d = m.course[q] - at;
        if (!std::isfinite(d)) continue;
        s += std::sin(d), co += std::cos(d), ++n;
    }
    if (n < 20) return;
    const double together = std::hypot(s, co) / n, offset = std::atan2(s, co);
    const double quarter = std::round(offset / (kPi / 2)) * (kPi / 2); // declination and slip are no quarter turns
    if (together < 0.8) return;
    k.offset = std::abs(offset - quarter) < 0.2 ? quarter : offset;
}

void claim(Columns& c, const Best& b, const Motion& m, const OverSpans& against) {
    ColumnClaim k;
    k.channel = b.reading.channel, k.factor = b.reading.factor;
    k.sure = b.reading.fit.likeness > 0.8;
    k.evidence.push_back(evidenceOf(m.turningFrom, b.reading.fit, b.reading.here, against));
    switch (k.channel) {
    case Channel::Heading:
        k.why = "changes as the car turns";
        alignHeading(c, b.column, m, k);
        break;
    case Channel::YawRate: k.why = "is how fast the car turns"; break;
    case Channel::LateralAcc: k.why = "is speed times turning"; break;
    default:
        k.why = "goes with how the road bends";
        k.factor = b.reading.fit.slope < 0 ? -1 : 1;
        steeringUnit(c, b.column, k);
    }
    if (m.turningFrom == c.header(b.column)) k.evidence.clear(), k.why = "what turns goes with it";
    if (!m.handed && !m.course.empty()) k.sure = false, k.why += "; nothing tells left from right";
    c.claims[b.column] = std::move(k);
}

/// Two axes that nothing names may be the mirror of the road. A heading tells: in degrees it is a compass' and runs
/// with the clock from north, in radians it runs against the clock from the first axis.
bool turnedByHeading(Columns& c, Motion& m) {
    for (const auto& k : c.claims) {
        if (!k || k->channel != Channel::Heading) continue;
        const bool degrees = std::abs(k->factor) < 0.5;
        m.handed = true;
        for (auto& place : c.claims)
            if (place && (place->channel == Channel::X || place->channel == Channel::Y)) {
                place->sure = true;
                place->why = "steps as long as the speed says; the heading tells left from right";
            }
        for (auto& other : c.claims)
            if (other && (other->channel == Channel::Heading || other->channel == Channel::YawRate)) {
                other->sure = other->evidence.empty() || other->evidence.front().likeness > 0.8;
                other->why =
                    other->channel == Channel::Heading ? "changes as the car turns" : "is how fast the car turns";
            }
        if ((k->factor < 0) == degrees) return false;
        for (auto& place : c.claims)
            if (place && (place->channel == Channel::X || place->channel == Channel::Y))
                place->channel = place->channel == Channel::X ? Channel::Y : Channel::X;
        for (double& r : m.turning) r = -r;
        for (double& r : m.course) r = kPi / 2 - r;
        return true;
    }
    return false;
}

/// After the axes were turned round: heading and yaw rate with them.
void judgeHeadingAgain(Columns& c, const Motion& m) {
    for (std::size_t i = 0; i < c.count(); ++i) {
        auto& k = c.claims[i];
        if (!k || (k->channel != Channel::Heading && k->channel != Channel::YawRate)) continue;
        k->factor = -k->factor, k->offset = 0;
        if (k->channel == Channel::Heading) alignHeading(c, i, m, *k);
    }
}

/// Whether its name says that it is something that does not turn.
bool namedOtherwise(const Columns& c, std::size_t i) {
    const auto& n = c.names[i];
    const bool turns = n.channel == Channel::Heading || n.channel == Channel::YawRate ||
                       n.channel == Channel::LateralAcc || n.channel == Channel::Steering;
    return n.sure && n.channel != Channel::Count && !turns;
}

/// One column read as the turning itself.
struct Stand {
    std::size_t column = 0;
    bool angle = false; ///< its change turns the car, else it is the yaw rate
    double unit = 1;    ///< rad
};

OverSpans turningBy(const Columns& c, const Stand& s) {
    if (s.angle) return rateOfAngle(c, s.column, s.unit);
    auto r = c.peaked[s.column];
    for (double& v : r) v *= s.unit;
    return r;
}

/// How well a column goes with a turning that another stands for.
double standsBy(const Columns& c, std::size_t j, const Stand& s, const OverSpans& turning, const OverSpans& push) {
    double likes = 0;
    const auto take = [&](const Reading& r) {
        if (r.factor != 0) likes = std::max(likes, r.fit.likeness);
    };
    if (!s.angle && mayBeAngle(c, j)) take(asHeading(c, j, turning));
    if (s.angle && maySwing(c, j)) take(asRate(c, j, turning));
    if (!push.empty() && maySwing(c, j)) take(asPush(c, j, push));
    return likes;
}

/// What may stand for the turning, or go with it; where there are very many columns, those whose names say so first.
std::vector<std::size_t> mayTurn(const Columns& c) {
    constexpr std::size_t kMost = 48; // each is held against each
    std::vector<std::size_t> may;
    for (std::size_t i = 0; i < c.count(); ++i)
        if ((maySwing(c, i) || mayBeAngle(c, i)) && !namedOtherwise(c, i)) may.push_back(i);
    std::stable_sort(may.begin(), may.end(), [&](std::size_t a, std::size_t b) {
        return (c.names[a].channel != Channel::Count) > (c.names[b].channel != Channel::Count);
    });
    if (may.size() > kMost) may.resize(kMost);
    return may;
}

std::vector<Stand> standsOf(const Columns& c, std::size_t i) {
    constexpr double kFastest = 4, kSlowest = 0.08, kLeastTurn = 0.5; // rad/s of a car, rad of a heading
    std::vector<Stand> all;
    const auto& r = c.runs[i];
    for (const double unit : {1.0, kPi / 180}) {
        const double swing = std::max(std::abs(r.least), std::abs(r.most)) * unit;
        if (maySwing(c, i) && swing < kFastest && swing > kSlowest) all.push_back({i, false, unit});
        if (mayBeAngle(c, i) && (r.most - r.least) * unit > kLeastTurn) all.push_back({i, true, unit});
    }
    return all;
}

/// Without positions a column has to stand for the turning: the one that others go with best.
void turningFromColumns(const Columns& c, Motion& m) {
    constexpr double kGoesWith = 0.85;
    const auto may = mayTurn(c);
    double most = kGoesWith;
    for (const auto i : may) {
        // Beside a speed that is only called so, what is called a push or a wheel is no gyroscope.
        const auto& n = c.names[i];
        if (m.byName && n.sure && (n.channel == Channel::LateralAcc || n.channel == Channel::Steering)) continue;
        for (const auto& stand : standsOf(c, i)) {
            auto turning = turningBy(c, stand);
            const auto push = m.speed.empty() || !m.scaled ? OverSpans{} : times(turning, m.speed);
            double worth = c.hint(i, stand.angle ? Channel::Heading : Channel::YawRate);
            for (const auto j : may)
                if (const double likes = j == i ? 0 : standsBy(c, j, stand, turning, push); likes > kGoesWith)
                    worth += likes;
            if (worth <= most) continue;
            most = worth, m.turning = std::move(turning), m.turningFrom = c.header(i);
        }
    }
}

bool turnsTold(const Columns& c) {
    return std::any_of(c.claims.begin(), c.claims.end(), [](const auto& k) {
        return k && (k->channel == Channel::Heading || k->channel == Channel::YawRate);
    });
}

/// Where neither path nor gyroscope tells how the car turns, what pushes it sideways does: over speed squared it is the
/// bend of the road, and the steering is held as the road bends.
struct Pushed {
    std::size_t column = 0;
    OverSpans turning; ///< in the column's own unit
};

std::optional<Pushed> turningFromPush(const Columns& c, const Motion& m) {
    constexpr double kGoesWith = 0.85;
    if (m.speed.empty()) return std::nullopt;
    std::optional<Pushed> best;
    double most = kGoesWith;
    for (std::size_t i = 0; i < c.count(); ++i) {
        if (!maySwing(c, i) || c.hint(i, Channel::LateralAcc) <= 0) continue;
        OverSpans turning(c.spans.size());
        for (std::size_t k = 0; k < turning.size(); ++k)
            turning[k] = m.speed[k] > kSlowMps ? c.peaked[i][k] / m.speed[k] : kNaN;
        const auto bend = bendOf(turning, m.speed);
        for (std::size_t j = 0; j < c.count(); ++j) {
            if (j == i || !maySwing(c, j) || c.hint(j, Channel::Steering) <= 0) continue;
            const double likes = fitOf(c.peaked[j], bend).likeness;
            if (likes > most) most = likes, best = Pushed{i, turning};
        }
    }
    return best;
}

/// The column that stands for the turning proves nothing of itself: its unit stays as it was given, its evidence is
/// what goes with it.
void claimPush(Columns& c, const Pushed& p) {
    const auto steering = std::find_if(c.claims.begin(), c.claims.end(),
                                       [](const auto& k) { return k && k->channel == Channel::Steering; });
    if (steering == c.claims.end()) return;
    const auto given = c.givenFactor(p.column, Channel::LateralAcc);
    ColumnClaim k{Channel::LateralAcc, given.value_or(1), 0, given.has_value(), true, {}, {}};
    const auto& with = c.header(static_cast<std::size_t>(steering - c.claims.begin()));
    k.why = "over speed squared it goes with \"" + with + "\"; nothing tells left from right";
    k.evidence.push_back({with, (*steering)->evidence.empty() ? 0 : (*steering)->evidence.front().likeness, {}, {}});
    (*steering)->why += "; nothing tells left from right";
    c.claims[p.column] = std::move(k);
}

/// A path may be too noisy to tell how fast the car turns where it still tells which way, and how much in all: then
/// columns that go with each other stand for it.
void turningOfQuieterColumns(const Columns& c, Motion& m) {
    constexpr double kSomewhat = 0.3, kAsMuch = 0.25;
    Motion other;
    other.speed = m.speed, other.scaled = m.scaled, other.byName = m.byName;
    turningFromColumns(c, other);
    if (other.turning.empty()) return;
    const auto f = fitOf(other.turning, m.turning);
    if (f.likeness < kSomewhat || std::abs(std::abs(f.slope) - 1) > kAsMuch) return;
    for (double& r : other.turning) r = std::copysign(1.0, f.slope) * r;
    m.turning = std::move(other.turning), m.turningFrom = std::move(other.turningFrom);
}

} // namespace

void judgeTurning(Columns& c, Motion& m) {
    const bool byPath = !m.turning.empty();
    if (m.turning.empty()) turningFromColumns(c, m);
    std::optional<Pushed> pushed;
    if (m.turning.empty() && (pushed = turningFromPush(c, m)))
        m.turning = pushed->turning, m.turningFrom = c.header(pushed->column);
    if (m.turning.empty()) return;
    const auto judge = [&](std::initializer_list<Channel> wanted) {
        const auto push = m.speed.empty() || !m.scaled ? OverSpans{} : times(m.turning, m.speed);
        const auto bend = m.speed.empty() ? OverSpans{} : bendOf(m.turning, m.speed);
        std::vector<Best> best;
        for (std::size_t i = 0; i < c.count(); ++i) {
            const auto r = c.free(i) ? bestReading(c, i, m, push, bend) : std::nullopt;
            if (!r || std::find(wanted.begin(), wanted.end(), r->channel) == wanted.end()) continue;
            const double worth = r->fit.likeness + c.hint(i, r->channel);
            auto at =
                std::find_if(best.begin(), best.end(), [&](const Best& b) { return b.reading.channel == r->channel; });
            if (at == best.end())
                best.push_back({i, *r, worth});
            else if (worth > at->worth)
                *at = {i, *r, worth};
        }
        for (const auto& b : best) {
            const auto channel = b.reading.channel;
            claim(c, b, m, channel == Channel::LateralAcc ? push : (channel == Channel::Steering ? bend : m.turning));
        }
    };
    if (pushed) {
        judge({Channel::Steering});
        claimPush(c, *pushed);
        return;
    }
    judge({Channel::Heading, Channel::YawRate});
    if (byPath && !turnsTold(c)) {
        turningOfQuieterColumns(c, m);
        judge({Channel::Heading, Channel::YawRate});
    }
    if (!m.handed && !m.course.empty() && turnedByHeading(c, m)) judgeHeadingAgain(c, m);
    // A gyroscope is a quieter judge of the rest than chords of the path.
    for (std::size_t i = 0; i < c.count(); ++i)
        if (c.claims[i] && c.claims[i]->channel == Channel::YawRate && c.claims[i]->sure) {
            m.turning = c.peaked[i], m.turningFrom = c.header(i);
            for (double& v : m.turning) v *= c.claims[i]->factor;
        }
    judge({Channel::LateralAcc, Channel::Steering});
}

} // namespace hl
