// SPDX-License-Identifier: GPL-3.0-or-later
// The frame under the pointer, from the film itself, from memory, and from the proxy while a hand drags.
#include "media/movie_writer.h"
#include "studio/playback/frame_source.h"
#include "support/studio.h"

#include <catch2/catch.hpp>
#include <QSignalSpy>

using namespace hl;
using hl::testing::ScratchFolder;
using hl::testing::waitFor;

namespace {

constexpr int kFrames = 160;

/// Frame n is as bright as n says; a single key frame at the start, so that any other must be decoded up to.
std::filesystem::path numberedFilm(const ScratchFolder& dir) {
    MovieOptions o;
    o.width = 1280, o.height = 720, o.frameRate = 50, o.keyEvery = 1000, o.crf = 12, o.preset = "ultrafast";
    auto w = MovieWriter::open(dir / "film.mp4", o);
    REQUIRE(w);
    for (int n = 0; n < kFrames; ++n) {
        YuvFrame f(1280, 720);
        std::fill(f.y.begin(), f.y.end(), static_cast<std::uint8_t>(30 + n));
        std::fill(f.u.begin(), f.u.end(), std::uint8_t{128});
        std::fill(f.v.begin(), f.v.end(), std::uint8_t{128});
        REQUIRE(w->picture(f));
    }
    REQUIRE(w->finish());
    return dir / "film.mp4";
}

double brightness(int n) { return (30 + n - 16) * 255.0 / 219; }

struct Answers {
    explicit Answers(FrameSource& s) {
        QObject::connect(&s, &FrameSource::ready,
                         [this](const QImage& p, double t) { picture = p, time = t, ++count; });
    }
    int number() const { return static_cast<int>(std::lround(time * 50)); }
    double grey() const { return qGray(picture.pixel(picture.width() / 2, picture.height() / 2)); }
    QImage picture;
    double time = -1;
    int count = 0;
};

} // namespace

TEST_CASE("any frame is shown exactly, forwards, backwards and far away") {
    hl::testing::studioReady();
    const ScratchFolder dir;
    FrameSource source;
    Answers shown(source);
    source.openFile(QString::fromStdString(numberedFilm(dir).string()));
    for (const int n : {0, 1, 2, 100, 99, 98, 97, 150, 3, 159, 158}) {
        const int before = shown.count;
        source.want((n + 0.4) / 50);
        REQUIRE(waitFor([&] { return shown.count > before; }));
        CHECK(shown.number() == n);
        CHECK(shown.grey() == Approx(brightness(n)).margin(3));
        CHECK(shown.picture.width() == 1280);
    }
}

TEST_CASE("while a hand drags the proxy answers, and the frame itself follows when it rests") {
    hl::testing::studioReady();
    const ScratchFolder dir;
    const auto film = numberedFilm(dir);
    const auto proxy = makeProxy(dir.path(), film, {});
    REQUIRE(proxy);
    FrameSource source;
    Answers shown(source);
    source.openFile(QString::fromStdString(film.string()));
    source.openProxy(QString::fromStdString(proxy->file.string()));
    source.want(0.01);
    REQUIRE(waitFor([&] { return shown.count == 1; }));
    bool small = false;
    for (const int n : {20, 45, 70, 95, 120, 140}) {
        const int before = shown.count;
        source.want((n + 0.4) / 50);
        REQUIRE(waitFor([&] { return shown.count > before; }));
        small |= shown.picture.width() == 640;
        CHECK(shown.number() == n);
        CHECK(shown.grey() == Approx(brightness(n)).margin(6));
    }
    CHECK(small);
    CHECK(waitFor([&] { return shown.picture.width() == 1280; }, 3000));
    CHECK(shown.number() == 140);
}

TEST_CASE("a proxy holds every frame of its film, is made once, and a stale one goes") {
    const ScratchFolder dir;
    const auto film = numberedFilm(dir);
    std::filesystem::create_directories(dir / "cache");
    dir.write("cache/proxy-1-2.mp4", "of another film");
    const auto proxy = makeProxy(dir.path(), film, {});
    REQUIRE(proxy);
    CHECK_FALSE(std::filesystem::exists(dir / "cache/proxy-1-2.mp4"));
    auto r = VideoReader::open(proxy->file);
    REQUIRE(r);
    CHECK(r->frameTimes().size() == kFrames);
    const auto made = std::filesystem::last_write_time(proxy->file);
    REQUIRE(makeProxy(dir.path(), film, {}));
    CHECK(std::filesystem::last_write_time(proxy->file) == made);
    std::stop_source stop;
    stop.request_stop();
    Progress p;
    p.stop = stop.get_token();
    const ScratchFolder other;
    CHECK(makeProxy(other.path(), film, p).error().id == "job.cancelled");
    for (const auto& e : std::filesystem::directory_iterator(other / "cache"))
        CHECK(e.path().extension() == ".parts"); // no half proxy
}

TEST_CASE("a proxy that was stopped goes on where it was") {
    const ScratchFolder dir;
    MovieOptions o;
    o.width = 64, o.height = 48, o.frameRate = 50, o.keyEvery = 300, o.preset = "ultrafast";
    auto w = MovieWriter::open(dir / "long.mp4", o);
    REQUIRE(w);
    constexpr int kLong = 1130;
    for (int n = 0; n < kLong; ++n) {
        YuvFrame f(64, 48);
        std::fill(f.y.begin(), f.y.end(), static_cast<std::uint8_t>(30 + n % 200));
        REQUIRE(w->picture(f));
    }
    REQUIRE(w->finish());
    std::stop_source stop;
    Progress p;
    p.stop = stop.get_token();
    p.report = [&](double share, const std::string&) {
        if (share > 0.6) stop.request_stop(); // within the second piece
    };
    CHECK(makeProxy(dir.path(), dir / "long.mp4", p).error().id == "job.cancelled");
    const auto parts = proxyFile(dir.path(), dir / "long.mp4").replace_extension(".parts");
    REQUIRE(std::filesystem::exists(parts / "00000.mp4"));
    double least = 1;
    Progress again;
    again.report = [&](double share, const std::string&) { least = std::min(least, share); };
    const auto proxy = makeProxy(dir.path(), dir / "long.mp4", again);
    REQUIRE(proxy);
    CHECK(least > 0.4); // not from the start
    CHECK_FALSE(std::filesystem::exists(parts));
    auto r = VideoReader::open(proxy->file);
    REQUIRE(r);
    REQUIRE(r->frameTimes().size() == kLong);
    for (const std::size_t n : {0u, 499u, 500u, 501u, 999u, 1000u, 1129u}) {
        const auto f = r->frameAt(at<FootageTime>(proxyTime(n)));
        REQUIRE(f);
        CHECK(f->y[24 * 64 + 32] == Approx(30 + n % 200).margin(4));
    }
}

TEST_CASE("the frame cache keeps what is near the playhead") {
    FrameCache cache(10);
    for (std::size_t i = 0; i < 30; ++i) cache.keep(i, QImage(2, 2, QImage::Format_RGB32), i);
    CHECK(cache.size() == 10);
    CHECK(cache.find(29));
    CHECK(cache.find(20));
    CHECK_FALSE(cache.find(19));
    cache.keep(5, QImage(2, 2, QImage::Format_RGB32), 5);
    CHECK(cache.find(5));
    CHECK_FALSE(cache.find(29)); // the furthest
}

namespace {

/// A bright bar that goes on by 16 px a picture over a quiet ground.
std::filesystem::path filmOfABar(const ScratchFolder& dir) {
    MovieOptions o;
    o.width = 960, o.height = 540, o.frameRate = 25, o.crf = 8, o.preset = "ultrafast";
    auto w = MovieWriter::open(dir / "bar.mp4", o);
    REQUIRE(w);
    for (int n = 0; n < 30; ++n) {
        YuvFrame f(960, 540);
        for (int y = 0; y < 540; ++y)
            for (int x = 0; x < 960; ++x) {
                const int in = x - 200 - 16 * n;
                const bool bar = in >= 0 && in < 80 && y > 150 && y < 390;
                f.y[static_cast<std::size_t>(y * 960 + x)] =
                    static_cast<std::uint8_t>(bar ? 120 + in + (y / 8 % 2) * 20 : 60 + (x / 16 + y / 16) % 2 * 6);
            }
        std::fill(f.u.begin(), f.u.end(), std::uint8_t{128});
        std::fill(f.v.begin(), f.v.end(), std::uint8_t{128});
        REQUIRE(w->picture(f));
    }
    REQUIRE(w->finish());
    return dir / "bar.mp4";
}

/// Where the bar begins, in pixels of the film.
double barAt(const QImage& p) {
    const int y = p.height() / 2;
    for (int x = 1; x < p.width(); ++x)
        if (qGray(p.pixel(x, y)) > 100) return x * 960.0 / p.width();
    return -1;
}

} // namespace

TEST_CASE("a slowed film shows pictures between its own, forwards, backwards, small while it plays") {
    hl::testing::studioReady();
    const ScratchFolder dir;
    FrameSource source;
    Answers shown(source);
    source.openFile(QString::fromStdString(filmOfABar(dir).string()));
    const auto ask = [&](double frame, bool playing, bool between) {
        const int before = shown.count;
        source.want(frame / 25, playing, between);
        REQUIRE(waitFor([&] { return shown.count > before; }));
    };
    for (const double frame : {3.0, 3.25, 3.5, 3.75, 4.0, 4.5, 9.5, 6.25, 6.0, 20.75}) {
        INFO(frame);
        ask(frame, false, true);
        CHECK(barAt(shown.picture) == Approx(200 + 16 * frame).margin(2.5));
        CHECK(shown.picture.width() == 960);
        CHECK(shown.time == Approx(frame / 25));
        ask(frame + 0.01, true, true);
        CHECK(barAt(shown.picture) == Approx(200 + 16 * frame).margin(4));
        CHECK(shown.picture.width() < 860);
        ask(frame + 0.02, false, false);
        CHECK(barAt(shown.picture) == Approx(200 + 16 * std::floor(frame + 0.02)).margin(2.5));
    }
    ask(29.5, false, true); // none comes behind the last
    CHECK(barAt(shown.picture) == Approx(200 + 16 * 29).margin(2.5));
}
