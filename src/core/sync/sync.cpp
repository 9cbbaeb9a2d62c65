// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/sync/sync.h"

#include "core/sync/note_map.h"
#include "core/units/numbers.h"

#include <algorithm>

namespace hl {
namespace {

constexpr double kRatios[] = {0.5, 1, 1.5, 2, 2.5, 3, 4}; // firing per revolution: singles to eight cylinders
constexpr double kHop = 0.02;                             // s
constexpr double kHeardEnough = 0.35;                     // share of the loudest note explained
constexpr double kLeadEnough = 3;                         // standard errors ahead of the second best place
constexpr double kLeastShared = 8;                        // s of footage that must lie inside the log

/// The log's engine note on the sound's hop grid, as a band of the map; negative where the engine is not heard.
struct Prediction {
    std::vector<float> band; // per hop of log time, for ratio 1
    double startS = 0;
};

Prediction predict(const CarLog& log, const NoteMap& map) {
    Prediction p;
    const auto& t = log[Channel::Time];
    const auto& rpm = log[Channel::EngineSpeed];
    p.startS = t.front();
    std::size_t i = 0;
    for (double at = t.front(); at < t.back(); at += map.hopS) {
        while (i + 2 < t.size() && t[i + 1] < at) ++i;
        const double f = std::clamp((at - t[i]) / std::max(1e-6, t[i + 1] - t[i]), 0.0, 1.0);
        const double hz = lerp(rpm[i], rpm[i + 1], f) / 60;
        p.band.push_back(hz > 8 ? static_cast<float>(std::log2(hz / map.lowestHz) * map.bandsPerOctave) : -1e6f);
    }
    return p;
}

/// Mean of the map along the prediction shifted by `hops` (log hop = sound row + hops), every `stride` rows.
double score(const NoteMap& map, const Prediction& p, long hops, double bandShift, std::size_t stride) {
    double sum = 0;
    long n = 0;
    const auto rows = static_cast<long>(map.rows()), size = static_cast<long>(p.band.size());
    const long from = std::max(0L, -hops), to = std::min(rows, size - hops);
    for (long r = from; r < to; r += static_cast<long>(stride)) {
        const double band = p.band[static_cast<std::size_t>(r + hops)] + bandShift;
        ++n;
        if (band < 0 || band >= map.bands - 1) continue;
        sum += map.values[static_cast<std::size_t>(r) * static_cast<std::size_t>(map.bands) +
                          static_cast<std::size_t>(band)];
    }
    return static_cast<double>(n) * static_cast<double>(stride) * map.hopS < kLeastShared
               ? -1
               : sum / static_cast<double>(n);
}

struct Peak {
    long hops = 0;
    double value = -1, ratio = 1;
};

double shiftOf(const NoteMap& map, double ratio) { return std::log2(ratio) * map.bandsPerOctave; }

double valueAlong(const NoteMap& map, const Prediction& p, long row, const Peak& at) {
    const long i = row + at.hops;
    if (i < 0 || i >= static_cast<long>(p.band.size())) return 0;
    const double band = p.band[static_cast<std::size_t>(i)] + shiftOf(map, at.ratio);
    if (band < 0 || band >= map.bands - 1) return 0;
    return map
        .values[static_cast<std::size_t>(row) * static_cast<std::size_t>(map.bands) + static_cast<std::size_t>(band)];
}

/// How much of the loudest note the prediction explains: 1 when it runs along the ridge of the map all the way.
double heardShare(const NoteMap& map, const Prediction& p, const Peak& peak, double mean) {
    double along = 0, ridge = 0;
    for (std::size_t r = 0; r < map.rows(); ++r) {
        const long i = static_cast<long>(r) + peak.hops;
        if (i < 0 || i >= static_cast<long>(p.band.size())) continue;
        const float* row = &map.values[r * static_cast<std::size_t>(map.bands)];
        along += valueAlong(map, p, static_cast<long>(r), peak) - mean;
        ridge += *std::max_element(row, row + map.bands) - mean;
    }
    return ridge > 0 ? along / ridge : 0;
}

/// Two laps of one driver sound alike; the right one fits better in nearly every second. The mean advantage over the
/// runner-up in units of its standard error, second by second.
double leadOver(const NoteMap& map, const Prediction& p, const Peak& peak, const Peak& second) {
    std::vector<double> blocks;
    const auto perBlock = static_cast<long>(1 / map.hopS), rows = static_cast<long>(map.rows());
    for (long r = 0; r + perBlock <= rows; r += perBlock) {
        double d = 0;
        for (long k = r; k < r + perBlock; ++k) d += valueAlong(map, p, k, peak) - valueAlong(map, p, k, second);
        blocks.push_back(d / static_cast<double>(perBlock));
    }
    double mean = 0, spread = 0;
    for (const double b : blocks) mean += b / num(blocks.size());
    for (const double b : blocks) spread += (b - mean) * (b - mean) / num(blocks.size());
    return mean / std::sqrt(spread / num(blocks.size()) + 1e-9);
}

/// Exact score at a fractional offset and drift, reading log and map between their samples.
double fineScore(const NoteMap& map, const CarLog& log, double offset, double drift, double ratio) {
    const auto& t = log[Channel::Time];
    const auto& rpm = log[Channel::EngineSpeed];
    double sum = 0;
    long n = 0;
    std::size_t i = 0;
    for (std::size_t r = 0; r < map.rows(); ++r) {
        const double at = offset + (map.startS + num(r) * map.hopS) * (1 + drift);
        if (at < t.front() || at > t.back()) continue;
        while (i + 2 < t.size() && t[i + 1] < at) ++i;
        const double hz =
            lerp(rpm[i], rpm[i + 1], std::clamp((at - t[i]) / std::max(1e-6, t[i + 1] - t[i]), 0.0, 1.0)) / 60;
        sum += map.at(r, hz * ratio);
        ++n;
    }
    return n > 0 ? sum / static_cast<double>(n) : -1;
}

/// The top of the parabola that fits f best over [-reach, reach], in eleven equal steps: noise that shakes single
/// values averages out. 0 when f has no top there.
template <class F> double topOf(F f, double reach) {
    constexpr int kHalf = 5;
    double sy = 0, sxy = 0, sxxy = 0, s2 = 0, s4 = 0;
    const int n = 2 * kHalf + 1;
    for (int i = -kHalf; i <= kHalf; ++i) {
        const double x = static_cast<double>(i) / kHalf, y = f(x * reach);
        sy += y, sxy += x * y, sxxy += x * x * y, s2 += x * x, s4 += x * x * x * x;
    }
    const double slope = sxy / s2, bend = (sxxy - s2 * sy / n) / (s4 - s2 * s2 / n);
    return bend < -1e-12 ? std::clamp(-slope / (2 * bend), -1.0, 1.0) * reach : 0;
}

/// Where the map fits the log best around a first guess: the log time at the middle of the film, the drift, and the
/// pitch. The pitch must move too: noise tilts the ridges of the map a little up or down, and as engines climb longer than
/// they fall, a pitch that is held fast would be paid for in time.
struct Fine {
    double centre = 0, drift = 0, ratio = 1;
};

Fine refined(const NoteMap& map, const CarLog& log, Fine at, double middle, bool driftKnowable) {
    const auto value = [&](double centre, double drift, double ratio) {
        return fineScore(map, log, centre - middle * (1 + drift), drift, ratio);
    };
    double reach = 0.12;
    for (int round = 0; round < 5; ++round, reach = std::max(0.05, reach * 0.75)) {
        at.ratio *= 1 + topOf([&](double d) { return value(at.centre, at.drift, at.ratio * (1 + d)); }, 0.03);
        at.centre += topOf([&](double d) { return value(at.centre + d, at.drift, at.ratio); }, reach);
        if (!driftKnowable) continue;
        const double tilt = 2 * reach / std::max(20.0, middle);
        at.drift += topOf([&](double d) { return value(at.centre, at.drift + d, at.ratio); }, tilt);
    }
    return at;
}

} // namespace

Result<ClockTie> syncBySound(const Sound& sound, const CarLog& log) {
    if (!log.has(Channel::EngineSpeed))
        return Error{"sync.no-engine-speed", "the log has no engine speed", "",
                     "an engine speed channel, or two pairs set by hand"};
    const auto map = noteMap(sound, kHop);
    if (num(map.rows()) * kHop < kLeastShared)
        return Error{"sync.too-short", "the film has less than 8 s of sound", "",
                     "a longer film, or two pairs set by hand"};
    const auto p = predict(log, map);
    const long lowest = -static_cast<long>(map.rows()), highest = static_cast<long>(p.band.size());

    Peak best;
    for (const double ratio : kRatios)
        for (long h = lowest; h < highest; h += 2)
            if (const double v = score(map, p, h, shiftOf(map, ratio), 5); v > best.value) best = {h, v, ratio};
    // Around the coarse peak with every row; then the runner-up elsewhere tells how sure this is.
    const double shift = shiftOf(map, best.ratio);
    Peak peak = best;
    peak.value = -1;
    for (long h = best.hops - 6; h <= best.hops + 6; ++h)
        if (const double v = score(map, p, h, shift, 1); v > peak.value) peak = {h, v, best.ratio};
    Peak second;
    double mean = 0;
    long counted = 0;
    for (long h = lowest; h < highest; h += 2) {
        if (std::abs(h - peak.hops) < 60) continue;
        const double v = score(map, p, h, shift, 5);
        if (v <= -1) continue;
        if (v > second.value) second = {h, v, best.ratio};
        mean += v, ++counted;
    }
    mean = counted > 0 ? mean / static_cast<double>(counted) : 0;

    ClockTie tie;
    tie.method = "sound";
    tie.offsetS = p.startS + static_cast<double>(peak.hops) * kHop - map.startS;
    const bool driftKnowable = num(map.rows()) * kHop > 80 && heardShare(map, p, peak, mean) > 0.6;
    const double middle = map.startS + num(map.rows()) * kHop / 2;
    const auto fine = refined(map, log, {tie.offsetS + middle, 0, peak.ratio}, middle, driftKnowable);
    const double centre = fine.centre, drift = fine.drift;
    tie.driftPpm = std::abs(drift) < 5e-4 ? drift * 1e6 : 0;
    tie.offsetS = centre - middle * (1 + tie.driftPpm * 1e-6);
    const double heard = heardShare(map, p, peak, mean), lead = second.value > -1 ? leadOver(map, p, peak, second) : 10;
    tie.confidence = std::clamp(heard, 0.0, 1.0) * lead / (lead + 2);
    tie.uncertaintyMs =
        std::clamp(5.0 / std::pow(std::max(0.1, heard), 3), 5.0, 200.0); // grows as noise hides the note
    if (heard < kHeardEnough || lead < kLeadEnough)
        return Error{"sync.not-sure", "the engine note does not fit the log at one place better than at others", "",
                     "the film of this log, or two pairs set by hand"};
    return tie;
}

double noteRatio(const NoteMap& map, const CarLog& log, const ClockTie& tie) {
    if (!log.has(Channel::EngineSpeed)) return 0;
    double best = 0, most = -1;
    for (const double ratio : kRatios)
        if (const double v = fineScore(map, log, tie.offsetS, tie.driftPpm * 1e-6, ratio); v > most) most = v, best = ratio;
    return best;
}

Result<ClockTie> syncByHand(const std::vector<HandPair>& pairs) {
    if (pairs.size() < 2)
        return Error{"sync.too-few-pairs", "fewer than two pairs were given", "", "two or more moments seen in both"};
    const double n = num(pairs.size());
    double mf = 0, ml = 0, ff = 0, fl = 0;
    for (const auto& p : pairs) mf += seconds(p.footage) / n, ml += seconds(p.log) / n;
    for (const auto& p : pairs)
        ff += (seconds(p.footage) - mf) * (seconds(p.footage) - mf),
            fl += (seconds(p.footage) - mf) * (seconds(p.log) - ml);
    double lo = 1e300, hi = -1e300;
    for (const auto& p : pairs) lo = std::min(lo, seconds(p.footage)), hi = std::max(hi, seconds(p.footage));
    const double rate = hi - lo >= 20 ? fl / ff : 1.0;
    ClockTie tie;
    tie.method = "hand";
    tie.driftPpm = (rate - 1) * 1e6;
    tie.offsetS = ml - rate * mf;
    double rest = 0;
    for (const auto& p : pairs) rest += std::pow(seconds(p.log) - seconds(tie.log(p.footage)), 2);
    tie.uncertaintyMs = std::max(20.0, 2000 * std::sqrt(rest / n));
    tie.confidence = 1;
    return tie;
}

} // namespace hl
