// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/comparison.h"

#include "core/lap/learn_road.h"
#include "store/log_file.h"

#include <algorithm>

namespace hl {
namespace {

constexpr double kFarthestM = 40; // median distance from the road at which a log is of another track
constexpr double kGoodShare = 1.07;

Error at(Error e, const std::filesystem::path& file) {
    if (e.where.empty()) e.where = file.string();
    return e;
}

double medianAside(const CarLog& log, const Track& track) {
    std::vector<double> aside;
    const std::size_t step = std::max<std::size_t>(1, log.size() / 300);
    for (std::size_t i = 0; i < log.size(); i += step) {
        const Vec2 p{log[Channel::X][i], log[Channel::Y][i]};
        const auto on = onRoad(track, placeOf(track, p, kNaN).atM, 0, 0);
        aside.push_back(std::hypot(p.x - on.x, p.y - on.y));
    }
    return median(aside);
}

} // namespace

Result<PlacedLog> placedLog(const std::filesystem::path& file, const std::optional<std::filesystem::path>& track,
                            const std::vector<ColumnChoice>& columns, const std::function<bool(double)>& goOn,
                            const std::string& line) {
    PlacedLog p;
    if (track && !line.empty())
        return Error{"usage.line", "a track file has its own timing line", "--line", "a track or a line, not both"};
    auto log = readLog(file, columns, goOn);
    if (!log) return log.error();
    p.log = std::move(*log);
    if (track) {
        auto read = readTrack(*track);
        if (!read) return read.error();
        p.track = std::move(*read);
        moveToPlane(p.log, *p.track);
    }
    std::optional<TimingLine> given;
    if (!line.empty()) {
        const auto told = lineFrom(line, p.log);
        if (!told) return at(told.error(), "--line");
        given = *told;
    }
    auto laps = findLaps(p.log, p.trackOrNull(), given);
    if (!laps) return at(laps.error(), file);
    p.laps = std::move(*laps);
    if (track || !p.log.hasPosition()) return p;
    p.track = learnRoad(p.log, p.laps);
    if (p.track && !p.track->closed) p.track.reset();
    if (!p.track) return p;
    p.learned = true;
    if (auto again = findLaps(p.log, &*p.track)) p.laps = std::move(*again);
    return p;
}

Result<PlacedLog> placedOn(const std::filesystem::path& file, const PlacedLog& reference) {
    PlacedLog p;
    auto log = readLog(file);
    if (!log) return log.error();
    p.log = std::move(*log);
    const bool onRoad = reference.track && p.log.hasPosition();
    if (onRoad) {
        p.track = reference.track;
        moveToPlane(p.log, *p.track);
        if (const double aside = medianAside(p.log, *p.track); aside > kFarthestM)
            return Error{"compare.other-track",
                         "was driven " + std::to_string(std::lround(aside)) + " m beside the other log's track",
                         file.string(), "a log of the same track"};
    }
    auto laps = findLaps(p.log, onRoad ? &*p.track : nullptr);
    if (!laps) return at(laps.error(), file);
    p.laps = std::move(*laps);
    return p;
}

std::vector<LapTrace> goodLaps(const CarLog& log, const LapList& laps, const Track* track, double lengthM,
                               std::size_t most) {
    const auto best = fastest(laps);
    if (!best) return {};
    std::vector<Lap> good;
    for (const auto& lap : laps.laps)
        if (lap.complete && lap.time.count() <= kGoodShare * best->time.count()) good.push_back(lap);
    std::sort(good.begin(), good.end(), [](const Lap& a, const Lap& b) { return a.time < b.time; });
    good.resize(std::min(good.size(), most));
    std::vector<LapTrace> out;
    for (const auto& lap : good)
        if (auto t = traceOf(log, laps, lap, track))
            out.push_back(std::abs(t->lengthM - lengthM) > 0.01 ? stretchedTo(std::move(*t), lengthM) : std::move(*t));
    return out;
}

LapStudy studied(const LapTrace& lap, const std::vector<Corner>& corners, const std::vector<CornerFacts>& facts,
                 const std::vector<LapTrace>& laps, const Track* track) {
    LapStudy s;
    const auto car = abilityOf(laps.empty() ? std::vector<LapTrace>{lap} : laps);
    s.faults = judgeLap(lap, corners, facts, car, track);
    s.shifts = shiftWorths(laps.empty() ? std::vector<LapTrace>{lap} : laps);
    s.overLaps.resize(corners.size());
    for (const auto& other : laps) {
        const auto measured = measureAll(other, corners, track);
        for (std::size_t i = 0; i < corners.size(); ++i) s.overLaps[i].push_back(measured[i]);
    }
    for (std::size_t i = 0; i < corners.size(); ++i) {
        const auto straight = straightAfter(corners, facts, i, lap.lengthM);
        const auto& next = facts[(i + 1) % corners.size()];
        s.worth.push_back(exitWorth(car, sampleAt(lap.s, lap.v, straight.fromM), straight.fromM, straight.toM,
                                    next.minSpeed ? next.minSpeed->value : 0));
    }
    return s;
}

Result<LapComparison> compared(const LapTrace& reference, const std::vector<LapTrace>& referenceLaps,
                               const LapTrace& other, const std::vector<LapTrace>& othersLaps, const Track* track) {
    LapComparison c;
    auto corners = findCorners(reference, track, referenceLaps);
    if (!corners) return corners.error();
    c.corners = std::move(*corners);
    c.referenceFacts = measureAll(reference, c.corners, track), c.otherFacts = measureAll(other, c.corners, track);
    c.parts = partsOf(c.corners, c.referenceFacts, reference.lengthM);
    c.delta = compareLaps(reference, other, c.parts);
    auto study = studied(other, c.corners, c.otherFacts, othersLaps, track);
    c.faults = std::move(study.faults), c.worth = std::move(study.worth);
    c.first = firstToWorkOn(c.parts, c.delta.corners);
    c.ideal = idealLap(othersLaps, c.parts);
    return c;
}

} // namespace hl
