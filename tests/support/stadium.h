// SPDX-License-Identifier: GPL-3.0-or-later
// A log whose truth can be worked out on paper: two straights and two half circles, driven at known speeds.
#pragma once
#include "core/log/log_input.h"
#include "core/units/numbers.h"

#include <cstdio>
#include <string>
#include <vector>

namespace hl::testing {

struct Stadium {
    double straight = 400, radius = 60; ///< m; the line lies in the middle of the first straight
    double speed = 30;                  ///< m/s, constant
    double length() const { return 2 * straight + 2 * kPi * radius; }

    struct Place {
        double x, y, heading;
    };
    Place at(double s) const {
        const double arc = kPi * radius;
        s = wrapped(s + straight / 2, length());
        if (s < straight) return {s - straight / 2, 0, 0};
        s -= straight;
        if (s < arc) {
            const double a = s / radius;
            return {straight / 2 + radius * std::sin(a), radius - radius * std::cos(a), a};
        }
        s -= arc;
        if (s < straight) return {straight / 2 - s, 2 * radius, kPi};
        s -= straight;
        const double a = s / radius;
        return {-straight / 2 - radius * std::sin(a), radius + radius * std::cos(a), kPi + a};
    }
};

struct StadiumRow {
    double t, s, v, throttle, brake, rpm;
    int gear, lap;
    Stadium::Place place;
};

/// Rows at `hz` for `laps` laps, starting `before` metres ahead of the line.
inline std::vector<StadiumRow> stadiumRows(const Stadium& st, double hz, double laps, double before = 100) {
    std::vector<StadiumRow> rows;
    for (double t = 0; t * st.speed < laps * st.length() + 2 * before; t += 1 / hz) {
        const double s = t * st.speed - before;
        // Throttle shut and brake pressed for 60 m before each half circle, power again from 20 m after its middle.
        const double arc = kPi * st.radius, half = st.length() / 2;
        const double u = wrapped(s - st.straight / 2, half); // from the start of a half circle
        const double toCurve = half - u;
        const double brake =
            toCurve < 60 ? std::min(0.8, (60 - toCurve) / 12 * 0.8) : (u < 15 ? 0.8 * (1 - u / 15) : 0.0);
        const double throttle = toCurve < 66 || u < arc / 2 + 20 ? 0.0 : std::min(1.0, (u - arc / 2 - 20) / 40);
        const int gear = toCurve < 30 || u < arc ? 3 : 4;
        rows.push_back({t, s, st.speed, throttle, brake, 4000 + 1500 * (gear == 3 ? 1 : 0) + 800 * throttle, gear,
                        static_cast<int>(std::floor(s / st.length())) + 1, st.at(s)});
    }
    return rows;
}

inline std::string stadiumCsv(const std::vector<StadiumRow>& rows) {
    std::string out = "time [s],x [m],y [m],speed [m/s],throttle [%],brake [%],gear,rpm\n";
    char line[200];
    for (const auto& r : rows) {
        std::snprintf(line, sizeof line, "%.4f,%.4f,%.4f,%.3f,%.2f,%.2f,%d,%.0f\n", r.t, r.place.x, r.place.y, r.v,
                      r.throttle * 100, r.brake * 100, r.gear, r.rpm);
        out += line;
    }
    return out;
}

inline CarLog stadiumLog(const Stadium& st = {}, double hz = 100, double laps = 2, double before = 100) {
    auto log = importText(stadiumCsv(stadiumRows(st, hz, laps, before)), "stadium.csv");
    if (!log) throw std::logic_error(sentence(log.error()));
    return std::move(*log);
}

} // namespace hl::testing
