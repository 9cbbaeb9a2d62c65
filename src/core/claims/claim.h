// SPDX-License-Identifier: GPL-3.0-or-later
// What a text says that measured facts or advice can confirm or contradict.
#pragma once
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace hl {

enum class ClaimKind {
    Gear,
    BrakePct,
    ThrottlePct,
    Speed,
    Distance,
    Metres,
    Flat,
    Apex,
    Kerb,
    Direction,
    BrakeShape,
    Power,
    Time,
    Compare
};
std::string_view key(ClaimKind k); ///< "brake_pct"

/// How it is said: of what was driven, as what to do, denied, not sure, or of another car, day or case.
enum class Stance { Driven, Advised, Negated, Hedged, Other };
std::string_view key(Stance s);
enum class Verdict { Agrees, Differs, Unknown };
std::string_view key(Verdict v);

/// The value in the unit that was spoken; which members are there depends on the kind.
struct SaidValue {
    std::optional<double> number, upTo; ///< a range when both
    bool most = false, least = false;   ///< at most, at least the number
    std::optional<int> down, relative;  ///< gears: so many down from arrival; against an expectation
    std::string word;                   ///< flat, apex, direction, braking shape
    std::string side, use;              ///< kerb
    std::string what, rel, to;          ///< power: pickup or full, before or by, the apex or a thing
    std::string op;                     ///< compare: same, higher, lower, highest, lowest; what is in `what`
    std::optional<int> corner, diff;
    std::optional<std::string> ref, otherRef; ///< distance: what it is from; none: a thing nobody lists
};

struct Claim {
    ClaimKind kind = ClaimKind::Gear;
    SaidValue said;
    std::string unit;
    std::size_t from = 0, to = 0; ///< code points of the text
    Stance stance = Stance::Driven;
    std::vector<Stance> alsoAs; ///< ways in which it can be understood as well
    bool nearly = false;        ///< "about", "around": doubles the tolerance
    std::optional<int> about;   ///< another corner than the one whose words they are
    std::string fact;           ///< what it is held against: "min_gear"; empty: nothing
    bool adviceGuessed = false; ///< no word says that it is advice: "late apex", "you turn at the drain"
    bool factGuessed = false;   ///< no word says which of several speeds is meant
    Verdict verdict = Verdict::Unknown;
    bool byAdvice = false; ///< it was held against the advice
    std::string measured;  ///< that fact or advice, to be shown; or why it is not known
};

} // namespace hl
