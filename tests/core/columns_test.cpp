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

namespace {

Result<LogShape> shapeOfText(const std::string& text) {
    LogInput in;
    in.bytes = sourceOf(text), in.fileName = "made.csv", in.sizeBytes = num(text.size());
    in.peek = [&text](double share, std::size_t bytes) {
        return text.substr(static_cast<std::size_t>(share * num(text.size())), bytes);
    };
    return shapeOf(in);
}

} // namespace

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
    const auto shape = shapeOfText(text);
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

TEST_CASE("positions too noisy to tell how fast the car turns still tell which way, and the gyroscope is believed") {
    for (const double noiseM : {0.3, 0.6, 1.0})
        for (const int side : {1, -1}) { // of the gyroscope: left or right positive
            std::mt19937 rng(9);
            std::normal_distribution<double> unit(0, 1);
            std::string text = "c1,c2,c3,c4,c5,c6,c7\n";
            char row[200];
            for (const auto& x : drive(5, 20, 150)) {
                std::snprintf(row, sizeof row, "%.3f,%.3f,%.8f,%.8f,%.4f,%.4f,%.3f\n", x.t, x.v,
                              41 + (x.y + noiseM * unit(rng)) / 111194.9,
                              12 + (x.x + noiseM * unit(rng)) / (111194.9 * std::cos(rad(41))),
                              side * deg(x.yaw) + 0.2 * unit(rng), x.ay / kGravity + 0.01 * unit(rng),
                              deg(x.steer) + 0.3 * unit(rng));
                text += row;
            }
            const auto shape = shapeOfText(text);
            REQUIRE(shape);
            CAPTURE(noiseM, side);
            const auto& yaw = shape->columns[4];
            if (noiseM > 0.9) { // too noisy for that too: not guessed
                CHECK(yaw.channel == Channel::Count);
                continue;
            }
            for (const auto& c : shape->columns) UNSCOPED_INFO(c.header << ": " << name(c.channel) << ", " << c.reason);
            CHECK(yaw.channel == Channel::YawRate);
            CHECK(yaw.sure);
            CHECK(yaw.factor == Approx(side * kPi / 180).epsilon(0.02));
            CHECK(shape->columns[5].channel == Channel::LateralAcc);
            CHECK(shape->columns[5].factor == Approx(kGravity).epsilon(0.02));
            CHECK(shape->columns[6].channel == Channel::Steering);
        }
}

TEST_CASE("columns are understood from one row a second to a thousand") {
    for (const double rateHz : {1.0, 5.0, 1000.0}) {
        CAPTURE(rateHz);
        Score score;
        std::vector<std::string> misses;
        for (int k = 0; k < 4; ++k) {
            Writing w;
            w.seed = static_cast<unsigned>(900 + k), w.names = static_cast<Names>(k), w.rateHz = rateHz, w.units = k;
            w.rightPositive = k % 2;
            judge(w, score, misses);
        }
        for (const auto& miss : misses) UNSCOPED_INFO(miss);
        CHECK(score.silentlyWrong == 0);
        CHECK(score.right >= 0.95 * score.needed);
    }
}

TEST_CASE("a row that counts the channels is no sample") {
    for (const char* count : {"1,2,3,4\n", "0,1,2,3\n", "s,m,km/h,\n1,2,3,4\n"}) {
        std::string text = std::string("time,distance,speed,gear\n") + count;
        for (int i = 0; i < 200; ++i) {
            char row[80];
            std::snprintf(row, sizeof row, "%.2f,%.2f,%.1f,%d\n", 5 + i * 0.1, 3 + i * 2.0, 72.0 + i % 3, 3);
            text += row;
        }
        const auto log = importText(text, "counted.csv");
        REQUIRE(log);
        CHECK(log->rows == 200);
        CHECK((*log)[Channel::Time].front() == Approx(5));
    }
}

TEST_CASE("a log that is still growing, or has holes and words in it, is read as far as it goes") {
    std::string text = "time [s],driver,speed [km/h],lat [deg],lon [deg],rpm\n";
    for (int i = 0; i < 3000; ++i) {
        char row[160];
        const double a = i * 0.01;
        // positions ten times a second between speeds a hundred times a second
        if (i % 10 == 0)
            std::snprintf(row, sizeof row, "%.2f,\"Pell, A.\",%.2f,%.7f,%.7f,%d\n", i * 0.01, 90.0,
                          41.5 + 0.0022 * std::sin(a / 9), -29.2 + 0.003 * std::cos(a / 9), 4000 + i % 50);
        else
            std::snprintf(row, sizeof row, "%.2f,\"Pell, A.\",%.2f,,,\n", i * 0.01, 90.0);
        text += row;
    }
    const auto whole = importText(text, "log.csv");
    REQUIRE(whole);
    CHECK(whole->rows == 3000);
    for (const std::size_t cut : {1, 7, 19, 30}) {
        const auto growing = importText(std::string_view(text).substr(0, text.size() - cut), "log.csv");
        REQUIRE(growing);
        CHECK(growing->rows >= 2998);
        CHECK(growing->hasPosition());
    }
}

TEST_CASE("a table is read the same on one core and on several") {
    // many blocks, rows that cannot be used among them, a clock that starts again: all told with their own line
    std::string text = "time [s],speed [m/s],gear\n";
    std::size_t line = 1, bad = 0;
    while (text.size() < 9'000'000) {
        const auto k = line - 1;
        char row[80];
        std::snprintf(row, sizeof row, "%.3f,%.4f,%zu\n", num(k % 250000) * 0.01, 30 + 10 * std::sin(num(k) * 0.001),
                      1 + k / 90 % 6);
        text += k % 100003 == 50000 ? (++bad, "broken\n") : std::string(row);
        ++line;
    }
    const auto log = importText(text, "long.csv");
    REQUIRE(log);
    CHECK(log->badRows == bad);
    CHECK(log->rows == line - 1 - bad);
    std::size_t told = 0;
    for (const auto& n : log->notes)
        if (n.line > 0 && n.text.find("row has") != std::string::npos) {
            ++told;
            CHECK((n.line - 2) % 100003 == 50000);
        }
    CHECK(told == bad);
    const auto& t = (*log)[Channel::Time];
    CHECK(std::is_sorted(t.begin(), t.end()));
}
