// SPDX-License-Identifier: GPL-3.0-or-later
// The headless command in this process: its answers, its exit codes, its messages.
#include "support/gui_app.h"
#include "support/ran.h"
#include "support/scratch_folder.h"
#include "support/stadium.h"

#include <catch2/catch.hpp>
#include <cmath>
#include <nlohmann/json.hpp>

using hl::testing::demoFolder;
using hl::testing::run;
using hl::testing::ScratchFolder;
using nlohmann::json;

namespace {

std::string demo(const std::string& name) { return (demoFolder() / name).string(); }

} // namespace

TEST_CASE("laps answers with the keys it promises") {
    const auto r = run({"laps", demo("saltmarrow-log.csv"), "--track", demo("saltmarrow-ring.geojson"), "--json"});
    REQUIRE(r.code == 0);
    const auto j = r.answer();
    const auto truth = json::parse(hl::testing::slurp(demo("saltmarrow-truth.json")));
    CHECK(j["track_length_m"].get<double>() == Approx(truth["track_length_m"].get<double>()).margin(1));
    std::vector<double> times;
    for (const auto& lap : j["laps"]) {
        for (const char* key : {"number", "start_s", "time_s", "complete"}) CHECK(lap.contains(key));
        if (lap["complete"]) times.push_back(lap["time_s"]);
    }
    REQUIRE(times.size() == truth["lap_times_s"].size());
    for (std::size_t i = 0; i < times.size(); ++i)
        CHECK(times[i] == Approx(truth["lap_times_s"][i].get<double>()).margin(0.01));
    CHECK(j["laps"][0]["number"] == 0);
}

TEST_CASE("corners answers with every key, and each null has its reason") {
    const ScratchFolder dir;
    std::string gps = "time [s],x [m],y [m]\n";
    for (const auto& row : hl::testing::stadiumRows({}, 20, 2))
        gps += std::to_string(row.t) + "," + std::to_string(row.place.x) + "," + std::to_string(row.place.y) + "\n";
    const auto gpsLog = dir.write("gps.csv", gps).string(), demoLog = demo("saltmarrow-log.csv");
    const bool positionsOnly = GENERATE(false, true);
    const auto log = positionsOnly ? gpsLog : demoLog;
    INFO(log);
    const auto r = run({"corners", log, "--json"});
    REQUIRE(r.code == 0);
    const auto j = r.answer();
    CHECK(j.contains("lap"));
    REQUIRE_FALSE(j["corners"].empty());
    for (const auto& c : j["corners"]) {
        for (const char* key : {"number", "name", "direction", "kind", "complex", "start_m", "turn_in_m", "apex_m",
                                "end_m", "angle_deg", "min_radius_m", "facts"})
            CHECK(c.contains(key));
        CHECK((c["direction"] == "left" || c["direction"] == "right"));
        const auto& f = c["facts"];
        for (const char* key : {"brake_onset_m", "brake_peak_pct", "brake_release_m", "trail_m", "min_speed_kmh",
                                "min_speed_m", "min_gear", "shifts", "throttle_pickup_m", "full_throttle_m", "lifts",
                                "entry_speed_kmh", "exit_speed_kmh", "unmeasured"}) {
            INFO(key);
            REQUIRE(f.contains(key));
            if (f[key].is_null()) CHECK(f["unmeasured"].contains(key));
        }
    }
}

TEST_CASE("the road learned and the corner list go out, and give the same corners when they come back") {
    const ScratchFolder dir;
    const auto road = (dir / "road.geojson").string(), list = (dir / "corners.csv").string();
    const auto first =
        run({"corners", demo("saltmarrow-log.csv"), "--json", "--write-track", road, "--write-list", list});
    REQUIRE(first.code == 0);
    const auto again = run({"corners", demo("saltmarrow-log.csv"), "--json", "--track", road, "--list", list});
    REQUIRE(again.code == 0);
    const auto a = first.answer(), b = again.answer();
    CHECK(a["road"] == "learned");
    CHECK(b["road"] == "file");
    CHECK(a["line"] == b["line"]); // a learned road does not make its line surer
    REQUIRE(a["corners"].size() == b["corners"].size());
    for (std::size_t i = 0; i < a["corners"].size(); ++i) {
        CHECK(b["corners"][i]["apex_m"].get<double>() == Approx(a["corners"][i]["apex_m"].get<double>()).margin(0.5));
        CHECK(b["corners"][i]["number"] == a["corners"][i]["number"]);
        CHECK(b["corners"][i]["facts"]["limit_m"].is_null()); // edges that were assumed are not known
    }
    const auto wrong = run({"corners", demo("saltmarrow-log.csv"), "--list", demo("saltmarrow-log.csv")});
    CHECK(wrong.code == 1);
    CHECK(wrong.err.find("corner-list.") != std::string::npos);
}

TEST_CASE("a timing line given by hand moves every lap to it") {
    const auto log = demo("saltmarrow-log.csv");
    const auto own = run({"laps", log, "--json"}).answer();
    const auto r = run({"laps", log, "--json", "--line", "41.5,-29.25,90"}); // where the ring's own line lies
    REQUIRE(r.code == 0);
    const auto given = r.answer();
    CHECK(given["line"] == "given");
    REQUIRE(given["laps"].size() >= 4);
    CHECK(given["laps"][1]["time_s"].get<double>() == Approx(own["laps"][1]["time_s"].get<double>()).margin(0.02));
    for (const auto& [line, id] :
         {std::pair("41.5,-29.25", "line.bad-value"), std::pair("north,0,0", "line.bad-value"),
          std::pair("10,10,0", "laps.line-not-crossed"), std::pair("41.5,-29.25,270", "laps.line-not-crossed")}) {
        const auto bad = run({"laps", log, "--line", line});
        INFO(line);
        CHECK(bad.code == 1);
        CHECK(bad.err.find(id) != std::string::npos);
    }
    const auto both = run({"laps", log, "--line", "41.5,-29.25,90", "--track", demo("saltmarrow-ring.geojson")});
    CHECK(both.err.find("usage.line") != std::string::npos);
}

TEST_CASE("sync ties the demo film to its log") {
    const auto r = run({"sync", demo("saltmarrow-lap.mp4"), demo("saltmarrow-log.csv"), "--json"});
    REQUIRE(r.code == 0);
    const auto j = r.answer();
    std::ifstream truth(demo("saltmarrow-lap.mp4.truth.csv"));
    std::string line;
    std::getline(truth, line), std::getline(truth, line);
    double frame = 0, footage = 0, drive = 0;
    char comma = 0;
    std::istringstream(line) >> frame >> comma >> footage >> comma >> drive;
    CHECK(j["offset_s"].get<double>() == Approx(drive - 3.37).margin(0.02));
    CHECK(j["method"] == "sound");
    for (const char* key : {"drift_ppm", "uncertainty_ms", "confidence"}) CHECK(j.contains(key));
}

TEST_CASE("sync takes pairs set by hand") {
    const auto r =
        run({"sync", demo("saltmarrow-lap.mp4"), demo("saltmarrow-log.csv"), "--track", demo("saltmarrow-ring.geojson"),
             "--lap", "2", "--pair", "10:500", "--pair", "60:2500", "--json"});
    REQUIRE(r.code == 0);
    CHECK(r.answer()["method"] == "hand");
}

TEST_CASE("check and plan answer for the demo guide") {
    hl::testing::applicationReady<QGuiApplication>(); // words beside marks are as wide as their font
    const auto c = run({"check", demo("saltmarrow-guide"), "--json"});
    REQUIRE(c.code == 0);
    const auto findings = c.answer()["findings"];
    for (const auto& f : findings) {
        for (const char* key : {"rule", "severity", "corner", "where", "message", "claim", "measured", "to_do", "at_s"})
            CHECK(f.contains(key));
        CHECK(f["severity"] != "wrong"); // the draft does not contradict what it was made from
    }
    const auto p = run({"plan", demo("saltmarrow-guide"), "--json"});
    REQUIRE(p.code == 0);
    const auto j = p.answer();
    CHECK(j["length_s"].get<double>() >= j["bound_s"].get<double>());
    double now = 0;
    for (const auto& s : j["sections"]) {
        for (const char* key : {"kind", "corner", "start_s", "end_s", "shots"}) CHECK(s.contains(key));
        for (const auto& shot : s["shots"]) {
            for (const char* key : {"kind", "start_s", "end_s", "footage_start_s", "footage_end_s", "rate"})
                CHECK(shot.contains(key));
            CHECK(shot["start_s"].get<double>() == Approx(now).margin(0.002));
            now = shot["end_s"];
        }
    }
    CHECK(now == Approx(j["length_s"].get<double>()).margin(0.01));
}

TEST_CASE("people get sentences, machines get JSON, and nothing else on standard output") {
    const auto plain = run({"laps", demo("saltmarrow-log.csv")});
    CHECK(plain.code == 0);
    CHECK(plain.out.find("lap") != std::string::npos);
    CHECK(plain.out.find('{') == std::string::npos);
    CHECK_NOTHROW(run({"laps", demo("saltmarrow-log.csv"), "--json"}).answer());
}

TEST_CASE("every verb explains itself") {
    for (const char* verb : {"laps", "corners", "sync", "new", "check", "plan", "render", "publish", "demo"}) {
        const auto r = run({verb, "--help"});
        INFO(verb);
        CHECK(r.code == 0);
        CHECK(r.out.find("--json") != std::string::npos);
    }
    const auto version = run({"--version"});
    CHECK(version.code == 0);
    CHECK(version.out.find_first_of("0123456789") != std::string::npos);
}

TEST_CASE("wrong usage is 2, failed work is 1, and both say why on standard error") {
    const ScratchFolder dir;
    const auto empty = dir.write("empty.csv", "").string(), prose = dir.write("prose.csv", "hello\nworld\n").string(),
               noTime = dir.write("no-time.csv", "speed,gear\n1,2\n3,4\n").string();
    struct Case {
        std::vector<std::string> arguments;
        int code;
        const char* says;
    };
    const auto out = (dir / "out").string();
    const Case cases[] = {
        {{}, 2, ""},
        {{"nonsense"}, 2, ""},
        {{"laps"}, 2, ""},
        {{"corners", demo("saltmarrow-log.csv"), "--lap", "fastest"}, 2, "usage.lap"},
        {{"sync", demo("saltmarrow-lap.mp4"), demo("saltmarrow-log.csv"), "--pair", "soon"}, 2, "usage.pair"},
        {{"laps", "/no/such.csv"}, 1, "file.missing"},
        {{"laps", empty}, 1, "log.empty"},
        {{"laps", prose}, 1, "log.no-header"},
        {{"corners", noTime}, 1, "log.no-time"},
        {{"corners", demo("saltmarrow-log.csv"), "--lap", "77"}, 1, "laps.no-such"},
        {{"corners", demo("saltmarrow-log.csv"), "--track", prose}, 1, "track.not-json"},
        {{"sync", prose, demo("saltmarrow-log.csv")}, 1, "media.unreadable"},
        {{"new", out, "--video", prose, "--log", demo("saltmarrow-log.csv")}, 1, "media.unreadable"},
        {{"new", out, "--video", demo("saltmarrow-lap.mp4"), "--log", empty}, 1, "log.empty"},
        {{"check", out}, 1, "file.missing"},
        {{"plan", prose}, 1, "file.missing"},
        {{"render", demo("saltmarrow-guide"), "--out", "/proc/nowhere/x.mp4", "--from", "0", "--to", "1"},
         1,
         "movie.unwritable"},
        {{"render", demo("saltmarrow-guide"), "--out", out + ".mp4", "--from", "5", "--to", "5"}, 1, "render.empty"},
        {{"publish", demo("saltmarrow-guide"), "--out", demoFolder().string()}, 1, "publish.not-ours"},
        {{"publish", demo("saltmarrow-guide"), "--out", out, "--tier", "gold"}, 2, "usage.tier"},
    };
    for (const auto& c : cases) {
        std::string line;
        for (const auto& a : c.arguments) line += a + " ";
        INFO(line);
        const auto r = run(c.arguments);
        INFO(r.err);
        CHECK(r.code == c.code);
        CHECK_FALSE(r.err.empty());
        CHECK(r.err.find(c.says) != std::string::npos);
        CHECK(r.out.empty());
    }
    CHECK(dir.entries() == 3); // only the broken files themselves
}

TEST_CASE("compare adds up, ranks, and gives evidence, with a track file and without") {
    const auto log = demo("saltmarrow-log.csv");
    std::vector<std::vector<std::string>> ways = {{}, {"--track", demo("saltmarrow-ring.geojson")}};
    for (const auto& way : ways) {
        std::vector<std::string> wish = {"compare", log, log, "--lap", "1", "--other-lap", "3", "--json"};
        wish.insert(wish.end(), way.begin(), way.end());
        const auto r = run(wish);
        INFO(r.err);
        REQUIRE(r.code == 0);
        const auto j = r.answer();
        const auto truth = json::parse(hl::testing::slurp(demo("saltmarrow-truth.json")))["lap_times_s"];
        CHECK(j["total_s"].get<double>() == Approx(truth[2].get<double>() - truth[0].get<double>()).margin(0.02));
        double sum = 0;
        for (const auto& c : j["corners"]) {
            for (const char* part : {"entry_s", "middle_s", "exit_s", "straight_s"}) sum += c[part].get<double>();
            for (const auto& f : c["causes"])
                for (const char* key : {"kind", "at_m", "cost_s", "evidence"}) CHECK(f.contains(key));
        }
        CHECK(sum == Approx(j["total_s"].get<double>()).margin(0.001));
        CHECK(j["first_to_work_on"].size() <= 3);
        CHECK(j["ideal_lap_s"].get<double>() <= truth[0].get<double>() + 0.02);
    }
    const auto same = run({"compare", log, log, "--json"}).answer();
    CHECK(same["total_s"] == 0);
    CHECK(same["first_to_work_on"].empty());
}

TEST_CASE("compare refuses a log of another track, and says which") {
    const ScratchFolder dir;
    std::string far = "time [s],latitude [deg],longitude [deg],speed [m/s]\n";
    for (int i = 0; i < 3000; ++i) {
        const double a = i * 0.02;
        far += std::to_string(i * 0.1) + "," + std::to_string(41.7 + 0.002 * std::sin(a)) + "," +
               std::to_string(-29.5 + 0.002 * std::cos(a)) + ",40\n";
    }
    const auto other = dir.write("far.csv", far).string();
    const auto r = run({"compare", demo("saltmarrow-log.csv"), other});
    CHECK(r.code == 1);
    CHECK(r.err.find("far.csv") != std::string::npos);
    CHECK(r.err.find("track") != std::string::npos);
    CHECK(run({"compare", demo("saltmarrow-log.csv"), demo("saltmarrow-log.csv"), "--other-lap", "x"}).code == 2);
}
