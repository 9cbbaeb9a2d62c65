// SPDX-License-Identifier: GPL-3.0-or-later
// What subscribers get, made of a film that is rendered: page, stills, captions, data, and clips where they are wished.
#pragma once
#include "publish/page.h"

#include <filesystem>
#include <functional>

namespace hl {

struct EditionSource {
    const Guide& guide;
    const Cut& cut;
    const MeasuredCorners& measured;
    const LapTrace& trace;
    const Track* road = nullptr;
    std::filesystem::path film;
    std::filesystem::path guideFolder; ///< where the guide's own files lie
    ClipFiles clips = {}; ///< the tall ones lie there already; without single ones the page plays pieces of the film
};

/// Fills `folder`, in which the film already lies. `goOn` is told what is done and may stop it.
/// Errors: file.*, media.*, movie.*, publish.fonts, job.cancelled.
Status writeEdition(const std::filesystem::path& folder, const EditionSource& source,
                    const std::function<bool(const char* doing)>& goOn);

} // namespace hl
