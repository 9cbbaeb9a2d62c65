// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/guide/scene_edits.h"
#include "core/guide/validated.h"
#include "support/made_guide.h"

#include <catch2/catch.hpp>

using namespace hl;

namespace {
SetupRow row(std::string name, std::string value, std::string unit = {}, std::string usual = {}) {
    SetupRow r;
    r.name = std::move(name), r.value = std::move(value), r.unit = std::move(unit), r.usual = std::move(usual);
    return r;
}
} // namespace

TEST_CASE("two sheets differ where a value, a unit or a row differs, and nowhere else") {
    const SetupSheet here{row("Front wing", "4"), row("Tyre pressure, front", "26.5", "psi"), row("Springs", "soft"),
                          row("Fuel", "12", "l")};
    const SetupSheet there{row("front  WING", "4.0"), row("tyre pressure front", "27,0", "psi"), row("Springs", "hard"),
                           row("Brake bias", "54", "%"), row("Fuel", "12", "kg")};
    const auto d = differences(here, there);
    REQUIRE(d.size() == 4);
    CHECK(d[0].name == "Tyre pressure, front");
    CHECK(*d[0].byHow == Approx(0.5));
    CHECK(d[1].here == "soft");
    CHECK(d[1].there == "hard");
    CHECK_FALSE(d[1].byHow);
    CHECK(d[2].name == "Fuel"); // the same number of something else
    CHECK_FALSE(d[2].byHow);
    CHECK(d[3].here.empty());
    CHECK(d[3].there == "54 %");
    CHECK(differences(here, here).empty());
    CHECK(differences({}, {}).empty());
}

TEST_CASE("what is said of a row has its value, how it differs from the usual, and what to do if") {
    auto r = row("Front wing", "4", "", "6");
    r.why = "The nose bites too early here";
    r.rules = {{"it pushes in Sluice", true, "one hole"}, {"if the rear is loose", false, ""}};
    CHECK(spokenText(r) ==
          "Front wing: 4. Less than the usual 6. The nose bites too early here. If it pushes in Sluice: "
          "up by one hole. If the rear is loose: down a little.");
    CHECK(spokenText(row("Springs", "")) == "Springs.");
}

TEST_CASE("a new sheet keeps the ids of rows with the same name, and every id is its own") {
    auto g = testing::madeGuide(3).guide;
    g = withSetup(g, {row("Wing", "4"), row("Bias", "54")});
    const auto wing = g.setup[0].id, bias = g.setup[1].id;
    g = withSetup(g, {row("bias", "55"), row("Springs", "soft"), row("wing", "3"), row("wing", "2")});
    CHECK(g.setup[0].id == bias);
    CHECK(g.setup[2].id == wing);
    CHECK(g.setup[3].id != wing);
    CHECK(validated(g));
    auto changed = g.setup[1];
    changed.value = "hard";
    CHECK(withSetupRow(g, changed).setup[1].value == "hard");
    CHECK(withSetupRow(g, row("Camber", "-2")).setup.back().id.value >= g.nextId);
    CHECK(withoutSetupRow(g, wing).setup.size() == 3);
    CHECK(withoutSetupRow(g, {9999}) == g);
}

TEST_CASE("sections of the whole lap come and go where they usually stand") {
    auto g = testing::madeGuide(3).guide;
    g.outline = usualOutline();
    const auto with = withSection(g, SectionKind::Setup, true);
    CHECK(with.outline.front().sections == std::vector{SectionKind::Card, SectionKind::Conditions, SectionKind::Setup});
    CHECK(withSection(with, SectionKind::Setup, false).outline == g.outline);
    const auto without = withSection(g, SectionKind::Conditions, false);
    CHECK_FALSE(has(without.outline, SectionKind::Conditions));
    CHECK(withSection(without, SectionKind::Conditions, true).outline == g.outline);
    g.outline = {{true, {SectionKind::Run}}};
    CHECK(validated(withSection(g, SectionKind::Setup, true)));
}
