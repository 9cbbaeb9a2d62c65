// SPDX-License-Identifier: GPL-3.0-or-later
// A take that follows its words when they are parted or joined. The file itself is never touched.
#pragma once
#include "core/take/take.h"

#include <optional>
#include <utility>

namespace hl {

/// The take of the words before and from the byte `at`; none where it was spoken to other words, or where one half has
/// no word with a known time.
std::optional<std::pair<Take, Take>> partedTake(const Take& take, const std::string& words, std::size_t at);

/// Both, where the second is spoken after the first in the same file; what lies between is heard as far as it is no
/// longer than a breath.
std::optional<Take> joinedTake(const Take& first, const Take& second);

} // namespace hl
