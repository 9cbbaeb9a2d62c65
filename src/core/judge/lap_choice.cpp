// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/lap_choice.h"

#include "core/judge/rules.h"
#include "core/lap/usual_lap.h"
#include "core/units/on_all_cores.h"

namespace hl {
namespace {

constexpr double kSlowLap = 1.3;       // of the fastest: an out lap, an in lap, a lap behind a flag
constexpr std::size_t kNeighbours = 2; // each way

/// Seconds from one place of a lap to another.
double between(const LapTrace& t, double fromM, double toM) {
    return sampleAt(t.s, t.t, toM) - sampleAt(t.s, t.t, fromM);
}

std::vector<LapSpot> wheelsOff(const LapTrace& t, const Track* track) {
    std::vector<LapSpot> spots;
    if (!track || t.lateral.empty() || !t.edgesKnown) return spots;
    const auto [a, b] = samplesIn(t, 0, t.lengthM);
    for (auto i = a; i < b; ++i) {
        const auto road = frameAt(*track, t.s[i]);
        const double over = std::max(t.lateral[i] - road.left, -t.lateral[i] - road.right) - kCarWidthM / 2;
        if (over < judge::kOverLimitM) continue;
        constexpr double kSameSlipM = 40;
        if (spots.empty() || t.s[i] - spots.back().toM > kSameSlipM) spots.push_back({t.s[i], t.s[i], 0});
        spots.back().toM = t.s[i];
    }
    return spots;
}

/// Stretches on which the usual lap is on full power and this one eases off, and loses by it.
std::vector<LapSpot> easedOff(const LapTrace& t, const LapTrace& usual) {
    constexpr double kFull = 0.9, kEased = 0.5, kShortestS = 0.25, kLeastCostS = 0.05, kAfterM = 250;
    std::vector<LapSpot> spots;
    if (t.throttle.empty() || usual.throttle.empty()) return spots;
    const auto [a, b] = samplesIn(t, 0, t.lengthM);
    for (auto i = a; i < b; ++i) {
        if (!(usual.throttle[i] > kFull && t.throttle[i] < kEased)) continue;
        auto end = i;
        while (end + 1 < b && usual.throttle[end + 1] > kFull && t.throttle[end + 1] < kEased) ++end;
        if (t.t[end] - t.t[i] > kShortestS) {
            const double to = std::min(t.s[end] + kAfterM, t.lengthM);
            double usualS = 0; // the usual speed over this lap's own places
            for (auto k = i; k + 1 < b && t.s[k] < to; ++k)
                usualS += 2 * (t.s[k + 1] - t.s[k]) / std::max(2.0, usual.v[k] + usual.v[k + 1]);
            const double cost = between(t, t.s[i], to) - usualS;
            if (cost > kLeastCostS) spots.push_back({t.s[i], t.s[end], cost});
        }
        i = end;
    }
    return spots;
}

/// Seconds by which a corner of a lap differs from the middle of its neighbours' times, on average.
std::optional<double> unlike(const std::vector<LapTrace>& laps, const std::vector<int>& inRun, std::size_t lap,
                             const std::vector<Corner>& corners) {
    std::vector<const LapTrace*> near;
    for (std::size_t k = lap > kNeighbours ? lap - kNeighbours : 0; k < laps.size() && k <= lap + kNeighbours; ++k)
        if (k != lap && inRun[k] > 0) near.push_back(&laps[k]);
    if (near.empty()) return std::nullopt;
    double sum = 0;
    for (const auto& c : corners) {
        const double from = std::max(0.0, c.startM), to = std::min(c.endM, laps[lap].lengthM);
        std::vector<double> times;
        for (const auto* n : near) times.push_back(between(*n, from, to));
        sum += std::abs(between(laps[lap], from, to) - median(times));
    }
    return corners.empty() ? std::nullopt : std::optional(sum / num(corners.size()));
}

double shareFilmed(const Lap& lap, const ClockTie& tie, Seconds film) {
    if (film.count() <= 0 || lap.time.count() <= 0) return 0;
    const double from = std::max(0.0, seconds(tie.footage(lap.start))),
                 to = std::min(film.count(), seconds(tie.footage(lap.start + lap.time)));
    return std::clamp((to - from) / lap.time.count(), 0.0, 1.0);
}

/// Which lap of its run each is; 0 for those that belong to none.
std::vector<int> placesInRun(const LapList& laps) {
    const auto best = fastest(laps);
    std::vector<int> places;
    int place = 0;
    for (const auto& l : laps.laps) {
        const bool inRun = best && l.complete && l.time.count() < kSlowLap * best->time.count();
        place = inRun ? place + 1 : 0;
        places.push_back(place);
    }
    return places;
}

std::string seconds2(double s) { return figure(s, s < 0.1 ? 3 : 2) + " s"; }

std::string spotText(const char* what, const std::vector<LapSpot>& spots) {
    std::string s = what;
    s += " at " + metresText(spots.front().fromM);
    if (spots.size() > 1)
        s += " and in " + std::to_string(spots.size() - 1) + (spots.size() > 2 ? " more places" : " more place");
    return s;
}

} // namespace

std::vector<LapReport> lapReports(const LapChoice& from) {
    std::vector<LapReport> reports;
    const auto places = placesInRun(from.laps);
    std::vector<std::size_t> of; // report of each trace
    for (std::size_t i = 0; i < from.laps.laps.size(); ++i) {
        LapReport r;
        r.lap = from.laps.laps[i], r.inRun = places[i], r.filmed = shareFilmed(r.lap, from.tie, from.film);
        for (std::size_t k = 0; k < from.traces.size(); ++k)
            if (from.traces[k].lap.start == r.lap.start) r.judged = r.lap.complete;
        if (r.judged) of.push_back(i);
        reports.push_back(std::move(r));
    }
    std::vector<int> inRun;
    for (const auto i : of) inRun.push_back(reports[i].inRun);
    const auto car = from.traces.empty() ? CarAbility{} : abilityOf(from.traces);
    onAllCores(std::min(of.size(), from.traces.size()), [&](std::size_t k) {
        auto& r = reports[of[k]];
        const auto& t = from.traces[k];
        r.off = wheelsOff(t, from.track);
        r.lifts = easedOff(t, usualLap(t, from.traces));
        r.faults = judgeLap(t, from.corners, measureAll(t, from.corners, from.track), car, from.track);
        for (const auto& f : r.faults) r.faultsCostS += f.costS;
        r.unlikeS = unlike(from.traces, inRun, k, from.corners);
    });
    double best = 1e9;
    for (const auto& r : reports)
        if (r.judged) best = std::min(best, r.lap.time.count());
    for (auto& r : reports)
        if (r.judged) r.behindS = r.lap.time.count() - best;
    return reports;
}

const LapReport* proposedLap(const std::vector<LapReport>& reports) {
    // What a viewer would rather not see, in seconds of lap time: a lap off the road explains nothing, one behind
    // somebody little; a film that is not there cannot be shown.
    constexpr double kNotFilmed = 60, kOff = 8, kLifted = 5, kUnlike = 5, kFaults = 0.5;
    const auto worse = [](const LapReport& r) {
        return r.behindS + (r.onFilm() ? 0 : kNotFilmed * (1 - r.filmed)) + kOff * num(r.off.size()) +
               kLifted * num(r.lifts.size()) + kUnlike * r.unlikeS.value_or(0) + kFaults * r.faultsCostS;
    };
    const LapReport* best = nullptr;
    for (const auto& r : reports)
        if (r.judged && (!best || worse(r) < worse(*best))) best = &r;
    return best;
}

std::string reasonsOf(const LapReport& r) {
    if (!r.judged) return r.lap.complete ? "could not be measured" : "not from line to line";
    std::string s = r.clean() ? "clean" : "";
    const auto add = [&](const std::string& part) { s += (s.empty() ? "" : ", ") + part; };
    if (!r.off.empty()) add(spotText("off the road", r.off));
    if (!r.lifts.empty()) add(spotText("eased off", r.lifts));
    add(r.behindS < 0.0005 ? "the fastest" : seconds2(r.behindS) + " off the fastest");
    if (r.onFilm())
        add("on the film");
    else
        add(r.filmed > 0.02 ? percentText(r.filmed) + " of it on the film" : "not on the film");
    if (r.inRun == 0)
        add("slow, of no run");
    else
        add("lap " + std::to_string(r.inRun) + " of its run");
    if (r.unlikeS) add("repeats within " + seconds2(*r.unlikeS));
    if (r.faultsCostS > 0.005)
        add(std::to_string(r.faults.size()) + (r.faults.size() == 1 ? " slip (" : " slips (") +
            seconds2(r.faultsCostS) + ")");
    return s;
}

} // namespace hl
