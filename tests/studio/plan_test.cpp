// SPDX-License-Identifier: GPL-3.0-or-later
// The corner from above, the pace of the film, and the loop: driven by clicks and keys on the real window.
#include "core/corner/spread.h"
#include "studio/stations/scene/scene_page.h"
#include "studio/views/plan_view.h"
#include "studio/views/strip_view.h"
#include "support/studio.h"

#include <catch2/catch.hpp>
#include <fstream>
#include <QLabel>
#include <QListWidget>

using namespace hl;
using hl::testing::copiedDemo;
using hl::testing::ScratchFolder;
using hl::testing::Studio;
using hl::testing::waitFor;

TEST_CASE("a click on the plan moves the car there, and the strip and the ribbon with it") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir));
    REQUIRE(s.ready);
    s.key(Qt::Key_3, Qt::AltModifier);
    auto* plan = s.find<PlanView>("plan");
    REQUIRE(plan);
    CHECK(plan->isVisible());
    for (const int corner : {3, 7}) {
        s.desk().choose(s.corner(corner));
        const auto* c = s.desk().chosen();
        for (const double at : {c->turnInM, c->apexM}) {
            QTest::mouseClick(plan, Qt::LeftButton, {}, plan->placed(at, 0).toPoint());
            CHECK(s.player().metre() == Approx(at).margin(1.5)); // a pixel is less than a metre
        }
    }
    QTest::mouseClick(s.find<StripView>("strip"), Qt::LeftButton, {}, QPoint(5, 60));
    CHECK(s.player().metre() == Approx(s.desk().chosen()->startM).margin(4));
    s.key(Qt::Key_2, Qt::AltModifier);
    CHECK_FALSE(plan->isVisible());
}

TEST_CASE("the plan of the whole lap chooses the corner under the pointer") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir));
    REQUIRE(s.ready);
    s.key(Qt::Key_3, Qt::AltModifier);
    s.key(Qt::Key_M);
    auto* plan = s.find<PlanView>("plan");
    REQUIRE(plan->wholeLap());
    const auto apex = cornerNumbered(s.desk().guide(), 9)->apexM;
    QTest::mouseClick(plan, Qt::LeftButton, {}, plan->placed(apex, 0).toPoint());
    CHECK(s.desk().corner() == s.corner(9));
    CHECK(s.player().metre() == Approx(apex).margin(15));
    s.key(Qt::Key_M);
    CHECK_FALSE(plan->wholeLap());
}

TEST_CASE("the film runs at half and quarter speed by one key, and loops a corner by another") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir));
    REQUIRE(s.ready);
    s.key(Qt::Key_3, Qt::AltModifier);
    s.key(Qt::Key_S);
    CHECK(s.player().pace() == 0.5);
    s.key(Qt::Key_S);
    CHECK(s.player().pace() == 0.25);
    s.player().seekFootage(20);
    QElapsedTimer clock;
    s.key(Qt::Key_Space);
    clock.start();
    REQUIRE(waitFor([&] { return s.player().footageTime() > 20.2; }));
    CHECK(s.player().footageTime() - 20 <=
          0.25 * static_cast<double>(clock.elapsed()) / 1000 + 0.05); // never faster than that
    s.key(Qt::Key_Space);
    s.key(Qt::Key_S);
    CHECK(s.player().pace() == 1);
    s.desk().choose(s.corner(5));
    const auto* c = s.desk().chosen();
    s.key(Qt::Key_L);
    CHECK(s.player().playing());
    CHECK(s.player().looping());
    CHECK(s.player().metre() == Approx(c->startM).margin(5));
    s.player().seekMetre(c->endM - 2);
    CHECK(waitFor([&] { return s.player().metre() < c->apexM; })); // round again
    CHECK(s.player().playing());
    s.key(Qt::Key_L);
    CHECK_FALSE(s.player().playing());
    CHECK_FALSE(s.player().looping());
    s.key(Qt::Key_6, Qt::AltModifier);
    CHECK(s.player().pace() == 1); // the guide keeps its own
}

TEST_CASE("what was guessed and mended in the log is read in the scene") {
    const ScratchFolder dir;
    const auto folder = copiedDemo(dir);
    // the logger stumbles: a row of nonsense, then the same moment twice
    const auto file = std::filesystem::path(folder.toStdString()) / "log/saltmarrow-log.csv";
    std::ifstream in(file);
    std::string text, line;
    for (int n = 1; std::getline(in, line); ++n) {
        text += line + "\n";
        if (n == 500) text += "what,is,this\n";
    }
    in.close();
    std::ofstream(file) << text;
    Studio s(folder);
    REQUIRE(s.ready);
    s.key(Qt::Key_1, Qt::AltModifier);
    auto* notes = s.find<QListWidget>("importNotes");
    REQUIRE(notes);
    s.window->findChild<ScenePage*>()->showLeaf(5); // the log
    REQUIRE(notes->count() > 0);
    QString all;
    for (int i = 0; i < notes->count(); ++i) all += notes->item(i)->text() + "\n";
    INFO(all.toStdString());
    CHECK(all.contains("501"));
}

TEST_CASE("the sheet says how repeatable a corner is, what its exit is worth, and what went wrong in it") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir));
    REQUIRE(s.ready);
    s.key(Qt::Key_3, Qt::AltModifier);
    s.desk().choose(s.corner(3));
    auto* study = s.find<QLabel>("study");
    REQUIRE(study);
    const auto spread = spreadOf(s.desk().session().study.overLaps[2], &CornerFacts::brakeOnsetM);
    REQUIRE(spread);
    CHECK(study->text().contains(QString::number(std::lround(spread->low))));
    CHECK(study->text().contains(QStringLiteral("along the straight")));
    s.desk().choose(s.corner(4)); // where the demo's driver asks for power too soon and lifts
    CHECK(study->text().contains(QStringLiteral("Worth a look")));
    CHECK(study->text().contains(QStringLiteral("too soon")));
}
