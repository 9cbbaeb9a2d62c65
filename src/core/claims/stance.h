// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/claims/claim.h"

#include <string>

namespace hl {

/// How the words [from, to) of a plain sentence are said; `claim` gets stance, other ways to understand it, and whether
/// the value is only about right.
void tellStance(std::string_view sentence, std::size_t from, std::size_t to, Claim& claim);

/// The part of a plain sentence in which a condition holds for [from, to): up to a "but" on either side.
std::string caseAround(std::string_view sentence, std::size_t from, std::size_t to);

/// Whether a plain sentence asks something, though nobody wrote the mark.
bool asks(std::string_view sentence);

} // namespace hl
