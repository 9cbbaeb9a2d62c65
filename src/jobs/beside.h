// SPDX-License-Identifier: GPL-3.0-or-later
// Another lap beside the filmed one: of the same log, or of somebody else's.
#pragma once
#include "jobs/material.h"

namespace hl {

struct BesideLap {
    std::string name; ///< "lap 3" or "pupil.csv, lap 2"
    LapTrace lap;     ///< on the filmed lap's axis
    std::vector<CornerFacts> facts;
    LapDelta delta; ///< the filmed lap less this one: positive where the filmed lap loses
};

/// Errors: those of the readers, laps.no-such, compare.other-track.
Result<BesideLap> besideLap(const Material& material, int lapNumber);
Result<BesideLap> besideLog(const Material& material, const std::filesystem::path& log); ///< its best lap
/// The same lap by the corners the material has now.
BesideLap comparedAgain(BesideLap beside, const Material& material);

/// What could be found in each corner: the filmed lap less the best of the good laps there, and the number of that lap.
struct Room {
    int corner = 0;
    PartTimes lost; ///< against the lap that is best over the whole of this corner; its sum is what can be found here
    int bestLap = 0;
};
std::vector<Room> roomInCorners(const Material& material);

} // namespace hl
