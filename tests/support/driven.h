// SPDX-License-Identifier: GPL-3.0-or-later
// A simulated drive read back through the importer, beside the truth it was made from.
#pragma once
#include "core/corner/corner.h"
#include "core/log/log_input.h"
#include "standins/drive.h"
#include "standins/write_drive.h"
#include "store/log_file.h"

namespace hl::testing {

struct Driven {
    standin::Circuit circuit;
    standin::Drive drive;
    CarLog log;
    Track track;
    LapList laps;

    std::vector<standin::CornerTruth> truthOf(int lap) const {
        std::vector<standin::CornerTruth> out;
        for (const auto& t : drive.truth)
            if (t.lap == lap) out.push_back(t);
        return out;
    }
};

template <class T> T must(Result<T> r) {
    if (!r) throw std::runtime_error(sentence(r.error()));
    return std::move(*r);
}

inline Driven driven(standin::Circuit circuit, const standin::Driver& driver, int laps, unsigned seed,
                     standin::LogOptions how = {}) {
    Driven d{std::move(circuit), {}, {}, {}, {}};
    d.drive = standin::drive(d.circuit, {}, driver, laps, seed);
    how.seed = seed;
    d.log = must(importText(standin::csvLog(d.circuit, d.drive, how), "drive.csv"));
    d.track = must(parseTrack(standin::trackGeoJson(d.circuit), "ring.geojson"));
    moveToPlane(d.log, d.track);
    d.laps = must(findLaps(d.log, &d.track));
    return d;
}

} // namespace hl::testing
