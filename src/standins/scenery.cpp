// SPDX-License-Identifier: GPL-3.0-or-later
#include "standins/scenery.h"

#include <algorithm>
#include <cmath>
#include <random>

namespace hl::standin {
namespace {

constexpr double kPi = 3.14159265358979;
constexpr double kSeen = 420; // m of road drawn ahead
constexpr Colour kHaze{196, 210, 208};
constexpr Colour kAsphalt{98, 99, 100}, kRubber{70, 71, 74}, kGrass{110, 132, 72}, kVerge{134, 142, 88},
    kReeds{142, 136, 92}, kWater{126, 150, 158};
constexpr Colour kPaper{236, 232, 220}, kKerb{180, 85, 26};
constexpr double kMarshBelow = 2.2; // m the marsh lies under the road

constexpr const char* kDigits[10] = { // 4 x 6 dots
    "0110 1001 1001 1001 1001 0110", "0010 0110 0010 0010 0010 0111", "1110 0001 0001 0110 1000 1111",
    "1110 0001 0110 0001 0001 1110", "1001 1001 1111 0001 0001 0001", "1111 1000 1110 0001 0001 1110",
    "0110 1000 1110 1001 1001 0110", "1111 0001 0010 0010 0100 0100", "0110 1001 0110 1001 1001 0110",
    "0110 1001 0111 0001 0001 0110"};

double fbm(double x, double y, int octaves) {
    double sum = 0, share = 0.5, f = 1;
    for (int i = 0; i < octaves; ++i, share *= 0.5, f *= 2.1)
        sum += share *
               (std::sin(x * f + 1.7 * i) * std::cos(y * f * 1.3 - i) + std::sin((x + y) * f * 0.7 + 2.3 * i) * 0.5);
    return sum;
}

} // namespace

Scenery::Scenery(const Circuit& circuit, const DrivenLine& line, std::uint32_t seed)
    : circuit_(circuit), line_(line), grain_(9, 4, seed), marsh_(9, 6, seed + 1) {
    std::mt19937 rng(seed + 2);
    std::uniform_real_distribution<double> unit(0, 1);
    for (double s = 0; s < circuit.length; s += 9 + 26 * unit(rng)) {
        const double side = unit(rng) < 0.5 ? -1 : 1, shade = 0.75 + 0.4 * unit(rng);
        const double height = 4 + 7 * unit(rng);
        trees_.push_back({s, side * (19 + 38 * unit(rng) * unit(rng)), height, height * (0.5 + 0.35 * unit(rng)),
                          times({66, 92, 58}, static_cast<float>(shade))});
    }
    for (double s = 3; s < circuit.length;
         s += 2.5 + 11 * unit(rng)) { // reed tufts close to the road: they give the speed
        const double side = unit(rng) < 0.5 ? -1 : 1, shade = 0.8 + 0.4 * unit(rng), height = 0.5 + 1.1 * unit(rng);
        trees_.push_back({s, side * (9.8 + 8 * unit(rng)), height, height * (1.0 + unit(rng)),
                          times(mix(kReeds, kGrass, static_cast<float>(unit(rng))), static_cast<float>(shade))});
    }
    for (auto& t : trees_) {
        const auto p = poseAt(circuit, t.s, t.lateral);
        t.x = p.x, t.y = p.y, t.z = p.z - (t.height < 2 ? 0.35 : 1.6);
    }
    std::sort(trees_.begin(), trees_.end(), [](const Tree& a, const Tree& b) { return a.s < b.s; });
    sky_.resize(static_cast<std::size_t>(skyWidth_ * skyHeight_));
    for (int y = 0; y < skyHeight_; ++y)
        for (int x = 0; x < skyWidth_; ++x) {
            const double up = 1 - static_cast<double>(y) / skyHeight_, around = 2 * kPi * x / skyWidth_;
            Colour c = mix(kHaze, {112, 152, 188}, static_cast<float>(std::pow(up, 0.75)));
            const double cx = std::cos(around) * 3, cy = std::sin(around) * 3;
            const double cloud =
                std::clamp(fbm(cx * 2 + 9, cy * 2 + up * 7, 6) * 1.9 - 0.1, 0.0, 1.0) * (0.35 + 0.65 * up);
            const double glow = std::exp(-8 * std::pow(std::remainder(around - 0.9, 2 * kPi), 2)) * (1 - up);
            c = mix(c, {243, 240, 232}, static_cast<float>(0.8 * cloud));
            c = mix(c, {250, 226, 178}, static_cast<float>(0.6 * glow));
            const double hills = 0.05 + 0.03 * fbm(cx * 1.3, cy * 1.3, 3) + 0.012 * std::abs(fbm(cx * 9, cy * 9, 3));
            if (up < hills) c = mix({138, 160, 156}, kHaze, static_cast<float>(0.35 * (1 - up / hills)));
            sky_[static_cast<std::size_t>(y * skyWidth_ + x)] = 0xff000000u | static_cast<std::uint32_t>(c.r) << 16 |
                                                                static_cast<std::uint32_t>(c.g) << 8 |
                                                                static_cast<std::uint32_t>(c.b);
        }
}

Colour Scenery::hazed(Colour c, double depth) const {
    return mix(c, kHaze, static_cast<float>(0.85 * (1 - std::exp(-std::max(0.0, depth) / 620))));
}

Scenery::Slice Scenery::slice(double s, const Canvas& c) const {
    const auto p = poseAt(circuit_, s, 0);
    const double depth = std::hypot(p.x - c.view().x, p.y - c.view().y);
    return {s,
            p.x,
            p.y,
            p.z,
            -std::sin(p.heading),
            std::cos(p.heading),
            valueAt(circuit_.halfWidth, circuit_, s),
            lineAt(line_.lateral, line_, circuit_, s),
            static_cast<float>(0.85 * (1 - std::exp(-depth / 620)))};
}

Vertex Scenery::on(const Slice& at, double lateral, double up, Colour colour) const {
    return {at.x + at.leftX * lateral,   at.y + at.leftY * lateral,     at.z + up,
            mix(colour, kHaze, at.haze), static_cast<float>(at.s * 22), static_cast<float>(lateral * 22)};
}

Vertex Scenery::ground(double s, double lateral, double up, Colour colour, const Canvas& c) const {
    return on(slice(s, c), lateral, up, colour);
}

void Scenery::drawSky(Canvas& c) const {
    const auto& v = c.view();
    const double level0 = c.height / 2.0 + v.focal * std::tan(v.pitch), perPixel = skyHeight_ / (0.5 * v.focal);
    std::vector<int> column(static_cast<std::size_t>(c.width)), level(column.size());
    for (int x = 0; x < c.width; ++x) {
        const double around = (v.heading - std::atan((x - c.width / 2.0) / v.focal)) / (2 * kPi);
        column[static_cast<std::size_t>(x)] = static_cast<int>((around - std::floor(around)) * skyWidth_) % skyWidth_;
        level[static_cast<std::size_t>(x)] = static_cast<int>((level0 - v.roll * (x - c.width / 2.0)) * 256);
    }
    const int step = static_cast<int>(perPixel * 256);
    const int lowest = std::min(c.floorRow, *std::max_element(level.begin(), level.end()) / 256 + 2);
    for (int y = 0; y < lowest; ++y) {
        auto* p = reinterpret_cast<std::uint32_t*>(&c.pixels[static_cast<std::size_t>(y * c.width) * 4]);
        for (int x = 0; x < c.width; ++x) {
            const int above = std::max(0, level[static_cast<std::size_t>(x)] - y * 256);
            const int row = std::max(0, skyHeight_ - 1 - ((above >> 8) * step >> 8));
            p[x] = sky_[static_cast<std::size_t>(row * skyWidth_ + column[static_cast<std::size_t>(x)])];
        }
    }
}

/// The flat marsh below the horizon: grass, reeds and pools by a slow noise, a finer one for grain. Painted in
/// blocks of eight by two pixels: most of it is soon covered by road and verges.
void Scenery::drawMarsh(Canvas& c) const {
    const auto& v = c.view();
    const double ch = std::cos(v.heading), sh = std::sin(v.heading), below = v.z + kMarshBelow + 5.5,
                 tilt = v.focal * std::tan(v.pitch);
    const int first = std::max(0, static_cast<int>(c.height / 2.0 + tilt - std::abs(v.roll) * c.width / 2)) & ~1;
    for (int y = first; y < c.floorRow; y += 2)
        for (int x = 0; x < c.width; x += 8) {
            const double down = y - c.height / 2.0 - tilt + v.roll * (x - c.width / 2.0);
            if (down < 1) continue;
            const double depth = below * v.focal / down, side = (x - c.width / 2.0) / v.focal * depth;
            const auto wx = static_cast<float>(v.x + depth * ch + side * sh),
                       wy = static_cast<float>(v.y + depth * sh - side * ch);
            const int level = depth > 60 ? std::ilogb(depth / 40) * 2 : 0;
            const float slow = marsh_.at(wx * 0.9f, wy * 0.9f, level), fine = grain_.at(wx * 3, wy * 3, level + 1);
            Colour k = mix(kGrass, kReeds, std::clamp(slow * 1.6f + 0.4f, 0.0f, 1.0f));
            if (slow < -0.34f) k = mix(kReeds, kWater, std::clamp((-0.34f - slow) * 9, 0.0f, 1.0f));
            k = hazed(times(k, 1 + 0.25f * fine), depth);
            for (int yy = y; yy < std::min(y + 2, c.height); ++yy) {
                auto* p = &c.pixels[static_cast<std::size_t>(yy * c.width + x) * 4];
                for (int i = 0; i < 8; ++i, p += 4)
                    p[0] = static_cast<std::uint8_t>(std::min(255.f, k.b)),
                    p[1] = static_cast<std::uint8_t>(std::min(255.f, k.g)),
                    p[2] = static_cast<std::uint8_t>(std::min(255.f, k.r));
            }
        }
}

/// One slice of road and verges, darker where the tyres have laid rubber.
void Scenery::drawStrip(Canvas& c, const Slice& from, const Slice& to) const {
    const double wa = from.halfWidth, wb = to.halfWidth, la = from.rubberAt, lb = to.rubberAt;
    const auto band = [&](double a0, double a1, double b0, double b1, double h0, double h1, Colour k0, Colour k1,
                          float grain) {
        c.quad(on(from, a0, h0, k0), on(from, a1, h1, k1), on(to, b1, h1, k1), on(to, b0, h0, k0), &grain_, grain);
    };
    for (const double side : {-1.0, 1.0}) {
        band(side * 46, side * 16, side * 46, side * 16, -kMarshBelow - 5, -1.0, kReeds, kGrass, 0.5f);
        band(side * 16, side * (wa + 2.2), side * 16, side * (wb + 2.2), -1.0, -0.05, kGrass, kVerge, 0.45f);
        band(side * (wa + 2.2), side * wa, side * (wb + 2.2), side * wb, -0.05, 0, kVerge, times(kVerge, 0.9f), 0.4f);
    }
    const auto rubber = [&](double lateral, double at) {
        const double d = std::abs(std::abs(lateral - at) - 0.6);
        return mix(kRubber, kAsphalt, static_cast<float>(std::clamp(d / 1.6, 0.0, 1.0)));
    };
    constexpr int kColumns = 8;
    for (int i = 0; i < kColumns; ++i) {
        const double u = -1 + 2.0 * i / kColumns, v = -1 + 2.0 * (i + 1) / kColumns;
        c.quad(on(from, u * wa, 0, rubber(u * wa, la)), on(from, v * wa, 0, rubber(v * wa, la)),
               on(to, v * wb, 0, rubber(v * wb, lb)), on(to, u * wb, 0, rubber(u * wb, lb)), &grain_, 0.30f);
    }
}

void Scenery::drawPaint(Canvas& c, const Slice& from, const Slice& to) const {
    const double wa = from.halfWidth, wb = to.halfWidth, L = circuit_.length;
    const auto across = [&](double a0, double a1, double b0, double b1, double up, Colour k, float grain) {
        c.quad(on(from, a0, up, k), on(from, a1, up, k), on(to, b1, up, k), on(to, b0, up, k), &grain_, grain);
    };
    for (const double side : {-1.0, 1.0})
        across(side * (wa - 0.25), side * (wa - 0.1), side * (wb - 0.25), side * (wb - 0.1), 0.01, {222, 220, 210},
               0.2f);
    const double at = std::fmod(from.s + L, L);
    for (const auto& k : circuit_.kerbs) {
        if (at < k.from || at >= k.to) continue;
        const double side = k.left ? 1 : -1;
        const bool light = static_cast<int>((at - k.from) / 3.0) % 2 == 0;
        across(side * (wa - 0.05), side * (wa + 1.1), side * (wb - 0.05), side * (wb + 1.1), k.height,
               light ? kPaper : kKerb, 0.15f);
    }
    for (const auto& t : circuit_.things) {
        const double d = at - t.s;
        if (t.kind == "patch" && d >= 0 && d < 16)
            across(t.lateral - 2.4, t.lateral + 2.4, t.lateral - 2.4, t.lateral + 2.4, 0.012, {58, 60, 66}, 0.2f);
        if (t.kind == "seam" && d >= 0 && d < 1.0) across(-wa, wa, -wb, wb, 0.012, {146, 143, 134}, 0.2f);
    }
    if (at < 0.9) across(-wa, wa, -wb, wb, 0.015, {238, 236, 230}, 0.1f);
}

void Scenery::drawBox(Canvas& c, double s, double lateral, double along, double across, double height, Colour colour,
                      Colour roof) const {
    const double a = s - along / 2, b = s + along / 2, l = lateral - across / 2, r = lateral + across / 2;
    const auto v = [&](double ss, double ll, double up, Colour k) { return ground(ss, ll, up, k, c); };
    const double inner = lateral > 0 ? l : r;
    c.quad(v(b, l, 0, colour), v(b, r, 0, colour), v(b, r, height, colour), v(b, l, height, colour));
    const Colour side = times(colour, 0.8f);
    c.quad(v(a, inner, 0, side), v(b, inner, 0, side), v(b, inner, height, side), v(a, inner, height, side));
    c.quad(v(a, l, 0, colour), v(a, r, 0, colour), v(a, r, height, colour), v(a, l, height, colour));
    if (height > 1.5)
        c.quad(v(a - 0.3, l - 0.3, height, roof), v(a - 0.3, r + 0.3, height, roof), v(a, r, height + 0.5, roof),
               v(a, l, height + 0.5, roof));
}

void Scenery::drawBoard(Canvas& c, const RoadThing& t) const {
    constexpr double kWide = 1.5, kHigh = 0.95, kFoot = 0.75;
    drawBox(c, t.s + 0.15, t.lateral, 0.08, 0.12, kFoot + 0.1, {70, 66, 60}, {70, 66, 60});
    const auto v = [&](double across, double up, Colour k) { return ground(t.s, t.lateral - across, up, k, c); };
    const auto plate = [&](double x0, double x1, double y0, double y1, Colour k) {
        c.quad(v(x0, y0, k), v(x1, y0, k), v(x1, y1, k), v(x0, y1, k));
    };
    plate(-kWide / 2, kWide / 2, kFoot, kFoot + kHigh, {28, 42, 40});
    plate(-kWide / 2 + 0.05, kWide / 2 - 0.05, kFoot + 0.05, kFoot + kHigh - 0.05, {246, 240, 222});
    const auto digits = t.label.substr(0, t.label.find(' '));
    const double dot = 0.095, wide = static_cast<double>(digits.size()) * 5 * dot - dot;
    for (std::size_t d = 0; d < digits.size(); ++d) {
        const char* rows = kDigits[digits[d] - '0'];
        for (int r = 0; r < 6; ++r)
            for (int k = 0; k < 4; ++k)
                if (rows[r * 5 + k] == '1') {
                    const double x = -wide / 2 + (static_cast<double>(d) * 5 + k) * dot,
                                 y = kFoot + kHigh - 0.2 - (r + 1) * dot;
                    plate(x, x + dot, y, y + dot, {24, 34, 34});
                }
    }
}

void Scenery::drawFence(Canvas& c, double from, double to, double lateral) const {
    const Colour k{238, 236, 228};
    const double side = lateral > 0 ? 1 : -1;
    for (double s = to; s >= from; s -= 2.4) {
        drawBox(c, s, lateral, 0.1, 0.12, 1.15, k, k);
        if (s - 2.4 < from) break;
        for (const double up : {0.45, 0.9}) {
            c.quad(ground(s - 2.4, lateral - 0.03 * side, up, k, c), ground(s, lateral - 0.03 * side, up, k, c),
                   ground(s, lateral, up + 0.12, k, c), ground(s - 2.4, lateral, up + 0.12, k, c));
        }
    }
}

void Scenery::drawTree(Canvas& c, const Tree& t) const {
    const auto q = c.toCamera(t.x, t.y, t.z);
    if (q[2] < 4) return;
    const double px = c.view().focal / q[2], x = c.width / 2.0 + q[0] * px, base = c.height / 2.0 + q[1] * px;
    const double w = t.width * px, h = t.height * px;
    if (w < 1.5 || x + w < 0 || x - w > c.width) return;
    const bool tuft = t.height < 2;
    const double foot = tuft ? h * 0.1 : h * 0.22, lift = tuft ? 1.0 : 0;
    const Colour trunk = hazed({82, 70, 58}, q[2]);
    for (int yy = static_cast<int>(base - h * 0.4); !tuft && yy < base; ++yy)
        for (int xx = static_cast<int>(x - w * 0.04); xx <= static_cast<int>(x + w * 0.04); ++xx)
            c.blendPixel(xx, yy, trunk, 0.9f);
    const int x0 = std::max(0, static_cast<int>(x - w / 2)), x1 = std::min(c.width - 1, static_cast<int>(x + w / 2));
    const int y0 = std::max(0, static_cast<int>(base - h)), y1 = std::min(c.height - 1, static_cast<int>(base - foot));
    for (int yy = y0; yy <= y1; ++yy)
        for (int xx = x0; xx <= x1; ++xx) {
            const double u = (xx - x) / (w / 2) * (1 + lift * 0.2 * (yy - base) / h),
                         v = (yy - (base - h * (tuft ? 0.45 : 0.6))) / (h * (tuft ? 0.55 : 0.4));
            const double leaf = grain_.at(static_cast<float>(u * 22 + t.s), static_cast<float>(v * 22), w < 60 ? 2 : 1);
            const double r = std::sqrt(u * u + v * v) + 0.28 * leaf;
            if (r > 1) continue;
            const float light = static_cast<float>(1.12 - 0.28 * v - 0.12 * u + 0.3 * leaf);
            c.blendPixel(xx, yy, hazed(times(t.colour, light), q[2]),
                         static_cast<float>(std::clamp((1 - r) * w * 0.3, 0.0, 1.0)));
        }
}

void Scenery::drawThings(Canvas& c, double from, double to) const {
    const double L = circuit_.length, at = std::fmod(from + L, L), end = at + (to - from);
    const auto here = [&](double s) { return (s >= at && s < end) || (s + L >= at && s + L < end); };
    for (const auto& t : trees_)
        if (here(t.s)) drawTree(c, t);
    for (const auto& t : circuit_.things) {
        if (t.kind == "fence end" && at < t.s && end > t.s - 42)
            drawFence(c, std::max(at, t.s - 42), std::min(end, t.s), t.lateral);
        if (!here(t.s)) continue;
        if (t.kind == "board")
            drawBoard(c, t);
        else if (t.kind == "post")
            drawBox(c, t.s, t.lateral, 0.2, 0.2, t.height + 0.3, kPaper, kPaper);
        else if (t.kind == "hut")
            drawBox(c, t.s, t.lateral, 3.2, 2.6, 2.3, {150, 122, 92}, {92, 66, 52});
    }
}

void Scenery::draw(Canvas& c, double s) const {
    drawSky(c);
    drawMarsh(c);
    std::vector<Slice> cuts;
    for (double d = -6; d < kSeen; d += d < 60 ? 1 : (d < 140 ? 3 : 9)) cuts.push_back(slice(std::floor(s) + d, c));
    for (auto i = cuts.size() - 1; i > 0; --i) drawStrip(c, cuts[i - 1], cuts[i]);
    for (auto i = cuts.size() - 1; i > 0; --i) drawPaint(c, cuts[i - 1], cuts[i]);
    for (auto i = cuts.size() - 1; i > 0; --i) drawThings(c, cuts[i - 1].s, cuts[i].s);
}

} // namespace hl::standin
