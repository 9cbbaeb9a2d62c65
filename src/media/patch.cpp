// SPDX-License-Identifier: GPL-3.0-or-later
#include "media/patch.h"

#include <array>
#include <cmath>

namespace hl::patch {
namespace {

constexpr int kPoints = kSide * kSide;

/// From -1 to 1 over the patch.
double unit(int i) { return 2.0 * i / (kSide - 1) - 1; }

float sampled(const cv::Mat& grey, double x, double y) {
    x = std::clamp(x, 0.0, grey.cols - 1.001), y = std::clamp(y, 0.0, grey.rows - 1.001);
    const int i = static_cast<int>(x), j = static_cast<int>(y);
    const auto a = static_cast<float>(x - i), b = static_cast<float>(y - j);
    const auto* p = grey.ptr<std::uint8_t>(j) + i;
    const auto* q = grey.ptr<std::uint8_t>(j + 1) + i;
    return (static_cast<float>(p[0]) * (1 - a) + static_cast<float>(p[1]) * a) * (1 - b) +
           (static_cast<float>(q[0]) * (1 - a) + static_cast<float>(q[1]) * a) * b;
}

/// Grey values over the square, each the mean over its share of it where the square is larger than its points.
void sample(const cv::Mat& grey, const Place& p, Trust& out) {
    const double step = 2 * p.half / (kSide - 1);
    const int n = std::clamp(static_cast<int>(std::ceil(step / 1.5)), 1, 4);
    for (int j = 0; j < kSide; ++j)
        for (int i = 0; i < kSide; ++i) {
            double sum = 0;
            for (int b = 0; b < n; ++b)
                for (int a = 0; a < n; ++a)
                    sum += static_cast<double>(sampled(grey, p.x + unit(i) * p.half + step * ((a + 0.5) / n - 0.5),
                                                       p.y + unit(j) * p.half + step * ((b + 0.5) / n - 0.5)));
            out[static_cast<std::size_t>(j * kSide + i)] = sum / (n * n);
        }
}

/// To weighted mean 0 and spread 1; returns the spread before.
double normalise(Trust& v, const Trust& w) {
    double sum = 0, mean = 0, var = 0;
    for (std::size_t i = 0; i < v.size(); ++i) sum += w[i], mean += w[i] * v[i];
    mean /= sum;
    for (std::size_t i = 0; i < v.size(); ++i) var += w[i] * (v[i] - mean) * (v[i] - mean);
    const double spread = std::sqrt(var / sum), k = 1 / std::max(spread, 0.5);
    for (auto& x : v) x = (x - mean) * k;
    return spread;
}

double correlation(const double* a, const Trust& b, const Trust& w) {
    double sum = 0, ab = 0, aa = 0, bb = 0;
    for (std::size_t i = 0; i < b.size(); ++i)
        sum += w[i], ab += w[i] * a[i] * b[i], aa += w[i] * a[i] * a[i], bb += w[i] * b[i] * b[i];
    return sum > 0 && aa > 0 && bb > 0 ? ab / std::sqrt(aa * bb) : 0;
}

} // namespace

Trust usualTrust() {
    Trust w{};
    for (int j = 0; j < kSide; ++j)
        for (int i = 0; i < kSide; ++i) {
            const double r2 = unit(i) * unit(i) + unit(j) * unit(j);
            w[static_cast<std::size_t>(j * kSide + i)] = std::exp(-r2 / (2 * 0.55 * 0.55));
        }
    return w;
}

Patch take(const cv::Mat& grey, const Place& place, const Trust& trust) {
    Patch p;
    p.place = place, p.trust = trust;
    Trust v{};
    sample(grey, place, v);
    p.contrast = normalise(v, trust);
    p.values = cv::Mat(kPoints, 1, CV_64F, v.data()).clone();
    p.steps = cv::Mat(kPoints, 3, CV_64F);
    for (int j = 0; j < kSide; ++j)
        for (int i = 0; i < kSide; ++i) {
            const int k = j * kSide + i, l = std::max(0, i - 1), r = std::min(kSide - 1, i + 1), u = std::max(0, j - 1),
                      d = std::min(kSide - 1, j + 1);
            const auto at = [&](int a, int b) { return v[static_cast<std::size_t>(b * kSide + a)]; };
            const double gx = (at(r, j) - at(l, j)) / (unit(r) - unit(l)),
                         gy = (at(i, d) - at(i, u)) / (unit(d) - unit(u));
            p.steps.at<double>(k, 0) = gx, p.steps.at<double>(k, 1) = gy; // in half sides
            p.steps.at<double>(k, 2) = gx * unit(i) + gy * unit(j);       // in shares of growth
        }
    return p;
}

double likenessAt(const Patch& patch, const cv::Mat& grey, const Place& place) {
    Trust v{};
    sample(grey, place, v);
    normalise(v, patch.trust);
    return correlation(patch.values.ptr<double>(), v, patch.trust);
}

Trust offAt(const Patch& patch, const cv::Mat& grey, const Place& place) {
    Trust v{};
    sample(grey, place, v);
    normalise(v, patch.trust);
    for (std::size_t i = 0; i < v.size(); ++i) {
        const double e = v[i] - patch.values.at<double>(static_cast<int>(i));
        v[i] = e * e;
    }
    return v;
}

Laid lay(const Patch& patch, const cv::Mat& grey, Place start) {
    constexpr int kMost = 20;
    constexpr double kStill = 0.02, kOdd = 0.8; // px; spreads: further off a point counts less
    const auto* values = patch.values.ptr<double>();
    const auto* steps = patch.steps.ptr<double>();
    Trust v{};
    Laid best{start, -1};
    Place p = start;
    for (int turn = 0; turn < kMost; ++turn) {
        sample(grey, p, v);
        normalise(v, patch.trust);
        const double like = correlation(values, v, patch.trust);
        if (like > best.likeness) best = {p, like};
        cv::Vec3d b(0, 0, 0);
        cv::Matx33d normal = cv::Matx33d::zeros();
        for (std::size_t i = 0; i < v.size(); ++i) {
            const double e = v[i] - values[i], w = patch.trust[i] / (1 + e * e / (kOdd * kOdd));
            const double* s = steps + 3 * i;
            for (int r = 0; r < 3; ++r) {
                b[r] += w * e * s[r];
                for (int c = r; c < 3; ++c) normal(r, c) += w * s[r] * s[c];
            }
        }
        for (int r = 0; r < 3; ++r) {
            normal(r, r) = 1.001 * normal(r, r) + 1e-6;
            for (int c = 0; c < r; ++c) normal(r, c) = normal(c, r);
        }
        constexpr double kSmallPx = 11;
        normal(2, 2) *= p.half < kSmallPx ? 8 : 1.05; // a growth is a weaker opinion than a shift
        const cv::Vec3d step = normal.solve(b, cv::DECOMP_CHOLESKY);
        // the patch would have to move by `step` to look like the picture: the place moves the other way
        const double dx = std::clamp(step[0], -0.4, 0.4) * p.half, dy = std::clamp(step[1], -0.4, 0.4) * p.half,
                     grow = std::clamp(step[2], -0.1, 0.1);
        p.x -= dx, p.y -= dy, p.half /= 1 + grow;
        if (p.half < 2 || p.half > 2 * grey.rows) break;
        if (std::abs(dx) + std::abs(dy) < kStill && std::abs(grow) * p.half < kStill) {
            const double now = likenessAt(patch, grey, p);
            if (now > best.likeness) best = {p, now};
            break;
        }
    }
    return best;
}

} // namespace hl::patch
