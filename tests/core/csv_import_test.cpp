// SPDX-License-Identifier: GPL-3.0-or-later
// One truth written in many dialects must be read to the same values; broken files must say what is wrong.
#include "core/log/log_input.h"
#include "core/units/numbers.h"

#include <catch2/catch.hpp>
#include <cstdio>

using namespace hl;

namespace {

struct Dialects {
    char delimiter;
    bool comma;
    const char* header;
    double timeScale, speedScale, pedalScale;
};

std::string number(double v, bool comma) {
    char text[32];
    std::snprintf(text, sizeof text, "%.4f", v);
    std::string s = text;
    if (comma) s.replace(s.find('.'), 1, ",");
    return s;
}

/// 20 s at 20 Hz: speed 10..50 m/s, distance its integral, throttle a ramp.
std::string written(const Dialects& d) {
    std::string out = d.header;
    double s = 0;
    for (int i = 0; i < 400; ++i) {
        const double t = i * 0.05, v = 10 + 2 * t;
        for (const double x : {t * d.timeScale, v * d.speedScale, i / 399.0 * d.pedalScale, s})
            out += (out.back() == '\n' ? "" : std::string(1, d.delimiter)) + number(x, d.comma);
        out += "\n";
        s += (v + 0.05) * 0.05;
    }
    return out;
}

} // namespace

TEST_CASE("dialects of CSV are read to the same values") {
    const auto d = GENERATE(Dialects{',', false, "Time [s],Speed [km/h],Throttle [%],Distance [m]\n", 1, 3.6, 100},
                            Dialects{';', true, "Zeit;Geschwindigkeit (km/h);Gas;Strecke\n", 1, 3.6, 100},
                            Dialects{'\t', false, "t\tv\tthrottle\tdist\n", 1, 1, 1},
                            Dialects{',', false, "time_ms,speed_mph,tps,lapdistance\n", 1000, 1 / 0.44704, 100},
                            Dialects{';', false, "\xEF\xBB\xBFtime;speed;throttle;distance\ns;m/s;%;m\n", 1, 1, 100},
                            Dialects{',', false,
                                     "Driver,somebody\nCar,something\n\n\"Time\",\"Ground Speed\",\"Throttle "
                                     "Pos\",\"Lap Distance\"\n\"s\",\"km/h\",\"%\",\"m\"\n",
                                     1, 3.6, 100},
                            Dialects{',', false, "Time,Speed,Throttle,Distance\n", 1000, 3.6,
                                     100}); // no units at all: by range and by the way driven
    INFO(d.header);
    const auto log = importText(written(d), "made.csv");
    REQUIRE(log);
    REQUIRE(log->size() == 400);
    for (const std::size_t i : {0u, 100u, 399u}) {
        CHECK((*log)[Channel::Time][i] == Approx(static_cast<double>(i) * 0.05).margin(1e-3));
        CHECK((*log)[Channel::Speed][i] == Approx(10 + 0.1 * static_cast<double>(i)).margin(0.01));
        CHECK((*log)[Channel::Throttle][i] == Approx(static_cast<double>(i) / 399).margin(0.002));
    }
    CHECK(log->badRows == 0);
}

TEST_CASE("CRLF, quotes and blank lines do not matter") {
    const auto log = importText("\"time\",\"speed [m/s]\"\r\n\"0\",\"5\"\r\n\r\n\"0.1\",\"6\"\r\n", "x.csv");
    REQUIRE(log);
    CHECK(log->size() == 2);
    CHECK((*log)[Channel::Speed][1] == 6);
}

TEST_CASE("clock times are read as seconds") {
    const auto log = importText("time,speed [m/s]\n0:59.900,1\n1:00.000,2\n1:00:00.500,3\n", "x.csv");
    REQUIRE(log);
    CHECK((*log)[Channel::Time][0] == Approx(59.9));
    CHECK((*log)[Channel::Time][2] == Approx(3600.5));
}

TEST_CASE("bad rows are left out and named with their line") {
    const auto log = importText("time,speed [m/s]\n0,1\nbroken,2\n0.2\n0.3,4\n0.25,9\n0.4,5\n", "x.csv");
    REQUIRE(log);
    CHECK(log->size() == 3);
    CHECK(log->badRows == 3);
    std::vector<std::size_t> lines;
    for (const auto& n : log->notes)
        if (n.line > 0) lines.push_back(n.line);
    CHECK(lines == std::vector<std::size_t>{3, 4, 6});
}

TEST_CASE("missing cells are bridged and told") {
    const auto log = importText("time,speed [m/s],gear\n0,10,3\n1,,3\n2,14,\n3,16,4\n", "x.csv");
    REQUIRE(log);
    CHECK((*log)[Channel::Speed][1] == Approx(12));
    CHECK((*log)[Channel::Gear][2] == 3); // a gear is never 3.5
    CHECK(std::any_of(log->notes.begin(), log->notes.end(),
                      [](auto& n) { return n.text.find("bridged") != std::string::npos; }));
}

TEST_CASE("a right-positive log is turned round by the path it drove") {
    std::string left = "time,x,y,yaw rate [rad/s]\n", right = left;
    char row[120];
    for (int i = 0; i < 200; ++i) { // a left-hand circle
        const double t = i * 0.1, a = t * 0.4;
        std::snprintf(row, sizeof row, "%.2f,%.3f,%.3f,%.3f\n", t, 50 * std::sin(a), 50 - 50 * std::cos(a), 0.4);
        left += row;
        std::snprintf(row, sizeof row, "%.2f,%.3f,%.3f,%.3f\n", t, 50 * std::sin(a), 50 - 50 * std::cos(a), -0.4);
        right += row;
    }
    const auto a = importText(left, "l.csv"), b = importText(right, "r.csv");
    REQUIRE(a);
    REQUIRE(b);
    CHECK((*a)[Channel::YawRate][50] == Approx(0.4).margin(1e-3));
    CHECK((*b)[Channel::YawRate][50] == Approx(0.4).margin(1e-3));
}

TEST_CASE("latitude and longitude become metres") {
    const auto log = importText(
        "time,latitude,longitude,speed [m/s]\n0,53.0,0.1,10\n1,53.0001,0.1,10\n2,53.0001,0.1002,10\n", "x.csv");
    REQUIRE(log);
    REQUIRE(log->hasPosition());
    CHECK((*log)[Channel::Y][1] == Approx(11.12).margin(0.02));
    CHECK((*log)[Channel::X][2] == Approx(13.427).margin(0.005));
}

TEST_CASE("files that cannot be used say why, where and what was expected") {
    struct Broken {
        const char* name;
        std::string text;
        const char* id;
    };
    const auto b = GENERATE(Broken{"empty", "", "log.empty"}, Broken{"blank", "\n \r\n\t\n", "log.empty"},
                            Broken{"binary", std::string("time,speed\n\0\1\2", 14), "log.binary"},
                            Broken{"no header", "1,2,3\n4,5,6\n", "log.no-header"},
                            Broken{"prose", "This is not a log.\nIt has words.\n", "log.no-header"},
                            Broken{"no time", "speed,throttle,brake\n1,2,3\n", "log.no-time"},
                            Broken{"header only", "time,speed\n", "log.no-rows"},
                            Broken{"one row", "time,speed\n0,1\n", "log.no-rows"},
                            Broken{"all rows bad", "time,speed\nx,1\ny,2\n", "log.no-rows"});
    INFO(b.name);
    const auto log = importText(b.text, "some.csv");
    REQUIRE_FALSE(log);
    CHECK(log.error().id == b.id);
    CHECK(log.error().where.find("some.csv") != std::string::npos);
    CHECK_FALSE(log.error().expected.empty());
}

TEST_CASE("a file cut off in the middle of a row is used as far as it goes") {
    const auto log = importText("time,speed [m/s],gear\n0,10,2\n0.1,11,2\n0.2,12,2\n0.3,1", "cut.csv");
    REQUIRE(log);
    CHECK(log->size() == 3);
    CHECK(log->badRows == 1);
}

TEST_CASE("numbers with more digits than a double holds are still read rightly") {
    const auto log =
        importText("time [s],speed "
                   "[m/"
                   "s]\n0,12.34567890123456789012345678901234567890\n1,-0.000000000000000000000000000001\n2,"
                   "00000000000000000000000000000000000000041\n3,4.1e1\n",
                   "x.csv");
    REQUIRE(log);
    CHECK((*log)[Channel::Speed][0] == 12.34567890123456789);
    CHECK((*log)[Channel::Speed][1] == -1e-30);
    CHECK((*log)[Channel::Speed][2] == 41);
    CHECK((*log)[Channel::Speed][3] == 41);
}
