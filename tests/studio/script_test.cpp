// SPDX-License-Identifier: GPL-3.0-or-later
// The words of the whole guide, written in the real window by keys.
#include "core/words/live_values.h"
#include "studio/stations/words/script_editor.h"
#include "studio/stations/words/script_model.h"
#include "studio/stations/words/script_page.h"
#include "support/studio.h"

#include <catch2/catch.hpp>
#include <QAbstractItemView>
#include <QCompleter>
#include <QMenu>

using namespace hl;
using namespace hl::testing;

namespace {

struct AtScript : Studio {
    explicit AtScript(const ScratchFolder& dir, const std::set<int>& corners = {3, 4})
        : Studio(copiedDemo(dir, corners)) {
        key(Qt::Key_5, Qt::AltModifier);
        page = window->findChild<ScriptPage*>();
    }
    ScriptPage* page;
    ScriptModel& model() { return *page->model(); }
    const Guide& guide() { return desk().guide(); }
    const Beat& beat(int corner, std::size_t k) { return cornerNumbered(guide(), corner)->beats.at(k); }
    /// The words of the chosen row, being typed.
    ScriptEditor* write(BeatId id) {
        page->choose(id);
        page->table()->edit(model().index(model().rowOf(id), ScriptModel::Words));
        return editor();
    }
    ScriptEditor* editor() { // that is open; those that were closed go first
        QCoreApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
        return page->table()->findChild<ScriptEditor*>();
    }
    /// Without a manager of windows a list that closed may leave none of them active.
    void activate() {
        QCoreApplication::processEvents();
        QApplication::setActiveWindow(window.get());
        page->table()->setFocus();
    }
    void pick(QMenu* menu, const QString& what) {
        emit menu->aboutToShow();
        for (auto* a : menu->actions())
            if (a->text().startsWith(what)) return a->trigger();
        FAIL("no " << what.toStdString());
    }
};

} // namespace

TEST_CASE("the script holds every word of the guide under its corner, with times and what is to be looked at") {
    const ScratchFolder dir;
    AtScript s(dir);
    REQUIRE(s.ready);
    std::size_t beats = 0;
    for (const auto& c : s.guide().corners) {
        beats += c.beats.size();
        const int heading = s.model().headingOf(c.id);
        REQUIRE(heading >= 0);
        CHECK(s.model().heading(heading).toStdString() == title(c));
        CHECK(s.model().beside(heading).contains("s of words"));
        for (const auto& b : c.beats) {
            const int r = s.model().rowOf(b.id);
            REQUIRE(r > heading);
            CHECK(s.model().index(r, ScriptModel::Words).data().toString().toStdString() == b.words);
            CHECK(s.model().beat(r).time.spokenS > 0.5);
            CHECK(s.page->table()->rowHeight(r) >= 30);
        }
    }
    CHECK(s.model().rowCount() == static_cast<int>(beats + s.guide().corners.size() + 3));
    // A choice here is the choice everywhere, and the other way round.
    s.page->choose(s.beat(4, 1).id);
    CHECK(s.desk().corner() == s.corner(4));
    s.desk().choose(s.corner(3));
    CHECK(cornerOf(s.guide(), s.page->beat())->number == 3);
    // Words that contradict the lap say so below.
    const auto id = s.beat(3, 1).id;
    s.desk().edit({"w", [id](Guide g) { return withWords(std::move(g), id, "Brake with 20 percent in first gear."); }});
    REQUIRE(waitFor([&] { return !s.model().beat(s.model().rowOf(id)).notes.isEmpty(); }));
    CHECK(s.model().beat(s.model().rowOf(id)).notes[0].wrong);
}

TEST_CASE("words are typed with values of the lap and things of the track offered") {
    const ScratchFolder dir;
    AtScript s(dir);
    REQUIRE(s.ready);
    const auto id = s.beat(3, 1).id;
    auto* editor = s.write(id);
    REQUIRE(editor);
    QTest::keyClicks(editor, " Up to {brake pe");
    REQUIRE(editor->completer()->popup()->isVisible());
    QTest::keyClick(editor, Qt::Key_Return);
    CHECK(editor->toPlainText().endsWith("{brake peak}"));
    QTest::keyClicks(editor, " at the boar");
    REQUIRE(editor->completer()->popup()->isVisible());
    QTest::keyClick(editor, Qt::Key_Escape); // only the offer goes
    CHECK_FALSE(editor->completer()->popup()->isVisible());
    QTest::keyClicks(editor, "d.");
    editor->completer()->popup()->hide();
    QTest::keyClick(editor, Qt::Key_Return);
    CHECK(beatWith(s.guide(), id)->words.ends_with("Up to {brake peak} at the board."));
    const auto said = s.model().index(s.model().rowOf(id), ScriptModel::Words).data().toString();
    CHECK(said.contains("percent at the board."));
    REQUIRE(waitFor([&] { return s.desk().cutIsOfThisGuide(); }));
    CHECK(s.desk().speeches().of(id, false)->text.find("percent at the board.") != std::string::npos);

    // Escape leaves the words as they were.
    const auto before = s.guide();
    editor = s.write(id);
    QTest::keyClicks(editor, "nonsense");
    editor->completer()->popup()->hide();
    QTest::keyClick(editor, Qt::Key_Escape);
    CHECK(s.guide() == before);
}

TEST_CASE("words are added, parted, joined, moved, given to another look and removed by keys and menus") {
    const ScratchFolder dir;
    AtScript s(dir);
    REQUIRE(s.ready);
    s.desk().choose(s.corner(4));
    const auto before = s.guide();
    const auto n = s.desk().chosen()->beats.size();
    s.player().seekMetre(s.desk().chosen()->apexM);
    s.key(Qt::Key_B, Qt::ControlModifier);
    REQUIRE(s.desk().chosen()->beats.size() == n + 1);
    auto* editor = s.editor();
    REQUIRE(editor); // ready to be typed
    QTest::keyClicks(editor, "Wait for it, then turn.");
    editor->completer()->popup()->hide();
    QTest::keyClick(editor, Qt::Key_Return);
    const auto id = s.page->beat();
    REQUIRE(beatWith(s.guide(), id)->words == "Wait for it, then turn.");
    CHECK(beatWith(s.guide(), id)->atM == Approx(s.desk().chosen()->apexM).margin(3));

    editor = s.write(id);
    auto c = editor->textCursor();
    c.setPosition(12);
    editor->setTextCursor(c);
    QTest::keyClick(editor, Qt::Key_Return, Qt::ControlModifier);
    CHECK(beatWith(s.guide(), id)->words == "Wait for it,");
    CHECK(s.desk().chosen()->beats.size() == n + 2);
    s.page->choose(id);
    s.key(Qt::Key_J, Qt::ControlModifier);
    CHECK(beatWith(s.guide(), id)->words == "Wait for it, then turn.");
    const auto place = [&] {
        const auto& all = s.desk().chosen()->beats;
        return std::find_if(all.begin(), all.end(), [&](auto& b) { return b.id == id; }) - all.begin();
    };
    const auto was = place();
    s.key(Qt::Key_Up, Qt::ControlModifier | Qt::ShiftModifier);
    CHECK(place() == was - 1);
    s.key(Qt::Key_Down, Qt::ControlModifier | Qt::ShiftModifier);
    CHECK(place() == was);

    s.pick(s.page->theseWords(), "from above");
    CHECK(beatWith(s.guide(), id)->pass == Pass::Above);
    REQUIRE(waitFor([&] { return s.desk().cutIsOfThisGuide(); }));
    CHECK(std::any_of(s.desk().cut().sections.begin(), s.desk().cut().sections.end(),
                      [&](const Section& x) { return x.kind == SectionKind::Above && x.corner == s.corner(4); }));
    s.activate();
    s.page->choose(id);
    s.key(Qt::Key_Delete, Qt::ControlModifier);
    CHECK(beatWith(s.guide(), id) == nullptr);

    s.pick(s.page->newWords(), "over the close");
    editor = s.editor();
    REQUIRE(editor);
    QTest::keyClicks(editor, "See you.");
    QTest::keyClick(editor, Qt::Key_Return);
    REQUIRE(wordsOf(s.guide(), SectionKind::Close));
    CHECK(wordsOf(s.guide(), SectionKind::Close)->beats[0].words == "See you.");
    REQUIRE(waitFor([&] { return s.desk().cutIsOfThisGuide(); }));
    CHECK(s.desk().cut().sections.back().kind == SectionKind::Close);
    s.activate();
    for (int k = 0; k < 30 && s.guide().corners != before.corners; ++k) s.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(s.guide().corners == before.corners);
}

TEST_CASE("a draft in another school leaves alone what a person wrote") {
    const ScratchFolder dir;
    AtScript s(dir);
    REQUIRE(s.ready);
    const auto mine = s.beat(3, 1).id, theirs = s.beat(3, 3).id;
    s.desk().edit({"w", [mine](Guide g) { return withWords(std::move(g), mine, "I would brake a little later."); }});
    const auto before = beatWith(s.guide(), theirs)->words;
    REQUIRE(before.find("kilometres") != std::string::npos);
    s.pick(s.page->school(), "by feel");
    REQUIRE(waitFor([&] { return !s.guide().school.numbers; }));
    CHECK(beatWith(s.guide(), mine)->words == "I would brake a little later.");
    CHECK(beatWith(s.guide(), theirs)->words.find("kilometres") == std::string::npos);
    CHECK_FALSE(beatWith(s.guide(), theirs)->words.empty());
    s.pick(s.page->school(), "in figures");
    REQUIRE(waitFor([&] { return s.guide().school.numbers; }));
    CHECK(beatWith(s.guide(), theirs)->words == before);
}

TEST_CASE("words are said in one edition only, or otherwise on another day, by the menu of these words") {
    const ScratchFolder dir;
    AtScript s(dir);
    REQUIRE(s.ready);
    const auto id = s.beat(3, 0).id;
    const auto inMenu = [&](const QString& what) {
        s.page->choose(id);
        auto* menu = s.page->theseWords();
        REQUIRE(menu);
        emit menu->aboutToShow();
        for (auto* a : menu->actions())
            if (a->menu())
                for (auto* b : a->menu()->actions())
                    if (b->text() == what) return b->trigger();
        FAIL("no " << what.toStdString());
    };
    const auto noted = [&](BeatId beat, const QString& what) {
        const int row = s.model().rowOf(beat);
        if (row < 0) return false;
        const auto& notes = s.model().beat(row).notes;
        return std::any_of(notes.begin(), notes.end(), [&](const ScriptNote& n) { return n.text.contains(what); });
    };
    inMenu(QStringLiteral("in the wet")); // the entry of "say it otherwise"
    REQUIRE(cornerNumbered(s.guide(), 3)->beats[1].insteadOf == id);
    const auto other = cornerNumbered(s.guide(), 3)->beats[1].id;
    CHECK(waitFor([&] { return noted(other, QStringLiteral("not in the edition that is made now")); }));
    inMenu(QStringLiteral("the advanced one only"));
    CHECK(s.beat(3, 0).only.depth == Depth::Advanced);
    CHECK(waitFor([&] { return noted(id, QStringLiteral("only in the advanced edition")); }));
    s.desk().edit({"wet", [](Guide g) {
                       g.edition.variant = "wet";
                       return g;
                   }});
    CHECK(waitFor([&] { return noted(id, QStringLiteral("not in the edition")); }));
    CHECK(waitFor([&] { return !noted(other, QStringLiteral("not in the edition")); }));
}

TEST_CASE("a further lap has its place in the script, with its words at its own metres") {
    const ScratchFolder dir;
    AtScript s(dir);
    REQUIRE(s.ready);
    s.desk().edit({"lap", [](Guide g) {
                       g = withFurtherLap(std::move(g), 7, true);
                       return withNewLapBeat(std::move(g), 7, 1234, "He is slow out of here: stay close.");
                   }});
    const auto id = s.guide().furtherLaps[0].beats[0].id;
    const int row = s.model().rowOf(id);
    REQUIRE(row > 0);
    CHECK(s.model().heading(row - 1) == "Lap 7");
    CHECK(s.model().data(s.model().index(row, ScriptModel::At), Qt::DisplayRole) == "1234 m");
    s.page->choose(id);
    auto* editor = s.write(id);
    REQUIRE(editor);
    editor->selectAll();
    QTest::keyClicks(editor, "Stay close here.");
    QTest::keyClick(editor, Qt::Key_Return);
    CHECK(waitFor([&] { return beatWith(s.guide(), id)->words == "Stay close here."; }));
    s.desk().undo();
    s.desk().undo();
    CHECK(s.guide().furtherLaps.empty());
    CHECK(s.model().rowOf(id) < 0);
}
