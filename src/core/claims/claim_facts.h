// SPDX-License-Identifier: GPL-3.0-or-later
// What claims are held against: of every corner what one lap shows, and what people are told to do.
#pragma once
#include "core/guide/guide.h"

#include <map>

namespace hl {

/// Facts or advice of one corner. What is not there is not known.
struct ClaimSide {
    std::map<std::string, double> numbers;     ///< by the keys of files: "brake_onset_m", "min_speed_kmh", "min_gear"
    std::map<std::string, double> uncertainty; ///< half-widths under the same keys
    std::map<std::string, std::string> why;    ///< why something is not known
    std::vector<Shift> shifts;
    std::optional<std::vector<Lift>> lifts;   ///< low in percent
    std::optional<std::vector<Lift>> held;    ///< levels at which the brake is held; low in percent
    std::map<std::string, std::string> kerbs; ///< "left" or "right": none, touch, half, full
    std::string apexKind, brakeShape;
    std::optional<bool> doubleApex, flat, brakes; ///< brakes: whether at all
    std::optional<double> number(const std::string& key) const {
        const auto it = numbers.find(key);
        return it == numbers.end() ? std::nullopt : std::optional(it->second);
    }
};

struct ClaimReference {
    std::string name, kind, side;
    double atM = 0;
};

struct ClaimCorner {
    int number = 0;
    std::string name, direction, kind;
    ClaimSide facts, advice;
    std::vector<ClaimReference> references;
};

struct ClaimFacts {
    std::vector<ClaimCorner> corners;
    std::optional<double> lapS, lengthM;
    std::map<int, double> toNextS; ///< from a corner to the next one, by its number
    const ClaimCorner* corner(int number) const;
};

/// The one corner that "the hairpin" is; none where there are several.
const ClaimCorner* onlyHairpin(const ClaimFacts& facts);

/// What the rows of advice, a list for each corner of `facts`, say as values. About 30 ms where they say anything.
void takeAdvice(ClaimFacts& facts, const std::vector<std::vector<Advice>>& rows);

/// Of a guide: what was measured, and the advice of the edition that is made, as far as it can be read.
ClaimFacts claimFactsOf(const Guide& guide, const MeasuredCorners& measured, double lapS, double lengthM);

} // namespace hl
