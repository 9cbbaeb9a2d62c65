// SPDX-License-Identifier: GPL-3.0-or-later
// Small questions about plain text that rules ask.
#include "core/claims/rules.h"

#include <algorithm>
#include <charconv>

namespace hl {
namespace {

constexpr std::string_view kOrdinals[] = {"first", "second", "third", "fourth", "fifth", "sixth", "seventh", "eighth"};

} // namespace

std::span<const std::string_view> ordinalWords() { return kOrdinals; }

std::optional<int> ordinalOf(std::string_view word) {
    for (std::size_t i = 0; i < std::size(kOrdinals); ++i)
        if (kOrdinals[i] == word) return static_cast<int>(i) + 1;
    return std::nullopt;
}

std::optional<double> figureOf(std::string_view text) {
    if (text == "one" || text == "a" || text == "an") return 1;
    double v = 0;
    const auto read = std::from_chars(text.data(), text.data() + text.size(), v);
    return read.ec == std::errc() ? std::optional(v) : std::nullopt;
}

bool oneOf(std::string_view word, std::span<const std::string_view> words) {
    return std::find(words.begin(), words.end(), word) != words.end();
}

bool hasWord(std::string_view text, std::initializer_list<std::string_view> words) {
    for (std::size_t at = 0; at < text.size();) { // where words begin
        for (const auto w : words) {
            const auto end = at + w.size();
            if (text[at] == w[0] && end <= text.size() && (end == text.size() || text[end] == ' ') &&
                text.substr(at, w.size()) == w)
                return true;
        }
        while (at < text.size() && text[at] != ' ') ++at;
        ++at;
    }
    return false;
}

std::string_view lastWords(std::string_view text, std::size_t count) {
    auto end = text.size();
    while (end > 0 && text[end - 1] == ' ') --end;
    auto at = end;
    while (at > 0 && count > 0) {
        --at;
        if (text[at] == ' ' && --count == 0) return text.substr(at + 1);
    }
    return text.substr(at);
}

std::string_view firstWord(std::string_view text) {
    const auto from = text.find_first_not_of(' ');
    if (from == text.npos) return {};
    return text.substr(from, text.find(' ', from) - from);
}

} // namespace hl
