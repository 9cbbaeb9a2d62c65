// SPDX-License-Identifier: GPL-3.0-or-later
// A log in whatever it is wrapped: what comes out must be what went in.
#include "store/log_file.h"
#include "store/natural_order.h"
#include "support/scratch_folder.h"

#include <archive.h>
#include <archive_entry.h>
#include <catch2/catch.hpp>
#include <fstream>

using namespace hl;
using hl::testing::ScratchFolder;
namespace fs = std::filesystem;

namespace {

constexpr int kRows = 600;

std::string rows(int from, int to, double timeFrom = 0) {
    std::string out;
    for (int i = from; i < to; ++i) {
        char line[80];
        std::snprintf(line, sizeof line, "%.2f,%.3f,%.3f\n", i * 0.05 - timeFrom, 30 + 10 * std::sin(i * 0.01),
                      i * 1.5);
        out += line;
    }
    return out;
}
const std::string kHead = "time [s],speed [m/s],distance [m]\n";

struct Entry {
    std::string name, text;
};

fs::path packed(const fs::path& to, const std::vector<Entry>& entries, int (*format)(archive*),
                int (*filter)(archive*)) {
    archive* a = archive_write_new();
    format(a);
    if (filter) filter(a);
    REQUIRE(archive_write_open_filename(a, to.c_str()) == ARCHIVE_OK);
    for (const auto& e : entries) {
        archive_entry* entry = archive_entry_new();
        archive_entry_set_pathname(entry, e.name.c_str());
        archive_entry_set_size(entry, static_cast<la_int64_t>(e.text.size()));
        archive_entry_set_filetype(entry, AE_IFREG);
        archive_entry_set_perm(entry, 0644);
        archive_write_header(a, entry);
        archive_write_data(a, e.text.data(), e.text.size());
        archive_entry_free(entry);
    }
    archive_write_close(a);
    archive_write_free(a);
    return to;
}

void check(const fs::path& file) {
    INFO(file.string());
    const auto log = readLog(file);
    REQUIRE(log);
    REQUIRE(log->size() == kRows);
    CHECK(log->badRows == 0);
    CHECK((*log)[Channel::Time].back() - (*log)[Channel::Time].front() == Approx((kRows - 1) * 0.05).margin(0.06));
    CHECK((*log)[Channel::Speed][300] == Approx(30 + 10 * std::sin(3.0)).margin(1e-3));
}

std::string utf16(const std::string& text, bool bigEndian, bool mark) {
    std::string out;
    const auto put = [&](unsigned c) {
        const char hi = static_cast<char>(c >> 8), lo = static_cast<char>(c & 255);
        out += bigEndian ? hi : lo, out += bigEndian ? lo : hi;
    };
    if (mark) put(0xFEFF);
    for (const char c : text) put(static_cast<unsigned char>(c));
    return out;
}

} // namespace

TEST_CASE("compressed files and archives are read like what is in them") {
    const ScratchFolder dir;
    const auto text = kHead + rows(0, kRows);
    check(packed(dir / "a.csv.gz", {{"a.csv", text}}, archive_write_set_format_raw, archive_write_add_filter_gzip));
    check(packed(dir / "a.csv.xz", {{"a.csv", text}}, archive_write_set_format_raw, archive_write_add_filter_xz));
    check(packed(dir / "a.csv.bz2", {{"a.csv", text}}, archive_write_set_format_raw, archive_write_add_filter_bzip2));
    check(packed(dir / "a.zip", {{"notes.pdf", "no log"}, {"session/a.csv", text}}, archive_write_set_format_zip,
                 nullptr));
    check(packed(dir / "a.tar.gz", {{"a.csv", text}}, archive_write_set_format_ustar, archive_write_add_filter_gzip));
    check(packed(dir / "one.of.no.suffix", {{"a.csv", text}}, archive_write_set_format_zip, nullptr));
}

TEST_CASE("one file a lap, in an archive or a folder, is one log in the order of the names") {
    const ScratchFolder dir;
    // Each with its own header, and each clock from nought.
    const std::vector<Entry> laps = {{"lap 10.csv", "Car,any\n" + kHead + rows(400, kRows, 20)},
                                     {"lap 2.csv", "Car,any\n" + kHead + rows(200, 400, 10)},
                                     {"lap 1.csv", "Car,any\n" + kHead + rows(0, 200)}};
    check(packed(dir / "laps.zip", laps, archive_write_set_format_zip, nullptr));
    fs::create_directory(dir / "laps");
    for (const auto& l : laps) dir.write("laps/" + l.name, l.text);
    dir.write("laps/setup.json", "{\"wing\": 3}");
    check(dir / "laps");
    CHECK(naturallyBefore("lap 2", "lap 10"));
    CHECK(naturallyBefore("lap 02", "lap 3"));
    CHECK_FALSE(naturallyBefore("lap 10", "lap 2"));
    CHECK_FALSE(naturallyBefore("a", "a"));
}

TEST_CASE("other encodings are turned into one") {
    const ScratchFolder dir;
    const auto text = kHead + rows(0, kRows);
    for (const bool big : {false, true})
        for (const bool mark : {false, true}) {
            dir.write("u.csv", utf16(text, big, mark));
            check(dir / "u.csv");
        }
    dir.write("latin.csv", "time [s],speed [m/s],distance [m],L\xE4ngs [g]\n" + rows(0, kRows));
    check(dir / "latin.csv");
    const auto shape = readLogShape(dir / "latin.csv");
    REQUIRE(shape);
    CHECK(shape->columns.back().header == "L\xC3\xA4ngs [g]");
}

TEST_CASE("what cannot be unpacked says so, and where") {
    const ScratchFolder dir;
    const auto whole = packed(dir / "a.gz", {{"a.csv", kHead + rows(0, kRows)}}, archive_write_set_format_raw,
                              archive_write_add_filter_gzip);
    std::ifstream in(whole, std::ios::binary);
    const std::string bytes((std::istreambuf_iterator<char>(in)), {});
    dir.write("half.gz", bytes.substr(0, bytes.size() / 2));
    dir.write("noise.zip", "PK\x03\x04 and then nothing that makes sense");
    packed(dir / "none.zip", {{"film.mp4", "x"}}, archive_write_set_format_zip, nullptr);
    for (const char* name : {"half.gz", "noise.zip", "none.zip"}) {
        const auto log = readLog(dir / name);
        REQUIRE_FALSE(log);
        CHECK(log.error().id == "file.damaged-archive");
        CHECK(log.error().where.find(name) != std::string::npos);
        CHECK_FALSE(log.error().expected.empty());
    }
    fs::create_directory(dir / "empty");
    CHECK(readLog(dir / "empty").error().id == "file.is-folder");
}
