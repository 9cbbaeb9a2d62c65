// SPDX-License-Identifier: GPL-3.0-or-later
// Claims in sentences about six tracks, each written down by hand: how the reader does as a whole. One set was looked
// at while the grammar grew; of the other none was.
#include "support/claim_set.h"

#include <catch2/catch.hpp>

using namespace hl::test;

namespace {

const std::filesystem::path kFolder = std::filesystem::path(HL_SOURCE) / "tests/data/claims";

double share(int part, int whole) { return whole > 0 ? static_cast<double>(part) / whole : 1; }

} // namespace

TEST_CASE(
    "what sentences claim is found, with stance and verdict, in nearly all of the sentences the grammar grew with") {
    const auto s = claimsLookedAt(kFolder);
    CHECK(s.sentences > 5000);
    CHECK(share(s.all.found, s.all.there) > 0.95);
    CHECK(share(s.all.verdicts, s.all.there) > 0.93);
    CHECK(share(s.all.stances, s.all.there) > 0.93);
    CHECK(share(s.all.keptSilent, s.all.silent) > 0.97);
    CHECK(s.all.precision() > 0.95);
    CHECK(s.all.recall() > 0.95);
    CHECK(s.byKind.size() == 14);
}

TEST_CASE("and in most of those nobody has looked at") {
    const auto s = claimsUnseen(kFolder);
    CHECK(s.sentences > 400);
    CHECK(share(s.all.found, s.all.there) > 0.9);
    CHECK(share(s.all.verdicts, s.all.there) > 0.88);
    CHECK(share(s.all.keptSilent, s.all.silent) > 0.9);
    CHECK(s.all.precision() > 0.85);
    CHECK(s.all.recall() > 0.9);
}
