// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/strip_view.h"

#include "picture/paint_scene.h"
#include "picture/tokens.h"

#include <algorithm>
#include <QMouseEvent>

namespace hl {
namespace {
constexpr double kLabels = 22;
}

StripView::StripView(Desk& desk, Player& player, QWidget* parent) : QWidget(parent), desk_(desk), player_(player) {
    setObjectName(QStringLiteral("strip"));
    setFixedHeight(84);
    setAccessibleName(tr("Pedals over the road in this corner"));
    connect(&player_, &Player::moved, this, [this] { update(); });
    connect(&desk_, &Desk::cornerChosen, this, [this] { update(); });
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
    const QRectF box(0, kLabels, width(), height() - kLabels - 2);
    paintStrip(p, box, s);
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
