// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/strip_view.h"

#include "picture/paint_scene.h"
#include "picture/tokens.h"

#include <algorithm>
#include <QMouseEvent>

namespace hl {
namespace {
constexpr double kLabels = 22;
constexpr int kLow = 84, kHigh = 190;
constexpr double kSpeedShare = 0.5; // of a tall strip
} // namespace

StripView::StripView(Desk& desk, Player& player, QWidget* parent) : QWidget(parent), desk_(desk), player_(player) {
    setObjectName(QStringLiteral("strip"));
    setFixedHeight(kLow);
    setAccessibleName(tr("Pedals over the road in this corner"));
    connect(&player_, &Player::moved, this, [this] { update(); });
    connect(&desk_, &Desk::cornerChosen, this, [this] { update(); });
}

void StripView::setTall(bool tall) {
    tall_ = tall;
    setFixedHeight(tall ? kHigh : kLow);
    update();
}

/// Speed over the road, its lowest and highest values written where they are.
void StripView::paintSpeed(QPainter& p, const QRectF& box, const GuideCorner& c) const {
    const auto& t = desk_.material().trace;
    std::vector<std::pair<double, double>> speed;
    for (double m = c.startM; m <= c.endM; m += 2) speed.emplace_back(m, sampleAt(t.s, t.v, m));
    if (speed.size() < 2) return;
    const auto by = [](const auto& a, const auto& b) { return a.second < b.second; };
    const auto slow = *std::min_element(speed.begin(), speed.end(), by),
               fast = *std::max_element(speed.begin(), speed.end(), by);
    const double span = std::max(5.0, fast.second - slow.second);
    const auto at = [&](const std::pair<double, double>& s) {
        return QPointF(box.left() + (s.first - c.startM) / (c.endM - c.startM) * box.width(),
                       box.bottom() - 6 - (s.second - slow.second) / span * (box.height() - 26));
    };
    QPolygonF line;
    for (const auto& s : speed) line << at(s);
    p.setPen(QPen(QColor(look::kMist), 2));
    p.setBrush(Qt::NoBrush);
    p.drawPolyline(line);
    p.setFont(look::text(look::kTiny, look::Weight::Strong));
    const auto figure = [&](const std::pair<double, double>& s, double dy) {
        const auto text = tr("%1 km/h").arg(std::lround(kmh(s.second)));
        const double w = p.fontMetrics().horizontalAdvance(text);
        p.drawText(QPointF(std::clamp(at(s).x() - w / 2, box.left() + 4, box.right() - w - 4), at(s).y() + dy), text);
    };
    figure(fast, -6);
    figure(slow, -8);
}

void StripView::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.fillRect(rect(), QColor(look::kMarsh800));
    const auto* c = desk_.chosen();
    if (!c) return;
    const auto& t = desk_.material().trace;
    InputStrip s{c->startM, c->endM, player_.metre(), {}, {}, {}};
    for (double m = s.fromM; m <= s.toM; m += 2) {
        s.atM.push_back(m);
        if (!t.throttle.empty()) s.throttle.push_back(sampleAt(t.s, t.throttle, m));
        if (!t.brake.empty()) s.brake.push_back(sampleAt(t.s, t.brake, m));
    }
    const double speedHeight = tall_ ? (height() - kLabels) * kSpeedShare : 0;
    if (tall_) paintSpeed(p, QRectF(0, kLabels, width(), speedHeight), *c);
    paintStrip(p, QRectF(0, kLabels + speedHeight, width(), height() - kLabels - speedHeight - 2), s);
    const auto* f = desk_.factsOf(c->number);
    p.setFont(look::text(look::kTiny));
    double taken = -1e9;
    QList<QPair<double, QString>> events{{c->turnInM, tr("turn-in")}, {c->apexM, tr("apex")}};
    if (f && f->brakeOnsetM) events.append({f->brakeOnsetM->value, tr("brake")});
    if (f && f->throttlePickupM) events.append({f->throttlePickupM->value, tr("power")});
    if (f && f->fullThrottleM) events.append({f->fullThrottleM->value, tr("full")});
    std::sort(events.begin(), events.end());
    for (const auto& [m, name] : events) {
        const double x = (m - s.fromM) / (s.toM - s.fromM) * width();
        p.setPen(QPen(QColor(look::kReed), 1));
        p.drawLine(QPointF(x, kLabels - 4), QPointF(x, height()));
        const double w = p.fontMetrics().horizontalAdvance(name);
        if (x < taken + 6 || x + w + 4 > width()) continue;
        p.setPen(QColor(look::kMist));
        p.drawText(QPointF(x + 4, 15), name);
        taken = x + w + 4;
    }
}

void StripView::mousePressEvent(QMouseEvent* e) {
    if (const auto* c = desk_.chosen()) player_.seekMetre(lerp(c->startM, c->endM, e->position().x() / width()));
}

} // namespace hl
