// SPDX-License-Identifier: GPL-3.0-or-later
#include "media/pixels.h"

#include "media/colour_system.h"

#include <algorithm>
#include <cmath>
#include <cstring>

namespace hl {
namespace ff {
namespace {

std::vector<std::uint8_t> planeOf(const std::uint8_t* from, int stride, int width, int height) {
    std::vector<std::uint8_t> out;
    out.reserve(static_cast<std::size_t>(width) * static_cast<std::size_t>(height));
    for (int row = 0; row < height; ++row, from += stride) out.insert(out.end(), from, from + width);
    return out;
}

/// Of samples of more bits, each to the nearest of eight.
std::vector<std::uint8_t> planeOfDeep(const std::uint8_t* from, int stride, int width, int height, int bits) {
    std::vector<std::uint8_t> out(static_cast<std::size_t>(width) * static_cast<std::size_t>(height));
    const int shift = bits - 8, half = 1 << (shift - 1);
    auto* to = out.data();
    for (int row = 0; row < height; ++row, from += stride, to += width) {
        const auto* samples = reinterpret_cast<const std::uint16_t*>(from);
        for (int x = 0; x < width; ++x) to[x] = static_cast<std::uint8_t>(std::min(255, (samples[x] + half) >> shift));
    }
    return out;
}

std::vector<std::uint8_t> turnedPlane(const std::vector<std::uint8_t>& p, int w, int h, int turns) {
    std::vector<std::uint8_t> out(p.size());
    for (int y = 0; y < h; ++y)
        for (int x = 0; x < w; ++x) {
            int tx = x, ty = y, tw = w;
            if (turns == 1)
                tx = h - 1 - y, ty = x, tw = h;
            else if (turns == 2)
                tx = w - 1 - x, ty = h - 1 - y;
            else if (turns == 3)
                tx = y, ty = w - 1 - x, tw = h;
            out[static_cast<std::size_t>(ty * tw + tx)] = p[static_cast<std::size_t>(y * w + x)];
        }
    return out;
}

YuvFrame turned(YuvFrame f, int turns) {
    if (turns == 0) return f;
    f.y = turnedPlane(f.y, f.width, f.height, turns);
    f.u = turnedPlane(f.u, f.width / 2, f.height / 2, turns);
    f.v = turnedPlane(f.v, f.width / 2, f.height / 2, turns);
    if (turns % 2 == 1) std::swap(f.width, f.height);
    return f;
}

bool isFullRange(const AVFrame& f) {
    switch (f.format) {
    case AV_PIX_FMT_YUVJ420P:
    case AV_PIX_FMT_YUVJ422P:
    case AV_PIX_FMT_YUVJ444P:
    case AV_PIX_FMT_YUVJ440P:
    case AV_PIX_FMT_YUVJ411P: return true;
    default: return f.color_range == AVCOL_RANGE_JPEG;
    }
}

ColourSystem systemOf(const AVFrame& f) {
    const bool old = f.colorspace == AVCOL_SPC_BT470BG || f.colorspace == AVCOL_SPC_SMPTE170M ||
                     (f.colorspace == AVCOL_SPC_UNSPECIFIED && f.height < 700);
    const bool wide = f.colorspace == AVCOL_SPC_BT2020_NCL || f.colorspace == AVCOL_SPC_BT2020_CL;
    auto s = old ? kBt601 : wide ? kBt2020 : kBt709;
    s.full = isFullRange(f);
    return s;
}

int bitsOf(int format) {
    const auto* d = av_pix_fmt_desc_get(static_cast<AVPixelFormat>(format));
    return d ? d->comp[0].depth : 8;
}

/// Three planes, the colours of half the size, in this machine's order of bytes.
bool isPlanar420(const AVFrame& f) {
    const auto* d = av_pix_fmt_desc_get(static_cast<AVPixelFormat>(f.format));
    constexpr auto kPlain = AV_PIX_FMT_FLAG_PLANAR;
    return d && d->nb_components == 3 && d->log2_chroma_w == 1 && d->log2_chroma_h == 1 && d->flags == kPlain &&
           d->comp[1].plane == 1 && d->comp[2].plane == 2 && d->comp[0].shift == 0;
}

YuvFrame taken(const std::uint8_t* const planes[], const int strides[], int width, int height, int bits) {
    const auto plane = [&](int k) {
        const int w = k == 0 ? width : width / 2, h = k == 0 ? height : height / 2;
        return bits > 8 ? planeOfDeep(planes[k], strides[k], w, h, bits) : planeOf(planes[k], strides[k], w, h);
    };
    YuvFrame out;
    out.width = width, out.height = height;
    out.y = plane(0), out.u = plane(1), out.v = plane(2);
    return out;
}

bool isRgb(const AVFrame& f) {
    const auto* d = av_pix_fmt_desc_get(static_cast<AVPixelFormat>(f.format));
    return d && (d->flags & AV_PIX_FMT_FLAG_RGB) != 0;
}

} // namespace

std::pair<int, int> squareSize(int width, int height, AVRational aspect) {
    constexpr double kOddest = 4; // beyond, the file's word is not to be believed
    const double a = aspect.num > 0 && aspect.den > 0 ? av_q2d(aspect) : 1;
    double w = width, h = height;
    if (a > 1.001 && a <= kOddest) w *= a;
    if (a < 0.999 && a >= 1 / kOddest) h /= a;
    return {static_cast<int>(std::lround(w)) & ~1, static_cast<int>(std::lround(h)) & ~1};
}

YuvFrame toYuv(const AVFrame& frame, AVRational pixelAspect, Scaler& scaler, int quarterTurns, PictureSize most) {
    auto [width, height] = squareSize(frame.width, frame.height, pixelAspect);
    if (quarterTurns % 2 == 1) std::swap(most.width, most.height);
    if (most.width > 0 && most.height > 0 && (width > most.width || height > most.height)) {
        const auto fits = inside({width, height}, most);
        width = fits.width, height = fits.height;
    }
    const bool sameSize = width == (frame.width & ~1) && height == (frame.height & ~1);
    const auto system = systemOf(frame);
    if (sameSize && isPlanar420(frame)) {
        auto out = taken(frame.data, frame.linesize, width, height, bitsOf(frame.format));
        toBt709(out, system);
        return turned(std::move(out), quarterTurns);
    }
    // Only the size and the order of the samples are swscale's work, at the depth that was filmed; a picture of red,
    // green and blue it brings into our system.
    const bool rgb = isRgb(frame), deep = !rgb && bitsOf(frame.format) > 8;
    const auto planar = deep ? AV_PIX_FMT_YUV420P10 : AV_PIX_FMT_YUV420P;
    scaler.reset(sws_getCachedContext(scaler.release(), frame.width, frame.height,
                                      static_cast<AVPixelFormat>(frame.format), width, height, planar,
                                      SWS_BILINEAR | SWS_ACCURATE_RND | SWS_FULL_CHR_H_INP, nullptr, nullptr, nullptr));
    if (!scaler) return {};
    const auto* same = sws_getCoefficients(SWS_CS_ITU709);
    sws_setColorspaceDetails(scaler.get(), same, rgb || system.full ? 1 : 0, same, !rgb && system.full ? 1 : 0, 0,
                             1 << 16, 1 << 16);
    const int bytes = deep ? 2 : 1;
    std::vector<std::uint8_t> y(static_cast<std::size_t>(width * height * bytes)), u(y.size() / 4), v(y.size() / 4);
    std::uint8_t* planes[4] = {y.data(), u.data(), v.data(), nullptr};
    const int strides[4] = {width * bytes, width / 2 * bytes, width / 2 * bytes, 0};
    sws_scale(scaler.get(), frame.data, frame.linesize, 0, frame.height, planes, strides);
    auto out = taken(planes, strides, width, height, deep ? 10 : 8);
    if (!rgb) toBt709(out, system);
    return turned(std::move(out), quarterTurns);
}

void lend(const YuvFrame& from, AVFrame& to) {
    to.data[0] = const_cast<std::uint8_t*>(from.y.data());
    to.data[1] = const_cast<std::uint8_t*>(from.u.data());
    to.data[2] = const_cast<std::uint8_t*>(from.v.data());
    to.linesize[0] = from.width;
    to.linesize[1] = to.linesize[2] = from.width / 2;
}

} // namespace ff

YuvFrame scaled(const YuvFrame& f, int width, int height) {
    YuvFrame out(width, height);
    out.time = f.time;
    ff::Scaler scaler(sws_getContext(f.width, f.height, AV_PIX_FMT_YUV420P, width, height, AV_PIX_FMT_YUV420P,
                                     SWS_BILINEAR | SWS_ACCURATE_RND, nullptr, nullptr, nullptr));
    const std::uint8_t* planes[4] = {f.y.data(), f.u.data(), f.v.data(), nullptr};
    const int strides[4] = {f.width, f.width / 2, f.width / 2, 0};
    std::uint8_t* to[4] = {out.y.data(), out.u.data(), out.v.data(), nullptr};
    const int toStrides[4] = {width, width / 2, width / 2, 0};
    sws_scale(scaler.get(), planes, strides, 0, f.height, to, toStrides);
    return out;
}

namespace {

void copyRows(const std::vector<std::uint8_t>& from, int fromWidth, int fromX, int fromY, std::vector<std::uint8_t>& to,
              int toWidth, int toX, int toY, int width, int rows) {
    for (int r = 0; r < rows; ++r)
        std::copy_n(from.begin() + static_cast<std::ptrdiff_t>(fromY + r) * fromWidth + fromX, width,
                    to.begin() + static_cast<std::ptrdiff_t>(toY + r) * toWidth + toX);
}

} // namespace

namespace {

std::uint8_t byteOf(int fixedPoint) {
    return static_cast<std::uint8_t>(std::clamp((fixedPoint + (1 << 12)) >> 13, 0, 255));
}

/// BT.709, limited range, every level to the nearest.
std::vector<std::uint8_t> bgraOf(const YuvFrame& f) {
    constexpr int kGrey = 9539, kRed = 14686, kGreenOfRed = -4366, kGreenOfBlue = -1747, kBlue = 17305; // of 2^13
    std::vector<std::uint8_t> out(static_cast<std::size_t>(f.width) * static_cast<std::size_t>(f.height) * 4);
    for (int y = 0; y < f.height; ++y) {
        const auto* luma = &f.y[static_cast<std::size_t>(y * f.width)];
        const auto chroma = static_cast<std::size_t>(y / 2 * (f.width / 2));
        const auto *u = &f.u[chroma], *v = &f.v[chroma];
        auto* to = &out[static_cast<std::size_t>(y * f.width) * 4];
        for (int x = 0; x < f.width; ++x) {
            const int grey = kGrey * (luma[x] - 16), cb = u[x / 2] - 128, cr = v[x / 2] - 128;
            to[4 * x] = byteOf(grey + kBlue * cb);
            to[4 * x + 1] = byteOf(grey + kGreenOfBlue * cb + kGreenOfRed * cr);
            to[4 * x + 2] = byteOf(grey + kRed * cr);
            to[4 * x + 3] = 255;
        }
    }
    return out;
}

} // namespace

YuvFrame blackFrame(int width, int height) {
    constexpr std::uint8_t kBlack = 16, kGrey = 128; // limited range
    YuvFrame out(width & ~1, height & ~1);
    std::fill(out.y.begin(), out.y.end(), kBlack);
    std::fill(out.u.begin(), out.u.end(), kGrey);
    std::fill(out.v.begin(), out.v.end(), kGrey);
    return out;
}

void lay(YuvFrame& onto, const YuvFrame& part, int x, int y) {
    const auto& p = part;
    copyRows(p.y, p.width, 0, 0, onto.y, onto.width, x, y, p.width, p.height);
    copyRows(p.u, p.width / 2, 0, 0, onto.u, onto.width / 2, x / 2, y / 2, p.width / 2, p.height / 2);
    copyRows(p.v, p.width / 2, 0, 0, onto.v, onto.width / 2, x / 2, y / 2, p.width / 2, p.height / 2);
}

YuvFrame cropped(const YuvFrame& f, const PixelRect& r) {
    YuvFrame out(r.width, r.height);
    out.time = f.time;
    copyRows(f.y, f.width, r.x, r.y, out.y, r.width, 0, 0, r.width, r.height);
    copyRows(f.u, f.width / 2, r.x / 2, r.y / 2, out.u, r.width / 2, 0, 0, r.width / 2, r.height / 2);
    copyRows(f.v, f.width / 2, r.x / 2, r.y / 2, out.v, r.width / 2, 0, 0, r.width / 2, r.height / 2);
    return out;
}

PictureSize inside(PictureSize p, PictureSize room) {
    const double scale =
        std::min(static_cast<double>(room.width) / p.width, static_cast<double>(room.height) / p.height);
    return {std::max(2, static_cast<int>(std::lround(p.width * scale)) & ~1),
            std::max(2, static_cast<int>(std::lround(p.height * scale)) & ~1)};
}

YuvFrame letterboxed(const YuvFrame& f, int width, int height) {
    const auto [w, h] = inside({f.width, f.height}, {width, height});
    auto out = blackFrame(width, height);
    out.time = f.time;
    const int x = (out.width - w) / 4 * 2, y = (out.height - h) / 4 * 2;
    if (w == f.width && h == f.height)
        lay(out, f, x, y);
    else
        lay(out, scaled(f, w, h), x, y);
    return out;
}

std::vector<std::uint8_t> toBgra(const YuvFrame& f, int width, int height) {
    if (width == f.width && height == f.height) return bgraOf(f);
    if (width % 2 == 0 && height % 2 == 0) return bgraOf(scaled(f, width, height));
    const auto even = bgraOf(scaled(f, (width + 1) & ~1, (height + 1) & ~1)); // chroma lies on even pixels
    std::vector<std::uint8_t> out;
    const auto line = static_cast<std::ptrdiff_t>(((width + 1) & ~1) * 4);
    for (int y = 0; y < height; ++y)
        out.insert(out.end(), even.begin() + y * line, even.begin() + y * line + width * 4);
    return out;
}

// Sixteen-bit sums so that the compiler can use whole vectors; within one level of the exact matrix.
YuvFrame fromBgra(const BgraView& p) {
    YuvFrame out(p.width & ~1, p.height & ~1);
    const int w = out.width, half = w / 2;
    for (int y = 0; y < out.height; y += 2) {
        const std::uint8_t* rows[2] = {p.pixels + static_cast<std::ptrdiff_t>(y) * p.bytesPerLine,
                                       p.pixels + static_cast<std::ptrdiff_t>(y + 1) * p.bytesPerLine};
        for (int r = 0; r < 2; ++r) {
            auto* luma = &out.y[static_cast<std::size_t>((y + r) * w)];
            const auto* in = rows[r];
            for (int x = 0; x < w; ++x)
                luma[x] =
                    static_cast<std::uint8_t>((47 * in[4 * x + 2] + 157 * in[4 * x + 1] + 16 * in[4 * x] + 4224) >> 8);
        }
        auto* u = &out.u[static_cast<std::size_t>(y / 2 * half)];
        auto* v = &out.v[static_cast<std::size_t>(y / 2 * half)];
        for (int x = 0; x < half; ++x) {
            const auto *a = rows[0] + 8 * x, *b = rows[1] + 8 * x;
            const int blue = (a[0] + a[4] + b[0] + b[4] + 2) >> 2, green = (a[1] + a[5] + b[1] + b[5] + 2) >> 2,
                      red = (a[2] + a[6] + b[2] + b[6] + 2) >> 2;
            u[x] = static_cast<std::uint8_t>((-26 * red - 86 * green + 112 * blue + 32896) >> 8);
            v[x] = static_cast<std::uint8_t>((112 * red - 102 * green - 10 * blue + 32896) >> 8);
        }
    }
    return out;
}

namespace {

using Word = std::uint16_t;

/// x / 255, rounded, of products of two bytes.
Word by255(Word x) {
    const auto t = static_cast<Word>(x + 128);
    return static_cast<Word>((t + (t >> 8)) >> 8);
}

std::uint8_t laidOn(std::uint8_t under, Word own, Word alpha) {
    const auto seen = static_cast<Word>(own + by255(static_cast<Word>(under * (255 - alpha))));
    return static_cast<std::uint8_t>(std::min<Word>(seen, 255));
}

void blendLuma(std::uint8_t* luma, const std::uint8_t* over, int count) {
    for (int x = 0; x < count; ++x) {
        const auto* p = over + 4 * x;
        luma[x] = laidOn(luma[x], static_cast<Word>((47 * p[2] + 157 * p[1] + 16 * p[0] + 16 * p[3] + 128) >> 8), p[3]);
    }
}

/// `count` squares of four pixels, the lower two from `below`.
void blendChroma(std::uint8_t* u, std::uint8_t* v, const std::uint8_t* above, const std::uint8_t* below, int count) {
    for (int x = 0; x < count; ++x) {
        const auto *p = above + 8 * x, *q = below + 8 * x;
        const auto mean = [p, q](int k) { return static_cast<Word>((p[k] + p[k + 4] + q[k] + q[k + 4] + 2) >> 2); };
        const Word blue = mean(0), green = mean(1), red = mean(2), alpha = mean(3);
        // Premultiplied: no colour is above its share, so neither sum falls below zero.
        const auto cb = static_cast<Word>(std::max(0, -26 * red - 86 * green + 112 * blue + 129 * alpha)),
                   cr = static_cast<Word>(std::max(0, 112 * red - 102 * green - 10 * blue + 129 * alpha));
        u[x] = laidOn(u[x], cb >> 8, alpha), v[x] = laidOn(v[x], cr >> 8, alpha);
    }
}

bool anySeen(const std::uint8_t* bgra, int count) {
    std::uint32_t any = 0, pixel = 0;
    for (int x = 0; x < count; ++x) {
        std::memcpy(&pixel, bgra + 4 * x, 4);
        any |= pixel;
    }
    return any != 0;
}

} // namespace

// BT.709 limited range; the overlay is premultiplied, so its own share is already weighted. In pieces, for most of an
// overlay is clear; in sixteen bits, as above.
void blend(YuvFrame& frame, const BgraView& overlay, std::span<const PixelRect> rects) {
    constexpr int kPiece = 32;
    const int width = std::min(frame.width, overlay.width) & ~1, height = std::min(frame.height, overlay.height) & ~1;
    for (const auto& r : rects) {
        const int x0 = std::max(0, r.x) & ~1, y0 = std::max(0, r.y) & ~1;
        const int x1 = std::min((r.x + r.width + 1) & ~1, width), y1 = std::min(r.y + r.height, height);
        for (int y = y0; y < y1; y += 2)
            for (int x = x0; x < x1; x += kPiece) {
                const int n = std::min(kPiece, x1 - x);
                const auto* above = overlay.pixels + static_cast<std::ptrdiff_t>(y) * overlay.bytesPerLine + 4 * x;
                const auto* below = above + overlay.bytesPerLine;
                if (!anySeen(above, n) && !anySeen(below, n)) continue;
                const auto at = static_cast<std::size_t>(y * frame.width + x),
                           c = static_cast<std::size_t>(y / 2 * (frame.width / 2) + x / 2);
                blendLuma(&frame.y[at], above, n);
                blendLuma(&frame.y[at + static_cast<std::size_t>(frame.width)], below, n);
                blendChroma(&frame.u[c], &frame.v[c], above, below, n / 2);
            }
    }
}

} // namespace hl
