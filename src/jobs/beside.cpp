// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/beside.h"

namespace hl {
namespace {

std::vector<CornerParts> partsFor(const Material& m) { return partsOf(m.corners, m.facts, m.trace.lengthM); }

PartTimes less(const PartTimes& a, const PartTimes& b) {
    return {a.entryS - b.entryS, a.middleS - b.middleS, a.exitS - b.exitS, a.straightS - b.straightS};
}

Result<BesideLap> traced(const Material& m, const CarLog& log, const LapList& laps, const Lap& lap, const Track* track,
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

BesideLap comparedAgain(BesideLap b, const Material& m) {
    b.facts = measureAll(b.lap, m.corners, m.track ? &*m.track : nullptr);
    b.delta = compareLaps(b.lap, m.trace, partsFor(m));
    return b;
}

Result<BesideLap> besideLap(const Material& m, int number) {
    const auto lap = numbered(m.laps, number);
    if (!lap) return lap.error();
    return traced(m, *m.log, m.laps, *lap, m.track ? &*m.track : nullptr, "lap " + std::to_string(number));
}

Result<BesideLap> besideLog(const Material& m, const std::filesystem::path& file) {
    PlacedLog reference;
    reference.track = m.track;
    const auto other = placedOn(file, reference);
    if (!other) return other.error();
    const auto lap = fastest(other->laps);
    if (!lap) {
        auto e = lap.error();
        e.where = file.string();
        return e;
    }
    return traced(m, other->log, other->laps, *lap, other->trackOrNull(),
                  file.filename().string() + ", lap " + std::to_string(lap->number));
}

std::vector<Room> roomInCorners(const Material& m) {
    if (m.corners.empty()) return {};
    const auto parts = partsFor(m);
    const auto own = timesOf(m.trace, parts);
    std::vector<Room> rooms;
    for (const auto& c : m.corners) rooms.push_back({c.number, {}, m.trace.lap.number});
    for (const auto& lap : *m.goodLaps) {
        const auto times = timesOf(lap, parts);
        for (std::size_t i = 0; i < rooms.size(); ++i)
            if (const auto d = less(own[i], times[i]); d.sum() > rooms[i].lost.sum())
                rooms[i].lost = d, rooms[i].bestLap = lap.lap.number;
    }
    return rooms;
}

} // namespace hl
