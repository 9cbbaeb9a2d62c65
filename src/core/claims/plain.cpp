// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/plain.h"

#include <array>
#include <cctype>
#include <cmath>
#include <cstdio>
#include <optional>
#include <unordered_map>

namespace hl {
namespace {

/// A word or a sign of the source, in small letters.
struct Token {
    std::string word;
    std::size_t from = 0, to = 0; ///< code points
    bool glued = false;           ///< by a hyphen to the one before
};

bool isWordByte(unsigned char c) { return std::isalnum(c) != 0 || c >= 0x80; }

/// Signs that people's keyboards put in place of plain ones.
std::string_view plainSign(std::string_view s) {
    static constexpr std::pair<std::string_view, std::string_view> kSigns[] = {
        {"\u2019", "'"}, {"\u2018", "'"}, {"\u2013", "-"}, {"\u2011", "-"}, {"\u2010", "-"},
        {"\u2014", ","}, {"\u2026", "."}, {"\u00a0", " "}, {"\u2212", "-"}};
    for (const auto& [fancy, plain] : kSigns)
        if (s == fancy) return plain;
    return {};
}

std::size_t letterLength(std::string_view s, std::size_t i) {
    const auto c = static_cast<unsigned char>(s[i]);
    const std::size_t n = c < 0x80 ? 1 : c >= 0xF0 ? 4 : c >= 0xE0 ? 3 : c >= 0xC0 ? 2 : 1;
    if (i + n > s.size()) return 1;
    for (std::size_t k = 1; k < n; ++k)
        if ((static_cast<unsigned char>(s[i + k]) & 0xC0) != 0x80) return 1;
    return n;
}

bool threeDigits(std::string_view s) {
    const auto digit = [&](std::size_t i) {
        return i < s.size() && std::isdigit(static_cast<unsigned char>(s[i])) != 0;
    };
    return digit(0) && digit(1) && digit(2) && !digit(3);
}

std::size_t lastFigures(std::string_view word) {
    const auto other = word.find_last_not_of("0123456789");
    return other == word.npos ? word.size() : word.size() - other - 1;
}

/// Dots after which the sentence goes on: "fourth... no, second".
std::size_t trailingOff(std::string_view s, std::size_t i) {
    constexpr std::size_t kMost = 6; // dots, and blanks behind them: no text of dots or blanks alone takes long
    std::size_t dots = s.substr(i, 3) == "\u2026" ? 3 : 0;
    while (dots < kMost && i + dots < s.size() && s[i + dots] == '.') ++dots;
    if (dots < 3) return 0;
    const auto behind = s.substr(i + dots, kMost);
    const auto next = behind.find_first_not_of(' ');
    return next != behind.npos && std::islower(static_cast<unsigned char>(behind[next])) != 0 ? dots : 0;
}

std::vector<Token> tokensOf(std::string_view s) {
    std::vector<Token> out;
    std::size_t point = 0;
    bool open = false, hyphen = false;    // a word goes on; a hyphen stands before what comes
    constexpr std::size_t kUsualWord = 5; // bytes, with the blank
    out.reserve(s.size() / kUsualWord);
    for (std::size_t i = 0; i < s.size();) {
        if (open && s[i] >= 'a' && s[i] <= 'z' &&
            std::isdigit(static_cast<unsigned char>(out.back().word.back())) == 0) {
            out.back().word += s[i++]; // most of any text
            out.back().to = ++point;
            continue;
        }
        const auto n = letterLength(s, i);
        if (const auto dots = trailingOff(s, i); dots > 0) {
            const auto letters = n > 1 ? 1 : dots;
            out.push_back({",", point, point + letters, false});
            open = hyphen = false, i += dots, point += letters;
            continue;
        }
        std::string_view letter = s.substr(i, n);
        if (n > 1)
            if (const auto plain = plainSign(letter); !plain.empty()) letter = plain;
        const auto c = static_cast<unsigned char>(letter[0]);
        const bool digitNext = i + n < s.size() && std::isdigit(static_cast<unsigned char>(s[i + n])) != 0;
        const bool afterDigit = open && std::isdigit(static_cast<unsigned char>(out.back().word.back())) != 0;
        const bool inNumber = (c == '.' || c == ':') && afterDigit && digitNext;
        const bool thousands =
            c == ',' && afterDigit && threeDigits(s.substr(i + n)) && lastFigures(out.back().word) < 4;
        if (thousands) { // "3,410 metres"
            ++i, ++point;
            continue;
        }
        const bool inWord =
            c == '\'' && open && i + n < s.size() && std::isalpha(static_cast<unsigned char>(s[i + n])) != 0;
        const bool perHour = c == '/' && open && (out.back().word == "km" || out.back().word == "m");
        const auto tail = s.substr(i, 2);
        const bool ordinal = (tail == "st" || tail == "nd" || tail == "rd" || tail == "th") &&
                             (i + 2 >= s.size() || std::isalpha(static_cast<unsigned char>(s[i + 2])) == 0);
        const bool unitBehind = open && std::isalpha(c) != 0 && afterDigit && !ordinal; // "80kph", "50m"
        if ((isWordByte(c) || inNumber || inWord || perHour) && !unitBehind) {
            if (!open) out.push_back({{}, point, point, hyphen});
            for (const char k : letter)
                out.back().word += static_cast<char>(std::tolower(static_cast<unsigned char>(k)));
            open = true, hyphen = false;
            out.back().to = point + 1;
        } else if (unitBehind) {
            out.push_back({std::string(1, static_cast<char>(std::tolower(c))), point, point + 1, false});
        } else {
            hyphen = c == '-' && open;
            open = false;
            if (std::string_view(".,;:!?%\n()").find(static_cast<char>(c)) != std::string_view::npos)
                out.push_back({std::string(1, static_cast<char>(c)), point, point + 1, false});
        }
        i += n, ++point;
    }
    return out;
}

using Words = std::unordered_map<std::string_view, int>;

const Words& units() {
    static const Words kWords{{"zero", 0},      {"oh", 0},        {"nought", 0},   {"one", 1},      {"two", 2},
                              {"three", 3},     {"four", 4},      {"five", 5},     {"six", 6},      {"seven", 7},
                              {"eight", 8},     {"nine", 9},      {"ten", 10},     {"eleven", 11},  {"twelve", 12},
                              {"thirteen", 13}, {"fourteen", 14}, {"fifteen", 15}, {"sixteen", 16}, {"seventeen", 17},
                              {"eighteen", 18}, {"nineteen", 19}};
    return kWords;
}
const Words& tens() {
    static const Words kWords{{"twenty", 20}, {"thirty", 30},  {"forty", 40},  {"fourty", 40}, {"fifty", 50},
                              {"sixty", 60},  {"seventy", 70}, {"eighty", 80}, {"ninety", 90}};
    return kWords;
}
std::optional<int> in(const Words& words, const std::string& w) {
    const auto it = words.find(w);
    return it == words.end() ? std::nullopt : std::optional(it->second);
}

bool isFigure(const std::string& w) {
    return !w.empty() && std::isdigit(static_cast<unsigned char>(w[0])) != 0 && w.size() < 12 &&
           w.find_first_not_of("0123456789.") == std::string::npos;
}

/// Reads a number that begins at a token; how many tokens it takes, 0 for none.
class NumberReader {
  public:
    explicit NumberReader(const std::vector<Token>& t) : t_(t) {}
    std::size_t read(std::size_t i, std::string& figures) const {
        double value = 0;
        auto at = whole(i, value);
        if (at == i) return 0;
        if (at + 1 < t_.size() && t_[at].word == "point") {
            std::string digits;
            auto k = at + 1;
            for (; k < t_.size() && digits.size() < 4; ++k) {
                const auto d = in(units(), t_[k].word);
                if (d && *d < 10)
                    digits += std::to_string(*d);
                else if (isFigure(t_[k].word) && t_[k].word.size() == 1)
                    digits += t_[k].word;
                else
                    break;
            }
            if (!digits.empty()) value += std::stod("0." + digits), at = k;
        }
        if (word(at) == "and" && word(at + 1) == "a" && word(at + 2) == "half") value += 0.5, at += 3;
        if (word(at) == "and" && word(at + 1) == "a" && word(at + 2) == "bit") at += 3;
        char text[40];
        std::snprintf(text, sizeof text, "%.10g", value);
        figures = text;
        return at - i;
    }

  private:
    const std::string& word(std::size_t i) const {
        static const std::string none;
        return i < t_.size() ? t_[i].word : none;
    }
    /// Below a hundred: "forty-four", "seventeen", "80".
    std::size_t small(std::size_t i, int& value) const {
        if (const auto ten = in(tens(), word(i))) {
            value = *ten;
            if (const auto one = in(units(), word(i + 1)); one && *one > 0 && *one < 10) return value += *one, i + 2;
            return i + 1;
        }
        if (const auto one = in(units(), word(i)); one && word(i) != "oh") return value = *one, i + 1;
        return i;
    }
    std::size_t whole(std::size_t i, double& value) const {
        if (isFigure(word(i))) {
            value = std::atof(word(i).c_str());
            if (word(i + 1) == "hundred" && value < 10) return value *= 100, andSmall(i + 2, value);
            return i + 1;
        }
        if (word(i) == "half" && word(i + 1) == "a" && word(i + 2) == "dozen") return value = 6, i + 3;
        if (word(i) == "a" && word(i + 1) == "dozen") return value = 12, i + 2;
        const bool article = word(i) == "a" && (word(i + 1) == "hundred" || word(i + 1) == "thousand");
        auto at = article ? i + 1 : i;
        if (word(at) == "hundred") return value = 100, andSmall(at + 1, value);
        if (word(at) == "thousand") return value = 1000, at + 1;
        int first = 0;
        const auto behind = small(at, first);
        if (behind == at) return i;
        value = first;
        if (word(behind) == "hundred") return value *= 100, andSmall(behind + 1, value);
        // "one eighty-three", "two ten"
        if (first > 0 && first < 10 && behind == at + 1) {
            int second = 0;
            const auto end = small(behind, second);
            if (end != behind && second >= 10) return value = 100 * first + second, end;
            if (const auto n = spelled(i)) return value = *n, i + 3;
            if (word(behind) == "oh" && small(behind + 1, second) == behind + 2 && second > 0 &&
                second < 10) // "two oh one"
                return value = 100 * first + second, behind + 2;
        }
        return behind;
    }
    /// "one seven six", figure by figure; counting aloud is no number.
    std::optional<int> spelled(std::size_t i) const {
        const auto digit = [&](std::size_t k) {
            const auto d = in(units(), word(k));
            return d && *d < 10 ? d : std::nullopt;
        };
        const auto a = digit(i), b = digit(i + 1), c = digit(i + 2);
        const bool counts = a && b && c && *b - *a == *c - *b && *a != *b; // aloud, up or down
        if (!a || !b || !c || *a < 1 || *a > 3 || digit(i + 3) || counts) return std::nullopt;
        return 100 * *a + 10 * *b + *c;
    }
    std::size_t andSmall(std::size_t i, double& value) const {
        int more = 0;
        const auto at = word(i) == "and" ? i + 1 : i;
        const auto end = small(at, more);
        if (end == at || (at == i + 1 && more == 0)) return i;
        value += more;
        return end;
    }
    const std::vector<Token>& t_;
};

const std::unordered_map<std::string_view, std::string_view>& sameWords() {
    static const std::unordered_map<std::string_view, std::string_view> kSame{{"1st", "first"},
                                                                              {"2nd", "second"},
                                                                              {"3rd", "third"},
                                                                              {"4th", "fourth"},
                                                                              {"5th", "fifth"},
                                                                              {"6th", "sixth"},
                                                                              {"7th", "seventh"},
                                                                              {"8th", "eighth"},
                                                                              {"curb", "kerb"},
                                                                              {"curbs", "kerbs"},
                                                                              {"curbing", "kerb"},
                                                                              {"kerbing", "kerb"},
                                                                              {"meter", "metre"},
                                                                              {"meters", "metres"},
                                                                              {"percentage", "percent"},
                                                                              {"percent's", "percent is"},
                                                                              {"flat's", "flat is"},
                                                                              {"minimum's", "minimum is"},
                                                                              {"slowest's", "slowest is"},
                                                                              {"speed's", "speed is"},
                                                                              {"peak's", "peak is"},
                                                                              {"kph", "km/h"},
                                                                              {"kmh", "km/h"},
                                                                              {"kilometer", "kilometre"},
                                                                              {"kilometers", "kilometres"},
                                                                              {"accelerator", "throttle"},
                                                                              {"gas", "throttle"},
                                                                              {"dont", "don't"},
                                                                              {"isnt", "isn't"},
                                                                              {"im", "i'm"}};
    return kSame;
}

} // namespace

PlainWords plainText(std::string_view source) {
    const auto tokens = tokensOf(source);
    const NumberReader numbers(tokens);
    PlainWords out;
    out.text.reserve(source.size() + 16), out.from.reserve(source.size() + 16), out.to.reserve(source.size() + 16);
    const auto put = [&](std::string_view word, std::size_t from, std::size_t to) {
        const auto begin = static_cast<std::uint32_t>(from), end = static_cast<std::uint32_t>(to);
        out.text += word, out.text += ' ';
        out.from.insert(out.from.end(), word.size(), begin), out.from.push_back(end);
        out.to.insert(out.to.end(), word.size() + 1, end);
    };
    out.text = " ", out.from = {0}, out.to = {0};
    for (std::size_t i = 0; i < tokens.size();) {
        std::string figures;
        const bool lone = tokens[i].word == "one" && (i + 1 >= tokens.size() || tokens[i + 1].word != "point");
        auto n = numbers.read(i, figures);
        if (n == 1 && lone) n = 0; // "this one" is no number
        if (n > 0) {
            put(figures, tokens[i].from, tokens[i + n - 1].to);
            i += n;
            continue;
        }
        const auto same = sameWords().find(tokens[i].word);
        put(same == sameWords().end() ? std::string_view(tokens[i].word) : same->second, tokens[i].from, tokens[i].to);
        ++i;
    }
    return out;
}

namespace {

/// Speech without a full stop is parted where somebody begins anew, else between two words: what is farther apart has
/// nothing to do with each other, and no text takes longer than its length.
void addInParts(std::vector<PlainSentence>& out, const std::string& text, PlainSentence s) {
    constexpr std::size_t kLongest = 420, kEarliest = 240;
    while (s.to - s.from > kLongest) {
        const std::string_view part(text.data() + s.from, kLongest);
        std::size_t at = 0;
        for (const auto mark : {" and then ", " then ", " so ", " and ", " you ", " it's ", " i "})
            if (const auto found = part.rfind(mark); at == 0 && found != part.npos && found > kEarliest) at = found;
        if (at == 0) at = part.rfind(' ');
        if (at == 0 || at == part.npos) at = kLongest - 1;
        out.push_back({s.from, s.from + at + 1, s.question});
        s.from += at;
    }
    out.push_back(s);
}

} // namespace

std::vector<PlainSentence> sentencesOf(const PlainWords& plain) {
    std::vector<PlainSentence> out;
    std::size_t from = 0;
    for (std::size_t i = 0; i + 1 < plain.text.size(); ++i) {
        const char c = plain.text[i];
        const bool alone = i > 0 && plain.text[i - 1] == ' ' && plain.text[i + 1] == ' ';
        if (!alone || std::string_view(".!?;\n").find(c) == std::string_view::npos) continue;
        addInParts(out, plain.text, {from, i + 2, c == '?'});
        from = i + 1;
    }
    if (from + 1 < plain.text.size()) addInParts(out, plain.text, {from, plain.text.size(), false});
    return out;
}

std::string plainName(std::string_view name) {
    const auto s = plainText(name).text;
    const auto from = s.find_first_not_of(' ');
    return from == s.npos ? std::string() : s.substr(from, s.find_last_not_of(' ') + 1 - from);
}

} // namespace hl
