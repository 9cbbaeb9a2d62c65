// SPDX-License-Identifier: GPL-3.0-or-later
// A small software rasteriser: perspective-right textured triangles, drawn far to near.
#pragma once
#include <array>
#include <cstdint>
#include <vector>

namespace hl::standin {

struct Colour {
    float r = 0, g = 0, b = 0; // 0..255
};
inline Colour mix(Colour a, Colour b, float f) {
    return {a.r + (b.r - a.r) * f, a.g + (b.g - a.g) * f, a.b + (b.b - a.b) * f};
}
inline Colour times(Colour c, float k) { return {c.r * k, c.g * k, c.b * k}; }

/// Grey noise in a pyramid of halved sizes, so that far road does not shimmer.
class NoiseTexture {
  public:
    NoiseTexture(int sizeLog2, int octaves, std::uint32_t seed);
    /// About -1..1 at texel coordinates (u, v), from the level with 2^level texels a pixel.
    float at(float u, float v, int level) const {
        const int l = level < 0 ? 0 : (level >= levels_ ? levels_ - 1 : level);
        const int bits = sizeLog2_ - l, mask = (1 << bits) - 1;
        const float scale = 1.0f / static_cast<float>(1 << l);
        const int x = static_cast<int>(u * scale + 65536.0f) & mask, y = static_cast<int>(v * scale + 65536.0f) & mask;
        return data_[static_cast<std::size_t>(l)][static_cast<std::size_t>((y << bits) + x)];
    }

    /// Adds `grain` times the noise along a straight run of `n` texels to `light`.
    void row(float u, float v, float du, float dv, int level, float grain, float* light, int n) const {
        const int l = level >= levels_ ? levels_ - 1 : level, bits = sizeLog2_ - l, mask = (1 << bits) - 1;
        const float scale = 65536.0f / static_cast<float>(1 << l);
        const float* texels = data_[static_cast<std::size_t>(l)].data();
        // 16.16 fixed point; the wrap of the mask makes any start right
        auto x = static_cast<std::int64_t>(u * scale), y = static_cast<std::int64_t>(v * scale);
        const auto dx = static_cast<std::int64_t>(du * scale), dy = static_cast<std::int64_t>(dv * scale);
        for (int i = 0; i < n; ++i, x += dx, y += dy)
            light[i] += grain * texels[(static_cast<std::size_t>((y >> 16) & mask) << bits) +
                                       static_cast<std::size_t>((x >> 16) & mask)];
    }
    /// Between the four nearest texels of the finest level.
    float fine(float u, float v) const {
        const float fu = u + 65536.0f, fv = v + 65536.0f;
        const int x = static_cast<int>(fu), y = static_cast<int>(fv), mask = (1 << sizeLog2_) - 1;
        const float a = fu - static_cast<float>(x), b = fv - static_cast<float>(y);
        const auto t = [&](int i, int j) {
            return data_[0][static_cast<std::size_t>(((j & mask) << sizeLog2_) + (i & mask))];
        };
        const float top = t(x, y) + (t(x + 1, y) - t(x, y)) * a,
                    low = t(x, y + 1) + (t(x + 1, y + 1) - t(x, y + 1)) * a;
        return top + (low - top) * b;
    }

  private:
    int sizeLog2_, levels_;
    std::vector<std::vector<float>> data_;
};

struct View {
    double x = 0, y = 0, z = 0, heading = 0, pitch = 0, roll = 0; ///< pitch up and roll to the left positive
    double focal = 0;                                             ///< pixels
};

struct Vertex {
    double x = 0, y = 0, z = 0; ///< world, m
    Colour colour;
    float u = 0, v = 0; ///< texels
};

class Canvas {
  public:
    Canvas(int width, int height)
        : width(width), height(height), pixels(static_cast<std::size_t>(width * height) * 4, 255) {}
    void look(const View& view);
    /// A convex polygon of up to 8 corners. `grain` is how strongly the texture lightens and darkens, 0 for none.
    void polygon(const Vertex* corners, int count, const NoiseTexture* texture, float grain);
    void quad(const Vertex& a, const Vertex& b, const Vertex& c, const Vertex& d, const NoiseTexture* texture = nullptr,
              float grain = 0) {
        const Vertex v[4] = {a, b, c, d};
        polygon(v, 4, texture, grain);
    }
    /// Camera axes: right, down, forward, metres.
    std::array<double, 3> toCamera(double x, double y, double z) const;
    void blendPixel(int x, int y, Colour c, float alpha) {
        if (x < 0 || y < 0 || x >= width || y >= height || alpha <= 0) return;
        auto* p = &pixels[static_cast<std::size_t>(y * width + x) * 4];
        const float k = alpha > 1 ? 1 : alpha;
        p[0] = static_cast<std::uint8_t>(static_cast<float>(p[0]) + (c.b - static_cast<float>(p[0])) * k);
        p[1] = static_cast<std::uint8_t>(static_cast<float>(p[1]) + (c.g - static_cast<float>(p[1])) * k);
        p[2] = static_cast<std::uint8_t>(static_cast<float>(p[2]) + (c.r - static_cast<float>(p[2])) * k);
    }
    const View& view() const { return view_; }

    int width, height;
    std::vector<std::uint8_t> pixels; ///< BGRA
    int floorRow = height;            ///< rows from here down are hidden by the cockpit and not drawn

  private:
    struct Point {
        float x, y, inv;     // screen, 1/depth
        float r, g, b, u, v; // each divided by depth where textured
    };
    void triangle(const Point& a, const Point& b, const Point& c, const NoiseTexture* texture, float grain, int level);
    View view_;
    double ch_ = 1, sh_ = 0, cp_ = 1, sp_ = 0, cr_ = 1, sr_ = 0;
};

} // namespace hl::standin
