// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/evidence.h"

#include "media/picture_motion.h"
#include "media/sound.h"

namespace hl {

Evidence soundEvidence(const Session& m) {
    constexpr double kHop = 0.02; // s, a row of the picture
    Evidence e;
    if (m.videoInfo.hasSound)
        if (const auto sound = readSound(m.video, 8000)) e.notes = noteMap(*sound, kHop);
    e.turning = turningOf(*m.log);
    return e;
}

Result<PictureMotion> motionEvidence(const Session& m, const Progress& progress) {
    return readMotion(m.video, [&](double share) {
        progress.report(share, "watching how the picture turns");
        return !progress.cancelled();
    });
}

std::vector<LapMoment> momentsOf(const Guide& g, const Session& m, std::size_t most) {
    std::vector<LapMoment> out;
    const std::size_t n = g.corners.size();
    for (std::size_t k = 0; k < most && n > 0; ++k) {
        const std::size_t i = std::min(n - 1, k * n / most + n / (2 * most));
        const auto& c = g.corners[i];
        const Shift* down = nullptr;
        if (const auto* facts = m.measured.of(c))
            for (const auto& s : facts->shifts)
                if (s.to < s.from && !down) down = &s;
        if (k % 2 == 0 && down)
            out.push_back({std::to_string(down->from) + " to " + std::to_string(down->to), down->atM});
        else
            out.push_back({"turn-in " + std::to_string(c.number), c.turnInM});
    }
    return out;
}

} // namespace hl
