// SPDX-License-Identifier: GPL-3.0-or-later
// Values that stand in the words by their names, `{brake peak}`, and follow the lap when it is measured again. A new
// one is one line in live_values.cpp.
#pragma once
#include "core/guide/guide.h"

#include <span>

namespace hl {

/// What a value is told from. `corner` and `facts` may be null.
struct LiveContext {
    const Guide& guide;
    const GuideCorner* corner = nullptr;
    const CornerFacts* facts = nullptr;
};

struct LiveValue {
    std::string_view name;                    ///< as it is typed between braces
    std::string_view says;                    ///< what it is, for a list to choose from, in English
    std::string (*words)(const LiveContext&); ///< as it is spoken; empty: this lap does not tell
};
std::span<const LiveValue> liveValues();
/// By its name, whatever its case and blanks; null: there is none.
const LiveValue* liveValueNamed(std::string_view name);

/// A value that was put in: bytes [from, to) of the text stand for [sourceFrom, sourceTo) of what was written.
struct LiveSpan {
    std::size_t from = 0, to = 0, sourceFrom = 0, sourceTo = 0;
    bool known = true; ///< false: the text has an ellipsis there, for no such value or none on this lap
};

struct LiveText {
    std::string text;
    std::vector<LiveSpan> spans; ///< ascending
    /// The byte of what was written for one of the text; of a value, where it begins (or, for an end, ends).
    std::size_t source(std::size_t byte, bool end = false) const;
};
LiveText withLiveValues(const std::string& words, const LiveContext& context);

/// The guide as it is said: every value in words, cues and captions put in. Ids stay.
Guide asSaid(Guide guide, const MeasuredCorners& measured);
/// Of one beat.
LiveText asSaid(const Guide& guide, const MeasuredCorners& measured, BeatId beat);

} // namespace hl
