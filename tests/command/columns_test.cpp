// SPDX-License-Identifier: GPL-3.0-or-later
// What the columns of a log are taken for, asked and corrected on the command line.
#include "command/command.h"
#include "core/units/numbers.h"
#include "support/driven.h"
#include "support/gui_app.h"
#include "support/scratch_folder.h"

#include <catch2/catch.hpp>
#include <nlohmann/json.hpp>
#include <sstream>

using namespace hl;
using hl::testing::ScratchFolder;
using nlohmann::json;

namespace {

struct Said {
    int status;
    std::string out, err;
};

Said said(std::vector<std::string> arguments) {
    std::ostringstream out, err;
    const int status = runCommand(arguments, {out, err});
    return {status, out.str(), err.str()};
}

/// The stand-in's drive under another maker's names and in his units: SI, a heading called yaw, two clocks.
std::string strangersLog() {
    const auto circuit = standin::saltmarrowRing();
    const auto drive = standin::drive(circuit, {}, {}, 2, 3);
    std::string out =
        "sim_time,lap_time,dist_from_start,x,y,speed,yaw,yaw_rate,track_width,steer,throttle,brake,gear,rpm\n";
    char row[300];
    double yaw = 1, lapStart = 0;
    int lap = 0;
    for (double t = 0; t < drive.samples.back().t; t += 0.01) {
        const auto& x =
            drive.samples[std::min(drive.samples.size() - 1, static_cast<std::size_t>(std::lround(t / drive.step)))];
        if (x.lap != lap) lap = x.lap, lapStart = t;
        const double k = standin::lineAt(drive.line.curvature, drive.line, circuit, x.s);
        const auto p = standin::poseAt(circuit, x.s, standin::lineAt(drive.line.lateral, drive.line, circuit, x.s));
        yaw += k * x.v * 0.01;
        std::snprintf(row, sizeof row, "%.3f,%.3f,%.3f,%.4f,%.4f,%.4f,%.6f,%.6f,%.2f,%.5f,%.4f,%.4f,%d,%.1f\n", 700 + t,
                      t - lapStart, x.s - x.lap * circuit.length, p.x, p.y, x.v, yaw, k * x.v, 11 + std::sin(t / 9),
                      30 * k, x.throttle, x.brake, x.gear, x.rpm);
        out += row;
    }
    return out;
}

} // namespace

TEST_CASE("another maker's columns are told with unit, factor, reason and evidence") {
    const ScratchFolder dir;
    dir.write("strange.csv", strangersLog());
    const auto log = (dir / "strange.csv").string();
    const auto s = said({"columns", log, "--json"});
    REQUIRE(s.status == 0);
    const auto j = json::parse(s.out);
    CHECK(j["rate_hz"].get<double>() == Approx(100).margin(0.01));
    CHECK(j["rows"].get<int>() > 15000);
    const std::map<std::string, std::string> wanted = {{"sim_time", "time"},
                                                       {"dist_from_start", "distance"},
                                                       {"x", "x"},
                                                       {"y", "y"},
                                                       {"speed", "speed"},
                                                       {"yaw", "heading"},
                                                       {"yaw_rate", "yaw_rate"},
                                                       {"steer", "steering"},
                                                       {"throttle", "throttle"},
                                                       {"brake", "brake"},
                                                       {"gear", "gear"},
                                                       {"rpm", "engine_speed"}};
    for (const auto& c : j["columns"]) {
        const auto name = c["name"].get<std::string>();
        INFO(name << ": " << c.dump());
        if (!wanted.count(name)) {
            CHECK(c["channel"].is_null());
            CHECK(c["factor"].is_null());
            continue;
        }
        CHECK(c["channel"] == wanted.at(name));
        CHECK(c["sure"] == true);
        CHECK(c["factor"].get<double>() == Approx(1));
        CHECK_FALSE(c["why"].get<std::string>().empty());
        if (name != "sim_time") {
            REQUIRE_FALSE(c["evidence"].empty());
            CHECK(c["evidence"][0]["likeness"].get<double>() > 0.6);
        }
    }
    const auto laps = said({"laps", log, "--json"});
    REQUIRE(laps.status == 0);
    CHECK(json::parse(laps.out)["laps"][1]["complete"] == true);
}

TEST_CASE("what a person says of a column wins, and nonsense is told with what is known") {
    const ScratchFolder dir;
    dir.write("strange.csv", strangersLog());
    const auto log = (dir / "strange.csv").string();
    const auto j =
        json::parse(said({"columns", log, "--json", "--columns", "yaw=none,speed=speed:km/h,steer=none"}).out);
    for (const auto& c : j["columns"]) {
        if (c["name"] == "yaw" || c["name"] == "steer") CHECK(c["channel"].is_null());
        if (c["name"] == "speed") {
            CHECK(c["unit"] == "km/h");
            CHECK(c["factor"].get<double>() == Approx(1 / 3.6));
        }
    }
    struct Wrong {
        const char *said, *expected;
    };
    for (const auto& w : {Wrong{"yow=heading", "sim_time"}, Wrong{"yaw=twirl", "yaw_rate"},
                          Wrong{"yaw=heading:bar", "rad"}, Wrong{"yaw", "NAME=CHANNEL"}}) {
        INFO(w.said);
        for (const char* verb : {"columns", "laps", "corners"}) {
            const auto s = said({verb, log, "--columns", w.said});
            CHECK(s.status == 2);
            CHECK(s.err.find("usage.columns") != std::string::npos);
            CHECK(s.err.find(w.expected) != std::string::npos);
            CHECK(s.out.empty());
        }
    }
}
