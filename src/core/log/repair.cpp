// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/log/repair.h"

#include "core/track/plane.h"
#include "core/units/numbers.h"
#include "core/units/on_all_cores.h"

#include <algorithm>
#include <cstdio>

namespace hl {
namespace {

constexpr double kHardlyMoved = 40; // m
constexpr double kFastest = 140;    // m/s; positions further apart than this are a receiver's leap
constexpr std::size_t kToldGaps = 5;

std::string text(const char* format, double a, double b = 0) {
    char out[160];
    std::snprintf(out, sizeof out, format, a, b);
    return out;
}

void forgetEmpty(CarLog& log) {
    for (std::size_t c = 1; c < kChannelCount; ++c) {
        auto& v = log.channels[c];
        if (v.empty() || std::any_of(v.begin(), v.end(), [](double x) { return !std::isnan(x); })) continue;
        v.clear();
        v.shrink_to_fit();
    }
}

/// A receiver without a fix writes zeros, one that loses it leaps: both are no positions.
void dropLeaps(CarLog& log, Channel cx, Channel cy, bool globe) {
    if (!log.has(cx) || !log.has(cy)) return;
    auto &x = log[cx], &y = log[cy];
    const auto& t = log[Channel::Time];
    std::size_t zeros = 0, leaps = 0, last = x.size();
    for (std::size_t i = 0; i < x.size(); ++i) {
        if (std::isnan(x[i]) || std::isnan(y[i])) continue;
        bool drop = globe && x[i] == 0 && y[i] == 0;
        zeros += drop;
        if (!drop && last < x.size()) {
            const double reach = globe ? kHardlyMoved / 111195 : kHardlyMoved; // the usual step needs no roots
            if (std::abs(x[i] - x[last]) < reach && std::abs(y[i] - y[last]) < reach) {
                last = i;
                continue;
            }
            const double metres =
                globe ? std::hypot((x[i] - x[last]) * 111195, (y[i] - y[last]) * 111195 * std::cos(rad(x[i])))
                      : std::hypot(x[i] - x[last], y[i] - y[last]);
            const bool leap = metres > 60 && metres > kFastest * (t[i] - t[last]);
            drop = leap && leaps < 50; // a log that leaps all the time is in other units: leave it
            leaps += leap;
        }
        if (drop)
            x[i] = y[i] = kNaN;
        else
            last = i;
    }
    if (zeros > 0) log.notes.push_back({0, std::to_string(zeros) + " samples without a position fix"});
    if (leaps > 0) log.notes.push_back({0, std::to_string(leaps) + " leaps of the position left out"});
}

void tellGaps(CarLog& log) {
    const auto& t = log[Channel::Time];
    const double step = medianStep(t), longest = std::max(0.5, 8 * step);
    std::size_t gaps = 0;
    for (std::size_t i = 1; i < t.size(); ++i) {
        if (t[i] - t[i - 1] <= longest || ++gaps > kToldGaps) continue;
        log.notes.push_back({0, text("no samples for %.1f s from %.2f s on", t[i] - t[i - 1], t[i - 1])});
    }
    if (gaps > kToldGaps) log.notes.push_back({0, std::to_string(gaps - kToldGaps) + " more gaps"});
}

/// Gaps of a channel bridged linearly (held at the ends), so that every sample is a number; how many there were.
std::size_t bridgeGaps(CarLog& log, Channel c) {
    auto& v = log[c];
    const auto& t = log[Channel::Time];
    const bool stepwise = c == Channel::Gear || c == Channel::Lap;
    std::size_t first = 0; // most channels miss nothing: that is seen many samples at a time
    for (constexpr std::size_t kAtOnce = 512; first + kAtOnce <= v.size(); first += kAtOnce) {
        int none = 0;
        for (std::size_t i = first; i < first + kAtOnce; ++i) none += v[i] != v[i];
        if (none > 0) break;
    }
    std::size_t missing = 0, last = first > 0 ? first - 1 : v.size(); // last known sample; v.size() for none yet
    for (std::size_t i = first; i < v.size(); ++i) {
        if (std::isnan(v[i])) {
            ++missing;
            continue;
        }
        const std::size_t from = last == v.size() ? 0 : last + 1;
        for (std::size_t k = from; k < i; ++k) {
            if (last == v.size())
                v[k] = v[i];
            else
                v[k] = stepwise ? v[last] : lerp(v[last], v[i], (t[k] - t[last]) / (t[i] - t[last]));
        }
        last = i;
    }
    for (std::size_t k = last + 1; k < v.size(); ++k) v[k] = v[last];
    return missing;
}

/// Every channel on its own, on all cores.
void bridgeAll(CarLog& log) {
    std::vector<std::size_t> missing(kChannelCount, 0);
    onAllCores(kChannelCount, [&](std::size_t c) {
        if (c > 0 && !log.channels[c].empty()) missing[c] = bridgeGaps(log, static_cast<Channel>(c));
    });
    for (std::size_t c = 1; c < kChannelCount; ++c)
        // A slow sensor in a fast log (positions at 10 Hz between pedals at 100 Hz) is no fault.
        if (missing[c] > 0 && missing[c] < log.size() / 2)
            log.notes.push_back({0, std::to_string(missing[c]) + " missing values of " +
                                        std::string(name(static_cast<Channel>(c))) + " bridged"});
}

/// Degrees become metres in their own place: nobody asks for them again, and a long log has millions.
void layOnPlane(CarLog& log) {
    if (log.hasPosition() || !log.has(Channel::Latitude) || !log.has(Channel::Longitude)) return;
    auto lat = std::move(log[Channel::Latitude]), lon = std::move(log[Channel::Longitude]);
    log[Channel::Latitude].clear(), log[Channel::Longitude].clear();
    const auto first = static_cast<std::size_t>(
        std::find_if(lat.begin(), lat.end(), [](double v) { return !std::isnan(v); }) - lat.begin());
    log.origin = GeoPoint{lat[first], lon[first]};
    constexpr std::size_t kAtOnce = 65536; // rows
    const auto convert = [&](std::size_t from) {
        const auto n = std::min(kAtOnce, lat.size() - from);
        toPlane(*log.origin, std::span(lat).subspan(from, n), std::span(lon).subspan(from, n));
    };
    onAllCores((lat.size() + kAtOnce - 1) / kAtOnce, [&](std::size_t k) { convert(k * kAtOnce); });
    log[Channel::X] = std::move(lat), log[Channel::Y] = std::move(lon);
}

} // namespace

double medianStep(const std::vector<double>& t) {
    std::vector<double> steps;
    for (std::size_t i = 1; i < std::min<std::size_t>(t.size(), 4000); ++i) steps.push_back(t[i] - t[i - 1]);
    return median(std::move(steps));
}

void repair(CarLog& log, const std::vector<ColumnGuess>& columns) {
    forgetEmpty(log);
    for (auto& c : columns)
        if (c.channel == Channel::Time && !c.unitGiven) { // the unit of time decides what a leap or a gap is
            guessUnits(log, {c});
            break;
        }
    log.rows = log.size();
    if (const double step = medianStep(log[Channel::Time]); step > 0) log.rateHz = 1 / step;
    dropLeaps(log, Channel::Latitude, Channel::Longitude, true);
    dropLeaps(log, Channel::X, Channel::Y, false);
    forgetEmpty(log);
    tellGaps(log);
    layOnPlane(log);
    const auto fresh = freshFixes(log); // before the gaps are bridged
    bridgeAll(log);
    auto others = columns;
    std::erase_if(others, [](const ColumnGuess& c) { return c.channel == Channel::Time; });
    guessUnits(log, others);
    conditionPositions(log, fresh);
    alignSigns(log, columns);
}

} // namespace hl
