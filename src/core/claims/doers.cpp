// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/rules.h"
#include "core/claims/weighed_words.h"

namespace hl {
namespace {

/// What a doer begins with.
constexpr std::string_view kBegins[] = {
    "the",  "a",   "an",     "some",    "most",     "many",      "every",   "any",      "each",   "all",
    "both", "our", "my",     "his",     "her",      "your",      "their",   "those",    "these",  "that",
    "this", "no",  "anyone", "anybody", "everyone", "everybody", "someone", "somebody", "people", "nobody"};

/// What one does about a corner, or is.
constexpr std::string_view kDoes[] = {
    "brake",   "brakes", "braked", "turn",    "turns",   "turned", "lift",   "lifts",  "lifted",  "use",     "uses",
    "used",    "take",   "takes",  "took",    "go",      "goes",   "went",   "want",   "wants",   "wanted",  "like",
    "likes",   "need",   "needs",  "needed",  "stay",    "stays",  "stayed", "come",   "comes",   "came",    "run",
    "runs",    "ran",    "hit",    "hits",    "pull",    "pulls",  "pulled", "stop",   "stops",   "stopped", "do",
    "does",    "did",    "prefer", "prefers", "get",     "gets",   "got",    "hold",   "holds",   "held",    "carry",
    "carries", "is",     "are",    "was",     "were",    "has",    "have",   "had",    "can",     "will",    "would",
    "says",    "say",    "claims", "swear",   "swears",  "clip",   "clips",  "touch",  "touches", "keep",    "keeps",
    "kept",    "ease",   "eases",  "eased",   "slow",    "slows",  "slowed", "press",  "presses", "pressed", "brush",
    "brushed", "trail",  "trails", "trailed", "drives",  "drove",  "just",   "always", "never",   "could",   "might",
    "still",   "finds",  "found",  "picks",   "picked",  "dives",  "dived",  "rides",  "rode",    "leaves",  "left",
    "makes",   "made",   "apexes", "coasts",  "coasted", "shifts", "changes"};

/// Behind the noun, before what it does: "the man in the blue car".
constexpr std::string_view kAside[] = {"in",  "with",   "on",     "of",    "from", "at",
                                       "who", "behind", "before", "after", "that", "without"};

constexpr std::string_view kAnew[] = {",", ".", ";", ":", "and", "but", "so", "then", "because", "when", "if"};

/// The noun that begins at `at` and does something; empty: none does.
std::string doerFrom(const std::vector<std::string_view>& words, std::size_t at) {
    constexpr std::size_t kReach = 7; // words
    std::string_view noun;
    bool aside = false;
    for (auto i = at; i < std::min(words.size(), at + kReach); ++i) {
        const auto w = words[i];
        if (!noun.empty() && oneOf(w, kDoes)) return std::string(noun);
        if (oneOf(w, kDoes) || w == "," || w == "." || w == "i" || w == "you" || w == "we") return {};
        if (oneOf(w, kAside)) {
            if (noun.empty()) return {};
            aside = true;
        }
        if (!aside) noun = w;
    }
    return {};
}

} // namespace

std::set<std::string> doersIn(const std::vector<std::string_view>& words) {
    std::set<std::string> out;
    for (std::size_t i = 0; i < words.size(); ++i)
        if ((i == 0 || oneOf(words[i - 1], kAnew)) && oneOf(words[i], kBegins))
            if (auto noun = doerFrom(words, i); !noun.empty()) out.insert(std::move(noun));
    return out;
}

} // namespace hl
