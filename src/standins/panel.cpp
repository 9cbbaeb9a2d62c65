// SPDX-License-Identifier: GPL-3.0-or-later
#include "standins/panel.h"

#include <algorithm>
#include <cmath>
#include <cstdio>

namespace hl::standin {
namespace {

struct Look {
    Colour plate, track, throttle, brake, ink;
    float plateCover, trackCover;
};

Look lookOf(PanelStyle style) {
    switch (style) {
    case PanelStyle::Segments:
        return {{14, 18, 20}, {44, 48, 52}, {90, 205, 110}, {226, 84, 96}, {246, 236, 200}, 0.92f, 1};
    case PanelStyle::Strokes:
        return {{0, 0, 0}, {0, 0, 0}, {70, 160, 240}, {250, 190, 60}, {255, 255, 255}, 0.35f, 0.4f};
    default: return {{226, 230, 214}, {196, 200, 186}, {60, 70, 66}, {60, 70, 66}, {24, 34, 32}, 0.96f, 1};
    }
}

float covered(double a, double b, int pixel) {
    return static_cast<float>(std::clamp(std::min(b, pixel + 1.0) - std::max(a, static_cast<double>(pixel)), 0.0, 1.0));
}

void fill(Canvas& c, double x, double y, double w, double h, Colour k, float cover) {
    for (int j = static_cast<int>(y); j < y + h; ++j)
        for (int i = static_cast<int>(x); i < x + w; ++i)
            c.blendPixel(i, j, k, cover * covered(x, x + w, i) * covered(y, y + h, j));
}

void bar(Canvas& c, const PanelPlace& p, double share, const Look& look, Colour full) {
    fill(c, p.x, p.y, p.w, p.h, look.track, look.trackCover);
    const double s = std::clamp(share, 0.0, 1.0);
    if (p.kind == "bar-up") fill(c, p.x, p.y + p.h * (1 - s), p.w, p.h * s, full, 1);
    if (p.kind == "bar-down") fill(c, p.x, p.y, p.w, p.h * s, full, 1);
    if (p.kind == "bar-right") fill(c, p.x, p.y, p.w * s, p.h, full, 1);
    if (p.kind == "bar-left") fill(c, p.x + p.w * (1 - s), p.y, p.w * s, p.h, full, 1);
}

struct At {
    double x, y;
};

void stroke(Canvas& c, At a, At b, double thick, Colour k) {
    const double length = std::max(1e-6, std::hypot(b.x - a.x, b.y - a.y));
    for (int y = static_cast<int>(std::min(a.y, b.y) - thick); y <= std::max(a.y, b.y) + thick; ++y)
        for (int x = static_cast<int>(std::min(a.x, b.x) - thick); x <= std::max(a.x, b.x) + thick; ++x) {
            const double px = x + 0.5 - a.x, py = y + 0.5 - a.y;
            const double along = std::clamp((px * (b.x - a.x) + py * (b.y - a.y)) / length / length, 0.0, 1.0);
            const double apart = std::hypot(px - along * (b.x - a.x), py - along * (b.y - a.y));
            c.blendPixel(x, y, k, static_cast<float>(std::clamp(thick / 2 - apart + 0.5, 0.0, 1.0)));
        }
}

/// Which of seven segments are lit: top, top right, low right, bottom, low left, top left, middle. N is a low n.
constexpr unsigned kSegments[] = {0x3F, 0x06, 0x5B, 0x4F, 0x66, 0x6D, 0x7D, 0x07, 0x7F, 0x6F, 0x54};

void segments(Canvas& c, double x, double y, double w, double h, int sign, Colour k) {
    const double t = 0.13 * h, gap = 0.02 * h;
    const At p[] = {{x, y}, {x + w, y}, {x + w, y + h / 2}, {x + w, y + h}, {x, y + h}, {x, y + h / 2}};
    const int ends[][2] = {{0, 1}, {1, 2}, {2, 3}, {4, 3}, {5, 4}, {0, 5}, {5, 2}};
    for (unsigned s = 0; s < 7; ++s) {
        if ((kSegments[sign] >> s & 1U) == 0) continue;
        const At a = p[ends[s][0]], b = p[ends[s][1]];
        const double in = t / 2 + gap;
        if (a.x == b.x)
            fill(c, a.x - (a.x > x ? t : 0), std::min(a.y, b.y) + in, t, std::abs(b.y - a.y) - 2 * in, k, 1);
        else
            fill(c, std::min(a.x, b.x) + in, a.y - (a.y > y ? (a.y < y + h ? t / 2 : t) : 0),
                 std::abs(b.x - a.x) - 2 * in, t, k, 1);
    }
}

const std::vector<At>& strokesOf(int sign) {
    static const std::vector<std::vector<At>> all = {
        {{.5, 0}, {.85, .12}, {.95, .5}, {.85, .88}, {.5, 1}, {.15, .88}, {.05, .5}, {.15, .12}, {.5, 0}},
        {{.2, .2}, {.55, 0}, {.55, 1}},
        {{.1, .2}, {.3, .02}, {.7, .02}, {.9, .22}, {.8, .45}, {.1, 1}, {.95, 1}},
        {{.1, .1},
         {.4, 0},
         {.75, .05},
         {.88, .25},
         {.7, .45},
         {.4, .48},
         {.7, .52},
         {.92, .72},
         {.75, .95},
         {.4, 1},
         {.08, .88}},
        {{.7, 1}, {.7, 0}, {.05, .7}, {.98, .7}},
        {{.85, 0}, {.2, 0}, {.13, .45}, {.5, .38}, {.85, .5}, {.92, .72}, {.75, .95}, {.4, 1}, {.08, .9}},
        {{.8, .02},
         {.4, .15},
         {.12, .5},
         {.1, .75},
         {.3, .98},
         {.65, 1},
         {.9, .8},
         {.85, .55},
         {.6, .45},
         {.25, .52},
         {.1, .72}},
        {{.05, 0}, {.95, 0}, {.4, 1}},
        {{.5, .47},
         {.2, .35},
         {.18, .15},
         {.5, 0},
         {.82, .15},
         {.8, .35},
         {.5, .47},
         {.12, .65},
         {.12, .88},
         {.5, 1},
         {.88, .88},
         {.88, .65},
         {.5, .47}},
        {{.2, .98},
         {.6, .85},
         {.88, .5},
         {.9, .25},
         {.7, .02},
         {.35, 0},
         {.1, .2},
         {.15, .45},
         {.4, .55},
         {.75, .48},
         {.9, .28}},
        {{.1, 1}, {.1, 0}, {.9, 1}, {.9, 0}}};
    return all[static_cast<std::size_t>(sign)];
}

/// Five by seven dots, row by row from the top.
constexpr unsigned kDots[][7] = {
    {14, 17, 19, 21, 25, 17, 14}, {4, 12, 4, 4, 4, 4, 14},    {14, 17, 1, 2, 4, 8, 31},    {31, 2, 4, 2, 1, 17, 14},
    {2, 6, 10, 18, 31, 2, 2},     {31, 16, 30, 1, 1, 17, 14}, {6, 8, 16, 30, 17, 17, 14},  {31, 1, 2, 4, 8, 8, 8},
    {14, 17, 17, 14, 17, 17, 14}, {14, 17, 17, 15, 1, 2, 12}, {17, 17, 25, 21, 19, 17, 17}};

void dots(Canvas& c, double x, double y, double w, double h, int sign, Colour k) {
    for (int row = 0; row < 7; ++row)
        for (int column = 0; column < 5; ++column)
            if ((kDots[sign][row] >> (4 - column) & 1U) != 0)
                fill(c, x + w * column / 5, y + h * row / 7, 0.86 * w / 5, 0.86 * h / 7, k, 1);
}

/// Right-aligned as speedometers are; signs of one breadth.
void number(Canvas& c, const PanelPlace& p, const std::string& text, PanelStyle style, Colour k) {
    const double h = 0.78 * p.h, w = style == PanelStyle::Dots ? 0.62 * h : 0.52 * h, pitch = w + 0.24 * h;
    double x = p.x + p.w - 0.12 * h - w;
    const double y = p.y + (p.h - h) / 2;
    for (auto s = text.rbegin(); s != text.rend(); ++s, x -= pitch) {
        const int sign = *s == 'N' ? 10 : *s - '0';
        if (style == PanelStyle::Segments) segments(c, x, y, w, h, sign, k);
        if (style == PanelStyle::Dots) dots(c, x, y, w, h, sign, k);
        if (style != PanelStyle::Strokes) continue;
        const auto& points = strokesOf(sign);
        for (std::size_t i = 1; i < points.size(); ++i)
            stroke(c, {x + w * points[i - 1].x, y + h * points[i - 1].y}, {x + w * points[i].x, y + h * points[i].y},
                   0.14 * h, k);
    }
}

double numberWidth(PanelStyle style, double h, int signs) {
    const double s = 0.78 * h, w = style == PanelStyle::Dots ? 0.62 * s : 0.52 * s;
    return signs * (w + 0.24 * s) + 0.1 * s;
}

} // namespace

Panel panelFor(PanelStyle style, int width, int height) {
    Panel p;
    p.style = style;
    const double u = height / 100.0, x = 3 * u, y = height - 24 * u;
    (void)width;
    if (style == PanelStyle::Segments) {
        p.throttle = {x + 6 * u, y, 3.2 * u, 20 * u, "bar-up"}, p.brake = {x + 1 * u, y, 3.2 * u, 20 * u, "bar-up"};
        p.gear = {x + 12 * u, y + 1 * u, numberWidth(style, 9 * u, 1), 9 * u, "digits"};
        p.speed = {x + 12 * u, y + 11 * u, numberWidth(style, 8 * u, 3), 8 * u, "digits"};
    } else if (style == PanelStyle::Strokes) {
        p.throttle = {x + 1 * u, y + 14 * u, 26 * u, 2.2 * u, "bar-right"},
        p.brake = {x + 1 * u, y + 18 * u, 26 * u, 2.2 * u, "bar-right"};
        p.gear = {x + 21 * u, y + 2 * u, numberWidth(style, 10 * u, 1), 10 * u, "digits"};
        p.speed = {x + 1 * u, y + 3 * u, numberWidth(style, 8 * u, 3), 8 * u, "digits"};
    } else {
        p.throttle = {x + 1 * u, y + 1 * u, 3 * u, 14 * u, "bar-down"},
        p.brake = {x + 1 * u, y + 17 * u, 24 * u, 2.4 * u, "bar-left"};
        p.gear = {x + 6 * u, y + 2 * u, numberWidth(style, 8 * u, 1), 8 * u, "digits"};
        p.speed = {x + 12 * u, y + 2 * u, numberWidth(style, 8 * u, 3), 8 * u, "digits"};
    }
    return p;
}

void drawPanel(Canvas& c, const Panel& p, const PanelState& s) {
    const auto look = lookOf(p.style);
    const double u = c.height / 100.0;
    fill(c, 3 * u, c.height - 25 * u, 31 * u, 23 * u, look.plate, look.plateCover);
    bar(c, p.throttle, s.throttle, look, look.throttle), bar(c, p.brake, s.brake, look, look.brake);
    number(c, p.gear, s.gear == 0 ? "N" : std::to_string(s.gear), p.style, look.ink);
    number(c, p.speed, std::to_string(static_cast<int>(std::lround(std::max(0.0, s.kmh)))), p.style, look.ink);
}

std::string panelBoxes(const Panel& p) {
    std::string out = "channel,kind,x_px,y_px,w_px,h_px\n";
    const auto add = [&](const char* channel, const PanelPlace& b) {
        char row[128];
        std::snprintf(row, sizeof row, "%s,%s,%.0f,%.0f,%.0f,%.0f\n", channel, b.kind.c_str(), std::floor(b.x),
                      std::floor(b.y), std::ceil(b.w + 1), std::ceil(b.h + 1));
        out += row;
    };
    add("throttle", p.throttle), add("brake", p.brake), add("gear", p.gear), add("speed", p.speed);
    return out;
}

} // namespace hl::standin
