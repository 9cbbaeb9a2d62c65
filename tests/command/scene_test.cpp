// SPDX-License-Identifier: GPL-3.0-or-later
// What a guide begins with, its laps and the shelf, told and changed on the command line.
#include "support/gui_app.h"
#include "support/ran.h"
#include "support/tiny_guide.h"

#include <catch2/catch.hpp>

using namespace hl;
using namespace hl::testing;
using nlohmann::json;

namespace {

struct Told {
    ScratchFolder dir;
    std::string guide = (dir / "guide").string();
    Told() { tinyGuide(dir / "guide", squareFilm(dir / "film.mp4")); }
    Ran scene(std::vector<std::string> more) const {
        more.insert(more.begin(), {"scene", guide, "--json"});
        return run(more);
    }
};

} // namespace

TEST_CASE("conditions are taken from a line, told piece by piece, and what is not understood stays a note") {
    const Told t;
    const auto r = t.scene({"--conditions", "damp, air 50 F, wind 3 m/s from NNE, 22 l, frogs on the back straight"});
    INFO(r.err);
    REQUIRE(r.code == 0);
    const auto rows = r.answer()["conditions"];
    std::string all;
    for (const auto& row : rows) all += row["value"].get<std::string>() + "\n";
    CHECK(all.find("10") != std::string::npos); // degrees Celsius
    CHECK(all.find("frogs on the back straight") != std::string::npos);
    const auto again = t.scene({});
    CHECK(again.answer()["conditions"] == rows); // kept
}

TEST_CASE("a set-up sheet comes in, goes out in both forms, and tells how it differs from another") {
    const Told t;
    const auto sheet = t.dir.write("cold day.csv", "name;value;unit;usual\n"
                                                   "\xC3\x96l temperature;96;C;98\n"
                                                   "Rear wing, holes;4;;3\n"
                                                   "Tyres front left;1,62;bar;1,60\n");
    auto r = t.scene({"--setup", sheet.string(), "--walk", "on"});
    INFO(r.err);
    REQUIRE(r.code == 0);
    REQUIRE(r.answer()["setup"].size() == 3);
    CHECK(r.answer()["setup"][1]["name"] == "Rear wing, holes");
    for (const auto* form : {"out.csv", "out.json"}) {
        INFO(form);
        const auto out = (t.dir / form).string();
        REQUIRE(t.scene({"--setup-to", out}).code == 0);
        r = t.scene({"--against", out});
        REQUIRE(r.code == 0);
        CHECK(r.answer()["differences"].empty());
    }
    const auto other = t.dir.write("other.csv", "name,value,unit\nRear wing, ignored,1\n\"Rear wing, holes\",6,\n");
    r = t.scene({"--against", other.string()});
    REQUIRE(r.code == 0);
    INFO(r.out);
    const auto differs = r.answer();
    bool wing = false;
    for (const auto& d : differs["differences"])
        if (d["name"] == "Rear wing, holes") {
            wing = true;
            CHECK(d["here"] == "4");
            CHECK(d["there"] == "6");
        }
    CHECK(wing);
}

TEST_CASE("a scene that cannot be is refused and nothing of it is kept") {
    const Told t;
    const auto before = slurp(t.dir / "guide/guide.json");
    for (const std::vector<std::string>& wrong : {std::vector<std::string>{"--walk", "maybe"},
                                                  {"--setup", (t.dir / "none.csv").string()},
                                                  {"--against", (t.dir / "none").string()},
                                                  {"--film", (t.dir / "film.mp4").string(), "--role", "submarine"},
                                                  {"--film", (t.dir / "film.mp4").string(), "--at", "three:four"},
                                                  {"--film", (t.dir / "none.mp4").string()},
                                                  {"--still", (t.dir / "none.jpg").string(), "--at-m", "10"},
                                                  {"--still", t.dir.write("a.jpg", "no picture").string()}}) {
        INFO(wrong[0] << " " << wrong[1]);
        // What could be done of it would have been: nothing is half done.
        auto all = wrong;
        all.insert(all.end(), {"--conditions", "wet"});
        const auto r = t.scene(all);
        CHECK(r.code != 0);
        CHECK(r.out.empty());
        CHECK_FALSE(r.err.empty());
        CHECK((slurp(t.dir / "guide/guide.json") == before));
    }
}

TEST_CASE("a picture of a place stands in the guide and is copied beside it") {
    const Told t;
    const auto still = t.dir / "Kurve (2) am Fluss.png";
    REQUIRE(std::system(
                ("ffmpeg -v error -y -f lavfi -i color=c=red:s=300x700 -frames:v 1 '" + still.string() + "' </dev/null")
                    .c_str()) == 0);
    const auto r = t.scene({"--still", still.string(), "--at-m", "120.5", "--caption", "The kerb, seen from the bank"});
    INFO(r.err);
    REQUIRE(r.code == 0);
    const auto stills = r.answer()["stills"];
    REQUIRE(stills.size() == 1);
    CHECK(stills[0]["at_m"] == 120.5);
    CHECK(stills[0]["caption"] == "The kerb, seen from the bank");
    CHECK(std::filesystem::exists(t.dir / "guide" / stills[0]["file"].get<std::string>()));
}

TEST_CASE("the laps of a log are told with reasons, and the guide goes over to another one of them") {
    const Told t;
    t.dir.write("guide/log/stadium.csv", stadiumCsv(stadiumRows({}, 50, 4)));
    auto r = run({"choose-lap", t.guide, "--json"});
    INFO(r.err);
    REQUIRE(r.code == 0);
    const auto j = r.answer();
    REQUIRE(j["laps"].size() >= 2);
    int chosen = 0, proposed = 0, other = -1;
    for (const auto& l : j["laps"]) {
        chosen += l["chosen"].get<bool>(), proposed += l["proposed"].get<bool>();
        CHECK_FALSE(l["reasons"].get<std::string>().empty());
        if (l["complete"].get<bool>() && !l["chosen"].get<bool>()) other = l["number"];
    }
    CHECK(chosen == 1);
    CHECK(proposed == 1);
    REQUIRE(other >= 0);
    r = run({"choose-lap", t.guide, "--lap", std::to_string(other), "--json"});
    INFO(r.err);
    REQUIRE(r.code == 0);
    CHECK(r.answer()["lap"] == other);
    CHECK(readGuide(t.guide)->sources.lap == other);
    const auto before = slurp(t.dir / "guide/guide.json");
    r = run({"choose-lap", t.guide, "--lap", "77", "--json"});
    CHECK(r.code == 1);
    CHECK(r.err.find("77") != std::string::npos);
    CHECK((slurp(t.dir / "guide/guide.json") == before));
}

TEST_CASE("a shelf finds guides in folders that are named, and says what became of their films") {
    const ScratchFolder data;
    const std::string home = (data / "home").string();
    qputenv("XDG_DATA_HOME", home.c_str());
    const Told t;
    std::filesystem::create_directories(t.dir / "elsewhere/deep");
    tinyGuide(t.dir / "elsewhere/deep/N\xC3\xB8rre vest", squareFilm(t.dir / "elsewhere/other.mp4"));
    auto r = run({"shelf", t.dir.path().string(), "--json"});
    INFO(r.err);
    REQUIRE(r.code == 0);
    CHECK(r.answer()["guides"].size() == 2);
    r = run({"shelf", "--find", "vest n\xC3\xB8rre", "--json"});
    REQUIRE(r.code == 0);
    REQUIRE(r.answer()["guides"].size() == 1);
    CHECK(r.answer()["guides"][0]["title"] == "N\xC3\xB8rre vest");
    CHECK(r.answer()["guides"][0]["moved"].empty());
    std::filesystem::remove(t.dir / "elsewhere/other.mp4");
    r = run({"shelf", t.dir.path().string(), "--find", "vest", "--json"});
    REQUIRE(r.code == 0);
    CHECK_FALSE(r.answer()["guides"][0]["moved"].empty());
    CHECK(run({"shelf", "--find", "nobody drove this", "--json"}).answer()["guides"].empty());
}
