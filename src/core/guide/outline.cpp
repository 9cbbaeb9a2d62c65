// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/guide/outline.h"

#include <algorithm>
#include <array>

namespace hl {
namespace {
constexpr std::array<std::string_view, 14> kNames = {"card",   "conditions", "set-up",   "lap",      "walk-through",
                                                     "run",    "detail",     "above",    "recap",    "close",
                                                     "faults", "outside",    "two-laps", "other-lap"};
constexpr std::array<std::string_view, 3> kWhich = {"all", "key", "others"};
} // namespace

std::string_view name(SectionKind k) { return kNames.at(static_cast<std::size_t>(k)); }

std::optional<SectionKind> sectionKindOf(std::string_view text) {
    for (std::size_t i = 0; i < kNames.size(); ++i)
        if (kNames[i] == text) return static_cast<SectionKind>(i);
    return std::nullopt;
}

bool ofOneCorner(SectionKind k) {
    switch (k) {
    case SectionKind::WalkThrough:
    case SectionKind::Run:
    case SectionKind::Detail:
    case SectionKind::Above:
    case SectionKind::Faults:
    case SectionKind::Outside:
    case SectionKind::TwoLaps: return true;
    default: return false;
    }
}

bool ofTheLap(SectionKind k) { return !ofOneCorner(k) || k == SectionKind::Outside || k == SectionKind::TwoLaps; }

std::string_view key(Which w) { return kWhich.at(static_cast<std::size_t>(w)); }

std::optional<Which> whichOf(std::string_view text) {
    for (std::size_t i = 0; i < kWhich.size(); ++i)
        if (kWhich[i] == text) return static_cast<Which>(i);
    return std::nullopt;
}

Outline usualOutline(bool wholeLapFirst) {
    Outline o{{false, {SectionKind::Card, SectionKind::Conditions}},
              {true, {SectionKind::WalkThrough, SectionKind::Run}},
              {false, {SectionKind::Conditions}}};
    if (wholeLapFirst) o.front().sections.push_back(SectionKind::Lap);
    return o;
}

namespace {
/// In a part of that kind, behind what comes before it; a part of its own at the end where none is right.
void insertBehind(Outline& outline, bool eachCorner, SectionKind kind, SectionKind behind) {
    for (auto part = outline.rbegin(); part != outline.rend(); ++part) {
        if (part->eachCorner != eachCorner) continue;
        auto& s = part->sections;
        const auto at = std::find(s.begin(), s.end(), behind);
        s.insert(at == s.end() ? at : at + 1, kind);
        return;
    }
    outline.push_back({eachCorner, {kind}});
}
} // namespace

Outline withSectionOf(Outline o, SectionKind kind) {
    if (has(o, kind)) return o;
    switch (kind) {
    case SectionKind::Detail: insertBehind(o, true, kind, SectionKind::WalkThrough); break;
    case SectionKind::Above: insertBehind(o, true, kind, SectionKind::Run); break;
    case SectionKind::Faults: insertBehind(o, true, kind, SectionKind::WalkThrough); break;
    case SectionKind::WalkThrough:
    case SectionKind::Outside:
    case SectionKind::TwoLaps:
    case SectionKind::Run: insertBehind(o, true, kind, kind); break;
    case SectionKind::Card: o.insert(o.begin(), OutlinePart{false, {kind}}); break;
    case SectionKind::OtherLap:
    case SectionKind::Recap: {
        auto at = std::find_if(o.rbegin(), o.rend(), [](const OutlinePart& p) { return p.eachCorner; }).base();
        o.insert(at, OutlinePart{false, {kind}});
        break;
    }
    default:
        if (o.empty() || o.back().eachCorner) o.push_back({});
        o.back().sections.push_back(kind);
    }
    return o;
}

bool has(const Outline& outline, SectionKind kind) {
    return std::any_of(outline.begin(), outline.end(), [kind](const OutlinePart& p) {
        return std::find(p.sections.begin(), p.sections.end(), kind) != p.sections.end();
    });
}

} // namespace hl
