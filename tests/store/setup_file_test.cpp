// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/csv_records.h"
#include "store/setup_file.h"
#include "support/scratch_folder.h"

#include <catch2/catch.hpp>
#include <fstream>
#include <random>

using namespace hl;
using hl::testing::ScratchFolder;

namespace {

/// Any text a person could put into a cell.
std::string anyText(std::mt19937& rng) {
    static constexpr std::string_view kPieces[] = {"wing", "4",      " ", ",",  ";", "\"", "\n",
                                                   "\t",   "\u00fc", "#", "if", "'", "|",  "-"};
    std::string s;
    for (auto n = rng() % 6; n > 0; --n) s += kPieces[rng() % std::size(kPieces)];
    while (!s.empty() && (s.front() == ' ' || s.front() == '\t' || s.front() == '\n')) s.erase(0, 1);
    while (!s.empty() && (s.back() == ' ' || s.back() == '\t' || s.back() == '\n')) s.pop_back();
    return s;
}

SetupSheet anySheet(unsigned seed) {
    std::mt19937 rng(seed);
    SetupSheet sheet;
    for (auto n = rng() % 8 + 1; n > 0; --n) {
        SetupRow r;
        r.name = "row " + std::to_string(n) + anyText(rng),
        r.value = std::to_string(rng() % 90) + "." + std::to_string(rng() % 9);
        r.unit = "mm", r.usual = anyText(rng), r.why = anyText(rng);
        for (auto k = rng() % 3; k > 0; --k)
            r.rules.push_back({"it " + anyText(rng) + "x", rng() % 2 == 0, anyText(rng)});
        sheet.push_back(std::move(r));
    }
    return sheet;
}

} // namespace

TEST_CASE("sheets of any words survive the way through CSV and JSON, and from one to the other") {
    const ScratchFolder dir;
    for (unsigned seed = 1; seed <= 120; ++seed) {
        const auto sheet = anySheet(seed);
        const auto csv = dir.path() / "s.csv", js = dir.path() / "s.json", again = dir.path() / "again.csv";
        REQUIRE(writeSetup(csv, sheet));
        const auto one = readSetup(csv);
        INFO((one ? "" : sentence(one.error())));
        REQUIRE(one);
        CHECK(*one == sheet);
        REQUIRE(writeSetup(js, *one));
        const auto two = readSetup(js);
        REQUIRE(two);
        CHECK(*two == sheet);
        REQUIRE(writeSetup(again, *two));
        CHECK(*readSetup(again) == sheet);
    }
}

TEST_CASE("sheets that others wrote") {
    const auto semicolons =
        parseSetup("Parameter;Current;Default;Notes\nFront pressure;26,5 psi;27,0;\"hot laps; then less\"\n"
                   "TYRES;;;\nRear wing;7;;\n",
                   "other.csv");
    REQUIRE(semicolons);
    REQUIRE(semicolons->size() == 3);
    CHECK((*semicolons)[0].value == "26,5");
    CHECK((*semicolons)[0].unit == "psi");
    CHECK((*semicolons)[0].usual == "27,0");
    CHECK((*semicolons)[0].why == "hot laps; then less");

    const auto bare = parseSetup("Front wing,4\r\nBrake bias,54.5,%\r\n", "bare.csv");
    REQUIRE(bare);
    CHECK((*bare)[0].name == "Front wing");
    CHECK((*bare)[1].unit == "%");

    const auto nested =
        parseSetup(R"({"car": "x", "tyres": {"front": {"left": 26.5}, "abs": true}, "note": null})", "n.json");
    REQUIRE(nested);
    REQUIRE(nested->size() == 4);
    CHECK((*nested)[1].name == "tyres: front: left");
    CHECK((*nested)[1].value == "26.5");
    CHECK((*nested)[2].value == "on");

    const auto list = parseSetup(R"([{"parameter": "Wing", "value": 3, "baseline": 5, "reason": "calm"}])", "l.json");
    REQUIRE(list);
    CHECK((*list)[0].usual == "5");
    CHECK((*list)[0].why == "calm");
}

TEST_CASE("a sheet from a spreadsheet in UTF-16 or Windows letters is read") {
    const ScratchFolder dir;
    std::ofstream(dir.path() / "w.csv", std::ios::binary) << "name,value,unit\r\nSturz,-2.5,\xb0\r\n";
    const auto w = readSetup(dir.path() / "w.csv");
    REQUIRE(w);
    CHECK((*w)[0].unit == "\u00b0");
}

TEST_CASE("sheets that cannot be read say what, where and what was expected") {
    struct Bad {
        const char *text, *id, *where;
    };
    const auto b = GENERATE(Bad{"", "setup.empty", "f"}, Bad{"name,value\n", "setup.empty", "f"},
                            Bad{"value,unit\n3,mm\n", "setup.no-names", "f:1"},
                            Bad{"name,value,if,then\nWing,3,it pushes,sideways\n", "setup.bad-value", "f:2"},
                            Bad{"name,value,if,then\n,,it pushes,up\n", "setup.bad-value", "f:2"},
                            Bad{"{\"setup\": [", "setup.not-json", "f"}, Bad{"[1, 2]", "setup.bad-value", "f: row 1"},
                            Bad{R"([{"value": 3}])", "setup.no-names", "f: row 1"});
    const auto sheet = parseSetup(b.text, "f");
    REQUIRE_FALSE(sheet);
    CHECK(sheet.error().id == b.id);
    CHECK(sheet.error().where.starts_with(b.where));
    CHECK_FALSE(sheet.error().expected.empty());
}

TEST_CASE("records keep the line on which they begin, across line ends in quotes") {
    const auto all = csvRecords("a,b\n\"x\ny\",2\n\n# note\n3,\"4\"\"5\"\n");
    REQUIRE(all.size() == 3);
    CHECK(all[1].line == 2);
    CHECK(all[1].cells[0] == "x\ny");
    CHECK(all[2].line == 6);
    CHECK(all[2].cells[1] == "4\"5");
}
