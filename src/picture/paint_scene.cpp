// SPDX-License-Identifier: GPL-3.0-or-later
#include "picture/paint_scene.h"

#include "core/words/captions.h"
#include "picture/paint_card.h"
#include "picture/paint_gauges.h"
#include "picture/paint_marks.h"
#include "picture/paint_parts.h"
#include "picture/paint_plan.h"
#include "picture/tokens.h"

#include <algorithm>
#include <cmath>
#include <QCoreApplication>
#include <QPainterPath>
#include <QTextLayout>

namespace hl {
namespace {

const QColor kPlate(18, 35, 31, 222);

QString tr(const char* text) { return QCoreApplication::translate("Picture", text); }

QString rateText(double rate) {
    switch (paceOf(rate)) {
    case Pace::Standing: return tr("picture stands");
    case Pace::Quarter: return tr("picture at \u00bc speed");
    case Pace::Half: return tr("picture at \u00bd speed");
    case Pace::ThreeQuarters: return tr("picture at \u00be speed");
    case Pace::Full: return {};
    }
    return {};
}

} // namespace

/// Corner and pace, top left.
QRectF paintTag(QPainter& p, const SceneAt& s) {
    if (!s.corner) return {};
    const bool named = !s.corner->name.empty() && s.labels != CornerLabels::Numbers,
               numbered = !named || s.labels != CornerLabels::Names;
    const auto number = numbered ? QString::number(s.corner->number) : QString(),
               name = named ? QString::fromStdString(s.corner->name) : QString();
    auto pace = rateText(s.rate);
    if (s.section == SectionKind::Run) pace = s.again ? tr("again, at full speed") : QString();
    if (s.lap > 0) pace = tr("lap %1").arg(s.lap) + (pace.isEmpty() ? QString() : QStringLiteral(", ") + pace);
    const QFont big = look::text(30, look::Weight::Heavy), small = look::text(23, look::Weight::Strong);
    const double wNumber = QFontMetricsF(big).horizontalAdvance(number),
                 wName = QFontMetricsF(big).horizontalAdvance(name),
                 wPace = QFontMetricsF(small).horizontalAdvance(pace);
    const QRectF box(28, 24, 20 + wNumber + (name.isEmpty() ? 0 : 12 + wName) + (pace.isEmpty() ? 0 : 22 + wPace) + 20,
                     52);
    paintPlate(p, box);
    double x = box.left() + 20;
    p.setFont(big);
    p.setPen(QColor(look::kLamp));
    p.drawText(QRectF(x, box.top(), wNumber + 2, box.height()), Qt::AlignVCenter, number);
    x += wNumber + 12;
    p.setPen(QColor(look::kMist));
    p.drawText(QRectF(x, box.top(), wName + 2, box.height()), Qt::AlignVCenter, name);
    x += name.isEmpty() ? 0 : wName + 22;
    p.setFont(small);
    p.setPen(QColor(paceOf(s.rate) != Pace::Full ? look::kLamp : look::kPower));
    p.drawText(QRectF(x, box.top(), wPace + 2, box.height()), Qt::AlignVCenter, pace);
    return box;
}

/// The other picture, small in a corner.
QRectF paintInset(QPainter& p, const SceneAt& s, const QImage& film) {
    if (!s.planInset.empty()) {
        paintPlan(p, s.planInset);
        return {s.planInset.box.x, s.planInset.box.y, s.planInset.box.width, s.planInset.box.height};
    }
    if (!s.pictures.inset || !s.corners.inset || film.isNull()) return {};
    const auto& b = *s.corners.inset;
    const QRectF box(b.x, b.y, b.width, b.height);
    paintPlate(p, box);
    const auto size = QSizeF(film.size()).scaled(box.size() - QSizeF(6, 6), Qt::KeepAspectRatio);
    p.setRenderHint(QPainter::SmoothPixmapTransform);
    p.drawImage(QRectF(box.center() - QPointF(size.width() / 2, size.height() / 2), size), film);
    return box;
}

namespace {

/// Two lines of words are parted where they are in the captions' files, if both fit; no word stands alone in the
/// second.
QString inEvenLines(const QString& text, const QFont& font, double width) {
    const QFontMetricsF m(font);
    if (m.horizontalAdvance(text) <= width) return text;
    const auto parted = QString::fromStdString(inLines(text.toStdString()));
    for (const auto& line : parted.split('\n'))
        if (m.horizontalAdvance(line) > width) return text;
    return QString(parted).replace('\n', QChar::LineSeparator);
}

} // namespace

QRectF paintCaption(QPainter& p, const QString& text, const CaptionPlace& place) {
    if (text.isEmpty()) return {};
    const QFont font = look::text(place.letterPx, look::Weight::Strong);
    QTextLayout layout(inEvenLines(text, font, place.width), font);
    QTextOption option(Qt::AlignHCenter);
    layout.setTextOption(option);
    layout.beginLayout();
    double height = 0, widest = 0;
    for (auto line = layout.createLine(); line.isValid(); line = layout.createLine()) {
        line.setLineWidth(place.width);
        line.setPosition({0, height});
        height += line.height() + 2;
        widest = std::max(widest, line.naturalTextWidth());
    }
    layout.endLayout();
    const double top = place.top.value_or(place.bottom - height - 18);
    const QRectF box(place.middle - widest / 2 - 22, top, widest + 44, height + 16);
    paintPlate(p, box);
    p.setPen(QColor(look::kMist));
    layout.draw(&p, {place.middle - place.width / 2, box.top() + 8});
    return box;
}

namespace {

/// The caption would say what the cue words say already.
bool cueIsRead(const SceneAt& s) {
    return s.section == SectionKind::Run && !s.cue.empty() &&
           std::any_of(s.corners.gauges.begin(), s.corners.gauges.end(),
                       [](const PlacedGauge& g) { return g.kind->key == "cue"; });
}

} // namespace

void paintPlate(QPainter& p, const QRectF& box) {
    p.setPen(Qt::NoPen);
    p.setBrush(kPlate);
    p.drawRoundedRect(box, look::kRadiusPicture, look::kRadiusPicture);
}

std::vector<QRect> paintScene(QPainter& p, const SceneAt& s, const FilmPictures& films) {
    p.setRenderHint(QPainter::Antialiasing);
    std::vector<QRectF> touched;
    if (s.card)
        touched.push_back(paintCard(p, s));
    else {
        if (s.pictures.planFull) {
            std::vector<QRectF> covered{{28, 24, 560, 132}, {188, 440, 904, 134}}; // tag and legend, captions
            for (const auto& g : s.corners.gauges) covered.emplace_back(g.box.x, g.box.y, g.box.width, g.box.height);
            if (s.corners.inset)
                covered.emplace_back(s.corners.inset->x, s.corners.inset->y, s.corners.inset->width,
                                     s.corners.inset->height);
            paintPlan(p, s.plan, std::move(covered));
            touched.push_back(QRectF(0, 0, kFrameWidth, kFrameHeight));
        }
        paintMarks(p, s, films, touched);
        if (s.panels) {
            touched.push_back(paintTag(p, s));
            for (const auto& r : paintGauges(p, s)) touched.push_back(r);
            touched.push_back(paintInset(p, s, films.inset));
        }
        if (!cueIsRead(s)) touched.push_back(paintCaption(p, QString::fromStdString(s.caption), {}));
    }
    std::vector<QRect> whole;
    for (const auto& r : touched)
        if (!r.isEmpty()) whole.push_back(r.adjusted(-2, -2, 2, 2).toAlignedRect().intersected(QRect(0, 0, 1280, 720)));
    return whole;
}

} // namespace hl
