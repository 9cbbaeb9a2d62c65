// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/files.h"
#include "support/ran.h"
#include "support/scratch_folder.h"

#include <catch2/catch.hpp>

using namespace hl;
using namespace hl::testing;

TEST_CASE("claims of a text are told one line each, and bad input says where") {
    const ScratchFolder dir;
    REQUIRE(writeFile(dir / "f.json", R"({"lap":{"time_s":80},"corners":[{"number":2,"name":"Quarry","direction":"left",
        "facts":{"min_gear":2,"brake_peak_pct":60,"brake_onset_m":null,"lifts":null},"references":[{"name":"tree","at_m":40}]}]})"));
    REQUIRE(writeFile(dir / "t.jsonl", "{\"id\":\"a\",\"corner\":2,\"text\":\"Third gear, sixty percent.\"}\n\n"
                                       "{\"id\":\"b\",\"corner\":7,\"text\":\"Second gear.\"}\n"));
    const auto r =
        run({"claims", "--facts", (dir / "f.json").string(), "--text", (dir / "t.jsonl").string(), "--json"});
    REQUIRE(r.code == 0);
    std::istringstream lines(r.out);
    std::string one;
    REQUIRE(std::getline(lines, one));
    const auto j = nlohmann::json::parse(one);
    REQUIRE(j["claims"].size() == 2);
    CHECK(j["claims"][0]["said"] == 3);
    CHECK(j["claims"][0]["verdict"] == "differs");
    CHECK(j["claims"][0]["span"] == nlohmann::json({0, 10}));
    CHECK(j["claims"][1]["verdict"] == "agrees");
    REQUIRE(std::getline(lines, one));
    CHECK(nlohmann::json::parse(one)["claims"][0]["verdict"] == "unknown");

    REQUIRE(writeFile(dir / "bad.jsonl", "{\"id\":\"a\",\"corner\":2,\"text\":\"x\"}\nnonsense\n"));
    const auto bad =
        run({"claims", "--facts", (dir / "f.json").string(), "--text", (dir / "bad.jsonl").string(), "--json"});
    CHECK(bad.code == 1);
    CHECK(bad.err.find("line 2") != std::string::npos);
    CHECK(bad.out.empty());
    REQUIRE(writeFile(dir / "bad.json", R"({"corners":[{"number":"two"}]})"));
    const auto facts = run({"claims", "--facts", (dir / "bad.json").string(), "--text", (dir / "t.jsonl").string()});
    CHECK(facts.code == 1);
    CHECK(facts.err.find("corners[0].number") != std::string::npos);
    CHECK(run({"claims"}).code == 2);
    CHECK(run({"claims", "--facts", (dir / "f.json").string()}).code == 2);
}

TEST_CASE("told to people, a claim of a long text comes with the words around it alone") {
    const ScratchFolder dir;
    REQUIRE(writeFile(dir / "f.json", R"({"corners":[{"number":1,"name":"Tarn","facts":{"min_gear":3}}]})"));
    std::string text;
    for (int i = 0; i < 2000; ++i) text += "Für Anfänger: take " + std::to_string(i) + " is in second gear, mostly. ";
    REQUIRE(writeFile(dir / "t.jsonl", nlohmann::json({{"id", "a"}, {"corner", 1}, {"text", text}}).dump() + "\n"));
    const auto asked = [&](const std::string& t) {
        REQUIRE(writeFile(dir / "t.jsonl", nlohmann::json({{"id", "a"}, {"corner", 1}, {"text", t}}).dump() + "\n"));
        return run({"claims", "--facts", (dir / "f.json").string(), "--text", (dir / "t.jsonl").string()}).out;
    };
    const auto lines = asked(text);
    CHECK(std::count(lines.begin(), lines.end(), '\n') == 2 * 2000);
    CHECK(lines.size() < 2000 * 300);
    CHECK(lines.find(" take 1 is in second gear, mostly. Für") != std::string::npos);
    CHECK(asked("Second gear.").find("\"Second gear.\"") != std::string::npos);
    CHECK(asked("Second\tgear.").find("\"Second gear.\"") != std::string::npos);
    const std::string run(500, 'x'); // no blank to part at
    CHECK(asked(run + " second gear " + run).find("\"... second gear ...\"") != std::string::npos);
}
