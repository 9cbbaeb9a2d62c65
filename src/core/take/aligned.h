// SPDX-License-Identifier: GPL-3.0-or-later
// A take laid on its script: when each token is spoken, and what was said differently.
#pragma once
#include <string>
#include <string_view>
#include <vector>

namespace hl {

/// Seconds from the take's first sample.
struct HeardWord {
    std::string word;
    double startS = 0, endS = 0;
};

struct AlignedToken {
    std::size_t token = 0; ///< of the script
    double startS = 0, endS = 0;
    bool sure = true; ///< heard as it is written, without being told what to hear
};

struct Pause {
    double startS = 0, endS = 0;
};

enum class DifferenceKind { Missing, Changed, Added };
constexpr std::string_view name(DifferenceKind k) {
    return k == DifferenceKind::Missing ? "missing" : k == DifferenceKind::Changed ? "changed" : "added";
}

/// Tokens [tokenFrom, tokenTo) of the script were not said, or something else instead; added words stand before
/// `tokenFrom`, which then equals `tokenTo`. Missing ones have the time at which they should have come.
struct Difference {
    DifferenceKind kind = DifferenceKind::Missing;
    std::size_t tokenFrom = 0, tokenTo = 0;
    std::string script, heard; ///< heard: as far as it can be told
    double startS = 0, endS = 0;
};

struct Level {
    double peakDbfs = 0;   ///< of the samples
    double speechLufs = 0; ///< integrated, EBU R 128; -70 where nothing was said
    double noiseDbfs = 0;  ///< rms of the quietest tenth
    bool clipped = false;
};

struct Alignment {
    double durationS = 0;
    std::vector<AlignedToken> words; ///< ascending; tokens that were not said are not there
    std::vector<Pause> pauses;
    std::vector<Difference> differences; ///< ascending
    Level level;
};

} // namespace hl
