// SPDX-License-Identifier: GPL-3.0-or-later
// Positions of a slow and noisy receiver against the place where the car really was.
#include "support/driven.h"

#include <catch2/catch.hpp>

using namespace hl;

namespace {

/// Median distance from the truth, m, with the receiver's constant offset (the track's origin) taken out.
double medianError(const CarLog& log, const standin::Circuit& c, const standin::Drive& d) {
    std::vector<double> dx, dy, off;
    for (std::size_t i = 0; i < log.size(); ++i) {
        const auto at = static_cast<std::size_t>(log[Channel::Time][i] / d.step + 0.5);
        const auto& x = d.samples[std::min(d.samples.size() - 1, at)];
        const auto p = standin::poseAt(c, x.s, standin::lineAt(d.line.lateral, d.line, c, x.s));
        dx.push_back(log[Channel::X][i] - p.x), dy.push_back(log[Channel::Y][i] - p.y);
    }
    const double mx = median(dx), my = median(dy);
    for (std::size_t i = 0; i < dx.size(); ++i) off.push_back(std::hypot(dx[i] - mx, dy[i] - my));
    return median(off);
}

} // namespace

TEST_CASE("the log's accelerations sharpen the positions of a slow receiver") {
    const auto c = standin::saltmarrowRing();
    const auto d = standin::drive(c, {}, {}, 1, 7);
    standin::LogOptions how;
    how.rateHz = 10, how.positionNoise = 0.8;
    const auto text = standin::csvLog(c, d, how);
    auto without = text;
    for (const char* name : {"Lateral acc", "Longitudinal acc"}) without.replace(without.find(name), 4, "Qqqq");
    const auto felt = importText(text, "felt"), plain = importText(without, "plain");
    REQUIRE(felt);
    REQUIRE(plain);
    REQUIRE_FALSE(plain->has(Channel::LateralAcc));
    const double sharp = medianError(*felt, c, d), vague = medianError(*plain, c, d);
    INFO(sharp << " m with, " << vague << " m without");
    CHECK(vague < 0.8); // smoothing alone helps
    CHECK(sharp < 0.8 * vague);
}
