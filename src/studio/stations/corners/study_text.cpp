// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/corners/study_text.h"

#include "core/corner/spread.h"
#include "core/guide/edits.h"
#include "core/judge/advice_for.h"
#include "picture/tokens.h"

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

QString repeatText(const std::vector<CornerFacts>& laps, SpeedUnit unit) {
    const double perMps = inUnit(1, unit);
    const auto speed = QString::fromUtf8(symbol(unit).data());
    QStringList parts;
    const auto add = [&](const QString& what, Fact fact, double factor, const QString& unit) {
        if (const auto s = spreadOf(laps, fact)) parts << what + QLatin1Char(' ') + rangeText(*s, factor, unit);
    };
    add(QObject::tr("brakes"), &CornerFacts::brakeOnsetM, 1, QObject::tr("m"));
    add(QObject::tr("slowest"), &CornerFacts::minSpeed, perMps, speed);
    add(QObject::tr("power"), &CornerFacts::throttlePickupM, 1, QObject::tr("m"));
    add(QObject::tr("exit"), &CornerFacts::exitSpeed, perMps, speed);
    if (parts.empty()) return {};
    return QObject::tr("<b>In %1 laps</b> ").arg(laps.size()) + parts.join(QStringLiteral(" \u00b7 "));
}

QString worthText(const std::optional<ExitWorth>& w, SpeedUnit unit) {
    if (!w) return {};
    auto text = QObject::tr("<b>5 %1 more at the exit</b> are worth %2 s along the straight (%3 m)")
                    .arg(QString::fromUtf8(symbol(unit).data()))
                    .arg(5 * w->perKmhS * 3.6 / inUnit(1, unit), 0, 'f', 2)
                    .arg(std::lround(w->overM));
    if (w->perMetreS > 0) text += QObject::tr(", braking 5 m later at its end %1 s").arg(5 * w->perMetreS, 0, 'f', 2);
    return text;
}

} // namespace

QString studyText(const Session& m, const Guide& guide, CornerId corner) {
    QStringList lines;
    const auto unit = guide.scene.speedUnit;
    if (const auto at = m.measured.indexOf(corner)) {
        const auto i = *at;
        if (i < m.study.overLaps.size() && m.study.overLaps[i].size() > 1)
            lines << repeatText(m.study.overLaps[i], unit);
        if (i < m.study.worth.size()) lines << worthText(m.study.worth[i], unit);
    }
    for (std::size_t i = 0; i < m.study.faults.size(); ++i) {
        const auto& f = m.study.faults[i];
        if (f.corner != corner) continue;
        if (const auto* answer = answerTo(guide, "slip." + f.kind, corner)) {
            lines << QObject::tr("On purpose: %1 (%2)")
                         .arg(QString::fromStdString(f.evidence).toHtmlEscaped(),
                              QString::fromStdString(answer->why).toHtmlEscaped());
            continue;
        }
        auto line = QObject::tr("<b>Worth a look</b> (about %1 s): %2")
                        .arg(f.costS, 0, 'f', 2)
                        .arg(QString::fromStdString(f.evidence).toHtmlEscaped());
        if (adviceFor(f))
            line += QStringLiteral(" <a href='advise:%1' style='color:%2'>%3</a>")
                        .arg(i)
                        .arg(QColor(look::kLampInk).name(), QObject::tr("advise otherwise"));
        line += QStringLiteral(" <a href='purpose:%1' style='color:%2'>%3</a>")
                    .arg(i)
                    .arg(QColor(look::kLampInk).name(), QObject::tr("on purpose"));
        lines << line;
    }
    lines.removeAll(QString());
    return lines.join(QStringLiteral("<br>"));
}

} // namespace hl
