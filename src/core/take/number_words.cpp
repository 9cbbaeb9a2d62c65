// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/take/number_words.h"

#include <algorithm>
#include <array>
#include <sstream>

namespace hl {
namespace {

constexpr std::array kOnes{"zero",     "one",     "two",     "three",     "four",     "five",    "six",
                           "seven",    "eight",   "nine",    "ten",       "eleven",   "twelve",  "thirteen",
                           "fourteen", "fifteen", "sixteen", "seventeen", "eighteen", "nineteen"};
constexpr std::array kTens{"", "ten", "twenty", "thirty", "forty", "fifty", "sixty", "seventy", "eighty", "ninety"};
constexpr std::array kOrdinals{"zeroth",    "first",     "second",      "third",      "fourth",
                               "fifth",     "sixth",     "seventh",     "eighth",     "ninth",
                               "tenth",     "eleventh",  "twelfth",     "thirteenth", "fourteenth",
                               "fifteenth", "sixteenth", "seventeenth", "eighteenth", "nineteenth"};
constexpr std::array kTensOrdinals{"",         "tenth",    "twentieth",  "thirtieth", "fortieth",
                                   "fiftieth", "sixtieth", "seventieth", "eightieth", "ninetieth"};

void append(Reading& to, const Reading& what) { to.insert(to.end(), what.begin(), what.end()); }

Reading below100(int n) {
    if (n < 20) return {kOnes[static_cast<std::size_t>(n)]};
    Reading r{kTens[static_cast<std::size_t>(n / 10)]};
    if (n % 10) r.push_back(kOnes[static_cast<std::size_t>(n % 10)]);
    return r;
}

/// With or without its "and".
Reading below1000(int n, bool withAnd) {
    if (n < 100) return below100(n);
    Reading r{kOnes[static_cast<std::size_t>(n / 100)], "hundred"};
    if (n % 100 == 0) return r;
    if (withAnd) r.push_back("and");
    append(r, below100(n % 100));
    return r;
}

Reading spelled(long n, bool withAnd) {
    if (n < 1000) return below1000(static_cast<int>(n), withAnd);
    Reading r;
    if (n >= 1000000) {
        append(r, spelled(n / 1000000, withAnd));
        r.push_back("million");
        n %= 1000000;
        if (n == 0) return r;
    }
    if (n >= 1000) {
        append(r, below1000(static_cast<int>(n / 1000), withAnd));
        r.push_back("thousand");
        n %= 1000;
    }
    if (n == 0) return r;
    if (n < 100 && withAnd) r.push_back("and");
    append(r, below1000(static_cast<int>(n), withAnd));
    return r;
}

/// Digit by digit; a nought is "zero" or "oh".
Reading digitByDigit(std::string_view digits, const char* nought) {
    Reading r;
    for (const char c : digits) r.push_back(c == '0' ? nought : kOnes[static_cast<std::size_t>(c - '0')]);
    return r;
}

void add(std::vector<Reading>& all, Reading r) {
    if (!r.empty() && std::find(all.begin(), all.end(), r) == all.end()) all.push_back(std::move(r));
}

/// "one hundred..." is "a hundred..." and "hundred..." too.
void addLooser(std::vector<Reading>& all, const Reading& r) {
    add(all, r);
    if (r.size() < 2 || r[0] != "one" || (r[1] != "hundred" && r[1] != "thousand" && r[1] != "million")) return;
    Reading a = r;
    a[0] = "a";
    add(all, a);
    add(all, Reading(r.begin() + 1, r.end()));
}

/// "one fifty", "two oh five", "fifteen hundred".
void addInPairs(std::vector<Reading>& all, int n) {
    if (n >= 110 && n < 1000 && n % 100 != 0) {
        Reading r{kOnes[static_cast<std::size_t>(n / 100)]};
        if (n % 100 < 10) r.push_back("oh");
        append(r, below100(n % 100));
        add(all, r);
    }
    if (n >= 1100 && n < 10000 && n % 1000 != 0) {
        Reading r = below100(n / 100);
        if (n % 100 == 0) {
            r.push_back("hundred");
            add(all, r);
        } else {
            if (n % 100 < 10) r.push_back("oh");
            append(r, below100(n % 100));
            add(all, r);
        }
    }
}

} // namespace

Reading wordsOf(std::string_view text) {
    std::istringstream in{std::string(text)};
    Reading r;
    for (std::string w; in >> w;) r.push_back(w);
    return r;
}

std::vector<Reading> joined(const std::vector<Reading>& first, const std::vector<Reading>& second, std::size_t most) {
    if (first.empty()) return second;
    if (second.empty()) return first;
    // The likeliest of both first, then what is nearly as likely, so that a cut at `most` leaves no way out entirely.
    std::vector<Reading> out;
    for (std::size_t sum = 0; sum + 1 < first.size() + second.size(); ++sum)
        for (std::size_t i = 0; i <= sum && i < first.size(); ++i) {
            if (sum - i >= second.size()) continue;
            if (out.size() >= most) return out;
            Reading r = first[i];
            append(r, second[sum - i]);
            add(out, std::move(r));
        }
    return out;
}

std::vector<Reading> wholeNumber(std::string_view digits) {
    std::vector<Reading> all;
    constexpr std::size_t kMostDigits = 9;
    if (digits.size() > kMostDigits || (digits.size() > 1 && digits[0] == '0')) {
        add(all, digitByDigit(digits, "zero"));
        add(all, digitByDigit(digits, "oh"));
        return all;
    }
    const long n = std::stol(std::string(digits));
    if (n == 0) return {{"zero"}, {"nought"}, {"oh"}, {"nil"}};
    addLooser(all, spelled(n, true));
    addLooser(all, spelled(n, false));
    if (n < 10000) addInPairs(all, static_cast<int>(n));
    if (digits.size() > 2 && digits.size() <= 4) {
        add(all, digitByDigit(digits, "zero"));
        add(all, digitByDigit(digits, "oh"));
    }
    return all;
}

std::vector<Reading> decimalNumber(std::string_view whole, std::string_view fraction) {
    std::vector<Reading> ahead = whole.empty() ? std::vector<Reading>{} : wholeNumber(whole);
    std::vector<Reading> behind{digitByDigit(fraction, "zero"), digitByDigit(fraction, "oh")};
    if (fraction.size() > 1 && fraction[0] != '0')
        for (auto& r : wholeNumber(fraction)) add(behind, r);
    auto out = joined(joined(ahead, {{"point"}}), behind);
    const bool nought = whole.empty() || whole == "0";
    if (nought)
        for (const auto& r : joined({{"point"}}, behind)) add(out, r);
    if (nought && fraction.size() == 1 && fraction != "0") {
        const auto digit = kOnes[static_cast<std::size_t>(fraction[0] - '0')];
        const char* tenth = fraction == "1" ? "tenth" : "tenths";
        add(out, {digit, tenth, "of", "a"}), add(out, {digit, tenth});
        if (fraction == "1") add(out, {"a", "tenth", "of", "a"}), add(out, {"a", "tenth"});
        if (fraction == "5") add(out, {"half", "a"}), add(out, {"a", "half"}), add(out, {"half"});
    }
    if (fraction == "5" && !nought)
        for (const auto& r : joined(ahead, {{"and", "a", "half"}})) add(out, r);
    return out;
}

std::vector<Reading> ordinalNumber(std::string_view digits) {
    std::vector<Reading> out;
    for (auto r : wholeNumber(digits)) {
        auto& last = r.back();
        bool done = false;
        for (std::size_t i = 0; i < kOnes.size() && !done; ++i)
            if (last == kOnes[i]) last = kOrdinals[i], done = true;
        for (std::size_t i = 1; i < kTens.size() && !done; ++i)
            if (last == kTens[i]) last = kTensOrdinals[i], done = true;
        if (!done && (last == "hundred" || last == "thousand" || last == "million")) last += "th", done = true;
        if (done) add(out, std::move(r));
    }
    return out;
}

std::vector<Reading> clockNumber(std::string_view minutes, std::string_view seconds, std::string_view rest) {
    const auto m = wholeNumber(minutes);
    std::vector<Reading> s = wholeNumber(seconds);
    if (seconds.size() == 2 && seconds[0] == '0') {
        const auto one = wholeNumber(seconds.substr(1));
        s = joined({{"oh"}, {"zero"}}, one);
        for (const auto& r : one) add(s, r);
    }
    if (!rest.empty()) {
        std::vector<Reading> behind = wholeNumber(rest);
        add(behind, digitByDigit(rest, "zero")), add(behind, digitByDigit(rest, "oh"));
        auto pointed = joined(s, joined({{"point"}}, behind));
        for (const auto& r : joined(s, behind)) add(pointed, r);
        s = std::move(pointed);
    }
    std::vector<Reading> out = joined(m, s);
    const auto minute = minutes == "1" ? Reading{"minute"} : Reading{"minutes"};
    for (const auto& r : joined(joined(m, {minute}), s)) add(out, r);
    for (const auto& r : joined(joined(m, {minute}), joined(s, {{"seconds"}, {"second"}}))) add(out, r);
    for (const auto& r : joined(joined(m, {{"colon"}}), s)) add(out, r); // by who reads every sign aloud
    return out;
}

} // namespace hl
