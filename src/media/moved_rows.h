// SPDX-License-Identifier: GPL-3.0-or-later
// Rows of pictures looked up along a flow, between pixels in steps of 1/32. Eight pixels go the same way: a flow is no
// finer, and what moves alike is fetched and mixed together. Inside media only.
#pragma once
#include <cstddef>
#include <cstdint>
#include <vector>

namespace hl {

/// A plane that is looked into, at least 2 x 2; at its edges the last pixels go on.
struct PlaneView {
    const std::uint8_t* base = nullptr;
    int line = 0; ///< bytes from one row to the next
    int width = 0, height = 0;
};

inline constexpr int kGoTogether = 8; ///< pixels, counted from the left edge

/// The flow over one row, in 1/32 of the picture's pixels, for each eight of them.
struct RowFlow {
    std::vector<float> x, y;
};

/// Pixels of a row, half open.
struct Run {
    int from = 0, to = 0;
};

/// out[i] is the plane at (i + by * flow) in row `row`, for the pixels of a run.
void movedRow(const PlaneView& plane, const RowFlow& flow, float by, int row, Run run, std::uint8_t* out);

} // namespace hl
