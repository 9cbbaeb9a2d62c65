// SPDX-License-Identifier: GPL-3.0-or-later
// First words on rings and cars that nobody wrote sentences for.
#include "core/claims/guide_claims.h"
#include "core/guide/edits.h"
#include "core/guide/validated.h"
#include "core/units/figures.h"
#include "core/words/draft.h"
#include "standins/random_ring.h"
#include "support/driven.h"

#include <catch2/catch.hpp>
#include <cctype>
#include <cmath>
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

namespace {

bool hasFigure(const std::string& s) {
    return std::any_of(s.begin(), s.end(), [](unsigned char c) { return std::isdigit(c) != 0; });
}

} // namespace

TEST_CASE("a draft is worded in the producer's school, and no neighbours by one pattern") {
    const auto d = driven(standin::saltmarrowRing(), {}, 2, 4);
    const auto lap = must(fastest(d.laps));
    const auto trace = must(traceOf(d.log, d.laps, lap, &d.track));
    const auto corners = must(findCorners(trace, &d.track));
    const auto facts = measureAll(trace, corners, &d.track);
    for (int k = 0; k < 24; ++k) {
        Guide blank;
        blank.school = {k % 2 == 0, k / 2 % 2 == 0, k / 4 % 2 == 0, static_cast<DistanceUnit>(k / 8)};
        blank.scene.speedUnit = k % 3 == 0 ? SpeedUnit::Mph : SpeedUnit::Kmh;
        INFO("school " << k);
        const auto g = withDraft(blank, {trace, corners, facts, &d.track});
        CHECK(validated(g));
        std::map<Topic, std::string> last; // how the sentence of that topic began in the corner before
        for (const auto& c : g.corners) {
            REQUIRE_FALSE(c.beats.empty());
            for (const auto& b : c.beats) {
                INFO(b.words);
                CHECK(b.words.find('{') == std::string::npos);
                if (!blank.school.numbers) {
                    auto words = b.words;
                    for (const auto& r : g.references) // a board is called by its figure in any school
                        for (auto at = words.find(r.label); !r.label.empty() && at != std::string::npos;
                             at = words.find(r.label))
                            words.erase(at, r.label.size());
                    if (b.topic != Topic::Approach) CHECK_FALSE(hasFigure(words));
                    CHECK(words.find("percent") == std::string::npos);
                }
                if (blank.school.distance != DistanceUnit::Metres) CHECK(b.words.find(" metre") == std::string::npos);
                if (blank.scene.speedUnit == SpeedUnit::Mph) CHECK(b.words.find("kilometres") == std::string::npos);
                if (!blank.school.advanced) CHECK(b.words.find("percent") == std::string::npos);
                if (b.topic == Topic::Exit) {
                    const auto begin = b.words.substr(0, 9);
                    CHECK(last[b.topic] != begin);
                    last[b.topic] = begin;
                }
            }
        }
        const auto all = [&](Topic t) {
            std::string s;
            for (const auto& c : g.corners)
                for (const auto& b : c.beats)
                    if (b.topic == t) s += b.words + " ";
            return s;
        };
        CHECK((all(Topic::Exit).find("I ") != std::string::npos) == blank.school.asI);
    }
}

TEST_CASE("distances are said in the unit one thinks in") {
    CHECK(spokenDistance(9.2, DistanceUnit::Metres) == "9 metres");
    CHECK(spokenDistance(1.1, DistanceUnit::Metres) == "1 metre");
    CHECK(spokenDistance(100, DistanceUnit::Yards) == "109 yards");
    CHECK(spokenDistance(9, DistanceUnit::CarLengths) == "two car lengths");
    CHECK(spokenDistance(2.4, DistanceUnit::CarLengths) == "one car length");
    CHECK(spokenDistance(90, DistanceUnit::CarLengths) == "20 car lengths");
    for (const auto u : {DistanceUnit::Metres, DistanceUnit::Yards, DistanceUnit::CarLengths})
        CHECK(spokenDistance(NAN, u).find(kNoFigure) == 0);
}

TEST_CASE("no first words contradict the lap they were written for, in any school, on any ring") {
    const auto family = GENERATE(range(0, 3));
    const auto seed = GENERATE(101u, 102u, 105u, 106u);
    const auto d = driven(standin::randomRing(standin::kRingFamilies[family], seed), {}, 2, seed);
    const auto lap = must(fastest(d.laps));
    const auto trace = must(traceOf(d.log, d.laps, lap, &d.track));
    const auto corners = must(findCorners(trace, &d.track));
    const auto facts = measureAll(trace, corners, &d.track);
    constexpr DistanceUnit kUnits[] = {DistanceUnit::Metres, DistanceUnit::Yards, DistanceUnit::CarLengths};
    for (unsigned k = 0; k < 4; ++k) {
        Guide asked;
        asked.school = {k % 2 == 0, true, k < 2, kUnits[(seed + k) % 3]};
        const auto g = withDraft(asked, {trace, corners, facts, &d.track});
        const GuideClaims claims(g, {cornersOf(g), facts}, wholeLap(trace));
        for (const auto& c : g.corners)
            for (const auto& b : c.beats)
                for (const auto& read : claims.of(b.words, b, c)) {
                    INFO("ring " << family << '/' << seed << ", corner " << c.number << ": " << b.words);
                    INFO(read.said << ", measured " << read.claim.measured);
                    CHECK(read.claim.verdict != Verdict::Differs);
                }
    }
}
