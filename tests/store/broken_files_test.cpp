// SPDX-License-Identifier: GPL-3.0-or-later
// Files as hostile or careless people send them, each named after what is wrong with it: every reader is given every
// one of them, and answers.
#include "core/film_log/gpmf.h"
#include "store/corner_list.h"
#include "store/csv_records.h"
#include "store/files.h"
#include "store/format_file.h"
#include "store/guide_file.h"
#include "store/log_file.h"
#include "store/plain_text.h"
#include "store/points_file.h"
#include "store/setup_file.h"
#include "support/scratch_folder.h"

#include <catch2/catch.hpp>
#include <functional>

using namespace hl;
namespace fs = std::filesystem;
using hl::testing::ScratchFolder;

namespace {

std::vector<fs::path> brokenFiles() {
    std::vector<fs::path> all;
    for (const auto& e : fs::directory_iterator(fs::path(HL_SOURCE) / "tests/data/broken")) all.push_back(e.path());
    std::sort(all.begin(), all.end());
    return all;
}

fs::path broken(const char* name) { return fs::path(HL_SOURCE) / "tests/data/broken" / name; }

/// The error of a reader; none where it read the file.
using Reader = std::function<std::optional<Error>(const fs::path&)>;

template <class T> std::optional<Error> errorOf(const Result<T>& r) {
    return r ? std::nullopt : std::optional(r.error());
}

/// As the guide of a folder.
std::optional<Error> readAsGuide(const fs::path& file) {
    const ScratchFolder dir;
    fs::copy_file(file, dir / "guide.json");
    return errorOf(readGuide(dir.path()));
}

const std::pair<const char*, Reader> kReaders[] = {
    {"log", [](const fs::path& f) { return errorOf(readLog(f)); }},
    {"shape of a log", [](const fs::path& f) { return errorOf(readLogShape(f)); }},
    {"plain text", [](const fs::path& f) { return errorOf(readPlainText(f)); }},
    {"track", [](const fs::path& f) { return errorOf(readTrack(f)); }},
    {"corner list", [](const fs::path& f) { return errorOf(readCornerList(f)); }},
    {"set-up sheet", [](const fs::path& f) { return errorOf(readSetup(f)); }},
    {"guide", readAsGuide},
    {"camera", [](const fs::path& f) { return errorOf(readCamera(f)); }},
};

} // namespace

TEST_CASE("every reader answers to every broken file, with a sentence that says where") {
    const auto files = brokenFiles();
    REQUIRE(files.size() > 20);
    for (const auto& file : files)
        for (const auto& [name, read] : kReaders) {
            CAPTURE(file.filename().string(), name);
            const auto wrong = read(file);
            if (!wrong) continue;
            CHECK(wrong->id.find('.') != std::string::npos);
            CHECK_FALSE(wrong->what.empty());
            CHECK_FALSE(wrong->expected.empty());
            CHECK(sentence(*wrong).size() < 1000);
        }
}

TEST_CASE("what nests without end is refused by its depth, or left out, and never followed") {
    for (const char* name : {"gpx-nested-tags.gpx", "gpx-nested-tags-never-closed.gpx"}) {
        CAPTURE(name);
        const auto log = readLog(broken(name));
        REQUIRE_FALSE(log);
        CHECK(log.error().id == "log.bad-xml");
        CHECK(log.error().where.find("line") != std::string::npos);
    }
    const auto lines = readLog(broken("json-lines-last-line-nests.jsonl"));
    REQUIRE(lines);
    CHECK(lines->rows == 80);
    CHECK(lines->badRows == 1);
    for (const char* name : {"setup-nested-objects.json", "setup-nested-in-frame.json"}) {
        CAPTURE(name);
        const auto sheet = readSetup(broken(name));
        REQUIRE_FALSE(sheet);
        CHECK(sheet.error().id == "setup.not-json");
        CHECK(sheet.error().what.find("nests deeper") != std::string::npos);
    }
    for (const char* name : {"guide-unknown-member-nests-lists.json", "guide-unknown-member-nests-objects.json"}) {
        CAPTURE(name);
        const auto wrong = readAsGuide(broken(name));
        REQUIRE(wrong);
        CHECK(wrong->id == "guide.not-json");
    }
    CHECK(readTrack(broken("track-nested-geometry.geojson")).error().id == "track.not-json");
}

TEST_CASE("an archive may unpack to many times its size, but not to any size") {
    const auto log = readLog(broken("unpacks-to-more-than-its-share.csv.xz"));
    REQUIRE_FALSE(log);
    CHECK(log.error().id == "file.damaged-archive");
    CHECK(log.error().what.find("unpacks to more") != std::string::npos);
}

TEST_CASE("a zone that no clock has is no time") {
    for (const char* name : {"zone-beyond-an-int.csv", "zone-of-a-hundred-hours.csv"}) {
        CAPTURE(name);
        CHECK_FALSE(readLog(broken(name)));
    }
}

TEST_CASE("a corner list in an older encoding has its letters all the same") {
    const auto list = readCornerList(broken("corner-list-windows-1252.csv"));
    REQUIRE(list);
    REQUIRE(list->size() == 2);
    CHECK((*list)[0].name == "K\xc3\xbchler");
    CHECK((*list)[1].name == "L\xc3\xa4ndchen");
}

TEST_CASE("a type of many brackets asks for no memory before it is refused") {
    const auto bytes = readFile(broken("type-of-many-brackets.gpmf"));
    REQUIRE(bytes);
    const auto* data = reinterpret_cast<const std::uint8_t*>(bytes->data());
    gpmf::eachItem({data, bytes->size()}, [](const gpmf::Item& item) {
        gpmf::eachItem(item.data, [](const gpmf::Item& inner) {
            gpmf::Item sample;
            sample.type = '?', sample.size = 4, sample.count = 1, sample.data = inner.data.subspan(0, 4);
            CHECK(gpmf::numbers(sample, gpmf::text(inner)).values.empty());
        });
    });
}

TEST_CASE("a GPX of an hour at 25 Hz is read in one go through its lines") {
    std::string text = "<gpx version=\"1.1\"><trk><trkseg>\n";
    char point[160];
    for (int i = 0; i < 90'000; ++i) {
        std::snprintf(point, sizeof point,
                      "<trkpt lat=\"%.7f\" lon=\"%.7f\"><time>2026-11-24T%02d:%02d:%06.3fZ</time></trkpt>\n",
                      41.5 + 0.002 * std::sin(i * 0.0007), -29.2 + 0.003 * std::cos(i * 0.0007), 10 + i / 90'000,
                      i / 1500 % 60, i % 1500 * 0.04);
        text += point;
        if (i == 70'000) text += "<trkpt lat=\"x\" lon=\"y\"/>\n";
    }
    const auto log = importText(text + "</trkseg></trk></gpx>", "hour.gpx"); // quadratic, it would take half an hour
    REQUIRE(log);
    CHECK(log->rows == 90'000);
    REQUIRE(log->badRows == 1);
    CHECK(std::any_of(log->notes.begin(), log->notes.end(), [](const ImportNote& n) { return n.line == 70'003; }));
}

TEST_CASE("what a guide names outside of its folder is not inside") {
    const ScratchFolder dir;
    fs::create_directories(dir / "guide/pictures");
    dir.write("secret.png", "secret");
    dir.write("guide/pictures/own.png", "own");
    fs::create_symlink(dir / "secret.png", dir / "guide/pictures/link.png");
    const auto guide = dir / "guide";
    CHECK(inside(guide, "pictures/own.png"));
    CHECK(inside(guide, "pictures/../pictures/own.png"));
    for (const std::string& outside :
         {std::string("../secret.png"), (dir / "secret.png").string(), std::string("pictures/../../secret.png"),
          std::string("pictures/link.png"), std::string("/etc/hostname"), std::string("."), std::string("")}) {
        CAPTURE(outside);
        const auto file = inside(guide, outside);
        REQUIRE_FALSE(file);
        CHECK(file.error().id == "file.outside");
    }
}
