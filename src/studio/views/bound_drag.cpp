// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/views/bound_drag.h"

#include <QObject>

namespace hl {

QString boundName(Bound b) {
    switch (b) {
    case Bound::Start: return QObject::tr("start");
    case Bound::TurnIn: return QObject::tr("turn-in");
    case Bound::Apex: return QObject::tr("apex");
    case Bound::End: return QObject::tr("end");
    }
    return {};
}

double snapped(const Desk& desk, CornerId corner, double atM, double withinM) {
    const auto* f = desk.factsOf(corner);
    if (!f) return atM;
    double best = atM, least = withinM;
    const auto offer = [&](const std::optional<Measured>& m) {
        if (m && std::abs(m->value - atM) < least) least = std::abs(m->value - atM), best = m->value;
    };
    for (const auto* m :
         {&f->brakeOnsetM, &f->brakeReleaseM, &f->steerOnsetM, &f->minSpeedM, &f->throttlePickupM, &f->fullThrottleM})
        offer(*m);
    return best;
}

void letGo(Desk& desk, const BoundDrag& d) {
    const auto* c = cornerWith(desk.guide(), d.corner);
    if (!c) return;
    desk.edit({QObject::tr("Bounds of corner %1").arg(c->number).toStdString(),
               [d](Guide g) { return withCornerBound(std::move(g), d.corner, d.bound, d.atM); }});
}

} // namespace hl
