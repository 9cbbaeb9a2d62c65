// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/lens.h"

#include "core/camera/pose.h"
#include "media/local_contrast.h"

#include <algorithm>

namespace hl {

QImage lensPicture(const BgraView& film, const MarkOnScreen& mark, QSize px) {
    if (film.width <= 0 || mark.points.empty()) return {};
    constexpr double kContrast = 0.6, kLeast = 1, kMost = 12;
    const FilmInFrame in{film.width, film.height};
    const auto at = in.film(mark.points.front());
    const double times = std::clamp(lensTimes(mark) * in.scale() * px.width() / kLensWidthPx, kLeast, kMost);
    const auto pixels = enlarged(film, at.x, at.y, px.width(), px.height(), times, kContrast);
    if (pixels.empty()) return {};
    return QImage(pixels.data(), px.width(), px.height(), px.width() * 4, QImage::Format_RGB32).copy();
}

} // namespace hl
