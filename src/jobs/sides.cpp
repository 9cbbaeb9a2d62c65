// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/sides.h"

#include "core/log/repair.h"
#include "core/sync/motion.h"
#include "media/picture_motion.h"

namespace hl {

Result<SidesTold> sidesInFilm(const std::filesystem::path& video, const CarLog& log, const ClockTie& tie,
                              const Progress& progress) {
    if (!sidesMayBeMirrored(log) || turningOf(log).empty()) return SidesTold{};
    const auto motion = readMotion(video, [&](double share) {
        progress.report(share, "watching which way the picture turns");
        return !progress.cancelled();
    });
    if (!motion) return motion.error();
    const auto likeness = sidesInPicture(*motion, log, tie);
    return likeness ? SidesTold{Sides::Film, *likeness < 0} : SidesTold{};
}

} // namespace hl
