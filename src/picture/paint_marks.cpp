// SPDX-License-Identifier: GPL-3.0-or-later
#include "picture/paint_marks.h"

#include "core/cut/label_plan.h"
#include "picture/paint_scene.h"
#include "picture/tokens.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <QPainterPath>

namespace hl {
namespace {

const QRectF kFrame(0, 0, kFrameWidth, kFrameHeight);
constexpr double kLabelHeight = 38, kLabelText = 23;

// Dark enough that a bright line on it reads on sky and snow, and its own edge on a bright ground.
const QColor kHalo(18, 35, 31, 215);
constexpr double kUnsureShown = 0.75; // of a thing that may be elsewhere

QPointF point(Vec2 v) { return {v.x, v.y}; }

QRgb colourOf(Tone t) {
    switch (t) {
    case Tone::Lamp: return look::kLamp;
    case Tone::Brake: return look::kBrake;
    case Tone::Power: return look::kPower;
    case Tone::Steering: return look::kSteering;
    case Tone::Mist: return look::kMist;
    case Tone::Dark: return look::kMarsh900;
    case Tone::Kerb: return look::kKerb;
    case Tone::Wrong: return look::kWrongOnDark;
    }
    return look::kMist;
}

QPainterPath pathOf(const std::vector<PathStep>& steps) {
    QPainterPath path;
    for (const auto& s : steps) switch (s.op) {
        case PathStep::Op::Move: path.moveTo(point(s.to)); break;
        case PathStep::Op::Line: path.lineTo(point(s.to)); break;
        case PathStep::Op::Cubic: path.cubicTo(point(s.a), point(s.b), point(s.to)); break;
        case PathStep::Op::Close: path.closeSubpath(); break;
        }
    return path;
}

/// Each tone's pattern is drawn once.
template <class Pattern> const QBrush& patternOf(Tone tone, Pattern pattern) {
    constexpr std::size_t kTones = static_cast<std::size_t>(Tone::Wrong) + 1;
    static const auto all = [pattern] {
        std::array<QBrush, kTones> brushes;
        for (std::size_t i = 0; i < kTones; ++i) brushes[i] = pattern(colourOf(static_cast<Tone>(i)));
        return brushes;
    }();
    return all.at(static_cast<std::size_t>(tone));
}

QBrush brushOf(const MarkShape& s) {
    QColor colour(colourOf(s.tone));
    switch (s.fill) {
    case Fill::None: return Qt::NoBrush;
    case Fill::Full: return colour;
    case Fill::Hatch: return patternOf(s.tone, [](QRgb c) { return brakeHatch(c); });
    case Fill::Dots: return patternOf(s.tone, [](QRgb c) { return powerDots(c); });
    case Fill::Veil: colour.setAlpha(64); return colour;
    case Fill::Plate: return QColor(18, 35, 31, 225);
    }
    return Qt::NoBrush;
}

/// A line has a dark halo, so that it reads on sky and on grass.
QRectF paintShape(QPainter& p, const MarkShape& s) {
    const auto path = pathOf(s.path);
    // Rounding each of many joins takes longer than all the rest, and nobody sees it.
    constexpr int kMany = 12;
    const auto join = path.elementCount() > kMany ? Qt::BevelJoin : Qt::RoundJoin;
    if (s.haloWidth > 0) p.strokePath(path, QPen(kHalo, s.haloWidth, Qt::SolidLine, Qt::RoundCap, join));
    if (s.fill != Fill::None) p.fillPath(path, brushOf(s));
    if (s.lineWidth > 0) {
        QPen pen(QColor(colourOf(s.tone)), s.lineWidth, s.dashed ? Qt::DashLine : Qt::SolidLine,
                 s.dashed ? Qt::FlatCap : Qt::RoundCap, join);
        if (s.dashed) pen.setDashPattern({3, 2.4});
        p.strokePath(path, pen);
    }
    return path.boundingRect();
}

MarkDrawing drawingOf(const MarkOnScreen& m) {
    auto drawing = m.kind->draw(m);
    if (m.unsure)
        for (auto& s : drawing.shapes) s.dashed = true;
    return drawing;
}

/// The lowest row that a drawing reaches, with its lines and words.
double lowestOf(const MarkDrawing& d) {
    double lowest = 0;
    for (const auto& s : d.shapes)
        for (const auto& step : s.path) lowest = std::max(lowest, step.to.y + s.haloWidth);
    for (const auto& w : d.words) lowest = std::max(lowest, w.centre.y + w.sizePx);
    return lowest;
}

QRectF paintMark(QPainter& p, const MarkOnScreen& m, const MarkDrawing& drawing) {
    p.setOpacity(m.shown * (m.unsure ? kUnsureShown : 1));
    QRectF box;
    for (const auto& s : drawing.shapes) box |= paintShape(p, s);
    for (const auto& w : drawing.words) {
        p.setFont(look::text(w.sizePx, look::Weight::Heavy));
        p.setPen(QColor(colourOf(w.tone)));
        const QRectF room(w.centre.x - 40, w.centre.y - w.sizePx, 80, 2 * w.sizePx);
        p.drawText(room, Qt::AlignCenter, QString::fromStdString(w.text));
        box |= room;
    }
    return box;
}

/// What stands there already: labels, and their lines to their marks.
struct Taken {
    std::vector<QRectF> boxes;
    std::vector<QLineF> lines;
};

QLineF lineOf(const QRectF& box, QPointF anchor) {
    return {anchor, point(lineEnd({box.x(), box.y(), box.width(), box.height()}, {anchor.x(), anchor.y()}))};
}

bool meet(const QLineF& a, const QLineF& b) { return a.intersects(b) == QLineF::BoundedIntersection; }

/// Whether a line runs through a box: it ends there, or crosses one of its diagonals.
bool through(const QLineF& line, const QRectF& box) {
    return box.contains(line.p1()) || box.contains(line.p2()) || meet(line, {box.topLeft(), box.bottomRight()}) ||
           meet(line, {box.bottomLeft(), box.topRight()});
}

/// Where a label may stand: beside or above its mark, inside the frame, off the others and off the lower panels, their
/// lines off each other and off each other's words.
QRectF freePlace(QPointF anchor, QSizeF size, const Taken& taken) {
    constexpr double kTop = 84, kBottom = 440;
    const double width = size.width();
    QRectF best;
    for (const QPointF way :
         {QPointF(30, -70), QPointF(-30 - width, -70), QPointF(30, -120), QPointF(-30 - width, -120), QPointF(90, -70),
          QPointF(-90 - width, -70), QPointF(-width / 2, -170), QPointF(40, 24), QPointF(-40 - width, 24)}) {
        QRectF box(anchor + way, size);
        box.moveLeft(std::clamp(box.left(), 16.0, kFrame.width() - width - 16));
        box.moveTop(std::clamp(box.top(), kTop, kBottom));
        if (best.isNull()) best = box;
        const auto line = lineOf(box, anchor);
        const bool off = std::none_of(taken.boxes.begin(), taken.boxes.end(), [&](const QRectF& t) {
            return t.adjusted(-6, -4, 6, 4).intersects(box) || through(line, t);
        });
        const bool apart = std::none_of(taken.lines.begin(), taken.lines.end(),
                                        [&](const QLineF& l) { return meet(l, line) || through(l, box); });
        if (off && apart) return box;
    }
    return best;
}

/// The picture without the car's own bonnet and dashboard.
QPainterPath world(const std::vector<double>& bonnet) {
    QPainterPath path(QPointF(0, 0));
    const double step = kFrame.width() / static_cast<double>(bonnet.size() - 1);
    for (std::size_t i = 0; i < bonnet.size(); ++i)
        path.lineTo(step * static_cast<double>(i), std::isfinite(bonnet[i]) ? bonnet[i] : kFrame.height());
    path.lineTo(kFrame.width(), 0);
    path.closeSubpath();
    return path;
}

/// A dark plate with the mark's tone along its left edge, joined to the mark by a line.
QRectF paintLabel(QPainter& p, const MarkOnScreen& m, const QRectF& box) {
    const auto anchor = point(m.kind->labelAt(m));
    const auto end = point(lineEnd({box.x(), box.y(), box.width(), box.height()}, {anchor.x(), anchor.y()}));
    const QColor tone(colourOf(m.kind->tone));
    p.setPen(QPen(kHalo, 4));
    p.drawLine(anchor, end);
    p.setPen(QPen(tone, 1.8));
    p.drawLine(anchor, end);
    p.setPen(Qt::NoPen);
    p.setBrush(QColor(18, 35, 31, 230));
    p.drawRoundedRect(box, look::kRadiusPicture, look::kRadiusPicture);
    p.setBrush(tone);
    p.drawRect(QRectF(box.left(), box.top() + 4, 4, box.height() - 8));
    p.setPen(QColor(look::kMist));
    const auto words = m.window ? box.adjusted(0, box.height() - kLabelHeight - 2, 0, 0) : box;
    p.drawText(words.adjusted(14, 0, -10, 0), Qt::AlignVCenter | Qt::AlignLeft,
               m.window ? p.fontMetrics().elidedText(QString::fromStdString(m.label), Qt::ElideRight,
                                                     static_cast<int>(words.width()) - 24)
                        : QString::fromStdString(m.label));
    if (!m.count.empty()) {
        p.setPen(QColor(look::kLamp));
        p.drawText(words.adjusted(14, 0, -12, 0), Qt::AlignVCenter | Qt::AlignRight, QString::fromStdString(m.count));
    }
    return box.united(QRectF(anchor, QSizeF(1, 1)).normalized());
}

/// The film around the mark, enlarged, over its words.
void paintLens(QPainter& p, const QRectF& box, const QImage& film) {
    if (film.isNull()) return;
    const QRectF window(box.left() + 6, box.top() + 6, box.width() - 12, kLensHeightPx);
    p.setRenderHint(QPainter::SmoothPixmapTransform);
    p.drawImage(window, film);
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(QColor(look::kLamp), 2));
    p.drawRect(window);
}
} // namespace

double labelWidth(const std::string& words) {
    return QFontMetricsF(look::text(kLabelText, look::Weight::Strong))
               .horizontalAdvance(QString::fromStdString(words)) +
           28;
}

namespace {

/// A clip along a bonnet is dear: only what reaches down to it is painted through one.
void paintShapes(QPainter& p, const SceneAt& scene, std::vector<QRectF>& touched) {
    double highest = kFrame.height();
    for (const double row : scene.bonnet)
        if (row < highest) highest = row;
    for (const auto& m : scene.marks) {
        const auto drawing = drawingOf(m);
        const bool clipped = scene.bonnet.size() > 1 && lowestOf(drawing) >= highest;
        if (clipped) p.save(), p.setClipPath(world(scene.bonnet), Qt::IntersectClip);
        touched.push_back(paintMark(p, m, drawing).adjusted(-6, -6, 6, 6));
        if (clipped) p.restore();
    }
    p.setOpacity(1);
}

} // namespace

void paintMarks(QPainter& p, const SceneAt& scene, const FilmPictures& films, std::vector<QRectF>& touched) {
    paintShapes(p, scene, touched);
    p.setFont(look::text(kLabelText * scene.labelScale, look::Weight::Strong));
    const QFontMetricsF metrics(p.font());
    Taken taken;
    const LabelRules rules;
    for (auto m = scene.marks.rbegin(); m != scene.marks.rend(); ++m) { // nearest first
        if ((m->label.empty() && !m->window) || m->kind->wordless) continue;
        QRectF box;
        if (m->box)
            box = {m->box->x, m->box->y, m->box->width, m->box->height};
        else if (!scene.labelsPlaced)
            box = freePlace(point(m->kind->labelAt(*m)),
                            m->window ? QSizeF(rules.windowWidth, rules.windowHeight)
                                      : QSizeF(metrics.horizontalAdvance(QString::fromStdString(widestWords(*m))) + 28,
                                               kLabelHeight * scene.labelScale),
                            taken);
        else
            continue;
        taken.boxes.push_back(box), taken.lines.push_back(lineOf(box, point(m->kind->labelAt(*m))));
        touched.push_back(paintLabel(p, *m, box).adjusted(-3, -3, 3, 3));
        if (m->window && films.lens)
            paintLens(p, box, films.lens(*m, {static_cast<int>(kLensWidthPx), static_cast<int>(kLensHeightPx)}));
    }
}

} // namespace hl
