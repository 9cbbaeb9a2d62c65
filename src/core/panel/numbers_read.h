// SPDX-License-Identifier: GPL-3.0-or-later
// Which sign is which digit, and what the numbers over a film are. Signs are named by a reader of text that looks at
// some frames, by frames that a person named, and by how numbers go on: a speed does not leap, a gear goes by ones.
#pragma once
#include "core/panel/glyph_groups.h"
#include "core/panel/readings.h"

#include <functional>
#include <string>

namespace hl {

/// What a reader of text makes of one number, shades of grey row by row; letters and digits as it sees them.
using TextReader = std::function<std::string(const std::uint8_t* grey, std::size_t width, std::size_t height)>;

/// A number that a person named.
struct NamedFrame {
    std::size_t frame = 0;
    double value = 0;
};

/// Signs whose digit is known: gear and speed of one panel often share their type.
struct GlyphBook {
    std::vector<Glyph> looks;
    std::vector<int> digits;
};

struct NumberTask {
    std::vector<double> t; ///< s, of every frame
    TextReader read;       ///< may be empty
    std::vector<NamedFrame> named;
    double quickest = 90; ///< how much the number may change in a second; 0: nothing is known of it
};

/// A number of any length, such as a speed. Fills `book` with what it learned.
Readings readNumbers(const NumberFilm& film, const NumberTask& task, GlyphBook& book);

/// A gear: one sign, 1 to 9, N (0) or R (-1). `speed` holds the car's speed at every frame, NaN or empty where it is
/// not known; `book` may be empty.
Readings readGears(const NumberFilm& film, const NumberTask& task, const GlyphBook& book,
                   const std::vector<double>& speed);

} // namespace hl
