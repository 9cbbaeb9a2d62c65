// SPDX-License-Identifier: GPL-3.0-or-later
// Words that contradict the lap, marked while they are typed and mended by a key, in the real window.
#include "studio/stations/line_up/line_up_page.h"
#include "studio/stations/publish/check_list.h"
#include "studio/stations/scene/scene_page.h"
#include "studio/stations/words/script_editor.h"
#include "studio/stations/words/script_model.h"
#include "studio/stations/words/script_page.h"
#include "support/studio.h"

#include <catch2/catch.hpp>
#include <QInputDialog>
#include <QMenu>
#include <QTimer>

using namespace hl;
using namespace hl::testing;

namespace {

struct AtWords : Studio {
    explicit AtWords(const ScratchFolder& dir) : Studio(copiedDemo(dir, {3, 4})) {
        key(Qt::Key_5, Qt::AltModifier);
        page = window->findChild<ScriptPage*>();
        ready = ready && waitFor([&] { return desk().look().claims != nullptr; });
        const auto& beats = cornerNumbered(desk().guide(), 3)->beats;
        for (const auto& b : beats)
            if (b.topic == Topic::Brake) beat = b.id;
        ready = ready && beat;
    }
    const Beat& words() { return *beatWith(desk().guide(), beat); }
    ScriptEditor* write() {
        page->choose(beat);
        page->table()->edit(page->model()->index(page->model()->rowOf(beat), ScriptModel::Words));
        QCoreApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
        return page->table()->findChild<ScriptEditor*>();
    }
    void say(const std::string& text) {
        desk().edit({"say", [id = beat, text](Guide g) { return withWords(std::move(g), id, text); }});
        page->choose(beat);
    }
    const QVector<WordMark>& marks() { return page->model()->beat(page->model()->rowOf(beat)).marks; }
    /// Types into the dialog that opens next.
    static void answer(const QString& text) {
        QTimer::singleShot(50, qApp, [text] {
            auto* d = qobject_cast<QInputDialog*>(QApplication::activeModalWidget());
            REQUIRE(d);
            d->setTextValue(text);
            d->accept();
        });
    }
    ScriptPage* page;
    BeatId beat;
};

std::string gearWord(int gear) {
    return std::vector<std::string>{"first", "second", "third", "fourth", "fifth", "sixth"}.at(
        static_cast<std::size_t>(gear - 1));
}

int rowSaying(const CheckList& list, const QString& what) {
    for (int i = 0; i < list.count(); ++i)
        if (list.item(i)->text().contains(what)) return i;
    return -1;
}

} // namespace

TEST_CASE("every letter typed has its marks: quiet, lit, dotted; a key writes what was measured") {
    const ScratchFolder dir;
    AtWords s(dir);
    REQUIRE(s.ready);
    const auto* facts = s.desk().factsOf(s.corner(3));
    REQUIRE((facts && facts->minGear && facts->brakePeak));
    const int gear = *facts->minGear, other = gear == 2 ? 3 : 2;
    auto* editor = s.write();
    REQUIRE(editor);
    editor->selectAll();
    QTest::keyClicks(editor, QString::fromStdString(gearWord(gear) + " gear, "));
    REQUIRE(editor->marks().size() == 1);
    CHECK(editor->marks()[0].read.claim.verdict == Verdict::Agrees);
    CHECK(editor->told().isEmpty());
    QTest::keyClicks(editor, QString::fromStdString("never " + gearWord(other) + ". I am in " + gearWord(other) +
                                                    " and lose two tenths."));
    REQUIRE(editor->marks().size() == 4);
    CHECK(editor->marks()[2].differs());
    CHECK(editor->marks()[3].read.claim.verdict == Verdict::Unknown);
    CHECK(formatOf(editor->marks()[0]).underlineStyle() == QTextCharFormat::SingleUnderline);
    CHECK(formatOf(editor->marks()[2]).underlineStyle() == QTextCharFormat::WaveUnderline);
    CHECK(formatOf(editor->marks()[3]).underlineStyle() == QTextCharFormat::DotLine);
    CHECK(editor->extraSelections().size() == 4);
    auto cursor = editor->textCursor();
    cursor.setPosition(editor->marks()[2].from + 1);
    editor->setTextCursor(cursor);
    CHECK(editor->told().contains(QString::number(gear)));
    QTest::keyClick(editor, Qt::Key_M, Qt::ControlModifier);
    CHECK(editor->toPlainText().toStdString() ==
          gearWord(gear) + " gear, never " + gearWord(other) + ". I am in " + gearWord(gear) + " and lose two tenths.");
    CHECK_FALSE(editor->marks()[2].differs());
    editor->undo(); // one step
    CHECK(editor->toPlainText().contains(QString::fromStdString("I am in " + gearWord(other))));
    QTest::keyClick(editor, Qt::Key_Escape);
}

TEST_CASE("letter after letter the marks are those of what stands there") {
    const ScratchFolder dir;
    AtWords s(dir);
    REQUIRE(s.ready);
    auto* editor = s.write();
    REQUIRE(editor);
    editor->selectAll();
    qsizetype most = 0;
    for (const char k : std::string(
             "Brake ten metres after the 50 board in third gear, seventy percent, late apex, half the exit kerb")) {
        QTest::keyClick(editor, k);
        CHECK(editor->marks().size() >= most - 1); // a longer word may yet make it another claim
        most = std::max(most, editor->marks().size());
        for (const auto& m : editor->marks()) CHECK(m.from + m.length <= editor->toPlainText().size());
    }
    CHECK(editor->marks().size() == 5);
    QTest::keyClick(editor, Qt::Key_Escape);
}

TEST_CASE("a claim beside live values is mended without touching them") {
    const ScratchFolder dir;
    AtWords s(dir);
    REQUIRE(s.ready);
    const int gear = *s.desk().factsOf(s.corner(3))->minGear, other = gear == 2 ? 3 : 2;
    s.say("Brake up to {brake peak}, I use " + gearWord(other) + " gear, down to {slowest}.");
    REQUIRE(std::count_if(s.marks().begin(), s.marks().end(), [](const WordMark& m) { return m.differs(); }) == 1);
    s.page->table()->setFocus();
    s.key(Qt::Key_M, Qt::ControlModifier);
    CHECK(s.words().words == "Brake up to {brake peak}, I use " + gearWord(gear) + " gear, down to {slowest}.");
    s.desk().undo();
    CHECK(s.words().words.find(gearWord(other)) != std::string::npos);
}

TEST_CASE("what differs is made advice, or left with a reason that is kept") {
    const ScratchFolder dir;
    AtWords s(dir);
    REQUIRE(s.ready);
    const int gear = *s.desk().factsOf(s.corner(3))->minGear, other = gear == 2 ? 3 : 2;
    s.say("Use " + gearWord(other) + " gear.");
    REQUIRE(s.marks().size() == 1);
    REQUIRE(s.marks()[0].differs());
    s.page->table()->setFocus();
    s.key(Qt::Key_M, Qt::ControlModifier | Qt::ShiftModifier);
    const auto& advice = cornerNumbered(s.desk().guide(), 3)->advice;
    const auto row =
        std::find_if(advice.begin(), advice.end(), [](const Advice& a) { return a.topic == Topic::Gears; });
    REQUIRE(row != advice.end());
    CHECK(row->advised.find(gearWord(other) + " gear") != std::string::npos);
    REQUIRE(waitFor([&] { return s.desk().cutIsOfThisGuide() && !s.marks().empty() && !s.marks()[0].differs(); }));
    s.desk().undo();
    REQUIRE(waitFor([&] { return s.desk().cutIsOfThisGuide() && !s.marks().empty() && s.marks()[0].differs(); }));
    AtWords::answer("it is the wet line");
    s.key(Qt::Key_M, Qt::ControlModifier | Qt::AltModifier);
    REQUIRE(s.words().left.size() == 1);
    CHECK(s.words().left[0].why == "it is the wet line");
    REQUIRE(waitFor(
        [&] { return s.desk().cutIsOfThisGuide() && !s.marks().empty() && s.marks()[0].read.left.has_value(); }));
    CHECK_FALSE(s.marks()[0].differs());
    CHECK(evidenceOf(s.marks()[0]).contains("wet line"));
    // It is in the file, and nothing is wrong any more.
    REQUIRE(s.desk().saveNow());
    CHECK(beatWith(*readGuide(s.desk().folder().toStdString()), s.beat)->left.size() == 1);
    // Other words are another claim.
    s.say("I use " + gearWord(other) + " here.");
    REQUIRE(s.marks().size() == 1);
    CHECK(s.marks()[0].differs());
}

TEST_CASE("the menu of the words offers what can be done about each claim") {
    const ScratchFolder dir;
    AtWords s(dir);
    REQUIRE(s.ready);
    const int gear = *s.desk().factsOf(s.corner(3))->minGear, other = gear == 2 ? 3 : 2;
    s.say("Use " + gearWord(other) + " gear, it is a left-hander.");
    emit s.page->theseWords()->aboutToShow();
    QStringList texts;
    for (auto* a : s.page->theseWords()->actions()) texts << a->text();
    const auto all = texts.join(QLatin1Char('\n'));
    CHECK(all.contains(
        QString::fromStdString("\"" + gearWord(other) + " gear\": write what was measured, " + std::to_string(gear))));
    CHECK(all.contains(QString::fromStdString("\"" + gearWord(other) + " gear\": make it advice")));
    CHECK(all.contains("\"left-hander\": write what was measured, right"));
    for (auto* a : s.page->theseWords()->actions())
        if (a->text().startsWith("\"left-hander\": write")) a->trigger();
    CHECK(s.words().words == "Use " + gearWord(other) + " gear, it is a right-hander.");
}

TEST_CASE("the check stands under headings of what to do, leads to the words, and mends them") {
    const ScratchFolder dir;
    AtWords s(dir);
    REQUIRE(s.ready);
    const int gear = *s.desk().factsOf(s.corner(3))->minGear, other = gear == 2 ? 3 : 2;
    s.say("I use " + gearWord(other) + " gear at the Nightjar Loop.");
    s.desk().edit({"names", [](Guide g) { return withNamesNotAllowed(std::move(g), {" Nightjar ", ""}); }});
    s.key(Qt::Key_7, Qt::AltModifier);
    auto* list = s.find<CheckList>("findings");
    REQUIRE(list);
    const auto texts = [&] {
        QString all;
        for (int i = 0; i < list->count(); ++i) all += list->item(i)->text() + QLatin1Char('\n');
        return all;
    };
    REQUIRE(waitFor([&] { return texts().contains("not to be named") && texts().contains("the lap shows"); }));
    CHECK(texts().contains("Put right (2)"));
    CHECK(texts().contains("\"Nightjar\" is not to be named"));
    list->setFocus();
    int claim = -1;
    for (int i = 0; i < list->count(); ++i)
        if (list->item(i)->text().contains("the lap shows")) claim = i;
    REQUIRE(claim >= 0);
    list->setCurrentRow(claim);
    CHECK(list->item(claim)->text().contains("Ctrl+M"));
    s.key(Qt::Key_M, Qt::ControlModifier);
    CHECK(s.words().words == "I use " + gearWord(gear) + " gear at the Nightjar Loop.");
    REQUIRE(waitFor([&] { return texts().contains("Put right (1)"); }));
    // Enter leads to the words of the other.
    for (int i = 0; i < list->count(); ++i)
        if (list->item(i)->text().contains("not to be named")) list->setCurrentRow(i);
    QTest::keyClick(list, Qt::Key_Return);
    CHECK(s.page->isVisible());
    CHECK(s.page->beat() == s.beat);
}

TEST_CASE("what no words mend leads from the check to the station where it is") {
    const ScratchFolder dir;
    AtWords s(dir);
    REQUIRE(s.ready);
    s.desk().edit({"untied and silent", [](Guide g) {
                       g.sources.film().tie.confidence = 0;
                       g.scene.conditions = {};
                       return g;
                   }});
    auto* list = s.find<CheckList>("findings");
    REQUIRE(list);
    const auto leadsTo = [&](const QString& what, QWidget* page) {
        s.key(Qt::Key_7, Qt::AltModifier);
        if (!page || !waitFor([&] { return rowSaying(*list, what) >= 0; })) return false;
        list->setFocus();
        list->setCurrentRow(rowSaying(*list, what));
        QTest::keyClick(list, Qt::Key_Return);
        return page->isVisible();
    };
    CHECK(leadsTo("not surely tied", s.window->findChild<LineUpPage*>()));
    CHECK(leadsTo("in which conditions", s.window->findChild<ScenePage*>()));
}

TEST_CASE("a cue and a caption that differ are mended from the check by the same key") {
    const ScratchFolder dir;
    AtWords s(dir);
    REQUIRE(s.ready);
    const int gear = *s.desk().factsOf(s.corner(3))->minGear, other = gear == 2 ? 3 : 2;
    const auto differs = "Down to " + gearWord(other) + " gear.", right = "Down to " + gearWord(gear) + " gear.";
    s.say(right);
    s.desk().edit({"cue and caption",
                   [&](Guide g) { return withCaption(withCue(std::move(g), s.beat, differs), s.beat, differs); }});
    s.key(Qt::Key_7, Qt::AltModifier);
    auto* list = s.find<CheckList>("findings");
    REQUIRE(list);
    for (const auto* what : {"the cue says", "the caption says"}) {
        INFO(what);
        REQUIRE(waitFor([&] { return rowSaying(*list, QString::fromLatin1(what)) >= 0; }));
        list->setFocus();
        list->setCurrentRow(rowSaying(*list, QString::fromLatin1(what)));
        s.key(Qt::Key_M, Qt::ControlModifier);
        CHECK(waitFor([&] { return rowSaying(*list, QString::fromLatin1(what)) < 0; }));
    }
    CHECK(s.words().cue == right);
    CHECK(s.words().caption == right);
    CHECK(s.words().words == right);
}
