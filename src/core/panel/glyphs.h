// SPDX-License-Identifier: GPL-3.0-or-later
// The single signs of a number drawn into a picture.
#pragma once
#include <array>
#include <cstddef>
#include <cstdint>
#include <vector>

namespace hl {

/// A box with a number over a film, in shades of grey.
struct NumberFilm {
    std::size_t width = 0, height = 0; ///< cells; kNumberHeight high
    std::vector<std::uint8_t> grey;    ///< frame by frame, row by row
    std::size_t frames() const { return width * height > 0 ? grey.size() / (width * height) : 0; }
    const std::uint8_t* frame(std::size_t f) const { return grey.data() + f * width * height; }
};
inline constexpr std::size_t kNumberHeight = 40; ///< cells to which a box is brought

/// One sign, brought to one size: ink 0..1.
inline constexpr std::size_t kGlyphWidth = 14, kGlyphHeight = 20;
using Glyph = std::array<float, kGlyphWidth * kGlyphHeight>;

/// The signs of every frame, from left to right.
struct GlyphFilm {
    std::vector<Glyph> glyphs;
    std::vector<std::size_t> firstOf; ///< of each frame, and one more: glyphs of frame f are [firstOf[f], firstOf[f+1])
    std::size_t frames() const { return firstOf.empty() ? 0 : firstOf.size() - 1; }
};

/// Light on dark or dark on light, still or over a moving picture; in columns that never change their place, or close
/// together and moving as the number grows. Smaller signs beside the number (a unit, a point) are left out.
GlyphFilm glyphsOf(const NumberFilm& film);

} // namespace hl
