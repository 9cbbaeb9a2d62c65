// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace hl {

/// Pictures a second of a finished video that show a film evenly: its own rate or a whole part of it, from 24 to 30
/// (a film of 59.94 or 60: 30, of 100: 25, of 23.976: 24), or each picture of a slow film so many times. 25 where the
/// film has no rate, or none of these fits.
int frameRateFor(double filmRate);

} // namespace hl
