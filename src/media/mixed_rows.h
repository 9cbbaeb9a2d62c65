// SPDX-License-Identifier: GPL-3.0-or-later
// Rows of bytes laid over each other in parts of 256: sixteen-bit sums, so that the compiler uses whole vectors.
// Inside media only.
#pragma once
#include "media/moved_rows.h"

#include <array>
#include <cstdint>
#include <vector>

namespace hl {

/// out[i] is `share` of 256 of the second row and the rest of the first, for the pixels of a run.
void overlaid(const std::uint8_t* first, const std::uint8_t* second, int share, Run run, std::uint8_t* out);
/// out[i] is how far both are from each other.
void apart(const std::uint8_t* first, const std::uint8_t* second, Run run, std::uint8_t* out);

/// How much each of two explanations of a row counts, in parts of 256; the rest is a third one's.
struct RowShares {
    std::vector<std::uint16_t> first, second;
    /// By the square of how well each agrees: `differs` are grey levels by which its two pictures are apart there. At
    /// least as long as the run.
    void of(const std::array<const std::uint8_t*, 3>& differs, Run run);
    /// Each counts for two pixels of `out`. The run is one of these shares' pixels.
    void twice(Run run, RowShares& out) const;
};

/// out[i] is the first, the second and the third row by their shares.
void mixedRow(const std::array<const std::uint8_t*, 3>& rows, const RowShares& shares, Run run, std::uint8_t* out);

} // namespace hl
