// SPDX-License-Identifier: GPL-3.0-or-later
#include "standins/drive.h"

#include <algorithm>
#include <cmath>
#include <optional>
#include <random>

namespace hl::standin {
namespace {

constexpr double kG = 9.80665;

/// What the feet do around one corner, as functions of distance (unwrapped metres).
struct Plan {
    int corner = 0;
    bool brakes = true;
    double onset = 0, release = 0, bleedFrom = 0, peak = 0;
    double pickup = 0, ramp = 40;
    bool lift = false;
    double turnIn = 0, apex = 0, slowest = 0, exit = 0;
};

struct State {
    double s = 0, v = 0, t = 0, sinceShift = 1, onsetTime = -1;
    int gear = 2;
};

double grown(double x) { return std::clamp(x, 0.0, 1.0); }

double brakeAt(const Plan& p, double s, double sinceOnset) {
    if (!p.brakes || s < p.onset || s >= p.release) return 0;
    const double rise = grown(sinceOnset / 0.13);
    const double bleed = s > p.bleedFrom ? grown((p.release - s) / (p.release - p.bleedFrom)) : 1;
    return p.peak * std::min(rise, bleed);
}

double throttleAt(const Plan& p, double s) {
    const double lead = p.brakes ? p.onset - 5 : p.turnIn - 12; // off the throttle over the last metres before braking
    if (s < lead) return 1;
    if (s < p.pickup) return grown(1 - (s - lead) / 4.0);
    double u = grown((s - p.pickup) / p.ramp);
    if (p.lift) {
        const double dip = (s - p.pickup) / p.ramp - 0.5;
        if (dip > 0 && dip < 0.45)
            u = 0.5 - 0.3 * std::sin(dip / 0.45 * 3.14159265);
        else if (dip >= 0.45)
            u = grown(0.5 + (dip - 0.45) * 0.9);
    }
    return u;
}

class Road {
  public:
    Road(const Circuit& c, const Car& car, const Driver& d, double margin)
        : c_(c), car_(car), driver_(d), line_(racingLine(c, margin)) {}
    const DrivenLine& line() const { return line_; }
    double curvature(double s) const { return lineAt(line_.curvature, line_, c_, s); }
    double stretch(double s) const { return lineAt(line_.stretch, line_, c_, s); }
    double lateral(double s) const { return lineAt(line_.lateral, line_, c_, s); }
    double grade(double s) const { return (valueAt(c_.z, c_, s + 2) - valueAt(c_.z, c_, s - 2)) / 4; }
    double fastest(double s, double commitment) const {
        const double k = std::abs(curvature(s)) - kG * car_.downforcePerV2 * commitment;
        return k > 1e-4 ? std::sqrt(kG * car_.gripG * commitment / k) : 95.0;
    }

    /// One millisecond. Returns the sample; gear changes are reported.
    Sample step(State& st, const Plan& p, double dt, std::optional<GearChange>& change) const {
        const double since = st.s >= p.onset ? (st.onsetTime < 0 ? (st.onsetTime = st.t, 0.0) : st.t - st.onsetTime)
                                             : (st.onsetTime = -1, 0.0);
        Sample x{st.t, st.s, st.v, throttleAt(p, st.s), brakeAt(p, st.s, since), 0, 0, 0, st.gear, 0};
        x.rpm = std::max(1100.0, st.v / gearSpeed(st.gear) * car_.limiterRpm);
        const double cutoff = st.sinceShift < 0.07 || x.rpm >= car_.limiterRpm ? 0.0 : 1.0;
        const double force =
            std::min(car_.powerW * x.throttle * torqueShare(x.rpm) / std::max(st.v, 8.0), 0.62 * kG * car_.massKg);
        x.ax = cutoff * force / car_.massKg - x.brake * car_.brakeG * kG - car_.dragPerV2 * st.v * st.v -
               (x.throttle < 0.05 ? 0.9 : 0.15) - kG * grade(st.s);
        x.ay = curvature(st.s) * st.v * st.v;
        shift(st, x, change);
        st.v = std::max(4.0, st.v + x.ax * dt);
        st.s += st.v * dt / stretch(st.s);
        st.t += dt;
        st.sinceShift += dt;
        return x;
    }

    double gearSpeed(int g) const { return car_.gearMps[static_cast<std::size_t>(std::clamp(g, 1, 6) - 1)]; }

  private:
    double torqueShare(double rpm) const {
        const double u = rpm / car_.limiterRpm;
        return u < 0.55 ? 0.62 + 0.3 * u / 0.55 : (u > 0.96 ? 0.95 : 0.92 + 0.08 * (u - 0.55) / 0.41);
    }
    void shift(State& st, const Sample& x, std::optional<GearChange>& change) const {
        change.reset();
        if (st.sinceShift < 0.22) return;
        int to = st.gear;
        if (x.throttle > 0.5 && x.rpm > car_.upshiftRpm && st.gear < 6)
            to = st.gear + 1;
        else if (x.brake > 0.05 && st.gear > 1 && st.v / gearSpeed(st.gear - 1) * car_.limiterRpm < car_.downshiftRpm)
            to = st.gear - 1;
        if (to == st.gear) return;
        change = GearChange{st.s, st.gear, to};
        st.gear = to;
        st.sinceShift = 0;
    }
    const Circuit& c_;
    Car car_;
    Driver driver_;
    DrivenLine line_;
};

/// Middle of the stretch where the line is within 15 cm of its closest to the inside.
double closestToInside(const Road& r, double from, double to, double sign) {
    double best = -1e9;
    for (double s = from; s <= to; s += 0.5) best = std::max(best, sign * r.lateral(s));
    double a = 1e9, b = -1e9;
    for (double s = from; s <= to; s += 0.5)
        if (sign * r.lateral(s) > best - 0.15) a = std::min(a, s), b = std::max(b, s);
    return (a + b) / 2;
}

Plan planFor(const Circuit& c, const Road& r, const Driver& d, int index, double offset, double commitment) {
    const auto& turn = c.turns[static_cast<std::size_t>(index)];
    const double sign = turn.angleDeg > 0 ? 1 : -1;
    Plan p;
    p.corner = index + 1;
    double peak = 0;
    p.slowest = turn.middle;
    for (double s = turn.arcFrom - 15; s <= turn.arcTo + 15; s += 0.5)
        if (const double k = sign * r.curvature(s); k > peak) peak = k, p.slowest = s;
    p.turnIn = p.slowest;
    while (sign * r.curvature(p.turnIn) > 0.12 * peak && p.turnIn > turn.arcFrom - turn.leadIn - 60) p.turnIn -= 0.25;
    p.exit = p.slowest;
    while (sign * r.curvature(p.exit) > 0.12 * peak && p.exit < turn.arcTo + turn.leadOut + 60) p.exit += 0.25;
    p.apex = closestToInside(r, turn.arcFrom - 12, turn.arcTo + 12, sign);
    p.release = p.turnIn + d.trail * (p.slowest - p.turnIn);
    p.bleedFrom = std::max(p.turnIn - 6, p.release - 60);
    p.pickup = std::max(p.release + 3, std::max(p.apex, p.slowest) + d.pickupAfterApexM);
    p.ramp = 22 + 0.35 * r.fastest(p.slowest, commitment);
    p.lift = p.corner == d.liftInCorner;
    p.peak = d.brakePeak;
    for (double* place : {&p.turnIn, &p.slowest, &p.exit, &p.apex, &p.release, &p.bleedFrom, &p.pickup})
        *place += offset;
    return p;
}

/// Later braking arrives faster: bisect the onset until the speed at the release is what the corner takes.
void findOnset(const Road& r, const State& start, Plan& p, const Plan& previous, double commitment) {
    const double wanted = r.fastest(p.slowest, commitment) * 1.01;
    const auto arrive = [&](double onset, double peak) {
        State st = start;
        Plan q = p;
        q.onset = onset, q.peak = peak, q.bleedFrom = std::max(p.bleedFrom, onset + 6);
        std::optional<GearChange> none;
        Plan before = previous;
        while (st.s < p.release - 0.1 && st.t < start.t + 60) {
            const bool own = st.s > onset - 6;
            r.step(st, own ? q : before, 0.004, none);
        }
        return st.v;
    };
    const double earliest = start.s + 2, latest = p.release - 7;
    p.brakes = latest > earliest && arrive(latest + 1e6, p.peak) > wanted + 0.8;
    if (!p.brakes) return;
    const double spare = arrive(latest + 1e6, p.peak);
    if (spare * spare - wanted * wanted < 260) p.peak *= 0.5;
    double a = earliest, b = latest;
    for (int i = 0; i < 24; ++i) {
        const double m = (a + b) / 2;
        (arrive(m, p.peak) > wanted ? b : a) = m;
    }
    p.onset = a;
    p.bleedFrom = std::max(p.bleedFrom, p.onset + 6);
}

} // namespace

Drive drive(const Circuit& c, const Car& car, const Driver& driver, int timedLaps, std::uint32_t seed) {
    Drive out;
    out.car = car;
    const Road road(c, car, driver, car.widthM / 2 + 0.35);
    out.line = road.line();
    std::mt19937 rng(seed);
    std::normal_distribution<double> wander(0, driver.spreadM);
    State st;
    st.s = 40, st.v = 16;
    const int turns = static_cast<int>(c.turns.size());
    Plan previous;
    previous.brakes = false, previous.turnIn = 1e9, previous.onset = 1e9;
    previous.pickup = 0, previous.ramp = 1;
    std::vector<double> lineTimes;
    const double end = (timedLaps + 1) * c.length + 330;
    for (int k = 0; st.s < end; ++k) {
        const int lap = k / turns, index = k % turns;
        const double commitment = driver.commitment * (lap == 0 ? 0.8 : 1.0);
        Plan p = planFor(c, road, driver, index, lap * c.length, commitment);
        previous.onset = 1e9; // only its way out matters now
        previous.brakes = false;
        previous.turnIn = std::min(previous.turnIn, 0.0);
        if (k == 0) previous.pickup = 0;
        findOnset(road, st, p, previous, commitment);
        if (p.brakes) {
            p.onset += std::clamp(wander(rng), -3.0, 3.0) - (p.corner == driver.earlyBrakeCorner ? 14 : 0);
            p.bleedFrom = std::max(p.bleedFrom, p.onset + 6);
        }
        const auto& turn = c.turns[static_cast<std::size_t>(index)];
        CornerTruth truth;
        truth.number = p.corner, truth.lap = lap, truth.name = turn.name, truth.left = turn.angleDeg > 0,
        truth.braked = p.brakes;
        truth.brakeOnset = p.onset, truth.brakeRelease = p.release, truth.turnIn = p.turnIn, truth.apex = p.apex;
        truth.power = p.pickup, truth.minSpeed = 1e9, truth.lifted = p.lift;
        const double until = std::max(p.pickup + 3, p.exit);
        const double handOver = p.brakes ? p.onset - 6 : p.turnIn - 14;
        while (st.s < until && st.s < end) {
            const bool own = st.s > handOver;
            std::optional<GearChange> change;
            const double before = st.s;
            auto x = road.step(st, own ? p : previous, out.step, change);
            x.lap = static_cast<int>(x.s / c.length);
            if (std::floor(st.s / c.length) > std::floor(before / c.length)) lineTimes.push_back(st.t);
            out.samples.push_back(x);
            if (change) out.shifts.push_back(*change);
            if (change && own) truth.shifts.push_back(*change);
            truth.brakePeak = std::max(truth.brakePeak, x.brake);
            if (x.s > p.turnIn - 5 && x.v < truth.minSpeed) truth.minSpeed = x.v, truth.minSpeedAt = x.s;
        }
        const double base = lap * c.length;
        double full = p.pickup;
        while (throttleAt(p, full) < 0.999) full += 0.1;
        truth.fullPower = full;
        for (double* place : {&truth.brakeOnset, &truth.brakeRelease, &truth.turnIn, &truth.apex, &truth.power,
                              &truth.minSpeedAt, &truth.fullPower})
            *place -= base;
        for (auto& g : truth.shifts) g.s -= base;
        out.truth.push_back(std::move(truth));
        previous = p;
    }
    for (std::size_t i = 1; i < lineTimes.size() && static_cast<int>(i) <= timedLaps; ++i)
        out.lapTimes.push_back(lineTimes[i] - lineTimes[i - 1]);
    return out;
}

} // namespace hl::standin
