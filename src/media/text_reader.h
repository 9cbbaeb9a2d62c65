// SPDX-License-Identifier: GPL-3.0-or-later
// Numbers and letters in a picture, as a library for reading print sees them (Tesseract).
#pragma once
#include "core/panel/numbers_read.h"

namespace hl {

/// Reads one line of digits, or of digits and the letters of gears. Null where the library has no data to read with;
/// not thread-safe.
TextReader textReader(bool gears);

} // namespace hl
