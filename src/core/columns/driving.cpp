// SPDX-License-Identifier: GPL-3.0-or-later
// What the driver does and what the car does with it: pedals push or slow it, engine speed over speed stands while a
// gear is in, accelerations are the slope of speed and the weight of the car.
#include "core/columns/evidence.h"
#include "core/units/numbers.h"

#include <algorithm>
#include <map>

namespace hl {
namespace {

ColumnClaim claimed(Channel channel, double factor, bool factorKnown, bool sure, std::string why, std::string with,
                    double likeness) {
    return {channel, factor, 0, factorKnown, sure, std::move(why), {{std::move(with), likeness, {}, {}}}};
}

/// How fast the car gains speed over each span, m/s^2: by the change of a speed column, else by neighbouring spans.
OverSpans gainOf(const Columns& c, const Motion& m) {
    OverSpans gain(c.spans.size(), kNaN);
    for (std::size_t i = 0; i < c.count(); ++i)
        if (c.claims[i] && c.claims[i]->channel == Channel::Speed) {
            for (std::size_t k = 0; k < gain.size(); ++k) gain[k] = c.claims[i]->factor * c.change[i][k] / c.dt[k];
            return gain;
        }
    if (m.speed.empty()) return {};
    for (std::size_t k = 1; k + 1 < gain.size(); ++k) {
        const double apart = c.t[c.spans[k + 1].from] - c.t[c.spans[k - 1].from];
        if (apart > 0 && apart < 2) gain[k] = (m.speed[k + 1] - m.speed[k - 1]) / apart;
    }
    return gain;
}

void judgeLongitudinal(Columns& c, const OverSpans& gain, const std::string& with) {
    constexpr double kGoes = 0.8;
    std::size_t best = c.count();
    double most = 0, factor = 1;
    Fit fit;
    for (std::size_t i = 0; i < c.count(); ++i) {
        const auto& r = c.runs[i];
        if (!c.free(i) || r.distinct < 12 || r.least >= 0 || r.most <= 0) continue;
        const auto f = fitOf(c.mean[i], gain);
        const auto unit = nearestUnit(Channel::LongitudinalAcc, f.slope, 0.2);
        if (!unit || f.likeness < kGoes || f.likeness + c.hint(i, Channel::LongitudinalAcc) <= most) continue;
        most = f.likeness + c.hint(i, Channel::LongitudinalAcc);
        best = i, factor = *unit, fit = f;
    }
    if (best == c.count()) return;
    c.claims[best] = ColumnClaim{Channel::LongitudinalAcc, factor, 0, true, true, "is the slope of speed", {}};
    c.claims[best]->evidence.push_back(evidenceOf(with, fit, c.mean[best], gain));
}

/// Gravity stands in it, and it trembles with the road.
void judgeVertical(Columns& c) {
    std::size_t best = c.count();
    double most = 0, factor = 1;
    for (std::size_t i = 0; i < c.count(); ++i) {
        const auto& r = c.runs[i];
        if (!c.free(i) || r.distinct < 12) continue;
        for (const double unit : {1.0, kGravity, kGravity / 1000}) {
            const double rest = std::abs(r.median) * unit / kGravity;
            const bool swings = (r.most - r.least) * unit < 12 * kGravity && (r.most - r.least) * unit > 0.3;
            if (std::abs(rest - 1) > 0.06 || !swings || r.roughness < 0.003) continue;
            const double worth = 1 - std::abs(rest - 1) + 10 * c.hint(i, Channel::VerticalAcc);
            if (worth > most) most = worth, best = i, factor = unit;
        }
    }
    if (best == c.count()) return;
    const bool named = c.hint(best, Channel::VerticalAcc) > 0;
    if (c.names[best].channel != Channel::Count && !named) return; // by its name it is something else that may be so
    c.claims[best] = claimed(Channel::VerticalAcc, factor, true, named || c.taken(Channel::LateralAcc),
                             "gravity stands in it", "gravity", most > 1 ? 1 : most);
}

/// Pedals rest at an end of their range, and push or slow the car.
struct Pedal {
    std::size_t column = 0;
    double likeness = 0, worth = 0;
    Fit fit;
    const OverSpans* push = nullptr; ///< which it goes with
};

/// `pushes` are the ways in which what a pedal does may be told: the gain of speed, and the power that goes into it.
std::optional<Pedal> pedalThat(const Columns& c, Channel channel, std::initializer_list<const OverSpans*> pushes,
                               double sign) {
    std::optional<Pedal> best;
    for (std::size_t i = 0; i < c.count(); ++i) {
        const auto& r = c.runs[i];
        if (!c.free(i) || r.least < -0.1 * std::abs(r.most) || r.most <= 0 || r.atLeast < 0.02) continue;
        if (channel == Channel::Throttle && r.atMost < 0.02) continue; // is held open somewhere
        if (channel == Channel::Brake && r.atLeast < 0.3) continue;    // is mostly left alone
        Fit f;
        const OverSpans* with = *pushes.begin();
        for (const auto* push : pushes)
            if (const auto other = fitOf(c.mean[i], *push); other.likeness > f.likeness) f = other, with = push;
        if (f.slope * sign <= 0) continue;
        // A switch that is on or off says less than a pedal that says how far.
        const double worth = f.likeness + 2 * c.hint(i, channel) - (r.distinct < 4 ? 0.3 : 0);
        if (f.likeness < 0.4 || (best && worth <= best->worth)) continue;
        best = Pedal{i, f.likeness, worth, f, with};
    }
    return best;
}

/// Unit of a pedal: shares and percents by their range, pressures by their largest value, as the header says.
double pedalFactor(const Behaviour& r, bool& known) {
    known = true;
    if (r.most <= 1.02) return 1;
    if (r.most > 60 && r.most <= 102) return 0.01;
    known = false; // a pressure, a sensor's counts, or a foot that never went down: by range, as ever
    return 1;
}

/// How much both are pressed at once, against how much they would be by chance.
double together(const Columns& c, std::size_t a, std::size_t b) {
    double ab = 0, sa = 0, sb = 0, n = 0;
    for (std::size_t k = 0; k < c.spans.size(); ++k) {
        const double x = c.mean[a][k] / c.runs[a].most, y = c.mean[b][k] / c.runs[b].most;
        if (!std::isfinite(x) || !std::isfinite(y)) continue;
        ab += x * y, sa += x, sb += y, ++n;
    }
    return sa > 0 && sb > 0 ? ab * n / (sa * sb) : 1;
}

/// The engine's power over the car's weight, W/kg, with what the air takes; by braking it is none.
OverSpans powerOf(const OverSpans& gain, const OverSpans& speed) {
    constexpr double kAir = 6e-4, kRolling = 0.15; // 1/m and m/s^2 of usual cars
    OverSpans power(gain.size(), kNaN);
    for (std::size_t k = 0; k < gain.size() && k < speed.size(); ++k)
        power[k] = std::max(0.0, gain[k] + kRolling + kAir * speed[k] * speed[k]) * speed[k];
    return power;
}

void judgePedals(Columns& c, const OverSpans& gain, const Motion& m) {
    const auto& speed = m.speedFrom;
    const auto power = powerOf(gain, m.speed);
    const auto throttle = pedalThat(c, Channel::Throttle, {&gain, &power}, 1);
    const auto brake = pedalThat(c, Channel::Brake, {&gain}, -1);
    const bool apart = throttle && brake && together(c, throttle->column, brake->column) < 0.6;
    const auto take = [&](const Pedal& p, Channel channel, const char* does) {
        const bool named = c.hint(p.column, channel) > 0,
                   otherwise = c.names[p.column].sure && c.names[p.column].channel != Channel::Count && !named;
        if (otherwise && p.likeness < 0.8) return;
        bool known = false;
        double factor = pedalFactor(c.runs[p.column], known);
        if (const auto given = c.givenFactor(p.column, channel)) factor = *given, known = true;
        c.claims[p.column] = ColumnClaim{channel, factor, 0, known, named || (apart && p.likeness > 0.55), does, {}};
        c.claims[p.column]->evidence.push_back(evidenceOf(speed, p.fit, c.mean[p.column], *p.push));
    };
    if (throttle) take(*throttle, Channel::Throttle, "the car gains speed with it");
    if (brake && (!throttle || brake->column != throttle->column))
        take(*brake, Channel::Brake, "the car slows with it");
}

/// How well engine speed over speed stands within each gear; 1 when it does not move at all.
double standsInGears(const Columns& c, std::size_t gear, const OverSpans& rpm, const OverSpans& speed, bool& rising) {
    std::map<int, std::vector<double>> ratios;
    for (std::size_t k = 0; k < c.spans.size(); ++k) {
        const auto& y = c.values.columns[gear];
        const double g = y[c.spans[k].from];
        if (!(speed[k] > 6) || !(rpm[k] > 0) || !(g > 0) || g > 12 || g != y[c.spans[k].to] ||
            g != y[c.spans[k].middle])
            continue;
        ratios[static_cast<int>(g)].push_back(rpm[k] / speed[k]);
    }
    double off = 0, n = 0, last = 1e300;
    std::size_t gears = 0;
    rising = true;
    for (auto& [g, list] : ratios) {
        if (list.size() < 8) continue;
        const double m = median(list);
        rising = rising && m < last; // higher gears turn the engine less
        last = m;
        for (double& v : list) v = std::abs(v - m);
        off += median(list) / m * num(list.size()), n += num(list.size()), ++gears;
    }
    return gears >= 2 ? 1 - off / n : 0;
}

bool mayBeGear(const Columns& c, std::size_t i) {
    const auto& r = c.runs[i];
    return c.free(i) && r.whole && r.distinct >= 2 && r.distinct <= 14 && r.least >= -1 && r.most <= 12 && r.most >= 2;
}

/// By what engines turn at their fastest.
double engineFactor(double most) {
    if (most > 2300) return 1;             // a minute
    if (most > 340) return 60 / (2 * kPi); // rad/s
    if (most > 30) return 60;              // a second
    return 1000;                           // thousands a minute
}

void judgeEngine(Columns& c, const Motion& m) {
    std::size_t gear = c.count(), engine = c.count();
    double most = 0, likeness = 0;
    for (std::size_t g = 0; g < c.count(); ++g) {
        if (!mayBeGear(c, g)) continue;
        for (std::size_t r = 0; r < c.count(); ++r) {
            const auto& run = c.runs[r];
            if (r == g || !c.free(r) || run.least < -0.02 * run.most || run.distinct < 30) continue;
            bool rising = false;
            const double stands = standsInGears(c, g, c.mean[r], m.speed, rising);
            const double worth = stands + c.hint(g, Channel::Gear) + c.hint(r, Channel::EngineSpeed);
            if (stands < 0.94 || !rising || worth <= most) continue;
            most = worth, gear = g, engine = r, likeness = stands;
        }
    }
    if (gear == c.count()) return;
    const auto given = c.givenFactor(engine, Channel::EngineSpeed);
    c.claims[gear] =
        claimed(Channel::Gear, 1, true, true, "\"" + c.header(engine) + "\" over speed stands while it stays",
                c.header(engine), likeness);
    c.claims[engine] = claimed(Channel::EngineSpeed, given.value_or(engineFactor(c.runs[engine].most)), true, true,
                               "over speed it stands in every gear", c.header(gear), likeness);
}

/// Counts up by one, now and then, and never down.
void judgeLap(Columns& c) {
    std::size_t best = c.count();
    double most = 0;
    for (std::size_t i = 0; i < c.count(); ++i) {
        const auto& r = c.runs[i];
        if (!c.free(i) || !r.whole || !r.risesAllOver || r.falling > 0.001 || r.rising > 0.02) continue;
        if (r.distinct < 2 || (r.step != 0 && r.step != 1) || r.most > 2000) continue;
        const double worth = 0.5 + 10 * c.hint(i, Channel::Lap);
        if (worth > most) most = worth, best = i;
    }
    if (best == c.count()) return;
    if (const auto& n = c.names[best]; n.channel != Channel::Count && n.channel != Channel::Lap && n.sure) return;
    c.claims[best] =
        claimed(Channel::Lap, 1, true, c.hint(best, Channel::Lap) > 0, "counts up by one now and then", "", 1);
    c.claims[best]->evidence.clear();
}

} // namespace

void judgeDriving(Columns& c, const Motion& m) {
    judgeLap(c);
    if (m.speed.empty()) return;
    judgeEngine(c, m);
    const auto gain = gainOf(c, m);
    if (m.scaled) judgeLongitudinal(c, gain, m.speedFrom);
    judgeVertical(c);
    judgePedals(c, gain, m);
}

} // namespace hl
