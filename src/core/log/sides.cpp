// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/log/sides.h"

#include <algorithm>
#include <array>

namespace hl {

std::string_view key(Sides s) {
    constexpr std::array<std::string_view, 5> keys = {"guessed", "track", "film", "said", "measured"};
    return keys[static_cast<std::size_t>(s)];
}

std::optional<Sides> sidesOf(std::string_view word) {
    const auto* s = std::find_if(std::begin(kSides), std::end(kSides), [&](Sides x) { return key(x) == word; });
    return s == std::end(kSides) ? std::nullopt : std::optional(*s);
}

} // namespace hl
