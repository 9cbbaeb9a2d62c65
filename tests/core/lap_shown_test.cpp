// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/lap_shown.h"

#include <catch2/catch.hpp>

using namespace hl;

namespace {

/// A lap of 1000 m that lasts a hundred seconds.
LapTrace lapFrom(double startS) {
    LapTrace lap;
    for (int k = 0; k <= 100; ++k) {
        lap.t.push_back(startS + k), lap.s.push_back(10.0 * k);
        lap.v.push_back(10);
    }
    lap.lengthM = 1000;
    return lap;
}

} // namespace

TEST_CASE("a moment of another lap stands at that lap's metre") {
    const auto own = lapFrom(500);
    const std::map<int, LapOnStage> others{{3, {lapFrom(200), {}}}, {7, {lapFrom(700), {}}}};
    const auto placeOf = [&](double t, const std::map<int, LapOnStage>* laps) {
        return placeAt(lapShown(own, laps, at<LogTime>(t)), at<LogTime>(t));
    };
    CHECK(placeOf(520, &others) == Approx(200));
    CHECK(placeOf(250, &others) == Approx(500));
    CHECK(placeOf(790, &others) == Approx(900));
    CHECK(placeOf(250, nullptr) == Approx(0)); // before the only lap that is known
    // Between the laps nobody knows better than the guide's own.
    CHECK(&lapShown(own, &others, at<LogTime>(650)) == &own);
    CHECK(&lapShown(own, &others, at<LogTime>(-10)) == &own);
}
