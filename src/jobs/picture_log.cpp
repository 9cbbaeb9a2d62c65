// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/picture_log.h"

#include "core/units/numbers.h"
#include "media/picture_motion.h"
#include "store/guide_file.h"

namespace hl {

Result<CarLog> pictureLog(const std::filesystem::path& film, const std::vector<PanelBox>& panel,
                          const std::vector<NamedMoment>& named, const std::optional<std::filesystem::path>& camera,
                          const Progress& progress) {
    double hfovRad = rad(75);
    if (camera) {
        const auto known = readCamera(*camera);
        if (!known) return known.error();
        hfovRad = known->hfovRad;
    }
    const auto readings = readPanel(film, panel, named, progress.part(0, 0.6));
    if (!readings) return readings.error();
    const auto motion = readMotion(film, [&](double share) {
        progress.report(0.6 + 0.4 * share, "watching how the picture turns");
        return !progress.cancelled();
    });
    if (!motion && motion.error().id == "job.cancelled") return motion.error();
    std::vector<double> t, turning;
    if (motion)
        for (std::size_t i = 0; i < motion->footageS.size(); ++i)
            if (std::isfinite(motion->sideways[i])) {
                t.push_back(motion->footageS[i]);
                turning.push_back(motion->sideways[i] * 2 * std::tan(hfovRad / 2));
            }
    auto log = panelLog(*readings, t, turning);
    if (log && !camera)
        log->notes.push_back(
            {0, "the camera's field of view is not known; 75 degrees are taken for how far corners turn"});
    return log;
}

ClockTie pictureTie(double frameRate) {
    ClockTie tie;
    tie.method = "film", tie.confidence = 1;
    tie.uncertaintyMs = frameRate > 0 ? 500 / frameRate : 20;
    tie.places = {{0, 1}};
    return tie;
}

} // namespace hl
