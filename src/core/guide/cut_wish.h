// SPDX-License-Identifier: GPL-3.0-or-later
// How a guide is to be cut, apart from the order of its sections.
#pragma once
#include <optional>
#include <string>
#include <string_view>

namespace hl {

/// How a point is shown: the picture is slowed, or it stands and is drawn on, or runs at full speed with a cue.
enum class Way { Slow, Stand, Full };
inline constexpr Way kShowingWays[] = {Way::Slow, Way::Stand, Way::Full};
std::string_view key(Way w); ///< "slow", "stand", "full"
std::optional<Way> wayOf(std::string_view key);

struct CutWish {
    std::string format; ///< the key of the format it was made from; empty: one of its own
    Way way = Way::Slow;
    double fastest = 1;         ///< of a picture with words: 1, or 0.5 for a talk-over at half speed
    bool skipKinks = false;     ///< corners driven without easing off get no sections
    bool lapCues = false;       ///< the cues of the corners are called in the whole lap
    bool complexesAsOne = true; ///< corners that are driven as one are explained as one
    double budgetS = 0;         ///< the guide is to be shorter; 0: as long as it gets
    std::string more = {};
    friend bool operator==(const CutWish&, const CutWish&) = default;
};

} // namespace hl
