// SPDX-License-Identifier: GPL-3.0-or-later
// New pictures against the ones that would have been filmed: scenes whose every moment can be drawn.
#include "media/between_frames.h"
#include "media/mixed_rows.h"
#include "media/moved_rows.h"
#include "media/movie_writer.h"
#include "media/slow_motion.h"
#include "support/scratch_folder.h"

#include <catch2/catch.hpp>
#include <cmath>
#include <random>

using namespace hl;

namespace {

/// Soft blobs: something to hold on to, and nothing finer than the film could show.
double texture(double x, double y) {
    return 110 + 40 * std::sin(x * 0.13) * std::cos(y * 0.11) + 30 * std::sin(x * 0.047 + y * 0.083) +
           20 * std::cos(x * 0.31 - y * 0.27);
}

struct Scene {
    int width = 320, height = 180;
    double alongPx = 6, downPx = -2; ///< the ground goes on by so much a second of the scene
    bool panel = true;               ///< a drawn panel that stays
    double thing = 9;                ///< a lighter square crosses at so many px a second of the scene
    double fine = 1;                 ///< smaller in a larger film of the same
};

YuvFrame drawn(const Scene& s, double t) {
    YuvFrame f(s.width, s.height);
    f.time = at<FootageTime>(t / 25);
    for (int y = 0; y < s.height; ++y)
        for (int x = 0; x < s.width; ++x) {
            double v = texture(s.fine * (x + s.alongPx * t), s.fine * (y + s.downPx * t));
            if (std::abs(x - 80 - s.thing * t) < 14 && std::abs(y - 70) < 12) v = 225 - 0.2 * v;
            if (s.panel && y > s.height - 40 && x < 90) v = (x / 6 + y / 6) % 2 ? 30 : 200;
            f.y[static_cast<std::size_t>(y * s.width + x)] =
                static_cast<std::uint8_t>(std::clamp(std::lround(v), 0L, 255L));
        }
    for (int y = 0; y < s.height / 2; ++y)
        for (int x = 0; x < s.width / 2; ++x) {
            const auto i = static_cast<std::size_t>(y * s.width / 2 + x);
            f.u[i] = static_cast<std::uint8_t>(std::lround(
                128 + 0.3 * (texture(s.fine * (2 * x + s.alongPx * t), s.fine * (2 * y + s.downPx * t)) - 110)));
            f.v[i] = 120;
        }
    return f;
}

double psnr(const std::vector<std::uint8_t>& a, const std::vector<std::uint8_t>& b) {
    double sum = 0;
    for (std::size_t i = 0; i < a.size(); ++i) sum += (a[i] - b[i]) * (a[i] - b[i]);
    return sum == 0 ? 99 : 10 * std::log10(255 * 255 * static_cast<double>(a.size()) / sum);
}

std::vector<std::uint8_t> mean(const std::vector<std::uint8_t>& a, const std::vector<std::uint8_t>& b) {
    auto m = a;
    for (std::size_t i = 0; i < m.size(); ++i) m[i] = static_cast<std::uint8_t>((a[i] + b[i] + 1) / 2);
    return m;
}

} // namespace

TEST_CASE(
    "a picture between two is the one that would have been filmed, and far better than both laid over each other") {
    for (const auto& s : {Scene{}, Scene{400, 224, -9, 0}, Scene{322, 182, 3, 4}, Scene{900, 512, 14, 5, true, -11},
                          Scene{360, 202, 5, 2}, Scene{718, 404, -8, 3}, Scene{404, 718, 4, -9},
                          Scene{1442, 812, 12, -4, true, 9, 0.5}, Scene{1920, 1080, 20, -8, true, 9, 0.5}}) {
        INFO(s.width << " wide, " << s.alongPx << " px");
        const auto a = drawn(s, 0), b = drawn(s, 1);
        BetweenFrames between;
        for (const double share : {0.25, 0.5, 0.75}) {
            const auto truth = drawn(s, share), made = between.at(a, b, share);
            CHECK(made.width == s.width);
            CHECK(seconds(made.time) == Approx(share / 25));
            const double ours = psnr(made.y, truth.y);
            CHECK(ours > 30);
            if (share == 0.5) CHECK(ours > psnr(mean(a.y, b.y), truth.y) + 3);
            CHECK(psnr(made.u, truth.u) > 38);
            CHECK(between.untrusted() < 0.1);
        }
    }
}

TEST_CASE("drawn panels do not move with what is behind them") {
    const Scene s;
    BetweenFrames between;
    const auto a = drawn(s, 0), b = drawn(s, 1), made = between.at(a, b, 0.5);
    double worst = 0;
    for (int y = s.height - 34; y < s.height - 4; ++y)
        for (int x = 6; x < 80; ++x) {
            const auto i = static_cast<std::size_t>(y * s.width + x);
            worst = std::max(worst, std::abs(static_cast<double>(made.y[i]) - a.y[i]));
        }
    CHECK(worst < 24);
}

TEST_CASE("where nothing of one picture is in the other they are laid over each other, and it is told") {
    YuvFrame a(128, 96), b(128, 96);
    std::mt19937 rng(4);
    for (auto* f : {&a, &b})
        for (auto& v : f->y) v = static_cast<std::uint8_t>(rng() & 255u);
    b.time = at<FootageTime>(0.04);
    BetweenFrames between;
    const auto made = between.at(a, b, 0.5);
    CHECK(between.untrusted() > kMostUntrusted);
    CHECK(psnr(made.y, mean(a.y, b.y)) > 45);
    // Next to nothing, too.
    const YuvFrame tiny(16, 16);
    CHECK(between.at(tiny, tiny, 0.3).y == tiny.y);
}

TEST_CASE("where both pictures are the same nothing is made of it, and beside it motion is as good as anywhere") {
    // A thing crosses a sky that stands: only where it goes is anything worked out.
    for (const int width : {320, 322, 162}) {
        Scene s{width, 96, 0, 0, false, 6};
        const auto before = drawn(s, 0), after = drawn(s, 1);
        BetweenFrames between;
        const auto made = between.at(before, after, 0.5);
        REQUIRE(made.width == width);
        for (int y = 0; y < made.height; ++y)
            for (int x = 0; x < width; ++x) {
                const auto i = static_cast<std::size_t>(y * width + x);
                const bool far = std::abs(x - 83) > 60 || y > 100 || y < 40;
                if (far) REQUIRE(std::abs(made.y[i] - before.y[i]) <= 1);
            }
        CHECK(psnr(made.y, drawn(s, 0.5).y) > psnr(mean(before.y, after.y), drawn(s, 0.5).y));
    }
    const auto one = drawn({}, 0);
    auto same = one;
    same.time = at<FootageTime>(0.04);
    const auto still = BetweenFrames().at(one, same, 0.3);
    CHECK(still.y == one.y);
    CHECK(still.u == one.u);
    CHECK(still.v == one.v);
}

TEST_CASE("a run of a row is as it is in the whole row") {
    std::mt19937 rng(12);
    const int width = 101, height = 7;
    std::vector<std::uint8_t> plane(static_cast<std::size_t>(width * height));
    for (auto& v : plane) v = static_cast<std::uint8_t>(rng() & 255u);
    RowFlow flow;
    std::uniform_real_distribution<float> px(-4 * 32, 4 * 32);
    for (int x = 0; x < width; ++x) flow.x.push_back(px(rng)), flow.y.push_back(px(rng));
    std::vector<std::uint8_t> whole(static_cast<std::size_t>(width)), part(whole);
    movedRow({plane.data(), width, width, height}, flow, 0.5f, 3, {0, width}, whole.data());
    for (int round = 0; round < 200; ++round) {
        const int from = static_cast<int>(rng() % 100),
                  to = from + 1 + static_cast<int>(rng() % (101u - static_cast<unsigned>(from)));
        std::fill(part.begin(), part.end(), std::uint8_t{7});
        movedRow({plane.data(), width, width, height}, flow, 0.5f, 3, {from, to}, part.data());
        for (int x = 0; x < width; ++x)
            REQUIRE(part[static_cast<std::size_t>(x)] ==
                    (x >= from && x < to ? whole[static_cast<std::size_t>(x)] : 7));
    }
}

TEST_CASE("a row is looked up between pixels and goes on at the edges, whatever its length") {
    std::mt19937 rng(9);
    for (const int width : {2, 7, 8, 9, 31, 64, 101}) {
        const int height = 5;
        std::vector<std::uint8_t> plane(static_cast<std::size_t>(width * height));
        for (auto& v : plane) v = static_cast<std::uint8_t>(rng() & 255u);
        RowFlow flow;
        std::uniform_real_distribution<float> px(-6 * 32, 6 * 32);
        for (int x = 0; x < width; ++x) flow.x.push_back(px(rng)), flow.y.push_back(px(rng) / 2);
        for (int row = 0; row < height; ++row)
            for (const float by : {0.0f, 0.5f, -1.0f}) {
                std::vector<std::uint8_t> out(static_cast<std::size_t>(width));
                movedRow({plane.data(), width, width, height}, flow, by, row, {0, width}, out.data());
                for (int x = 0; x < width; ++x) {
                    const auto i = static_cast<std::size_t>(x);
                    const double u = std::clamp(x + static_cast<double>(std::trunc(by * flow.x[i / kGoTogether])) / 32,
                                                0.0, width - 1.0),
                                 v = std::clamp(row +
                                                    static_cast<double>(std::trunc(by * flow.y[i / kGoTogether])) / 32,
                                                0.0, height - 1.0);
                    const int ix = std::min(width - 2, static_cast<int>(u)),
                              iy = std::min(height - 2, static_cast<int>(v));
                    const auto at = [&](int cx, int cy) {
                        return static_cast<double>(plane[static_cast<std::size_t>(cy * width + cx)]);
                    };
                    const double fx = u - ix, fy = v - iy;
                    const double want = (at(ix, iy) * (1 - fx) + at(ix + 1, iy) * fx) * (1 - fy) +
                                        (at(ix, iy + 1) * (1 - fx) + at(ix + 1, iy + 1) * fx) * fy;
                    CHECK(std::abs(out[i] - want) <= 9); // the last pixel is reached but for 1/32
                }
            }
    }
}

TEST_CASE("a slowed piece begins with the picture at its start, at the film's own rate, whatever that is") {
    const testing::ScratchFolder dir;
    const Scene s{160, 96, 5, 1, false, 0};
    for (const auto& [rate, over] : {std::pair(25, 1), std::pair(30000, 1001), std::pair(15, 1)}) {
        INFO(rate << "/" << over);
        MovieOptions o;
        o.width = s.width, o.height = s.height, o.frameRate = rate, o.frameRateOver = over, o.crf = 4;
        auto writer = MovieWriter::open(dir / "film.mp4", o);
        REQUIRE(writer);
        for (int i = 0; i < 20; ++i) REQUIRE(writer->picture(drawn(s, i)));
        REQUIRE(writer->finish());
        const double fps = static_cast<double>(rate) / over;
        const auto r =
            slowedFilm(dir / "film.mp4", 4 / fps, 12 / fps, 0.25, dir / "slow.mp4", [](double) { return true; });
        REQUIRE(r);
        CHECK(r->frames == 32);
        CHECK(r->made == 24);
        CHECK(r->blended == 0);
        auto slow = VideoReader::open(dir / "slow.mp4");
        REQUIRE(slow);
        CHECK(slow->info().frameRate == Approx(fps).epsilon(0.001));
        CHECK_FALSE(slow->info().hasSound);
        for (int i = 0; i < 32; ++i) {
            const auto frame = slow->next();
            REQUIRE(frame);
            CHECK(psnr(frame->y, drawn(s, 4 + i * 0.25).y) > 27);
        }
    }
}

TEST_CASE("a slowed piece that cannot be is told, and nothing is left behind") {
    const testing::ScratchFolder dir;
    const auto on = [](double) { return true; };
    CHECK(slowedFilm(dir / "none.mp4", 0, 1, 0.5, dir / "o.mp4", on).error().id == "file.missing");
    MovieOptions o;
    o.width = 64, o.height = 64, o.frameRate = 10;
    auto writer = MovieWriter::open(dir / "film.mp4", o);
    REQUIRE(writer);
    for (int i = 0; i < 8; ++i) REQUIRE(writer->picture(YuvFrame(64, 64)));
    REQUIRE(writer->finish());
    CHECK(slowedFilm(dir / "film.mp4", 0, 1, 2, dir / "o.mp4", on).error().id == "slow.rate");
    CHECK(slowedFilm(dir / "film.mp4", 5, 6, 0.5, dir / "o.mp4", on).error().id == "slow.empty");
    CHECK(slowedFilm(dir / "film.mp4", 0, 0.8, 0.5, dir / "o.mp4", [](double s) { return s < 0.3; }).error().id ==
          "job.cancelled");
    CHECK_FALSE(std::filesystem::exists(dir / "o.mp4"));
}

TEST_CASE("rows count by the square of how well they agree, and a pixel that all three see alike stays so") {
    std::mt19937 random(11);
    const auto bytes = [&](std::size_t n, int most) {
        std::vector<std::uint8_t> out(n);
        for (auto& b : out) b = static_cast<std::uint8_t>(random() % static_cast<unsigned>(most + 1));
        return out;
    };
    constexpr int kWide = 64;
    for (int round = 0; round < 50; ++round) {
        const auto d0 = bytes(kWide, 255), d1 = bytes(kWide, 40), d2 = bytes(kWide, 255);
        const auto a = bytes(2 * kWide, 255);
        auto b = bytes(2 * kWide, 255), c = bytes(2 * kWide, 255);
        c[60] = b[60] = a[60];
        const Run run{static_cast<int>(random() % 20), kWide - static_cast<int>(random() % 20)};
        RowShares shares, wide;
        shares.of({d0.data(), d1.data(), d2.data()}, run);
        shares.twice(run, wide);
        std::vector<std::uint8_t> out(2 * kWide, 7);
        mixedRow({a.data(), b.data(), c.data()}, wide, {2 * run.from, 2 * run.to}, out.data());
        for (int x = 0; x < 2 * kWide; ++x) {
            const auto i = static_cast<std::size_t>(x);
            if (x < 2 * run.from || x >= 2 * run.to) {
                if (out[i] != 7) FAIL("changed outside of the run at " << x);
                continue;
            }
            const auto worth = [&](const std::vector<std::uint8_t>& d) { return 1 / std::pow(d[i / 2] + 1.0, 2); };
            const double all = worth(d0) + worth(d1) + worth(d2),
                         mean = (a[i] * worth(d0) + b[i] * worth(d1) + c[i] * worth(d2)) / all;
            if (std::abs(out[i] - mean) > 2.6) FAIL(x << ": " << int(out[i]) << " for " << mean);
            if (a[i] == b[i] && b[i] == c[i]) CHECK(out[i] == a[i]);
        }
    }
}
