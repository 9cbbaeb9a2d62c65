// SPDX-License-Identifier: GPL-3.0-or-later
// A small film of nothing but key frames, so that any moment is there at once while a hand drags.
#pragma once
#include "jobs/material.h"

namespace hl {

/// Where the proxy of this film lies in the guide's cache. Its name holds the film's size and time of change: another
/// film has another proxy, and a stale one is never taken.
std::filesystem::path proxyFile(const std::filesystem::path& guideFolder, const std::filesystem::path& video);

/// Frame n of the film is shown at this time of the proxy, s, whatever the film's own times are.
double proxyTime(std::size_t frame);

/// Makes the proxy unless it is there, and deletes stale ones beside it. Appears complete or not at all.
/// Errors: media.*, movie.*, job.cancelled.
Result<std::filesystem::path> makeProxy(const std::filesystem::path& guideFolder, const std::filesystem::path& video, const Progress& progress);

} // namespace hl
