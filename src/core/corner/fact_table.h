// SPDX-License-Identifier: GPL-3.0-or-later
// Every fact of a corner that is one number: its key, unit, wording and what it is about. Command, tables, page, spread
// and the check that nothing is ever printed that is no number all read this; a new fact is one line in fact_table.cpp.
#pragma once
#include "core/corner/corner.h"
#include "core/units/speed_unit.h"

#include <span>

namespace hl {

using Fact = std::optional<Measured> CornerFacts::*;

enum class FactUnit { Metres, Share, Speed, Seconds, Acceleration, Angle };
enum class FactGroup { Brake, Line, Power, Speed, Engine };

struct FactEntry {
    std::string_view key; ///< in files and answers, with the unit as its suffix
    Fact fact = nullptr;
    FactUnit unit = FactUnit::Metres;
    int decimals = 2; ///< in the key's unit
    FactGroup group = FactGroup::Brake;
    std::string_view says; ///< for tables, in English
    bool place = false;    ///< its value is a place on the lap
};

std::span<const FactEntry> factTable();

/// What a value inside is multiplied with to be in its key's unit: 3.6 for km/h, 100 for percent.
double factorOf(FactUnit unit);
/// "m", "%", "km/h", "s", "g", "\u00b0"
std::string_view symbolOf(FactUnit unit, SpeedUnit speed = SpeedUnit::Kmh);
double inUnitOf(FactUnit unit, double value, SpeedUnit speed = SpeedUnit::Kmh);

/// A value that is no number is no fact: it goes, and its reason stands under its key.
void dropWhatIsNoNumber(CornerFacts& facts);

} // namespace hl
