// SPDX-License-Identifier: GPL-3.0-or-later
#include "media/colour_mix.h"

#include <algorithm>
#include <opencv2/imgproc.hpp>

namespace hl {
namespace {

struct Colours {
    cv::Vec3d mean{0, 0, 0};
    cv::Matx33d spread = cv::Matx33d::zeros();
};

Colours coloursOf(const std::vector<cv::Vec3d>& all) {
    Colours c;
    for (const auto& v : all) c.mean += v;
    c.mean *= 1.0 / static_cast<double>(std::max<std::size_t>(1, all.size()));
    for (const auto& v : all) c.spread += (v - c.mean) * (v - c.mean).t();
    c.spread = c.spread * (1.0 / static_cast<double>(std::max<std::size_t>(1, all.size())));
    return c;
}

} // namespace

ColourMix mixFor(const YuvFrame& f, double x, double y, double radius) {
    std::vector<cv::Vec3d> in, around;
    const int reach = static_cast<int>(3 * radius);
    for (int dy = -reach; dy <= reach; ++dy)
        for (int dx = -reach; dx <= reach; ++dx) {
            const int px = static_cast<int>(x) + dx, py = static_cast<int>(y) + dy;
            if (px < 0 || py < 0 || px >= f.width || py >= f.height) continue;
            const double r = std::hypot(dx, dy);
            if (r > 3 * radius || (r > radius && r < 1.6 * radius)) continue;
            const auto i = static_cast<std::size_t>(py * f.width + px),
                       k = static_cast<std::size_t>((py / 2) * (f.width / 2) + px / 2);
            (r <= radius ? in : around).emplace_back(f.y[i], f.u[k], f.v[k]);
        }
    if (in.size() < 8 || around.size() < 8) return {};
    const auto a = coloursOf(in), b = coloursOf(around);
    constexpr double kNoise = 12; // squared: of a film's colours
    const cv::Matx33d spread = 0.5 * (a.spread + b.spread) + kNoise * cv::Matx33d::eye();
    auto w = spread.solve(a.mean - b.mean, cv::DECOMP_CHOLESKY);
    const auto apart = [&](const cv::Vec3d& v) {
        return std::abs(v.dot(a.mean - b.mean)) / std::sqrt(std::max(1e-9, v.dot(spread * v)));
    };
    constexpr double kWorthIt = 1.35; // times what brightness alone tells
    if (apart(w) < kWorthIt * apart({1, 0, 0})) return {};
    const double size = std::max({std::abs(w[0]), std::abs(w[1]), std::abs(w[2])});
    w *= 1.0 / size;
    // As strong as brightness alone could be, without leaving the eight bits where it matters.
    const double middle = w.dot(0.5 * (a.mean + b.mean)),
                 gain = std::clamp(90.0 / std::max(8.0, std::abs(w.dot(a.mean - b.mean))), 1.0, 2.5);
    return {gain * w[0], gain * w[1], gain * w[2], 128 - gain * middle};
}

cv::Mat mixed(const YuvFrame& f, const ColourMix& m) {
    const cv::Mat y(f.height, f.width, CV_8U, const_cast<std::uint8_t*>(f.y.data()));
    if (m.plain()) return y.clone();
    const cv::Mat u(f.height / 2, f.width / 2, CV_8U, const_cast<std::uint8_t*>(f.u.data())),
        v(f.height / 2, f.width / 2, CV_8U, const_cast<std::uint8_t*>(f.v.data()));
    cv::Mat colour, large, out;
    cv::addWeighted(u, m.u, v, m.v, m.plus, colour, CV_16S);
    cv::resize(colour, large, y.size(), 0, 0, cv::INTER_LINEAR);
    cv::Mat bright;
    y.convertTo(bright, CV_16S, m.y);
    cv::Mat sum = bright + large;
    sum.convertTo(out, CV_8U);
    return out;
}

} // namespace hl
