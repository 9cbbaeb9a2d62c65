// SPDX-License-Identifier: GPL-3.0-or-later
// What a guide may be besides the one of the day it was driven on: of another day or another car, and for whom.
#pragma once
#include "core/guide/conditions.h"

#include <string>
#include <string_view>
#include <vector>

namespace hl {

/// For whom an edition is: one look and few numbers, or every pedal.
enum class Depth { Basic, Advanced };
inline constexpr Depth kDepths[] = {Depth::Basic, Depth::Advanced};
std::string_view key(Depth d); ///< "basic", "advanced"
std::optional<Depth> depthOf(std::string_view key);

/// Another day or another car. What it says stands in place of what the guide says; the rest stays.
struct Variant {
    std::string key;  ///< stable word for files: "wet"
    std::string name; ///< for people
    Conditions conditions = {};
    std::string car = {}; ///< empty: the guide's
    std::string more = {};
    friend bool operator==(const Variant&, const Variant&) = default;
};

/// Those every guide has: dry, wet, cold tyres, race fuel, at night.
const std::vector<Variant>& usualVariants();

/// Which of a guide's editions is made.
struct Edition {
    std::string variant; ///< empty: the day and the car as the lap was driven
    Depth depth = Depth::Advanced;
    friend bool operator==(const Edition&, const Edition&) = default;
};

/// Where it belongs: to every edition, or to those of one variant, of one depth.
struct OnlyIn {
    std::string variant = {};        ///< empty: every one
    std::optional<Depth> depth = {}; ///< none: every one
    bool any() const { return !variant.empty() || depth; }
    friend bool operator==(const OnlyIn&, const OnlyIn&) = default;
};

} // namespace hl
