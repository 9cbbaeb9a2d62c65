// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/sync/motion.h"

#include <filesystem>

namespace hl {

/// Decodes the film once and compares each frame with the one before, small and grey, without the cockpit's part.
/// `goOn` is told the share done and may stop it. Errors: media.*, job.cancelled.
Result<PictureMotion> readMotion(const std::filesystem::path& path, const std::function<bool(double)>& goOn);

} // namespace hl
