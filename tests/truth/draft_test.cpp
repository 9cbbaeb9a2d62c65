// SPDX-License-Identifier: GPL-3.0-or-later
// First words on rings and cars that nobody wrote sentences for.
#include "core/guide/validated.h"
#include "core/words/draft.h"
#include "standins/random_ring.h"
#include "support/driven.h"

#include <catch2/catch.hpp>
#include <map>

using namespace hl;
using namespace hl::testing;

namespace {

Guide drafted(const Driven& d, const Track* track) {
    const auto lap = must(fastest(d.laps));
    const auto trace = must(traceOf(d.log, d.laps, lap, track));
    const auto corners = must(findCorners(trace, track));
    return withDraft({}, {trace, corners, measureAll(trace, corners, track), track});
}

} // namespace

TEST_CASE("a draft holds together, follows the driving and repeats no sentence more than once") {
    for (const unsigned seed : {3u, 8u, 14u, 21u, 30u}) {
        INFO("ring " << seed);
        const auto d = driven(standin::randomRing(standin::kRingFamilies[seed % 3], seed), {}, 2, seed);
        const auto g = drafted(d, &d.track);
        const auto sound = validated(g);
        INFO((sound ? "" : sentence(sound.error())));
        REQUIRE(sound);
        std::map<std::string, int> sentences;
        for (const auto& c : g.corners) {
            double last = -1e9;
            for (const auto& b : c.beats) {
                CHECK(b.atM >= last);
                CHECK(b.atM >= c.startM);
                CHECK(b.atM <= c.endM);
                last = b.atM;
                ++sentences[b.words];
                CHECK(b.words.find("a opening") == std::string::npos);
                CHECK(b.words.find(" 1 metres") == std::string::npos);
            }
            const auto brake =
                std::find_if(c.beats.begin(), c.beats.end(), [](const Beat& b) { return b.topic == Topic::Brake; });
            const auto carry = std::find_if(c.beats.begin(), c.beats.end(), [](const Beat& b) {
                return b.words.find("Carry the brake") != std::string::npos;
            });
            if (carry != c.beats.end()) {
                REQUIRE(brake != c.beats.end());
                CHECK(brake->atM < carry->atM);
            }
        }
        for (const auto& [words, times] : sentences) {
            INFO(words);
            CHECK(times <= 2);
        }
        REQUIRE_FALSE(g.corners.empty());
        REQUIRE_FALSE(g.corners.front().beats.empty());
        CHECK_FALSE(g.corners.front().beats.front().words.starts_with("Next"));
    }
}

TEST_CASE("kerbs are things to brake by where no board stands") {
    auto d = driven(standin::saltmarrowRing(), {}, 2, 4);
    REQUIRE_FALSE(d.track.kerbs.empty());
    d.track.references.clear();
    const auto lap = must(fastest(d.laps));
    const auto trace = must(traceOf(d.log, d.laps, lap, &d.track));
    const auto corners = must(findCorners(trace, &d.track));
    const auto facts = measureAll(trace, corners, &d.track);
    for (const auto& f : facts) // a kerb begins where each braking does
        if (f.brakeOnsetM) d.track.kerbs.push_back({f.brakeOnsetM->value - 4, f.brakeOnsetM->value + 30, true, 0.05});
    const auto g = withDraft({}, {trace, corners, facts, &d.track});
    int byKerb = 0, blind = 0;
    for (const auto& c : g.corners)
        for (const auto& b : c.beats) {
            byKerb += b.topic == Topic::Brake && b.words.find("kerb") != std::string::npos;
            blind += b.words.find("nothing good") != std::string::npos;
        }
    CHECK(byKerb > 3);
    CHECK(blind == 0);
    for (const auto& c : g.corners)
        for (const auto& a : c.advice)
            if (!a.lookFor.empty() && a.topic == Topic::Brake) CHECK(referenceWith(g, a.first));
}
