// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/guide/frame_rate.h"

#include "core/guide/validated.h"

#include <catch2/catch.hpp>
#include <cmath>
#include <limits>

using namespace hl;

TEST_CASE("a finished video has a rate at which the film's pictures come evenly") {
    struct Row {
        double film;
        int guide;
    };
    for (const auto& [film, guide] : {Row{24000 / 1001.0, 24},
                                      {24, 24},
                                      {25, 25},
                                      {30000 / 1001.0, 30},
                                      {30, 30},
                                      {48, 24},
                                      {50, 25},
                                      {60000 / 1001.0, 30},
                                      {60, 30},
                                      {100, 25},
                                      {120, 30},
                                      {120000 / 1001.0, 30},
                                      {200, 25},
                                      {240, 30},
                                      {15, 30},
                                      {12.5, 25},
                                      {10, 30},
                                      {29.83, 30},
                                      {0, 25},
                                      {-5, 25},
                                      {1e9, 25},
                                      {0.001, 25}}) {
        INFO(film);
        CHECK(frameRateFor(film) == guide);
    }
    CHECK(frameRateFor(std::numeric_limits<double>::quiet_NaN()) == 25);
    CHECK(frameRateFor(std::numeric_limits<double>::infinity()) == 25);
}

TEST_CASE("whatever a film's rate, the video's is one that a guide may have") {
    for (double film = 0.5; film < 500; film *= 1.013) {
        const int guide = frameRateFor(film);
        INFO(film);
        CHECK(guide >= kLeastFrameRate);
        CHECK(guide <= kMostFrameRate);
    }
    for (int rate = 24; rate <= 30; ++rate)
        for (int parts = 1; parts <= 8; ++parts) {
            INFO(rate * parts);
            CHECK(rate * parts % frameRateFor(rate * parts) == 0); // no picture twice or never
        }
}
