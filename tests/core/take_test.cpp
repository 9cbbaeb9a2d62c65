// SPDX-License-Identifier: GPL-3.0-or-later
// Scripts read aloud: how tokens may be said, and what was heard beside what is written.
#include "core/take/match_words.h"
#include "core/take/number_words.h"
#include "core/take/quiet.h"
#include "core/take/script_model.h"
#include "core/units/numbers.h"

#include <algorithm>
#include <catch2/catch.hpp>
#include <random>
#include <sstream>

using namespace hl;

namespace {

std::set<std::string> waysOf(std::string_view token, std::string_view before = {}) {
    std::set<std::string> out;
    for (const auto& r : readingsOf(token, before)) {
        std::string all;
        for (const auto& w : r) all += (all.empty() ? "" : " ") + w;
        out.insert(all);
    }
    return out;
}

bool exactly(const std::string& a, const std::string& b) { return a == b; }

std::vector<std::string> heard(std::string_view words) { return wordsOf(words); }

} // namespace

TEST_CASE("numbers, units, ordinals and abbreviations are read in every usual way") {
    struct Case {
        const char *token, *before;
        std::vector<const char*> ways;
    };
    const Case cases[] = {
        {"100", "", {"one hundred", "a hundred", "hundred"}},
        {"205", "", {"two hundred and five", "two hundred five", "two oh five", "two zero five"}},
        {"150", "", {"one hundred and fifty", "one fifty", "a hundred and fifty"}},
        {"1,500", "", {"fifteen hundred", "one thousand five hundred"}},
        {"0.3", "", {"nought point three", "zero point three", "point three", "oh point three", "three tenths"}},
        {"2.5", "", {"two point five", "two and a half"}},
        {"0.05", "", {"nought point zero five", "point oh five"}},
        {"86%", "", {"eighty six percent", "eighty six per cent"}},
        {"%", "86", {"percent", "per cent"}},
        {"T4", "", {"t four", "turn four"}},
        {"km/h", "120", {"kilometres an hour", "kilometers per hour", "k p h", "k m slash h"}},
        {"120km/h,", "", {"one hundred and twenty kilometres an hour", "one twenty kilometres an hour"}},
        {"mph", "75", {"miles an hour", "miles per hour", "m p h"}},
        {"m", "50", {"metres", "meters", "metre"}},
        {"s", "0.3", {"seconds", "second"}},
        {"2nd", "", {"second"}},
        {"3rd", "", {"third"}},
        {"22nd", "", {"twenty second"}},
        {"100th", "", {"one hundredth", "hundredth"}},
        {"60-70", "", {"sixty to seventy", "sixty seventy"}},
        {"turn-in", "", {"turn in"}},
        {"1:32.9",
         "",
         {"one thirty two point nine", "one minute thirty two point nine", "one thirty two nine",
          "one colon thirty two point nine"}},
        {"1:05", "", {"one oh five", "one minute five"}},
        {"-5", "", {"minus five"}},
        {"\u00bd", "", {"half", "a half"}},
        {"ABS", "", {"a b s"}},
        {"RPM", "7000", {"r p m", "revs"}},
        {"\u201cSluice\u201d,", "", {"sluice"}},
        {"don\u2019t", "", {"don't"}},
        {"kerb/grass", "", {"kerb grass", "kerb or grass"}},
        {"&", "", {"and"}},
        {"2nd-gear", "", {"second gear"}},
        {"007", "", {"zero zero seven", "oh oh seven"}},
    };
    for (const auto& c : cases) {
        const auto ways = waysOf(c.token, c.before);
        for (const auto* way : c.ways) {
            CAPTURE(c.token, way);
            CHECK(ways.count(way) == 1);
        }
    }
    for (const auto* silent : {"\u2014", "-", "...", "\"", "\u2026", "()", "*"}) CHECK(readingsOf(silent).empty());
}

TEST_CASE("every number up to a million is said in words that add up to it") {
    std::mt19937 random(5);
    const std::map<std::string, long> ones{
        {"zero", 0},      {"one", 1},       {"two", 2},       {"three", 3},    {"four", 4},     {"five", 5},
        {"six", 6},       {"seven", 7},     {"eight", 8},     {"nine", 9},     {"ten", 10},     {"eleven", 11},
        {"twelve", 12},   {"thirteen", 13}, {"fourteen", 14}, {"fifteen", 15}, {"sixteen", 16}, {"seventeen", 17},
        {"eighteen", 18}, {"nineteen", 19}, {"twenty", 20},   {"thirty", 30},  {"forty", 40},   {"fifty", 50},
        {"sixty", 60},    {"seventy", 70},  {"eighty", 80},   {"ninety", 90}};
    for (int i = 0; i < 2000; ++i) {
        const long n = std::uniform_int_distribution<long>(0, i < 1000 ? 1200 : 999999)(random);
        const auto first = wholeNumber(std::to_string(n)).front();
        long all = 0, part = 0;
        for (const auto& w : first) {
            if (w == "and") continue;
            if (w == "hundred")
                part *= 100;
            else if (w == "thousand")
                all += part * 1000, part = 0;
            else {
                REQUIRE(ones.count(w) == 1);
                part += ones.at(w);
            }
        }
        CHECK(all + part == n);
    }
}

TEST_CASE("a script is parted by corners, and its tokens know where they stand") {
    const std::string script = "# corner 3\nBrake at the 100 board \u2014 now.\n  # Corner 12 (Sluice)\nTurn  in.\n";
    const auto tokens = tokensOf(script);
    REQUIRE(tokens.size() == 9);
    CHECK(tokens[0].corner == 3);
    CHECK(tokens[5].text == "\u2014");
    CHECK(tokens[5].readings.empty());
    CHECK(tokens[7].text == "Turn");
    CHECK(tokens[7].corner == 12);
    for (const auto& t : tokens) CHECK(script.substr(t.from, t.text.size()) == t.text);
    CHECK(tokensOf("").empty());
    CHECK(tokensOf(" \n\t\n").empty());
}

TEST_CASE("what was left out, said otherwise or added is told apart") {
    const auto tokens = tokensOf("Brake at the 100 board, up to 86 percent.");
    const auto differ = [&](std::string_view words) {
        const auto h = heard(words);
        return differentWords(tokens, matchedWords(tokens, h, exactly), h.size());
    };
    CHECK(differ("brake at the hundred board up to eighty six percent").empty());
    CHECK(differ("brake at the one hundred board up to eighty six percent").empty());
    const auto missing = differ("brake at the hundred board to eighty six percent");
    REQUIRE(missing.size() == 1);
    CHECK(missing[0].kind == DifferenceKind::Missing);
    CHECK(missing[0].tokenFrom == 5);
    CHECK(missing[0].tokenTo == 6);
    const auto changed = differ("brake at the hundred board up to ninety percent");
    REQUIRE(changed.size() == 1);
    CHECK(changed[0].kind == DifferenceKind::Changed);
    CHECK(changed[0].tokenFrom == 7);
    CHECK(changed[0].heardTo - changed[0].heardFrom == 1);
    const auto added = differ("brake at um at the hundred board up to eighty six percent");
    REQUIRE(added.size() == 1);
    CHECK(added[0].kind == DifferenceKind::Added);
    CHECK(added[0].tokenFrom == added[0].tokenTo);
    const auto none = differ("");
    REQUIRE(none.size() == 1);
    CHECK(none[0].tokenTo == tokens.size());
}

TEST_CASE("slips put into random scripts are found where they were put") {
    std::mt19937 random(11);
    const auto words =
        wordsOf("brake turn late early kerb board apex exit power gear left right wide slow fast road grass");
    const auto any = [&] { return words[std::uniform_int_distribution<std::size_t>(0, words.size() - 1)(random)]; };
    for (int round = 0; round < 60; ++round) {
        const std::size_t n = round < 55 ? 40 : 1500; // the long ones are compared near their places only
        std::string script;
        std::vector<std::string> said;
        for (std::size_t i = 0; i < n; ++i) {
            const auto w = any() + std::to_string(i % 7); // no word is often its neighbour
            script += w + ' ';
            const auto way = readingsOf(w).front();
            if (i % 20 != 10) said.insert(said.end(), way.begin(), way.end());
        }
        const auto tokens = tokensOf(script);
        const auto found = differentWords(tokens, matchedWords(tokens, said, exactly), said.size());
        std::size_t missing = 0;
        for (const auto& d : found) missing += d.tokenTo - d.tokenFrom;
        CHECK(missing >= n / 20);
        CHECK(missing <= n / 20 + 2 + n / 200); // two neighbours that begin alike may change their places
    }
}

TEST_CASE("the model of a script is a sound one: every word listed, every chance at most one") {
    for (const char* text :
         {"Brake at the 100 board, up to 86 percent, then T4 in 0.3 s.", "one", "1:32.923 1,500 rpm a a a a"}) {
        const auto tokens = tokensOf(text);
        const auto words = vocabularyOf(tokens);
        std::istringstream in(scriptModel(tokens, words));
        std::map<int, std::size_t> told, counted;
        int order = 0;
        for (std::string line; std::getline(in, line);) {
            int k = 0;
            std::size_t n = 0;
            if (std::sscanf(line.c_str(), "ngram %d=%zu", &k, &n) == 2)
                told[k] = n;
            else if (line.size() > 2 && line[0] == '\\' && line[2] == '-')
                order = line[1] - '0';
            else if (order > 0 && !line.empty() && line[0] != '\\') {
                ++counted[order];
                CHECK(std::stod(line) <= 0);
            }
        }
        std::erase_if(told, [](auto& t) { return t.second == 0; });
        CHECK(told == counted);
        CHECK(told[1] == words.size() + 2);
    }
}

TEST_CASE("pauses are found, and long takes are parted in them") {
    Sound take{16000, 0, {}};
    std::mt19937 random(3);
    std::normal_distribution<float> noise(0, 1);
    std::vector<double> pauses;
    for (int k = 0; k < 40; ++k) {
        for (int i = 0; i < 16000 * 2; ++i) take.samples.push_back(0.1f * noise(random));
        pauses.push_back(take.length().count());
        for (int i = 0; i < 16000 * 4 / 10; ++i) take.samples.push_back(0.001f * noise(random));
    }
    const auto l = loudnessOf(take);
    REQUIRE(l.anySpeech());
    const auto found = quietParts(l, 0.2);
    REQUIRE(found.size() == pauses.size());
    for (std::size_t i = 0; i < found.size(); ++i) CHECK(found[i].startS == Approx(pauses[i]).margin(0.02));
    const auto pieces = piecesOf(l, take.length().count());
    CHECK(pieces.front().startS == 0);
    CHECK(pieces.back().endS == take.length().count());
    for (std::size_t i = 1; i < pieces.size(); ++i) {
        CHECK(pieces[i].startS == pieces[i - 1].endS);
        CHECK(pieces[i].startS - pieces[i - 1].startS <= 24);
        CHECK(std::any_of(found.begin(), found.end(),
                          [&](const Pause& p) { return p.startS < pieces[i].startS && pieces[i].startS < p.endS; }));
    }
    for (const double lengthS : {14.0, 24.0, 30.0, 44.0}) { // a short take in two halves, for two that listen
        auto part = take;
        part.samples.resize(static_cast<std::size_t>(lengthS * 16000));
        const auto halves = piecesOf(loudnessOf(part), lengthS);
        REQUIRE(halves.size() == 2);
        CHECK(halves[0].endS == halves[1].startS);
        CHECK(halves[0].endS == Approx(lengthS / 2).margin(0.16 * lengthS));
        CHECK(halves[1].endS == lengthS);
    }
    Sound never{16000, 0, std::vector<float>(16000 * 100, 0.2f)}; // somebody who never draws breath
    for (auto& s : never.samples) s *= noise(random);
    CHECK(piecesOf(loudnessOf(never), 100).size() >= 4);
    CHECK_FALSE(loudnessOf(Sound{16000, 0, std::vector<float>(16000, 0.0f)}).anySpeech());
    CHECK_FALSE(loudnessOf(Sound{}).anySpeech());
}
