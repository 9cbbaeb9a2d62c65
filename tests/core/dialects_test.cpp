// SPDX-License-Identifier: GPL-3.0-or-later
// One drive written in every dialect a logger might use; all must be read to the same values.
#include "core/log/log_input.h"
#include "core/units/numbers.h"

#include <catch2/catch.hpp>
#include <cstdio>

using namespace hl;

namespace {

enum class Heads { Brackets, Parentheses, UnitRow, Suffix, Bare };
enum class Times { Seconds, Milliseconds, Clock, Iso, RateOnly, DrivingOnly };

struct Dialect {
    char delimiter;
    bool comma;
    Heads head;
    Times time;
    int turn; ///< decides about quotes, line ends, preamble and language
};

struct Truth {
    double t, speed, throttle, distance;
    int gear;
};

/// 30 s at 25 Hz: up to speed, a lift, gears.
std::vector<Truth> truth() {
    std::vector<Truth> rows;
    double s = 0;
    for (int i = 0; i < 750; ++i) {
        const double t = i * 0.04, v = 25 + 15 * std::sin(t / 4) + 0.1 * t;
        rows.push_back({t, v, 0.5 + 0.5 * std::sin(t / 3), s, 2 + static_cast<int>(v / 12)});
        const double next = 25 + 15 * std::sin((t + 0.04) / 4) + 0.1 * (t + 0.04);
        s += (v + next) / 2 * 0.04;
    }
    return rows;
}

std::string number(double v, int decimals, bool comma) {
    char text[40];
    std::snprintf(text, sizeof text, "%.*f", decimals, v);
    std::string s = text;
    if (const auto dot = s.find('.'); comma && dot != std::string::npos) s[dot] = ',';
    return s;
}

std::string timeText(double t, const Dialect& d) {
    char text[60];
    switch (d.time) {
    case Times::Milliseconds: return number(t * 1000, 0, d.comma);
    case Times::Clock: {
        const double total = 13 * 3600 + 59 * 60 + 45 + t; // over the full hour
        const int h = static_cast<int>(total / 3600), m = static_cast<int>(total / 60) % 60;
        std::snprintf(text, sizeof text, "%02d:%02d:%s", h, m, (total - h * 3600 - m * 60 < 10 ? "0" : ""));
        return text + number(total - h * 3600 - m * 60, 3, d.comma);
    }
    case Times::Iso: {
        const double total = 59 * 60 + 45 + t;
        const int h = 23, m = static_cast<int>(total / 60);
        const bool next = m >= 60; // over midnight, with another date
        std::snprintf(text, sizeof text, "2026-%s%c%02d:%02d:", next ? "12-01" : "11-30", d.turn % 2 ? 'T' : ' ',
                      next ? 0 : h, m % 60);
        const double s = total - 60 * m;
        return text + std::string(s < 10 ? "0" : "") + number(s, 3, false) + (d.turn % 2 ? "Z" : "");
    }
    default: return number(t, 3, d.comma);
    }
}

struct Column {
    const char* names[3]; ///< in several tongues
    const char* unit;
};

std::string written(const Dialect& d) {
    const bool timed = d.time != Times::RateOnly && d.time != Times::DrivingOnly;
    const char* timeUnit = d.time == Times::Milliseconds ? "ms" : (d.time == Times::Seconds ? "s" : "");
    const Column columns[] = {{{"Time", "Zeit", "Temps"}, timeUnit},
                              {{"Speed", "Geschwindigkeit", "GPS_Speed"}, "km/h"},
                              {{"Throttle Pos", "Gaspedal", "TPS"}, "%"},
                              {{"Lap Distance", "Strecke", "distance"}, "m"},
                              {{"Gear", "Gang", "Rapport"}, ""}};
    const bool quoted = d.turn % 3 == 1;
    const std::string end = d.turn % 4 == 1 ? "\r\n" : "\n", sep(1, d.delimiter);
    std::string out = d.turn % 5 == 2 ? "\xEF\xBB\xBF" : "";
    if (d.turn % 3 != 0 || d.time == Times::RateOnly)
        out += "Vehicle" + sep + "Pellow 210" + end + "Sample Rate" + sep + "25" + end + end;
    if (d.turn % 7 == 3) out += "# exported, all channels" + end;
    std::string units;
    for (std::size_t i = timed ? 0 : 1; i < 5; ++i) {
        std::string name = columns[i].names[d.turn % 3];
        const std::string unit = columns[i].unit;
        if (!unit.empty() && d.head == Heads::Brackets) name += " [" + unit + "]";
        if (!unit.empty() && d.head == Heads::Parentheses) name += " (" + unit + ")";
        if (!unit.empty() && d.head == Heads::Suffix) name += (d.turn % 2 ? "_" : " ") + unit;
        out += (i > (timed ? 0u : 1u) ? sep : "") + (quoted ? "\"" + name + "\"" : name);
        units += (i > (timed ? 0u : 1u) ? sep : "") + unit;
    }
    out += sep + "Oil temp" + end; // a column nobody knows
    if (d.head == Heads::UnitRow) out += units + sep + "C" + end;
    for (const auto& r : truth()) {
        if (timed) out += (quoted && d.turn % 2 ? "\"" + timeText(r.t, d) + "\"" : timeText(r.t, d)) + sep;
        out += number(r.speed * 3.6, 4, d.comma) + sep + number(r.throttle * 100, 3, d.comma) + sep +
               number(r.distance, 4, d.comma) + sep + std::to_string(r.gear) + sep + "n/a" + end;
    }
    return out;
}

std::vector<Dialect> dialects() {
    std::vector<Dialect> all;
    int turn = 0;
    for (const auto& [delimiter, comma] : {std::pair(',', false), std::pair(';', false), std::pair(';', true),
                                           std::pair('\t', true), std::pair('\t', false)})
        for (const auto head : {Heads::Brackets, Heads::Parentheses, Heads::UnitRow, Heads::Suffix, Heads::Bare})
            for (const auto time :
                 {Times::Seconds, Times::Milliseconds, Times::Clock, Times::Iso, Times::RateOnly, Times::DrivingOnly})
                all.push_back({delimiter, comma, head, time, turn++});
    return all;
}

} // namespace

TEST_CASE("a hundred and fifty dialects are read to the same values") {
    const auto real = truth();
    const auto all = dialects();
    CHECK(all.size() >= 60);
    for (const auto& d : all) {
        const auto text = written(d);
        INFO("dialect " << d.turn << ": " << text.substr(0, 260));
        const auto log = importText(text, "made.csv");
        REQUIRE(log);
        REQUIRE(log->size() == real.size());
        CHECK(log->badRows == 0);
        const double start = (*log)[Channel::Time][0];
        const double slack = d.time == Times::DrivingOnly ? 0.02 : 0.0011;
        for (std::size_t i = 0; i < real.size(); i += 83) {
            CHECK((*log)[Channel::Time][i] - start == Approx(real[i].t).margin(slack));
            CHECK((*log)[Channel::Speed][i] == Approx(real[i].speed).margin(0.01));
            CHECK((*log)[Channel::Throttle][i] == Approx(real[i].throttle).margin(0.001));
            CHECK((*log)[Channel::Distance][i] == Approx(real[i].distance).margin(0.01));
            CHECK((*log)[Channel::Gear][i] == real[i].gear);
        }
    }
}

TEST_CASE("names of many makes of loggers are known, and said to be unsure where they are") {
    struct Case {
        const char* header;
        Channel channel;
        double factor;
        bool sure;
    };
    const Case cases[] = {{"GPS Speed (mph)", Channel::Speed, 0.44704, true},
                          {"Vehicle Speed_kmh", Channel::Speed, 1 / 3.6, true},
                          {"SPEED", Channel::Speed, 1, true},
                          {"Corr Speed [m/s]", Channel::Speed, 1, true},
                          {"LatAcc", Channel::LateralAcc, 1, true},
                          {"G Force Lat [g]", Channel::LateralAcc, kGravity, true},
                          {"gLong", Channel::LongitudinalAcc, 1, true},
                          {"Acceleration Longitudinal (m/s\xC2\xB2)", Channel::LongitudinalAcc, 1, true},
                          {"ThrottlePosition %", Channel::Throttle, 0.01, true},
                          {"Brake Pos [%]", Channel::Brake, 0.01, true},
                          {"Brake Press F", Channel::Brake, 1, false},
                          {"SteeringAngle_deg", Channel::Steering, kPi / 180, true},
                          {"Engine RPM", Channel::EngineSpeed, 1, true},
                          {"R\xE9gime moteur [tr/min]", Channel::EngineSpeed, 1, true},
                          {"Drehzahl [U/min]", Channel::EngineSpeed, 1, true},
                          {"GPS Latitude", Channel::Latitude, 1, true},
                          {"Gyro Z [\xB0/s]", Channel::YawRate, kPi / 180, true},
                          {"Lenkwinkel (\xC2\xB0)", Channel::Steering, kPi / 180, true},
                          {"Elapsed Time (ms)", Channel::Time, 1e-3, true},
                          {"Oil Temperature", Channel::Count, 1, true},
                          {"Fuel", Channel::Count, 1, true}};
    for (const auto& c : cases) {
        INFO(c.header);
        const auto g = guessColumn(c.header);
        CHECK(g.channel == c.channel);
        CHECK(g.factor == Approx(c.factor));
        CHECK(g.sure == c.sure);
        CHECK_FALSE(g.reason.empty());
    }
}

TEST_CASE("of two columns for one thing the surer one is taken and the other says why not") {
    std::vector<ColumnGuess> columns = {guessColumn("Brake Press F"), guessColumn("Brake [%]"), guessColumn("Speed"),
                                        guessColumn("GPS Speed [km/h]")};
    keepOneEach(columns);
    CHECK(columns[0].channel == Channel::Count);
    CHECK(columns[0].reason.find("Brake [%]") != std::string::npos);
    CHECK(columns[1].channel == Channel::Brake);
    CHECK(columns[2].channel == Channel::Count);
    CHECK(columns[3].channel == Channel::Speed);
}

TEST_CASE("what a person chose wins over every guess") {
    LogInput in;
    const std::string text = "t,alpha,beta\n0,10,0.1\n1,20,0.5\n2,30,0.9\n";
    in.bytes = sourceOf(text), in.fileName = "odd.csv";
    in.choices = {{"t", Channel::Time, "s"}, {"alpha", Channel::Speed, "km/h"}, {"beta", Channel::Throttle, ""}};
    const auto log = importLog(in);
    REQUIRE(log);
    CHECK((*log)[Channel::Speed][2] == Approx(30 / 3.6));
    CHECK((*log)[Channel::Throttle][1] == Approx(0.5));
    const std::string better = "t,speed,alpha,beta\n0,1,10,0.1\n1,2,20,0.5\n2,3,30,0.9\n";
    in.bytes = sourceOf(better);
    in.choices = {{"t", Channel::Time, "s"},
                  {"speed", Channel::Count, ""},
                  {"alpha", Channel::Speed, "km/h"},
                  {"beta", Channel::Throttle, "0..1"}};
    const auto chosen = importLog(in);
    REQUIRE(chosen);
    CHECK((*chosen)[Channel::Speed][2] == Approx(30 / 3.6));
    CHECK((*chosen)[Channel::Throttle][1] == Approx(0.5));
}

TEST_CASE("the beginning of a log shows its columns, values and reasons") {
    LogInput in;
    const std::string text = written(dialects()[0]);
    in.bytes = sourceOf(text), in.fileName = "made.csv";
    const auto shape = shapeOf(in);
    REQUIRE(shape);
    REQUIRE(shape->columns.size() == 6);
    CHECK(shape->sure());
    CHECK(shape->columns[5].channel == Channel::Count);
    CHECK(shape->preview[1].size() == 400);
    CHECK(shape->preview[1][0] == Approx(25 * 3.6f).margin(0.01));
}

TEST_CASE("a clock that starts again with every lap is joined") {
    std::string csv = "lap,time [s],speed [m/s]\n";
    for (int lap = 1; lap <= 3; ++lap)
        for (int i = 0; i < 300; ++i) csv += std::to_string(lap) + "," + std::to_string(i * 0.1) + ",20\n";
    const auto log = importText(csv, "x.csv");
    REQUIRE(log);
    CHECK(log->size() == 900);
    CHECK((*log)[Channel::Time].back() == Approx(89.9).margin(0.3));
    CHECK(std::is_sorted((*log)[Channel::Time].begin(), (*log)[Channel::Time].end()));
}

TEST_CASE("gaps, repeats and zeros are counted and told") {
    std::string csv = "time [s],latitude,longitude,speed [m/s]\n";
    char row[100];
    for (int i = 0; i < 400; ++i) {
        const double t = i * 0.05 + (i >= 200 ? 3 : 0), lat = i < 20 ? 0 : 53 + i * 1e-5, lon = i < 20 ? 0 : 0.1;
        std::snprintf(row, sizeof row, "%.3f,%.7f,%.7f,22\n", t, i == 100 ? 54.0 : lat, lon); // one leap
        csv += row;
        if (i == 50) csv += row;
    }
    const auto log = importText(csv, "x.csv");
    REQUIRE(log);
    const auto told = [&](const char* words) {
        return std::any_of(log->notes.begin(), log->notes.end(),
                           [&](auto& n) { return n.text.find(words) != std::string::npos; });
    };
    CHECK(told("repeat the time"));
    CHECK(told("without a position fix"));
    CHECK(told("leaps of the position"));
    CHECK(told("no samples for 3."));
    for (const double y : (*log)[Channel::Y]) CHECK(std::abs(y) < 600); // the leap is gone
}

TEST_CASE("gravity is taken out of the vertical acceleration, and braking made negative") {
    std::string csv = "time [s],speed [m/s],vertical acc [g],longitudinal acc [g]\n";
    for (int i = 0; i < 400; ++i) {
        const double t = i * 0.05, v = 40 + 10 * std::sin(t);
        csv += std::to_string(t) + "," + std::to_string(v) + "," + std::to_string(1.0 + 0.1 * std::sin(9 * t)) + "," +
               std::to_string(-10 * std::cos(t) / kGravity) + "\n";
    }
    const auto log = importText(csv, "x.csv");
    REQUIRE(log);
    CHECK(median((*log)[Channel::VerticalAcc]) == Approx(0).margin(0.05));
    CHECK((*log)[Channel::LongitudinalAcc][0] == Approx(10).margin(0.3));
}
