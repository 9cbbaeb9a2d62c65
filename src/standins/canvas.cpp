// SPDX-License-Identifier: GPL-3.0-or-later
#include "standins/canvas.h"

#include <algorithm>
#include <cmath>
#include <random>

namespace hl::standin {
namespace {

constexpr double kNear = 0.6; // m

struct Clipped {
    std::array<double, 3> p;
    Colour c;
    float u, v;
};

std::uint8_t byte(float v) {
    const int i = static_cast<int>(v);
    return static_cast<std::uint8_t>(i < 0 ? 0 : (i > 255 ? 255 : i));
}

} // namespace

NoiseTexture::NoiseTexture(int sizeLog2, int octaves, std::uint32_t seed) : sizeLog2_(sizeLog2), levels_(sizeLog2 - 1) {
    std::mt19937 rng(seed);
    std::uniform_real_distribution<float> unit(-1, 1);
    const int n = 1 << sizeLog2;
    std::vector<float> base(static_cast<std::size_t>(n * n), 0.0f);
    float share = 0.5f;
    for (int o = 0; o < octaves; ++o, share *= 0.6f) {
        const int cell = 1 << o, m = std::max(1, n / cell);
        std::vector<float> coarse(static_cast<std::size_t>(m * m));
        for (auto& v : coarse) v = unit(rng);
        for (int y = 0; y < n; ++y)
            for (int x = 0; x < n; ++x) {
                const int cx = x / cell, cy = y / cell;
                const float fx = static_cast<float>(x % cell) / static_cast<float>(cell),
                            fy = static_cast<float>(y % cell) / static_cast<float>(cell);
                const auto c = [&](int i, int j) {
                    return coarse[static_cast<std::size_t>(((j + m) % m) * m + (i + m) % m)];
                };
                const float top = c(cx, cy) + (c(cx + 1, cy) - c(cx, cy)) * fx,
                            low = c(cx, cy + 1) + (c(cx + 1, cy + 1) - c(cx, cy + 1)) * fx;
                base[static_cast<std::size_t>(y * n + x)] += share * (top + (low - top) * fy);
            }
    }
    data_.push_back(std::move(base));
    for (int l = 1; l < levels_; ++l) {
        const int m = n >> l;
        const auto& from = data_.back();
        std::vector<float> to(static_cast<std::size_t>(m * m));
        for (int y = 0; y < m; ++y)
            for (int x = 0; x < m; ++x) {
                const auto i = static_cast<std::size_t>(4 * y * m + 2 * x), w = static_cast<std::size_t>(2 * m);
                to[static_cast<std::size_t>(y * m + x)] = (from[i] + from[i + 1] + from[i + w] + from[i + w + 1]) / 4;
            }
        data_.push_back(std::move(to));
    }
}

void Canvas::look(const View& view) {
    view_ = view;
    ch_ = std::cos(view.heading), sh_ = std::sin(view.heading);
    cp_ = std::cos(view.pitch), sp_ = std::sin(view.pitch);
    cr_ = std::cos(view.roll), sr_ = std::sin(view.roll);
}

std::array<double, 3> Canvas::toCamera(double x, double y, double z) const {
    const double dx = x - view_.x, dy = y - view_.y, dz = z - view_.z;
    const double ahead = dx * ch_ + dy * sh_, right = dx * sh_ - dy * ch_;
    const double forward = ahead * cp_ + dz * sp_, up = -ahead * sp_ + dz * cp_;
    return {right * cr_ + up * sr_, -(up * cr_ - right * sr_), forward};
}

void Canvas::polygon(const Vertex* corners, int count, const NoiseTexture* texture, float grain) {
    Clipped in[12], out[12];
    for (int i = 0; i < count; ++i)
        in[i] = {toCamera(corners[i].x, corners[i].y, corners[i].z), corners[i].colour, corners[i].u, corners[i].v};
    int n = 0;
    for (int i = 0; i < count; ++i) {
        const auto &a = in[i], &b = in[(i + 1) % count];
        const bool ia = a.p[2] >= kNear, ib = b.p[2] >= kNear;
        if (ia) out[n++] = a;
        if (ia != ib) {
            const double f = (kNear - a.p[2]) / (b.p[2] - a.p[2]);
            const auto ff = static_cast<float>(f);
            Clipped m{{}, mix(a.c, b.c, ff), a.u + (b.u - a.u) * ff, a.v + (b.v - a.v) * ff};
            for (std::size_t k = 0; k < 3; ++k) m.p[k] = a.p[k] + (b.p[k] - a.p[k]) * f;
            out[n++] = m;
        }
    }
    if (n < 3) return;
    Point pts[12];
    double depth = 0;
    for (int i = 0; i < n; ++i) {
        const double inv = 1 / out[i].p[2];
        depth += out[i].p[2] / n;
        const auto fi = static_cast<float>(inv);
        pts[i] = {static_cast<float>(width / 2.0 + view_.focal * out[i].p[0] * inv),
                  static_cast<float>(height / 2.0 + view_.focal * out[i].p[1] * inv),
                  fi,
                  out[i].c.r,
                  out[i].c.g,
                  out[i].c.b,
                  out[i].u * fi,
                  out[i].v * fi};
    }
    // Ground seen at a low angle: one pixel covers depth^2 / (focal * eye height) metres; a texel is 6 cm.
    const double footprint = depth * depth / (view_.focal * 1.2) / 0.06;
    const int level = footprint > 1 ? static_cast<int>(std::log2(footprint) * 0.8) : 0;
    for (int i = 2; i < n; ++i) triangle(pts[0], pts[i - 1], pts[i], texture, grain, level);
}

#if defined(__x86_64__) && defined(__GNUC__) && !defined(__clang__) && !defined(__SANITIZE_ADDRESS__)
__attribute__((target_clones("avx2", "default")))
#endif
void Canvas::triangle(const Point& a, const Point& b, const Point& c, const NoiseTexture* texture, float grain, int level) {
    const float area = (b.x - a.x) * (c.y - a.y) - (c.x - a.x) * (b.y - a.y);
    if (std::abs(area) < 0.02f) return;
    const int y0 = std::max(0, static_cast<int>(std::ceil(std::min({a.y, b.y, c.y}) - 0.5f)));
    const int y1 = std::min(floorRow - 1, static_cast<int>(std::floor(std::max({a.y, b.y, c.y}) - 0.5f)));
    const Point* p[3] = {&a, &b, &c};
    // Everything is linear over the screen: value = base + dx * x + dy * y.
    const auto plane = [&](float Point::*m) {
        const float u = b.*m - a.*m, v = c.*m - a.*m;
        const float dx = (u * (c.y - a.y) - v * (b.y - a.y)) / area, dy = (v * (b.x - a.x) - u * (c.x - a.x)) / area;
        return std::array<float, 3>{a.*m - dx * a.x - dy * a.y, dx, dy};
    };
    const auto R = plane(&Point::r), G = plane(&Point::g), B = plane(&Point::b), I = plane(&Point::inv),
               U = plane(&Point::u), V = plane(&Point::v);
    for (int y = y0; y <= y1; ++y) {
        const float fy = static_cast<float>(y) + 0.5f;
        float left = 1e9f, right = -1e9f;
        for (int e = 0; e < 3; ++e) {
            const Point &s = *p[e], &t = *p[(e + 1) % 3];
            if ((s.y <= fy) == (t.y <= fy)) continue;
            const float x = s.x + (fy - s.y) / (t.y - s.y) * (t.x - s.x);
            left = std::min(left, x), right = std::max(right, x);
        }
        const int x0 = std::max(0, static_cast<int>(std::ceil(left - 0.5f))),
                  x1 = std::min(width - 1, static_cast<int>(std::ceil(right - 0.5f)) - 1);
        auto* out = &pixels[static_cast<std::size_t>(y * width + x0) * 4];
        const float fx = static_cast<float>(x0) + 0.5f;
        float r = R[0] + R[1] * fx + R[2] * fy, g = G[0] + G[1] * fx + G[2] * fy, bl = B[0] + B[1] * fx + B[2] * fy;
        float inv = I[0] + I[1] * fx + I[2] * fy, u = U[0] + U[1] * fx + U[2] * fy, v = V[0] + V[1] * fx + V[2] * fy;
        // The true texture place is worked out every eighth pixel and followed in a straight line between.
        constexpr int kRun = 8;
        for (int x = x0; x <= x1; x += kRun) {
            const int n = std::min(kRun, x1 - x + 1);
            float tu = 0, tv = 0, du = 0, dv = 0;
            if (texture) {
                const float w = 1 / inv, we = 1 / std::max(inv + I[1] * static_cast<float>(n), 1e-6f);
                tu = u * w, tv = v * w;
                du = ((u + U[1] * static_cast<float>(n)) * we - tu) / static_cast<float>(n),
                dv = ((v + V[1] * static_cast<float>(n)) * we - tv) / static_cast<float>(n);
            }
            float light[kRun] = {1, 1, 1, 1, 1, 1, 1, 1};
            if (texture && level == 0)
                for (int i = 0; i < n; ++i)
                    light[i] += grain * texture->fine(tu + du * static_cast<float>(i), tv + dv * static_cast<float>(i));
            else if (texture)
                texture->row(tu, tv, du, dv, level, grain, light, n);
            for (int i = 0; i < n; ++i, out += 4) {
                out[0] = byte(bl * light[i]), out[1] = byte(g * light[i]), out[2] = byte(r * light[i]);
                r += R[1], g += G[1], bl += B[1];
            }
            const auto step = static_cast<float>(n);
            inv += I[1] * step, u += U[1] * step, v += V[1] * step;
        }
    }
}

} // namespace hl::standin
