// SPDX-License-Identifier: GPL-3.0-or-later
#include "standins/cockpit.h"

#include <algorithm>
#include <cmath>

namespace hl::standin {
namespace {

float edge(double distance) { return static_cast<float>(std::clamp(distance + 0.5, 0.0, 1.0)); }

void drawLamps(Canvas& c, double revs) {
    constexpr int kLamps = 9;
    for (int i = 0; i < kLamps; ++i) {
        const bool lit = revs > 0.72 + 0.028 * i;
        const double x = c.width / 2.0 + (i - (kLamps - 1) / 2.0) * 17.0, y = c.height * 0.885;
        const Colour k = !lit ? Colour{40, 44, 46} : (i < 6 ? Colour{244, 190, 84} : Colour{240, 240, 230});
        for (int yy = -6; yy <= 6; ++yy)
            for (int xx = -6; xx <= 6; ++xx)
                c.blendPixel(static_cast<int>(x) + xx, static_cast<int>(y) + yy, k, edge(4.5 - std::hypot(xx, yy)));
    }
}

void drawWheel(Canvas& c, double steering) {
    const double cx = c.width / 2.0, cy = c.height * 1.14, radius = c.height * 0.265, rim = 15;
    const double cs = std::cos(-steering), sn = std::sin(-steering);
    for (int y = static_cast<int>(cy - radius - rim); y < c.height; ++y)
        for (int x = static_cast<int>(cx - radius - rim); x <= static_cast<int>(cx + radius + rim); ++x) {
            const double dx = x - cx, dy = y - cy, r = std::hypot(dx, dy);
            const double wx = dx * cs + dy * sn, wy = -dx * sn + dy * cs; // on the wheel
            const double ring = rim / 2 + 4 - std::abs(r - radius);
            const bool mark = wy < 0 && std::abs(wx) < 9;
            if (ring > -1) {
                const float light = static_cast<float>(0.75 + 0.5 * std::clamp((radius - r) / rim + 0.5, 0.0, 1.0));
                c.blendPixel(x, y, mark ? Colour{238, 180, 76} : times({38, 38, 42}, light), edge(ring));
            } else if (r < radius && (std::abs(wy) < 13 || (wy > 0 && std::abs(wx) < 13)))
                c.blendPixel(x, y, {58, 60, 64}, edge(13 - std::min(std::abs(wy), wy > 0 ? std::abs(wx) : 1e9)));
        }
}

} // namespace

Cockpit::Cockpit(int width, int height)
    : body_(width, height), cover_(static_cast<std::size_t>(width * height), 0.0f), top_(height), hidden_(0) {
    const double mid = width / 2.0;
    for (int x = 0; x < width; ++x) {
        const double u = (x - mid) / mid;
        const double bonnet = height * (0.80 + 0.06 * u * u + 0.10 * u * u * u * u),
                     dash = height * (0.865 + 0.05 * u * u);
        hidden_ = std::max(hidden_, static_cast<int>(bonnet) + 4);
        for (int y = static_cast<int>(bonnet) - 1; y < height; ++y) {
            const double in = y - bonnet, under = y - dash;
            const float sheen = static_cast<float>(std::exp(-in / 16) * (1 - 0.7 * u * u));
            const Colour paint = mix({44, 78, 76}, {150, 178, 176}, 0.75f * sheen);
            const Colour stripe = std::abs(u) < 0.045 + in * 0.0002 ? Colour{226, 214, 186} : paint;
            body_.blendPixel(x, y, mix(stripe, times(stripe, 0.6f), static_cast<float>(std::clamp(in / 90, 0.0, 1.0))),
                             1);
            if (under > -1)
                body_.blendPixel(x, y,
                                 mix({46, 50, 52}, {17, 20, 22}, static_cast<float>(std::clamp(under / 30, 0.0, 1.0))),
                                 edge(under));
            cover_[static_cast<std::size_t>(y * width + x)] = edge(in);
            top_ = std::min(top_, y);
        }
    }
}

void Cockpit::draw(Canvas& c, double steeringRad, double revs, double shake) const {
    const int shift = static_cast<int>(std::lround(shake));
    for (int y = top_; y < c.height; ++y) {
        const int from = std::clamp(y - shift, top_, c.height - 1);
        for (int x = 0; x < c.width; ++x) {
            const auto i = static_cast<std::size_t>(from * c.width + x);
            if (cover_[i] <= 0) continue;
            const auto* p = &body_.pixels[i * 4];
            if (cover_[i] >= 1)
                std::copy_n(p, 3, &c.pixels[static_cast<std::size_t>(y * c.width + x) * 4]);
            else
                c.blendPixel(x, y, {static_cast<float>(p[2]), static_cast<float>(p[1]), static_cast<float>(p[0])},
                             cover_[i]);
        }
    }
    drawLamps(c, revs);
    drawWheel(c, steeringRad);
}

} // namespace hl::standin
