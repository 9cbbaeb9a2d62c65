// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/weighed_words.h"

#include "core/claims/plain.h"
#include "core/claims/rules.h"

#include <algorithm>
#include <cctype>
#include <charconv>
#include <limits>
#include <unordered_map>

namespace hl {

extern const std::string_view kLearnedWords; ///< en/learned_words.tsv

namespace {

struct Weight {
    double nothing = 0, other = 0;
};
using Weights = std::unordered_map<std::string_view, Weight>;

constexpr std::string_view kAlways = "(always)";
constexpr int kMostUnheard = 3; // of one sentence

/// Lines of words, and what they weigh for each question in hundredths of log-odds.
Weights weightsOf(std::string_view table) {
    Weights out;
    while (!table.empty()) {
        const auto end = std::min(table.find('\n'), table.size());
        const auto line = table.substr(0, end);
        table.remove_prefix(std::min(end + 1, table.size()));
        if (line.starts_with('#')) continue;
        const auto one = line.find('\t'), two = line.find('\t', one + 1);
        if (one == line.npos || two == line.npos) continue;
        int nothing = 0, other = 0;
        std::from_chars(line.data() + one + 1, line.data() + two, nothing);
        std::from_chars(line.data() + two + 1, line.data() + line.size(), other);
        out[line.substr(0, one)] = {nothing / 100.0, other / 100.0};
    }
    return out;
}

const Weights& learned() {
    static const auto kWeights = weightsOf(kLearnedWords);
    return kWeights;
}

std::string asPadded(std::string_view name) {
    auto s = plainText(name).text;
    return s.size() > 1 ? s : std::string();
}

std::string kindOf(std::string_view word) {
    if (!word.empty() && word[0] >= '0' && word[0] <= '9') return "(figure)";
    if (word == "one" || word == "half" || word == "quarter" || word == "quarters") return "(figure)";
    return ordinalOf(word) ? "(ordinal)" : std::string(word);
}

} // namespace

WordScales::WordScales(const ClaimFacts& facts) {
    for (const auto& c : facts.corners) {
        for (const auto& r : c.references) names_.emplace_back(asPadded(r.name), " (thing) ");
        names_.emplace_back(asPadded(c.name), " (corner) ");
    }
    std::erase_if(names_, [](const auto& n) { return n.first.empty(); });
    // "the end of the exit kerb" before "the exit kerb"
    std::stable_sort(names_.begin(), names_.end(),
                     [](const auto& a, const auto& b) { return a.first.size() > b.first.size(); });
}

std::vector<std::string> WordScales::wordsOf(std::string_view sentence) const {
    std::string text = " " + std::string(sentence) + " ";
    for (const auto& [name, kind] : names_)
        for (auto at = text.find(name); at != text.npos; at = text.find(name, at + 1))
            text.replace(at, name.size(), kind);
    std::vector<std::string> out;
    for (std::size_t at = 0; at < text.size();) {
        const auto from = text.find_first_not_of(" \n", at);
        if (from == text.npos) break;
        at = std::min(text.find_first_of(" \n", from), text.size());
        out.push_back(kindOf(std::string_view(text).substr(from, at - from)));
    }
    return out;
}

std::vector<std::string> WordScales::pieces(std::string_view sentence,
                                            const std::function<bool(const std::string&)>& known) const {
    const auto words = wordsOf(sentence);
    std::vector<std::string> out;
    out.reserve(2 * words.size() + kMostUnheard + 4);
    const std::string* last = nullptr;
    int unheard = 0;
    for (const auto& word : words) {
        const bool isWord = std::isalpha(static_cast<unsigned char>(word[0])) != 0;
        if (isWord && unheard < kMostUnheard && !known(word))
            out.push_back("(unheard " + std::to_string(++unheard) + ")"); // each of them counts
        out.push_back((last ? *last : "(begin)") + ' ' + word);
        out.push_back(word);
        last = &word;
    }
    out.push_back((last ? *last : "(begin)") + " (end)");
    for (const auto& who : doersIn(words)) {
        const auto piece = "(who) " + who;
        out.push_back(known(piece) ? piece : "(who) (somebody)");
    }
    std::sort(out.begin(), out.end());
    out.erase(std::unique(out.begin(), out.end()), out.end());
    return out;
}

SentenceSense WordScales::weigh(std::string_view sentence) const {
    const auto& weights = learned();
    const auto always = weights.find(kAlways);
    constexpr double kNever = -std::numeric_limits<double>::infinity();
    if (always == weights.end()) return {kNever, kNever};
    SentenceSense out{always->second.nothing, always->second.other};
    const auto known = [&](const std::string& piece) { return weights.find(piece) != weights.end(); };
    for (const auto& piece : pieces(sentence, known))
        if (const auto w = weights.find(piece); w != weights.end())
            out.tellsNothing += w->second.nothing, out.otherCase += w->second.other;
    return out;
}

} // namespace hl
