// SPDX-License-Identifier: GPL-3.0-or-later
// The pictures taken on foot, as they fill the frame.
#pragma once
#include "core/guide/guide.h"

#include <filesystem>
#include <QImage>
#include <QImageReader>

namespace hl {

/// Where a still of the guide lies; empty for an id that is none.
std::filesystem::path stillFile(const Guide& guide, const std::filesystem::path& folder, StillId id);

/// A photograph or a drawing of pixels; a format that may open other files is none.
bool canBeShown(QImageReader& picture);

/// The file as it was taken (a camera held upright is told in the file), fitted into the size in the middle of black,
/// RGB32. Null when it cannot be read. Sizes are even.
QImage stillPicture(const std::filesystem::path& file, int width, int height);

} // namespace hl
