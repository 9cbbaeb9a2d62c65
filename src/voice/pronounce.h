// SPDX-License-Identifier: GPL-3.0-or-later
// How a word sounds, in the phones of the recogniser (ARPAbet): for names that no dictionary lists.
#pragma once
#include <string>
#include <vector>

namespace hl {

/// By its letters, as British and American speakers would say it; phones parted by blanks. Empty where nothing can
/// be said, or where the synthesizer's data is not installed.
std::vector<std::string> soundsOf(const std::string& word);

} // namespace hl
