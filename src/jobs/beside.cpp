// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/beside.h"

namespace hl {
namespace {

std::vector<CornerParts> partsFor(const Session& m) {
    return partsOf(m.measured.corners, m.measured.facts, m.trace.lengthM);
}

Result<BesideLap> traced(const Session& m, const CarLog& log, const LapList& laps, const Lap& lap, const Track* track,
                         std::string name) {
    auto trace = traceOf(log, laps, lap, track);
    if (!trace) return trace.error();
    BesideLap b;
    b.name = std::move(name);
    b.lap = std::abs(trace->lengthM - m.trace.lengthM) > 0.01 ? stretchedTo(std::move(*trace), m.trace.lengthM)
                                                              : std::move(*trace);
    return comparedAgain(std::move(b), m);
}

} // namespace

BesideLap comparedAgain(BesideLap b, const Session& m) {
    b.facts = measureAll(b.lap, m.measured.corners, m.trackOrNull());
    b.delta = compareLaps(b.lap, m.trace, partsFor(m));
    return b;
}

Result<BesideLap> besideLap(const Session& m, int number) {
    const auto lap = numbered(m.laps, number);
    if (!lap) return lap.error();
    return traced(m, *m.log, m.laps, *lap, m.trackOrNull(), "lap " + std::to_string(number));
}

Result<BesideLap> besideLog(const Session& m, const std::filesystem::path& file, int number) {
    PlacedLog reference;
    reference.track = m.track;
    const auto other = placedOn(file, reference);
    if (!other) return other.error();
    const auto lap = number > 0 ? numbered(other->laps, number) : fastest(other->laps);
    if (!lap) {
        auto e = lap.error();
        e.where = file.string();
        return e;
    }
    return traced(m, other->log, other->laps, *lap, other->trackOrNull(),
                  file.filename().string() + ", lap " + std::to_string(lap->number));
}

std::vector<TimeGain> gainsInCorners(const Session& m) {
    if (m.measured.corners.empty()) return {};
    const auto parts = partsFor(m);
    const auto own = timesOf(m.trace, parts);
    std::vector<TimeGain> gains;
    for (const auto& c : m.measured.corners) gains.push_back({c.id, {}, m.trace.lap.number});
    for (const auto& lap : *m.goodLaps) {
        const auto times = timesOf(lap, parts);
        for (std::size_t i = 0; i < gains.size(); ++i)
            if (const auto d = own[i] - times[i]; d.sum() > gains[i].lost.sum())
                gains[i].lost = d, gains[i].bestLap = lap.lap.number;
    }
    return gains;
}

} // namespace hl
