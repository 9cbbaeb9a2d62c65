// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/line_up/line_up_page.h"
#include "studio/stations/line_up/places_view.h"
#include "support/studio.h"

#include <catch2/catch.hpp>

using namespace hl;
using hl::testing::button;
using hl::testing::copiedDemo;
using hl::testing::ScratchFolder;
using hl::testing::Studio;
using hl::testing::waitFor;

TEST_CASE("nudging moves the tie by a frame, everything follows, and undo takes it back") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir));
    REQUIRE(s.ready);
    s.key(Qt::Key_2, Qt::AltModifier);
    const double before = s.desk().guide().sources.film().tie.offsetS,
                 footage = seconds(s.desk().clock().footage(1000));
    s.key(Qt::Key_BracketRight);
    CHECK(s.desk().guide().sources.film().tie.offsetS == Approx(before + 0.02).margin(1e-6));
    CHECK(s.desk().guide().sources.film().tie.method == "hand");
    CHECK(seconds(s.desk().clock().footage(1000)) == Approx(footage - 0.02).margin(1e-3));
    s.key(Qt::Key_BracketLeft);
    s.key(Qt::Key_BracketLeft);
    CHECK(s.desk().guide().sources.film().tie.offsetS == Approx(before - 0.02).margin(1e-6));
    for (int i = 0; i < 3; ++i) s.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(s.desk().guide().sources.film().tie.offsetS == before);
    CHECK(s.desk().guide().sources.film().tie.method == "sound");
}

TEST_CASE("moments set by hand tie the clocks and show what they leave over") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir));
    REQUIRE(s.ready);
    s.key(Qt::Key_2, Qt::AltModifier);
    auto* page = s.window->findChild<LineUpPage*>();
    auto* metre = s.find<QDoubleSpinBox>("pairMetre");
    auto* pairs = s.find<QListWidget>("pairs");
    auto* use = s.find<QPushButton>("usePairs");
    REQUIRE(page);
    CHECK_FALSE(use->isEnabled());
    const double truth = s.desk().guide().sources.film().tie.offsetS;
    for (const double m : {600.0, 3000.0}) { // said to be 3 m further than they are
        s.player().seekMetre(m);
        metre->setValue(m + 3);
        QTest::mouseClick(s.find<QPushButton>("addPair"), Qt::LeftButton);
    }
    REQUIRE(pairs->count() == 2);
    CHECK(pairs->item(0)->text().contains(QStringLiteral("ms off the tie")));
    REQUIRE(use->isEnabled());
    QTest::mouseClick(use, Qt::LeftButton);
    CHECK(s.desk().guide().sources.film().tie.method == "hand");
    CHECK(s.desk().guide().sources.film().tie.offsetS > truth + 0.03); // 3 m are some hundredths of a second
    CHECK(s.desk().guide().sources.film().tie.offsetS < truth + 0.3);
    pairs->setCurrentRow(0);
    QTest::mouseClick(button(*page, QStringLiteral("Remove")), Qt::LeftButton);
    CHECK(pairs->count() == 1);
}

TEST_CASE("a lost tie is found again by the sound") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir));
    REQUIRE(s.ready);
    s.key(Qt::Key_2, Qt::AltModifier);
    const double truth = s.desk().guide().sources.film().tie.offsetS;
    auto lost = s.desk().guide().sources.film().tie;
    lost.offsetS += 4;
    s.desk().edit({"lose it", [lost](Guide g) { return withTie(std::move(g), lost); }});
    auto* page = s.window->findChild<LineUpPage*>();
    QTest::mouseClick(button(*page, QStringLiteral("By sound")), Qt::LeftButton);
    CHECK(page->busy());
    constexpr int kLongMs = 300000; // the whole film is heard, beside whatever else the machine does
    REQUIRE(waitFor([&] { return !page->busy(); }, kLongMs));
    CHECK(s.desk().guide().sources.film().tie.offsetS == Approx(truth).margin(0.01));
    auto* verdict = s.find<QLabel>("tieVerdict");
    CHECK(verdict->text().contains(QStringLiteral("engine's sound")));
}

TEST_CASE("a click in the evidence goes to that moment of the film") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir));
    REQUIRE(s.ready);
    s.key(Qt::Key_2, Qt::AltModifier);
    s.player().seekFootage(40);
    auto* view = s.find<EvidenceView>("evidence");
    QTest::mouseClick(view, Qt::LeftButton, {}, QPoint(view->width() * 3 / 4, 60));
    CHECK(s.player().footageTime() == Approx(44.5).margin(0.2));
}

TEST_CASE("another place of the film is chosen with one key: the lap is measured anew, words and undo stay") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir));
    REQUIRE(s.ready);
    s.key(Qt::Key_2, Qt::AltModifier);
    auto* places = s.find<PlacesView>("places");
    REQUIRE(places);
    REQUIRE(waitFor([&] { return places->places().size() >= 2; }));
    CHECK(places->places()[0].present);
    const auto other = places->places()[1].place;
    const auto words = s.desk().guide().corners[2].beats;
    const double before = s.desk().session().trace.t.back() - s.desk().session().trace.t.front();
    const int lap = s.desk().guide().sources.lap;
    REQUIRE(other.lap != lap);
    s.key(Qt::Key_2);
    CHECK(s.desk().guide().sources.lap == other.lap);
    REQUIRE(waitFor([&] { return s.desk().session().lap == other.lap; }));
    CHECK(s.desk().guide().corners[2].beats == words);
    CHECK(s.desk().session().trace.t.back() - s.desk().session().trace.t.front() != before);
    CHECK(waitFor([&] { return places->places()[1].present; }));
    CHECK(s.find<QLabel>("tieVerdict")->text().contains(QStringLiteral(", sure")));
    s.key(Qt::Key_Z, Qt::ControlModifier);
    REQUIRE(waitFor([&] { return s.desk().session().lap == lap; }));
    CHECK(waitFor([&] { return places->places()[0].present; }));
    // with the mouse, too; and a picture of the place that holds goes there
    auto* row = s.find<PlaceRow>("place2");
    QTest::mouseClick(row, Qt::LeftButton, {}, QPoint(40, 20));
    CHECK(s.desk().guide().sources.lap == other.lap);
    s.key(Qt::Key_Z, Qt::ControlModifier);
    REQUIRE(waitFor([&] { return s.desk().session().lap == lap && places->places()[0].present; }));
    auto* first = s.find<PlaceRow>("place1");
    s.player().seekFootage(0);
    QTest::mouseClick(first, Qt::LeftButton, {}, QPoint(first->width() - 30, 20));
    CHECK(s.player().footageTime() == Approx(places->places()[0].moments.back().filmS).margin(0.03));
}
