// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/claims/claim.h"

namespace hl {

/// How the words [from, to) of a plain sentence are said; `claim` gets stance, other ways to understand it, and whether
/// the value is only about right.
void tellStance(std::string_view sentence, std::size_t from, std::size_t to, Claim& claim);

/// Whether a plain sentence asks something, though nobody wrote the mark.
bool asks(std::string_view sentence);

} // namespace hl
