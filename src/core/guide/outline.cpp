// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/guide/outline.h"

#include <algorithm>
#include <array>

namespace hl {
namespace {
constexpr std::array<std::string_view, 6> kNames = {"card", "conditions", "set-up", "lap", "walk-through", "run"};
}

std::string_view name(SectionKind k) { return kNames.at(static_cast<std::size_t>(k)); }

std::optional<SectionKind> sectionKindOf(std::string_view text) {
    for (std::size_t i = 0; i < kNames.size(); ++i)
        if (kNames[i] == text) return static_cast<SectionKind>(i);
    return std::nullopt;
}

bool ofOneCorner(SectionKind k) { return k == SectionKind::WalkThrough || k == SectionKind::Run; }

Outline usualOutline(bool wholeLapFirst) {
    Outline o{{false, {SectionKind::Card, SectionKind::Conditions}},
              {true, {SectionKind::WalkThrough, SectionKind::Run}},
              {false, {SectionKind::Conditions}}};
    if (wholeLapFirst) o.front().sections.push_back(SectionKind::Lap);
    return o;
}

bool has(const Outline& outline, SectionKind kind) {
    return std::any_of(outline.begin(), outline.end(), [kind](const OutlinePart& p) {
        return std::find(p.sections.begin(), p.sections.end(), kind) != p.sections.end();
    });
}

} // namespace hl
