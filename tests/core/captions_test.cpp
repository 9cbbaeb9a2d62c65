// SPDX-License-Identifier: GPL-3.0-or-later
// Captions that can be read along.
#include "core/words/captions.h"

#include <catch2/catch.hpp>
#include <random>
#include <sstream>

using namespace hl;

namespace {

std::size_t letters(std::string_view s) {
    return static_cast<std::size_t>(std::count_if(s.begin(), s.end(), [](char c) { return (c & 0xC0) != 0x80; }));
}

} // namespace

TEST_CASE("lines have at most 42 letters, break where a phrase ends, and lose nothing") {
    std::mt19937 random(2);
    const std::vector<std::string> words{"brake",     "at",         "the",    "board", "and",  "turn", "in",
                                         "\u00fcber", "kilometres", "Sluice", "now,",  "then", "98",   "\u65e5\u672c"};
    for (int round = 0; round < 400; ++round) {
        std::string text;
        while (letters(text) < 30 + static_cast<std::size_t>(round % 200)) text += words[random() % words.size()] + ' ';
        Speech speech;
        speech.text = text, speech.lengthS = 10;
        std::string all;
        double before = -1;
        for (const auto& c : captionsOf(speech, 3)) {
            CHECK(c.startS >= before);
            before = c.startS;
            all += c.text + ' ';
            std::istringstream lines(inLines(c.text));
            int count = 0;
            for (std::string line; std::getline(lines, line); ++count) CHECK(letters(line) <= 42);
            CHECK(count <= 2);
        }
        const auto squeezed = [](std::string s) {
            s.erase(std::remove(s.begin(), s.end(), ' '), s.end());
            return s;
        };
        CHECK(squeezed(all) == squeezed(text));
    }
    CHECK(inLines("Brake at the fifty board, and go down to third gear.") ==
          "Brake at the fifty board,\nand go down to third gear.");
    CHECK(inLines("Pumphouse, a left-hander. Come in on the right, in fourth gear.") ==
          "Pumphouse, a left-hander.\nCome in on the right, in fourth gear.");
    CHECK(inLines("short") == "short");
    CHECK(inLines(std::string(60, 'x')) == std::string(60, 'x'));
}

TEST_CASE("captions are written as SubRip too, and stay as long as reading takes where silence follows") {
    CHECK(subRip({{0, 1.5, "Brake & turn"}, {3661.25, 3662, "next"}}) ==
          "1\n00:00:00,000 --> 00:00:01,500\nBrake & turn\n\n2\n01:01:01,250 --> 01:01:02,000\nnext\n\n");
    Cut cut;
    cut.lengthS = 20;
    Section s;
    Spoken a, b;
    a.captions = {{1, 2, std::string(34, 'a')}}, b.captions = {{2.5, 3, std::string(34, 'b')}};
    s.spoken = {a, b};
    cut.sections = {s};
    const auto all = captionsOf(cut);
    CHECK(all[0].endS == Approx(2.5)); // up to the next
    CHECK(all[1].endS == Approx(4.5)); // two seconds for 34 letters
}

TEST_CASE("captions written by hand are shown in their pieces, and words say when they are spoken") {
    Speech s;
    s.text = "Brake at the fifty board, third gear.", s.lengthS = 4;
    s.words = {{"Brake", 0, 0},     {"at", 0.5, 6},     {"the", 0.7, 9}, {"fifty", 1.0, 13},
               {"board,", 1.5, 19}, {"third", 2.5, 26}, {"gear.", 3, 32}};
    const auto spoken = captionsOf(s, 10);
    REQUIRE(spoken.size() == 1);
    const auto timed = webVtt(spoken, true);
    CHECK(timed.find("Brake <00:00:10.500>at <00:00:10.700>the <00:00:11.000>fifty") != std::string::npos);
    CHECK(webVtt(spoken).find("<0") == std::string::npos);

    s.caption = "Brake at 50 | | third \u2460";
    const auto written = captionsOf(s, 10);
    REQUIRE(written.size() == 2);
    CHECK(written[0].text == "Brake at 50");
    CHECK(written[1].text == "third \u2460");
    CHECK(written[0].startS == 10);
    CHECK(written[0].endS == Approx(written[1].startS));
    CHECK(written[1].endS == Approx(14));
    CHECK(webVtt(written, true).find("<0") == std::string::npos); // nobody knows when these are spoken
    s.caption = " | ";
    CHECK(captionsOf(s, 10).size() == 1); // nothing to read in it: the words
}
