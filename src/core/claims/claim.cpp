// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/claim.h"

#include <array>

namespace hl {
namespace {
constexpr std::array<std::string_view, 14> kKinds = {"gear",        "brake_pct", "throttle_pct", "speed",  "distance",
                                                     "metres",      "flat",      "apex",         "kerb",   "direction",
                                                     "brake_shape", "power",     "time",         "compare"};
constexpr std::array<std::string_view, 5> kStances = {"driven", "advised", "negated", "hedged", "other"};
constexpr std::array<std::string_view, 3> kVerdicts = {"agrees", "differs", "unknown"};
} // namespace

std::string_view key(ClaimKind k) { return kKinds.at(static_cast<std::size_t>(k)); }
std::string_view key(Stance s) { return kStances.at(static_cast<std::size_t>(s)); }
std::string_view key(Verdict v) { return kVerdicts.at(static_cast<std::size_t>(v)); }

} // namespace hl
