// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/corners/fact_rows.h"

#include <cmath>
#include <QObject>

namespace hl {
namespace {

class Rows {
  public:
    Rows(const CornerFacts& f, const std::vector<CornerFacts>& laps) : f_(f), laps_(laps) {}

    void group(const QString& name) { group_ = name; }
    void add(const QString& what, Fact fact, double factor, const QString& unit, double fromM, double toM) {
        const auto& m = f_.*fact;
        if (!m) return;
        const double within = std::abs(m->uncertainty * factor);
        QString over;
        if (const auto s = spreadOf(laps_, fact))
            over = numberText(s->low * factor, within) + QObject::tr(" to ") + numberText(s->high * factor, within);
        list.append({group_, what, numberText(m->value * factor, within) + QLatin1Char(' ') + unit,
                     QObject::tr("\u00b1 %1").arg(numberText(within, within)), over, fromM, toM});
    }
    void text(const QString& what, const QString& here, double fromM, double toM) {
        if (!here.isEmpty()) list.append({group_, what, here, {}, {}, fromM, toM});
    }
    QList<FactRow> list;

  private:
    const CornerFacts& f_;
    const std::vector<CornerFacts>& laps_;
    QString group_;
};

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

QString metresFrom(double from, double to) {
    return QObject::tr("%1 to %2 m").arg(std::lround(from)).arg(std::lround(to));
}

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
    r.add(QObject::tr("begins"), &CornerFacts::brakeOnsetM, 1, QObject::tr("m"), on, on);
    r.text(QObject::tr("shape"), shape(f.brakeShape), on, off);
    r.add(QObject::tr("peak"), &CornerFacts::brakePeak, 100, QObject::tr("%"), on, off);
    r.add(QObject::tr("to nine tenths of it"), &CornerFacts::brakeToPeakS, 1, QObject::tr("s"), on, off);
    r.add(QObject::tr("hardest slowing"), &CornerFacts::deceleration, 1 / kGravity, QObject::tr("g"), on, off);
    r.add(QObject::tr("let off to half at"), &CornerFacts::brakeHalfM, 1, QObject::tr("m"),
          f.brakeHalfM ? f.brakeHalfM->value : off, off);
    r.add(QObject::tr("off at"), &CornerFacts::brakeReleaseM, 1, QObject::tr("m"), off, off);
    r.add(QObject::tr("past the turn-in"), &CornerFacts::trailM, 1, QObject::tr("m"), c.turnInM, off);
    r.add(QObject::tr("share of it turning"), &CornerFacts::trailShare, 100, QObject::tr("%"), c.turnInM, off);
    r.add(QObject::tr("neither pedal"), &CornerFacts::coastS, 1, QObject::tr("s"), off,
          f.throttlePickupM ? f.throttlePickupM->value : c.apexM);
}

void gears(Rows& r, const GuideCorner& c, const CornerFacts& f) {
    r.group(QObject::tr("Gears"));
    for (const auto& s : f.shifts) r.text(QObject::tr("at %1 m").arg(std::lround(s.atM)), shiftText(s), s.atM, s.atM);
    const double slow = f.minSpeedM ? f.minSpeedM->value : c.apexM;
    if (f.minGear) r.text(QObject::tr("at the slowest"), QString::number(*f.minGear), slow, slow);
    if (f.gearLowerRpm)
        r.text(QObject::tr("one lower would turn"), QObject::tr("%1 rpm").arg(*f.gearLowerRpm), slow, slow);
    if (f.gearHigherRpm)
        r.text(QObject::tr("one higher would turn"), QObject::tr("%1 rpm").arg(*f.gearHigherRpm), slow, slow);
    r.add(QObject::tr("on the limiter"), &CornerFacts::limiterS, 1, QObject::tr("s"), c.startM, c.endM);
}

void line(Rows& r, const GuideCorner& c, const CornerFacts& f) {
    r.group(QObject::tr("Line"));
    r.add(QObject::tr("wheel turned at"), &CornerFacts::steerOnsetM, 1, QObject::tr("m"),
          f.steerOnsetM ? f.steerOnsetM->value : c.turnInM, c.turnInM);
    r.add(QObject::tr("braking, left of the middle"), &CornerFacts::brakeLateralM, 1, QObject::tr("m"),
          f.brakeOnsetM ? f.brakeOnsetM->value : c.turnInM, c.turnInM);
    r.add(QObject::tr("turning in"), &CornerFacts::entryLateralM, 1, QObject::tr("m"), c.turnInM, c.turnInM);
    r.add(QObject::tr("at the apex"), &CornerFacts::apexLateralM, 1, QObject::tr("m"), c.apexM, c.apexM);
    r.add(QObject::tr("at the exit"), &CornerFacts::exitLateralM, 1, QObject::tr("m"), c.endM, c.endM);
    r.text(QObject::tr("apex"), QString::fromStdString(f.apexKind), c.apexM, c.apexM);
    r.text(QObject::tr("tightest radius"), QObject::tr("%1 m").arg(std::lround(c.minRadiusM)), c.apexM, c.apexM);
    r.add(QObject::tr("driven beyond the middle line"), &CornerFacts::drivenM, 1, QObject::tr("m"), c.turnInM, c.endM);
    r.add(QObject::tr("to spare at the limit"), &CornerFacts::limitM, 1, QObject::tr("m"), c.apexM, c.endM);
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
    r.add(QObject::tr("first touch"), &CornerFacts::throttlePickupM, 1, QObject::tr("m"), first, first);
    if (f.throttlePickupM)
        r.text(QObject::tr("after the apex"), QObject::tr("%1 m").arg(std::lround(first - c.apexM)), c.apexM, first);
    for (const auto& p : f.plateaus)
        r.text(QObject::tr("held at %1 %").arg(std::lround(100 * p.low)), metresFrom(p.fromM, p.toM), p.fromM, p.toM);
    for (const auto& l : f.lifts)
        r.text(QObject::tr("lift to %1 %").arg(std::lround(100 * l.low)), metresFrom(l.fromM, l.toM), l.fromM, l.toM);
    r.add(QObject::tr("full"), &CornerFacts::fullThrottleM, 1, QObject::tr("m"),
          f.fullThrottleM ? f.fullThrottleM->value : c.endM, c.endM);
    r.add(QObject::tr("wheel against the corner"), &CornerFacts::counterSteerS, 1, QObject::tr("s"), c.apexM, c.endM);
    r.add(f.slipRad && f.slipRad->value < 0 ? QObject::tr("pushes, at the wheel")
                                            : QObject::tr("rotates, at the wheel"),
          &CornerFacts::slipRad, 180 / kPi, QObject::tr("\u00b0"), c.turnInM, c.endM);
}

void speeds(Rows& r, const GuideCorner& c, const CornerFacts& f, SpeedUnit unit) {
    const double k = inUnit(1, unit), slow = f.minSpeedM ? f.minSpeedM->value : c.apexM,
                 on = f.brakeOnsetM ? f.brakeOnsetM->value : c.turnInM;
    const auto u = QString::fromUtf8(symbol(unit).data());
    r.group(QObject::tr("Speed"));
    r.add(QObject::tr("coming in"), &CornerFacts::entrySpeed, k, u, on, on);
    r.add(QObject::tr("slowest"), &CornerFacts::minSpeed, k, u, slow, slow);
    r.add(QObject::tr("slowest at"), &CornerFacts::minSpeedM, 1, QObject::tr("m"), slow, slow);
    r.add(QObject::tr("leaving"), &CornerFacts::exitSpeed, k, u, c.endM, c.endM);
    r.add(QObject::tr("end of the straight"), &CornerFacts::straightEndSpeed, k, u, c.endM, c.endM);
}

} // namespace

QString numberText(double value, double within) {
    const int decimals = within >= 0.95 ? 0 : (within >= 0.095 ? 1 : 2);
    auto text = QString::number(value, 'f', decimals);
    if (text.toDouble() == 0 && text.startsWith(QLatin1Char('-'))) text.remove(0, 1);
    return text;
}

QList<FactRow> factRows(const GuideCorner& c, const CornerFacts& f, const std::vector<CornerFacts>& laps,
                        SpeedUnit unit) {
    Rows r(f, laps);
    braking(r, c, f);
    gears(r, c, f);
    line(r, c, f);
    power(r, c, f);
    speeds(r, c, f, unit);
    r.group(QObject::tr("Not measured"));
    for (const auto& [key, why] : f.unmeasured) r.text(plainKey(key), QString::fromStdString(why), c.startM, c.endM);
    return r.list;
}

} // namespace hl
