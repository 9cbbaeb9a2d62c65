// SPDX-License-Identifier: GPL-3.0-or-later
// The format of a guide: which sections are wished for, in which order. A value; what comes of it is the planner's
// work.
#pragma once
#include <optional>
#include <string_view>
#include <vector>

namespace hl {

/// What a section shows: the opening card, the conditions, the set-up row by row, the lap uninterrupted, a corner pace
/// by pace, a corner at full speed. One that has nothing to show takes no time.
enum class SectionKind { Card, Conditions, Setup, Lap, WalkThrough, Run };
std::string_view name(SectionKind k); ///< stable word for files: "walk-through"
std::optional<SectionKind> sectionKindOf(std::string_view name);
bool ofOneCorner(SectionKind k);

/// Sections that follow each other; `eachCorner` repeats them for corner after corner in road order.
struct OutlinePart {
    bool eachCorner = false;
    std::vector<SectionKind> sections;
    friend bool operator==(const OutlinePart&, const OutlinePart&) = default;
};
using Outline = std::vector<OutlinePart>;

/// A card with the conditions, every corner walked through and run, and the conditions again; with the uninterrupted
/// lap before the corners when wished.
Outline usualOutline(bool wholeLapFirst = false);
bool has(const Outline& outline, SectionKind kind);

} // namespace hl
