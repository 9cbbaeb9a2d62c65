// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/lexicon.h"

#include "core/claims/plain.h"

#include <catch2/catch.hpp>
#include <random>
#include <string>
#include <vector>

using namespace hl;

namespace {

constexpr Meaning kPedals[] = {{"stop", "brake|the brake|on the brake|it all begins|b"},
                               {"go", "power|on the power|100 percent power|b on"}};

/// The same by looking at every place for every phrase.
std::optional<Heard> nearestPlainly(std::string_view s, Stretch within, Stretch to) {
    std::optional<Heard> best;
    std::size_t distance = 0;
    for (const auto& m : kPedals)
        for (std::size_t begin = 0; begin <= m.phrases.size();) {
            const auto end = std::min(m.phrases.find('|', begin), m.phrases.size());
            const auto words = m.phrases.substr(begin, end - begin);
            begin = end + 1;
            for (auto at = within.from; at + words.size() <= std::min(within.to, s.size()); ++at) {
                const auto behind = at + words.size();
                if (s.substr(at, words.size()) != words || (at > 0 && s[at - 1] != ' ') ||
                    (behind < s.size() && s[behind] != ' ') || (at < to.to && to.from < behind))
                    continue;
                const auto apart = behind <= to.from ? to.from - behind : at - to.to;
                if (!best || apart < distance || (apart == distance && words.size() > best->at.to - best->at.from))
                    best = Heard{m.means, {at, behind}}, distance = apart;
            }
        }
    return best;
}

std::string randomWords(std::mt19937& random) {
    static constexpr const char* kWords[] = {"brake", "the", "on",  "power",  "100",    "percent", "b",    ",",
                                             "but",   "it",  "all", "begins", "brakes", "x",       "then", "."};
    std::string s = " ";
    for (auto n = random() % 14; n > 0; --n) s += kWords[random() % std::size(kWords)] + std::string(" ");
    return s;
}

std::string clause(std::string_view s, std::string_view of) {
    const auto at = s.find(of);
    const auto c = clauseAround(s, at, at + of.size());
    return std::string(s.substr(c.from, c.to - c.from));
}

} // namespace

TEST_CASE("the nearest phrase is the one that looking everywhere finds") {
    const Lexicon lexicon(kPedals);
    std::mt19937 random(11);
    int heard = 0;
    for (int k = 0; k < 4000; ++k) {
        const auto s = randomWords(random);
        const auto some = [&] { return random() % (s.size() + 1); };
        Stretch within{some(), some()}, to{some(), some()};
        if (within.to < within.from) std::swap(within.from, within.to);
        if (to.to < to.from) std::swap(to.from, to.to);
        INFO("'" << s << "' " << within.from << ".." << within.to << " to " << to.from << ".." << to.to);
        const auto found = nearestPhrase(s, within, to, lexicon);
        const auto expected = nearestPlainly(s, within, to);
        REQUIRE(found.has_value() == expected.has_value());
        if (!found) continue;
        ++heard;
        const auto apart = [&](const Heard& h) { return h.at.to <= to.from ? to.from - h.at.to : h.at.from - to.to; };
        CHECK(apart(*found) == apart(*expected));
        CHECK(found->at.to - found->at.from == expected->at.to - expected->at.from);
    }
    CHECK(heard > 500);
}

TEST_CASE("a phrase is found as words, at the beginning and at the end, and no half of a word is") {
    const Lexicon lexicon(kPedals);
    const auto has = [&](std::string_view s) { return hasPhrase(s, {0, s.size()}, lexicon); };
    CHECK(has("brake"));
    CHECK(has("on the power"));
    CHECK(has("with 100 percent power"));
    CHECK_FALSE(has("brakes"));
    CHECK_FALSE(has("handbrake"));
    CHECK_FALSE(has("bb"));
    CHECK_FALSE(has(""));
    CHECK_FALSE(has(" "));
    CHECK_FALSE(has("\xc3\xa9"));
}

TEST_CASE("a clause ends where something else begins") {
    const std::string s = " turn in early , brake hard but lift later then go ";
    CHECK(clause(s, "turn") == " turn in early ");
    CHECK(clause(s, "hard") == " brake hard ");
    CHECK(clause(s, "lift") == " lift later ");
    CHECK(clause(s, "go") == " go ");
    CHECK(clause("brake", "brake") == "brake");
    const std::string marks = " , , but but . ";
    for (std::size_t from = 0; from <= marks.size(); ++from)
        for (std::size_t to = from; to <= marks.size(); ++to) {
            const auto c = clauseAround(marks, from, to);
            CHECK(c.to >= to);
            CHECK(c.to <= marks.size());
        }
}

TEST_CASE("marks are looked for at every blank and nowhere else") {
    static constexpr std::string_view kMarks[] = {" and ", " , ", " andes "};
    const auto found = [](std::string_view text) {
        std::vector<std::size_t> at;
        eachMark(text, kMarks, [&](std::string_view, std::size_t place) { at.push_back(place); });
        return at;
    };
    CHECK(found(" and , x and y") == std::vector<std::size_t>{0, 4, 8});
    CHECK(found("sand , ").size() == 1);
    CHECK(found("").empty());
    CHECK(found("and").empty());
    CHECK(found("no blank at the end,").empty());
    CHECK(found("     ").empty());
}

TEST_CASE("dots after which a sentence goes on part a clause, others end a sentence") {
    const auto sentences = [](std::string_view s) { return sentencesOf(plainText(s)).size(); };
    CHECK(sentences("Fourth... no, second.") == 1);
    CHECK(sentences("Fourth\xe2\x80\xa6 no, second.") == 1);
    CHECK(sentences("Fourth... No, second.") > 1);
    CHECK(sentences("Fourth. no, second.") == 2);
    CHECK(sentences("And then...") >= 1);
    CHECK(sentences("...") <= 3);
    const std::string text = "It is \xe2\x80\x98quick\xe2\x80\x99... very\xe2\x80\xa6 and more";
    const auto plain = plainText(text);
    for (std::size_t i = 1; i < plain.text.size(); ++i) CHECK(plain.from[i] <= plain.to[i]);
    CHECK(plain.to.back() == 31); // letters, not bytes
}
