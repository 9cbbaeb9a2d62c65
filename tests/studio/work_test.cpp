// SPDX-License-Identifier: GPL-3.0-or-later
// The way of the work, by clicks and keys: open, choose, edit, see the plan follow, undo, save.
#include "studio/stations/corners/corner_sheet.h"
#include "studio/stations/cut/beats_table.h"
#include "studio/views/ribbon.h"
#include "studio/widgets/station_line.h"
#include "support/studio.h"

#include <catch2/catch.hpp>
#include <QAbstractButton>
#include <QCheckBox>
#include <QComboBox>
#include <QLineEdit>
#include <QMessageBox>
#include <QPlainTextEdit>
#include <QSpinBox>
#include <QTableWidget>
#include <QTimer>

using namespace hl;
using hl::testing::copiedDemo;
using hl::testing::ScratchFolder;
using hl::testing::Studio;
using hl::testing::waitFor;

namespace {

QTableWidget* shownTable(Studio& s, const char* name) {
    for (auto* t : s.window->findChildren<QTableWidget*>(QString::fromLatin1(name)))
        if (t->isVisible()) return t;
    return nullptr;
}

void typeInto(QTableWidget* table, int row, int column, const QString& text) {
    table->setCurrentCell(row, column);
    table->editItem(table->item(row, column));
    QCoreApplication::processEvents();
    auto* editor = table->viewport()->findChild<QWidget*>();
    REQUIRE(editor);
    if (auto* line = qobject_cast<QLineEdit*>(editor)) line->selectAll();
    QTest::keyClicks(editor, text);
    QTest::keyClick(editor, Qt::Key_Return);
    QCoreApplication::processEvents();
}

/// Answers the next question box with the given button.
void answerWith(QMessageBox::StandardButton button, int& asked) {
    auto* watch = new QTimer(qApp);
    QObject::connect(watch, &QTimer::timeout, qApp, [button, &asked, watch] {
        for (auto* w : QApplication::topLevelWidgets())
            if (auto* box = qobject_cast<QMessageBox*>(w); box && box->isVisible()) {
                ++asked;
                watch->deleteLater();
                box->button(button)->click();
                return;
            }
    });
    watch->start(5);
}

} // namespace

TEST_CASE("a corner chosen on the ribbon follows through all stations") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir));
    REQUIRE(s.ready);
    auto* ribbon = s.find<Ribbon>("ribbon");
    QTest::mouseClick(ribbon, Qt::LeftButton, {}, ribbon->cornerAt(s.corner(7)).toPoint());
    CHECK(s.desk().corner() == s.corner(7));
    s.key(Qt::Key_3, Qt::AltModifier);
    auto* sheet = shownTable(s, "cornerSheet");
    REQUIRE(sheet);
    const auto* f = s.desk().factsOf(s.corner(7));
    REQUIRE(f);
    CHECK(sheet->item(1, 0)->text().contains(QString::number(std::lround(f->brakeOnsetM->value))));
    s.key(Qt::Key_6, Qt::AltModifier);
    auto* beats = shownTable(s, "beats");
    REQUIRE(beats);
    CHECK(beats->rowCount() == static_cast<int>(cornerNumbered(s.desk().guide(), 7)->beats.size()));
    QTest::keyClick(ribbon, Qt::Key_Right);
    CHECK(s.desk().corner() == s.corner(8));
    QTest::keyClick(ribbon, Qt::Key_Left);
    CHECK(s.desk().corner() == s.corner(7));
}

TEST_CASE("a click on the road shows the footage of that place") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir));
    REQUIRE(s.ready);
    s.key(Qt::Key_3, Qt::AltModifier);
    auto* ribbon = s.find<Ribbon>("ribbon");
    const auto before = s.player().picture().copy();
    QTest::mouseClick(ribbon, Qt::LeftButton, {}, QPoint(ribbon->width() / 2, 120));
    CHECK(s.player().metre() == Approx(s.desk().session().trace.lengthM / 2).margin(10));
    CHECK(waitFor([&] { return s.player().picture() != before; }));
}

TEST_CASE("edited words change the plan, undo brings the old plan back, redo the new one") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir));
    REQUIRE(s.ready);
    s.desk().choose(s.corner(3));
    s.key(Qt::Key_6, Qt::AltModifier);
    const double before = s.desk().cut().lengthS;
    const auto words = s.desk().chosen()->beats[1].words;
    typeInto(shownTable(s, "beats"), 1, 1,
             QStringLiteral("Brake here, and then wait for a good long while, much longer than feels right, before you "
                            "turn the wheel at all."));
    CHECK(s.desk().chosen()->beats[1].words.starts_with("Brake here, and then wait"));
    REQUIRE(waitFor([&] { return s.desk().cut().lengthS > before + 1; }));
    const double longer = s.desk().cut().lengthS;
    CHECK(s.window->isWindowModified());
    s.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(s.desk().chosen()->beats[1].words == words);
    CHECK(waitFor([&] { return std::abs(s.desk().cut().lengthS - before) < 0.01; }));
    s.key(Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
    CHECK(waitFor([&] { return std::abs(s.desk().cut().lengthS - longer) < 0.01; }));
}

TEST_CASE("advice typed into the sheet is kept and lit") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir));
    REQUIRE(s.ready);
    s.desk().choose(s.corner(3));
    s.key(Qt::Key_3, Qt::AltModifier);
    auto* sheet = shownTable(s, "cornerSheet");
    typeInto(sheet, 1, 1, QStringLiteral("6 m later"));
    const auto& advice = s.desk().chosen()->advice;
    const auto row = std::find_if(advice.begin(), advice.end(), [](auto& a) { return a.topic == Topic::Brake; });
    REQUIRE(row != advice.end());
    CHECK(row->advised == "6 m later");
    CHECK(sheet->item(1, 1)->background().color() == QColor(look::kLampPaper));
    s.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(sheet->item(1, 1)->data(Qt::EditRole).toString().isEmpty());
}

TEST_CASE("on a real track each corner is asked what happens when it goes wrong") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir));
    REQUIRE(s.ready);
    s.key(Qt::Key_3, Qt::AltModifier);
    auto* rating = s.find<QComboBox>("consequence");
    REQUIRE(rating);
    CHECK_FALSE(rating->isVisible()); // the demo's circuit is made up
    s.desk().edit({"real", [](Guide g) {
                       auto scene = g.scene;
                       scene.realTrack = true;
                       return withScene(std::move(g), scene);
                   }});
    CHECK(rating->isVisible());
    rating->setFocus();
    QTest::keyClick(rating, Qt::Key_Down);
    QTest::keyClick(rating, Qt::Key_Down);
    CHECK(s.desk().chosen()->consequence == 2);
    s.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(s.desk().chosen()->consequence == 1);
}

TEST_CASE("the scene is edited in its fields") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir));
    REQUIRE(s.ready);
    auto* conditions = s.find<QLineEdit>("conditions");
    REQUIRE(conditions);
    conditions->setFocus();
    conditions->selectAll();
    QTest::keyClicks(conditions, QStringLiteral("wet, 9 degrees"));
    QTest::keyClick(conditions, Qt::Key_Return);
    CHECK(s.desk().guide().scene.conditions.road == RoadState::Wet);
    CHECK(s.desk().guide().scene.conditions.airC == Approx(9));
}

TEST_CASE("letters typed into a field stay letters") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir));
    REQUIRE(s.ready);
    s.window->activateWindow();
    auto* title = s.find<QLineEdit>("title");
    title->setFocus();
    title->clear();
    const auto corner = s.desk().corner();
    QTest::keyClicks(title, QStringLiteral("jk, a lap."));
    CHECK(title->text() == QStringLiteral("jk, a lap."));
    CHECK(s.desk().corner() == corner);
    CHECK_FALSE(s.player().playing());
}

TEST_CASE("saving writes the file and takes the mark away") {
    const ScratchFolder dir;
    const auto folder = copiedDemo(dir);
    Studio s(folder);
    REQUIRE(s.ready);
    s.desk().edit({"Words", [](Guide g) { return withWords(std::move(g), g.corners[0].beats[0].id, "Saved words."); }});
    CHECK(s.desk().hasUnsaved());
    s.key(Qt::Key_S, Qt::ControlModifier);
    CHECK(waitFor([&] { return !s.desk().hasUnsaved(); }));
    const auto back = readGuide(folder.toStdString());
    REQUIRE(back);
    CHECK(back->corners[0].beats[0].words == "Saved words.");
}

TEST_CASE("words are spoken over another picture: from above, by the menu of the words") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir, {3}));
    REQUIRE(s.ready);
    s.key(Qt::Key_6, Qt::AltModifier);
    auto* words = s.window->findChild<BeatsTable*>();
    words->table()->setCurrentCell(1, 1);
    const auto beat = s.desk().chosen()->beats.at(1).id;
    const auto choose = [&](const QString& what) {
        emit words->pictures()->aboutToShow();
        for (auto* a : words->pictures()->actions())
            if (a->text().startsWith(what)) return a->trigger();
    };
    choose(QStringLiteral("from above"));
    CHECK(beatWith(s.desk().guide(), beat)->shown == kPlanPicture);
    REQUIRE(waitFor([&] { return s.desk().cutIsOfThisGuide(); }));
    CHECK(words->table()->item(1, 4)->text().contains(QStringLiteral("from above")));
    for (const auto& section : s.desk().cut().sections)
        for (const auto& w : section.spoken)
            if (w.beat() == beat && section.kind == SectionKind::WalkThrough)
                CHECK(picturesAt(s.player().stage(), s.desk().cut(), w.start + Seconds(0.1)).planFull);
    words->table()->setCurrentCell(1, 1);
    choose(QStringLiteral("as in its pass"));
    CHECK_FALSE(beatWith(s.desk().guide(), beat)->shown);
}

TEST_CASE("edits that were never saved come back after a crash") {
    const ScratchFolder dir;
    const auto folder = copiedDemo(dir);
    {
        Studio s(folder);
        REQUIRE(s.ready);
        s.desk().edit(
            {"Words", [](Guide g) { return withWords(std::move(g), g.corners[0].beats[0].id, "Never saved."); }});
        REQUIRE(waitFor([&] { return unsavedEdits(folder.toStdString()).has_value(); }));
        std::filesystem::copy(autosaveFile(folder.toStdString()), dir / "kept aside");
    }
    std::filesystem::copy(dir / "kept aside", autosaveFile(folder.toStdString())); // what a kill would have left
    CHECK(readGuide(folder.toStdString())->corners[0].beats[0].words != "Never saved.");
    Studio again(folder);
    REQUIRE(again.ready);
    CHECK(again.desk().guide().corners[0].beats[0].words == "Never saved.");
    CHECK(again.desk().hasUnsaved());
    again.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(again.desk().guide().corners[0].beats[0].words != "Never saved.");
    // Undone edits do not come back another time.
    CHECK(waitFor([&] { return !std::filesystem::exists(autosaveFile(folder.toStdString())); }, 5000));
}

TEST_CASE("closing with unsaved work asks once") {
    const ScratchFolder dir;
    const auto folder = copiedDemo(dir);
    Studio s(folder);
    REQUIRE(s.ready);
    int asked = 0;
    s.desk().edit(
        {"Words", [](Guide g) { return withWords(std::move(g), g.corners[0].beats[0].id, "Kept by closing."); }});
    answerWith(QMessageBox::Cancel, asked);
    CHECK_FALSE(s.window->close());
    CHECK(asked == 1);
    answerWith(QMessageBox::Save, asked);
    CHECK(s.window->close());
    CHECK(asked == 2);
    CHECK(readGuide(folder.toStdString())->corners[0].beats[0].words == "Kept by closing.");
    s.window->show();
    CHECK(s.window->close()); // nothing unsaved: no question
    CHECK(asked == 2);
}

TEST_CASE("a folder that is no guide says so and the window lives on") {
    const ScratchFolder dir;
    hl::testing::studioReady();
    MainWindow window;
    window.show();
    window.open(QString::fromStdString(dir.path().string()));
    auto* message = window.findChild<QLabel*>(QStringLiteral("message"));
    REQUIRE(message);
    CHECK(waitFor([&] { return message->text().contains(QStringLiteral("guide.json")); }));
    CHECK_FALSE(window.desk().isOpen());
}

TEST_CASE("the whole lap first and the frame rate are chosen in the scene") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir, {3}));
    REQUIRE(s.ready);
    auto* first = s.find<QCheckBox>("lapFirst");
    auto* rate = s.find<QSpinBox>("frameRate");
    REQUIRE(first);
    REQUIRE(rate);
    const double before = s.desk().cut().lengthS;
    first->click();
    CHECK(has(s.desk().guide().outline, SectionKind::Lap));
    REQUIRE(waitFor([&] { return s.desk().cutIsOfThisGuide(); }));
    CHECK(s.desk().cut().lengthS > before + 80); // a lap of a minute and a half
    CHECK(s.desk().cut().sections.at(1).kind == SectionKind::Conditions);
    CHECK(s.desk().cut().sections.at(2).kind == SectionKind::Lap);
    rate->setValue(50);
    CHECK(s.desk().guide().frameRate == 50);
    s.desk().undo();
    s.desk().undo();
    CHECK_FALSE(first->isChecked());
    CHECK(rate->value() == 25);
}
