// SPDX-License-Identifier: GPL-3.0-or-later
// The car's set-up with its reasons. A set-up without them helps nobody.
#pragma once
#include "core/units/id.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace hl {

/// "If the rear slides on the exit: down by one click."
struct SetupRule {
    std::string when; ///< what the driver feels
    bool up = true;   ///< which way the value goes then
    std::string step; ///< by how much, in words: "1", "one click"; empty: a little
    friend bool operator==(const SetupRule&, const SetupRule&) = default;
};

struct SetupRow {
    BeatId id; ///< it is spoken in the walk through the set-up
    std::string name, value, unit;
    std::string usual; ///< what the car comes with, in the same unit; empty: not known
    std::string why;
    std::vector<SetupRule> rules;
    std::string more = {};
    friend bool operator==(const SetupRow&, const SetupRow&) = default;
};
using SetupSheet = std::vector<SetupRow>;

std::string valueText(const SetupRow& row);                 ///< "26.5 psi"
std::string text(const SetupRule& rule);                    ///< "If the rear slides: down by one click"
std::string rulesText(const std::vector<SetupRule>& rules); ///< "it pushes: up by 1; it slides: down a little"
/// The same read back; nothing where a rule has no direction ("up" or "down" behind its colon).
std::optional<std::vector<SetupRule>> rulesFrom(std::string_view text);
/// What is said of a row in the walk: name, value, how it differs from the usual, why, and what to do if.
std::string spokenText(const SetupRow& row);

/// A row that is not the same on two sheets; rows meet by their names, whatever their case and spaces.
struct SetupDifference {
    std::string name;
    std::string here, there;     ///< values with their units; empty: the row is not on that sheet
    std::optional<double> byHow; ///< there less here, where both are numbers in the same unit
};
/// In the order of the first sheet, then what only the second has. "2" and "2.0" are the same.
std::vector<SetupDifference> differences(const SetupSheet& here, const SetupSheet& there);

/// Whether two row names mean the same row.
bool sameSetting(std::string_view a, std::string_view b);

} // namespace hl
