// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/views/pace_drag.h"

#include "core/cut/stretch.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <QObject>

namespace hl {
namespace {

constexpr std::array<double, 4> kPaces = {1, 0.75, 0.5, 0.25};

double filmS(const Shot& s) { return (s.to - s.from).count(); }

/// The pace at which that much film takes most nearly so long.
double paceFor(double film, double lengthS) {
    return *std::min_element(kPaces.begin(), kPaces.end(), [&](double a, double b) {
        return std::abs(film / a - lengthS) < std::abs(film / b - lengthS);
    });
}

} // namespace

std::optional<PaceDrag> grabbed(const Section& walk, double guideS, double nearS) {
    const Shot* nearest = nullptr;
    for (const auto& s : walk.shots)
        if (s.kind != ShotKind::Card && std::abs(seconds(s.end) - guideS) < nearS) {
            nearest = &s;
            nearS = std::abs(seconds(s.end) - guideS);
        }
    if (!nearest) return std::nullopt;
    return PaceDrag{walk.corner, *nearest, (nearest->end - nearest->start).count()};
}

PaceDrag dragged(PaceDrag d, double guideS) {
    const double wished = std::max(kShortestShotS, guideS - seconds(d.shot.start));
    d.lengthS = d.shot.rate > 0 ? filmS(d.shot) / paceFor(filmS(d.shot), wished) : std::round(wished * 10) / 10;
    return d;
}

Guide withDragged(Guide g, const PaceDrag& d, const RoadClock& clock) {
    SetShot set;
    set.atM = clock.metre(d.shot.from), set.toM = clock.metre(d.shot.to);
    if (d.shot.rate > 0)
        set.rate = paceFor(filmS(d.shot), d.lengthS);
    else
        set.rate = 0, set.toM = set.atM, set.standS = d.lengthS;
    // Of several explained as one the shot belongs to the corner that holds its metres.
    auto corner = d.corner;
    for (const auto& c : g.corners)
        if (c.startM <= set.atM && set.atM < c.endM) corner = c.id;
    return withSetShot(std::move(g), corner, set);
}

QString dragText(const PaceDrag& d) {
    const auto cost =
        std::abs(d.costS()) < 0.05
            ? QObject::tr("as planned")
            : (d.costS() > 0 ? QObject::tr("%1 s more") : QObject::tr("%1 s less")).arg(std::abs(d.costS()), 0, 'f', 1);
    if (d.shot.rate <= 0) return QObject::tr("stands %1 s, %2").arg(d.lengthS, 0, 'f', 1).arg(cost);
    const auto pace = paceFor(filmS(d.shot), d.lengthS);
    const auto name = pace == 1      ? QObject::tr("full speed")
                      : pace == 0.75 ? QObject::tr("\u00be speed")
                      : pace == 0.5  ? QObject::tr("\u00bd speed")
                                     : QObject::tr("\u00bc speed");
    return QObject::tr("%1, %2").arg(name, cost);
}

} // namespace hl
