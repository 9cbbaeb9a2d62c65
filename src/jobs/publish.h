// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "jobs/render.h"

namespace hl {

struct PublishWish {
    RenderWish film;          ///< how the film is made; its name and span are the edition's
    bool singleClips = false; ///< each corner also as a file of its own, to download
    bool tallClips = false;   ///< each corner also for a telephone held upright
};

struct PublishReport {
    std::vector<std::filesystem::path> files; ///< inside the folder
    std::string note; ///< what did not go as it should though the edition stands; empty: nothing
};

/// Renders and publishes an edition into `out`, which appears complete or keeps what it held.
/// Errors: those of render, and publish.not-ours (the folder holds something that is no edition).
Result<PublishReport> publishGuide(const Guide& guide, const Session& session, const Cut& cut,
                                   const std::filesystem::path& out, const PublishWish& wish, const Progress& progress);

} // namespace hl
