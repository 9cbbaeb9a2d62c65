// SPDX-License-Identifier: GPL-3.0-or-later
// Films as phones, cameras and recorders make them, written by the ffmpeg command: none of ours but all of the world's.
#include "media/picture_motion.h"
#include "media/sound.h"
#include "media/video_reader.h"
#include "support/scratch_folder.h"

#include <catch2/catch.hpp>
#include <cstdlib>

using namespace hl;
using hl::testing::ScratchFolder;

namespace {

std::filesystem::path made(const ScratchFolder& dir, const std::string& name, const std::string& how) {
    const auto path = dir / name;
    const auto command = "ffmpeg -v error -y " + how + " '" + path.string() + "' </dev/null";
    REQUIRE(std::system(command.c_str()) == 0);
    return path;
}

const std::string kPicture = "-f lavfi -i testsrc=size=320x180:rate=30:duration=2 ";
const std::string kTone = "-f lavfi -i sine=frequency=440:duration=2 ";

} // namespace

TEST_CASE("films of many codecs and containers are read frame by frame") {
    const ScratchFolder dir;
    struct Kind {
        const char* name;
        const char* how;
    };
    const auto k = GENERATE(Kind{"plain.mp4", "-c:v libx264 -bf 3 -g 250"},
                            Kind{"hevc.mp4", "-c:v libx265 -x265-params log-level=none -pix_fmt yuv420p10le"},
                            Kind{"vp9.webm", "-c:v libvpx-vp9 -deadline realtime -cpu-used 8"},
                            Kind{"prores.mov", "-c:v prores_ks"}, Kind{"mjpeg.avi", "-c:v mjpeg"},
                            Kind{"wide.mkv", "-c:v libx264 -pix_fmt yuv444p"}, Kind{"transport.ts", "-c:v libx264"});
    INFO(k.name);
    const auto path = made(dir, k.name, kPicture + k.how);
    auto r = VideoReader::open(path);
    REQUIRE(r);
    CHECK(r->info().width == 320);
    CHECK_FALSE(r->info().hasSound);
    int n = 0;
    double last = -1;
    while (const auto f = r->next()) {
        CHECK(seconds(f->time) > last);
        last = seconds(f->time);
        ++n;
    }
    CHECK(n == 60);
    const auto times = r->frameTimes();
    REQUIRE(times.size() == 60);
    for (const int i : {30, 5, 59}) {
        const auto f = r->frameAt(at<FootageTime>(times[static_cast<std::size_t>(i)]));
        REQUIRE(f);
        CHECK(seconds(f->time) == Approx(times[static_cast<std::size_t>(i)]).margin(1e-4));
    }
}

TEST_CASE("a film held upright by its phone is turned") {
    const ScratchFolder dir;
    const auto flat = made(dir, "flat.mp4", kPicture + "-c:v libx264");
    auto r = VideoReader::open(made(dir, "turned.mp4", "-i '" + flat.string() + "' -c copy -metadata:s:v rotate=90"));
    REQUIRE(r);
    CHECK(r->info().width == 180);
    CHECK(r->info().height == 320);
    const auto f = r->next();
    REQUIRE(f);
    CHECK(f->width == 180);
    CHECK(f->height == 320);
    r->fitInto({320, 160}); // of the upright picture
    const auto small = r->pictureAt(at<FootageTime>(0.5));
    REQUIRE(small);
    CHECK(small->width == 90);
    CHECK(small->height == 160);
}

TEST_CASE("a variable frame rate keeps every frame's own time") {
    const ScratchFolder dir;
    // every third frame dropped in the second half
    const auto path = made(
        dir, "vfr.mkv",
        kPicture + "-vf \"select='lt(n,30)+gte(n,30)*not(eq(mod(n,3),0))'\" -fps_mode passthrough -c:v libx264 -bf 2");
    auto r = VideoReader::open(path);
    REQUIRE(r);
    const auto times = r->frameTimes();
    REQUIRE(times.size() == 50);
    CHECK(times[10] == Approx(10 / 30.0).margin(0.002));
    CHECK(times[30] == Approx(31 / 30.0).margin(0.002)); // frame 30 itself is gone
    const auto f = r->frameAt(at<FootageTime>(1.01));    // between 29/30 and 31/30 the last one stands
    REQUIRE(f);
    CHECK(seconds(f->time) == Approx(29 / 30.0).margin(0.002));
}

TEST_CASE("of several sound tracks one is heard, and stereo becomes one channel") {
    const ScratchFolder dir;
    const auto path = made(
        dir, "two.mkv",
        kPicture + kTone +
            "-f lavfi -i anullsrc=duration=2 -map 0:v -map 1:a -map 2:a -ac 2 -c:v libx264 -c:a libopus -shortest");
    const auto s = readSound(path, 8000);
    REQUIRE(s);
    CHECK(s->length().count() == Approx(2).margin(0.1));
}

TEST_CASE("a film cut off in the middle is used as far as it goes") {
    const ScratchFolder dir;
    const auto whole = made(dir, "whole.ts", "-f lavfi -i testsrc2=size=320x180:rate=30:duration=4 -c:v libx264 -g 15");
    const auto bytes = hl::testing::slurp(whole);
    auto r = VideoReader::open(dir.write("half.ts", bytes.substr(0, bytes.size() / 2)));
    REQUIRE(r);
    int n = 0;
    while (r->next()) ++n;
    CHECK(n > 30);
    CHECK(n < 110);
}

TEST_CASE("a picture that moves to the right is seen to") {
    const ScratchFolder dir;
    // a wide still that scrolls: the content moves 2 % of the picture's width a frame
    const auto path =
        made(dir, "pan.mp4",
             "-f lavfi -i \"testsrc2=size=640x360:rate=1\" -vf "
             "\"loop=loop=80:size=1:start=0,fps=25,scroll=horizontal=-0.01\" -frames:v 60 -c:v libx264 -crf 12");
    const auto m = readMotion(path, [](double) { return true; });
    REQUIRE(m);
    std::vector<double> moved;
    for (const double v : m->sideways)
        if (!std::isnan(v)) moved.push_back(v);
    REQUIRE(moved.size() > 10);
    std::nth_element(moved.begin(), moved.begin() + static_cast<std::ptrdiff_t>(moved.size() / 2), moved.end());
    CHECK(moved[moved.size() / 2] == Approx(0.25).margin(0.06)); // 1 % a frame at 25 a second
}
