// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/film_log/receiver.h"

#include "core/log/repair.h"
#include "core/sync/motion.h"
#include "core/units/numbers.h"

#include <algorithm>
#include <cmath>

namespace hl {
namespace {

constexpr double kLeastFix = 2;      // dimensions
constexpr double kMostDilution = 10; // of precision; beyond it a fix is metres by the dozen off
constexpr std::size_t kFewest = 8;   // fixes that show a movement
constexpr double kSoftS = 0.15;      // a speed is told to a tenth of a metre a second: its slope needs calm

/// The columns of the two forms in use: latitude, longitude, height, speed over ground, speed in space; then, in the
/// younger one, days, seconds of the day, dilution, fix.
constexpr std::size_t kLat = 0, kLon = 1, kHeight = 2, kSpeed = 3, kDays = 5, kSecond = 6, kDilution = 7, kFix = 8;

bool hasFix(const SensorStream& s, std::size_t i, bool itself) {
    const double fix = itself ? s.at(i, kFix) : s.fix[i], dilution = itself ? s.at(i, kDilution) : s.dilution[i];
    if (std::isfinite(fix) && fix < kLeastFix) return false;
    if (std::isfinite(dilution) && dilution >= kMostDilution) return false;
    const double lat = s.at(i, kLat), lon = s.at(i, kLon);
    return std::abs(lat) <= 90 && std::abs(lon) <= 180 && !(lat == 0 && lon == 0);
}

/// A receiver that stamps its own fixes keeps a better clock than the packets it came in; packets say where on the film
/// it begins.
std::vector<double> ownClock(const SensorStream& s) {
    std::vector<double> own, late;
    for (std::size_t i = 0; i < s.size(); ++i) {
        own.push_back(s.at(i, kDays) * 86400 + s.at(i, kSecond));
        if (i > 0 && !(own[i] >= own[i - 1])) return s.t;
        late.push_back(s.t[i] - own[i]);
    }
    if (own.empty() || !(own.back() - own.front() > 0.9 * (s.t.back() - s.t.front()))) return s.t;
    const double apart = median(late);
    for (std::size_t i = 0; i < own.size(); ++i) {
        if (std::abs(late[i] - apart) > 0.5) return s.t; // it was set while it ran
        own[i] += apart;
    }
    return own;
}

Receiver fixesOf(const SensorStream& s) {
    Receiver r;
    r.name = s.key + (s.deviceName.empty() ? "" : " of " + s.deviceName);
    const bool itself = s.key == "GPS9" && s.width > kFix;
    const auto t = itself ? ownClock(s) : s.t;
    for (std::size_t i = 0; i < s.size(); ++i) {
        if (!hasFix(s, i, itself)) {
            ++r.withoutFix;
            continue;
        }
        const GeoPoint p{s.at(i, kLat), s.at(i, kLon)};
        if (!r.t.empty() && !(t[i] > r.t.back())) continue;
        if (!r.at.empty() && p.latitude == r.at.back().latitude && p.longitude == r.at.back().longitude &&
            s.at(i, kSpeed) == r.speed.back() && r.speed.back() > 2)
            continue; // the last fix held
        r.t.push_back(t[i]), r.at.push_back(p);
        r.heightM.push_back(s.at(i, kHeight)), r.speed.push_back(s.at(i, kSpeed));
    }
    return r;
}

} // namespace

Result<Receiver> bestReceiver(const SensorStreams& streams) {
    Receiver best;
    std::size_t samples = 0;
    for (const char* key : {"GPS9", "GPS5"}) // of two that tell the same, the one that tells it of every sample
        for (const auto* s : streams.of(key)) {
            if (s->width < 5) continue;
            samples += s->size();
            auto r = fixesOf(*s);
            if (r.t.size() > best.t.size() + best.t.size() / 20) best = std::move(r);
        }
    if (samples == 0)
        return Error{"film-log.no-receiver", "the film's own log has no positions", "",
                     "a film of a camera whose receiver was switched on, or the car's log"};
    if (best.t.size() < kFewest)
        return Error{"film-log.no-fix",
                     "the camera's receiver had no fix: of " + std::to_string(samples) + " positions " +
                         std::to_string(best.t.size()) + " can be used",
                     "", "a film that was begun after the receiver had its fix, or the car's log"};
    return best;
}

Driven drivenBy(const Receiver& r) {
    CarLog log;
    log[Channel::Time] = r.t;
    for (const auto& p : r.at)
        log[Channel::Latitude].push_back(p.latitude), log[Channel::Longitude].push_back(p.longitude);
    const bool told = std::any_of(r.speed.begin(), r.speed.end(), [](double v) { return v > 1; });
    if (told) log[Channel::Speed] = r.speed;
    repair(log, {});
    if (!log.has(Channel::Speed)) return {};
    Driven d{log[Channel::Time], log[Channel::Speed], {}, turningOf(log)};
    d.along = slope(d.t, smoothed(d.t, d.speed, kSoftS));
    return d;
}

} // namespace hl
