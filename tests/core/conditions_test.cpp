// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/guide/conditions.h"

#include <catch2/catch.hpp>

using namespace hl;

TEST_CASE("conditions are read from a line as people write it") {
    const auto c = conditionsFrom(
        "Dry, air 14 C, track 19.5 \u00b0C, wind 12 km/h from SW, tyres warm, race fuel, 45 l, 2:30 pm, low sun");
    CHECK(c.road == RoadState::Dry);
    CHECK(*c.airC == Approx(14));
    CHECK(*c.trackC == Approx(19.5));
    CHECK(*c.windMps == Approx(12 / 3.6));
    CHECK(*c.windFromRad == Approx(rad(225)));
    CHECK(c.tyres == Tyres::Warm);
    CHECK(c.fuel == FuelLoad::Race);
    CHECK(*c.fuelL == Approx(45));
    CHECK(*c.minuteOfDay == 14 * 60 + 30);
    CHECK(c.light == Light::LowSun);
    CHECK(c.note.empty());
}

TEST_CASE("what is not understood stays in its words, and nothing is made of half a piece") {
    const auto c = conditionsFrom("drying line, light westerly wind; wet, no idea how hot, 14, tyres: medium");
    CHECK(c.road == RoadState::Wet);
    CHECK(c.note == "drying line, light westerly wind, no idea how hot, 14, tyres: medium");
    CHECK(c.windMps == std::nullopt);
    CHECK(c.airC == std::nullopt);
    CHECK(c.tyres == Tyres::Unsaid);
    // said twice, and differently: the first stands, the second is not lost
    const auto twice = conditionsFrom("dry, wet");
    CHECK(twice.road == RoadState::Dry);
    CHECK(twice.note == "wet");
    CHECK(nothingSaid(conditionsFrom("")));
    CHECK(nothingSaid(conditionsFrom(" , ;; ,")));
}

TEST_CASE("decimal commas, fahrenheit, miles and knots") {
    CHECK(*conditionsFrom("14,5 C in the air, dry").airC == Approx(14.5));
    CHECK(conditionsFrom("14,5 C in the air, dry").road == RoadState::Dry);
    CHECK(*conditionsFrom("68 F").airC == Approx(20));
    CHECK(*conditionsFrom("wind 10 mph from the north-east").windMps == Approx(4.4704));
    CHECK(*conditionsFrom("wind 10 kn").windMps == Approx(5.14444));
    CHECK(*celsiusFrom("57 f") == Approx(13.8889).epsilon(0.001));
    CHECK(celsiusFrom("900") == std::nullopt);
    CHECK(celsiusFrom("warm") == std::nullopt);
    CHECK(*bearingFrom("South-West") == Approx(rad(225)));
    CHECK(*bearingFrom("359") == Approx(rad(359)));
    CHECK(bearingFrom("361") == std::nullopt);
    CHECK(*minuteOfDayFrom("12 am") == 0);
    CHECK(*minuteOfDayFrom("12:15 pm") == 12 * 60 + 15);
    CHECK(*minuteOfDayFrom("9h05") == 9 * 60 + 5);
    for (const auto* none : {"24:00", "13 pm", "9:60", "noon", "930", "", ":", "a:30", "0 am"})
        CHECK(minuteOfDayFrom(none) == std::nullopt);
}

TEST_CASE("the line that is told reads back as the same conditions") {
    for (int i = 0; i < 400; ++i) {
        Conditions c;
        c.sky = static_cast<Sky>(i % 5), c.road = static_cast<RoadState>(i / 2 % 4);
        c.rubber = static_cast<Rubber>(i / 3 % 4), c.light = static_cast<Light>(i / 5 % 5);
        c.tyres = static_cast<Tyres>(i / 7 % 4), c.fuel = static_cast<FuelLoad>(i / 11 % 3);
        if (i % 2) c.airC = i % 40 - 10;
        if (i % 3) c.trackC = i % 50;
        if (i % 5 > 1) c.windMps = (i % 60 + 2) / 3.6, c.windFromRad = rad(45 * (i % 8));
        if (i % 4 > 1) c.minuteOfDay = 37 * i % 1440;
        if (i % 7 > 3) c.fuelL = i % 60 + 10;
        const auto line = textOf(c, SpeedUnit::Kmh);
        INFO(line);
        const auto back = conditionsFrom(line);
        CHECK(textOf(back, SpeedUnit::Kmh) == line);
        CHECK(back.note.empty());
        CHECK(back.road == c.road);
        CHECK(back.fuel == c.fuel);
        CHECK(back.tyres == c.tyres);
    }
}

TEST_CASE("rows tell what was said and nothing else") {
    CHECK(rowsOf({}, SpeedUnit::Kmh).empty());
    CHECK(textOf({}, SpeedUnit::Kmh).empty());
    Conditions c;
    c.windMps = 5, c.windFromRad = rad(0);
    const auto rows = rowsOf(c, SpeedUnit::Mph);
    REQUIRE(rows.size() == 1);
    CHECK(rows[0].label == "Wind");
    CHECK(rows[0].value == "11 mph from the north");
}
