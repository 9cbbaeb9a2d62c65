// SPDX-License-Identifier: GPL-3.0-or-later
// The format of a guide: which sections are wished for, in which order. A value; what comes of it is the planner's
// work.
#pragma once
#include <optional>
#include <string_view>
#include <vector>

namespace hl {

/// What a section shows: the opening card, the conditions, the set-up row by row, the lap uninterrupted, a corner pace
/// by pace, a corner at full speed, a second and closer look at it, the corner from above, what people get wrong in it,
/// a corner or the lap in a film from outside, the guide's lap and the one it is held against in one picture, the lap
/// with what to remember, the closing card, the further laps one after the other. One that has nothing to show, or
/// nothing to say where words are all it is for, takes no time.
enum class SectionKind {
    Card,
    Conditions,
    Setup,
    Lap,
    WalkThrough,
    Run,
    Detail,
    Above,
    Recap,
    Close,
    Faults,
    Outside,
    TwoLaps,
    OtherLap
};
inline constexpr SectionKind kSectionKinds[] = {
    SectionKind::Card,    SectionKind::Conditions, SectionKind::Setup, SectionKind::Lap,    SectionKind::WalkThrough,
    SectionKind::Detail,  SectionKind::Run,        SectionKind::Above, SectionKind::Faults, SectionKind::Outside,
    SectionKind::TwoLaps, SectionKind::OtherLap,   SectionKind::Recap, SectionKind::Close};
std::string_view name(SectionKind k); ///< stable word for files: "walk-through"
std::optional<SectionKind> sectionKindOf(std::string_view name);
bool ofOneCorner(SectionKind k);
bool ofTheLap(SectionKind k); ///< some are either

/// Which corners a part is repeated for: those that matter most, or the others.
enum class Which { All, Key, Others };
std::string_view key(Which w); ///< "all", "key", "others"
std::optional<Which> whichOf(std::string_view key);

/// Sections that follow each other; `eachCorner` repeats them for corner after corner in road order.
struct OutlinePart {
    bool eachCorner = false;
    std::vector<SectionKind> sections;
    Which which = Which::All;
    friend bool operator==(const OutlinePart&, const OutlinePart&) = default;
};
using Outline = std::vector<OutlinePart>;

/// A card with the conditions, every corner walked through and run, and the conditions again; with the uninterrupted
/// lap before the corners when wished.
Outline usualOutline(bool wholeLapFirst = false);
bool has(const Outline& outline, SectionKind kind);
/// With a section of that kind where it usually stands: a closer look after the walk, from above after the run, the
/// recap after all corners, the close at the very end. As it was when it has one.
Outline withSectionOf(Outline outline, SectionKind kind);

} // namespace hl
