// SPDX-License-Identifier: GPL-3.0-or-later
// Dense flow both ways (dense inverse search; Kroeger, Timofte, Dai, Van Gool 2016). Every place of the new picture has
// three explanations: it moves as the picture before says, as the picture after says, or not at all (the car's own
// body, drawn panels). Each tells what would be seen there in both pictures; the better both agree over a small
// neighbourhood, the more it counts. Things that are hidden in one of the pictures agree in none and are laid over each
// other. Where both pictures are the same all three explain it alike, and no motion is worked out: most of a sky, of
// the car's own body and of drawn panels.
#include "media/between_frames.h"

#include "media/moved_rows.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <opencv2/imgproc.hpp>
#include <opencv2/video/tracking.hpp>

namespace hl {
namespace {

constexpr int kFlowWidth = 720;   ///< px: motion is looked for in pictures of at most this width
constexpr int kSmallest = 64;     ///< px: in less, no motion is looked for
constexpr int kNeighbourhood = 5; ///< in pictures of half the size
constexpr int kSame = 1;          ///< grey levels by which a neighbourhood may differ that is taken as it is
constexpr int kTrusted = 26;      ///< grey levels by which the pictures differ at most where a motion is believed

cv::Mat plane(const std::vector<std::uint8_t>& p, int width, int height) {
    return {height, width, CV_8U, const_cast<std::uint8_t*>(p.data())};
}

PlaneView viewOf(const cv::Mat& m) { return {m.data, static_cast<int>(m.step), m.cols, m.rows}; }

/// Where the pictures differ along a row of `still`, in its own pixels; eight at a time, and never far apart in vain.
void movingAlong(const cv::Mat& still, int row, std::vector<Run>& out) {
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
template <class Moving, class Same>
void alongRow(const std::vector<Run>& runs, int width, bool doubled, Moving moving, Same same) {
    int at = 0;
    for (const auto& half : runs) {
        const auto run = doubled ? twice(half, width) : Run{half.from, std::min(width, half.to)};
        if (run.from > at) same(Run{at, run.from});
        moving(run);
        at = run.to;
    }
    if (at < width) same(Run{at, width});
}

/// A run of a flow's row for row `y` of a picture of that size: the nearest there is, in 1/32 of the picture's pixels.
void flowAlong(const cv::Mat& flow, int y, cv::Size picture, Run run, RowFlow& out) {
    out.x.resize(static_cast<std::size_t>(picture.width)), out.y.resize(out.x.size());
    const auto* row = flow.ptr<float>(std::min(flow.rows - 1, y * flow.rows / picture.height));
    const float sx = 32.0f * static_cast<float>(picture.width) / static_cast<float>(flow.cols),
                sy = 32.0f * static_cast<float>(picture.height) / static_cast<float>(flow.rows);
    const std::uint32_t step =
        (static_cast<std::uint32_t>(flow.cols) << 16) / static_cast<std::uint32_t>(picture.width);
    std::uint32_t at = static_cast<std::uint32_t>(run.from) * step;
    for (auto x = static_cast<std::size_t>(run.from); x < static_cast<std::size_t>(run.to); ++x, at += step) {
        const auto* f = row + 2 * (at >> 16);
        out.x[x] = sx * f[0], out.y[x] = sy * f[1];
    }
}

/// What would be seen, and by how much both pictures differ there.
struct Explained {
    cv::Mat picture, differs;
    explicit Explained(cv::Size size) : picture(size, CV_8U), differs(size, CV_8U) {}
};

/// Two rows laid over each other, `share` of 256 of the second, and how far they are apart.
void overlaid(const std::uint8_t* a, const std::uint8_t* b, int share, Run run, std::uint8_t* seen,
              std::uint8_t* differs) {
    const auto part = static_cast<std::uint16_t>(share), rest = static_cast<std::uint16_t>(256 - share);
    for (int x = run.from; x < run.to; ++x) {
        seen[x] = static_cast<std::uint8_t>((a[x] * rest + b[x] * part + 128) >> 8);
        differs[x] = std::max(a[x], b[x]) - std::min(a[x], b[x]);
    }
}

/// One flow's explanation. `after` is looked up `on` along it, `before` the way back; where nothing differs, both are
/// as they are.
void explain(const cv::Mat& before, const cv::Mat& after, const cv::Mat& flow, float back, float on, int share,
             const cv::Mat& still, Explained& out) {
    cv::parallel_for_({0, still.rows}, [&](const cv::Range& r) {
        RowFlow along;
        std::vector<Run> moving;
        std::vector<std::uint8_t> a(static_cast<std::size_t>(before.cols)), b(a.size());
        for (int half = r.start; half < r.end; ++half) {
            movingAlong(still, half, moving);
            for (int y = 2 * half; y < std::min(before.rows, 2 * half + 2); ++y) {
                auto *seen = out.picture.ptr(y), *differs = out.differs.ptr(y);
                const auto moved = [&](Run run) {
                    flowAlong(flow, y, before.size(), run, along);
                    movedRow(viewOf(before), along, back, y, run, a.data());
                    movedRow(viewOf(after), along, on, y, run, b.data());
                    overlaid(a.data(), b.data(), share, run, seen, differs);
                };
                alongRow(moving, before.cols, true, moved,
                         [&](Run run) { overlaid(before.ptr(y), after.ptr(y), share, run, seen, differs); });
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

/// How much the two flows count along a row, of 1 together with what does not move: by the square of how well their
/// pictures agree.
struct RowShares {
    std::vector<float> first, second;
    void of(const Differs& differs, int row, Run run) {
        const auto width = static_cast<std::size_t>(differs[0].cols);
        first.resize(width), second.resize(width);
        const auto *d0 = differs[0].ptr(row), *d1 = differs[1].ptr(row), *d2 = differs[2].ptr(row);
        for (auto x = static_cast<std::size_t>(run.from); x < static_cast<std::size_t>(run.to); ++x) {
            const auto squared = [](std::uint8_t d) {
                const float q = static_cast<float>(d) + 1;
                return q * q;
            };
            const float q0 = squared(d0[x]), q1 = squared(d1[x]), q2 = squared(d2[x]);
            const float all = 1 / (q1 * q2 + q0 * q2 + q0 * q1);
            first[x] = q1 * q2 * all, second[x] = q0 * q2 * all;
        }
    }
};

void mixGrey(const Explained& first, const Explained& second, const cv::Mat& a, const cv::Mat& b, float t,
             const Differs& differs, cv::Mat& out) {
    cv::parallel_for_({0, differs[0].rows}, [&](const cv::Range& r) {
        RowShares shares;
        std::vector<Run> moving;
        for (int half = r.start; half < r.end; ++half) {
            movingAlong(differs[2], half, moving);
            for (const auto& run : moving) shares.of(differs, half, run);
            for (int y = 2 * half; y < std::min(out.rows, 2 * half + 2); ++y) {
                const auto *p0 = first.picture.ptr(y), *p1 = second.picture.ptr(y), *pa = a.ptr(y), *pb = b.ptr(y);
                auto* to = out.ptr(y);
                const float *w0 = shares.first.data(), *w1 = shares.second.data();
                const auto mixed = [&](Run run) {
                    for (int x = run.from; x < run.to; ++x) {
                        const float still = static_cast<float>(pa[x]) + t * static_cast<float>(pb[x] - pa[x]);
                        to[x] = static_cast<std::uint8_t>(still + w0[x >> 1] * (static_cast<float>(p0[x]) - still) +
                                                          w1[x >> 1] * (static_cast<float>(p1[x]) - still) + 0.5f);
                    }
                };
                alongRow(moving, out.cols, true, mixed,
                         [&](Run run) { std::copy(p0 + run.from, p0 + run.to, to + run.from); });
            }
        }
    });
}

/// The colours move as both flows agree; they are coarse anyway.
void mixColour(const std::array<cv::Mat, 2>& a, const std::array<cv::Mat, 2>& b, const cv::Mat& forth,
               const cv::Mat& back, float t, const Differs& differs, std::array<cv::Mat, 2>& out) {
    const auto size = a[0].size();
    const int part = static_cast<int>(std::lround(256 * t));
    cv::parallel_for_({0, size.height}, [&](const cv::Range& r) {
        RowFlow along, against;
        RowShares shares;
        std::vector<Run> moving;
        std::vector<std::uint8_t> one(static_cast<std::size_t>(size.width)), two(one.size());
        for (int y = r.start; y < r.end; ++y) {
            movingAlong(differs[2], y, moving);
            const auto mixed = [&](Run run) {
                flowAlong(forth, y, size, run, along), flowAlong(back, y, size, run, against);
                shares.of(differs, y, run);
                const auto from = static_cast<std::size_t>(run.from), to = static_cast<std::size_t>(run.to);
                for (auto x = from; x < to; ++x)
                    along.x[x] = (along.x[x] - against.x[x]) / 2, along.y[x] = (along.y[x] - against.y[x]) / 2;
                for (std::size_t k = 0; k < 2; ++k) {
                    movedRow(viewOf(a[k]), along, -t, y, run, one.data());
                    movedRow(viewOf(b[k]), along, 1 - t, y, run, two.data());
                    const auto *pa = a[k].ptr(y), *pb = b[k].ptr(y);
                    auto* made = out[k].ptr(y);
                    for (auto x = from; x < to; ++x) {
                        const float moved = static_cast<float>(one[x]) + t * static_cast<float>(two[x] - one[x]),
                                    still = static_cast<float>(pa[x]) + t * static_cast<float>(pb[x] - pa[x]);
                        made[x] = static_cast<std::uint8_t>(
                            still + (shares.first[x] + shares.second[x]) * (moved - still) + 0.5f);
                    }
                }
            };
            alongRow(moving, size.width, false, mixed, [&](Run run) {
                for (std::size_t k = 0; k < 2; ++k)
                    overlaid(a[k].ptr(y), b[k].ptr(y), part, run, out[k].ptr(y), one.data());
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
    std::array<cv::Ptr<cv::DISOpticalFlow>, 2> dis = {
        cv::DISOpticalFlow::create(cv::DISOpticalFlow::PRESET_ULTRAFAST),
        cv::DISOpticalFlow::create(cv::DISOpticalFlow::PRESET_ULTRAFAST)}; ///< one a direction, at the same time
    FootageTime before{}, after{};
    cv::Size size;
    std::array<cv::Mat, 2> flow; ///< forth and back, in pixels of its own size
    cv::Mat still;               ///< how far the pictures differ where nothing moves
    double untrusted = 0;

    void look(const YuvFrame& a, const YuvFrame& b);
};

void BetweenFrames::Parts::look(const YuvFrame& a, const YuvFrame& b) {
    const cv::Size now(a.width, a.height);
    if (a.time == before && b.time == after && now == size) return;
    before = a.time, after = b.time, size = now;
    const double scale = std::min(1.0, static_cast<double>(kFlowWidth) / now.width);
    const cv::Size small(cvRound(now.width * scale), cvRound(now.height * scale));
    std::array<cv::Mat, 2> pictures = {plane(a.y, now.width, now.height), plane(b.y, now.width, now.height)};
    cv::Mat apart;
    cv::absdiff(pictures[0], pictures[1], apart);
    still = smoothed(apart);
    if (small != now)
        for (auto& p : pictures) {
            cv::Mat smaller;
            cv::resize(p, smaller, small, 0, 0, scale < 0.6 ? cv::INTER_AREA : cv::INTER_LINEAR);
            p = smaller;
        }
    const auto both = [&](const cv::Range& r) {
        for (int i = r.start; i < r.end; ++i) {
            const auto k = static_cast<std::size_t>(i);
            dis[k]->calc(pictures[k], pictures[1 - k], flow[k]);
        }
    };
    cv::parallel_for_({0, 2}, both, 2);
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
    const float t = static_cast<float>(share), rest = 1 - t;
    const int part = static_cast<int>(std::lround(256 * share));
    p.untrusted = 1;
    YuvFrame out;
    if (w >= kSmallest && h >= kSmallest) {
        p.look(a, b);
        const auto grey = plane(a.y, w, h), next = plane(b.y, w, h);
        Explained first({w, h}), second({w, h});
        explain(grey, next, p.flow[0], -t, rest, part, p.still, first);
        explain(grey, next, p.flow[1], t, -rest, part, p.still, second);
        const Differs differs = {smoothed(first.differs), smoothed(second.differs), p.still};
        const cv::Mat least = cv::min(cv::min(differs[0], differs[1]), differs[2]);
        p.untrusted = static_cast<double>(cv::countNonZero(least > kTrusted)) / static_cast<double>(least.total());
        if (p.untrusted <= kMostUntrusted) {
            out = YuvFrame(w, h);
            auto y = plane(out.y, w, h);
            mixGrey(first, second, grey, next, t, differs, y);
            const auto colour = [w, h](const YuvFrame& f) {
                return std::array{plane(f.u, w / 2, h / 2), plane(f.v, w / 2, h / 2)};
            };
            auto uv = colour(out);
            mixColour(colour(a), colour(b), p.flow[0], p.flow[1], t, differs, uv);
        }
    }
    if (out.empty()) out = laidOver(a, b, share); // another scene, or next to nothing
    out.time = time;
    return out;
}

} // namespace hl
