// SPDX-License-Identifier: GPL-3.0-or-later
#include "media/movie_writer.h"
#include "media/sound.h"
#include "media/stretch.h"
#include "media/video_reader.h"
#include "support/scratch_folder.h"

#include <catch2/catch.hpp>
#include <cmath>
#include <csignal>
#include <random>
#include <sys/resource.h>

using namespace hl;
using hl::testing::ScratchFolder;
using hl::testing::slurp;

namespace {

/// Frame `i` says its number: a grey level for the tens and a bar for the ones.
YuvFrame numbered(int i, int w = 320, int h = 180) {
    YuvFrame f(w, h);
    std::fill(f.y.begin(), f.y.end(), static_cast<std::uint8_t>(40 + 8 * (i / 10)));
    std::fill(f.u.begin(), f.u.end(), std::uint8_t{128});
    std::fill(f.v.begin(), f.v.end(), std::uint8_t{128});
    for (int y = 0; y < h / 2; ++y)
        for (int x = 0; x < 30 * (i % 10); ++x) f.y[static_cast<std::size_t>(y * w + x)] = 230;
    return f;
}

int numberOf(const YuvFrame& f) {
    const int tens = static_cast<int>(
        std::lround((f.y[static_cast<std::size_t>((f.height - 10) * f.width + f.width - 5)] - 40) / 8.0));
    int edge = 0;
    while (edge < f.width && f.y[static_cast<std::size_t>(20 * f.width + edge)] > 180) ++edge;
    return 10 * tens + static_cast<int>(std::lround(edge / 30.0));
}

std::vector<float> tone(double lengthS, double hz) {
    std::vector<float> s;
    for (int i = 0; i < static_cast<int>(lengthS * 48000); ++i)
        s.push_back(static_cast<float>(0.5 * std::sin(2 * 3.14159265 * hz * i / 48000)));
    return s;
}

MovieOptions smallFilm() {
    MovieOptions o;
    o.width = 320, o.height = 180, o.frameRate = 50;
    return o;
}

void writeFilm(const std::filesystem::path& path, int frames, int keyEvery = 250, bool sound = true) {
    MovieOptions o;
    o.width = 320, o.height = 180, o.frameRate = 50, o.crf = 8, o.preset = "medium",
    o.keyEvery = keyEvery; // with B frames
    o.soundRate = sound ? 48000 : 0;
    o.chapters = {{0, 0.5, "One"}, {0.5, frames / 50.0, "Two & three"}};
    auto w = MovieWriter::open(path, o);
    REQUIRE(w);
    const auto samples = tone(frames / 50.0, 440);
    for (int i = 0; i < frames; ++i) {
        REQUIRE(w->picture(numbered(i), i % keyEvery == 0));
        REQUIRE(w->sound({samples.data() + static_cast<std::ptrdiff_t>(i) * 960, 960}));
    }
    REQUIRE(w->finish());
}

/// Files may not grow beyond `bytes` while this lives: what a full disk looks like to a writer.
class FullDisk {
  public:
    explicit FullDisk(rlim_t bytes) {
        std::signal(SIGXFSZ, SIG_IGN);
        getrlimit(RLIMIT_FSIZE, &old_);
        const rlimit now{bytes, old_.rlim_max};
        setrlimit(RLIMIT_FSIZE, &now);
    }
    FullDisk(const FullDisk&) = delete;
    FullDisk& operator=(const FullDisk&) = delete;
    ~FullDisk() { setrlimit(RLIMIT_FSIZE, &old_); }

  private:
    rlimit old_{};
};

} // namespace

TEST_CASE("what is written is read back, frame for frame and in time") {
    const ScratchFolder dir;
    writeFilm(dir / "film.mp4", 100);
    auto r = VideoReader::open(dir / "film.mp4");
    REQUIRE(r);
    CHECK(r->info().width == 320);
    CHECK(r->info().frameRate == Approx(50));
    CHECK(r->info().length.count() == Approx(2).margin(0.05));
    CHECK(r->info().hasSound);
    const auto times = r->frameTimes();
    REQUIRE(times.size() == 100);
    int n = 0;
    while (const auto f = r->next()) {
        CHECK(numberOf(*f) == n);
        CHECK(seconds(f->time) == Approx(times[static_cast<std::size_t>(n)]).margin(1e-6));
        ++n;
    }
    CHECK(n == 100);
}

TEST_CASE("any frame is found exactly, forward, back and far away") {
    const ScratchFolder dir;
    const int keyEvery = GENERATE(1, 12, 250);
    writeFilm(dir / "film.mp4", 100, keyEvery);
    auto r = VideoReader::open(dir / "film.mp4");
    REQUIRE(r);
    for (const int n : {0, 99, 1, 98, 50, 49, 51, 50, 0, 99, 3, 4, 5}) {
        const auto f = r->frameAt(at<FootageTime>((n + 0.4) / 50));
        REQUIRE(f);
        CHECK(numberOf(*f) == n);
        const auto exact = r->frameAt(at<FootageTime>(n / 50.0));
        REQUIRE(exact);
        CHECK(numberOf(*exact) == n);
    }
    CHECK(numberOf(*r->frameAt(at<FootageTime>(-3))) == 0);
    CHECK(numberOf(*r->frameAt(at<FootageTime>(77))) == 99);
    CHECK(numberOf(*r->frameAt(at<FootageTime>(0.5))) == 25); // and back from beyond the end
}

TEST_CASE("a picture is shared with whoever asks for it again, and is the one that a copy is of") {
    const ScratchFolder dir;
    writeFilm(dir / "n.mp4", 60);
    auto film = VideoReader::open(dir / "n.mp4");
    REQUIRE(film);
    const auto when = [](int i) { return at<FootageTime>(i / 50.0 + 0.004); };
    for (const int i : {3, 4, 40, 12, 59, 0}) {
        const auto picture = film->pictureAt(when(i));
        REQUIRE(picture);
        CHECK(numberOf(*picture) == i);
        CHECK(film->pictureAt(when(i)) == picture);
        CHECK(film->frameAt(when(i))->y == picture->y);
        const auto next = film->following();
        CHECK((next != nullptr) == (i < 59));
        if (next) CHECK(numberOf(*next) == i + 1);
        CHECK(seconds(picture->time) == Approx(i / 50.0).margin(1e-6));
    }
}

TEST_CASE("pictures come no larger than they are wished for, in their own shape, and none is left out") {
    const ScratchFolder dir;
    writeFilm(dir / "n.mp4", 60);
    auto film = VideoReader::open(dir / "n.mp4");
    REQUIRE(film);
    REQUIRE(film->pictureAt(at<FootageTime>(0.1))->width == 320);
    film->fitInto({160, 160});
    for (int i = 5; i < 60; ++i) { // the one that was shown, too
        const auto small = film->pictureAt(at<FootageTime>(i / 50.0 + 0.004));
        REQUIRE(small);
        CHECK(small->width == 160);
        CHECK(small->height == 90);
        CHECK(seconds(small->time) == Approx(i / 50.0).margin(1e-6));
    }
    CHECK(film->info().width == 320); // of the film, as before
    film->fitInto({4000, 4000});
    CHECK(film->pictureAt(at<FootageTime>(0.5))->width == 320); // never made larger
    film->fitInto({});
    CHECK(film->pictureAt(at<FootageTime>(0.7))->width == 320);
}

TEST_CASE("a picture inside a room touches two of its sides and is even") {
    for (const auto& [picture, room] : {std::pair(PictureSize{1440, 1080}, PictureSize{1280, 720}),
                                        {{3840, 2160}, {1280, 720}},
                                        {{1080, 1920}, {1280, 720}},
                                        {{100, 3000}, {1280, 720}},
                                        {{333, 111}, {640, 360}}}) {
        const auto fits = inside(picture, room);
        INFO(picture.width << "x" << picture.height << " in " << room.width << "x" << room.height);
        CHECK(fits.width % 2 == 0);
        CHECK(fits.height % 2 == 0);
        CHECK(fits.width <= room.width);
        CHECK(fits.height <= room.height);
        CHECK((fits.width >= room.width - 1 || fits.height >= room.height - 1));
        CHECK(std::abs(1.0 * fits.width * picture.height - 1.0 * fits.height * picture.width) <=
              2.0 * std::max(picture.width, picture.height));
    }
}

TEST_CASE("the sound of a film starts with its picture") {
    const ScratchFolder dir;
    writeFilm(dir / "film.mp4", 100);
    const auto s = readSound(dir / "film.mp4", 8000);
    REQUIRE(s);
    CHECK(s->rate == 8000);
    CHECK(s->length().count() == Approx(2).margin(0.06));
    CHECK(std::abs(s->startS) < 0.03);
    int crossings = 0;
    for (std::size_t i = 4000; i < 12000; ++i) crossings += s->samples[i - 1] < 0 && s->samples[i] >= 0;
    CHECK(crossings == Approx(440).margin(3));
}

TEST_CASE("a clip holds its piece of the film and nothing else") {
    const ScratchFolder dir;
    writeFilm(dir / "film.mp4", 100, 25);
    REQUIRE(copyClip(dir / "film.mp4", dir / "clip.mp4", 0.5, 1.5));
    auto r = VideoReader::open(dir / "clip.mp4");
    REQUIRE(r);
    std::vector<int> seen;
    while (const auto f = r->next()) seen.push_back(numberOf(*f));
    REQUIRE(seen.size() == 50);
    CHECK(seen.front() == 25);
    CHECK(seen.back() == 74);
    CHECK(r->info().length.count() == Approx(1).margin(0.05));
}

TEST_CASE("pictures that are handed over stay until any of the encoders is done with them") {
    const ScratchFolder dir;
    for (const auto codec : {VideoCodec::H264, VideoCodec::Hevc, VideoCodec::Vp9, VideoCodec::Av1}) {
        auto o = smallFilm();
        o.codec = codec, o.crf = 8;
        const auto path = dir / (std::string(key(codec)) + ".mp4");
        auto w = MovieWriter::open(path, o);
        REQUIRE(w);
        for (int i = 0; i < 30; ++i) REQUIRE(w->picture(std::make_shared<const YuvFrame>(numbered(i))));
        REQUIRE(w->finish());
        auto r = VideoReader::open(path);
        REQUIRE(r);
        INFO(key(codec));
        int seen = 0;
        while (const auto f = r->next()) CHECK(numberOf(*f) == seen++);
        CHECK(seen == 30);
    }
}

TEST_CASE("a picture of another size than the film's is refused") {
    const ScratchFolder dir;
    auto w = MovieWriter::open(dir / "film.mp4", smallFilm());
    REQUIRE(w);
    REQUIRE(w->picture(numbered(0)));
    const auto odd = w->picture(YuvFrame(640, 360));
    REQUIRE_FALSE(odd);
    CHECK(odd.error().what.find("another size") != std::string::npos);
}

TEST_CASE("an unfinished film leaves nothing behind") {
    const ScratchFolder dir;
    {
        auto w = MovieWriter::open(dir / "film.mp4", smallFilm());
        REQUIRE(w);
        for (int i = 0; i < 20; ++i) REQUIRE(w->picture(numbered(i)));
    }
    CHECK(dir.entries() == 0);
}

TEST_CASE("a film that cannot be written says so and leaves nothing") {
    const ScratchFolder dir;
    const auto w = MovieWriter::open(dir / "no such folder/film.mp4", smallFilm());
    REQUIRE_FALSE(w);
    CHECK(w.error().id == "movie.unwritable");
    CHECK(w.error().where.find("film.mp4") != std::string::npos);
}

TEST_CASE("a disk that fills up ends the film with an error and leaves nothing") {
    const ScratchFolder dir;
    bool failed = false;
    {
        const FullDisk full(60'000);
        auto w = MovieWriter::open(dir / "film.mp4", smallFilm());
        REQUIRE(w);
        for (int i = 0; i < 400 && !failed; ++i) {
            auto frame = numbered(i % 100);
            for (std::size_t k = 0; k < frame.y.size(); ++k)
                frame.y[k] = static_cast<std::uint8_t>(
                    frame.y[k] ^ ((k * 2654435761u + static_cast<unsigned>(i)) >> 25)); // hard to compress
            failed = !w->picture(frame);
        }
        if (!failed) failed = !w->finish();
    }
    CHECK(failed);
    CHECK(dir.entries() == 0);
}

TEST_CASE("files that are no films say why") {
    const ScratchFolder dir;
    writeFilm(dir / "film.mp4", 60);
    const auto whole = slurp(dir / "film.mp4");
    struct Broken {
        const char* name;
        std::string bytes;
    };
    const Broken b = GENERATE_COPY(Broken{"empty", ""}, Broken{"text", "time,speed\n0,1\n"},
                                   Broken{"zeros", std::string(5000, '\0')}, Broken{"cut off", whole.substr(0, 900)});
    INFO(b.name);
    const auto path = dir.write("broken.mp4", b.bytes);
    const auto r = VideoReader::open(path);
    REQUIRE_FALSE(r);
    CHECK(r.error().id.starts_with("media."));
    CHECK(r.error().where.find("broken.mp4") != std::string::npos);
    CHECK_FALSE(r.error().expected.empty());
    CHECK_FALSE(readSound(path, 8000));
    CHECK(VideoReader::open(dir / "missing.mp4").error().id == "file.missing");
}

TEST_CASE("sound alone is no film, and a silent film has no sound") {
    const ScratchFolder dir;
    Sound s{8000, 0, std::vector<float>(8000, 0.1f)};
    const auto wav = dir.write("tone.wav", wavBytes(s));
    CHECK(VideoReader::open(wav).error().id == "media.no-video");
    const auto back = readSound(wav, 8000);
    REQUIRE(back);
    CHECK(back->samples.size() == Approx(8000).margin(16));
    CHECK(back->samples[4000] == Approx(0.1).margin(0.001));
    writeFilm(dir / "silent.mp4", 30, 250, false);
    CHECK(readSound(dir / "silent.mp4", 8000).error().id == "media.no-sound");
}

TEST_CASE("slowed sound keeps its pitch and lasts as long as its picture") {
    const Sound a{48000, 0, tone(2, 440)};
    for (const double rate : {0.5, 0.25, 2.0}) {
        const auto s = stretched(a, rate);
        INFO(rate);
        CHECK(s.length().count() == Approx(2 / rate).margin(1e-3));
        const auto from = static_cast<std::size_t>(0.3 / rate * 48000),
                   n = static_cast<std::size_t>(0.8 / rate * 48000);
        int crossings = 0;
        for (auto i = from; i < from + n; ++i) crossings += s.samples[i - 1] < 0 && s.samples[i] >= 0;
        CHECK(crossings / (0.8 / rate) == Approx(440).margin(6));
    }
    CHECK(stretched(a, 1).samples == a.samples);
    CHECK(stretched(Sound{48000, 0, {}}, 0.5).samples.empty());
}

TEST_CASE("laying an overlay changes its rectangles and nothing else") {
    auto frame = numbered(55);
    const auto before = frame;
    std::vector<std::uint8_t> overlay(320 * 180 * 4, 0);
    for (int y = 40; y < 80; ++y)
        for (int x = 100; x < 200; ++x) { // opaque white
            auto* p = &overlay[static_cast<std::size_t>((y * 320 + x) * 4)];
            p[0] = p[1] = p[2] = p[3] = 255;
        }
    const PixelRect rects[] = {{100, 40, 100, 40}};
    blend(frame, {overlay.data(), 320 * 4, 320, 180}, rects);
    for (int y = 0; y < 180; ++y)
        for (int x = 0; x < 320; ++x) {
            const auto i = static_cast<std::size_t>(y * 320 + x);
            if (x >= 100 && x < 200 && y >= 40 && y < 80) {
                if (std::abs(frame.y[i] - 235) > 2) FAIL("white is not white at " << x << "," << y);
            } else if (frame.y[i] != before.y[i])
                FAIL("changed outside at " << x << "," << y);
        }
}

TEST_CASE("colours survive the way to BGRA and back") {
    for (const auto& [b, g, r] :
         {std::tuple(30, 60, 200), std::tuple(200, 60, 30), std::tuple(40, 180, 50), std::tuple(128, 128, 128)}) {
        std::vector<std::uint8_t> px(64 * 64 * 4);
        for (std::size_t i = 0; i < px.size(); i += 4)
            px[i] = static_cast<std::uint8_t>(b), px[i + 1] = static_cast<std::uint8_t>(g),
            px[i + 2] = static_cast<std::uint8_t>(r), px[i + 3] = 255;
        const auto back = toBgra(fromBgra({px.data(), 64 * 4, 64, 64}), 64, 64);
        const auto i = static_cast<std::size_t>((32 * 64 + 32) * 4);
        CHECK(back[i] == Approx(b).margin(4));
        CHECK(back[i + 1] == Approx(g).margin(4));
        CHECK(back[i + 2] == Approx(r).margin(4));
    }
}

TEST_CASE("an overlay is laid as its shares tell, whatever it is made of and wherever it lies") {
    std::mt19937 random(7);
    const auto upTo = [&](int most) { return static_cast<int>(random() % static_cast<unsigned>(most + 1)); };
    for (int round = 0; round < 40; ++round) {
        const int w = 2 + 2 * upTo(60), h = 2 + 2 * upTo(20);
        YuvFrame frame(w, h);
        for (auto* plane : {&frame.y, &frame.u, &frame.v})
            for (auto& v : *plane) v = static_cast<std::uint8_t>(16 + upTo(219));
        const auto before = frame;
        std::vector<std::uint8_t> over(static_cast<std::size_t>(w * h * 4), 0);
        const auto pixel = [&](int x, int y) -> std::uint8_t* {
            return &over[static_cast<std::size_t>((y * w + x) * 4)];
        };
        for (int y = 0; y < h; ++y)
            for (int x = 0; x < w; ++x) {
                if (upTo(2) == 0) continue;
                auto* p = pixel(x, y);
                p[3] = static_cast<std::uint8_t>(upTo(3) == 0 ? 255 : upTo(255));
                for (int k = 0; k < 3; ++k) p[k] = static_cast<std::uint8_t>(upTo(p[3]));
            }
        const PixelRect part{2 * upTo(w / 2), 2 * upTo(h / 2), 2 + 2 * upTo(w / 2), 2 + 2 * upTo(h / 2)};
        const PixelRect rects[] = {part};
        blend(frame, {over.data(), w * 4, w, h}, rects);
        const auto in = [&](int x, int y) {
            return x >= part.x && x < part.x + part.width && y >= part.y && y < part.y + part.height;
        };
        double worst = 0, outside = 0;
        for (int y = 0; y < h; ++y)
            for (int x = 0; x < w; ++x) {
                const auto i = static_cast<std::size_t>(y * w + x);
                const std::uint8_t* p = pixel(x, y);
                const double luma = 16 * p[3] / 255.0 + 219 / 255.0 * (0.2126 * p[2] + 0.7152 * p[1] + 0.0722 * p[0]) +
                                    before.y[i] * (1 - p[3] / 255.0);
                if (in(x, y))
                    worst = std::max(worst, std::abs(luma - frame.y[i]));
                else
                    outside += frame.y[i] != before.y[i];
                if (x % 2 || y % 2) continue;
                double share = 0, red = 0, green = 0, blue = 0;
                for (const std::uint8_t* q : std::initializer_list<const std::uint8_t*>{
                         p, pixel(x + 1, y), pixel(x, y + 1), pixel(x + 1, y + 1)})
                    share += q[3] / 1020.0, red += q[2] / 4.0, green += q[1] / 4.0, blue += q[0] / 4.0;
                const auto c = static_cast<std::size_t>(y / 2 * (w / 2) + x / 2);
                const double grey = 0.2126 * red + 0.7152 * green + 0.0722 * blue,
                             u = 128 * share + 224 / 255.0 * (blue - grey) / 1.8556 + before.u[c] * (1 - share),
                             v = 128 * share + 224 / 255.0 * (red - grey) / 1.5748 + before.v[c] * (1 - share);
                if (in(x, y)) worst = std::max({worst, std::abs(u - frame.u[c]), std::abs(v - frame.v[c])});
            }
        CHECK(worst < 2.1);
        CHECK(outside == 0);
    }
}
