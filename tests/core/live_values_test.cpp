// SPDX-License-Identifier: GPL-3.0-or-later
// Values of the lap in the words: put in as they are spoken, never nonsense where one is missing.
#include "core/check/check.h"
#include "core/take/take_edits.h"
#include "core/words/live_values.h"

#include <catch2/catch.hpp>

using namespace hl;

namespace {

struct Made {
    Guide guide;
    MeasuredCorners measured;
    CornerFacts& facts() { return measured.facts[0]; }
    std::string said(const std::string& words) {
        guide.corners[0].beats[0].words = words;
        return asSaid(guide, measured, guide.corners[0].beats[0].id).text;
    }
};

Made made() {
    Made m;
    GuideCorner c;
    c.id = newId<CornerId>(m.guide), c.number = 3, c.name = "Sluice", c.side = Side::Right;
    c.startM = 700, c.turnInM = 860, c.apexM = 960, c.endM = 1100;
    c.beats = {{newId<BeatId>(m.guide), Topic::Brake, 836, "", ""}};
    GuideReference board;
    board.id = newId<ReferenceId>(m.guide), board.label = "50 board", board.atM = 836.4;
    m.guide.references = {board};
    m.guide.corners = {c};
    CornerFacts f;
    f.brakePeak = Measured{0.868, 0.01}, f.brakeOnsetM = Measured{842, 1}, f.minSpeed = Measured{27.2, 0.2};
    f.minGear = 3, f.throttlePickupM = Measured{951, 1};
    m.measured = {cornersOf(m.guide), {f}};
    return m;
}

} // namespace

TEST_CASE("a value is said as one says it, in the guide's units, and follows the lap") {
    auto m = made();
    CHECK(m.said("Up to {brake peak}, down to {gear} gear.") == "Up to 87 percent, down to third gear.");
    CHECK(m.said("Brake { Brake  Point }!") == "Brake 6 metres after the 50 board!");
    CHECK(m.said("{brake point} you brake.") == "6 metres after the 50 board you brake.");
    CHECK(m.said("{corner}: {side}, {power}, {slowest}") ==
          "Sluice: right, 9 metres before the apex, 98 kilometres an hour");
    m.guide.scene.speedUnit = SpeedUnit::Mph, m.guide.school.distance = DistanceUnit::Yards;
    CHECK(m.said("{slowest}, {power}") == "61 miles an hour, 10 yards before the apex");
    m.facts().brakePeak = Measured{0.41, 0.01};
    CHECK(m.said("{brake peak}") == "41 percent");
    m.guide.references.clear();
    CHECK(m.said("Brake {brake point}.") == "Brake at 921 yards.");
}

TEST_CASE("what the lap does not tell, and what is no value, is a finding and never a number") {
    auto m = made();
    m.facts().brakePeak.reset();
    CHECK(m.said("Up to {brake peak}, {nonsense} {}.") == "Up to \u2026, \u2026 \u2026.");
    const auto found = unknownValues(m.guide, m.measured);
    REQUIRE(found.size() == 3);
    CHECK(found[0].message.find("cannot be told") != std::string::npos);
    CHECK(found[1].message.find("no value") != std::string::npos);
    CHECK(m.said("An open { brace, and } closed") == "An open \u2026 closed"); // a brace is a value to come
    CHECK(m.said("No end {brake peak") == "No end {brake peak");
    CHECK(m.said("") == "");
    // Nothing measured at all: every value there is says nothing rather than something wrong.
    for (const auto& v : liveValues()) {
        const auto text = withLiveValues("{" + std::string(v.name) + "}", {Guide{}, nullptr, nullptr}).text;
        CHECK(text == "\u2026");
    }
}

TEST_CASE("claims are checked as they are said, so that a value never contradicts its lap") {
    auto m = made();
    m.said("Brake with {brake peak}, in {gear} gear.");
    for (const auto& f : checkGuide(m.guide, m.measured)) CHECK(f.beat != m.guide.corners[0].beats[0].id);
    m.said("Brake with 40 percent, in {gear} gear.");
    bool told = false;
    for (const auto& f : checkGuide(m.guide, m.measured)) told |= f.rule == "claims.brake";
    CHECK(told);
}

TEST_CASE("what was said instead of a value takes its place, the values beside it stay") {
    auto m = made();
    const auto written = std::string("Up to {brake peak} here, then {gear} gear.");
    const auto said = m.said(written);
    const auto id = m.guide.corners[0].beats[0].id;
    Take t{"takes/a.wav", 0, 9, said, {}, {}, {}};
    const auto at = said.find("87 percent");
    t.slips = {{at, at + 10, "about eighty five", 1, 2}};
    auto g = withTake(m.guide, id, t);
    g = withSlipAccepted(std::move(g), id, 0, asSaid(g, m.measured, id));
    CHECK(beatWith(g, id)->words == "Up to about eighty five here, then {gear} gear.");
    CHECK(asSaid(g, m.measured, id).text == beatWith(g, id)->takes[0].text);
    // Beside a value.
    t.slips = {{said.find("then"), said.find("then") + 4, "and", 3, 3.4}};
    auto h = withSlipAccepted(withTake(m.guide, id, t), id, 0, asSaid(m.guide, m.measured, id));
    CHECK(beatWith(h, id)->words == "Up to {brake peak} here, and {gear} gear.");
}

TEST_CASE("a take of other words than are written now is told") {
    auto m = made();
    m.said("Up to {brake peak}.");
    const auto id = m.guide.corners[0].beats[0].id;
    m.guide = withTake(std::move(m.guide), id, Take{"takes/a.wav", 0, 2, "Up to 87 percent.", {}, {}, {}});
    const auto told = [&] {
        for (const auto& f : checkGuide(m.guide, m.measured))
            if (f.rule == "take.other-words") return true;
        return false;
    };
    CHECK_FALSE(told());
    m.facts().brakePeak = Measured{0.6, 0.01}; // another lap
    CHECK(told());
}
