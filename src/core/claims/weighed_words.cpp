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
    double nothing = 0, other = 0, advises = 0;
};
struct Weights {
    std::unordered_map<std::string_view, std::size_t> places;
    std::vector<Weight> of;
};

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
        const auto one = line.find('\t'), two = line.find('\t', one + 1), three = line.find('\t', two + 1);
        if (one == line.npos || two == line.npos || three == line.npos) continue;
        int nothing = 0, other = 0, advises = 0;
        std::from_chars(line.data() + one + 1, line.data() + two, nothing);
        std::from_chars(line.data() + two + 1, line.data() + three, other);
        std::from_chars(line.data() + three + 1, line.data() + line.size(), advises);
        out.places[line.substr(0, one)] = out.of.size();
        out.of.push_back({nothing / 100.0, other / 100.0, advises / 100.0});
    }
    return out;
}

const Weights& learned() {
    static const auto kWeights = weightsOf(kLearnedWords);
    return kWeights;
}

std::string_view kindOf(std::string_view word) {
    if (word[0] >= '0' && word[0] <= '9') return "(figure)";
    if (word == "one" || word == "half" || word == "quarter" || word == "quarters") return "(figure)";
    return ordinalOf(word) ? "(ordinal)" : word;
}

/// Calls `f` for each piece of a sentence's words; some come twice.
template <class Known, class F> void eachPiece(const std::vector<std::string_view>& words, Known known, F f) {
    std::string piece;
    const auto both = [&](std::string_view a, std::string_view b) {
        piece.assign(a).append(" ").append(b);
        f(std::string_view(piece));
    };
    std::string_view last = "(begin)";
    int unheard = 0;
    for (const auto word : words) {
        const bool isWord = std::isalpha(static_cast<unsigned char>(word[0])) != 0;
        if (isWord && unheard < kMostUnheard && !known(word))
            f(std::string_view("(unheard " + std::to_string(++unheard) + ")")); // each of them counts
        both(last, word);
        f(word);
        last = word;
    }
    both(last, "(end)");
    for (const auto& who : doersIn(words)) {
        const auto one = "(who) " + who;
        f(known(one) ? std::string_view(one) : std::string_view("(who) (somebody)"));
    }
}

} // namespace

WordScales::WordScales(const ClaimFacts& facts) {
    std::vector<std::string_view> kinds;
    const auto add = [&](std::string_view name, std::string_view kind) {
        if (auto plain = plainName(name); !plain.empty()) names_.push_back(std::move(plain)), kinds.push_back(kind);
    };
    for (const auto& c : facts.corners) {
        for (const auto& r : c.references) add(r.name, "(thing)");
        add(c.name, "(corner)");
    }
    std::vector<Meaning> meanings;
    for (std::size_t i = 0; i < names_.size(); ++i) meanings.push_back({kinds[i], names_[i]});
    kinds_.emplace(meanings);
}

std::vector<std::string_view> WordScales::wordsOf(std::string_view sentence) const {
    struct Named {
        Stretch at;
        std::string_view kind;
    };
    std::vector<Named> named; // apart; of those that begin together the longest, "the end of the exit kerb"
    kinds_->eachIn(sentence, {0, sentence.size()}, [&](std::string_view kind, Stretch at) {
        if (named.empty() || at.from >= named.back().at.to)
            named.push_back({at, kind});
        else if (at.from == named.back().at.from && at.to > named.back().at.to)
            named.back() = {at, kind};
    });
    std::vector<std::string_view> out;
    auto name = named.begin();
    for (std::size_t at = 0; at < sentence.size();) {
        const auto from = sentence.find_first_not_of(" \n", at);
        if (from == sentence.npos) break;
        if (name != named.end() && name->at.from == from) {
            out.push_back(name->kind), at = name->at.to, ++name;
            continue;
        }
        at = std::min(sentence.find_first_of(" \n", from), sentence.size());
        out.push_back(kindOf(sentence.substr(from, at - from)));
    }
    return out;
}

std::vector<std::string> WordScales::pieces(std::string_view sentence,
                                            const std::function<bool(const std::string&)>& known) const {
    std::vector<std::string> out;
    eachPiece(
        wordsOf(sentence), [&](std::string_view word) { return known(std::string(word)); },
        [&](std::string_view piece) { out.emplace_back(piece); });
    std::sort(out.begin(), out.end());
    out.erase(std::unique(out.begin(), out.end()), out.end());
    return out;
}

SentenceSense WordScales::weigh(std::string_view sentence) const {
    const auto& weights = learned();
    const auto always = weights.places.find(kAlways);
    constexpr double kNever = -std::numeric_limits<double>::infinity();
    if (always == weights.places.end()) return {kNever, kNever, kNever};
    std::vector<std::size_t> found{always->second};
    eachPiece(
        wordsOf(sentence), [&](std::string_view word) { return weights.places.find(word) != weights.places.end(); },
        [&](std::string_view piece) {
            if (const auto w = weights.places.find(piece); w != weights.places.end()) found.push_back(w->second);
        });
    std::sort(found.begin(), found.end());
    found.erase(std::unique(found.begin(), found.end()), found.end());
    SentenceSense out{0, 0, 0};
    for (const auto place : found) {
        const auto& w = weights.of[place];
        out.tellsNothing += w.nothing, out.otherCase += w.other, out.advises += w.advises;
    }
    return out;
}

} // namespace hl
