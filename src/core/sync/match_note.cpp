// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/sync/match_note.h"

#include "core/units/numbers.h"

#include <algorithm>

namespace hl {
namespace {

constexpr double kRatios[] = {0.5, 1, 1.5, 2, 2.5, 3, 4}; // firing per revolution: singles to eight cylinders
constexpr double kHeardEnough = 0.35;                     // share of the loudest note explained
constexpr double kHeardAtAll = 0.2;                       // less is no answer
constexpr double kLeadEnough = 3;                         // standard errors ahead of the second best place
constexpr double kLeastShared = 8;                        // s of footage that must lie inside the log

/// Between two samples of a note; unknown when one of them is.
double between(double a, double b, double f) { return a > 0 && b > 0 ? lerp(a, b, f) : 0; }

/// The log's engine note on the sound's hop grid, as a band of the map; negative where the engine is not heard.
struct Prediction {
    std::vector<float> band; // per hop of log time, for ratio 1
    double startS = 0;
};

Prediction predict(const EngineNote& note, const NoteMap& map) {
    Prediction p;
    const auto &t = note.t, &hzs = note.hz;
    p.startS = t.front();
    std::size_t i = 0;
    for (double at = t.front(); at < t.back(); at += map.hopS) {
        while (i + 2 < t.size() && t[i + 1] < at) ++i;
        const double f = std::clamp((at - t[i]) / std::max(1e-6, t[i + 1] - t[i]), 0.0, 1.0);
        const double hz = between(hzs[i], hzs[i + 1], f);
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

/// How much a place says: a film usually lies wholly inside its log, and a few seconds that happen to fit prove little.
/// The root of the share, for the error of a mean falls so.
double overlapWeight(const NoteMap& map, const Prediction& p, long hops) {
    const auto rows = static_cast<long>(map.rows()), size = static_cast<long>(p.band.size());
    const long shared = std::min(rows, size - hops) - std::max(0L, -hops);
    return shared > 0 ? std::sqrt(static_cast<double>(shared) / static_cast<double>(std::min(rows, size))) : 0;
}

/// The score of a place, weighed by how much of the film lies inside the log.
double weighed(const NoteMap& map, const Prediction& p, long hops, double bandShift, std::size_t stride) {
    const double v = score(map, p, hops, bandShift, stride);
    return v > 0 ? v * overlapWeight(map, p, hops) : v;
}

/// Rows that one place is judged by at first: some thousand tell it as well as all of a long film.
std::size_t strideFor(const NoteMap& map) { return std::max<std::size_t>(5, map.rows() / 1000); }

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
/// runner-up in units of its standard error, second by second. Where a place lies outside the log it is worth nothing.
double leadOver(const NoteMap& map, const std::vector<double>& best, const std::vector<double>& second) {
    std::vector<double> blocks;
    const auto perBlock = static_cast<std::size_t>(1 / map.hopS);
    const auto value = [](double v) { return std::isnan(v) ? 0 : v; };
    for (std::size_t r = 0; r + perBlock <= map.rows(); r += perBlock) {
        double d = 0;
        for (std::size_t k = r; k < r + perBlock; ++k) d += value(best[k]) - value(second[k]);
        blocks.push_back(d / num(perBlock));
    }
    double mean = 0, spread = 0;
    for (const double b : blocks) mean += b / num(blocks.size());
    for (const double b : blocks) spread += (b - mean) * (b - mean) / num(blocks.size());
    return mean / std::sqrt(spread / num(blocks.size()) + 1e-9);
}

/// The map along the note at a fractional offset and drift, reading log and map between their samples, row by row; NaN
/// where the film lies outside the log.
std::vector<double> valuesAlong(const NoteMap& map, const EngineNote& note, double offset, double drift, double ratio) {
    const auto& t = note.t;
    std::vector<double> values(map.rows(), kNaN);
    std::size_t i = 0;
    for (std::size_t r = 0; r < map.rows(); ++r) {
        const double at = offset + (map.startS + num(r) * map.hopS) * (1 + drift);
        if (at < t.front() || at > t.back()) continue;
        while (i + 2 < t.size() && t[i + 1] < at) ++i;
        const double f = std::clamp((at - t[i]) / std::max(1e-6, t[i + 1] - t[i]), 0.0, 1.0);
        values[r] = map.at(r, between(note.hz[i], note.hz[i + 1], f) * ratio);
    }
    return values;
}

double fineScore(const NoteMap& map, const EngineNote& note, double offset, double drift, double ratio) {
    double sum = 0, n = 0;
    for (const double v : valuesAlong(map, note, offset, drift, ratio))
        if (!std::isnan(v)) sum += v, ++n;
    return n > 0 ? sum / n : -1;
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
/// pitch. The pitch must move too: noise tilts the ridges of the map a little up or down, and as engines climb longer
/// than they fall, a pitch that is held fast would be paid for in time.
struct Fine {
    double centre = 0, drift = 0, ratio = 1;
};

Fine refined(const NoteMap& map, const EngineNote& note, Fine at, double middle, bool driftKnowable) {
    const auto value = [&](double centre, double drift, double ratio) {
        return fineScore(map, note, centre - middle * (1 + drift), drift, ratio);
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

/// A place with its exact tie.
struct Exact {
    Peak peak;
    ClockTie tie;
    std::vector<double> values; ///< of the map along the note, row by row
    double worth = 0;           ///< their mean, weighed by how much of the film lies in the log
};

Exact exactly(const NoteMap& map, const EngineNote& note, const Prediction& p, const Peak& peak, double mean,
              bool mayDrift) {
    Exact x{peak, {}, {}, 0};
    x.tie.offsetS = p.startS + static_cast<double>(peak.hops) * map.hopS - map.startS;
    const double heard = heardShare(map, p, peak, mean);
    const bool driftKnowable = mayDrift && num(map.rows()) * map.hopS > 80 && heard > 0.6;
    const double middle = map.startS + num(map.rows()) * map.hopS / 2;
    const auto fine = refined(map, note, {x.tie.offsetS + middle, 0, peak.ratio}, middle, driftKnowable);
    x.tie.driftPpm = std::abs(fine.drift) < 5e-4 ? fine.drift * 1e6 : 0;
    x.tie.offsetS = fine.centre - middle * (1 + x.tie.driftPpm * 1e-6);
    x.tie.method = "sound";
    // grows as noise hides the note
    x.tie.uncertaintyMs = std::clamp(5.0 / std::pow(std::max(0.1, heard), 3), 5.0, 200.0);
    x.tie.places = {{x.tie.offsetS, std::clamp(heard, 0.0, 1.0)}};
    x.values = valuesAlong(map, note, x.tie.offsetS, x.tie.driftPpm * 1e-6, fine.ratio);
    double sum = 0, n = 0;
    for (const double v : x.values)
        if (!std::isnan(v)) sum += v, ++n;
    x.worth = n > 0 ? sum / n * overlapWeight(map, p, peak.hops) : -1;
    return x;
}

/// What is decided of a place: its tie, sure or not; an error where the film is hardly heard in the log.
Result<ClockTie> concluded(const Exact& best, double lead) {
    auto tie = best.tie;
    const double heard = tie.places.front().likeness;
    tie.confidence = heard * std::max(0.0, lead) / (std::max(0.0, lead) + 2);
    if (heard < kHeardAtAll)
        return Error{"sync.not-sure", "the engine note fits the log nowhere", "",
                     "the film of this log, or two pairs set by hand"};
    if (heard < kHeardEnough || lead < kLeadEnough) tie.confidence = std::min(tie.confidence, 0.9 * kSureEnough);
    return tie;
}

/// The best place near a first guess, with every row.
Peak sharpened(const NoteMap& map, const Prediction& p, Peak coarse) {
    Peak peak = coarse;
    peak.value = -1;
    for (long h = coarse.hops - 6; h <= coarse.hops + 6; ++h)
        if (const double v = score(map, p, h, shiftOf(map, coarse.ratio), 1); v > peak.value)
            peak = {h, v, coarse.ratio};
    return peak;
}

/// The best places elsewhere, best first, and the mean of all places.
struct Others {
    std::vector<Peak> best;
    double mean = 0;
};

Others othersThan(const NoteMap& map, const Prediction& p, const Peak& peak) {
    constexpr std::size_t kMost = 4;
    const auto apart = std::lround(2 / map.hopS); // nearer is the same place
    Others o;
    std::vector<Peak> all;
    long counted = 0;
    for (long h = -static_cast<long>(map.rows()); h < static_cast<long>(p.band.size()); h += 2) {
        if (std::abs(h - peak.hops) < 60) continue;
        const double v = score(map, p, h, shiftOf(map, peak.ratio), strideFor(map));
        if (v <= -1) continue;
        all.push_back({h, weighed(map, p, h, shiftOf(map, peak.ratio), strideFor(map)), peak.ratio});
        o.mean += v, ++counted;
    }
    o.mean = counted > 0 ? o.mean / static_cast<double>(counted) : 0;
    std::stable_sort(all.begin(), all.end(), [](const Peak& a, const Peak& b) { return a.value > b.value; });
    for (const auto& x : all) {
        if (o.best.size() == kMost || x.value <= 0) break;
        if (std::none_of(o.best.begin(), o.best.end(), [&](auto& y) { return std::abs(x.hops - y.hops) < apart; }))
            o.best.push_back(x);
    }
    return o;
}

} // namespace

EngineNote engineNote(const CarLog& log) {
    EngineNote n;
    n.t = log[Channel::Time];
    for (const double rpm : log[Channel::EngineSpeed]) n.hz.push_back(rpm > 0 ? rpm / 60 : 0);
    return n;
}

Result<ClockTie> tieToNote(const NoteMap& map, const EngineNote& note) {
    const auto p = predict(note, map);
    Peak best;
    for (const double ratio : kRatios)
        for (long h = -static_cast<long>(map.rows()); h < static_cast<long>(p.band.size()); h += 2)
            if (const double v = weighed(map, p, h, shiftOf(map, ratio), strideFor(map)); v > best.value)
                best = {h, v, ratio};
    const auto peak = sharpened(map, p, best);
    const auto others = othersThan(map, p, peak);
    // Laps alike within hundredths of a second are told apart only where each is laid exactly.
    std::vector<Exact> places{exactly(map, note, p, peak, others.mean, true)};
    for (const auto& o : others.best) places.push_back(exactly(map, note, p, sharpened(map, p, o), others.mean, true));
    std::stable_sort(places.begin(), places.end(), [](const Exact& a, const Exact& b) { return a.worth > b.worth; });
    const auto& first = places.front();
    auto tie = concluded(first, places.size() > 1 ? leadOver(map, first.values, places[1].values) : 10);
    if (!tie) return tie;
    const double heard = tie->places.front().likeness;
    for (std::size_t i = 1; i < places.size(); ++i)
        tie->places.push_back({places[i].tie.offsetS, heard * std::clamp(places[i].worth / first.worth, 0.0, 1.0)});
    return tie;
}

Result<ClockTie> tieNear(const NoteMap& map, const PlacedNote& best, const PlacedNote* second) {
    const auto placed = [&](const PlacedNote& n) {
        const auto p = predict(n.note, map);
        const long hops = std::lround((n.offsetS + map.startS - p.startS) / map.hopS);
        const auto peak = sharpened(map, p, {hops, 0, 1});
        return exactly(map, n.note, p, peak, othersThan(map, p, peak).mean, false);
    };
    const auto first = placed(best);
    if (!second) return concluded(first, 10);
    const auto other = placed(*second);
    auto tie = concluded(first, leadOver(map, first.values, other.values));
    if (tie)
        tie->places.push_back({other.tie.offsetS, tie->places.front().likeness *
                                                      std::clamp(other.worth / std::max(1e-9, first.worth), 0.0, 1.0)});
    return tie;
}

double noteRatio(const NoteMap& map, const CarLog& log, const ClockTie& tie) {
    if (!log.has(Channel::EngineSpeed)) return 0;
    const auto note = engineNote(log);
    double best = 0, most = -1;
    for (const double ratio : kRatios)
        if (const double v = fineScore(map, note, tie.offsetS, tie.driftPpm * 1e-6, ratio); v > most)
            most = v, best = ratio;
    return best;
}

} // namespace hl
