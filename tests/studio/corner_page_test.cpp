// SPDX-License-Identifier: GPL-3.0-or-later
// The corner station by clicks and keys on the real window: facts, laps beside, ranking, bounds.
#include "studio/stations/corners/corner_page.h"
#include "studio/stations/corners/facts_view.h"
#include "studio/views/plan_view.h"
#include "studio/views/ribbon.h"
#include "support/studio.h"

#include <catch2/catch.hpp>
#include <QLabel>
#include <QMenu>
#include <QPushButton>
#include <QTableWidget>

using namespace hl;
using namespace hl::testing;

namespace {

struct Corners {
    ScratchFolder dir;
    Studio s;
    explicit Corners(int corner = 3) : s(copiedDemo(dir)) {
        REQUIRE(s.ready);
        s.key(Qt::Key_3, Qt::AltModifier);
        s.desk().choose(s.corner(corner));
    }
    const GuideCorner& corner() { return *s.desk().chosen(); }
    void settled() {
        REQUIRE(waitFor([&] { return isMeasured(s.desk().session(), s.desk().guide()); }));
    }
};

QAction* actionOf(QMenu* menu, const QString& text) {
    emit menu->aboutToShow(); // as when it is opened
    for (auto* a : menu->actions())
        if (a->text().startsWith(text)) return a;
    return nullptr;
}

} // namespace

TEST_CASE("D goes through the sheet, every fact and the whole lap; a click on a fact goes to where it comes from") {
    Corners c;
    auto* facts = c.s.find<FactsView>("facts");
    auto* ranking = c.s.find<QTableWidget>("ranking");
    REQUIRE(facts);
    REQUIRE(ranking);
    CHECK_FALSE(facts->isVisible());
    c.s.key(Qt::Key_D);
    REQUIRE(facts->isVisible());
    REQUIRE(facts->rowCount() > 20);
    CHECK(facts->verticalHeaderItem(0)->text() == QStringLiteral("Brake"));
    const auto& f = *c.s.desk().factsOf(c.s.corner(3));
    const auto rect = facts->visualItemRect(facts->item(0, 0));
    c.s.player().seekMetre(2000);
    QTest::mouseClick(facts->viewport(), Qt::LeftButton, {}, rect.center());
    CHECK(c.s.player().metre() == Approx(f.brakeOnsetM->value).margin(1.5));
    CHECK(facts->item(0, 1)->text().contains(QString::number(f.brakeOnsetM->value, 'f', 1)));
    c.s.key(Qt::Key_D);
    CHECK(ranking->isVisible());
    c.s.key(Qt::Key_D);
    CHECK_FALSE(ranking->isVisible());
}

TEST_CASE("the whole lap is ranked by what can be found, and a lap beside changes what it is ranked against") {
    Corners c;
    c.s.find<QPushButton>("viewLap")->click();
    auto* ranking = c.s.find<QTableWidget>("ranking");
    auto* against = c.s.find<QLabel>("against");
    REQUIRE(ranking->rowCount() == static_cast<int>(c.s.desk().guide().corners.size()));
    CHECK(against->text().contains(QStringLiteral("best of 3 laps")));
    const auto number = [](const QString& text) {
        return QString(text).replace(QChar(0x2212), QLatin1Char('-')).toDouble();
    };
    for (int i = 0; i + 1 < ranking->rowCount(); ++i)
        CHECK(number(ranking->item(i, 5)->text()) >= number(ranking->item(i + 1, 5)->text()));
    // the fastest lap of the log beside this one
    auto* menu = c.s.find<QPushButton>("besideButton")->menu();
    auto* lap = actionOf(menu, QStringLiteral("Lap 1"));
    REQUIRE(lap);
    lap->trigger();
    REQUIRE(waitFor([&] { return !c.s.desk().beside().empty(); }));
    const auto& b = *c.s.desk().beside().front();
    const double lost = c.s.desk().session().trace.lap.time.count() - b.lap.lap.time.count();
    CHECK(b.delta.totalS == Approx(lost).margin(1e-6));
    double sum = 0;
    for (const auto& p : b.delta.corners) sum += p.sum();
    CHECK(sum == Approx(lost).margin(1e-3));
    CHECK(against->text().contains(QStringLiteral("lap 1")));
    QTest::mouseClick(ranking->viewport(), Qt::LeftButton, {}, ranking->visualItemRect(ranking->item(0, 0)).center());
    CHECK(ranking->item(0, 0)->text().contains(QString::number(c.s.desk().chosen()->number)));
    c.s.find<QPushButton>("viewFacts")->click();
    CHECK_FALSE(c.s.find<FactsView>("facts")->isColumnHidden(4));
    actionOf(menu, QStringLiteral("Lap 1"))->trigger(); // and away again
    CHECK(c.s.desk().beside().empty());
}

TEST_CASE("the best lap of another log can stand beside; one of another track is refused in words") {
    Corners c;
    c.s.desk().besideLaps().putLog(QString::fromStdString((demoFolder() / "saltmarrow-log.csv").string()));
    REQUIRE(waitFor([&] { return !c.s.desk().beside().empty(); }));
    CHECK(c.s.desk().beside().front()->name.find("saltmarrow-log.csv") != std::string::npos);
    QString told;
    QObject::connect(&c.s.desk(), &Desk::failed, [&](const QString& text) { told = text; });
    c.s.desk().besideLaps().putLog(QStringLiteral("/nowhere/pupil.csv"));
    REQUIRE(waitFor([&] { return !told.isEmpty(); }));
    CHECK(told.contains(QStringLiteral("/nowhere/pupil.csv")));
    CHECK(c.s.desk().beside().size() == 1);
}

TEST_CASE("bounds are moved by keys at the playhead; facts follow, undo takes it back") {
    Corners c;
    const double old = c.corner().turnInM;
    const double trail = c.s.desk().factsOf(c.s.corner(3))->trailM->value;
    c.s.player().seekMetre(old + 20);
    c.s.key(Qt::Key_At, Qt::ShiftModifier); // what a keyboard sends for Shift+2 differs; the menu does the same
    auto* change = c.s.find<QPushButton>("changeCorner");
    REQUIRE(change);
    if (c.corner().turnInM == old) actionOf(change->menu(), QStringLiteral("Turn-in here"))->trigger();
    CHECK(c.corner().turnInM == Approx(old + 20).margin(1.5));
    c.settled();
    CHECK(c.s.desk().factsOf(c.s.corner(3))->trailM->value == Approx(trail - 20).margin(2));
    c.s.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(c.corner().turnInM == old);
    c.settled();
    CHECK(c.s.desk().factsOf(c.s.corner(3))->trailM->value == Approx(trail).margin(0.01));
}

TEST_CASE("a bound dragged on the ribbon snaps to what happened there") {
    Corners c;
    auto* ribbon = c.s.find<Ribbon>("ribbon");
    const double brake = c.s.desk().factsOf(c.s.corner(3))->brakeOnsetM->value;
    const auto from = ribbon->boundAt(Bound::TurnIn);
    const double perMetre = (ribbon->boundAt(Bound::Apex).x() - from.x()) / (c.corner().apexM - c.corner().turnInM);
    const QPoint to(static_cast<int>(std::lround(from.x() + (brake - c.corner().turnInM) * perMetre)) - 2,
                    static_cast<int>(from.y()) + 4);
    QTest::mousePress(ribbon, Qt::LeftButton, {},
                      QPoint(static_cast<int>(std::lround(from.x())), static_cast<int>(from.y()) + 4));
    QTest::mouseMove(ribbon, to);
    QMouseEvent move(QEvent::MouseMove, to, ribbon->mapToGlobal(to), Qt::NoButton, Qt::LeftButton, Qt::NoModifier);
    QApplication::sendEvent(ribbon, &move);
    QTest::mouseRelease(ribbon, Qt::LeftButton, {}, to);
    CHECK(c.corner().turnInM == Approx(brake).margin(1e-6)); // two pixels beside it, and yet exactly there
    c.s.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(c.corner().turnInM != Approx(brake).margin(1));
}

TEST_CASE("the apex is dragged on the map") {
    Corners c;
    auto* plan = c.s.find<PlanView>("plan");
    const double old = c.corner().apexM;
    const auto& t = c.s.desk().session().trace;
    const auto on = [&](double m) { return plan->placed(m, sampleAt(t.s, t.lateral, m)).toPoint(); };
    QTest::mousePress(plan, Qt::LeftButton, {}, plan->boundAt(Bound::Apex).toPoint());
    const auto to = on(old - 25);
    QMouseEvent move(QEvent::MouseMove, to, plan->mapToGlobal(to), Qt::NoButton, Qt::LeftButton,
                     Qt::AltModifier); // Alt: no snapping
    QApplication::sendEvent(plan, &move);
    QTest::mouseRelease(plan, Qt::LeftButton, {}, to);
    CHECK(c.corner().apexM == Approx(old - 25).margin(2));
}

TEST_CASE("a corner is split and joined, named and numbered") {
    Corners c;
    const auto count = c.s.desk().guide().corners.size();
    c.s.player().seekMetre(c.corner().apexM + 40);
    c.s.key(Qt::Key_S, Qt::ShiftModifier);
    REQUIRE(c.s.desk().guide().corners.size() == count + 1);
    c.settled();
    CHECK(c.s.desk().factsOf(c.s.corner(4)) != nullptr);
    c.s.key(Qt::Key_J, Qt::ShiftModifier);
    CHECK(c.s.desk().guide().corners.size() == count);
    c.settled();
    c.s.key(Qt::Key_N, Qt::ShiftModifier);
    auto* name = c.s.find<QLineEdit>("cornerName");
    REQUIRE(name->hasFocus());
    QTest::keyClicks(name, QStringLiteral("Old Sluice"));
    QTest::keyClick(name, Qt::Key_Return);
    CHECK(c.corner().name == "Old Sluice");
    auto* number = c.s.find<QSpinBox>("cornerNumber");
    number->setFocus();
    number->selectAll();
    QTest::keyClicks(number, QStringLiteral("13"));
    QTest::keyClick(number, Qt::Key_Return);
    CHECK(c.s.desk().corner() == c.s.corner(13));
    CHECK(c.corner().name == "Old Sluice");
    CHECK(c.s.desk().guide().corners.back().number == static_cast<int>(count) + 10);
}

TEST_CASE("a finding becomes advice by its link") {
    Corners c(4);
    auto* study = c.s.find<QLabel>("study");
    REQUIRE(study->text().contains(QStringLiteral("advise:")));
    const auto link = study->text().mid(study->text().indexOf(QStringLiteral("advise:")));
    emit study->linkActivated(link.left(link.indexOf(QLatin1Char('\''))));
    const auto& advice = c.corner().advice;
    CHECK(std::any_of(advice.begin(), advice.end(), [](const Advice& a) { return !a.advised.empty(); }));
}

TEST_CASE("the sheet advises for the day that is chosen, and shows every day's where nothing is said for it") {
    Corners c;
    auto* sheet = c.s.find<QTableWidget>("cornerSheet");
    auto* day = c.s.find<QPushButton>("adviceDay");
    REQUIRE(day->isVisible());
    const auto choose = [&](const QString& text) {
        emit day->menu()->aboutToShow();
        for (auto* a : day->menu()->actions())
            if (a->text() == text) a->trigger();
    };
    const auto type = [&](int row, const QString& text) { sheet->item(row, 1)->setText(text); };
    constexpr int kBrake = 1, kGears = 2;
    type(kBrake, QStringLiteral("5 m later"));
    choose(QStringLiteral("in the wet"));
    CHECK(day->text().contains(QStringLiteral("in the wet")));
    CHECK(sheet->item(kBrake, 1)->text() == QStringLiteral("5 m later")); // as on every day
    CHECK(sheet->item(kBrake, 1)->data(Qt::EditRole).toString().isEmpty());
    type(kBrake, QStringLiteral("20 m sooner"));
    type(kGears, QStringLiteral("third"));
    const auto& corner = c.corner();
    REQUIRE(corner.otherAdvice.count("wet") == 1);
    CHECK(corner.otherAdvice.at("wet").size() == 2);
    choose(QStringLiteral("every day"));
    CHECK(sheet->item(kBrake, 1)->text() == QStringLiteral("5 m later"));
    CHECK(sheet->item(kGears, 1)->text() == QStringLiteral("same"));
    choose(QStringLiteral("in the wet"));
    CHECK(sheet->item(kBrake, 1)->text() == QStringLiteral("20 m sooner"));
    c.s.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(sheet->item(kGears, 1)->text() == QStringLiteral("same"));
    c.s.key(Qt::Key_D); // every fact: there is no advice
    CHECK_FALSE(day->isVisible());
}

TEST_CASE("speeds are shown in the unit that the audience reads") {
    Corners c;
    auto scene = c.s.desk().guide().scene;
    scene.speedUnit = SpeedUnit::Mph;
    c.s.desk().edit({"unit", [scene](Guide g) { return withScene(std::move(g), scene); }});
    auto* sheet = c.s.find<QTableWidget>("cornerSheet");
    const auto slowest = std::lround(inUnit(c.s.desk().factsOf(c.s.corner(3))->minSpeed->value, SpeedUnit::Mph));
    bool seen = false;
    for (int i = 0; i < sheet->rowCount(); ++i)
        seen = seen || sheet->item(i, 0)->text().contains(QStringLiteral("%1 mph").arg(slowest));
    CHECK(seen);
}
