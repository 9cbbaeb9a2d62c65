// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "media/video_reader.h"

#include <filesystem>

namespace hl {

/// A picture of a film at a moment of its clock as a JPEG file. Errors: media.no-frames, file.*.
Status writeStill(VideoReader& reader, FootageTime when, int width, int height, const std::filesystem::path& to);

} // namespace hl
