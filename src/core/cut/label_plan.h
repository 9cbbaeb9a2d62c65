// SPDX-License-Identifier: GPL-3.0-or-later
// Where the words beside the marks stand, planned over the whole guide: a label stays where it is for as long as it
// shows, so that it can be read.
#pragma once
#include "core/cut/compose.h"

#include <functional>

namespace hl {

struct PlacedLabel {
    MarkerId marker;
    GuideTime from{}, to{};
    LabelBox box; ///< px of the 1280x720 frame
};

struct LabelPlan {
    std::vector<PlacedLabel> labels; ///< by their beginning
};

struct LabelRules {
    std::size_t most = 2;                    ///< at once
    double leastS = 0.9, perLetterS = 0.045; ///< a label shorter than this cannot be read and is left out
    double height = 38;
    double windowWidth = kLensWidthPx + 12, windowHeight = kLensHeightPx + 50;
    std::vector<LabelBox> keptFree = {}; ///< gauges and parts of the film to be kept clear; filled by the planner
    double stepS = 0.1;                  ///< between the moments that are looked at
    double least(const std::string& words) const { return leastS + perLetterS * static_cast<double>(words.size()); }
};

/// `widthOf`: px that a label's words need, with room around. No two labels overlap, cross their lines or stand on
/// each other's at any moment that is looked at; none stands over the mark it names, the corner's tag or the band along
/// the bottom. Empty once `wanted` says that nobody waits for it any more.
LabelPlan plannedLabels(
    const Stage& stage, const Cut& cut, const std::function<double(const std::string&)>& widthOf, LabelRules rules = {},
    const std::function<bool()>& wanted = [] { return true; });

/// A mark's words with the most metres that may be counted behind them: what needs room.
std::string widestWords(const MarkOnScreen& mark);

/// Where that mark's words stand; none when it has none at that moment.
std::optional<LabelBox> boxAt(const LabelPlan& plan, MarkerId marker, GuideTime t);

/// Where the line from a label to its mark ends on the label.
Vec2 lineEnd(const LabelBox& box, Vec2 anchor);

} // namespace hl
