// SPDX-License-Identifier: GPL-3.0-or-later
// Levels are what was filmed, whatever colour system the film is coded in: no picture drifts darker or lighter.
#include "media/slow_motion.h"
#include "media/video_reader.h"
#include "support/scratch_folder.h"

#include <array>
#include <catch2/catch.hpp>
#include <cmath>
#include <cstdlib>
#include <fstream>
#include <random>

using namespace hl;
using hl::testing::ScratchFolder;

namespace {

constexpr int kWide = 320, kHigh = 192, kPatch = 16;

struct System {
    const char *name, *matrix, *range;
    double red, blue;
    bool full;
};
constexpr System kSystems[] = {{"601 limited", "bt470bg", "tv", 0.299, 0.114, false},
                               {"601 full", "bt470bg", "pc", 0.299, 0.114, true},
                               {"709 limited", "bt709", "tv", 0.2126, 0.0722, false},
                               {"709 full", "bt709", "pc", 0.2126, 0.0722, true}};

using Rgb = std::array<double, 3>; // 0..255

/// Greys of all levels and mild colours, one a patch.
std::vector<Rgb> patches() {
    std::mt19937 rng(4);
    std::uniform_real_distribution<double> level(24, 225), tint(-22, 22);
    std::vector<Rgb> all;
    for (int i = 0; i < (kWide / kPatch) * (kHigh / kPatch); ++i) {
        const double grey = level(rng);
        all.push_back(i % 2 ? Rgb{grey, grey, grey}
                            : Rgb{std::clamp(grey + tint(rng), 8.0, 247.0), std::clamp(grey + tint(rng), 8.0, 247.0),
                                  std::clamp(grey + tint(rng), 8.0, 247.0)});
    }
    return all;
}

/// Planar 4:2:0 of the patches in a system, `bits` a sample. What the rounding to whole levels loses goes into `all`.
std::string coded(std::vector<Rgb>& all, const System& s, int bits) {
    const double unit = 1 << (bits - 8);
    std::vector<int> y(kWide * kHigh), u(kWide * kHigh / 4), v(u.size());
    for (std::size_t p = 0; p < all.size(); ++p) {
        auto& [r, g, b] = all[p];
        const double grey = s.red * r + (1 - s.red - s.blue) * g + s.blue * b, cb = (b - grey) / (2 * (1 - s.blue)),
                     cr = (r - grey) / (2 * (1 - s.red));
        const double scale = s.full ? 1 : 219.0 / 255, tint = s.full ? 1 : 224.0 / 255, black = s.full ? 0 : 16;
        const auto lumaOf = static_cast<int>(std::lround(unit * (black + scale * grey))),
                   blueOf = static_cast<int>(std::lround(unit * (128 + tint * cb))),
                   redOf = static_cast<int>(std::lround(unit * (128 + tint * cr)));
        const int px = static_cast<int>(p) % (kWide / kPatch) * kPatch,
                  py = static_cast<int>(p) / (kWide / kPatch) * kPatch;
        for (int j = 0; j < kPatch; ++j)
            for (int i = 0; i < kPatch; ++i) {
                y[static_cast<std::size_t>((py + j) * kWide + px + i)] = lumaOf;
                const auto c = static_cast<std::size_t>((py + j) / 2 * (kWide / 2) + (px + i) / 2);
                u[c] = blueOf, v[c] = redOf;
            }
        const double l = (lumaOf / unit - black) / scale, ub = (blueOf / unit - 128) / tint,
                     ur = (redOf / unit - 128) / tint;
        r = l + 2 * (1 - s.red) * ur, b = l + 2 * (1 - s.blue) * ub;
        g = (l - s.red * r - s.blue * b) / (1 - s.red - s.blue);
    }
    std::string bytes;
    for (const auto* plane : {&y, &u, &v})
        for (const int sample : *plane) {
            bytes += static_cast<char>(sample & 0xff);
            if (bits > 8) bytes += static_cast<char>(sample >> 8);
        }
    return bytes;
}

std::filesystem::path filmOf(const std::filesystem::path& dir, std::vector<Rgb>& all, const System& s, int bits,
                             const char* size = "") {
    const auto raw = dir / "raw.yuv", film = dir / (std::string("film") + std::to_string(bits) + ".mkv");
    std::ofstream out(raw, std::ios::binary);
    const auto picture = coded(all, s, bits);
    for (int i = 0; i < 6; ++i) out << picture;
    out.close();
    const std::string format = bits > 8 ? "yuv420p10le" : "yuv420p";
    const auto command = "ffmpeg -v error -y -f rawvideo -pix_fmt " + format + " -s 320x192 -r 25 -i '" + raw.string() +
                         "' " + size + " -c:v ffv1 -pix_fmt " + format + " -colorspace " + s.matrix + " -color_range " +
                         s.range + " '" + film.string() + "' </dev/null";
    REQUIRE(std::system(command.c_str()) == 0);
    return film;
}

/// Mean over the patches of how much lighter each of red, green and blue is than it was filmed.
Rgb lighter(const std::vector<Rgb>& all, const std::function<Rgb(int x, int y)>& seen) {
    Rgb sum{};
    for (std::size_t p = 0; p < all.size(); ++p) {
        const auto at = seen(static_cast<int>(p) % (kWide / kPatch) * kPatch + kPatch / 2,
                             static_cast<int>(p) / (kWide / kPatch) * kPatch + kPatch / 2);
        for (std::size_t k = 0; k < 3; ++k) sum[k] += (at[k] - all[p][k]) / static_cast<double>(all.size());
    }
    return sum;
}

Rgb seenIn(const YuvFrame& f, int x, int y) {
    const auto c = static_cast<std::size_t>(y / 2 * (f.width / 2) + x / 2);
    const double l = (f.y[static_cast<std::size_t>(y * f.width + x)] - 16) * 255 / 219.0,
                 cb = (f.u[c] - 128) * 255 / 224.0, cr = (f.v[c] - 128) * 255 / 224.0;
    const double r = l + 1.5748 * cr, b = l + 1.8556 * cb;
    return {r, (l - 0.2126 * r - 0.0722 * b) / 0.7152, b};
}

void checkLevel(const Rgb& off) {
    CAPTURE(off[0], off[1], off[2]);
    for (const double v : off) CHECK(std::abs(v) < 0.5);
}

} // namespace

TEST_CASE("levels are what was filmed, in every colour system and depth") {
    const ScratchFolder dir;
    for (const auto& s : kSystems)
        for (const int bits : {8, 10}) {
            CAPTURE(s.name, bits);
            auto all = patches();
            auto reader = VideoReader::open(filmOf(dir.path(), all, s, bits));
            REQUIRE(reader);
            const auto frame = reader->next();
            REQUIRE(frame);
            checkLevel(lighter(all, [&](int x, int y) { return seenIn(*frame, x, y); }));
            // As it is shown, too.
            const auto px = toBgra(*frame, kWide, kHigh);
            checkLevel(lighter(all, [&](int x, int y) {
                const auto* p = &px[static_cast<std::size_t>(y * kWide + x) * 4];
                return Rgb{static_cast<double>(p[2]), static_cast<double>(p[1]), static_cast<double>(p[0])};
            }));
        }
}

TEST_CASE("a slowed piece is as light as the film, its made pictures too") {
    const ScratchFolder dir;
    for (const auto& s : kSystems) {
        CAPTURE(s.name);
        auto all = patches();
        auto reader = VideoReader::open(filmOf(dir.path(), all, s, 8));
        REQUIRE(reader);
        SlowMotion slow(std::move(*reader));
        for (const double at : {0.04, 0.05, 0.06, 0.07}) { // filmed, and three between
            const auto frame = slow.at(hl::at<FootageTime>(at), true);
            REQUIRE(frame);
            checkLevel(lighter(all, [&](int x, int y) { return seenIn(*frame, x, y); }));
        }
        CHECK(slow.made() == 3);
    }
}

TEST_CASE("a picture that is made smaller or larger stays as light as it was") {
    std::mt19937 rng(2);
    YuvFrame f(640, 360);
    for (auto& p : {&f.y, &f.u, &f.v})
        for (auto& level : *p) level = static_cast<std::uint8_t>(60 + rng() % 120);
    const auto mean = [](const std::vector<std::uint8_t>& p) {
        double sum = 0;
        for (const auto v : p) sum += v;
        return sum / static_cast<double>(p.size());
    };
    for (const auto& [w, h] : {std::pair(320, 180), std::pair(960, 540), std::pair(426, 240)}) {
        const auto other = scaled(f, w, h);
        CAPTURE(w, h);
        CHECK(mean(other.y) == Approx(mean(f.y)).margin(0.3));
        CHECK(mean(other.u) == Approx(mean(f.u)).margin(0.3));
    }
    CHECK(toBgra(f, 333, 201).size() == 333u * 201 * 4);
}
