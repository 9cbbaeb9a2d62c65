// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/views/stretch_view.h"

#include "core/cut/set_by_hand.h"
#include "picture/paint_scene.h"
#include "picture/tokens.h"
#include "studio/widgets/style.h"

#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>
#include <QTimer>

namespace hl {
namespace {

constexpr double kLeft = 110, kRight = 24, kBandTop = 34, kBandHeight = 28, kRoadHeight = 40, kBelow = 66;

QRgb colourOf(const Shot& s, bool run) {
    if (run) return look::kPower;
    if (s.kind == ShotKind::Freeze) return look::kMist;
    switch (paceOf(s.rate)) {
    case Pace::Standing:
    case Pace::Quarter: return look::kLamp;
    case Pace::Half: return 0xffb98a4a;
    case Pace::ThreeQuarters: return 0xff8b8a63;
    case Pace::Full: break;
    }
    return 0xff5d8378;
}

std::string labelOf(const Guide& g, MarkerId id) {
    for (const auto& c : g.corners)
        for (const auto& m : c.markers)
            if (m.id == id) return m.label;
    return {};
}

} // namespace

StretchView::StretchView(Desk& desk, Player& player, QWidget* parent) : QWidget(parent), desk_(desk), player_(player) {
    setObjectName(QStringLiteral("stretch"));
    setMinimumHeight(214);
    setAccessibleName(tr("Where the guide spends its time: guide time above, the road below"));
    const auto changed = [this] {
        stale_ = true;
        if (isVisible()) askForPainting();
    };
    connect(&desk_, &Desk::cutChanged, this, [this] {
        stale_ = true;
        if (isVisible()) paintAnew(); // at once: it is what somebody who types looks at
    });
    connect(&desk_, &Desk::labelsChanged, this, changed);
    connect(&desk_, &Desk::changed, this, [this, changed] {
        if (desk_.cutIsOfThisGuide()) changed(); // else it is painted when the cut is there
    });
    connect(&desk_, &Desk::cornerChosen, this, changed);
    connect(&player_, &Player::moved, this, [this] { update(); });
}

StretchView::Span StretchView::span() const {
    Span s;
    const auto* c = desk_.chosen();
    if (!c) return s;
    s.fromM = c->startM, s.toM = c->endM;
    for (const auto& x : desk_.cut().sections)
        if (shows(x, c->id) && x.kind == SectionKind::WalkThrough)
            s.walk = &x;
        else if (shows(x, c->id) && x.kind == SectionKind::Run)
            s.run = &x;
    if (s.walk && !s.walk->shots.empty()) { // the film may begin over the corner before, and end with another
        s.fromM = std::min(s.fromM, desk_.clock().metre(s.walk->shots.front().from));
        s.toM = std::max(s.toM, desk_.clock().metre(s.walk->shots.back().to));
    }
    if (s.walk) s.fromS = seconds(s.walk->start), s.toS = seconds(s.run ? s.run->end : s.walk->end);
    return s;
}

double StretchView::timeX(const Span& s, double t) const {
    return kLeft + (t - s.fromS) / std::max(0.1, s.toS - s.fromS) * (width() - kLeft - kRight);
}
double StretchView::roadX(const Span& s, double m) const {
    return kLeft + (m - s.fromM) / std::max(1.0, s.toM - s.fromM) * (width() - kLeft - kRight);
}

void StretchView::paintSection(QPainter& p, const Span& s, const Section& section) const {
    const double roadTop = height() - kRoadHeight - kBelow, bandBottom = kBandTop + kBandHeight;
    const bool run = section.kind == SectionKind::Run;
    const auto metre = [&](FootageTime t) { return desk_.clock().metre(t); };
    for (const auto& x : section.shots) {
        const double a = timeX(s, seconds(x.start)), b = timeX(s, seconds(x.end));
        double c = roadX(s, metre(x.from)), d = roadX(s, metre(x.to));
        if (x.kind == ShotKind::Freeze) d = c + 2;
        const double mid = (bandBottom + roadTop) / 2;
        QPainterPath band(QPointF(a, bandBottom));
        band.cubicTo(a, mid, c, mid, c, roadTop);
        band.lineTo(d, roadTop);
        band.cubicTo(d, mid, b, mid, b, bandBottom);
        band.closeSubpath();
        QColor colour(colourOf(x, run));
        if (run) { // the second run is an outline, so that it does not muddy the first
            p.setPen(QPen(colour, 0, Qt::DashLine));
            p.setBrush(Qt::NoBrush);
        } else {
            colour.setAlpha(x.beat ? 105 : 45);
            p.setPen(Qt::NoPen);
            p.setBrush(colour);
        }
        p.drawPath(band);
        p.setPen(Qt::NoPen);
        p.setBrush(QColor(colourOf(x, run)));
        p.drawRoundedRect(QRectF(a + 0.5, kBandTop, std::max(1.0, b - a - 1), kBandHeight), 3, 3);
        if (x.why == kSetByHand) { // a peg holds it
            p.setBrush(QColor(look::kMarsh900));
            p.drawEllipse(QPointF((a + b) / 2, kBandTop + kBandHeight - 5), 3, 3);
        }
    }
    p.setFont(look::text(look::kTiny, look::Weight::Strong));
    p.setPen(QColor(look::kMarsh900));
    for (const auto& w : section.spoken) {
        if (run) break;
        const QRectF box(timeX(s, seconds(w.start)) + 6, kBandTop,
                         timeX(s, seconds(w.end)) - timeX(s, seconds(w.start)) - 8, kBandHeight);
        // How long it is spoken, whatever the picture does meanwhile.
        p.fillRect(QRectF(box.left(), kBandTop + kBandHeight - 4, box.width(), 2), QColor(look::kMarsh900));
        if (box.width() > 34)
            p.drawText(box, Qt::AlignVCenter | Qt::AlignLeft,
                       p.fontMetrics().elidedText(QString::fromStdString(w.text()), Qt::ElideRight,
                                                  static_cast<int>(box.width())));
    }
    if (run) {
        const QRectF box(timeX(s, seconds(section.start)) + 6, kBandTop,
                         timeX(s, seconds(section.end)) - timeX(s, seconds(section.start)) - 8, kBandHeight);
        p.drawText(
            box, Qt::AlignCenter,
            p.fontMetrics().elidedText(tr("again at full speed"), Qt::ElideRight, static_cast<int>(box.width())));
    }
}

/// Which marks say their words when, below the band: as long as a line, so long can it be read.
void StretchView::paintMarks(QPainter& p, const Span& s) const {
    const auto* plan = desk_.labels();
    if (!plan) return;
    constexpr double kRow = 17, kTop = kBandTop + kBandHeight + 5;
    p.setFont(look::text(look::kTiny));
    double rowsEnd[2] = {-1e9, -1e9};
    for (const auto& l : plan->labels) {
        if (l.from < s.walk->start || l.from >= s.walk->end) continue;
        const double a = timeX(s, seconds(l.from)), b = timeX(s, seconds(std::min(l.to, s.walk->end)));
        const int row = a >= rowsEnd[0] ? 0 : 1;
        if (a < rowsEnd[row]) continue;
        rowsEnd[row] = b + 4;
        const double y = kTop + row * kRow;
        p.setPen(QPen(QColor(look::kLamp), 2));
        p.drawLine(QPointF(a, y), QPointF(b, y));
        const auto words = QString::fromStdString(labelOf(desk_.guide(), l.marker));
        p.setPen(QColor(look::kMist));
        if (b - a > 30)
            p.drawText(QRectF(a, y + 1, b - a, kRow - 2), Qt::AlignLeft | Qt::AlignVCenter,
                       p.fontMetrics().elidedText(words, Qt::ElideRight, static_cast<int>(b - a)));
    }
}

void StretchView::paintRoad(QPainter& p, const Span& s) const {
    const double top = height() - kRoadHeight - kBelow;
    const QRectF road(kLeft, top, width() - kLeft - kRight, kRoadHeight);
    p.fillRect(road, QColor(look::kRoad));
    const auto* f = desk_.factsOf(desk_.corner());
    const auto* c = desk_.chosen();
    if (f && f->brakeOnsetM && f->brakeReleaseM)
        p.fillRect(QRectF(roadX(s, f->brakeOnsetM->value), top,
                          roadX(s, f->brakeReleaseM->value) - roadX(s, f->brakeOnsetM->value), kRoadHeight),
                   brakeHatch(look::kBrake));
    const auto& t = desk_.session().trace;
    if (!t.lateral.empty()) {
        QPolygonF line;
        for (double m = s.fromM; m <= s.toM; m += 3)
            line << QPointF(roadX(s, m), top + kRoadHeight / 2 - sampleAt(t.s, t.lateral, m) / 7 * kRoadHeight / 2);
        p.setPen(QPen(QColor(look::kLamp), 2));
        p.setBrush(Qt::NoBrush);
        p.drawPolyline(line);
    }
    p.setFont(look::text(look::kTiny));
    double taken = -1e9;
    const auto event = [&](const QString& name, double m) {
        const double x = roadX(s, m), half = p.fontMetrics().horizontalAdvance(name) / 2.0;
        p.setPen(QPen(QColor(look::kMist), 1));
        p.drawLine(QPointF(x, top + kRoadHeight), QPointF(x, top + kRoadHeight + 6));
        if (x - half < taken + 6) return;
        p.drawText(QRectF(x - half - 4, top + kRoadHeight + 6, 2 * half + 8, 18), Qt::AlignCenter, name);
        taken = x + half;
    };
    QList<QPair<double, QString>> events;
    if (f && f->brakeOnsetM) events.append({f->brakeOnsetM->value, tr("brake")});
    events.append({c->turnInM, tr("turn-in")});
    events.append({c->apexM, tr("apex")});
    if (f && f->throttlePickupM) events.append({f->throttlePickupM->value, tr("power")});
    if (f && f->fullThrottleM) events.append({f->fullThrottleM->value, tr("full")});
    std::sort(events.begin(), events.end());
    for (const auto& [m, name] : events) event(name, m);
    p.setPen(QColor(look::kReed));
    const double step = s.toM - s.fromM > 350 ? 100 : 50;
    for (double m = std::ceil(s.fromM / step) * step; m < s.toM; m += step)
        p.drawText(QRectF(roadX(s, m) - 40, top + kRoadHeight + 24, 80, 18), Qt::AlignCenter,
                   QString::number(m) + QStringLiteral(" m"));
}

/// The picture of before stays until the new one is there: nobody waits for both it and the other views.
void StretchView::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.fillRect(rect(), QColor(look::kMarsh800));
    const bool fits = still_.deviceIndependentSize().toSize() == size();
    if (stale_ || !fits) askForPainting();
    if (!fits) return;
    p.drawPixmap(0, 0, still_);
    const auto s = span();
    if (s.walk) paintNow(p, s);
    if (s.walk && drag_) paintDrag(p, s);
}

void StretchView::askForPainting() {
    if (asked_) return;
    asked_ = true;
    QTimer::singleShot(0, this, [this] {
        if (asked_) paintAnew(); // else it was meanwhile
    });
}

void StretchView::paintAnew() {
    asked_ = stale_ = false;
    still_ = QPixmap(size() * devicePixelRatio());
    still_.setDevicePixelRatio(devicePixelRatio());
    still_.fill(QColor(look::kMarsh800));
    QPainter p(&still_);
    paintStill(p);
    update();
}

void StretchView::paintStill(QPainter& p) const {
    p.setRenderHint(QPainter::Antialiasing);
    p.setFont(look::text(look::kSmall, look::Weight::Heavy));
    p.setPen(QColor(look::kMist));
    p.drawText(QRectF(20, 4, 90, 24), Qt::AlignVCenter, tr("Guide time"));
    p.drawText(QRectF(20, height() - kRoadHeight - kBelow, 90, kRoadHeight), Qt::AlignVCenter, tr("On the road"));
    const auto s = span();
    if (!s.walk) {
        p.setPen(QColor(look::kReed));
        p.drawText(rect(), Qt::AlignCenter, desk_.isOpen() ? tr("The cut is being planned.") : tr("No guide is open."));
        return;
    }
    p.setFont(look::text(look::kTiny));
    p.setPen(QColor(look::kReed));
    const double step = s.toS - s.fromS > 40 ? 10 : 5;
    for (double t = std::ceil(s.fromS / step) * step; t < s.toS; t += step)
        p.drawText(QRectF(timeX(s, t) - 30, 6, 60, 20), Qt::AlignCenter, clockText(t));
    paintSection(p, s, *s.walk);
    if (s.run) paintSection(p, s, *s.run);
    paintMarks(p, s);
    paintRoad(p, s);
    paintLegend(p);
}

void StretchView::paintNow(QPainter& p, const Span& s) const {
    p.setRenderHint(QPainter::Antialiasing);
    const double now = player_.guideTime();
    p.setPen(QPen(QColor(look::kMist), 2));
    if (player_.mode() == Player::Mode::Guide && now >= s.fromS && now <= s.toS)
        p.drawLine(QPointF(timeX(s, now), kBandTop - 8), QPointF(timeX(s, now), kBandTop + kBandHeight + 8));
    const double m = player_.metre();
    if (m >= s.fromM && m <= s.toM)
        p.drawLine(QPointF(roadX(s, m), height() - kRoadHeight - kBelow - 6),
                   QPointF(roadX(s, m), height() - kBelow + 4));
}

/// Every colour has its word.
void StretchView::paintLegend(QPainter& p) const {
    double x = kLeft;
    const std::pair<QRgb, QString> words[] = {{0xff5d8378, tr("full speed")},    {0xff8b8a63, tr("\u00be")},
                                              {0xffb98a4a, tr("\u00bd")},        {look::kLamp, tr("\u00bc")},
                                              {look::kMist, tr("stands still")}, {look::kPower, tr("run again")}};
    p.setFont(look::text(look::kTiny));
    for (const auto& [colour, word] : words) {
        p.fillRect(QRectF(x, height() - 15, 14, 10), QColor(colour));
        p.setPen(QColor(look::kMist));
        p.drawText(QPointF(x + 20, height() - 6), word);
        x += 40 + p.fontMetrics().horizontalAdvance(word);
    }
}

double StretchView::guideAt(const Span& s, double x) const {
    return lerp(s.fromS, s.toS, (x - kLeft) / (width() - kLeft - kRight));
}

void StretchView::seek(const Span& s, QPointF at) {
    const double share = (at.x() - kLeft) / (width() - kLeft - kRight);
    if (at.y() < height() / 2.0)
        player_.seekGuide(std::clamp(lerp(s.fromS, s.toS, share), s.fromS, s.toS - 0.05));
    else
        player_.seekMetre(lerp(s.fromM, s.toM, share));
}

/// Near the edge of a band the band is taken, else the moment.
void StretchView::mousePressEvent(QMouseEvent* e) {
    const auto s = span();
    if (!s.walk) return;
    constexpr double kNearPx = 5;
    const double nearS = kNearPx / (width() - kLeft - kRight) * (s.toS - s.fromS);
    const bool onBand = e->position().y() >= kBandTop && e->position().y() <= kBandTop + kBandHeight;
    drag_ = onBand && desk_.cutIsOfThisGuide() ? grabbed(*s.walk, guideAt(s, e->position().x()), nearS) : std::nullopt;
    if (!drag_) seek(s, e->position());
    update();
}

void StretchView::mouseMoveEvent(QMouseEvent* e) {
    const auto s = span();
    if (!s.walk) return;
    if (!drag_) return seek(s, e->position());
    drag_ = dragged(*drag_, guideAt(s, e->position().x()));
    update();
}

void StretchView::mouseReleaseEvent(QMouseEvent*) {
    const auto drag = std::exchange(drag_, std::nullopt);
    update();
    if (!drag || std::abs(drag->costS()) < 0.05) return;
    desk_.edit({tr("Shot set by hand").toStdString(),
                [drag = *drag, clock = desk_.clock()](Guide g) { return withDragged(std::move(g), drag, clock); }});
}

/// Where the band would end, and what that costs.
void StretchView::paintDrag(QPainter& p, const Span& s) const {
    const double x = timeX(s, seconds(drag_->shot.start) + drag_->lengthS);
    p.setPen(QPen(QColor(look::kLamp), 2));
    p.drawLine(QPointF(x, kBandTop - 10), QPointF(x, kBandTop + kBandHeight + 10));
    const auto text = dragText(*drag_);
    p.setFont(look::text(look::kSmall, look::Weight::Strong));
    const double w = p.fontMetrics().horizontalAdvance(text) + 20;
    const QRectF box(std::clamp(x + 8, kLeft, width() - kRight - w), kBandTop + kBandHeight + 8, w, 26);
    p.setPen(Qt::NoPen);
    p.setBrush(QColor(look::kMarsh900));
    p.drawRoundedRect(box, 4, 4);
    p.setPen(QColor(look::kMist));
    p.drawText(box, Qt::AlignCenter, text);
}

} // namespace hl
