// SPDX-License-Identifier: GPL-3.0-or-later
// Columns are understood by what they do: what is used must be right, and what is doubtful must say so.
#include "core/log/log_input.h"
#include "core/units/numbers.h"
#include "support/made_logs.h"

#include <catch2/catch.hpp>
#include <cstdio>
#include <random>

using namespace hl;
using namespace hl::testing;

TEST_CASE("columns are understood by what they do, whatever they are called") {
    Score score;
    std::vector<std::string> misses;
    const auto logs = manyWritings();
    for (const auto& w : logs) judge(w, score, misses);
    for (const auto& miss : misses) UNSCOPED_INFO(miss);
    INFO(logs.size() << " logs: " << score.right << " of " << score.needed << " right, " << score.unsure
                     << " said to be unsure, " << score.silentlyWrong << " silently wrong");
    CHECK(score.silentlyWrong == 0);
    CHECK(score.right >= 0.99 * score.needed);
}

TEST_CASE("five hundred columns without positions are understood too, and the noise among them is left alone") {
    constexpr int kNoise = 490;
    std::mt19937 rng(5);
    std::normal_distribution<double> unit(0, 1);
    std::vector<double> noise(kNoise, 0.0);
    const std::vector<std::pair<std::string, Channel>> real = {
        {"a", Channel::Time},       {"b", Channel::Speed},    {"c", Channel::Distance}, {"d", Channel::YawRate},
        {"e", Channel::LateralAcc}, {"f", Channel::Steering}, {"g", Channel::Gear},     {"h", Channel::EngineSpeed}};
    std::string text = "a,b,c,d,e,f,g,h";
    for (int k = 0; k < kNoise; ++k) text += ",n" + std::to_string(k);
    text += "\n";
    char row[200];
    for (const auto& s : drive(3, 20, 120)) {
        std::snprintf(row, sizeof row, "%.3f,%.4f,%.3f,%.5f,%.4f,%.4f,%.0f,%.1f", s.t, 3.6 * s.v, s.distance,
                      deg(s.yaw) + 0.2 * unit(rng), s.ay / kGravity + 0.02 * unit(rng), deg(s.steer) + 0.3 * unit(rng),
                      s.gear, s.rpm);
        text += row;
        for (auto& n : noise) {
            n = 0.97 * n + unit(rng);
            std::snprintf(row, sizeof row, ",%.2f", n);
            text += row;
        }
        text += "\n";
    }
    LogInput in;
    in.bytes = sourceOf(text), in.fileName = "wide.csv", in.sizeBytes = num(text.size());
    in.peek = [&text](double share, std::size_t bytes) {
        return text.substr(static_cast<std::size_t>(share * num(text.size())), bytes);
    };
    const auto shape = shapeOf(in);
    REQUIRE(shape);
    for (std::size_t i = 0; i < shape->columns.size(); ++i) {
        const auto& c = shape->columns[i];
        INFO(c.header << ": " << name(c.channel) << ", " << c.reason);
        if (i < real.size())
            CHECK(c.channel == real[i].second);
        else
            CHECK((c.channel == Channel::Count || !c.sure));
        for (const auto& e : c.evidence) CHECK(e.with != c.header);
    }
}
