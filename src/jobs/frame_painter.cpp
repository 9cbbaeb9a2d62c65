// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/frame_painter.h"

#include "jobs/lens.h"
#include "picture/overlay.h"
#include "picture/paint_marks.h"
#include "picture/paint_tall.h"

#include <algorithm>
#include <cmath>

namespace hl {
namespace {

/// What the painter cannot make by itself. The film is turned into colours only where a loupe looks at it.
FilmPictures picturesFor(const GuideFrame& frame) {
    const auto film = std::make_shared<std::vector<std::uint8_t>>();
    return {frame.inset, [full = frame.full, film](const MarkOnScreen& mark, QSize px) {
                if (film->empty()) *film = toBgra(*full, full->width, full->height);
                return lensPicture({film->data(), full->width * 4, full->width, full->height}, mark, px);
            }};
}

void blendLaid(YuvFrame& frame, const Overlay::Laid& laid) {
    std::vector<PixelRect> rects;
    for (const QRect& r : laid.touched) rects.push_back({r.x(), r.y(), r.width(), r.height()});
    blend(
        frame,
        {laid.image.constBits(), static_cast<int>(laid.image.bytesPerLine()), laid.image.width(), laid.image.height()},
        rects);
}

int even(double px) { return static_cast<int>(std::lround(px / 2)) * 2; }

/// What is seen of the film, above.
YuvFrame tallFilm(const YuvFrame& film, double cropX, OutputSize tall) {
    auto out = blackFrame(tall.width, tall.height);
    lay(out,
        scaled(cropped(film, tallPart({film.width, film.height}, cropX)), tall.width,
               even(kTallFilmHeight / kTallWidth * tall.width)),
        0, 0);
    return out;
}

} // namespace

FramePainter widePainter(const Stage& stage, const Cut& cut, OutputSize size) {
    const auto overlay = std::make_shared<Overlay>(size.width, size.height);
    return [&stage, &cut, overlay](const GuideFrame& frame, GuideTime t) {
        auto out = *frame.full;
        blendLaid(out, overlay->paint(compose(stage, cut, t), picturesFor(frame)));
        overlay->wipe();
        return out;
    };
}

PixelRect tallPart(OutputSize film, double cropX) {
    const double scale = film.width / kFrameWidth;
    const int width = even(kTallCropWidth * scale);
    return {std::clamp(even(cropX * scale), 0, (film.width - width) & ~1), 0, width, film.height & ~1};
}

OutputSize tallSize(OutputSize film) { return film.height >= 1080 ? OutputSize{1080, 1920} : OutputSize{720, 1280}; }

FramePainter tallPainter(const Stage& stage, const Cut& cut, OutputSize size) {
    const auto tall = tallSize(size);
    const auto overlay = std::make_shared<Overlay>(tall.width, tall.height, kTallWidth);
    return [&stage, &cut, overlay, tall](const GuideFrame& frame, GuideTime t) {
        const bool chosen = picturesAt(stage, cut, t).onlyTheFilm();
        const double middle = (kFrameWidth - kTallCropWidth) / 2, cropX = chosen ? tallCropAt(stage, cut, t) : middle;
        auto out = tallFilm(*frame.full, cropX, tall);
        const auto scene = composeTall(stage, cut, t, cropX, labelWidth);
        blendLaid(out, overlay->paint([&](QPainter& p) { return paintTall(p, scene, cropX, picturesFor(frame)); }));
        overlay->wipe();
        return out;
    };
}

} // namespace hl
