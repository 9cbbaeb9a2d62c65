// SPDX-License-Identifier: GPL-3.0-or-later
#include "media/moved_rows.h"

#include <algorithm>
#include <cstring>

namespace hl {
namespace {

using Word = std::uint16_t;
// Vectors of the compiler's own: one instruction each where the processor has it.
using EightBytes = std::uint8_t __attribute__((vector_size(kGoTogether)));
using Eight = Word __attribute__((vector_size(2 * kGoTogether)));

Eight eightAt(const std::uint8_t* from) {
    EightBytes bytes;
    std::memcpy(&bytes, from, sizeof bytes);
    return __builtin_convertvector(bytes, Eight);
}

/// Between two neighbours, in 1/8 of a grey level.
template <class T> T across(T left, T right, Word part) {
    return static_cast<T>((left * static_cast<Word>(32 - part) + right * part + 2) >> 2);
}

/// Between two rows of those, in grey levels.
template <class T> T down(T above, T below, Word part) {
    return static_cast<T>(static_cast<T>(above * static_cast<Word>(32 - part) + below * part + 128) >> 8);
}

/// Near an edge each pixel is held inside by itself.
std::uint8_t heldInside(const PlaneView& p, int u, int v) {
    u = std::clamp(u, 0, ((p.width - 1) << 5) - 1), v = std::clamp(v, 0, ((p.height - 1) << 5) - 1);
    const auto* at = p.base + static_cast<std::ptrdiff_t>(v >> 5) * p.line + (u >> 5);
    const auto fx = static_cast<Word>(u & 31), fy = static_cast<Word>(v & 31);
    const auto along = [fx](const std::uint8_t* two) { return across<Word>(two[0], two[1], fx); };
    return static_cast<std::uint8_t>(down(along(at), along(at + p.line), fy));
}

} // namespace

void movedRow(const PlaneView& p, const RowFlow& flow, float by, int row, Run run, std::uint8_t* out) {
    for (int block = run.from / kGoTogether; block * kGoTogether < run.to; ++block) {
        const auto i = static_cast<std::size_t>(block);
        const int first = block * kGoTogether, from = std::max(first, run.from),
                  to = std::min(first + kGoTogether, run.to);
        const int u = (first << 5) + static_cast<int>(by * flow.x[i]),
                  v = (row << 5) + static_cast<int>(by * flow.y[i]);
        const bool inside = u >= 0 && v >= 0 && (u >> 5) + kGoTogether < p.width && (v >> 5) + 1 < p.height;
        if (inside && to - from == kGoTogether) {
            const auto* above = p.base + static_cast<std::ptrdiff_t>(v >> 5) * p.line + (u >> 5);
            const auto along = [fx = static_cast<Word>(u & 31)](const std::uint8_t* eight) {
                return across(eightAt(eight), eightAt(eight + 1), fx);
            };
            const auto seen = __builtin_convertvector(
                down(along(above), along(above + p.line), static_cast<Word>(v & 31)), EightBytes);
            std::memcpy(out + first, &seen, sizeof seen);
        } else
            for (int x = from; x < to; ++x) out[x] = heldInside(p, u + ((x - first) << 5), v);
    }
}

} // namespace hl
