// SPDX-License-Identifier: GPL-3.0-or-later
// The grammar as data: what is looked for in plain text, and how a find becomes a value. One file a kind in en/;
// another language is another such folder.
#pragma once
#include "core/claims/claim.h"

#include <functional>
#include <span>

namespace hl {

/// A find of one rule. Groups are named in the pattern; one that did not take part is empty.
struct Find {
    std::string_view sentence;    ///< plain
    std::size_t from = 0, to = 0; ///< bytes of the sentence
    std::function<std::string_view(std::string_view)> group;
    std::string_view before() const { return sentence.substr(0, from); }
    std::string_view after() const { return sentence.substr(to); }
    std::string_view inside() const { return sentence.substr(from, to - from); }
};

/// RE2 syntax. In capitals between @: @N a figure, @ORD an ordinal from first to eighth, @THING something beside the
/// road,
/// @CORNER the name or number of a corner, @PREP before, after and the like.
struct ClaimRule {
    std::string_view pattern;
    /// Fills what was said and its unit, and may widen or narrow the span; false: it is none after all.
    bool (*read)(Find& find, Claim& claim);
};

struct KindOfClaim {
    ClaimKind kind;
    std::span<const ClaimRule> rules; ///< of two finds over each other the longer one counts, then the earlier rule
};

std::span<const KindOfClaim> englishClaims();

/// The fact of a distance at which one comes off the throttle: the corner tells whether to brake or to lift.
inline constexpr std::string_view kFootOff = "foot_off";

// For rules.
std::span<const std::string_view> ordinalWords();      ///< from first to eighth
std::optional<int> ordinalOf(std::string_view word);   ///< "third"
std::optional<double> figureOf(std::string_view text); ///< "80"; "one", "a" and "an" are 1
/// Whether a word of the list stands in a text, as a word.
bool hasWord(std::string_view text, std::initializer_list<std::string_view> words);
/// Whether a word is one of these, as after a value: another noun would be what is counted.
bool oneOf(std::string_view word, std::span<const std::string_view> words);
/// The last words of a text, at most so many.
std::string_view lastWords(std::string_view text, std::size_t count);
std::string_view firstWord(std::string_view text);
/// "no more than", "never below": whether the value is the most or the least of what is meant.
void readBound(const Find& find, SaidValue& said);

extern const KindOfClaim kGearClaims, kPercentBrake, kPercentThrottle, kSpeedClaims, kDistanceClaims, kMetreClaims,
    kFlatClaims, kApexClaims, kKerbClaims, kDirectionClaims, kBrakeShapeClaims, kPowerClaims, kTimeClaims,
    kCompareClaims;

} // namespace hl
