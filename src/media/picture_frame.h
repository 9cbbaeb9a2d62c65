// SPDX-License-Identifier: GPL-3.0-or-later
// One picture of the footage as the codecs see it: planar YUV 4:2:0, BT.709, limited range.
#pragma once
#include "core/units/clocks.h"

#include <cstdint>
#include <span>
#include <vector>

namespace hl {

struct YuvFrame {
    int width = 0, height = 0; ///< even
    FootageTime time{};        ///< presentation time from the container
    std::vector<std::uint8_t> y, u, v;

    YuvFrame() = default;
    YuvFrame(int w, int h)
        : width(w), height(h), y(static_cast<std::size_t>(w * h)), u(static_cast<std::size_t>(w * h / 4)),
          v(static_cast<std::size_t>(w * h / 4)) {}
    bool empty() const { return y.empty(); }
};

struct PictureSize {
    int width = 0, height = 0; ///< 0: whatever it is
};
/// The largest size of a picture's shape inside another, even.
PictureSize inside(PictureSize picture, PictureSize room);

struct PixelRect {
    int x = 0, y = 0, width = 0, height = 0;
};

/// A premultiplied BGRA picture of somebody else's memory, the size of the frame it is laid on.
struct BgraView {
    const std::uint8_t* pixels = nullptr;
    int bytesPerLine = 0;
    int width = 0, height = 0;
};

/// Lays `overlay` on `frame` inside the given rectangles only.
void blend(YuvFrame& frame, const BgraView& overlay, std::span<const PixelRect> rects);

/// BGRA (alpha 255), width x height, scaled when they differ from the frame's.
std::vector<std::uint8_t> toBgra(const YuvFrame& frame, int width, int height);
YuvFrame scaled(const YuvFrame& frame, int width, int height); ///< even sizes
/// Fitted into the size without changing its shape, in the middle of black.
YuvFrame letterboxed(const YuvFrame& frame, int width, int height);
YuvFrame blackFrame(int width, int height);
/// Into the frame, which has room for it there; even numbers, for chroma lies on even pixels.
void lay(YuvFrame& onto, const YuvFrame& part, int x, int y);
YuvFrame cropped(const YuvFrame& frame, const PixelRect& part); ///< even numbers inside the frame
YuvFrame fromBgra(const BgraView& picture);

} // namespace hl
