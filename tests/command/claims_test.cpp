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
