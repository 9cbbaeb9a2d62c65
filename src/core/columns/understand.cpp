// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/columns/understand.h"

#include "core/columns/evidence.h"
#include "core/units/numbers.h"

#include <algorithm>
#include <cstdio>

namespace hl {
namespace {

constexpr std::size_t kFewestRows = 60, kFewestSpans = 30;

/// A column taken for the clock, with its unit; or none, and the rate tells.
struct ClockGuess {
    std::optional<std::size_t> column;
    double factor = 1; ///< to s
    double worth = 0;
};

bool namedOtherwise(const ColumnGuess& g) {
    return g.channel != Channel::Time && g.channel != Channel::Count && g.sure;
}

double clockHint(const ColumnGuess& g) {
    if (g.channel == Channel::Time) return g.chosen ? 5 : (g.sure ? 0.5 : 0.25);
    return g.chosen ? -5 : (g.channel != Channel::Count && g.sure ? -0.4 : 0);
}

/// Rises evenly. A clock that begins anew with every lap rises too, but the one that does not is worth more; a counter
/// of rows rises more evenly than any clock, and is none.
double worthOfClock(const Behaviour& r, const ColumnGuess& g) {
    if (r.constant || r.filled < 0.5 || r.rising < 0.5 || r.falling > 0.02 || r.evenness < 0.5) return 0;
    if (namedOtherwise(g) && r.evenness < 0.97) return 0;
    const bool counter = r.whole && r.step == 1 && r.evenness > 0.999 && r.rising > 0.999;
    return r.evenness + (r.risesAllOver ? 0.4 : 0) - (counter ? 0.3 : 0) + clockHint(g);
}

/// Steps a logger makes: from one to two thousand a second.
std::vector<double> clockUnits(const Behaviour& r, const ColumnGuess& g, bool ofDay) {
    if (ofDay) return {1};
    if (g.channel == Channel::Time && g.unitGiven) return {g.factor};
    if (const auto given = unitFactor(Channel::Time, g.unit)) return {*given};
    std::vector<double> units;
    for (const double f : {1.0, 1e-3, 1e-6, 1e-9})
        if (r.step * f >= 4e-4 && r.step * f <= 2.5) units.push_back(f);
    return units;
}

std::vector<ClockGuess> clocks(const ColumnValues& values, const std::vector<Behaviour>& runs,
                               const std::vector<ColumnGuess>& names) {
    constexpr std::size_t kTried = 4;
    std::vector<ClockGuess> all;
    for (std::size_t i = 0; i < runs.size(); ++i)
        if (const double worth = worthOfClock(runs[i], names[i]); worth > 0)
            for (const double f : clockUnits(runs[i], names[i], values.clock[i])) all.push_back({i, f, worth});
    // Where one clock rises all over the file, those that begin anew tell the time of laps.
    const auto whole = [&](const ClockGuess& k) {
        return runs[*k.column].risesAllOver && runs[*k.column].evenness > 0.9 && !namedOtherwise(names[*k.column]);
    };
    if (std::any_of(all.begin(), all.end(), whole))
        std::erase_if(all, [&](auto& k) { return !runs[*k.column].risesAllOver && !names[*k.column].chosen; });
    std::stable_sort(all.begin(), all.end(), [](auto& a, auto& b) { return a.worth > b.worth; });
    // A clock that is named, keeps to seconds and rises all over the file need not be held against others.
    if (!all.empty() && (all.size() < 2 || all[1].column != all[0].column)) {
        const auto& g = names[*all[0].column];
        if (g.channel == Channel::Time && g.sure && runs[*all[0].column].risesAllOver) all.resize(1);
    }
    if (all.size() > kTried) all.resize(kTried);
    return all;
}

std::vector<double> secondsBy(const ClockGuess& clock, const ColumnValues& held, double rateHz) {
    std::vector<double> t(held.rows());
    for (std::size_t i = 0; i < t.size(); ++i)
        t[i] = clock.column ? held.columns[*clock.column][i] * clock.factor : num(i) / rateHz;
    return t;
}

ColumnClaim clockClaim(const Behaviour& r, const ClockGuess& k) {
    ColumnClaim c{Channel::Time, k.factor, 0, true, r.evenness > 0.7, {}, {}};
    c.why = r.risesAllOver ? "rises evenly all over the file" : "rises evenly, and begins anew";
    return c;
}

/// What one clock makes of the columns, and how much it explains.
struct Reading {
    std::vector<std::optional<ColumnClaim>> claims;
    double explains = 0;
};

Reading readBy(const ClockGuess& clock, const ColumnValues& held, const std::vector<Behaviour>& runs,
               const std::vector<ColumnGuess>& names, double rateHz) {
    auto c = columnsOn(held, runs, names, secondsBy(clock, held, rateHz));
    if (clock.column) c.claims[*clock.column] = clockClaim(runs[*clock.column], clock);
    Reading r;
    r.explains = clock.worth / 2;
    if (c.spans.size() >= kFewestSpans) {
        auto motion = judgeMotion(c);
        judgeTurning(c, motion);
        judgeDriving(c, motion);
    }
    for (const auto& k : c.claims)
        if (k && !k->evidence.empty()) r.explains += k->evidence.front().likeness * (k->sure ? 1 : 0.5);
    r.claims = std::move(c.claims);
    return r;
}

/// What no column of this channel does.
bool contradicts(Channel channel, const Behaviour& r) {
    if (r.filled == 0) return false; // an empty column says nothing
    switch (channel) {
    case Channel::Time: return r.rising < 0.5 || r.falling > 0.1;
    case Channel::Distance: return r.falling > 0.2 && r.rising < 0.6;
    case Channel::Lap: return !r.whole || r.most - r.least > 5000;
    case Channel::Gear: return r.most > 20 || r.least < -2 || r.distinct > 24;
    case Channel::Speed: return r.least < -0.3 * std::abs(r.most);
    case Channel::EngineSpeed: return r.least < -0.3 * std::abs(r.most);
    case Channel::Throttle:
    case Channel::Brake: return r.least < -0.5 * std::abs(r.most);
    case Channel::Latitude: return r.least < -90 * 1e7 || r.most > 90 * 1e7;
    default: return false;
    }
}

std::string withLikeness(const std::string& why, const ColumnClaim& k) {
    if (k.evidence.empty()) return why;
    char text[24];
    std::snprintf(text, sizeof text, ", %.3f", k.evidence.front().likeness);
    return why + text;
}

void take(ColumnGuess& g, const ColumnClaim& k) {
    const bool named = g.channel == k.channel;
    g.channel = k.channel, g.sure = k.sure || (named && g.sure), g.evidence = k.evidence;
    g.factor = k.factor, g.offset = k.offset;
    // A unit that the header wrote and the data bear out stays as written.
    const auto written = g.unit.empty() ? std::nullopt : unitFactor(k.channel, g.unit);
    if (k.factorKnown && !(written && std::abs(*written / std::abs(k.factor) - 1) < 1e-6))
        g.unit = unitName(k.channel, k.factor);
    g.unitGiven = k.factorKnown;
    g.reason = withLikeness(k.why, k) + (named ? "; named so too" : "");
}

/// A person's word stands; the data only add what it leaves open.
void add(ColumnGuess& g, const ColumnClaim& k) {
    if (g.channel != k.channel) return;
    g.evidence = k.evidence;
    if (!g.unitGiven && k.factorKnown)
        g.factor = k.factor, g.offset = k.offset, g.unitGiven = true, g.unit = unitName(k.channel, k.factor);
    g.reason += "; " + withLikeness(k.why, k);
}

bool hasPartner(Channel channel, const std::vector<std::optional<ColumnClaim>>& claims) {
    const auto has = [&](Channel c) {
        return std::any_of(claims.begin(), claims.end(), [c](auto& k) { return k && k->channel == c && k->sure; });
    };
    const bool places = has(Channel::X) || has(Channel::Latitude);
    switch (channel) {
    case Channel::Heading:
    case Channel::YawRate: return places;
    case Channel::Distance: return has(Channel::Speed);
    case Channel::Speed: return has(Channel::Distance);
    default: return false;
    }
}

/// A latitude without a longitude is no place; nor is an east without a north.
void dropHalfPlaces(std::vector<ColumnGuess>& columns) {
    const auto find = [&](Channel c) {
        return std::find_if(columns.begin(), columns.end(), [c](auto& g) { return g.channel == c; });
    };
    for (const auto& [one, other] :
         {std::pair(Channel::Latitude, Channel::Longitude), std::pair(Channel::X, Channel::Y)}) {
        const auto a = find(one), b = find(other);
        if ((a == columns.end()) == (b == columns.end())) continue;
        const auto alone = a == columns.end() ? b : a;
        if (alone->chosen) continue;
        alone->reason = "named like " + std::string(name(alone->channel)) + ", but there is no " +
                        std::string(name(a == columns.end() ? one : other)) + " to it";
        alone->channel = Channel::Count;
    }
}

} // namespace

std::vector<ColumnGuess> understood(std::vector<ColumnGuess> names, const ColumnValues& values, double rateHz) {
    if (values.rows() < kFewestRows || values.columns.size() != names.size()) return names;
    const auto runs = behaviours(values);
    auto held = values;
    holdValues(held);
    auto tried = clocks(held, runs, names);
    if (tried.empty() && rateHz > 0) tried.push_back({});
    Reading best;
    best.claims.resize(names.size());
    best.explains = -1;
    for (const auto& clock : tried)
        if (auto r = readBy(clock, held, runs, names, rateHz); r.explains > best.explains) best = std::move(r);

    std::vector<bool> claimed(kChannelCount + 1, false);
    for (const auto& k : best.claims)
        if (k) claimed[static_cast<std::size_t>(k->channel)] = true;
    for (std::size_t i = 0; i < names.size(); ++i) {
        auto& g = names[i];
        const auto& k = best.claims[i];
        if (g.chosen) {
            if (k) add(g, *k);
            continue;
        }
        if (k) {
            take(g, *k);
            continue;
        }
        if (g.channel == Channel::Count) continue;
        const auto called = std::string(name(g.channel));
        if (claimed[static_cast<std::size_t>(g.channel)])
            g.reason = "another column does more surely what " + called + " does", g.channel = Channel::Count;
        else if (contradicts(g.channel, runs[i]))
            g.reason = "named like " + called + ", but does not run like it", g.channel = Channel::Count;
        else if (hasPartner(g.channel, best.claims))
            g.reason = "named like " + called + ", but nothing agrees with it", g.sure = false;
        else
            g.reason += "; by its name only";
    }
    keepOneEach(names);
    dropHalfPlaces(names);
    return names;
}

} // namespace hl
