// SPDX-License-Identifier: GPL-3.0-or-later
// guide.json through the years: what older writers left opens, what newer ones added stays, what does not hold together
// is refused, and the published schema says the truth.
#include "core/guide/beat_edits.h"
#include "core/guide/edits.h"
#include "core/guide/validated.h"
#include "core/mark/mark_kind.h"
#include "store/guide_file.h"
#include "support/made_guide.h"
#include "support/scratch_folder.h"

#include <catch2/catch.hpp>
#include <nlohmann/json.hpp>
#include <valijson/adapters/nlohmann_json_adapter.hpp>
#include <valijson/schema.hpp>
#include <valijson/schema_parser.hpp>
#include <valijson/validation_results.hpp>
#include <valijson/validator.hpp>

using namespace hl;
using hl::testing::madeGuide;
using hl::testing::slurp;
using nlohmann::json;

namespace {

std::string kept(const char* file) { return slurp(std::filesystem::path(HL_SOURCE) / "tests/data/format-1" / file); }

/// What the schema has against a guide; empty when nothing.
std::string schemaSays(const std::string& guide) {
    static const auto schema = [] {
        static const auto text = json::parse(slurp(std::filesystem::path(HL_SOURCE) / "docs/guide.schema.json"));
        auto parsed = std::make_unique<valijson::Schema>();
        valijson::SchemaParser parser;
        const valijson::adapters::NlohmannJsonAdapter adapter(text);
        parser.populateSchema(adapter, *parsed);
        return parsed;
    }();
    const auto j = json::parse(guide);
    valijson::Validator validator;
    valijson::ValidationResults results;
    const valijson::adapters::NlohmannJsonAdapter target(j);
    if (validator.validate(*schema, target, &results)) return {};
    std::string all;
    valijson::ValidationResults::Error e;
    while (results.popError(e)) {
        for (const auto& c : e.context) all += c;
        all += " " + e.description + "\n";
    }
    return all;
}

} // namespace

TEST_CASE("a guide of the first format opens: corners get ids, texts their references, the film its own place") {
    const auto old = json::parse(kept("guide.json"));
    REQUIRE(old["version"] == 1);
    const auto g = parseGuide(kept("guide.json"), "guide.json");
    REQUIRE(g);
    CHECK(validated(*g));
    REQUIRE(g->corners.size() == old["corners"].size());
    CHECK(g->sources.film().file == old["sources"]["video"]);
    CHECK(g->sources.film().tie.offsetS == old["sources"]["sync"]["offset_s"]);
    CHECK(rad(old["sources"]["camera"]["hfov_deg"]) == Approx(g->sources.film().camera.hfovRad));
    auto outline = usualOutline(); // the conditions stand behind the card
    if (old.value("whole_lap_first", false)) outline.front().sections.push_back(SectionKind::Lap);
    CHECK(g->outline == outline);
    CHECK(g->scene.conditions.note == old["scene"].value("conditions", ""));
    std::set<int> ids;
    for (std::size_t i = 0; i < g->corners.size(); ++i) {
        const auto& c = g->corners[i];
        const auto& was = old["corners"][i];
        CHECK(ids.insert(c.id.value).second);
        CHECK(c.number == was["number"]);
        CHECK(c.apexM == was["apex_m"]);
        REQUIRE(c.beats.size() == was["beats"].size());
        for (std::size_t k = 0; k < c.beats.size(); ++k) {
            CHECK(c.beats[k].id.value == was["beats"][k]["id"]); // ids that were stay
            CHECK(c.beats[k].words == was["beats"][k]["words"]);
        }
        REQUIRE(c.markers.size() == was["markers"].size());
        for (std::size_t k = 0; k < c.markers.size(); ++k) {
            CHECK(c.markers[k].kind == was["markers"][k]["kind"]);
            CHECK(std::get<OnRoad>(c.markers[k].at).atM == was["markers"][k]["at_m"]);
        }
        for (const auto& a : c.advice)
            if (!a.lookFor.empty() && a.lookFor.find("kerb") == std::string::npos) {
                INFO(a.lookFor);
                const auto* r = referenceWith(*g, a.first);
                REQUIRE(r);
                CHECK(a.lookFor.find(r->label) != std::string::npos);
            }
        CHECK(complexLabel(cornersOf(*g), c.id) == was["complex"]);
    }
    CHECK(*parseGuide(guideJson(*g), "again") == *g);
}

TEST_CASE("a guide of the second format opens: its line of conditions is kept in its words, and gets its card") {
    const auto file = slurp(std::filesystem::path(HL_SOURCE) / "tests/data/format-2/guide.json");
    const auto old = json::parse(file);
    REQUIRE(old["version"] == 2);
    const auto g = parseGuide(file, "guide.json");
    REQUIRE(g);
    CHECK(g->scene.conditions.note == old["scene"]["conditions"]);
    CHECK(textOf(g->scene.conditions, SpeedUnit::Kmh) == old["scene"]["conditions"]);
    CHECK(g->outline == usualOutline());
    CHECK(g->corners.size() == old["corners"].size());
    CHECK(g->setup.empty());
    CHECK(*parseGuide(guideJson(*g), "again") == *g);
}

TEST_CASE("twins of the first format are told apart when it is opened") {
    auto old = json::parse(kept("guide.json"));
    old["corners"][1]["number"] = old["corners"][0]["number"];
    old["corners"][0]["advice"] =
        json::array({{{"topic", "brake"}, {"advised", "later"}, {"look_for", ""}, {"backup", ""}},
                     {{"topic", "brake"}, {"advised", "softly"}, {"look_for", ""}, {"backup", ""}}});
    const auto g = parseGuide(old.dump(), "guide.json");
    REQUIRE(g);
    CHECK(g->corners[0].number != g->corners[1].number);
    REQUIRE(g->corners[0].advice.size() == 1);
    CHECK(g->corners[0].advice[0].advised == "later; softly");
}

TEST_CASE("what a newer writer added is kept and written back, wherever it stands") {
    auto j = json::parse(guideJson(madeGuide(5).guide));
    j["almanac"] = {{"weeks", 3}};
    j["scene"]["wind"] = "westerly";
    j["sources"]["weather_log"] = "w.csv";
    j["sources"]["films"][0]["role"] = "drone";
    j["scene"]["conditions"]["road"] = "icy";
    j["scene"]["conditions"]["humidity"] = 0.6;
    j["setup"].push_back({{"id", 903}, {"name", "Wing"}, {"value", "3"}, {"torque", 12}});
    j["sources"]["films"][0]["lens"] = {{"k1", 0.1}};
    j["sources"]["films"][0]["camera"]["roll_deg"] = 2;
    j["corners"][0]["variants"] = json::array({{{"name", "wet"}}});
    j["corners"][0]["beats"].push_back({{"id", 900},
                                        {"topic", "overtaking"},
                                        {"at_m", j["corners"][0]["start_m"]},
                                        {"words", "Here."},
                                        {"cue", ""},
                                        {"take", "t1"}});
    j["corners"][0]["markers"].push_back(
        {{"id", 901},
         {"kind", "arrow-of-tomorrow"},
         {"at", {{"on", "road"}, {"at_m", 5}, {"to_m", 9}, {"lateral_m", 0}, {"height_m", 0}}},
         {"label", "x"}});
    j["corners"][0]["markers"].push_back(
        {{"id", 902}, {"kind", "ring"}, {"at", {{"on", "drone"}, {"track", 7}}}, {"label", "y"}});
    j["next_id"] = 1000;
    const auto g = parseGuide(j.dump(), "newer");
    INFO((g ? "" : sentence(g.error())));
    REQUIRE(g);
    const auto back = json::parse(guideJson(*g));
    CHECK(back["almanac"] == j["almanac"]);
    CHECK(back["scene"]["wind"] == "westerly");
    CHECK(back["sources"]["weather_log"] == "w.csv");
    CHECK(back["sources"]["films"][0]["lens"] == j["sources"]["films"][0]["lens"]);
    CHECK(back["sources"]["films"][0]["camera"]["roll_deg"] == 2);
    CHECK(back["sources"]["films"][0]["role"] == "drone");
    CHECK(back["scene"]["conditions"]["road"] == "icy");
    CHECK(back["scene"]["conditions"]["humidity"] == 0.6);
    CHECK(back["setup"][0]["torque"] == 12);
    CHECK(back["corners"][0]["variants"] == j["corners"][0]["variants"]);
    CHECK(back["corners"][0]["beats"] == j["corners"][0]["beats"]);
    CHECK(back["corners"][0]["markers"] == j["corners"][0]["markers"]);
    CHECK(g->corners[0].markers[0].kind == "arrow-of-tomorrow");
    CHECK(markKindOf(g->corners[0].markers[0].kind) == nullptr);
    CHECK(*parseGuide(back.dump(), "again") == *g);
}

TEST_CASE("what does not hold together is refused with the member's place, in a file as by an edit") {
    struct Wrong {
        const char* where;
        std::function<void(json&)> spoil;
    };
    const auto inf = std::numeric_limits<double>::infinity();
    const auto w = GENERATE_COPY(
        Wrong{"frame_rate", [](json& j) { j["frame_rate"] = 0; }},
        Wrong{"corners[0].apex_m", [](json& j) { j["corners"][0]["apex_m"] = -9e9; }},
        Wrong{"corners[1].number", [](json& j) { j["corners"][1]["number"] = j["corners"][0]["number"]; }},
        Wrong{"corners[1].id", [](json& j) { j["corners"][1]["id"] = j["corners"][0]["id"]; }},
        Wrong{"corners[0].id", [](json& j) { j["corners"][0]["id"] = 99999; }},
        Wrong{"corners[0].start_m", [](json& j) { j["corners"][0].erase("start_m"); }},
        Wrong{"corners[0].side", [](json& j) { j["corners"][0]["side"] = "middle"; }},
        Wrong{"corners[0].consequence", [](json& j) { j["corners"][0]["consequence"] = 7; }},
        Wrong{"sources.films", [](json& j) { j["sources"]["films"] = json::array(); }},
        Wrong{"sources.films[0].camera.hfov_deg", [](json& j) { j["sources"]["films"][0]["camera"]["hfov_deg"] = 0; }},
        Wrong{"corners[0].advice[0].first",
              [](json& j) {
                  j["corners"][0]["advice"] = json::array({{{"topic", "brake"}, {"first", 5555}}});
              }},
        Wrong{"scene.conditions.air_c", [](json& j) { j["scene"]["conditions"]["air_c"] = 300; }},
        Wrong{"scene.conditions.minute_of_day", [](json& j) { j["scene"]["conditions"]["minute_of_day"] = 1440; }},
        Wrong{"setup[0].rules[0].then",
              [](json& j) {
                  j["setup"] = {
                      {{"id", 1}, {"name", "x"}, {"rules", json::array({{{"if", "y"}, {"then", "sideways"}}})}}};
              }},
        Wrong{"sources.stills[0].id",
              [](json& j) {
                  j["sources"]["stills"] = json::array({{{"id", 99999}, {"file", "a.png"}, {"at_m", 3}}});
              }},
        Wrong{"outline[0].sections[0]", [](json& j) { j["outline"][0]["sections"][0] = "song"; }},
        Wrong{"outline[0]", [](json& j) { j["outline"][0]["sections"][0] = "run"; }},
        Wrong{"sources.lap", [inf](json& j) { j["sources"]["lap"] = inf; }});
    auto j = json::parse(guideJson(madeGuide(5).guide));
    REQUIRE(j["corners"].size() > 1);
    w.spoil(j);
    const auto g = parseGuide(j.dump(), "g");
    REQUIRE_FALSE(g);
    CHECK(g.error().id == "guide.bad-value");
    CHECK(g.error().where == std::string("g: ") + w.where);
    CHECK_FALSE(g.error().expected.empty());
    CHECK(sentence(g.error()).find("json.exception") == std::string::npos);
}

TEST_CASE("the published schema accepts every guide that is written and refuses what is wrong") {
    for (unsigned seed = 1; seed <= 40; ++seed) {
        INFO("seed " << seed);
        CHECK(schemaSays(guideJson(madeGuide(seed).guide)) == "");
    }
    CHECK(schemaSays(guideJson(*parseGuide(kept("guide.json"), "kept"))) == "");
    auto wrong = json::parse(guideJson(madeGuide(5).guide));
    wrong["corners"][0].erase("id");
    CHECK(schemaSays(wrong.dump()) != "");
    wrong = json::parse(guideJson(madeGuide(5).guide));
    wrong["frame_rate"] = 0;
    CHECK(schemaSays(wrong.dump()) != "");
    wrong["version"] = 1;
    CHECK(schemaSays(wrong.dump()) != "");
}

TEST_CASE("passes, captions, words of sections and the producer's choices are kept") {
    auto g = madeGuide(5).guide;
    REQUIRE_FALSE(g.corners.empty());
    g = withNewBeat(std::move(g), g.corners[0].id, g.corners[0].apexM, "closer", Pass::Detail);
    g = withNewSectionBeat(std::move(g), SectionKind::Close, "That was {track}.");
    g = withCaption(std::move(g), g.sectionWords[0].beats[0].id, "That was | it");
    g = withSchool(std::move(g), {false, false, true, DistanceUnit::CarLengths});
    g = withWordTimes(withVoiceCare(std::move(g), {true, true}), true);
    g = withClaimLeft(std::move(g), g.sectionWords[0].beats[0].id, {"time", "a \"tenth\"", "caf\u00e9 talk"});
    g = withNamesNotAllowed(std::move(g), {"Falcon", "\u00c9tang"});
    g = withAdvice(std::move(g), g.corners[0].id, {Topic::Brake, "20 m sooner", "", ""}, "wet");
    const auto text = guideJson(g);
    CHECK(schemaSays(text) == "");
    const auto back = parseGuide(text, "g");
    INFO((back ? "" : sentence(back.error())));
    REQUIRE(back);
    CHECK(*back == g);
    // A pass of a newer writer stays what it is.
    auto j = json::parse(text);
    j["corners"][0]["beats"][0]["pass"] = "backwards";
    const auto newer = parseGuide(j.dump(), "g");
    REQUIRE(newer);
    CHECK(newer->corners[0].beats[0].pass == Pass::Walk);
    CHECK(json::parse(guideJson(*newer))["corners"][0]["beats"][0]["pass"] == "backwards");
    j["section_words"][0]["section"] = "song";
    CHECK_FALSE(parseGuide(j.dump(), "g"));
    j = json::parse(text);
    j["corners"][0]["advice_in"]["wet"].push_back(j["corners"][0]["advice_in"]["wet"][0]);
    const auto twice = parseGuide(j.dump(), "g");
    REQUIRE_FALSE(twice);
    CHECK(twice.error().where.find("advice_in.wet") != std::string::npos);
    j["corners"][0]["advice_in"] = "sooner";
    CHECK_FALSE(parseGuide(j.dump(), "g"));
}

TEST_CASE("the schema names every member that is written") {
    const auto schema = json::parse(slurp(std::filesystem::path(HL_SOURCE) / "docs/guide.schema.json"));
    const auto g = json::parse(guideJson(*parseGuide(kept("guide.json"), "kept")));
    const auto covers = [](const json& properties, const json& value) {
        for (const auto& [key, v] : value.items()) {
            INFO(key);
            CHECK(properties.contains(key));
        }
    };
    covers(schema["properties"], g);
    covers(schema["properties"]["scene"]["properties"], g["scene"]);
    covers(schema["properties"]["sources"]["properties"], g["sources"]);
    covers(schema["$defs"]["film"]["properties"], g["sources"]["films"][0]);
    covers(schema["$defs"]["corner"]["properties"], g["corners"][0]);
    covers(schema["$defs"]["beat"]["properties"], g["corners"][0]["beats"][0]);
    covers(schema["$defs"]["marker"]["properties"], g["corners"][0]["markers"][0]);
    covers(schema["$defs"]["advice"]["properties"], g["corners"][0]["advice"][0]);
    covers(schema["$defs"]["reference"]["properties"], g["references"][0]);
}
