// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/film_log/film_log.h"

#include "core/log/repair.h"
#include "core/units/numbers.h"

#include <algorithm>
#include <cstdio>

namespace hl {
namespace {

constexpr double kStep = 0.01;                          // s between rows where a sensor tells that much
constexpr double kCalmTurning = 0.02, kCalmFelt = 0.05; // s; seats and mounts shake quicker than cars turn or brake
constexpr double kUnknownS = 0.3;                       // what a receiver's delay usually lies within

std::string text(const char* format, auto... values) {
    char out[200];
    std::snprintf(out, sizeof out, format, values...);
    return out;
}

/// The receiver's fixes and a row every hundredth of a second in between where a sensor told something there.
struct Rows {
    std::vector<double> t;
    std::vector<std::size_t> fixes; ///< rows of the receiver's fixes
};

Rows rowsOf(const std::vector<double>& fixes, const std::vector<double>& sensor) {
    Rows rows;
    double step = sensor.size() > 1 ? medianStep(sensor) : 0;
    step = step > 0 ? std::max(step, kStep) : 1e9;
    for (std::size_t i = 0; i < fixes.size(); ++i) {
        rows.fixes.push_back(rows.t.size());
        rows.t.push_back(fixes[i]);
        if (i + 1 == fixes.size()) break;
        const double gap = fixes[i + 1] - fixes[i];
        const int pieces = gap < 5 ? static_cast<int>(std::floor(gap / step + 0.5)) : 1;
        for (int k = 1; k < pieces; ++k) rows.t.push_back(fixes[i] + gap * k / pieces);
    }
    return rows;
}

std::vector<double> readAt(const std::vector<double>& at, const Triple& sensor, const Axis& axis, double calm,
                           double less = 0) {
    auto v = smoothed(sensor.t, through(sensor, axis), calm);
    std::vector<double> out;
    for (const double t : at) {
        const bool told = t >= sensor.t.front() - 0.5 && t <= sensor.t.back() + 0.5;
        out.push_back(told ? sampleAt(sensor.t, v, t) - less : kNaN);
    }
    return out;
}

void fillReceiver(CarLog& log, const Receiver& r, const Rows& rows) {
    const auto none = std::vector<double>(rows.t.size(), kNaN);
    log[Channel::Time] = rows.t;
    log[Channel::Latitude] = log[Channel::Longitude] = log[Channel::Z] = none;
    const bool told = std::any_of(r.speed.begin(), r.speed.end(), [](double v) { return v > 1; });
    if (told) log[Channel::Speed] = none;
    for (std::size_t i = 0; i < r.t.size(); ++i) {
        const auto row = rows.fixes[i];
        log[Channel::Latitude][row] = r.at[i].latitude, log[Channel::Longitude][row] = r.at[i].longitude;
        log[Channel::Z][row] = r.heightM[i];
        if (told) log[Channel::Speed][row] = r.speed[i];
    }
}

void tell(CarLog& log, const Receiver& r, const Delay& d, const SensorStreams& streams) {
    log.notes.push_back({0, "the film's own log, from " + r.name});
    if (r.withoutFix > 0) log.notes.push_back({0, std::to_string(r.withoutFix) + " positions without a fix left out"});
    if (d.from.empty())
        log.notes.push_back(
            {0, "how late the receiver tells is not known; positions may lie up to 0.3 s behind the picture"});
    else
        log.notes.push_back({0, text("the receiver tells %.3f s late (+-%.3f s, by the %s); taken out", d.s,
                                     d.uncertaintyS, d.from.c_str())});
    if (streams.damaged > 0)
        log.notes.push_back({0, std::to_string(streams.damaged) + " damaged pieces of the film's log read in part"});
}

} // namespace

Result<FilmLog> filmLog(const SensorStreams& streams, const PictureMotion& picture) {
    auto receiver = bestReceiver(streams);
    if (!receiver) return receiver.error();
    const auto rotation = rotationOf(streams), acceleration = accelerationOf(streams);
    const auto driven = drivenBy(*receiver);
    FilmLog film;
    film.delay = receiverDelay(driven, rotation, acceleration, picture);
    if (film.delay.from.empty()) film.delay.uncertaintyS = kUnknownS;
    const auto turning = turningAxis(rotation, driven);
    const auto axes = carAxes(acceleration, driven, film.delay.s);

    for (double& t : receiver->t) t -= film.delay.s;
    const auto rows = rowsOf(receiver->t, turning ? rotation.t : axes ? acceleration.t : std::vector<double>{});
    auto& log = film.log;
    fillReceiver(log, *receiver, rows);
    if (turning) log[Channel::YawRate] = readAt(rows.t, rotation, turning->axis, kCalmTurning);
    if (axes) {
        log[Channel::LongitudinalAcc] = readAt(rows.t, acceleration, axes->along, kCalmFelt);
        log[Channel::LateralAcc] = readAt(rows.t, acceleration, axes->left, kCalmFelt);
        log[Channel::VerticalAcc] = readAt(rows.t, acceleration, axes->up, kCalmTurning, axes->gravity);
    }
    tell(log, *receiver, film.delay, streams);
    repair(log, {});
    return film;
}

} // namespace hl
