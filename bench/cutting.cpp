// SPDX-License-Identifier: GPL-3.0-or-later
// The planner on many corners, and slow motion beside FFmpeg's minterpolate on the same pictures.
#include "core/cut/cut.h"
#include "core/cut/stretch.h"
#include "media/between_frames.h"
#include "media/video_reader.h"
#include "report.h"

#include <chrono>
#include <cmath>
#include <cstdio>
#include <cstdlib>
#include <fstream>
#include <numeric>
#include <random>

namespace hl::bench {
namespace fs = std::filesystem;
namespace {

double sinceS(std::chrono::steady_clock::time_point start) {
    return std::chrono::duration<double>(std::chrono::steady_clock::now() - start).count();
}

/// Eight beats in ten seconds of film, more words than fit at full speed.
Stretch busyCorner(unsigned seed) {
    std::mt19937 rng(seed);
    const auto of = [&](double a, double b) { return std::uniform_real_distribution<double>(a, b)(rng); };
    Stretch s{0, 10, {}};
    double place = 0.8;
    for (int i = 0; i < 8; ++i, place += of(0.6, 1.6))
        s.words.push_back({BeatId{i + 1}, place - of(1.4, 2.2), std::min(10.0, place - 0.2), of(1.2, 4.5)});
    return s;
}

// Quality of the brightness of single pictures.

double psnr(const std::uint8_t* a, const std::uint8_t* b, std::size_t n) {
    double sum = 0;
    for (std::size_t i = 0; i < n; ++i) sum += (a[i] - b[i]) * (a[i] - b[i]);
    return 10 * std::log10(255.0 * 255 * static_cast<double>(n) / std::max(1.0, sum));
}

/// Structural similarity over 8 x 8 windows in steps of 4 (Wang, Bovik, Sheikh, Simoncelli 2004).
double ssim(const std::uint8_t* a, const std::uint8_t* b, int width, int height) {
    double sum = 0;
    long windows = 0;
    for (int y = 0; y + 8 <= height; y += 4)
        for (int x = 0; x + 8 <= width; x += 4, ++windows) {
            double sa = 0, sb = 0, aa = 0, bb = 0, ab = 0;
            for (int j = 0; j < 8; ++j)
                for (int i = 0; i < 8; ++i) {
                    const auto at = static_cast<std::size_t>((y + j) * width + x + i);
                    const double p = a[at], q = b[at];
                    sa += p, sb += q, aa += p * p, bb += q * q, ab += p * q;
                }
            const double ma = sa / 64, mb = sb / 64, va = aa / 64 - ma * ma, vb = bb / 64 - mb * mb,
                         cov = ab / 64 - ma * mb;
            sum += (2 * ma * mb + 6.5025) * (2 * cov + 58.5225) / ((ma * ma + mb * mb + 6.5025) * (va + vb + 58.5225));
        }
    return sum / static_cast<double>(windows);
}

struct Quality {
    double psnr = 0, ssim = 0, msEach = 0;
};

/// Every second of the pictures made again.
Quality ofOurs(const std::vector<YuvFrame>& film) {
    Quality q;
    BetweenFrames between;
    int made = 0;
    for (std::size_t i = 0; i + 2 < film.size(); i += 2, ++made) {
        const auto start = std::chrono::steady_clock::now();
        const auto p = between.at(film[i], film[i + 2], 0.5);
        q.msEach += 1000 * sinceS(start);
        q.psnr += psnr(p.y.data(), film[i + 1].y.data(), p.y.size());
        q.ssim += ssim(p.y.data(), film[i + 1].y.data(), p.width, p.height);
    }
    return {q.psnr / made, q.ssim / made, q.msEach / made};
}

Quality ofMinterpolate(const std::vector<YuvFrame>& film) {
    const auto dir = fs::temp_directory_path() / "lantern-bench-slow";
    fs::create_directories(dir);
    const int w = film.front().width, h = film.front().height;
    const auto size = std::to_string(w) + "x" + std::to_string(h);
    {
        std::ofstream half(dir / "half.yuv", std::ios::binary);
        for (std::size_t i = 0; i < film.size(); i += 2)
            for (const auto* p : {&film[i].y, &film[i].u, &film[i].v})
                half.write(reinterpret_cast<const char*>(p->data()), static_cast<std::streamsize>(p->size()));
    }
    const auto command = "ffmpeg -y -v error -f rawvideo -pix_fmt yuv420p -r 25 -s " + size + " -i " +
                         (dir / "half.yuv").string() + " -vf minterpolate=fps=50 -f rawvideo " +
                         (dir / "full.yuv").string();
    const auto start = std::chrono::steady_clock::now();
    const int code = std::system(command.c_str());
    const double took = sinceS(start);
    Quality q;
    std::ifstream full(dir / "full.yuv", std::ios::binary);
    std::vector<char> picture(static_cast<std::size_t>(w * h * 3 / 2));
    int made = 0;
    for (std::size_t i = 0; code == 0 && i + 1 < film.size(); ++i) {
        if (!full.read(picture.data(), static_cast<std::streamsize>(picture.size()))) break;
        if (i % 2 == 0) continue;
        const auto* y = reinterpret_cast<const std::uint8_t*>(picture.data());
        q.psnr += psnr(y, film[i].y.data(), film[i].y.size()), q.ssim += ssim(y, film[i].y.data(), w, h);
        ++made;
    }
    fs::remove_all(dir);
    const auto pairs = static_cast<double>((film.size() - 1) / 2);
    return made > 0 ? Quality{q.psnr / made, q.ssim / made, 1000 * took / pairs} : Quality{};
}

} // namespace

Report speedOfPaces() {
    std::vector<double> times;
    double over = 0, bound = 0;
    for (int again = 0; again < 15; ++again) {
        const auto start = std::chrono::steady_clock::now();
        for (unsigned seed = 1; seed <= 20; ++seed) {
            const auto p = paced(busyCorner(seed));
            if (again == 0) over += p.lengthS - p.boundS, bound += p.boundS;
        }
        times.push_back(1000 * sinceS(start));
    }
    return {{"20 corners with 8 beats each", spreadOf(times).median, "ms", 10},
            {"their length against the bound", 1 + over / bound, "", 1.01}};
}

Report qualityOfSlowMotion(const fs::path& demo) {
    Report report;
    for (const auto& [name, from, step] :
         {std::tuple("at 50 pictures a second", 20.0, 1), std::tuple("at 25 pictures a second", 40.0, 2)}) {
        auto reader = VideoReader::open(demo / "saltmarrow-lap.mp4");
        if (!reader) continue;
        std::vector<YuvFrame> film;
        if (auto first = reader->frameAt(at<FootageTime>(from))) film.push_back(scaled(*first, 854, 480));
        for (int i = 1; film.size() < 41; ++i) {
            auto f = reader->next();
            if (!f) break;
            if (i % step == 0) film.push_back(scaled(*f, 854, 480));
        }
        for (std::size_t i = 0; i < film.size(); ++i) film[i].time = at<FootageTime>(0.02 * static_cast<double>(i));
        const auto ours = ofOurs(film), theirs = ofMinterpolate(film);
        const std::string of = std::string(", ") + name;
        report.push_back({"PSNR over minterpolate's" + of, ours.psnr - theirs.psnr, "dB", 0, false});
        report.push_back({"SSIM over minterpolate's" + of, ours.ssim - theirs.ssim, "", 0, false});
        report.push_back({"times its speed" + of, theirs.msEach / ours.msEach, "x", 10, false});
        report.push_back({"a new picture" + of, ours.msEach, "ms", 30});
    }
    return report;
}

} // namespace hl::bench
