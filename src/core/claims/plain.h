// SPDX-License-Identifier: GPL-3.0-or-later
// A text as rules read it: small letters, one blank between words and signs, numbers in figures however they were
// written or spoken ("a hundred and thirty", "one eighty-three", "four point four", "1:11.6").
#pragma once
#include <cstdint>
#include <string>
#include <string_view>
#include <vector>

namespace hl {

struct PlainWords {
    std::string text;                ///< begins and ends with a blank
    std::vector<std::uint32_t> from; ///< by byte: code point of the source where what stands there begins
    std::vector<std::uint32_t> to;   ///< by byte: code point at which it ends
};

/// Any bytes at all; what is no UTF-8 counts one code point a byte.
PlainWords plainText(std::string_view source);

/// Half-open byte ranges of sentences: up to `.`, `!`, `?`, `;` or a new line.
struct PlainSentence {
    std::size_t from = 0, to = 0;
    bool question = false;
};
std::vector<PlainSentence> sentencesOf(const PlainWords& plain);

/// A name as it stands in plain text, without the blanks around it; empty where no word is left of it.
std::string plainName(std::string_view name);

} // namespace hl
