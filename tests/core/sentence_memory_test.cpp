// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/claim_reader.h"
#include "core/claims/sentence_memory.h"
#include "core/units/on_all_cores.h"

#include <catch2/catch.hpp>

using namespace hl;

namespace {

ClaimFacts twoCorners() {
    ClaimFacts f;
    f.corners.resize(2);
    f.corners[0].number = 1, f.corners[0].name = "Tarn", f.corners[0].facts.numbers["min_gear"] = 3;
    f.corners[1].number = 2, f.corners[1].name = "Lathe", f.corners[1].facts.numbers["min_gear"] = 2;
    return f;
}

} // namespace

TEST_CASE("what is read again claims the same, at its own corner and its own place") {
    const auto facts = twoCorners();
    const ClaimReader reader(facts);
    for (int round = 0; round < 2; ++round) {
        const auto at1 = reader.read("Third gear.", 1), at2 = reader.read("Third gear.", 2);
        REQUIRE((at1.size() == 1 && at2.size() == 1));
        CHECK(at1[0].verdict == Verdict::Agrees);
        CHECK(at2[0].verdict == Verdict::Differs);
        const auto behind = reader.read("Now look ahead. Third gear.", 1);
        REQUIRE(behind.size() == 1);
        CHECK((behind[0].from == 16 && behind[0].to == 26));
    }
    // What follows a sentence takes it back, and leaves nothing of that behind.
    CHECK(reader.read("You'll want third gear; don't.", 1).at(0).stance == Stance::Negated);
    CHECK(reader.read("You'll want third gear; good.", 1).at(0).stance == Stance::Advised);
}

TEST_CASE("sentences are remembered by corner, and no more of them than there is room for") {
    SentenceMemory memory;
    const auto claims = [](std::size_t n) { return std::make_shared<const std::vector<Claim>>(n); };
    CHECK_FALSE(memory.of(1, "a"));
    memory.keep(1, "a", claims(1));
    memory.keep(2, "a", claims(2));
    CHECK((memory.of(1, "a")->size() == 1 && memory.of(2, "a")->size() == 2));
    CHECK_FALSE(memory.of(3, "a"));
    for (std::size_t i = 0; i < SentenceMemory::kMost; ++i) memory.keep(3, std::to_string(i), claims(0));
    CHECK_FALSE(memory.of(1, "a"));
    CHECK(memory.of(3, std::to_string(SentenceMemory::kMost - 1)));
}

TEST_CASE("a reader is asked by several threads at once") {
    const auto facts = twoCorners();
    const ClaimReader reader(facts);
    std::vector<std::size_t> found(64);
    onAllCores(found.size(), [&](std::size_t i) {
        for (int k = 0; k < 20; ++k)
            found[i] += reader.read("Third gear, take " + std::to_string(k) + ".", 1 + static_cast<int>(i % 2)).size();
    });
    for (const auto n : found) CHECK(n == 20);
}
