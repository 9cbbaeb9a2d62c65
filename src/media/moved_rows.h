// SPDX-License-Identifier: GPL-3.0-or-later
// Rows of pictures looked up along a flow, between pixels in steps of 1/32. Eight pixels at a time where the processor
// can (AVX2), one by one elsewhere; both give the same bytes. Inside media only.
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

/// The flow over one row, in 1/32 of the picture's pixels.
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
