// SPDX-License-Identifier: GPL-3.0-or-later
// The scene in the real window: conditions, set-up, films, the lap, the loupe.
#include "core/guide/scene_edits.h"
#include "jobs/shelf.h"
#include "store/setup_file.h"
#include "studio/stations/scene/conditions_strip.h"
#include "studio/stations/scene/films_leaf.h"
#include "studio/stations/scene/lap_leaf.h"
#include "studio/stations/scene/risk_list.h"
#include "studio/stations/scene/scene_page.h"
#include "studio/stations/scene/setup_leaf.h"
#include "studio/views/loupe.h"
#include "studio/views/picture_view.h"
#include "support/studio.h"

#include <catch2/catch.hpp>
#include <QCheckBox>
#include <QLineEdit>

using namespace hl;
using namespace hl::testing;

namespace {

ConditionSign* signOf(Studio& s, Sign sign) { return s.window->findChild<ConditionsStrip*>()->signOf(sign); }

/// Types into a sign as a person does: the first letter opens its field.
void typeInto(Studio& s, Sign sign, const QString& text) {
    signOf(s, sign)->setFocus();
    QTest::keyClick(signOf(s, sign), text[0].toLatin1());
    auto* field = s.find<QLineEdit>("signField");
    QTest::keyClicks(field, text.mid(1));
    QTest::keyClick(field, Qt::Key_Return);
}

void typeCell(SetupTable* t, int row, int column, const QString& text) {
    t->setFocus();
    t->setCurrentCell(row, column);
    QTest::keyClick(t, Qt::Key_F2);
    auto* editor = t->findChild<QLineEdit*>();
    REQUIRE(editor);
    editor->selectAll();
    QTest::keyClicks(editor, text);
    QTest::keyClick(editor, Qt::Key_Return);
    CHECK(waitFor([&] { return t->findChild<QLineEdit*>() == nullptr; })); // it hands in its text and goes
    QTest::qWait(1);
}

} // namespace

TEST_CASE("a guide begins: conditions, set-up, three films and another lap, all in the window") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir));
    REQUIRE(s.ready);
    s.window->go(StationId::Scene);
    auto* page = s.window->findChild<ScenePage*>();

    // the day, sign by sign
    typeInto(s, Sign::Air, QStringLiteral("57 F"));
    CHECK(*s.desk().guide().scene.conditions.airC == Approx(13.889).epsilon(0.01));
    typeInto(s, Sign::Wind, QStringLiteral("20 km/h from NE"));
    CHECK(*s.desk().guide().scene.conditions.windFromRad == Approx(rad(45)));
    typeInto(s, Sign::Road, QStringLiteral("damp"));
    typeInto(s, Sign::Fuel, QStringLiteral("38"));
    CHECK(s.desk().guide().scene.conditions.road == RoadState::Damp);
    CHECK(*s.desk().guide().scene.conditions.fuelL == Approx(38));
    const auto before = s.desk().guide().scene.conditions;
    typeInto(s, Sign::Tyres, QStringLiteral("purple")); // says nothing of tyres
    CHECK(s.desk().guide().scene.conditions == before);
    QTest::keyClick(s.find<QLineEdit>("signField"), Qt::Key_Escape);
    CHECK(signOf(s, Sign::Road)->accessibleName() == QStringLiteral("road: damp"));

    // the set-up
    page->showLeaf(1);
    auto* table = s.window->findChild<SetupTable*>();
    const auto rows = s.desk().guide().setup.size();
    typeCell(table, static_cast<int>(rows), SetupTable::Name, QStringLiteral("Camber, front"));
    REQUIRE(waitFor([&] { return s.desk().guide().setup.size() == rows + 1; }));
    typeCell(table, static_cast<int>(rows), SetupTable::Value, QStringLiteral("-2.4"));
    typeCell(table, static_cast<int>(rows), SetupTable::Rules, QStringLiteral("it pushes late: up by 0.2"));
    CHECK(s.desk().guide().setup.back().value == "-2.4");
    REQUIRE(s.desk().guide().setup.back().rules.size() == 1);
    CHECK(s.desk().guide().setup.back().rules[0].up);
    QTest::mouseClick(s.find<QCheckBox>("setupWalk"), Qt::LeftButton);
    CHECK(has(s.desk().guide().outline, SectionKind::Setup));
    REQUIRE(waitFor([&] { return s.desk().cutIsOfThisGuide(); }));
    const auto& sections = s.desk().cut().sections;
    const auto walk =
        std::find_if(sections.begin(), sections.end(), [](const Section& x) { return x.kind == SectionKind::Setup; });
    REQUIRE(walk != sections.end());
    CHECK(walk->shots.size() == rows + 1);
    CHECK(walk->spoken.size() == rows + 1);

    // two more films and a picture
    page->showLeaf(2);
    auto* films = s.window->findChild<FilmsLeaf*>();
    const auto panel = QString::fromStdString((demoFolder() / "saltmarrow-panel.mp4").string());
    films->addFilm(panel, FilmRole::Chase, {});
    REQUIRE(waitFor([&] { return s.desk().guide().sources.films.size() == 2; }));
    CHECK(s.desk().guide().sources.films[1].tie.sure());
    films->addFilm(panel, FilmRole::Foot, {{at<FootageTime>(3), 340}});
    REQUIRE(waitFor([&] { return s.desk().guide().sources.films.size() == 3; }));
    films->addFilm(QStringLiteral("/nowhere/film.mp4"), FilmRole::Above, {});
    films->addStill(
        QString::fromStdString((std::filesystem::path(s.desk().folder().toStdString()) / "cache/still.jpg").string()),
        412, QStringLiteral("the gate"));
    CHECK(s.desk().guide().sources.stills.size() == 1);

    // what somebody wrote, and another lap with one key
    const auto mine = s.desk().guide().corners[2].beats.front().id;
    s.desk().edit({"words", [mine](Guide g) { return withWords(std::move(g), mine, "Mine, and it stays."); }});
    page->showLeaf(0);
    auto* laps = s.window->findChild<LapsList*>();
    REQUIRE(waitFor([&] { return laps->count() > 0; }));
    const auto apex = s.desk().guide().corners[2].apexM;
    for (int i = 0; i < laps->count(); ++i)
        if (laps->reports()[static_cast<std::size_t>(i)].lap.number == 3) laps->setCurrentRow(i);
    laps->setFocus();
    QTest::keyClick(laps, Qt::Key_Return);
    REQUIRE(waitFor([&] { return s.desk().guide().sources.lap == 3 && s.desk().session().lap == 3; }));
    CHECK(beatWith(s.desk().guide(), mine)->words == "Mine, and it stays.");
    CHECK(s.desk().guide().corners[2].apexM != apex);
    CHECK_FALSE(s.window->findChild<LapLeaf*>()->misfits().empty()); // the film does not show it
    CHECK(s.window->findChild<QListWidget*>(QStringLiteral("misfits"))->isVisible());
    REQUIRE(waitFor([&] { return laps->chosenLap() == 3; }));
    s.key(Qt::Key_Z, Qt::ControlModifier);
    REQUIRE(waitFor([&] { return s.desk().session().lap == 2; }));
    CHECK(s.desk().guide().corners[2].apexM == apex);
}

TEST_CASE("set-up sheets are read, written and held against each other in the window") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir, {3}));
    REQUIRE(s.ready);
    s.window->go(StationId::Scene);
    s.window->findChild<ScenePage*>()->showLeaf(1);
    auto* leaf = s.window->findChild<SetupLeaf*>();
    auto* table = s.window->findChild<SetupTable*>();
    const auto file = dir / "sheet.json";
    leaf->writeTo(QString::fromStdString(file.string()));
    REQUIRE(waitFor([&] { return std::filesystem::exists(file); }));
    auto sheet = readSetup(file);
    REQUIRE(sheet);
    REQUIRE(sheet->size() == s.desk().guide().setup.size());
    (*sheet)[1].value = "61";
    REQUIRE(writeSetup(dir / "other.csv", *sheet));
    leaf->compareWith(QString::fromStdString((dir / "other.csv").string()));
    const int there = SetupTable::Rules + 1;
    REQUIRE(waitFor([&] { return !table->isColumnHidden(there); }));
    CHECK(table->item(0, there)->text().isEmpty());
    CHECK(table->item(1, there)->text().startsWith(QStringLiteral("61")));
    leaf->readFrom(QString::fromStdString((dir / "other.csv").string()));
    REQUIRE(waitFor([&] { return s.desk().guide().setup[1].value == "61"; }));
    CHECK(table->item(1, there)->text().isEmpty());
    leaf->readFrom(QStringLiteral("/nowhere/sheet.csv"));
    s.desk().tasks().waitForAll();
    CHECK(s.desk().guide().setup[1].value == "61"); // what cannot be read changes nothing
    table->setCurrentCell(0, 0);
    const auto rows = s.desk().guide().setup.size();
    QTest::keyClick(table, Qt::Key_Delete);
    CHECK(s.desk().guide().setup.size() == rows - 1);
}

TEST_CASE("on a real circuit corners are rated one after the other with the keys") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir));
    REQUIRE(s.ready);
    s.window->go(StationId::Scene);
    QTest::mouseClick(s.find<QCheckBox>("realTrack"), Qt::LeftButton);
    CHECK(s.desk().guide().scene.realTrack);
    s.window->findChild<ScenePage*>()->showLeaf(4);
    auto* risk = s.window->findChild<RiskList*>();
    risk->setFocus();
    risk->setCurrentRow(0);
    for (const auto key : {Qt::Key_2, Qt::Key_1, Qt::Key_3, Qt::Key_0}) QTest::keyClick(risk, key);
    const auto& c = s.desk().guide().corners;
    CHECK(c[0].consequence == 2);
    CHECK(c[1].consequence == 1);
    CHECK(c[2].consequence == 3);
    CHECK(c[3].consequence == 0);
    CHECK(risk->currentRow() == 4);
}

TEST_CASE("the loupe enlarges, follows its place through the film, and keeps what it shows") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir, {3}));
    REQUIRE(s.ready);
    s.window->go(StationId::Corners);
    s.player().seekMetre(790);
    REQUIRE(waitFor([&] { return std::abs(s.player().metre() - 790) < 3; }));
    auto* loupe = s.window->findChild<Loupe*>();
    s.window->activateWindow();
    s.key(Qt::Key_O);
    REQUIRE(loupe->isVisible());
    auto* view = s.window->findChild<PictureView*>();
    const auto box = view->pictureBox();
    QTest::mouseClick(view, Qt::LeftButton, {},
                      QPointF(box.left() + 0.42 * box.width(), box.top() + 0.66 * box.height()).toPoint());
    CHECK_FALSE(s.player().playing()); // the click was the loupe's
    REQUIRE(loupe->roadPlace());
    const auto here = loupe->centre();
    s.player().step(6);
    const auto later = loupe->centre();
    CHECK(later.y > here.y); // it came nearer
    s.key(Qt::Key_Plus);
    CHECK(loupe->times() == 4);
    for (int i = 0; i < 9; ++i) s.key(Qt::Key_Minus);
    CHECK(loupe->times() == Loupe::kLeast);
    s.key(Qt::Key_G); // stands
    const auto standing = loupe->centre();
    s.player().step(6);
    CHECK(loupe->centre().y == Approx(standing.y));
    const auto shown = loupe->shown();
    CHECK(shown.width() >= 240);
    s.window->keepLoupe(Topic::Brake);
    REQUIRE(waitFor([&] {
        for (const auto& a : s.desk().chosen()->advice)
            if (a.topic == Topic::Brake && !a.picture.empty()) return true;
        return false;
    }));
    for (const auto& a : s.desk().chosen()->advice)
        if (a.topic == Topic::Brake) {
            const QImage kept(
                QString::fromStdString((std::filesystem::path(s.desk().folder().toStdString()) / a.picture).string()));
            CHECK(kept.size() == shown.size());
        }
}
