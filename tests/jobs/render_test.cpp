// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/compose.h"
#include "jobs/publish.h"
#include "media/sound.h"
#include "picture/paint_scene.h"
#include "support/gui_app.h"
#include "support/small_guide.h"

#include <catch2/catch.hpp>
#include <QImage>

using namespace hl;
using hl::testing::openDemo;
using hl::testing::painterReady;
using hl::testing::ScratchFolder;
using hl::testing::slurp;

namespace {

RenderWish quick(const std::filesystem::path& out, double from, double to) {
    RenderWish w;
    w.out = out, w.fromS = from, w.toS = to, w.preset = "ultrafast", w.crf = 16;
    return w;
}

double meanDifference(const QImage& a, const QImage& b) {
    double sum = 0;
    for (int y = 0; y < a.height(); y += 2)
        for (int x = 0; x < a.width(); x += 2) sum += std::abs(qGray(a.pixel(x, y)) - qGray(b.pixel(x, y)));
    return sum / (a.width() * a.height() / 4);
}

QImage imageOf(const YuvFrame& f) {
    const auto px = toBgra(f, f.width, f.height);
    return QImage(px.data(), f.width, f.height, f.width * 4, QImage::Format_RGB32).copy();
}

} // namespace

TEST_CASE("a piece is rendered with every frame, its sound and its captions") {
    painterReady();
    const ScratchFolder dir;
    auto o = openDemo({3});
    const double from = 3, to = 9;
    const auto r = render(o.guide, o.session, o.cut, quick(dir / "piece.mp4", from, to), {});
    REQUIRE(r);
    CHECK(r->frames == 150);
    auto reader = VideoReader::open(dir / "piece.mp4");
    REQUIRE(reader);
    CHECK(reader->frameTimes().size() == 150);
    CHECK(reader->info().width == 1280);
    const auto sound = readSound(dir / "piece.mp4", 8000);
    REQUIRE(sound);
    CHECK(sound->length().count() == Approx(6).margin(0.1));
    double loud = 0;
    for (const float s : sound->samples) loud = std::max(loud, std::abs(static_cast<double>(s)));
    CHECK(loud > 0.1);
    CHECK(slurp(dir / "piece.vtt").find("-->") != std::string::npos);
    CHECK(slurp(dir / "piece.srt").find("-->") != std::string::npos);
    CHECK(dir.entries() == 3);
}

TEST_CASE("what the preview paints is what the render holds") {
    painterReady();
    const ScratchFolder dir;
    auto o = openDemo({3});
    const double from = 4;
    REQUIRE(render(o.guide, o.session, o.cut, quick(dir / "piece.mp4", from, from + 3), {}));
    auto rendered = VideoReader::open(dir / "piece.mp4");
    auto film = VideoReader::open(o.session.video);
    REQUIRE(rendered);
    REQUIRE(film);
    const auto clock = clockOf(o.guide, o.session);
    const auto stage = stageOf(o.guide, o.session, clock);
    for (const int n : {0, 20, 60}) {
        const auto t = at<GuideTime>(from + (n + 0.5) / 25);
        auto bare = imageOf(*film->frameAt(momentAt(o.cut, t).footage));
        auto preview = bare;
        {
            QPainter p(&preview);
            paintScene(p, compose(stage, o.cut, t));
        }
        const auto published = imageOf(*rendered->frameAt(at<FootageTime>(n / 25.0)));
        CHECK(meanDifference(preview, published) < 3);
        CHECK(meanDifference(bare, published) > 2 * meanDifference(preview, published)); // the overlay is really there
    }
}

TEST_CASE("a render can be stopped and leaves nothing") {
    painterReady();
    const ScratchFolder dir;
    auto o = openDemo({3});
    std::stop_source stop;
    Progress progress;
    progress.stop = stop.get_token();
    progress.report = [&](double share, const std::string&) {
        if (share > 0.2) stop.request_stop();
    };
    const auto r = render(o.guide, o.session, o.cut, quick(dir / "piece.mp4", 0, 12), progress);
    REQUIRE_FALSE(r);
    CHECK(r.error().id == "job.cancelled");
    CHECK(dir.entries() == 0);
}

TEST_CASE("nothing to render is an error, and so is a place that cannot be written") {
    painterReady();
    auto o = openDemo({3});
    CHECK(render(o.guide, o.session, o.cut, quick("/tmp/x.mp4", 9, 9), {}).error().id == "render.empty");
    CHECK(render(o.guide, o.session, o.cut, quick("/tmp/x.mp4", 1e6, 2e6), {}).error().id == "render.empty");
    CHECK(render(o.guide, o.session, o.cut, quick("/proc/nowhere/x.mp4", 0, 1), {}).error().id == "movie.unwritable");
}

TEST_CASE("an edition is published whole, replaced whole, and nothing else is touched") {
    painterReady();
    const ScratchFolder dir;
    auto o = openDemo({3});
    o.guide.corners[0].beats.resize(1); // short
    o.cut = planCut(o.guide, o.session, o.speeches);
    PublishWish how;
    how.film.preset = "ultrafast", how.singleClips = true;
    const auto out = dir / "edition";
    const auto report = publishGuide(o.guide, o.session, o.cut, out, how, {});
    REQUIRE(report);
    for (const char* name : {"index.html", "page.css", "page.js", "guide.mp4", "guide.vtt", "facts.json",
                             "clips/corner-03.mp4", "clips/corner-03.jpg"}) {
        INFO(name);
        CHECK(std::filesystem::file_size(out / name) > 100);
    }
    CHECK(std::distance(std::filesystem::directory_iterator(dir.path()), {}) == 1);
    const auto html = slurp(out / "index.html");
    for (const char* gone : {"http://", "https://"}) {
        auto at = html.find(gone);
        while (at != std::string::npos) { // only the vocabulary's name, never an address to load
            CHECK(html.substr(at, 18) == "https://schema.org");
            at = html.find(gone, at + 1);
        }
    }
    // A film's own chapters.
    const auto film = VideoReader::open(out / "guide.mp4");
    REQUIRE(film);
    CHECK(film->info().length.count() == Approx(o.cut.lengthS).margin(0.1));

    // A corner's clip is a piece of the one film; a file of its own only where it was wished for.
    CHECK(html.find("src=\"guide.mp4#t=") != std::string::npos);
    CHECK(html.find("href=\"clips/corner-03.mp4\" download") != std::string::npos);
    how.singleClips = false;

    std::ofstream(out / "old file.txt") << "from before";
    REQUIRE(publishGuide(o.guide, o.session, o.cut, out, how, {}));
    CHECK_FALSE(std::filesystem::exists(out / "old file.txt"));
    CHECK_FALSE(std::filesystem::exists(out / "clips/corner-03.mp4"));

    std::filesystem::create_directories(dir / "holiday");
    std::ofstream(dir / "holiday/photo.txt") << "mine";
    const auto refused = publishGuide(o.guide, o.session, o.cut, dir / "holiday", how, {});
    REQUIRE_FALSE(refused);
    CHECK(refused.error().id == "publish.not-ours");
    CHECK(slurp(dir / "holiday/photo.txt") == "mine");
}

TEST_CASE("pictures of another shape keep their proportions") {
    painterReady();
    YuvFrame tall(360, 640);
    std::fill(tall.y.begin(), tall.y.end(), std::uint8_t{200});
    std::fill(tall.u.begin(), tall.u.end(), std::uint8_t{128});
    std::fill(tall.v.begin(), tall.v.end(), std::uint8_t{128});
    const auto f = fitted(tall, {1280, 720});
    CHECK(f.width == 1280);
    CHECK(f.y[360 * 1280 + 640] == Approx(200).margin(3));
    CHECK(f.y[360 * 1280 + 100] == Approx(16).margin(2)); // black beside it
    VideoInfo phone;
    phone.width = 720, phone.height = 1280;
    CHECK(outputSize(phone).width == 1280);
    VideoInfo large;
    large.width = 3840, large.height = 2160;
    CHECK(outputSize(large).width == 1920);
}
