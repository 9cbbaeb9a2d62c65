// SPDX-License-Identifier: GPL-3.0-or-later
// What was really said beside the script: what follows from it for the differences that are told.
#include "voice/said.h"

#include <algorithm>
#include <catch2/catch.hpp>
#include <random>

using namespace hl;

namespace {

const auto kScript = tokensOf("Brake at the board - then turn in late, and wait for the exit kerb before you push.");

SaidPlace asWritten(std::size_t token) {
    SaidPlace p;
    p.token = token, p.readings = kScript[token].readings;
    p.startS = 0.3 * num(token), p.endS = p.startS + 0.25;
    return p;
}

SaidPlace another(const std::string& word, double startS) {
    SaidPlace p;
    p.readings = {{word}}, p.startS = startS, p.endS = startS + 0.04;
    return p;
}

std::vector<SaidPlace> allAsWritten() {
    std::vector<SaidPlace> out;
    for (std::size_t t = 0; t < kScript.size(); ++t)
        if (!kScript[t].readings.empty()) out.push_back(asWritten(t));
    return out;
}

} // namespace

TEST_CASE("what is said as written differs nowhere, dashes are silent") {
    CHECK(differencesOf(kScript, allAsWritten()).empty());
    const auto all = differencesOf(kScript, {});
    REQUIRE(all.size() == 1);
    CHECK(all[0].kind == DifferenceKind::Missing);
    CHECK((all[0].tokenFrom == 0 && all[0].tokenTo == kScript.size()));
    CHECK(differencesOf({}, {}).empty());
}

TEST_CASE("whatever is left out, exchanged or added by dice is told, each stretch once, and nothing else") {
    std::mt19937 random(11);
    for (int round = 0; round < 200; ++round) {
        std::vector<SaidPlace> said;
        std::vector<char> there(kScript.size(), 'y'); // written, no, added before
        for (const auto& p : allAsWritten()) {
            const auto dice = random() % 8;
            if (dice == 0) {
                there[p.token] = 'n';
                continue;
            }
            if (dice == 1) said.push_back(another("um", p.startS - 0.04)), there[p.token] = 'a';
            said.push_back(p);
        }
        const auto differences = differencesOf(kScript, said);
        std::vector<int> told(kScript.size(), 0);
        for (const auto& d : differences) {
            for (auto t = d.tokenFrom; t < d.tokenTo; ++t) ++told[t];
            CHECK((d.kind == DifferenceKind::Added) == (d.tokenFrom == d.tokenTo));
            CHECK((d.kind == DifferenceKind::Missing) == d.heard.empty());
            CHECK(d.startS <= d.endS);
            if (d.kind == DifferenceKind::Added) CHECK(there[d.tokenFrom] == 'a');
        }
        for (std::size_t t = 0; t < kScript.size(); ++t) {
            if (kScript[t].readings.empty()) continue;
            CHECK(told[t] == (there[t] == 'n' ? 1 : 0));
        }
        CHECK(std::is_sorted(differences.begin(), differences.end(),
                             [](const Difference& a, const Difference& b) { return a.tokenFrom < b.tokenFrom; }));
    }
}

TEST_CASE("another word in place of one is one difference with both") {
    auto said = allAsWritten();
    const auto late =
        std::find_if(said.begin(), said.end(), [](const SaidPlace& p) { return kScript[p.token].text == "late,"; });
    *late = another("banana", late->startS);
    const auto d = differencesOf(kScript, said);
    REQUIRE(d.size() == 1);
    CHECK(d[0].kind == DifferenceKind::Changed);
    CHECK(d[0].script == "late,");
    CHECK(d[0].heard == "banana");
    CHECK(d[0].endS - d[0].startS == Approx(0.04));
}

TEST_CASE("what could not be laid on the sound stands where it was heard, unsure") {
    auto said = allAsWritten();
    said[3].startS = said[3].endS = kNaN, said[3].nearS = 0.9, said[3].nearEndS = 1.15;
    said[5].startS = said[5].endS = kNaN, said[5].nearS = 1.5;
    const auto words = alignedTokens(said);
    REQUIRE(words.size() == said.size());
    CHECK_FALSE(words[3].sure);
    CHECK(words[3].startS == Approx(0.9));
    CHECK(words[3].endS == Approx(1.15));
    CHECK_FALSE(words[5].sure);
    CHECK(words[5].endS > words[5].startS);
    CHECK(words[2].sure);
}
