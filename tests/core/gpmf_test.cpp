// SPDX-License-Identifier: GPL-3.0-or-later
// Reading an action camera's packets: made by hand here, byte by byte, and damaged in every way.
#include "core/film_log/gpmf.h"
#include "core/film_log/sensor_streams.h"
#include "core/film_log/stream_clock.h"
#include "core/units/numbers.h"

#include <catch2/catch.hpp>
#include <random>

using namespace hl;

namespace {

using Raw = std::vector<std::uint8_t>;

Raw item(const std::string& key, char type, int size, int count, Raw data) {
    Raw out(key.begin(), key.end());
    out.insert(out.end(), {static_cast<std::uint8_t>(type), static_cast<std::uint8_t>(size),
                           static_cast<std::uint8_t>(count >> 8), static_cast<std::uint8_t>(count & 255)});
    out.insert(out.end(), data.begin(), data.end());
    while (out.size() % 4 != 0) out.push_back(0);
    return out;
}
Raw text(const std::string& key, const std::string& words) {
    return item(key, 'c', 1, static_cast<int>(words.size()), Raw(words.begin(), words.end()));
}
Raw joined(std::initializer_list<Raw> parts) {
    Raw out;
    for (const auto& p : parts) out.insert(out.end(), p.begin(), p.end());
    return out;
}
Raw nested(const std::string& key, const Raw& inner) { return item(key, 0, 1, static_cast<int>(inner.size()), inner); }
Raw shorts(std::initializer_list<int> values) {
    Raw out;
    for (const int v : values)
        out.push_back(static_cast<std::uint8_t>((v >> 8) & 255)), out.push_back(static_cast<std::uint8_t>(v & 255));
    return out;
}
/// A payload of one device with one stream.
MetadataPayload payload(double start, const Raw& stream, int device = 1) {
    return {start, 1,
            nested("DEVC", joined({item("DVID", 'L', 4, 1, {0, 0, 0, static_cast<std::uint8_t>(device)}),
                                   text("DVNM", "Cam"), nested("STRM", stream)}))};
}

} // namespace

TEST_CASE("Items of every type are read", "[gpmf]") {
    std::vector<gpmf::Table> tables;
    const auto bytes =
        joined({item("AAAA", 'b', 1, 3, {0xFF, 0x01, 0x80}), item("BBBB", 's', 4, 1, {0xFF, 0xFE, 0, 2}),
                item("CCCC", 'f', 4, 1, {0x3F, 0xC0, 0, 0}), item("DDDD", 'q', 4, 1, {0xFF, 0xFF, 0x80, 0}),
                item("EEEE", 'J', 8, 1, {0, 0, 0, 1, 0, 0, 0, 0}), text("FFFF", "words")});
    CHECK(gpmf::eachItem(bytes, [&](const gpmf::Item& i) { tables.push_back(gpmf::numbers(i)); }));
    REQUIRE(tables.size() == 6);
    CHECK(tables[0].values == std::vector<double>{-1, 1, -128});
    CHECK(tables[1].width == 2);
    CHECK(tables[1].values == std::vector<double>{-2, 2});
    CHECK(tables[2].values == std::vector<double>{1.5});
    CHECK(tables[3].values == std::vector<double>{-0.5});
    CHECK(tables[4].values == std::vector<double>{4294967296.0});
    CHECK(tables[5].rows() == 0);
}

TEST_CASE("Samples of mixed types are read by what stands before them", "[gpmf]") {
    const auto bytes = item("GPSX", '?', 8, 2, {0, 0, 0, 1, 0, 2, 0, 3, 0xFF, 0xFF, 0xFF, 0xFF, 0, 5, 0, 6});
    gpmf::eachItem(bytes, [&](const gpmf::Item& i) {
        CHECK(gpmf::numbers(i, "lSS").values == std::vector<double>{1, 2, 3, -1, 5, 6});
        CHECK(gpmf::numbers(i, "lS[2]").values == std::vector<double>{1, 2, 3, -1, 5, 6});
        CHECK(gpmf::numbers(i, "lS").rows() == 0);    // too short for the sample
        CHECK(gpmf::numbers(i, "lc[4]").rows() == 0); // no numbers
        CHECK(gpmf::numbers(i, "").rows() == 0);
        CHECK(gpmf::numbers(i, "[9]S[99999999999999999999]").rows() == 0);
    });
}

TEST_CASE("Scale, order and matrix are the stream's own", "[gpmf]") {
    const auto scale = item("SCAL", 's', 2, 1, shorts({10}));
    const auto sample = item("ACCL", 's', 6, 1, shorts({10, 20, 30}));
    const auto values = [](const Raw& stream) {
        const auto streams = sensorStreams({payload(0, stream)});
        REQUIRE(streams.of("ACCL").size() == 1);
        return streams.of("ACCL")[0]->values;
    };
    CHECK(values(joined({scale, sample})) == std::vector<double>{1, 2, 3});
    CHECK(values(joined({scale, text("ORIN", "YxZ"), text("ORIO", "XYZ"), sample})) == std::vector<double>{-2, 1, 3});
    Raw m;
    for (const int one : {0, 1, 0, -1, 0, 0, 0, 0, 1})
        for (const int byte : {one == 0 ? 0 : one < 0 ? 0xBF : 0x3F, one == 0 ? 0 : 0x80, 0, 0})
            m.push_back(static_cast<std::uint8_t>(byte));
    CHECK(values(joined({scale, item("MTRX", 'f', 4, 9, m), sample})) == std::vector<double>{2, -1, 3});
    CHECK(values(joined({scale, item("MTRX", 'f', 36, 1, m), sample})) == std::vector<double>{2, -1, 3});
    // a scale of nought scales nothing, and one of each is used for each
    CHECK(values(joined({item("SCAL", 's', 2, 1, shorts({0})), sample})) == std::vector<double>{10, 20, 30});
    CHECK(values(joined({item("SCAL", 's', 2, 3, shorts({10, 5, 3})), sample})) == std::vector<double>{1, 4, 10});
}

TEST_CASE("Two devices with the same keys stay two", "[gpmf]") {
    const auto one = payload(0, item("ACCL", 's', 6, 1, shorts({1, 2, 3})), 1),
               two = payload(0, item("ACCL", 's', 6, 1, shorts({7, 8, 9})), 2);
    auto both = one;
    both.bytes.insert(both.bytes.end(), two.bytes.begin(), two.bytes.end());
    const auto streams = sensorStreams({both, both});
    REQUIRE(streams.of("ACCL").size() == 2);
    CHECK(streams.of("ACCL")[0]->values == std::vector<double>{1, 2, 3, 1, 2, 3});
    CHECK(streams.of("ACCL")[1]->values == std::vector<double>{7, 8, 9, 7, 8, 9});
}

TEST_CASE("Sample times come from stamps and counts", "[gpmf]") {
    std::mt19937 rng(3);
    for (const double rate : {1.0, 9.97, 18.18, 199.3, 1000.0})
        for (const bool stamps : {true, false})
            for (const bool counted : {true, false}) {
                CAPTURE(rate, stamps, counted);
                const double phase = 0.37 / rate; // of the first sample on the film
                std::vector<StreamPart> parts;
                std::size_t done = 0;
                for (double start = 0; start < 60; start += 1.001) {
                    const auto first = done;
                    while (phase + num(done) / rate < start + 1.001) ++done;
                    if (done == first) continue;
                    parts.push_back({start, 1.001, stamps ? 77 + phase + num(first) / rate : kNaN,
                                     counted ? num(done) + 500 : kNaN, first, done - first});
                }
                const auto t = streamTimes({parts}).front();
                REQUIRE(t.size() == done);
                double worst = 0;
                for (std::size_t i = 0; i < t.size(); ++i)
                    worst = std::max(worst, std::abs(t[i] - phase - num(i) / rate));
                CHECK(worst < 0.45 / rate + 0.001);
            }
}

TEST_CASE("A sensor that pauses is not drawn out over its pause", "[gpmf]") {
    std::vector<StreamPart> parts;
    for (std::size_t k = 0; k < 40; ++k) parts.push_back({num(k) + (k < 20 ? 0 : 9.0), 1, kNaN, kNaN, k * 10, 10});
    const auto t = streamTimes({parts}).front();
    REQUIRE(t.size() == 400);
    CHECK(t[199] == Approx(19.9).margin(0.06));
    CHECK(t[200] == Approx(29.0).margin(0.06));
}

TEST_CASE("Damaged payloads are read as far as they go and never beyond", "[gpmf]") {
    const auto whole = payload(0, joined({item("SCAL", 's', 2, 1, shorts({10})), text("STNM", "felt"),
                                          item("ACCL", 's', 6, 4, shorts({1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12}))}));
    CHECK(sensorStreams({whole}).damaged == 0);
    for (std::size_t cut = 0; cut < whole.bytes.size(); ++cut) {
        auto less = whole;
        less.bytes.resize(cut);
        const auto streams = sensorStreams({less, whole});
        CHECK(streams.of("ACCL").size() == 1);
        CHECK(streams.of("ACCL")[0]->size() == 4);
    }
    std::mt19937 rng(11);
    for (int round = 0; round < 4000; ++round) {
        auto wrong = whole;
        for (int k = 0; k < 1 + round % 7; ++k)
            wrong.bytes[rng() % wrong.bytes.size()] = static_cast<std::uint8_t>(rng());
        const auto streams = sensorStreams({wrong, whole, wrong});
        for (const auto& s : streams.streams) {
            REQUIRE(s.values.size() == s.size() * s.width);
            REQUIRE(s.t.size() == s.size());
        }
    }
}
