// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/sync/gear_note.h"

#include "core/units/numbers.h"

#include <algorithm>

namespace hl {
namespace {

constexpr double kSlowest = 8;      // m/s; below it the clutch slips
constexpr std::size_t kStride = 10; // rows of the map taken in the search
constexpr long kStep = 4;           // hops between the places tried
constexpr double kSecondAwayS = 1.5;
constexpr std::size_t kMostGears = 12; // with the ghosts of half and double pitch
constexpr int kApart = 5;              // bands between two gears: 7 %
constexpr double kLoudEnough = 0.3;    // of the strongest ratio
constexpr double kShiftCost = 4;       // of map energy: a gear is kept for a fifth of a second or more
constexpr double kShiftMaskS = 0.1;    // each way of a shift the pitch is between two gears

/// The log on the map's hop grid: the speed as a band, and which of the log's gears is in.
struct Driving {
    double startS = 0;
    std::vector<int> band; ///< -1 when too slow
    std::vector<int> gear; ///< 0 when the log tells none
    int highest = 0;
};

Driving drivingOf(const CarLog& log, const NoteMap& map) {
    Driving d;
    const auto &t = log[Channel::Time], &v = log[Channel::Speed];
    const auto& gears = log[Channel::Gear];
    d.startS = t.front();
    std::size_t i = 0;
    for (double at = t.front(); at < t.back(); at += map.hopS) {
        while (i + 2 < t.size() && t[i + 1] < at) ++i;
        const double f = std::clamp((at - t[i]) / std::max(1e-6, t[i + 1] - t[i]), 0.0, 1.0);
        const double speed = lerp(v[i], v[i + 1], f);
        d.band.push_back(
            speed > kSlowest ? static_cast<int>(std::lround(std::log2(speed / kSlowest) * map.bandsPerOctave)) : -1);
        d.highest = std::max(d.highest, d.band.back());
        d.gear.push_back(gears.empty() ? 0 : static_cast<int>(std::clamp(gears[i], 0.0, 15.0)));
    }
    return d;
}

/// Energy over pitch-to-speed ratio, one row a gear: index = pitch band - speed band + highest.
using Ratios = std::vector<std::vector<float>>;

std::size_t pile(const NoteMap& map, const Driving& d, long hops, std::size_t stride, Ratios& piled) {
    for (auto& p : piled) std::fill(p.begin(), p.end(), 0.0f);
    std::size_t n = 0;
    const long from = std::max(0L, -hops),
               to = std::min(static_cast<long>(map.rows()), static_cast<long>(d.band.size()) - hops);
    for (long r = from; r < to; r += static_cast<long>(stride)) {
        const auto at = static_cast<std::size_t>(r + hops);
        if (d.band[at] < 0) continue;
        const float* row = &map.values[static_cast<std::size_t>(r) * static_cast<std::size_t>(map.bands)];
        float* sum = &piled[static_cast<std::size_t>(d.gear[at])][static_cast<std::size_t>(d.highest - d.band[at])];
        for (int b = 0; b < map.bands; ++b) sum[b] += row[b];
        ++n;
    }
    return n;
}

/// How much the ratios pile up: the length of what stands above the mean.
double peakiness(const Ratios& piled) {
    double squares = 0;
    for (const auto& p : piled) {
        float mean = 0;
        for (const float v : p) mean += v / static_cast<float>(p.size());
        for (const float v : p)
            if (v > mean) squares += (v - mean) * (v - mean);
    }
    return std::sqrt(squares);
}

Ratios emptyRatios(const NoteMap& map, const Driving& d) {
    const int gears = 1 + *std::max_element(d.gear.begin(), d.gear.end());
    return Ratios(static_cast<std::size_t>(gears), std::vector<float>(static_cast<std::size_t>(map.bands + d.highest)));
}

struct Places {
    long best = 0;
    std::optional<long> second;
};

/// The place where the ratios pile up most, and the best one away from it.
Places places(const NoteMap& map, const Driving& d) {
    auto piled = emptyRatios(map, d);
    const double all = num(map.rows()) / kStride, least = 8 / map.hopS / kStride;
    std::vector<std::pair<long, double>> tried;
    for (long h = -static_cast<long>(map.rows()); h < static_cast<long>(d.band.size()); h += kStep)
        if (const double n = num(pile(map, d, h, kStride, piled)); n >= least)
            tried.emplace_back(h, peakiness(piled) / std::sqrt(n * all));
    Places p;
    double most = -1, next = -1;
    for (const auto& [h, v] : tried)
        if (v > most) most = v, p.best = h;
    for (const auto& [h, v] : tried)
        if (std::abs(static_cast<double>(h - p.best)) * map.hopS > kSecondAwayS && v > next) next = v, p.second = h;
    return p;
}

/// The place near `hops` with every other row, hop by hop.
long sharpened(const NoteMap& map, const Driving& d, long hops) {
    auto piled = emptyRatios(map, d);
    long best = hops;
    double most = -1;
    for (long h = hops - 2 * kStep; h <= hops + 2 * kStep; ++h)
        if (pile(map, d, h, 2, piled) > 0)
            if (const double v = peakiness(piled); v > most) most = v, best = h;
    return best;
}

/// Where ratios pile up, strongest first, to a part of a band.
std::vector<double> peaksOf(const std::vector<float>& piled, std::size_t most) {
    std::vector<float> soft(piled.size(), 0.0f);
    for (std::size_t i = 2; i + 2 < piled.size(); ++i)
        soft[i] = piled[i - 2] + 2 * piled[i - 1] + 3 * piled[i] + 2 * piled[i + 1] + piled[i + 2];
    std::vector<std::size_t> tops;
    for (std::size_t i = 1; i + 1 < soft.size(); ++i)
        if (soft[i] > 0 && soft[i] > soft[i - 1] && soft[i] >= soft[i + 1]) tops.push_back(i);
    std::sort(tops.begin(), tops.end(), [&](auto a, auto b) { return soft[a] > soft[b]; });
    std::vector<double> peaks;
    for (const auto i : tops) {
        if (peaks.size() == most || soft[i] < kLoudEnough * soft[tops[0]]) break;
        const double bend = soft[i - 1] - 2 * soft[i] + soft[i + 1];
        const double top = num(i) + (bend < 0 ? 0.5 * (soft[i - 1] - soft[i + 1]) / bend : 0.0);
        if (std::all_of(peaks.begin(), peaks.end(), [&](double p) { return std::abs(p - top) >= kApart; }))
            peaks.push_back(top);
    }
    return peaks;
}

/// The ratio in every row of the film: the loudest way through the ratios that does not change them often (Viterbi).
std::vector<double> heardRatios(const NoteMap& map, const Driving& d, long hops, const std::vector<double>& ratios) {
    const std::size_t rows = map.rows(), n = ratios.size();
    std::vector<std::uint8_t> from(rows * n);
    std::vector<double> score(n, 0.0), next(n);
    for (std::size_t r = 0; r < rows; ++r) {
        const auto last = static_cast<std::size_t>(std::max_element(score.begin(), score.end()) - score.begin());
        const long at = static_cast<long>(r) + hops;
        const int speed = at >= 0 && at < static_cast<long>(d.band.size()) ? d.band[static_cast<std::size_t>(at)] : -1;
        for (std::size_t k = 0; k < n; ++k) {
            const bool change = score[last] - kShiftCost > score[k];
            const long band = std::lround(ratios[k]) - d.highest + speed;
            const bool inside = speed >= 0 && band >= 0 && band < map.bands;
            from[r * n + k] = static_cast<std::uint8_t>(change ? last : k);
            next[k] =
                (change ? score[last] - kShiftCost : score[k]) +
                (inside ? map.values[r * static_cast<std::size_t>(map.bands) + static_cast<std::size_t>(band)] : 0);
        }
        score.swap(next);
    }
    std::vector<double> out(rows);
    auto k = static_cast<std::size_t>(std::max_element(score.begin(), score.end()) - score.begin());
    for (std::size_t r = rows; r-- > 0;) {
        out[r] = ratios[k];
        k = from[r * n + k];
    }
    return out;
}

/// The note on the log's clock, from a ratio for each hop of it; a band of 0 is the map's lowest pitch.
EngineNote noteFrom(const NoteMap& map, const CarLog& log, const Driving& d, const std::vector<double>& ratioOfHop) {
    EngineNote note;
    const auto mask = static_cast<std::size_t>(kShiftMaskS / map.hopS);
    std::vector<char> shifting(ratioOfHop.size(), 0);
    for (std::size_t i = 1; i < ratioOfHop.size(); ++i)
        if (ratioOfHop[i] != ratioOfHop[i - 1])
            for (std::size_t k = i > mask ? i - mask : 0; k < std::min(shifting.size(), i + mask); ++k) shifting[k] = 1;
    for (std::size_t i = 0; i < ratioOfHop.size(); ++i) {
        const double t = d.startS + num(i) * map.hopS;
        const bool known = ratioOfHop[i] >= 0 && d.band[i] >= 0 && !shifting[i];
        const double v = sampleAt(log[Channel::Time], log[Channel::Speed], t);
        note.t.push_back(t);
        note.hz.push_back(
            known ? map.lowestHz * v / kSlowest * std::exp2((ratioOfHop[i] - d.highest) / map.bandsPerOctave) : 0);
    }
    return note;
}

/// What the engine would sound like if the film lay here.
PlacedNote noteAt(const NoteMap& map, const CarLog& log, const Driving& d, long hops) {
    auto piled = emptyRatios(map, d);
    pile(map, d, hops, 1, piled);
    std::vector<double> ratioOfHop(d.band.size(), -1.0);
    if (log.has(Channel::Gear)) {
        std::vector<double> ofGear;
        for (const auto& p : piled) {
            const auto peaks = peaksOf(p, 1);
            ofGear.push_back(peaks.empty() ? -1.0 : peaks[0]);
        }
        for (std::size_t i = 0; i < ratioOfHop.size(); ++i)
            ratioOfHop[i] = d.gear[i] > 0 ? ofGear[static_cast<std::size_t>(d.gear[i])] : -1.0;
    } else {
        const auto ratios = peaksOf(piled[0], kMostGears);
        if (!ratios.empty()) {
            const auto heard = heardRatios(map, d, hops, ratios);
            for (std::size_t r = 0; r < heard.size(); ++r)
                if (const long at = static_cast<long>(r) + hops; at >= 0 && at < static_cast<long>(ratioOfHop.size()))
                    ratioOfHop[static_cast<std::size_t>(at)] = heard[r];
        }
    }
    return {noteFrom(map, log, d, ratioOfHop), d.startS + static_cast<double>(hops) * map.hopS - map.startS};
}

} // namespace

Result<ClockTie> tieBySpeed(const NoteMap& map, const CarLog& log) {
    if (!log.has(Channel::Speed))
        return Error{"sync.no-engine-speed", "the log has neither engine speed nor speed", "",
                     "one of them, or two pairs set by hand"};
    const auto d = drivingOf(log, map);
    if (d.highest == 0)
        return Error{"sync.not-sure", "the car hardly moves in this log", "",
                     "a log of driving, or two pairs set by hand"};
    const auto found = places(map, d);
    const auto second =
        found.second ? std::optional(noteAt(map, log, d, sharpened(map, d, *found.second))) : std::nullopt;
    const auto hopsOf = [&](const ClockTie& tie) {
        return std::lround((tie.offsetS + map.startS - d.startS) / map.hopS);
    };
    long hops = sharpened(map, d, found.best);
    auto tie = tieNear(map, noteAt(map, log, d, hops), second ? &*second : nullptr);
    // the gears that were heard are placed a little better once the place is
    for (int round = 0; round < 2 && tie && hopsOf(*tie) != hops; ++round) {
        hops = hopsOf(*tie);
        tie = tieNear(map, noteAt(map, log, d, hops), second ? &*second : nullptr);
    }
    // Without the log's gears nothing but the slope of the pitch holds the place, and a quarter of a band is 20 ms of
    // it.
    const double vague = log.has(Channel::Gear) ? 12 : 30;
    if (tie) tie->uncertaintyMs = std::hypot(vague, 2 * tie->uncertaintyMs);
    return tie;
}

} // namespace hl
