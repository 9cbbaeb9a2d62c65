// SPDX-License-Identifier: GPL-3.0-or-later
// Every place of the new picture has three explanations: it moves as the picture before says, as the picture after
// says, or not at all (the car's own body, drawn panels). Each tells what would be seen there in both pictures; the
// better both agree over a small neighbourhood, the more it counts. Things that are hidden in one of the pictures agree
// in none and are laid over each other. Where both pictures are the same all three explain it alike, and no motion is
// worked out: most of a sky, of the car's own body and of drawn panels.
#include "media/between_frames.h"

#include "media/mixed_rows.h"
#include "media/motion_between.h"
#include "media/moved_rows.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <opencv2/imgproc.hpp>

namespace hl {
namespace {

constexpr int kSmallest = 64;     ///< px: in less, no motion is looked for
constexpr int kNeighbourhood = 5; ///< in pictures of half the size
constexpr int kSame = 1;          ///< grey levels by which a neighbourhood may differ that is taken as it is
constexpr int kTrusted = 26;      ///< grey levels by which the pictures differ at most where a motion is believed

cv::Mat plane(const std::vector<std::uint8_t>& p, int width, int height) {
    return {height, width, CV_8U, const_cast<std::uint8_t*>(p.data())};
}

PlaneView viewOf(const cv::Mat& m) { return {m.data, static_cast<int>(m.step), m.cols, m.rows}; }

using Runs = std::vector<Run>;

/// Where the pictures differ along a row of `still`, in its own pixels; eight at a time, and never far apart in vain.
void movingAlong(const cv::Mat& still, int row, Runs& out) {
    constexpr int kStep = 8, kNear = 16;
    out.clear();
    const auto* d = still.ptr(row);
    for (int x = 0; x < still.cols; x += kStep) {
        const int end = std::min(still.cols, x + kStep);
        std::uint8_t most = 0;
        for (int i = x; i < end; ++i) most = std::max(most, d[i]);
        if (most <= kSame) continue;
        if (!out.empty() && x - out.back().to < kNear)
            out.back().to = end;
        else
            out.push_back({x, end});
    }
}

Run twice(Run r, int width) { return {2 * r.from, std::min(width, 2 * r.to)}; }

/// Calls `moving` with each run and `same` with each stretch between them.
template <class Moving, class Same> void alongRow(const Runs& runs, int width, bool doubled, Moving moving, Same same) {
    int at = 0;
    for (const auto& half : runs) {
        const auto run = doubled ? twice(half, width) : Run{half.from, std::min(width, half.to)};
        if (run.from > at) same(Run{at, run.from});
        moving(run);
        at = run.to;
    }
    if (at < width) same(Run{at, width});
}

/// Where a place in `of` lies in `in`, by the middles of pixels: the place before it, and how far on it is.
struct Between {
    int at = 0;
    float part = 0;
    Between(float place, int of, int in) {
        const float p = std::clamp(place * static_cast<float>(in) / static_cast<float>(of) - 0.5f, 0.0f,
                                   static_cast<float>(in - 1));
        at = std::min(static_cast<int>(p), std::max(0, in - 2));
        part = p - static_cast<float>(at);
    }
};

/// A run of a flow's row for what lies at height `y` of a picture of that size, in 1/32 of the picture's pixels.
void flowAlong(const cv::Mat& flow, float y, cv::Size picture, Run run, RowFlow& out) {
    const auto blocks = static_cast<std::size_t>((picture.width + kGoTogether - 1) / kGoTogether);
    if (out.x.size() < blocks) out.x.resize(blocks), out.y.resize(blocks);
    const Between down(y, picture.height, flow.rows);
    const auto *above = flow.ptr<float>(down.at), *below = flow.ptr<float>(std::min(flow.rows - 1, down.at + 1));
    const float sx = 32.0f * static_cast<float>(picture.width) / static_cast<float>(flow.cols),
                sy = 32.0f * static_cast<float>(picture.height) / static_cast<float>(flow.rows);
    const auto mixed = [&](float a, float b, float part) { return a + part * (b - a); };
    for (int block = run.from / kGoTogether; block * kGoTogether < run.to; ++block) {
        const Between across(static_cast<float>(block * kGoTogether) + kGoTogether / 2.0f, picture.width, flow.cols);
        const int left = 2 * across.at, right = 2 * std::min(flow.cols - 1, across.at + 1);
        const auto of = [&](int k) {
            return mixed(mixed(above[left + k], above[right + k], across.part),
                         mixed(below[left + k], below[right + k], across.part), down.part);
        };
        const auto i = static_cast<std::size_t>(block);
        out.x[i] = sx * of(0), out.y[i] = sy * of(1);
    }
}

/// What would be seen, and by how much both pictures differ there.
struct Explained {
    cv::Mat picture, differs;
    void create(cv::Size size) { picture.create(size, CV_8U), differs.create(size, CV_8U); }
};

/// Two pictures, and how far on the way between them another one is.
struct Pair {
    const cv::Mat &before, &after;
    float t = 0;
    int share() const { return static_cast<int>(std::lround(256 * t)); }
};

/// One flow's explanation; `forth` is 1 or, where it tells the way back, -1. Where nothing differs, both pictures are
/// as they are.
void explain(const Pair& p, const cv::Mat& flow, float forth, const std::vector<Runs>& moving, Explained& out) {
    cv::parallel_for_({0, static_cast<int>(moving.size())}, [&](const cv::Range& r) {
        RowFlow along;
        std::vector<std::uint8_t> a(static_cast<std::size_t>(p.before.cols)), b(a.size());
        for (int half = r.start; half < r.end; ++half) {
            const auto& runs = moving[static_cast<std::size_t>(half)];
            for (const auto& run : runs)
                flowAlong(flow, static_cast<float>(2 * half + 1), p.before.size(), twice(run, p.before.cols), along);
            for (int y = 2 * half; y < std::min(p.before.rows, 2 * half + 2); ++y) {
                const auto laid = [&](const std::uint8_t* first, const std::uint8_t* second, Run run) {
                    overlaid(first, second, p.share(), run, out.picture.ptr(y));
                    apart(first, second, run, out.differs.ptr(y));
                };
                const auto movedOn = [&](Run run) {
                    movedRow(viewOf(p.before), along, -forth * p.t, y, run, a.data());
                    movedRow(viewOf(p.after), along, forth * (1 - p.t), y, run, b.data());
                    laid(a.data(), b.data(), run);
                };
                alongRow(runs, p.before.cols, true, movedOn,
                         [&](Run run) { laid(p.before.ptr(y), p.after.ptr(y), run); });
            }
        }
    });
}

/// Smoothed, of half the size.
cv::Mat smoothed(const cv::Mat& differs) {
    cv::Mat half;
    cv::resize(differs, half, {(differs.cols + 1) / 2, (differs.rows + 1) / 2}, 0, 0, cv::INTER_AREA);
    cv::blur(half, half, {kNeighbourhood, kNeighbourhood});
    return half;
}

using Differs = std::array<cv::Mat, 3>; ///< before's flow, after's, none

std::array<const std::uint8_t*, 3> rowsOf(const Differs& d, int row) {
    return {d[0].ptr(row), d[1].ptr(row), d[2].ptr(row)};
}

void mixGrey(const std::array<Explained, 2>& moved, const Pair& p, const Differs& differs,
             const std::vector<Runs>& moving, cv::Mat& out) {
    cv::parallel_for_({0, differs[0].rows}, [&](const cv::Range& r) {
        RowShares shares, wide;
        std::vector<std::uint8_t> stays(static_cast<std::size_t>(out.cols));
        for (int half = r.start; half < r.end; ++half) {
            const auto& runs = moving[static_cast<std::size_t>(half)];
            for (const auto& run : runs) shares.of(rowsOf(differs, half), run), shares.twice(run, wide);
            for (int y = 2 * half; y < std::min(out.rows, 2 * half + 2); ++y) {
                const auto *first = moved[0].picture.ptr(y), *second = moved[1].picture.ptr(y);
                auto* to = out.ptr(y);
                const auto mixed = [&](Run run) {
                    overlaid(p.before.ptr(y), p.after.ptr(y), p.share(), run, stays.data());
                    mixedRow({first, second, stays.data()}, wide, run, to);
                };
                alongRow(runs, out.cols, true, mixed,
                         [&](Run run) { std::copy(first + run.from, first + run.to, to + run.from); });
            }
        }
    });
}

/// The colours move as both flows tell together; they are coarse anyway.
void mixColour(const std::array<Pair, 2>& pairs, const Motion& motion, const Differs& differs,
               const std::vector<Runs>& moving, std::array<cv::Mat, 2>& out) {
    const auto size = out[0].size();
    cv::parallel_for_({0, size.height}, [&](const cv::Range& r) {
        RowFlow along;
        RowShares shares;
        const auto width = static_cast<std::size_t>(size.width);
        std::vector<std::uint8_t> one(width), two(width), moved(width), stays(width);
        for (int y = r.start; y < r.end; ++y) {
            const auto mixed = [&](Run run) {
                flowAlong(motion.both, static_cast<float>(y) + 0.5f, size, run, along);
                shares.of(rowsOf(differs, y), run);
                for (std::size_t k = 0; k < 2; ++k) {
                    const auto& p = pairs[k];
                    movedRow(viewOf(p.before), along, -p.t, y, run, one.data());
                    movedRow(viewOf(p.after), along, 1 - p.t, y, run, two.data());
                    overlaid(one.data(), two.data(), p.share(), run, moved.data());
                    overlaid(p.before.ptr(y), p.after.ptr(y), p.share(), run, stays.data());
                    mixedRow({moved.data(), moved.data(), stays.data()}, shares, run, out[k].ptr(y));
                }
            };
            alongRow(moving[static_cast<std::size_t>(y)], size.width, false, mixed, [&](Run run) {
                for (std::size_t k = 0; k < 2; ++k)
                    overlaid(pairs[k].before.ptr(y), pairs[k].after.ptr(y), pairs[k].share(), run, out[k].ptr(y));
            });
        }
    });
}

YuvFrame laidOver(const YuvFrame& a, const YuvFrame& b, double share) {
    YuvFrame out(a.width, a.height);
    for (auto [pa, pb, po] :
         {std::tuple(&a.y, &b.y, &out.y), std::tuple(&a.u, &b.u, &out.u), std::tuple(&a.v, &b.v, &out.v)})
        for (std::size_t i = 0; i < po->size(); ++i)
            (*po)[i] = static_cast<std::uint8_t>(std::lround((*pa)[i] * (1 - share) + (*pb)[i] * share));
    return out;
}

} // namespace

double shareBetween(FootageTime before, FootageTime after, FootageTime t) {
    constexpr double kAsGood = 0.04; // of the way: nobody sees the difference
    constexpr double kLostS = 0.25;
    const double apart = (after - before).count(), share = (t - before).count() / apart;
    if (!(apart > 0) || apart > kLostS || share < kAsGood) return 0;
    return share > 1 - kAsGood ? 1 : share;
}

struct BetweenFrames::Parts {
    MotionFinder finder;
    Motion motion; ///< shares the finder's memory
    FootageTime before{}, after{};
    cv::Size size;
    std::array<Explained, 2> explained;
    cv::Mat still;            ///< how far the pictures differ where nothing moves
    std::vector<Runs> moving; ///< by its row
    double untrusted = 0;

    void look(const YuvFrame& a, const YuvFrame& b);
};

void BetweenFrames::Parts::look(const YuvFrame& a, const YuvFrame& b) {
    const cv::Size now(a.width, a.height);
    if (a.time == before && b.time == after && now == size) return;
    const auto first = plane(a.y, now.width, now.height), second = plane(b.y, now.width, now.height);
    cv::Mat differ;
    cv::absdiff(first, second, differ);
    still = smoothed(differ);
    moving.resize(static_cast<std::size_t>(still.rows));
    for (int y = 0; y < still.rows; ++y) movingAlong(still, y, moving[static_cast<std::size_t>(y)]);
    motion = finder.between(first, second, a.time == after && now == size);
    before = a.time, after = b.time, size = now;
}

BetweenFrames::BetweenFrames() : parts_(std::make_unique<Parts>()) {}
BetweenFrames::BetweenFrames(BetweenFrames&&) noexcept = default;
BetweenFrames& BetweenFrames::operator=(BetweenFrames&&) noexcept = default;
BetweenFrames::~BetweenFrames() = default;
double BetweenFrames::untrusted() const { return parts_->untrusted; }

YuvFrame BetweenFrames::at(const YuvFrame& a, const YuvFrame& b, double share) {
    auto& p = *parts_;
    const auto time = a.time + Seconds((b.time - a.time).count() * share);
    const int w = a.width, h = a.height;
    const float t = static_cast<float>(share);
    p.untrusted = 1;
    YuvFrame out;
    if (w >= kSmallest && h >= kSmallest) {
        p.look(a, b);
        const auto grey = plane(a.y, w, h), next = plane(b.y, w, h);
        const Pair pair{grey, next, t};
        for (auto& e : p.explained) e.create({w, h});
        explain(pair, p.motion.forth, 1, p.moving, p.explained[0]);
        explain(pair, p.motion.back, -1, p.moving, p.explained[1]);
        const Differs differs = {smoothed(p.explained[0].differs), smoothed(p.explained[1].differs), p.still};
        const cv::Mat least = cv::min(cv::min(differs[0], differs[1]), differs[2]);
        p.untrusted = static_cast<double>(cv::countNonZero(least > kTrusted)) / static_cast<double>(least.total());
        if (p.untrusted <= kMostUntrusted) {
            out = YuvFrame(w, h);
            auto y = plane(out.y, w, h);
            mixGrey(p.explained, pair, differs, p.moving, y);
            const auto colour = [w, h](const YuvFrame& f) {
                return std::array{plane(f.u, w / 2, h / 2), plane(f.v, w / 2, h / 2)};
            };
            const auto from = colour(a), to = colour(b);
            auto uv = colour(out);
            mixColour({Pair{from[0], to[0], t}, Pair{from[1], to[1], t}}, p.motion, differs, p.moving, uv);
        }
    }
    if (out.empty()) out = laidOver(a, b, share); // another scene, or next to nothing
    out.time = time;
    return out;
}

} // namespace hl
