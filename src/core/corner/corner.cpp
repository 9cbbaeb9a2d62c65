// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/corner/corner.h"

#include <algorithm>

namespace hl {

std::string complexLabel(const std::vector<Corner>& corners, CornerId id) {
    const auto own = std::find_if(corners.begin(), corners.end(), [&](const Corner& c) { return c.id == id; });
    if (own == corners.end() || own->complex == 0) return {};
    const auto together = [&](const Corner& c) { return c.complex == own->complex; };
    auto first = own, last = own;
    while (first != corners.begin() && together(*(first - 1))) --first;
    while (last + 1 != corners.end() && together(*(last + 1))) ++last;
    return first == last ? std::string() : std::to_string(first->number) + "-" + std::to_string(last->number);
}

std::optional<std::size_t> MeasuredCorners::indexOf(CornerId id) const {
    for (std::size_t i = 0; i < corners.size() && i < facts.size(); ++i)
        if (corners[i].id == id) return i;
    return std::nullopt;
}

const CornerFacts* MeasuredCorners::of(const Corner& corner) const {
    const auto i = indexOf(corner.id);
    return i && sameStretch(corners[*i], corner) ? &facts[*i] : nullptr;
}

} // namespace hl
