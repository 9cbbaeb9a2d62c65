// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/guide/cut_wish.h"

#include <array>

namespace hl {
namespace {
constexpr std::array<std::string_view, 3> kKeys = {"slow", "stand", "full"};
}

std::string_view key(Way w) { return kKeys.at(static_cast<std::size_t>(w)); }

std::optional<Way> wayOf(std::string_view text) {
    for (std::size_t i = 0; i < kKeys.size(); ++i)
        if (kKeys[i] == text) return static_cast<Way>(i);
    return std::nullopt;
}

} // namespace hl
