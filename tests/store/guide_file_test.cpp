// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/files.h"
#include "store/guide_file.h"
#include "store/log_file.h"
#include "support/made_guide.h"
#include "support/scratch_folder.h"

#include <catch2/catch.hpp>
#include <cerrno>
#include <csignal>
#include <nlohmann/json.hpp>
#include <sys/wait.h>
#include <thread>
#include <unistd.h>

using namespace hl;
using hl::testing::madeGuide;
using hl::testing::ScratchFolder;
using hl::testing::slurp;

namespace {

Guide full() {
    auto g = madeGuide(5).guide;
    g.scene = {"Title \"quoted\" \u00fc", "Channel",     "Ring", "Car", "Cup", {}, false, false,
               CornerLabels::Names,       SpeedUnit::Mph};
    g.sources.sides = {Sides::Film, true};
    g.onPurpose = {{"slip.road-unused", {3}, {}, "for the next corner"}, {"wet.paint", {}, {}, "never wet here"}};
    auto& day = g.scene.conditions;
    day.sky = Sky::Overcast, day.road = RoadState::Damp, day.rubber = Rubber::Green, day.light = Light::LowSun;
    day.tyres = Tyres::Worn, day.fuel = FuelLoad::Race, day.airC = -3.5, day.trackC = 11.25, day.windMps = 4.5;
    day.windFromRad = rad(225), day.fuelL = 38.5, day.minuteOfDay = 14 * 60 + 5, day.note = "leaves, \"many\"";
    g.setup = {{newId<BeatId>(g),
                "Front wing",
                "4",
                "",
                "6",
                "It is nervous.",
                {{"it pushes", true, "1"}, {"it slides", false, ""}}},
               {newId<BeatId>(g), "Springs", "soft", "", "", "", {}}};
    g.sources.stills = {{newId<StillId>(g), "pictures/gate.jpg", 412.5, "the gate"}};
    auto& film = g.sources.film();
    film.file = "../film.mp4", film.role = FilmRole::Chase;
    film.tie = {12.5, 31.25, 7, 0.8, "sound"};
    film.camera = {rad(74), 1.18,      0.2,       -0.3,     rad(1.5), rad(-3), rad(-0.5),
                   -0.12,   rad(0.75), rad(1.25), rad(0.5), false,    "pins",  2.5};
    film.pins = {{at<FootageTime>(12.5), 412.25, 301, {340, 340, -5.5, 0.25}},
                 {at<FootageTime>(3), 7, 9, {20, 20, 0, 0}}};
    film.pairs = {{at<FootageTime>(12.5), 340}, {at<FootageTime>(60.25), 2600.5}};
    const auto onboard = film.id;
    g.sources.films.push_back({newId<FilmId>(g), FilmRole::Above, "from-above.mp4"});
    g.sources.log = "log/x.csv", g.sources.lap = 2, g.sources.trackFile = "log/t.geojson", g.sources.line = "53,0.1,90";
    g.sources.columns = {{"Foot A", Channel::Throttle, "%"}};
    g.outline = {{false, {SectionKind::Lap, SectionKind::Card}}, {true, {SectionKind::Run}}};
    g.frameRate = 50;
    g.sources.film().keepClear = {{10, 20, 300, 80.5, "display"}};
    auto& shown = g.showings;
    shown.walk = {kPlanPicture, PictureOf{}}, shown.lap = {PictureOf{}, kNoPicture};
    shown.run.inset = PictureOf{PictureOf::Kind::Film, g.sources.films.back().id};
    shown.gauges = {"cue", "forces", "of a newer version"}, shown.over = {"../other.csv", 3, Equal::Distance};
    const auto board = newId<ReferenceId>(g), fence = newId<ReferenceId>(g);
    g.references = {{{"r1", "board", "50 board", 820, 6.5, 1.1, "season"}, board},
                    {{"r2", "fence end", "fence", 830, -9, 1.5, "permanent"}, fence}};
    auto& c = g.corners.at(0);
    c.advice = {{Topic::Brake, "6 m later", "50 board", "fence", board, fence, "pictures/board.png"}};
    c.otherAdvice["wet"] = {{Topic::Brake, "20 m sooner", "", "fence", {}, fence}};
    c.otherAdvice["club"] = {{Topic::Gears, "second", "", ""}};
    c.markers = {{newId<MarkerId>(g), "kerb-block", OnRoad{10, 30, -5, 0.1}, "kerb"},
                 {newId<MarkerId>(g), "ring", OnReference{board, -2.5}, "50 board"},
                 {newId<MarkerId>(g), "ring", InFilm{onboard, at<FootageTime>(3.25), 412, 96.5}, "post"},
                 {newId<MarkerId>(g), "ring", InPicture{PictureSpot::BottomLeft}, "gear"}};
    c.consequence = 2, c.complex = 4, c.complexKind = "esses", c.side = Side::Right, c.flat = true;
    c.name = "Sluice", c.kind = "opening", c.angleRad = 1.25, c.minRadiusM = 41.5, c.apexesM = {c.apexM, c.apexM + 12};
    return g;
}

} // namespace

TEST_CASE("a guide is the same after saving and reading, every member of it") {
    const ScratchFolder dir;
    const auto g = full();
    REQUIRE(saveGuide(dir.path(), g));
    const auto back = readGuide(dir.path());
    INFO((back ? "" : sentence(back.error())));
    REQUIRE(back);
    CHECK(back->scene == g.scene);
    CHECK(back->sources == g.sources);
    CHECK(back->corners == g.corners);
    CHECK(back->references == g.references);
    CHECK(back->outline == g.outline);
    CHECK(*back == g);
}

TEST_CASE("many made guides survive the way to the file and back") {
    for (unsigned seed = 1; seed <= 60; ++seed) {
        const auto g = madeGuide(seed).guide;
        const auto back = parseGuide(guideJson(g), "made");
        REQUIRE(back);
        CHECK(*back == g);
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
    const auto e = parseGuide(wrong.dump(), "guide.json").error();
    CHECK(e.where == "guide.json: corners[0].apex_m"); // ours, not a library's text
    CHECK(e.what == "is \"far\"");
    CHECK(e.expected == "a number");
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

TEST_CASE("whatever fails while writing, the old guide stays whole and the error says what it was") {
    const ScratchFolder dir;
    auto g = full();
    REQUIRE(saveGuide(dir.path(), g));
    const auto before = slurp(dir / "guide.json");
    g.scene.title = std::string(100, 'x');
    const auto failing = [](int code) {
        return [code](auto&&...) {
            errno = code;
            return -1;
        };
    };
    const std::pair<FileOperations, const char*> cases[] = {
        {{.write = failing(ENOSPC), .sync = {}, .rename = {}}, "file.disk-full"},
        {{.write = failing(EDQUOT), .sync = {}, .rename = {}}, "file.disk-full"},
        {{.write = failing(EIO), .sync = {}, .rename = {}}, "file.unwritable"},
        {{.write = {}, .sync = failing(ENOSPC), .rename = {}}, "file.disk-full"},
        {{.write = {}, .sync = {}, .rename = failing(EACCES)}, "file.unwritable"}};
    for (const auto& [operations, id] : cases) {
        const WithFileOperations with(operations);
        const auto done = saveGuide(dir.path(), g);
        REQUIRE_FALSE(done);
        CHECK(done.error().id == id);
        CHECK(slurp(dir / "guide.json") == before);
        CHECK(dir.entries() == 1);
    }
    int calls = 0; // written in dribbles, now and then interrupted
    const WithFileOperations dribbling({.write =
                                            [&](int fd, const void* bytes, std::size_t count) {
                                                if (++calls % 3 == 0) {
                                                    errno = EINTR;
                                                    return -1L;
                                                }
                                                return static_cast<long>(
                                                    ::write(fd, bytes, std::min<std::size_t>(count, 777)));
                                            },
                                        .sync = {},
                                        .rename = {}});
    REQUIRE(saveGuide(dir.path(), g));
    CHECK(*readGuide(dir.path()) == g);
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
    CHECK(parseTrack("{}", "t").error().id == "track.bad-value"); // no features
    CHECK(parseTrack(R"({"features":[]})", "t").error().id == "track.no-centre");
    CHECK(
        parseTrack(
            R"({"features":[{"properties":{},"geometry":{"type":"LineString","coordinates":[[0,0],[0,0],["x",0],[0,0]]}}]})",
            "t")
            .error()
            .id == "track.bad-value");
}

TEST_CASE("a feature without a geometry is allowed, and its metres still say where") {
    const auto t = parseTrack(R"({"type":"FeatureCollection","features":[
      {"type":"Feature","properties":null,"geometry":null},
      {"type":"Feature","properties":{"role":"kerb","from_m":10,"to_m":20,"side":"right"},"geometry":null},
      {"type":"Feature","properties":{"role":"corner","number":1,"name":"Sluice","at_m":134},"geometry":null},
      {"type":"Feature","properties":{"name":"Ring"},
       "geometry":{"type":"LineString","coordinates":[[0,53],[0.002,53],[0.002,53.001],[0,53.001]]}}]})",
                              "t");
    REQUIRE(t);
    CHECK(t->kerbs.size() == 1);
    CHECK(t->corners.at(0).name == "Sluice");
}

TEST_CASE("a plane in metres is one wherever its mark stands, and where only metres can be meant") {
    const std::string line =
        R"("geometry":{"type":"LineString","coordinates":[[0,0],[400,0],[400,250],[0,250],[0,0]]}}])";
    for (const auto& text : {R"({"features":[{"properties":{"coordinates_in":"metres"},)" + line + "}",
                             R"({"coordinates_in":"metres","features":[{"properties":{},)" + line + "}",
                             R"({"name":"Hall","coordinates_in":"metres","features":[{"properties":null,)" + line + "}",
                             R"({"features":[{"properties":{},)" + line + "}"}) {
        INFO(text);
        const auto t = parseTrack(text, "t");
        REQUIRE(t);
        CHECK(t->lengthM == Approx(1300));
        CHECK_FALSE(t->origin);
    }
    // A small plane without a mark could be degrees: then the message names the mark.
    const auto small = parseTrack(
        R"({"features":[{"properties":{},"geometry":{"type":"LineString","coordinates":[[0,0],[80,0],[80,40],[0,40]]}}]})",
        "kart.geojson");
    REQUIRE_FALSE(small);
    CHECK(small.error().where == "kart.geojson: features[0].geometry.coordinates");
    CHECK(small.error().expected.find("coordinates_in") != std::string::npos);
}

TEST_CASE("whatever is wrong in a track file, the message names feature, member and what was expected") {
    const std::string ring =
        R"("geometry":{"type":"LineString","coordinates":[[0,53],[0.002,53],[0.002,53.001],[0,53.001]]}})";
    const std::pair<std::string, std::string> wrong[] = {
        {R"({"features":[{"properties":{"left_m":"wide"},)" + ring + "]}", "features[0].properties.left_m"},
        {R"({"features":[{"properties":{},)" + ring +
             R"(,{"properties":{"role":"kerb","to_m":4,"side":"left"},"geometry":null}]})",
         "features[1].properties.from_m"},
        {R"({"features":[{"properties":{},)" + ring + R"(,{"properties":{"role":"corner","number":"one","at_m":4}}]})",
         "features[1].properties.number"},
        {R"({"features":[{"properties":{},"geometry":{"type":"LineString","coordinates":[[0],[1,2],[1,2],[3,4]]}}]})",
         "features[0].geometry.coordinates[0]"},
        {R"({"features":[{"properties":{"closed":"yes"},)" + ring + "]}", "features[0].properties.closed"},
        {R"({"features":7})", "features"},
        {R"([1,2])", "t"}};
    for (const auto& [text, where] : wrong) {
        const auto t = parseTrack(text, "t");
        INFO(text);
        REQUIRE_FALSE(t);
        CHECK(t.error().where.find(where) != std::string::npos);
        CHECK_FALSE(t.error().expected.empty());
        CHECK(sentence(t.error()).find("json.exception") == std::string::npos);
    }
}
