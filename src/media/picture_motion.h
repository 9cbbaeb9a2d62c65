// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/sync/motion.h"

#include <filesystem>

namespace hl {

/// Decodes the film once and follows points from frame to frame, small and grey, in the upper half.
/// `goOn` is told the share done and may stop it. Errors: media.*, job.cancelled.
Result<PictureMotion> readMotion(const std::filesystem::path& path, const std::function<bool(double)>& goOn);

} // namespace hl
