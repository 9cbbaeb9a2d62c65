// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/files.h"
#include "store/guide_file.h"
#include "store/log_file.h"
#include "support/made_guide.h"
#include "support/scratch_folder.h"

#include <catch2/catch.hpp>
#include <csignal>
#include <nlohmann/json.hpp>
#include <sys/resource.h>
#include <sys/wait.h>
#include <unistd.h>

using namespace hl;
using hl::testing::madeGuide;
using hl::testing::ScratchFolder;
using hl::testing::slurp;

namespace {

Guide full() {
    auto g = madeGuide(5).guide;
    g.scene = {"Title \"quoted\" \u00fc", "Channel", "Ring", "Car", "Cup", "dry", true};
    g.sources.video = "../film.mp4", g.sources.log = "log/x.csv", g.sources.lap = 2;
    g.sources.tie = {12.5, 31.25, 7, 0.8, "sound"};
    g.sources.camera = {rad(74), 1.18, 0.2, -0.3, rad(-3), false};
    g.references = {{"r1", "board", "50 board", 820, 6.5, 1.1, "season"}};
    g.sources.pairs = {{12.5, 340}, {60.25, 2600.5}};
    g.sources.columns = {{"Foot A", Channel::Throttle, "%"}};
    g.wholeLapFirst = true;
    g.corners.at(0).advice = {{Topic::Brake, "6 m later", "50 board", "fence"}};
    g.corners.at(0).markers = {{77, MarkerKind::KerbBlock, 10, -5, 0.1, 30, "kerb"}};
    g.corners.at(0).consequence = 2, g.corners.at(0).complex = "1-2", g.corners.at(0).side = Side::Right;
    return g;
}

} // namespace

TEST_CASE("a guide is the same after saving and reading") {
    const ScratchFolder dir;
    const auto g = full();
    REQUIRE(saveGuide(dir.path(), g));
    const auto back = readGuide(dir.path());
    REQUIRE(back);
    CHECK(guideJson(*back) == guideJson(g));
    CHECK(back->scene.title == g.scene.title);
    CHECK(back->sources.tie.driftPpm == 31.25);
    CHECK(back->corners.at(0).markers.at(0) == g.corners.at(0).markers.at(0));
    CHECK(back->corners.at(0).advice.at(0) == g.corners.at(0).advice.at(0));
    CHECK(back->corners.at(0).side == Side::Right);
    CHECK(back->sources.pairs == g.sources.pairs);
    CHECK(back->sources.columns == g.sources.columns);
    for (std::size_t i = 0; i < g.corners.size(); ++i) CHECK(back->corners[i].beats == g.corners[i].beats);
}

TEST_CASE("many made guides survive the way to the file and back") {
    for (unsigned seed = 1; seed <= 60; ++seed) {
        const auto g = madeGuide(seed).guide;
        const auto back = parseGuide(guideJson(g), "made");
        REQUIRE(back);
        CHECK(guideJson(*back) == guideJson(g));
    }
}

TEST_CASE("files that are no guides say what is wrong") {
    const auto g = guideJson(full());
    const auto id = [](const std::string& text) {
        const auto r = parseGuide(text, "guide.json");
        return r ? std::string("none") : r.error().id;
    };
    CHECK(id("") == "guide.not-json");
    CHECK(id(g.substr(0, g.size() / 2)) == "guide.not-json");
    CHECK(id("{}") == "guide.bad-value");
    CHECK(id("{\"version\": 1, \"format\": \"something\"}") == "guide.bad-value");
    CHECK(id("{\"version\": 999, \"format\": \"high-lantern-guide\"}") == "guide.newer");
    auto wrong = nlohmann::json::parse(g);
    wrong["corners"][0]["apex_m"] = "far";
    CHECK(id(wrong.dump()) == "guide.bad-value");
}

TEST_CASE("the published schema names what a guide holds") {
    const auto schema = nlohmann::json::parse(slurp(std::filesystem::path(HL_SOURCE) / "docs/guide.schema.json"));
    const auto g = nlohmann::json::parse(guideJson(full()));
    const auto covers = [](const nlohmann::json& properties, const nlohmann::json& value) {
        for (const auto& [key, v] : value.items()) {
            INFO(key);
            CHECK(properties.contains(key));
        }
    };
    covers(schema["properties"], g);
    covers(schema["$defs"]["corner"]["properties"], g["corners"][0]);
    covers(schema["$defs"]["beat"]["properties"],
           full().corners.at(0).beats.empty() ? nlohmann::json::object() : g["corners"][0]["beats"][0]);
    covers(schema["$defs"]["marker"]["properties"], g["corners"][0]["markers"][0]);
    covers(schema["$defs"]["advice"]["properties"], g["corners"][0]["advice"][0]);
    covers(schema["$defs"]["reference"]["properties"], g["references"][0]);
    covers(schema["properties"]["sources"]["properties"], g["sources"]);
}

TEST_CASE("a process killed while saving leaves the old guide or the new one, never half") {
    const ScratchFolder dir;
    auto g = full();
    REQUIRE(saveGuide(dir.path(), g));
    for (int round = 0; round < 12; ++round) {
        const pid_t child = ::fork();
        REQUIRE(child >= 0);
        if (child == 0) {
            for (int i = 0;; ++i) {
                g.scene.title = "version " + std::to_string(i);
                (void)static_cast<bool>(saveGuide(dir.path(), g));
            }
        }
        ::usleep(static_cast<useconds_t>(2000 + 3100 * round));
        ::kill(child, SIGKILL);
        ::waitpid(child, nullptr, 0);
        const auto back = readGuide(dir.path());
        REQUIRE(back);
        CHECK(back->corners.size() == g.corners.size());
    }
}

TEST_CASE("edits kept aside come back after a kill and go with the next save") {
    const ScratchFolder dir;
    auto g = full();
    REQUIRE(saveGuide(dir.path(), g));
    CHECK_FALSE(unsavedEdits(dir.path()));
    g.scene.title = "edited, never saved";
    REQUIRE(autosaveGuide(dir.path(), g));
    CHECK(readGuide(dir.path())->scene.title != g.scene.title); // the saved guide is untouched
    const auto edits = unsavedEdits(dir.path());
    REQUIRE(edits);
    CHECK(edits->scene.title == g.scene.title);
    REQUIRE(saveGuide(dir.path(), *edits));
    CHECK_FALSE(unsavedEdits(dir.path()));
    CHECK(readGuide(dir.path())->scene.title == g.scene.title);
}

TEST_CASE("a full disk keeps the old guide") {
    const ScratchFolder dir;
    auto g = full();
    REQUIRE(saveGuide(dir.path(), g));
    const auto before = slurp(dir / "guide.json");
    g.scene.title = std::string(100, 'x');
    std::signal(SIGXFSZ, SIG_IGN);
    rlimit old{};
    getrlimit(RLIMIT_FSIZE, &old);
    const rlimit small{1024, old.rlim_max};
    setrlimit(RLIMIT_FSIZE, &small);
    const auto done = saveGuide(dir.path(), g);
    setrlimit(RLIMIT_FSIZE, &old);
    REQUIRE_FALSE(done);
    CHECK(done.error().id == "file.unwritable");
    CHECK(slurp(dir / "guide.json") == before);
    CHECK(dir.entries() == 1);
}

TEST_CASE("a place that cannot be written to says so") {
    const auto done = writeFile("/proc/no-such-place/x.txt", "hello");
    REQUIRE_FALSE(done);
    CHECK(done.error().id == "file.unwritable");
    CHECK(done.error().where == "/proc/no-such-place/x.txt");
    CHECK(readFile("/proc").error().id == "file.is-folder");
    CHECK(readFile("/no/such").error().id == "file.missing");
}

TEST_CASE("a track file gives road, kerbs, references and names") {
    const auto text = R"({"type":"FeatureCollection","features":[
      {"type":"Feature","properties":{"name":"Small Ring","real":false,"left_m":5,"right_m":[4,4,4,4]},
       "geometry":{"type":"LineString","coordinates":[[0.1,53.0],[0.102,53.0],[0.102,53.001],[0.1,53.001],[0.1,53.0]]}},
      {"type":"Feature","properties":{"role":"kerb","from_m":10,"to_m":20,"side":"left"},"geometry":{"type":"Point","coordinates":[0,0]}},
      {"type":"Feature","properties":{"role":"reference","id":"a","kind":"board","label":"50 board","at_m":33},"geometry":{"type":"Point","coordinates":[0,0]}},
      {"type":"Feature","properties":{"role":"corner","number":1,"name":"Sluice","at_m":134},"geometry":{"type":"Point","coordinates":[0,0]}}]})";
    const auto t = parseTrack(text, "t.geojson");
    REQUIRE(t);
    CHECK(t->name == "Small Ring");
    CHECK_FALSE(t->real);
    CHECK(t->lengthM == Approx(2 * 133.8 + 2 * 111.2).margin(2));
    CHECK(t->s.size() == 4); // the ring's last point repeats the first
    CHECK(t->left[0] == 5);
    CHECK(t->kerbs.at(0).left);
    CHECK(t->references.at(0).label == "50 board");
    CHECK(t->corners.at(0).name == "Sluice");
}

TEST_CASE("track files that cannot be used say why") {
    const std::string ring =
        R"("geometry":{"type":"LineString","coordinates":[[0,53],[0.002,53],[0.002,53.001],[0,53.001]]}}]})";
    CHECK(parseTrack(R"({"features":[{"properties":{"name":"a"},)" + ring, "t"));
    for (const char* wrong : {R"("length_m":12)", R"("length_m":1e12)", R"("left_m":-3)", R"("right_m":[4,4,4,1e9])"}) {
        INFO(wrong);
        CHECK(parseTrack(R"({"features":[{"properties":{)" + std::string(wrong) + "}," + ring, "t").error().id ==
              "track.bad-value");
    }
    CHECK(parseTrack("nonsense", "t").error().id == "track.not-json");
    CHECK(parseTrack("{}", "t").error().id == "track.bad-value");
    CHECK(parseTrack(R"({"features":[]})", "t").error().id == "track.no-centre");
    CHECK(
        parseTrack(
            R"({"features":[{"properties":{},"geometry":{"type":"LineString","coordinates":[[0,0],[0,0],["x",0],[0,0]]}}]})",
            "t")
            .error()
            .id == "track.bad-value");
}
