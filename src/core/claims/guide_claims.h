// SPDX-License-Identifier: GPL-3.0-or-later
// The claims of a guide's own words: facts, advice and grammar made once, then read as often as somebody types.
#pragma once
#include "core/claims/claim_reader.h"
#include "core/lap/trace.h"
#include "core/units/numbers.h"

#include <map>
#include <memory>

namespace hl {

/// What somebody decided about a claim that differs: it stays, and why.
struct LeftAlone {
    std::string why;
};

struct ReadClaim {
    Claim claim;
    std::string said;              ///< its words
    std::optional<LeftAlone> left; ///< it differs, and was left
    bool differs() const { return claim.verdict == Verdict::Differs && !left; }
};

/// What words may say of the lap as a whole. NaN: not known, and held against nothing.
struct WholeLap {
    double timeS = kNaN, lengthM = kNaN;
};
WholeLap wholeLap(const LapTrace& trace);

/// For any thread; knows nothing of the guide afterwards.
class GuideClaims {
  public:
    /// About 30 ms: patterns are compiled.
    GuideClaims(const Guide& guide, const MeasuredCorners& measured, WholeLap lap);

    /// Of words as they are said, spoken at that beat's place. What may be meant as advice and fits it agrees. Words of
    /// another day than the lap's are held against what is advised for that day alone: nothing of it was measured.
    std::vector<ReadClaim> of(std::string_view text, const Beat& beat, const GuideCorner& corner) const;
    const ClaimFacts& facts() const { return *facts_; }
    const ClaimFacts& facts(const Beat& beat) const; ///< what its words are held against

  private:
    bool ofOtherDay(const Beat& beat) const;
    std::unique_ptr<const ClaimFacts> facts_;
    std::map<std::string, ClaimFacts> otherDays_; ///< by variant, of those that have advice of their own
    ClaimReader reader_;
    Conditions driven_;
};

/// [from, to) in code points of a text, as bytes.
std::string_view codePoints(std::string_view text, std::size_t from, std::size_t to);

/// The text with that claim saying what was measured, in the manner it was written ("third" for "second", "84" for
/// "90"). None where no other words can be put in its place.
std::optional<std::string> corrected(std::string_view text, const Claim& claim, const ClaimFacts& facts, int corner);

/// Under which topic of the corner sheet such a claim stands as advice; none: there is no such.
std::optional<Topic> topicOf(const Claim& claim);
/// Whether it could be meant as advice: then "make it advice" settles it.
bool canBeAdvice(const Claim& claim);

} // namespace hl
