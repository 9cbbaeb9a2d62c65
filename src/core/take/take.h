// SPDX-License-Identifier: GPL-3.0-or-later
// What a person spoke for a beat: a span of a sound file that is never changed, laid on the words it was spoken to.
#pragma once
#include <string>
#include <vector>

namespace hl {

/// A word of the take's text and when it is spoken, seconds of the file.
struct TakeWord {
    std::size_t from = 0; ///< byte of the text
    double startS = 0, endS = 0;
    friend bool operator==(const TakeWord&, const TakeWord&) = default;
};

/// Where the voice left the text. Bytes [from, to) of the text were not said, or `heard` was said instead of them;
/// from == to: it was added there. Seconds of the file.
struct TakeSlip {
    std::size_t from = 0, to = 0;
    std::string heard;
    double startS = 0, endS = 0;
    friend bool operator==(const TakeSlip&, const TakeSlip&) = default;
};

/// Seconds of the file that are not heard.
struct CutOut {
    double fromS = 0, toS = 0;
    friend bool operator==(const CutOut&, const CutOut&) = default;
};

struct Take {
    std::string file; ///< relative to the guide folder
    double fromS = 0, toS = 0;
    std::string text; ///< that it was laid on; the beat's words may have moved on since
    std::vector<TakeWord> words;
    std::vector<TakeSlip> slips;
    std::vector<CutOut> cuts; ///< ascending, not over each other, within [fromS, toS]
    double longestPauseS = 0; ///< longer ones are shortened to it; 0: as they were spoken
    std::string more = {};
    friend bool operator==(const Take&, const Take&) = default;
};

/// How many takes of a beat are kept; the first is the one that is heard.
inline constexpr std::size_t kTakesKept = 3;

} // namespace hl
