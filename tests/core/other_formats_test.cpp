// SPDX-License-Identifier: GPL-3.0-or-later
// GPX, NMEA and JSON lines of the stadium, whose path is known on paper.
#include "core/corner/corner.h"
#include "core/log/log_input.h"
#include "core/track/plane.h"
#include "support/stadium.h"

#include <catch2/catch.hpp>
#include <random>

using namespace hl;
using hl::testing::Stadium;
using hl::testing::stadiumRows;

namespace {

const GeoPoint kMiddle{53.0, 0.1};

std::string iso(double t) {
    char text[40];
    const int m = static_cast<int>(t / 60);
    std::snprintf(text, sizeof text, "2026-11-24T13:%02d:%06.3fZ", m, t - 60 * m);
    return text;
}

std::string gpx(double hz, double noise, bool withSpeed) {
    std::mt19937 rng(4);
    std::normal_distribution<double> off(0, noise > 0 ? noise : 1);
    std::string out = "<?xml version=\"1.0\"?>\n<gpx version=\"1.1\" xmlns:x=\"urn:x\">\n<trk><trkseg>\n";
    char row[300];
    for (const auto& r : stadiumRows({}, hz, 3)) {
        const auto p =
            onGlobe(kMiddle, {r.place.x + (noise > 0 ? off(rng) : 0), r.place.y + (noise > 0 ? off(rng) : 0)});
        std::snprintf(
            row, sizeof row, "<trkpt lat=\"%.8f\" lon=\"%.8f\"><ele>3.5</ele><time>%s</time>%s</trkpt>\n", p.latitude,
            p.longitude, iso(r.t).c_str(),
            withSpeed
                ? "<extensions><x:TrackPointExtension><x:speed>30.0</x:speed></x:TrackPointExtension></extensions>"
                : "");
        out += row;
    }
    return out + "</trkseg></trk>\n</gpx>\n";
}

std::string withSum(const std::string& body) {
    unsigned sum = 0;
    for (const char c : body) sum ^= static_cast<unsigned char>(c);
    char tail[8];
    std::snprintf(tail, sizeof tail, "*%02X\r\n", sum);
    return "$" + body + tail;
}

std::string nmea(double hz) {
    std::string out;
    char text[160];
    for (const auto& r : stadiumRows({}, hz, 3)) {
        const auto p = onGlobe(kMiddle, {r.place.x, r.place.y});
        const int m = static_cast<int>(r.t / 60);
        const double la = p.latitude, lo = p.longitude, course = wrapped(90 - deg(r.place.heading), 360);
        std::snprintf(text, sizeof text, "GPRMC,13%02d%05.2f,A,%02d%010.7f,N,%03d%010.7f,E,%.3f,%.2f,241126,,", m,
                      r.t - 60 * m, static_cast<int>(la), (la - std::floor(la)) * 60, static_cast<int>(lo),
                      (lo - std::floor(lo)) * 60, 30 / 0.514444, course);
        out += withSum(text);
        std::snprintf(text, sizeof text, "GPGGA,13%02d%05.2f,%02d%010.7f,N,%03d%010.7f,E,1,09,0.9,3.5,M,,M,,", m,
                      r.t - 60 * m, static_cast<int>(la), (la - std::floor(la)) * 60, static_cast<int>(lo),
                      (lo - std::floor(lo)) * 60);
        out += withSum(text);
    }
    return out;
}

void checkLaps(const CarLog& log, double slack) {
    const auto laps = findLaps(log, nullptr);
    REQUIRE(laps);
    const auto best = fastest(*laps);
    REQUIRE(best);
    CHECK(best->time.count() == Approx(Stadium{}.length() / 30).margin(slack));
}

} // namespace

TEST_CASE("GPX gives place, time and height, and the speed is worked out from them") {
    const auto log = importText(gpx(10, 0, false), "s.gpx");
    REQUIRE(log);
    CHECK(log->has(Channel::Speed));
    CHECK(median((*log)[Channel::Speed]) == Approx(30).margin(0.2));
    CHECK((*log)[Channel::Z][0] == Approx(3.5));
    checkLaps(*log, 0.05);
}

TEST_CASE("GPX with speeds keeps them") {
    const auto log = importText(gpx(5, 0, true), "s.gpx");
    REQUIRE(log);
    for (const double v : (*log)[Channel::Speed]) CHECK(v == Approx(30).margin(1e-6));
}

TEST_CASE("noisy positions at ten a second still give laps, corners and speed") {
    const auto log = importText(gpx(10, 0.8, false), "s.gpx");
    REQUIRE(log);
    checkLaps(*log, 0.12);
    std::vector<double> off;
    const Stadium st;
    for (std::size_t i = 200; i + 200 < log->size(); ++i) {
        const double t = (*log)[Channel::Time][i] - (*log)[Channel::Time][0];
        const auto p = st.at(t * st.speed - 100), start = st.at(-100);
        off.push_back(std::hypot((*log)[Channel::X][i] - (*log)[Channel::X][0] - (p.x - start.x),
                                 (*log)[Channel::Y][i] - (*log)[Channel::Y][0] - (p.y - start.y)));
    }
    CHECK(median(off) < 1.6); // the first fix's own error is in it
    const auto laps = findLaps(*log, nullptr);
    const auto trace = traceOf(*log, *laps, *fastest(*laps), nullptr);
    REQUIRE(trace);
    const auto corners = findCorners(*trace, nullptr);
    REQUIRE(corners);
    CHECK(corners->size() == 2);
}

TEST_CASE("GPX that breaks off is used as far as it goes, and prose in brackets is refused") {
    const auto whole = gpx(10, 0, false);
    const auto cut = importText(whole.substr(0, whole.size() / 2), "cut.gpx");
    REQUIRE(cut);
    CHECK(std::any_of(cut->notes.begin(), cut->notes.end(),
                      [](auto& n) { return n.line > 100 && n.text.find("damaged") != std::string::npos; }));
    CHECK(importText("<?xml version=\"1.0\"?><gpx", "x.gpx").error().id == "log.bad-xml");
    CHECK(importText("<gpx><trk><trkseg><trkpt lat=\"x\" lon=\"1\"/></trkseg></trk></gpx>", "x.gpx").error().id ==
          "log.no-rows");
}

TEST_CASE("NMEA sentences of one moment become one sample") {
    const auto rows = stadiumRows({}, 10, 3).size();
    const auto log = importText(nmea(10), "s.nmea");
    REQUIRE(log);
    CHECK(log->badRows == 0);
    CHECK(log->size() >= rows);
    CHECK((*log)[Channel::Speed][5] == Approx(30).margin(0.01));
    CHECK((*log)[Channel::Z][5] == Approx(3.5));
    checkLaps(*log, 0.05);
}

TEST_CASE("a sentence whose checksum does not hold is left out and named") {
    auto text = nmea(5);
    const auto second = text.find('\n', text.find('\n', 0) + 1) + 1;
    text[second + 20] = text[second + 20] == '1' ? '2' : '1';
    const auto log = importText(text, "s.nmea");
    REQUIRE(log);
    CHECK(log->badRows == 1);
    CHECK(log->notes.front().line == 3);
}

TEST_CASE("JSON lines are read by their members' names, nested ones too") {
    std::string text;
    char row[200];
    for (const auto& r : stadiumRows({}, 20, 2)) {
        std::snprintf(row, sizeof row,
                      "{\"time\": %.3f, \"pos\": {\"x\": %.3f, \"y\": %.3f}, \"speed_kmh\": %.2f, \"gear\": %d, "
                      "\"note\": \"-\"}\n",
                      r.t, r.place.x, r.place.y, r.v * 3.6, r.gear);
        text += row;
    }
    text += "{\"time\": broken\n";
    const auto log = importText(text, "s.jsonl");
    REQUIRE(log);
    CHECK((*log)[Channel::Speed][3] == Approx(30).margin(0.01));
    CHECK(log->has(Channel::Gear));
    CHECK(log->hasPosition());
    CHECK(log->badRows == 1);
    CHECK(importText("{\"a\": 1}\n{\"a\": 2}\n", "x.jsonl").error().id == "log.no-header");
}

TEST_CASE("positions held between fixes in a fast log are smoothed, not taken for standing still") {
    std::string csv = "time [s],x [m],y [m],throttle [%]\n";
    char line[120];
    const auto rows = stadiumRows({}, 100, 2);
    for (std::size_t i = 0; i < rows.size(); ++i) {
        const auto& held = rows[i - i % 10]; // ten positions a second
        std::snprintf(line, sizeof line, "%.3f,%.3f,%.3f,%.1f\n", rows[i].t, held.place.x, held.place.y,
                      rows[i].throttle * 100);
        csv += line;
    }
    const auto log = importText(csv, "held.csv");
    REQUIRE(log);
    CHECK(log->size() == rows.size());
    std::vector<double> off;
    for (std::size_t i = 100; i + 100 < rows.size(); ++i)
        off.push_back(std::hypot((*log)[Channel::X][i] - rows[i].place.x, (*log)[Channel::Y][i] - rows[i].place.y));
    CHECK(median(off) < 0.1);
    CHECK(median((*log)[Channel::Speed]) == Approx(30).margin(0.1));
}

namespace {

/// The stadium driven for a lap and a bit, as a file of that format.
std::string fileOf(std::string_view format) {
    if (format == kCsvFormat.name) return hl::testing::stadiumCsv(stadiumRows({}, 10, 1));
    if (format == kGpxFormat.name) return gpx(10, 0, false);
    if (format == kNmeaFormat.name) return nmea(10);
    if (format == kJsonLinesFormat.name) {
        std::string out;
        char row[120];
        for (const auto& r : stadiumRows({}, 10, 1)) {
            std::snprintf(row, sizeof row, "{\"time\":%.3f,\"speed\":%.2f,\"x\":%.3f,\"y\":%.3f}\n", r.t, r.v,
                          r.place.x, r.place.y);
            out += row;
        }
        return out;
    }
    FAIL("a format without a file to hold it to: " << format);
    return {};
}

void checkSound(const CarLog& log) {
    REQUIRE(log.has(Channel::Time));
    const auto n = log.size();
    const auto& t = log[Channel::Time];
    for (std::size_t i = 1; i < n; ++i) CHECK(t[i] > t[i - 1]);
    for (std::size_t c = 0; c < kChannelCount; ++c) {
        const auto channel = static_cast<Channel>(c);
        if (log.has(channel)) CHECK(log[channel].size() == n);
    }
}

Result<CarLog> readAs(const LogFormat& format, const std::string& text, std::function<bool(double)> goOn = {}) {
    LogInput in;
    in.bytes = sourceOf(text), in.fileName = "some.log", in.sizeBytes = static_cast<double>(text.size());
    if (goOn) in.goOn = std::move(goOn);
    INFO(format.name);
    return importLog(std::move(in));
}

} // namespace

TEST_CASE("every format keeps the contract of a reader") {
    REQUIRE(logFormats().size() >= 4);
    for (const auto* format : logFormats()) {
        INFO(format->name);
        const auto text = fileOf(format->name);
        // It knows its own and no other's.
        for (const auto* other : logFormats())
            if (other != &kCsvFormat)
                CHECK(other->recognises(text) == (other == format)); // a table is what nothing else is
        // The drive comes out in whole channels on a rising clock, at the speed it was driven.
        const auto log = readAs(*format, text);
        REQUIRE(log);
        checkSound(*log);
        CHECK(log->size() > 300);
        REQUIRE(log->has(Channel::Speed));
        CHECK(median(log->operator[](Channel::Speed)) == Approx(30).epsilon(0.03));
        CHECK(log->badRows == 0);
        // Line ends and a byte order mark change nothing.
        std::string dos;
        for (const char c : text) dos += c == '\n' ? (dos.ends_with('\r') ? "\n" : "\r\n") : std::string(1, c);
        for (const auto& same : {dos, "\xEF\xBB\xBF" + text}) {
            const auto again = readAs(*format, same);
            REQUIRE(again);
            CHECK(again->size() == log->size());
        }
        // Cut off anywhere it is a shorter log or an error that names the file, never nonsense.
        for (std::size_t end = 0; end < text.size(); end += text.size() / 23 + 1) {
            const auto part = readAs(*format, text.substr(0, end));
            if (part)
                checkSound(*part);
            else
                CHECK(part.error().where.find("some.log") != std::string::npos);
        }
        // Whoever says stop is obeyed.
        std::string big = text;
        const auto stopped = readAs(*format, big, [](double) { return false; });
        if (!stopped) CHECK(stopped.error().id == "job.cancelled");
        // A row of rubbish in the middle is left out and told.
        if (format == &kGpxFormat) continue; // an XML file with rubbish in it is none
        const auto middle = text.find('\n', text.size() / 2) + 1;
        const auto spoiled = readAs(*format, text.substr(0, middle) + "\x01rubbish;;;{,\n" + text.substr(middle));
        REQUIRE(spoiled);
        CHECK(spoiled->size() >= log->size() - 2);
        checkSound(*spoiled);
    }
}
