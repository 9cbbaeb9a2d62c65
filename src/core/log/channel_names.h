// SPDX-License-Identifier: GPL-3.0-or-later
// What a column's name and unit mean, in several languages' customary abbreviations.
#pragma once
#include "core/log/car_log.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace hl {

/// With what a column agrees, and how well: 1 is the same thing seen twice.
struct ColumnEvidence {
    std::string with; ///< header of the other column, or of two
    double likeness = 0;
    std::vector<float> here, there; ///< both over a stretch of the log, in one unit, to be drawn over each other
};

/// What one column of a log is taken for, and why. `factor` and `offset` bring its values to the channel's SI unit.
struct ColumnGuess {
    std::string header;               ///< as written
    std::string unit;                 ///< as written; empty when none is
    Channel channel = Channel::Count; ///< Count: not used
    double factor = 1;                ///< negative where the log counts the other way
    double offset = 0;                ///< in the SI unit, after the factor
    bool unitGiven = false;           ///< the factor is known, not to be guessed by range
    bool sure = true;                 ///< false: a person should look
    bool chosen = false;              ///< a person said so
    std::string reason;               ///< for people: "named like speed, in km/h"
    std::vector<ColumnEvidence> evidence;
};

/// Guesses a column from its header: "Speed [km/h]", "speed_kmh", "Throttle %", "GPS Lat Acc (g)".
ColumnGuess guessColumn(std::string_view header);

/// Takes a unit found elsewhere (a second header row, a choice) into the guess; false when it is unknown for the
/// channel.
bool takeUnit(ColumnGuess& guess, std::string_view unit);

/// Whether a word is a unit of any channel.
bool isUnit(std::string_view word);

/// What a person said wins over the guesses.
struct ColumnChoice;
void applyChoices(std::vector<ColumnGuess>& columns, const std::vector<ColumnChoice>& choices);

/// Of several columns for one channel the best stays; the others become unused, and say so.
void keepOneEach(std::vector<ColumnGuess>& columns);

/// Factor to SI of a unit's name for a channel ("km/h" for Speed: 1/3.6); none when unknown.
std::optional<double> unitFactor(Channel c, std::string_view unit);

/// Units a person may choose for a channel, the SI one first; empty when it has none.
std::vector<std::string_view> unitsOf(Channel c);

} // namespace hl
