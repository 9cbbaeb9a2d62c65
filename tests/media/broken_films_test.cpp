// SPDX-License-Identifier: GPL-3.0-or-later
// Nothing that is called a film opens another file, and what is damaged says so in a sentence.
#include "media/metadata_track.h"
#include "media/movie_writer.h"
#include "media/picture_motion.h"
#include "media/sound.h"
#include "media/video_reader.h"
#include "support/scratch_folder.h"

#include <catch2/catch.hpp>
#include <cstdlib>
#include <random>

using namespace hl;
namespace fs = std::filesystem;
using hl::testing::ScratchFolder;
using hl::testing::slurp;

namespace {

/// Everything that reads films, once over a file; it must answer.
void readAll(const fs::path& file) {
    const auto said = [](const Error& e) {
        CHECK_FALSE(e.id.empty());
        CHECK_FALSE(e.what.empty());
        CHECK(sentence(e).find('\n') == std::string::npos);
    };
    auto film = VideoReader::open(file);
    if (film) {
        for (int i = 0; i < 40 && film->next(); ++i) {}
        (void)film->frameAt(at<FootageTime>(0.7)), (void)film->frameTimes();
    } else
        said(film.error());
    if (const auto sound = readSound(file, 8000); !sound) said(sound.error());
    if (const auto own = readMetadata(file, [](double) { return true; }); !own) said(own.error());
    if (const auto motion = readMotion(file, [](double) { return true; }); !motion) said(motion.error());
}

} // namespace

TEST_CASE("every reader of films answers to every broken file") {
    int files = 0;
    for (const auto& e : fs::directory_iterator(fs::path(HL_SOURCE) / "tests/data/broken")) {
        CAPTURE(e.path().filename().string());
        readAll(e.path());
        ++files;
    }
    CHECK(files > 20);
}

TEST_CASE("a playlist that is named like a film opens nothing") {
    const ScratchFolder dir;
    const auto wav = dir.write("inner.wav", wavBytes({8000, 0, std::vector<float>(8000, 0.25f)}));
    const auto playlist =
        dir.write("list.mp4", "#EXTM3U\n#EXT-X-TARGETDURATION:10\n#EXTINF:10,\n" + wav.string() + "\n#EXT-X-ENDLIST\n");
    const auto concat = dir.write("concat.mp4", "ffconcat version 1.0\nfile '" + wav.string() + "'\n");
    REQUIRE(readSound(wav, 8000));
    for (const auto& file : {playlist, concat}) {
        CAPTURE(file.string());
        const auto sound = readSound(file, 8000);
        REQUIRE_FALSE(sound);
        CHECK(sound.error().id == "media.unreadable");
    }
}

TEST_CASE("films that are cut short anywhere, or have some bytes turned, are read as far as they go or say why not") {
    const ScratchFolder dir;
    for (const char* how : {"-movflags +faststart film.mp4", "film.mkv"}) {
        const std::string options(how), name = options.substr(options.rfind(' ') + 1);
        const auto film = dir / name;
        const auto command =
            "ffmpeg -v error -y -f lavfi -i testsrc=s=160x90:r=25:d=2 -f lavfi -i sine=d=2 -c:v libx264 "
            "-preset ultrafast -pix_fmt yuv420p -c:a aac " +
            (options.find(' ') == std::string::npos ? "" : options.substr(0, options.rfind(' '))) + " '" +
            film.string() + "' </dev/null";
        REQUIRE(std::system(command.c_str()) == 0);
        const auto whole = slurp(film);
        for (int part = 0; part < 20; ++part) {
            CAPTURE(name, part);
            readAll(dir.write("cut-" + name, whole.substr(0, whole.size() * static_cast<std::size_t>(part) / 20)));
        }
        std::mt19937 rng(3);
        for (int turn = 0; turn < 12; ++turn) {
            CAPTURE(name, turn);
            auto other = whole;
            for (int k = 0; k < 1 << turn; ++k) other[rng() % other.size()] = static_cast<char>(rng());
            readAll(dir.write("turned-" + name, other));
        }
    }
}
