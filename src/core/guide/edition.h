// SPDX-License-Identifier: GPL-3.0-or-later
// One source, all editions: which words, marks and numbers belong to the edition that is made.
#pragma once
#include "core/guide/guide.h"

namespace hl {

/// The guide's own of that key, else the usual one; null: there is none.
const Variant* variantNamed(const Guide& g, std::string_view key);
/// The guide's own, then the usual ones that it has none of its own for.
std::vector<Variant> variantsOf(const Guide& g);

/// Whether what is said for a usual variant holds in these conditions: damp is wet, what is not wet is dry. One that
/// nobody here knows does not.
bool holdsIn(std::string_view variant, const Conditions& conditions);
/// Whether it belongs to the edition that is made.
bool belongs(const OnlyIn& only, const Guide& g);
/// Whether words belong to it and no others are said in their place.
bool isSaid(const Guide& g, const Beat& beat);

/// The day, as the edition has it.
Conditions conditionsIn(const Guide& g);

/// Advice of a corner as it stands on such a day, made for that variant (empty: none of its own).
std::vector<Advice> adviceOn(const GuideCorner& corner, std::string_view variant, const Conditions& day);
/// The day of a variant: the guide's, with what is otherwise. Empty: the guide's.
Conditions conditionsIn(const Guide& g, std::string_view variant);

/// The guide of its edition, plain: what does not belong to it is gone, conditions and car are those of its variant. A
/// basic one has one look at each corner and basic numbers. The same again when done twice.
Guide asEdition(Guide g);
/// "in the wet, basic"; empty for the driven day with every pedal.
std::string textOf(const Guide& g, const Edition& edition);

Guide withEdition(Guide g, Edition edition);
/// In place of one with its key. Empty keys change nothing.
Guide withVariant(Guide g, Variant variant);
/// What was said for it alone goes with it.
Guide withoutVariant(Guide g, std::string_view key);
Guide withBeatOnlyIn(Guide g, BeatId beat, OnlyIn only);
/// New words in a variant, in place of those; they begin as the same.
Guide withBeatInstead(Guide g, BeatId beat, std::string_view variant);

} // namespace hl
