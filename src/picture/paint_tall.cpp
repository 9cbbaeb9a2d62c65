// SPDX-License-Identifier: GPL-3.0-or-later
#include "picture/paint_tall.h"

#include "picture/paint_gauges.h"
#include "picture/paint_marks.h"
#include "picture/paint_parts.h"
#include "picture/paint_plan.h"
#include "picture/tokens.h"

namespace hl {
namespace {

const QRectF kFilm(0, 0, kTallWidth, kTallFilmHeight),
    kBelow(0, kTallFilmHeight, kTallWidth, kTallHeight - kTallFilmHeight);

/// Marks stand on the film: in its own px, cut off where it is.
void paintMarksOnFilm(QPainter& p, const SceneAt& s, double cropX, const FilmPictures& films,
                      std::vector<QRectF>& touched) {
    QTransform onFilm;
    onFilm.scale(kTallScale, kTallScale);
    onFilm.translate(-cropX, 0);
    std::vector<QRectF> there;
    p.save();
    p.setClipRect(kFilm);
    p.setTransform(onFilm, true);
    paintMarks(p, s, films, there);
    p.restore();
    for (const auto& r : there) touched.push_back(onFilm.mapRect(r).intersected(kFilm));
}

} // namespace

std::vector<QRect> paintTall(QPainter& p, const SceneAt& s, double cropX, const FilmPictures& films) {
    p.setRenderHint(QPainter::Antialiasing);
    std::vector<QRectF> touched{kBelow};
    p.fillRect(kBelow, QColor(look::kMarsh900));
    if (s.pictures.planFull) {
        p.save();
        p.setClipRect(kFilm);
        paintPlan(p, s.plan, {{28, 24, kTallWidth - 56, 132}});
        p.restore();
        touched.push_back(kFilm);
    }
    paintMarksOnFilm(p, s, cropX, films, touched);
    touched.push_back(paintTag(p, s));
    for (const auto& r : paintGauges(p, s)) touched.push_back(r);
    touched.push_back(paintInset(p, s, films.inset));
    // Three lines have room between the film and what stands below.
    constexpr CaptionPlace kWords{kTallWidth / 2, kTallWidth - 88, 34, 0, kTallFilmHeight + 24};
    touched.push_back(paintCaption(p, QString::fromStdString(s.caption), kWords));
    std::vector<QRect> whole;
    const QRect frame(0, 0, static_cast<int>(kTallWidth), static_cast<int>(kTallHeight));
    for (const auto& r : touched)
        if (!r.isEmpty()) whole.push_back(r.adjusted(-2, -2, 2, 2).toAlignedRect().intersected(frame));
    return whole;
}

} // namespace hl
