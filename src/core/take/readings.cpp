// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/take/readings.h"

#include "core/take/number_words.h"

#include <algorithm>
#include <cctype>
#include <map>

namespace hl {
namespace {

bool digit(char c) { return c >= '0' && c <= '9'; }
bool letter(char c) { return std::isalpha(static_cast<unsigned char>(c)) != 0 || (c & 0x80) != 0; }

std::string lower(std::string_view s) {
    std::string out(s);
    std::transform(out.begin(), out.end(), out.begin(), [](unsigned char c) { return std::tolower(c); });
    return out;
}

void add(std::vector<Reading>& to, const std::vector<Reading>& what) {
    for (const auto& r : what)
        if (std::find(to.begin(), to.end(), r) == to.end()) to.push_back(r);
}

/// What stands behind a number and is said out. One reading a line of blanks; several parted by '|'.
const std::map<std::string, std::string, std::less<>>& units() {
    static const std::map<std::string, std::string, std::less<>> kUnits{
        {"m", "metres|metre|meters|meter"},
        {"km", "kilometres|kilometre|kilometers|k"},
        {"cm", "centimetres|centimetre|centimeters"},
        {"mm", "millimetres|millimetre|millimeters|mil"},
        {"mi", "miles|mile"},
        {"yd", "yards|yard"},
        {"yds", "yards"},
        {"ft", "feet|foot"},
        {"in", "in|inches|inch"},
        {"s", "seconds|second"},
        {"sec", "seconds|second"},
        {"ms", "milliseconds|millisecond"},
        {"min", "minutes|minute"},
        {"h", "hours|hour"},
        {"km/h",
         "kilometres an hour|kilometres per hour|kilometers an hour|kilometers per hour|k p h|k m h|k|k m slash h"},
        {"kmh", "kilometres an hour|kilometres per hour|kilometers an hour|kilometers per hour|k p h|k m h|k"},
        {"kph", "kilometres an hour|kilometres per hour|k p h|kilometers an hour|kilometers per hour|k"},
        {"mph", "miles an hour|miles per hour|m p h"},
        {"m/s", "metres a second|metres per second|meters per second"},
        {"%", "percent|per cent"},
        {"\u00b0", "degrees|degree"},
        {"\u00b0c", "degrees|degrees celsius|degrees centigrade|degrees c"},
        {"\u00b0f", "degrees|degrees fahrenheit"},
        {"c", "c|celsius|degrees"},
        {"kg", "kilos|kilograms|kilo|kilogram"},
        {"g", "g|grams"},
        {"l", "litres|litre|liters"},
        {"bar", "bar"},
        {"psi", "p s i|pounds"},
        {"kpa", "kilopascals|k p a"},
        {"rpm", "r p m|revs|revolutions|revolutions per minute"},
        {"hp", "horsepower|h p"},
        {"kw", "kilowatts|k w"},
        {"nm", "newton metres|newton meters"},
        {"hz", "hertz"},
        {"x", "times|by"},
    };
    return kUnits;
}

/// Anywhere; what is written is seldom what is said.
const std::map<std::string, std::string, std::less<>>& shortForms() {
    static const std::map<std::string, std::string, std::less<>> kForms{
        {"&", "and"},
        {"+", "plus|and"},
        {"=", "equals|is"},
        {"@", "at"},
        {"vs", "versus|v s"},
        {"etc", "etcetera|et cetera"},
        {"e.g", "for example|e g"},
        {"i.e", "that is|i e"},
        {"approx", "approximately|about"},
        {"no", "no|number"},
        {"mr", "mister"},
        {"mrs", "missus"},
        {"dr", "doctor|doctor"},
        {"st", "saint|street"},
        {"lh", "left hand|l h"},
        {"rh", "right hand|r h"},
        {"ok", "okay"},
        {"1/2", "half|a half|one half"},
        {"1/3", "a third|one third"},
        {"2/3", "two thirds"},
        {"1/4", "a quarter|quarter|one quarter"},
        {"3/4", "three quarters|three quarter"},
        {"\u00bd", "half|a half|one half"},
        {"\u00bc", "a quarter|quarter|one quarter"},
        {"\u00be", "three quarters|three quarter"},
    };
    return kForms;
}

std::vector<Reading> parted(std::string_view ways) {
    std::vector<Reading> out;
    while (!ways.empty()) {
        const auto bar = ways.find('|');
        add(out, {wordsOf(ways.substr(0, bar))});
        ways = bar == std::string_view::npos ? std::string_view{} : ways.substr(bar + 1);
    }
    return out;
}

std::vector<Reading> unitReadings(std::string_view unit) {
    const auto it = units().find(lower(unit));
    return it == units().end() ? std::vector<Reading>{} : parted(it->second);
}

/// Letters one by one.
Reading letters(std::string_view word) {
    Reading r;
    for (const char c : word)
        if (std::isalpha(static_cast<unsigned char>(c)))
            r.push_back(std::string(1, static_cast<char>(std::tolower(c))));
    return r;
}

/// A word of letters (and apostrophes): said as it is, spelled where it is short and all in capitals.
std::vector<Reading> wordReadings(std::string_view word) {
    std::string w;
    for (std::size_t i = 0; i < word.size(); ++i) {
        if (word.substr(i, 3) == "\u2019" || word.substr(i, 3) == "\u2018") {
            w += '\'', i += 2;
            continue;
        }
        if (word[i] == '.' || word[i] == '\'' || letter(word[i]) || digit(word[i])) w += word[i];
    }
    while (!w.empty() && (w.back() == '\'' || w.back() == '.')) w.pop_back();
    while (!w.empty() && w.front() == '\'') w.erase(w.begin());
    if (w.empty()) return {};
    if (const auto it = shortForms().find(lower(w)); it != shortForms().end()) return parted(it->second);
    std::string plain;
    for (const char c : w)
        if (c != '.') plain += c;
    const bool capitals = std::all_of(plain.begin(), plain.end(), [](char c) { return c < 'a' || c > 'z'; });
    constexpr std::size_t kShort = 5;
    std::vector<Reading> out;
    if (capitals && plain.size() > 1 && plain.size() <= kShort) {
        if (plain.size() <= 3 || lower(plain).find_first_of("aeiouy") == std::string::npos) {
            add(out, {letters(plain)});
            add(out, {{lower(plain)}});
        } else {
            add(out, {{lower(plain)}});
            add(out, {letters(plain)});
        }
        return out;
    }
    return {{lower(plain)}};
}

/// One piece without hyphens, slashes or punctuation around it: a number with what is glued to it, or a word.
std::vector<Reading> pieceReadings(std::string_view t, std::string_view before);

/// "T4", "F1": a letter and a number.
std::vector<Reading> letterNumber(std::string_view head, std::string_view digits) {
    auto ahead = wordReadings(head);
    const auto low = lower(head);
    if (low == "t") ahead = {{"t"}, {"turn"}};
    if (low == "c") ahead = {{"c"}, {"corner"}};
    if (low == "p") ahead = {{"p"}, {"position"}};
    if (low == "l") ahead = {{"l"}, {"lap"}};
    if (low == "r") ahead = {{"r"}, {"right"}};
    if (low == "g") ahead = {{"g"}, {"gear"}};
    return joined(ahead, wholeNumber(digits));
}

std::vector<Reading> numberReadings(std::string_view t) {
    std::string bare;
    for (std::size_t i = 0; i < t.size(); ++i) // 1,500
        if (!(t[i] == ',' && i > 0 && i + 3 < t.size() && digit(t[i - 1]) && digit(t[i + 1]))) bare += t[i];
    std::size_t i = 0;
    std::vector<Reading> sign;
    if (bare.rfind("\u2212", 0) == 0) bare.replace(0, 3, "-");
    if (bare[0] == '-' || bare[0] == '+') {
        sign = bare[0] == '-' ? std::vector<Reading>{{"minus"}, {"negative"}} : std::vector<Reading>{{"plus"}};
        i = 1;
    }
    const auto from = i;
    while (i < bare.size() && digit(bare[i])) ++i;
    const auto whole = std::string_view(bare).substr(from, i - from);
    std::vector<Reading> number;
    if (i + 1 < bare.size() && bare[i] == ':' && digit(bare[i + 1])) {
        auto k = i + 1;
        while (k < bare.size() && digit(bare[k])) ++k;
        const auto seconds = std::string_view(bare).substr(i + 1, k - i - 1);
        std::string_view rest;
        auto end = k;
        if (k + 1 < bare.size() && bare[k] == '.' && digit(bare[k + 1])) {
            end = k + 1;
            while (end < bare.size() && digit(bare[end])) ++end;
            rest = std::string_view(bare).substr(k + 1, end - k - 1);
        }
        number = clockNumber(whole, seconds, rest);
        i = end;
    } else if (i + 1 < bare.size() && (bare[i] == '.' || bare[i] == ',') && digit(bare[i + 1])) {
        auto k = i + 1;
        while (k < bare.size() && digit(bare[k])) ++k;
        number = decimalNumber(whole, std::string_view(bare).substr(i + 1, k - i - 1));
        i = k;
    } else if (whole.empty())
        return {};
    else {
        const auto tail = lower(std::string_view(bare).substr(i));
        if (tail == "st" || tail == "nd" || tail == "rd" || tail == "th") return ordinalNumber(whole);
        number = wholeNumber(whole);
    }
    std::vector<Reading> out;
    for (auto& r : sign.empty() ? std::vector<Reading>{} : joined(sign, number)) out.push_back(r);
    if (sign.empty() || bare[0] == '+') add(out, number);
    const auto tail = std::string_view(bare).substr(i);
    if (tail.empty()) return out;
    if (tail == "s") { // the 1990s, in the 80s, 5s
        std::vector<Reading> ways = joined(out, {{"seconds"}});
        for (auto r : out) {
            auto& last = r.back();
            last = last.back() == 'y' ? last.substr(0, last.size() - 1) + "ies" : last + "s";
            add(ways, {r});
        }
        return ways;
    }
    const auto unit = unitReadings(tail);
    return joined(out, unit.empty() ? pieceReadings(tail, {}) : unit);
}

std::vector<Reading> pieceReadings(std::string_view t, std::string_view before) {
    if (t.empty()) return {};
    if (const auto it = shortForms().find(lower(t)); it != shortForms().end() && !letter(t[0]))
        return parted(it->second);
    const bool afterNumber = !before.empty() && digit(before.back() == ')' ? before[0] : before.back());
    if (afterNumber || !letter(t[0]))
        if (auto unit = unitReadings(t); !unit.empty()) {
            if (letter(t[0])) add(unit, wordReadings(t)); // "10 in the wet"
            return unit;
        }
    const auto first = static_cast<std::size_t>(std::find_if(t.begin(), t.end(), digit) - t.begin());
    const bool numeric = first < t.size() && (first == 0 || !letter(t[0]));
    if (numeric) {
        auto number = numberReadings(t.substr(
            first == 0 ? 0 : first - ((t[first - 1] == '-' || t[first - 1] == '+' || t[first - 1] == '.') ? 1 : 0)));
        if (!number.empty()) return number;
    }
    if (first < t.size() && first > 0 && std::all_of(t.begin() + static_cast<std::ptrdiff_t>(first), t.end(), digit))
        return letterNumber(t.substr(0, first), t.substr(first));
    return wordReadings(t);
}

/// Punctuation around a token is not said.
std::string_view trimmed(std::string_view t) {
    static constexpr std::string_view kAround[] = {"\u201c", "\u201d", "\u2018", "\u2019",
                                                   "\u2026", "\u2013", "\u2014"};
    const auto plain = [](char c) { return std::string_view("\"'()[]{}<>,;:!?*_").find(c) != std::string_view::npos; };
    for (bool more = true; more && !t.empty();) {
        more = false;
        if (plain(t.front())) t.remove_prefix(1), more = true;
        if (!t.empty() && (plain(t.back()) || t.back() == '.' || t.back() == '-')) t.remove_suffix(1), more = true;
        for (const auto a : kAround) {
            if (t.size() >= a.size() && t.substr(0, a.size()) == a) t.remove_prefix(a.size()), more = true;
            if (t.size() >= a.size() && t.substr(t.size() - a.size()) == a) t.remove_suffix(a.size()), more = true;
        }
    }
    return t;
}

} // namespace

std::vector<Reading> readingsOf(std::string_view token, std::string_view before) {
    const auto t = trimmed(token);
    if (t.empty()) return {};
    if (const auto it = shortForms().find(lower(t)); it != shortForms().end()) return parted(it->second);
    if (const auto whole = unitReadings(t); !whole.empty() && (t.find('/') != std::string_view::npos)) return whole;
    // 120km/h, then turn-in, 60-70, kerb/grass.
    const auto firstLetter = std::find_if(t.begin(), t.end(), letter);
    if (digit(t[0]) && firstLetter != t.end()) {
        const auto head = t.substr(0, static_cast<std::size_t>(firstLetter - t.begin()));
        const auto tail = t.substr(head.size());
        if (tail.find('/') != std::string_view::npos)
            if (auto unit = unitReadings(tail); !unit.empty()) return joined(pieceReadings(head, {}), unit);
    }
    static constexpr std::string_view kJoints[] = {"-", "/", "\u2013", "\u2014", "\u2192", "_"};
    for (std::size_t i = 1; i < t.size(); ++i)
        for (const auto joint : kJoints) {
            if (t.substr(i, joint.size()) != joint || i + joint.size() >= t.size()) continue;
            const auto left = readingsOf(t.substr(0, i), before),
                       right = readingsOf(t.substr(i + joint.size()), t.substr(0, i));
            const bool range = digit(t[i - 1]) && digit(t[i + joint.size()]);
            auto out = range && joint != "/" ? joined(joined(left, {{"to"}}), right) : joined(left, right);
            if (range) {
                add(out, joined(left, right));
                if (joint == "/") add(out, joined(joined(left, {{"over"}, {"slash"}, {"or"}, {"of"}}), right));
            } else if (joint == "/")
                add(out, joined(joined(left, {{"or"}, {"slash"}, {"and"}}), right));
            else if (left.size() == 1 && right.size() == 1 && left[0].size() == 1 && right[0].size() == 1)
                add(out, {{left[0][0] + right[0][0]}});
            return out;
        }
    return pieceReadings(t, before.empty() ? before : trimmed(before));
}

std::vector<ScriptToken> tokensOf(std::string_view script) {
    std::vector<ScriptToken> out;
    int corner = 0;
    const auto blank = [](char c) { return std::isspace(static_cast<unsigned char>(c)) != 0; };
    for (std::size_t at = 0; at < script.size();) {
        const auto end = std::min(script.find('\n', at), script.size());
        auto line = script.substr(at, end - at);
        auto text = line;
        while (!text.empty() && blank(text.front())) text.remove_prefix(1);
        if (lower(text).rfind("# corner", 0) == 0) {
            corner = 0;
            for (const char c : text.substr(8)) {
                if (digit(c) && corner < 100000)
                    corner = corner * 10 + (c - '0');
                else if (corner > 0)
                    break;
            }
        } else {
            for (std::size_t i = 0; i < line.size();) {
                while (i < line.size() && blank(line[i])) ++i;
                auto k = i;
                while (k < line.size() && !blank(line[k])) ++k;
                if (k > i) out.push_back({std::string(line.substr(i, k - i)), at + i, corner, {}});
                i = k;
            }
        }
        at = end + 1;
    }
    for (std::size_t i = 0; i < out.size(); ++i)
        out[i].readings = readingsOf(out[i].text, i > 0 ? std::string_view(out[i - 1].text) : std::string_view{});
    return out;
}

} // namespace hl
