// SPDX-License-Identifier: GPL-3.0-or-later
#include "media/mixed_rows.h"

#include <algorithm>

namespace hl {

void overlaid(const std::uint8_t* first, const std::uint8_t* second, int share, Run run, std::uint8_t* out) {
    const auto part = static_cast<std::uint16_t>(share), rest = static_cast<std::uint16_t>(256 - share);
    for (int x = run.from; x < run.to; ++x)
        out[x] = static_cast<std::uint8_t>((first[x] * rest + second[x] * part + 128) >> 8);
}

void apart(const std::uint8_t* first, const std::uint8_t* second, Run run, std::uint8_t* out) {
    for (int x = run.from; x < run.to; ++x) out[x] = std::max(first[x], second[x]) - std::min(first[x], second[x]);
}

void RowShares::of(const std::array<const std::uint8_t*, 3>& differs, Run run) {
    const auto width = static_cast<std::size_t>(run.to);
    if (first.size() < width) first.resize(width), second.resize(width);
    const auto [d0, d1, d2] = differs;
    auto *one = first.data(), *two = second.data();
    for (int x = run.from; x < run.to; ++x) {
        const auto squared = [](std::uint8_t d) {
            const float q = static_cast<float>(d) + 1;
            return q * q;
        };
        const float q0 = squared(d0[x]), q1 = squared(d1[x]), q2 = squared(d2[x]);
        const float all = 256 / (q1 * q2 + q0 * q2 + q0 * q1);
        one[x] = static_cast<std::uint16_t>(static_cast<int>(q1 * q2 * all));
        two[x] = static_cast<std::uint16_t>(static_cast<int>(q0 * q2 * all));
    }
}

void RowShares::twice(Run run, RowShares& out) const {
    const auto width = 2 * static_cast<std::size_t>(run.to);
    if (out.first.size() < width) out.first.resize(width), out.second.resize(width);
    for (auto x = static_cast<std::size_t>(run.from); x < static_cast<std::size_t>(run.to); ++x) {
        out.first[2 * x] = out.first[2 * x + 1] = first[x];
        out.second[2 * x] = out.second[2 * x + 1] = second[x];
    }
}

void mixedRow(const std::array<const std::uint8_t*, 3>& rows, const RowShares& shares, Run run, std::uint8_t* out) {
    const auto *a = rows[0], *b = rows[1], *c = rows[2];
    const auto *one = shares.first.data(), *two = shares.second.data();
    for (int x = run.from; x < run.to; ++x) {
        const auto rest = static_cast<std::uint16_t>(256 - one[x] - two[x]);
        out[x] = static_cast<std::uint8_t>(
            static_cast<std::uint16_t>(a[x] * one[x] + b[x] * two[x] + c[x] * rest + 128) >> 8);
    }
}

} // namespace hl
