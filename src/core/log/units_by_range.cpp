// SPDX-License-Identifier: GPL-3.0-or-later
// Units that a file does not name, told from the values' range and from the way driven. Every guess is written down.
#include "core/log/repair.h"
#include "core/units/numbers.h"

#include <algorithm>

namespace hl {
namespace {

double largest(const std::vector<double>& v) {
    double m = 0;
    for (const double x : v)
        if (!std::isnan(x)) m = std::max(m, std::abs(x));
    return m;
}

void readAs(CarLog& log, Channel c, double factor, const char* as, const char* why) {
    for (double& x : log[c]) x *= factor;
    log.notes.push_back({0, std::string(name(c)) + " is read as " + as + " " + why});
}

/// Metres driven per unit of the integral of speed, over steps of about a second so that noise does not add up.
double pathPerSpeed(const CarLog& log) {
    const auto& t = log[Channel::Time];
    const auto& v = log[Channel::Speed];
    const bool odometer = log.has(Channel::Distance);
    if (!odometer && !log.hasPosition()) return 0;
    double path = 0, integral = 0, run = 0;
    for (std::size_t i = 1, a = 0; i < t.size(); ++i) {
        run += (v[i] + v[i - 1]) / 2 * (t[i] - t[i - 1]);
        if (t[i] - t[a] < 1) continue;
        const double step =
            odometer ? log[Channel::Distance][i] - log[Channel::Distance][a]
                     : std::hypot(log[Channel::X][i] - log[Channel::X][a], log[Channel::Y][i] - log[Channel::Y][a]);
        if (std::isfinite(step) && std::isfinite(run) && step > 0 && step < 400) path += step, integral += run;
        a = i, run = 0;
    }
    return integral > 0 ? path / integral : 0;
}

double nearest(double wanted, std::initializer_list<double> factors) {
    return *std::min_element(factors.begin(), factors.end(), [&](double a, double b) {
        return std::abs(std::log(a / wanted)) < std::abs(std::log(b / wanted));
    });
}

void timeUnit(CarLog& log) {
    const auto& t = log[Channel::Time];
    const double step = medianStep(t), last = t.back();
    // A clock counted from 1970, or one whose steps no logger would make in seconds.
    if (last > 1e14 || step >= 2000)
        readAs(log, Channel::Time, 1e-6, "microseconds", "from its size");
    else if (last > 1e11 || step >= 5)
        readAs(log, Channel::Time, 1e-3, "milliseconds", "from its size");
    else if (step >= 0.5 &&
             std::all_of(t.begin(), t.begin() + static_cast<std::ptrdiff_t>(std::min<std::size_t>(t.size(), 2000)),
                         [](double x) { return x == std::floor(x); }) &&
             log.has(Channel::EngineSpeed)) {
        // Whole numbers a second or so apart: at such a rate engine speed would leap about.
        const auto& rpm = log[Channel::EngineSpeed];
        std::vector<double> change;
        for (std::size_t i = 1; i < std::min<std::size_t>(rpm.size(), 4000); ++i)
            change.push_back(std::abs(rpm[i] - rpm[i - 1]));
        if (median(change) < 12)
            readAs(log, Channel::Time, 1e-3, "milliseconds", "from how slowly the engine speed changes");
    }
}

void speedUnit(CarLog& log) {
    const double ratio = pathPerSpeed(log), top = largest(log[Channel::Speed]);
    if (ratio > 0) {
        const double f = nearest(ratio, {1.0, 1 / 3.6, 0.44704, 0.514444});
        if (f != 1)
            readAs(log, Channel::Speed, f, f > 0.5 ? "knots" : (f > 0.4 ? "mph" : "km/h"), "from the way driven");
    } else if (top > 95)
        readAs(log, Channel::Speed, 1 / 3.6, "km/h", "from its range");
}

/// An odometer in kilometres or miles runs a thousandfold slow against the speed.
void distanceUnit(CarLog& log, bool speedSure) {
    if (!log.has(Channel::Speed) || !speedSure) return;
    const double ratio = pathPerSpeed(log);
    if (ratio > 0 && ratio < 0.02) {
        const double f = nearest(1 / ratio, {1000.0, 1609.344});
        readAs(log, Channel::Distance, f, f > 1500 ? "miles" : "km", "from the speed");
    } else if (ratio > 2.6 && ratio < 4.2)
        readAs(log, Channel::Distance, 0.3048, "feet", "from the speed");
}

void pedalUnit(CarLog& log, Channel c, const std::string& unit) {
    const double top = largest(log[c]);
    for (const char* pressure : {"bar", "psi", "Pa", "N", "V"})
        if (!unit.empty() && unit.find(pressure) != std::string::npos && top > 0)
            return readAs(log, c, 1 / top, "a share of its largest value", "(a pressure)");
    if (top <= 1.5) return;
    if (top <= 110)
        readAs(log, c, 0.01, "percent", "from its range");
    else if (top >= 200 && top <= 260)
        readAs(log, c, 1 / 255.0, "0 to 255", "from its range");
    else
        readAs(log, c, 1 / top, "a share of its largest value", "(a pressure or a sensor's counts)");
}

} // namespace

void guessUnits(CarLog& log, const std::vector<ColumnGuess>& columns) {
    const auto given = [&](Channel c) {
        return std::any_of(columns.begin(), columns.end(), [c](auto& g) { return g.channel == c && g.unitGiven; });
    };
    for (const auto& column : columns) {
        const auto c = column.channel;
        if (column.unitGiven || c == Channel::Count || !log.has(c)) continue;
        switch (c) {
        case Channel::Time: timeUnit(log); break;
        case Channel::Throttle:
        case Channel::Brake: pedalUnit(log, c, column.unit); break;
        case Channel::Speed: speedUnit(log); break;
        case Channel::Distance: distanceUnit(log, given(Channel::Speed)); break;
        case Channel::Steering:
            if (largest(log[c]) > 12) readAs(log, c, kPi / 180, "degrees", "from its range");
            break;
        case Channel::Heading:
            if (largest(log[c]) > 7) {
                readAs(log, c, kPi / 180, "degrees clockwise from north", "from its range");
                for (double& h : log[c]) h = kPi / 2 - h;
            }
            break;
        case Channel::Pitch:
        case Channel::Roll:
            if (largest(log[c]) > 0.7) readAs(log, c, kPi / 180, "degrees", "from its range");
            break;
        case Channel::YawRate:
            if (largest(log[c]) > 4) readAs(log, c, kPi / 180, "degrees per second", "from its range");
            break;
        case Channel::LateralAcc:
        case Channel::LongitudinalAcc:
        case Channel::VerticalAcc:
            if (largest(log[c]) < 7) readAs(log, c, kGravity, "g", "from its range");
            break;
        case Channel::EngineSpeed:
            if (largest(log[c]) < 30 && largest(log[c]) > 2)
                readAs(log, c, 1000, "thousands a minute", "from its range");
            break;
        default: break;
        }
    }
}

} // namespace hl
