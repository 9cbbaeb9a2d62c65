// SPDX-License-Identifier: GPL-3.0-or-later
// Gears and percentages in free text, in figures and in words.
#include "core/check/check.h"

#include <algorithm>
#include <cctype>
#include <map>

namespace hl {
namespace {

struct Token {
    std::string word; // lower case
    std::size_t at = 0;
};

std::vector<Token> tokens(const std::string& text) {
    std::vector<Token> out;
    for (std::size_t i = 0; i < text.size();) {
        const auto c = static_cast<unsigned char>(text[i]);
        if (std::isalnum(c)) {
            Token t{{}, i};
            while (i < text.size() &&
                   (std::isalnum(static_cast<unsigned char>(text[i])) ||
                    (text[i] == '.' && i + 1 < text.size() && std::isdigit(static_cast<unsigned char>(text[i + 1])))))
                t.word += static_cast<char>(std::tolower(static_cast<unsigned char>(text[i++])));
            out.push_back(std::move(t));
        } else {
            if (c == '%' || c == '.' || c == ';' || c == '!' || c == '?') out.push_back({std::string(1, text[i]), i});
            ++i;
        }
    }
    return out;
}

int smallNumber(const std::string& w) {
    static const std::map<std::string, int> words = {
        {"one", 1},       {"two", 2},       {"three", 3},    {"four", 4},     {"five", 5},       {"six", 6},
        {"seven", 7},     {"eight", 8},     {"nine", 9},     {"ten", 10},     {"eleven", 11},    {"twelve", 12},
        {"thirteen", 13}, {"fourteen", 14}, {"fifteen", 15}, {"sixteen", 16}, {"seventeen", 17}, {"eighteen", 18},
        {"nineteen", 19}, {"twenty", 20},   {"thirty", 30},  {"forty", 40},   {"fifty", 50},     {"sixty", 60},
        {"seventy", 70},  {"eighty", 80},   {"ninety", 90},  {"hundred", 100}};
    const auto it = words.find(w);
    return it == words.end() ? -1 : it->second;
}

int ordinalNumber(const std::string& w) {
    static const std::map<std::string, int> words = {
        {"first", 1}, {"1st", 1}, {"second", 2}, {"2nd", 2}, {"third", 3},   {"3rd", 3}, {"fourth", 4}, {"4th", 4},
        {"fifth", 5}, {"5th", 5}, {"sixth", 6},  {"6th", 6}, {"seventh", 7}, {"7th", 7}, {"eighth", 8}, {"8th", 8}};
    const auto it = words.find(w);
    return it == words.end() ? -1 : it->second;
}

bool isDigits(const std::string& w) {
    return !w.empty() && std::all_of(w.begin(), w.end(), [](unsigned char c) { return std::isdigit(c); });
}

std::string slice(const std::string& text, const Token& from, const Token& to) {
    return text.substr(from.at, to.at + to.word.size() - from.at);
}

bool isPercentWord(const std::vector<Token>& t, std::size_t i) {
    return i < t.size() && (t[i].word == "%" || t[i].word == "percent" || t[i].word == "pct" ||
                            (t[i].word == "per" && i + 1 < t.size() && t[i + 1].word == "cent"));
}

/// The sentence around token i: which pedal it names.
void nameThePedal(const std::vector<Token>& t, std::size_t i, PercentClaim& claim) {
    const auto ends = [](const Token& k) { return k.word == "." || k.word == ";" || k.word == "!" || k.word == "?"; };
    std::size_t a = i, b = i;
    while (a > 0 && !ends(t[a - 1])) --a;
    while (b + 1 < t.size() && !ends(t[b + 1])) ++b;
    std::size_t brakeAt = SIZE_MAX, throttleAt = SIZE_MAX;
    for (auto k = a; k <= b; ++k) {
        const auto far = k > i ? k - i : i - k;
        if (t[k].word.starts_with("brak") || t[k].word == "pedal") brakeAt = std::min(brakeAt, far);
        if (t[k].word == "power" || t[k].word == "throttle" || t[k].word == "gas" || t[k].word == "squeeze")
            throttleAt = std::min(throttleAt, far);
    }
    claim.brake = brakeAt < throttleAt, claim.throttle = throttleAt < brakeAt;
}

} // namespace

std::vector<GearClaim> gearsNamed(const std::string& text) {
    std::vector<GearClaim> found;
    const auto t = tokens(text);
    for (std::size_t i = 0; i < t.size(); ++i) {
        const bool gearNext = i + 1 < t.size() && t[i + 1].word == "gear";
        if (const int n = ordinalNumber(t[i].word); n > 0) {
            static const std::map<std::string, bool> into = {{"to", true},     {"into", true}, {"in", true},
                                                             {"select", true}, {"grab", true}, {"hold", true},
                                                             {"keep", true},   {"stay", true}, {"use", true}};
            // "down to third", but not "the third board" or "first power"
            const bool bare = i > 0 && into.contains(t[i - 1].word) &&
                              (i + 1 == t.size() || !std::isalpha(static_cast<unsigned char>(t[i + 1].word[0])) ||
                               t[i + 1].word == "and" || t[i + 1].word == "for" || t[i + 1].word == "here");
            if (gearNext)
                found.push_back({n, slice(text, t[i], t[i + 1])});
            else if (bare)
                found.push_back({n, slice(text, t[i - 1], t[i])});
        } else if (t[i].word == "gear" && i + 1 < t.size()) {
            const int n2 = isDigits(t[i + 1].word) && t[i + 1].word.size() == 1 ? t[i + 1].word[0] - '0'
                                                                                : smallNumber(t[i + 1].word);
            if (n2 > 0 && n2 <= 8 && !isPercentWord(t, i + 2)) found.push_back({n2, slice(text, t[i], t[i + 1])});
        }
    }
    return found;
}

std::vector<PercentClaim> percentsNamed(const std::string& text) {
    std::vector<PercentClaim> found;
    const auto t = tokens(text);
    for (std::size_t i = 0; i < t.size(); ++i) {
        if (!isPercentWord(t, i) || i == 0) continue;
        PercentClaim claim;
        std::size_t from = i - 1;
        if (std::isdigit(static_cast<unsigned char>(t[from].word[0])))
            claim.percent = std::atof(t[from].word.c_str());
        else {
            const int unit = smallNumber(t[from].word);
            if (unit < 0) continue;
            claim.percent = unit;
            if (unit < 10 && from > 0 && smallNumber(t[from - 1].word) >= 20 && smallNumber(t[from - 1].word) < 100)
                claim.percent += smallNumber(t[--from].word);
            if (unit == 100 && from > 0 && (t[from - 1].word == "a" || t[from - 1].word == "one")) --from;
        }
        claim.text = slice(text, t[from], t[t[i].word == "per" ? i + 1 : i]);
        nameThePedal(t, from, claim);
        found.push_back(std::move(claim));
    }
    return found;
}

} // namespace hl
