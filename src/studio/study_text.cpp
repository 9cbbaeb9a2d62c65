// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/study_text.h"

#include "core/corner/spread.h"

#include <QObject>
#include <QStringList>

namespace hl {
namespace {

/// "836 to 842 m", or "836 m" when all laps agree to the unit.
QString rangeText(const Spread& s, double factor, const QString& unit) {
    const auto low = std::lround(s.low * factor), high = std::lround(s.high * factor);
    return low == high ? QStringLiteral("%1 %2").arg(low).arg(unit)
                       : QObject::tr("%1 to %2 %3").arg(low).arg(high).arg(unit);
}

QString repeatText(const std::vector<CornerFacts>& laps) {
    QStringList parts;
    const auto add = [&](const QString& what, Fact fact, double factor, const QString& unit) {
        if (const auto s = spreadOf(laps, fact)) parts << what + QLatin1Char(' ') + rangeText(*s, factor, unit);
    };
    add(QObject::tr("brakes"), &CornerFacts::brakeOnsetM, 1, QObject::tr("m"));
    add(QObject::tr("slowest"), &CornerFacts::minSpeed, 3.6, QObject::tr("km/h"));
    add(QObject::tr("power"), &CornerFacts::throttlePickupM, 1, QObject::tr("m"));
    add(QObject::tr("exit"), &CornerFacts::exitSpeed, 3.6, QObject::tr("km/h"));
    if (parts.empty()) return {};
    return QObject::tr("<b>In %n lap(s)</b> ", nullptr, static_cast<int>(laps.size())) +
           parts.join(QStringLiteral(" \u00b7 "));
}

QString worthText(const std::optional<ExitWorth>& w) {
    if (!w) return {};
    return QObject::tr("<b>5 km/h more at the exit</b> are worth %1 s along the straight (%2 m)")
        .arg(5 * w->perKmhS, 0, 'f', 2)
        .arg(std::lround(w->overM));
}

} // namespace

QString studyText(const Material& m, const Guide& guide, int corner) {
    QStringList lines;
    for (std::size_t i = 0; i < guide.corners.size(); ++i) {
        if (guide.corners[i].number != corner) continue;
        if (i < m.study.overLaps.size() && m.study.overLaps[i].size() > 1) lines << repeatText(m.study.overLaps[i]);
        if (i < m.study.worth.size()) lines << worthText(m.study.worth[i]);
    }
    for (const auto& f : m.study.faults)
        if (f.corner == corner)
            lines << QObject::tr("<b>Worth a look</b> (about %1 s): %2")
                         .arg(f.costS, 0, 'f', 2)
                         .arg(QString::fromStdString(f.evidence).toHtmlEscaped());
    lines.removeAll(QString());
    return lines.join(QStringLiteral("<br>"));
}

} // namespace hl
