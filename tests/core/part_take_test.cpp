// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/take/part_take.h"

#include "core/take/take_sound.h"

#include <catch2/catch.hpp>
#include <random>

using namespace hl;

namespace {

/// Words of random length, spoken one after the other, some of them left out, with slips and cuts here and there.
Take randomTake(std::mt19937& random) {
    const auto dice = [&](int sides) { return static_cast<int>(random() % static_cast<unsigned>(sides)); };
    Take t;
    t.file = "takes/a.wav", t.fromS = dice(20) / 10.0;
    double at = t.fromS + 0.2;
    for (int n = 3 + dice(9); n > 0; --n) {
        if (!t.text.empty()) t.text += ' ';
        const auto from = t.text.size();
        t.text += std::string(1 + static_cast<std::size_t>(dice(7)), static_cast<char>('a' + dice(26)));
        const double length = 0.1 + dice(5) / 10.0;
        const auto what = dice(8);
        if (what == 0)
            t.slips.push_back({from, t.text.size(), "", at, at}); // left out
        else
            t.words.push_back({from, at, at + length});
        if (what == 1) t.slips.push_back({from, t.text.size(), "other", at, at + length});
        if (what == 2) t.slips.push_back({t.text.size(), t.text.size(), "um", at + length, at + length + 0.05});
        at += length + dice(4) / 10.0;
        if (what == 3) t.cuts.push_back({at - 0.02, at}), at += 0.05;
    }
    t.toS = at + 0.3;
    return t;
}

void holdsTogether(const Take& t) {
    CHECK(t.fromS <= t.toS);
    std::size_t last = 0;
    for (const auto& w : t.words) {
        CHECK(w.from >= last);
        CHECK(w.from < t.text.size());
        CHECK((w.from == 0 || t.text[w.from - 1] == ' '));
        last = w.from;
    }
    for (const auto& s : t.slips) {
        CHECK(s.from <= s.to);
        CHECK(s.to <= t.text.size());
    }
    double end = t.fromS;
    for (const auto& c : t.cuts) {
        CHECK(c.fromS >= end - 1e-9);
        CHECK(c.toS >= c.fromS);
        CHECK(c.toS <= t.toS + 1e-9);
        end = c.toS;
    }
    CHECK(heardLength(t) >= 0);
}

} // namespace

TEST_CASE("a take that is parted anywhere holds together, loses no word, and joined again is the take") {
    std::mt19937 random(3);
    int parted = 0;
    for (int k = 0; k < 300; ++k) {
        const auto take = randomTake(random);
        for (std::size_t at = 0; at <= take.text.size(); ++at) {
            if (at > 0 && at < take.text.size() && take.text[at - 1] != ' ' && take.text[at] != ' ') continue;
            const auto both = partedTake(take, take.text, at);
            if (!both) continue;
            ++parted;
            INFO("'" << take.text << "' at " << at);
            const auto& [first, second] = *both;
            holdsTogether(first), holdsTogether(second);
            CHECK(first.words.size() + second.words.size() == take.words.size());
            CHECK(first.slips.size() + second.slips.size() == take.slips.size());
            CHECK(first.toS == second.fromS);
            CHECK(first.toS >= first.words.back().endS - 0.3);
            CHECK(heardLength(first) + heardLength(second) == Approx(heardLength(take)).margin(1e-6));
            const auto joined = joinedTake(first, second);
            REQUIRE(joined);
            holdsTogether(*joined);
            CHECK(joined->text == take.text);
            CHECK(joined->words == take.words);
            CHECK(joined->fromS == take.fromS);
            CHECK(joined->toS == take.toS);
        }
    }
    CHECK(parted > 500);
}

TEST_CASE("a take of other words is not parted, nor one of which a half was not spoken; other files are not joined") {
    Take t;
    t.file = "takes/a.wav", t.fromS = 0, t.toS = 3, t.text = "one two";
    t.words = {{0, 0.5, 1}};
    CHECK_FALSE(partedTake(t, "one two three", 4));
    CHECK_FALSE(partedTake(t, t.text, 4)); // nobody knows when "two" is said
    CHECK_FALSE(partedTake(t, t.text, 99));
    CHECK_FALSE(partedTake(Take{}, "", 0));
    t.words.push_back({4, 1.5, 2});
    const auto both = partedTake(t, t.text, 4);
    REQUIRE(both);
    CHECK(both->first.text == "one");
    CHECK(both->second.text == "two");
    auto other = both->second;
    other.file = "takes/b.wav";
    CHECK_FALSE(joinedTake(both->first, other));
    CHECK_FALSE(joinedTake(both->second, both->first)); // spoken before it
    auto later = both->second;
    later.fromS = 5, later.toS = 6;
    const auto joined = joinedTake(both->first, later);
    REQUIRE(joined);
    CHECK(heardLength(*joined) < 3.2); // of what lies between no more than a breath is heard
}
