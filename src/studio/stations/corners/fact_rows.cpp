// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/corners/fact_rows.h"

#include "core/corner/fact_table.h"
#include "core/units/figures.h"

#include <cmath>
#include <QCoreApplication>

namespace hl {
namespace {

class Rows {
  public:
    Rows(const GuideCorner& c, const CornerFacts& f, const std::vector<CornerFacts>& laps, SpeedUnit unit)
        : c_(c), f_(f), laps_(laps), unit_(unit) {}

    void group(const QString& name) { group_ = name; }
    /// All of the group's facts that are one number.
    void numbers(FactGroup g, double fromM, double toM) {
        for (const auto& entry : factTable())
            if (entry.group == g) number(entry, fromM, toM);
    }
    void text(const QString& what, const QString& here, double fromM, double toM) {
        if (!here.isEmpty()) list.append({group_, what, here, {}, {}, fromM, toM});
    }
    QList<FactRow> list;

  private:
    void number(const FactEntry& entry, double fromM, double toM) {
        const auto& m = f_.*entry.fact;
        if (!m) return;
        const auto told = [&](double v) { return inUnitOf(entry.unit, v, unit_); };
        const double within = std::abs(told(m->uncertainty));
        QString over;
        if (const auto s = spreadOf(laps_, entry.fact))
            over = numberText(told(s->low), within) + QObject::tr(" to ") + numberText(told(s->high), within);
        const bool pushes = entry.fact == &CornerFacts::slipRad && m->value < 0;
        const auto what =
            pushes ? QObject::tr("pushes, at the wheel") : QCoreApplication::translate("Facts", entry.says.data());
        const double at = entry.place ? m->value : fromM;
        list.append({group_, what,
                     numberText(told(m->value), within) + QLatin1Char(' ') +
                         QString::fromUtf8(symbolOf(entry.unit, unit_).data()),
                     QObject::tr("\u00b1 %1").arg(numberText(within, within)), over, at, entry.place ? at : toM});
    }
    const GuideCorner& c_;
    const CornerFacts& f_;
    const std::vector<CornerFacts>& laps_;
    SpeedUnit unit_;
    QString group_;
};

QString whole(double v) { return QString::fromStdString(figure(v)); }

QString shape(const std::string& key) {
    const std::pair<const char*, QString> words[] = {{"stamp and bleed", QObject::tr("stamp, bleed")},
                                                     {"even", QObject::tr("even")},
                                                     {"drag", QObject::tr("long drag")},
                                                     {"dab", QObject::tr("dab")},
                                                     {"two-stage", QObject::tr("two stages")},
                                                     {"none", QObject::tr("no brake")}};
    for (const auto& [k, word] : words)
        if (key == k) return word;
    return {};
}

QString shiftText(const Shift& s) {
    auto text = QObject::tr("%1 to %2").arg(s.from).arg(s.to);
    if (s.rpmBefore > 0)
        text += QObject::tr(", %1 to %2 rpm")
                    .arg(std::lround(s.rpmBefore / 10) * 10)
                    .arg(std::lround(s.rpmAfter / 10) * 10);
    return text;
}

QString metresFrom(double from, double to) { return QObject::tr("%1 to %2 m").arg(whole(from), whole(to)); }

/// "brake_peak_pct" as people read it: without the unit.
QString plainKey(const std::string& key) {
    auto words = QString::fromStdString(key).split(QLatin1Char('_'));
    if (words.size() > 1 && QStringList{QStringLiteral("m"), QStringLiteral("s"), QStringLiteral("pct"),
                                        QStringLiteral("kmh"), QStringLiteral("deg")}
                                .contains(words.back()))
        words.removeLast();
    return words.join(QLatin1Char(' '));
}

void braking(Rows& r, const GuideCorner& c, const CornerFacts& f) {
    const double on = f.brakeOnsetM ? f.brakeOnsetM->value : c.turnInM,
                 off = f.brakeReleaseM ? f.brakeReleaseM->value : c.apexM;
    r.group(QObject::tr("Brake"));
    r.numbers(FactGroup::Brake, on, off);
    for (const auto& h : f.brakeHeld)
        r.text(QObject::tr("held at %1 %").arg(whole(100 * h.low)), metresFrom(h.fromM, h.toM), h.fromM, h.toM);
    r.text(QObject::tr("shape"), shape(f.brakeShape), on, off);
}

void gears(Rows& r, const GuideCorner& c, const CornerFacts& f) {
    r.group(QObject::tr("Gears"));
    for (const auto& s : f.shifts) r.text(QObject::tr("at %1 m").arg(whole(s.atM)), shiftText(s), s.atM, s.atM);
    const double slow = f.minSpeedM ? f.minSpeedM->value : c.apexM;
    if (f.minGear) r.text(QObject::tr("at the slowest"), QString::number(*f.minGear), slow, slow);
    if (f.gearLowerRpm)
        r.text(QObject::tr("one lower would turn"), QObject::tr("%1 rpm").arg(*f.gearLowerRpm), slow, slow);
    if (f.gearHigherRpm)
        r.text(QObject::tr("one higher would turn"), QObject::tr("%1 rpm").arg(*f.gearHigherRpm), slow, slow);
    r.numbers(FactGroup::Engine, c.startM, c.endM);
}

void line(Rows& r, const GuideCorner& c, const CornerFacts& f) {
    r.group(QObject::tr("Line"));
    r.numbers(FactGroup::Line, c.turnInM, c.endM);
    r.text(QObject::tr("apex"), QString::fromStdString(f.apexKind), c.apexM, c.apexM);
    r.text(QObject::tr("tightest radius"), QObject::tr("%1 m").arg(whole(c.minRadiusM)), c.apexM, c.apexM);
    for (const auto& w : f.wheelsOver)
        r.text(w.leftWheels ? QObject::tr("left wheels") : QObject::tr("right wheels"),
               QObject::tr("over the %1 edge, %2 m at most%3")
                   .arg(w.leftEdge ? QObject::tr("left") : QObject::tr("right"), numberText(w.mostM, 0.1),
                        w.kerb ? QObject::tr(", kerb") : QString()),
               w.fromM, w.toM);
    for (const auto& j : f.jolts) r.text(QObject::tr("shaken"), metresFrom(j.fromM, j.toM), j.fromM, j.toM);
}

void power(Rows& r, const GuideCorner& c, const CornerFacts& f) {
    const double first = f.throttlePickupM ? f.throttlePickupM->value : c.apexM;
    r.group(QObject::tr("Power"));
    r.numbers(FactGroup::Power, c.apexM, c.endM);
    if (f.throttlePickupM)
        r.text(QObject::tr("after the apex"), QObject::tr("%1 m").arg(whole(first - c.apexM)), c.apexM, first);
    for (const auto& p : f.plateaus)
        r.text(QObject::tr("held at %1 %").arg(whole(100 * p.low)), metresFrom(p.fromM, p.toM), p.fromM, p.toM);
    for (const auto& l : f.lifts)
        r.text(QObject::tr("lift to %1 %").arg(whole(100 * l.low)), metresFrom(l.fromM, l.toM), l.fromM, l.toM);
}

void speeds(Rows& r, const GuideCorner& c, const CornerFacts& f) {
    const double slow = f.minSpeedM ? f.minSpeedM->value : c.apexM;
    r.group(QObject::tr("Speed"));
    r.numbers(FactGroup::Speed, slow, slow);
}

} // namespace

QString numberText(double value, double within) {
    const int decimals = within >= 0.95 ? 0 : (within >= 0.095 ? 1 : 2);
    return QString::fromStdString(figure(value, decimals));
}

QList<FactRow> factRows(const GuideCorner& c, const CornerFacts& f, const std::vector<CornerFacts>& laps,
                        SpeedUnit unit) {
    Rows r(c, f, laps, unit);
    braking(r, c, f);
    gears(r, c, f);
    line(r, c, f);
    power(r, c, f);
    speeds(r, c, f);
    r.group(QObject::tr("Not measured"));
    for (const auto& [key, why] : f.unmeasured) r.text(plainKey(key), QString::fromStdString(why), c.startM, c.endM);
    return r.list;
}

} // namespace hl
