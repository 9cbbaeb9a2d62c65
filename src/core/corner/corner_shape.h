// SPDX-License-Identifier: GPL-3.0-or-later
// What a corner is as a stretch of road. Measured on a lap or set by hand; the only place where these fields stand.
#pragma once
#include <string>
#include <string_view>
#include <vector>

namespace hl {

enum class Side { Left, Right };
inline std::string_view name(Side s) { return s == Side::Left ? "left" : "right"; }

/// From the approach to the next approach. Places are metres from the timing line; `startM` may be negative when the
/// first corner's preparation lies before the line.
struct CornerShape {
    Side side = Side::Left;
    std::string kind = "bend"; ///< "hairpin", "double apex", "tightening", "opening", "sweeper", "bend", "kink"
    int complex = 0;           ///< shared by neighbours driven as one; 0 when alone
    std::string complexKind;   ///< "chicane", "esses", "linked"; empty when alone
    bool flat = false;         ///< driven without easing off
    double startM = 0, turnInM = 0, apexM = 0, endM = 0;
    std::vector<double> apexesM; ///< every clipping point; more than one in a double apex
    double angleRad = 0;         ///< change of heading, positive
    double minRadiusM = 0;       ///< of the driven line
    friend bool operator==(const CornerShape&, const CornerShape&) = default;
};

/// Whether facts measured in one also hold for the other: bounds and side are the same.
inline bool sameStretch(const CornerShape& a, const CornerShape& b) {
    return a.side == b.side && a.startM == b.startM && a.turnInM == b.turnInM && a.apexM == b.apexM && a.endM == b.endM;
}

} // namespace hl
