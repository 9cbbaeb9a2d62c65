// SPDX-License-Identifier: GPL-3.0-or-later
// A film that brings its own log needs nothing else: every verb takes it for one.
#include "standins/film.h"
#include "store/guide_file.h"
#include "support/gui_app.h"
#include "support/ran.h"
#include "support/scratch_folder.h"

#include <catch2/catch.hpp>
#include <cmath>
#include <nlohmann/json.hpp>

using hl::testing::demoFolder;
using hl::testing::run;
using hl::testing::ScratchFolder;
using nlohmann::json;

namespace {

/// A small film of a lap and some seconds around it, by a camera that sits askew.
struct Filmed {
    ScratchFolder dir;
    hl::standin::Circuit circuit = hl::standin::saltmarrowRing();
    hl::standin::Drive drive = hl::standin::drive(circuit, {}, {}, 2, 33);
    std::filesystem::path film = dir.path() / "Quill 0042.MP4";
    double lapS = 0, lapFilmS = 8; ///< the lap's time, and where on the film it begins

    explicit Filmed(const hl::standin::CameraSensors& sensors) {
        double start = 0;
        for (const auto& x : drive.samples)
            if (start == 0 && x.s >= circuit.length) start = x.t;
        lapS = drive.lapTimes[0];
        hl::standin::FilmOptions o;
        o.fromS = start - lapFilmS, o.toS = start + lapS + 6;
        o.width = 192, o.height = 108, o.frameRate = 25, o.sensors = sensors;
        REQUIRE(hl::standin::film(circuit, drive, o, film, [](double) { return true; }));
    }
};

hl::standin::CameraSensors askew() {
    hl::standin::CameraSensors s;
    s.yawDeg = -12, s.rollDeg = 175, s.stored = "yXZ", s.lateS = 0.31, s.secondDevice = true;
    return s;
}

} // namespace

TEST_CASE("laps, corners, sync, columns and new take a film that brings its own log") {
    hl::testing::painterReady(); // the plan measures labels
    const Filmed f(askew());
    const auto track = (demoFolder() / "saltmarrow-ring.geojson").string();
    const auto laps = run({"laps", f.film.string(), "--track", track, "--json"});
    REQUIRE(laps.code == 0);
    const auto timed = laps.answer();
    std::vector<json> complete;
    for (const auto& lap : timed["laps"])
        if (lap["complete"]) complete.push_back(lap);
    REQUIRE(complete.size() == 1);
    CHECK(complete[0]["time_s"].get<double>() == Approx(f.lapS).margin(0.06));
    CHECK(complete[0]["start_s"].get<double>() == Approx(f.lapFilmS).margin(0.06));

    const auto corners = run({"corners", f.film.string(), "--track", track, "--json"});
    REQUIRE(corners.code == 0);
    const auto found = corners.answer();
    REQUIRE(found["corners"].size() == 11);
    for (const auto& c : found["corners"]) {
        for (const auto& t : f.drive.truth)
            if (t.lap == 1 && t.number == c["number"].get<int>()) {
                CAPTURE(t.number);
                CHECK(std::abs(c["facts"]["min_speed_kmh"].get<double>() - 3.6 * t.minSpeed) < 3);
            }
        CHECK(c["facts"]["unmeasured"].contains("min_gear")); // a camera knows no gears
    }

    const auto sync = run({"sync", f.film.string(), f.film.string(), "--json"});
    REQUIRE(sync.code == 0);
    CHECK(sync.answer()["method"] == "film");
    CHECK(sync.answer()["offset_s"] == 0);
    CHECK(sync.answer()["sure"] == true);
    CHECK(sync.answer()["uncertainty_ms"].get<double>() < 30);

    const auto columns = run({"columns", f.film.string(), "--json"});
    REQUIRE(columns.code == 0);
    CHECK(columns.answer()["columns"].size() >= 7);
    CHECK(run({"laps", f.film.string(), "--columns", "a=speed"}).code == 2);

    const auto guide = f.dir.path() / "guide";
    const auto made = run({"new", guide.string(), "--video", f.film.string(), "--track", track, "--json"});
    REQUIRE(made.code == 0);
    CHECK(made.answer()["corners"] == 11);
    CHECK(made.answer()["sync"]["method"] == "film");
    const auto read = hl::readGuide(guide);
    REQUIRE(read);
    CHECK(std::filesystem::file_size(guide / read->sources.log) > 100000);
    CHECK(read->sources.log.ends_with(".csv"));
    for (const char* verb : {"plan", "check"}) CHECK(run({verb, guide.string(), "--json"}).code == 0);
}

TEST_CASE("a film without a log of its own, or without a fix, says what is missing") {
    const auto demo = (demoFolder() / "saltmarrow-lap.mp4").string();
    const auto laps = run({"laps", demo});
    CHECK(laps.code == 1);
    CHECK(laps.err.find("brings no log of its own") != std::string::npos);
    const ScratchFolder dir;
    const auto made = run({"new", (dir.path() / "g").string(), "--video", demo});
    CHECK(made.code == 1);
    CHECK(made.err.find("the car's log") != std::string::npos);
    CHECK_FALSE(std::filesystem::exists(dir.path() / "g"));

    auto sensors = askew();
    sensors.noFixBeforeS = 1e9;
    const Filmed never(sensors);
    const auto blind = run({"laps", never.film.string()});
    CHECK(blind.code == 1);
    CHECK(blind.err.find("had no fix") != std::string::npos);
}
