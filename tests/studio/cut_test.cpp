// SPDX-License-Identifier: GPL-3.0-or-later
// The cut chosen and changed in the real window: formats, ways of showing, shots set by dragging, budgets.
#include "core/guide/edition.h"
#include "core/guide/format.h"
#include "core/guide/scene_edits.h"
#include "core/guide/showing_edits.h"
#include "store/format_file.h"
#include "studio/stations/cut/beats_table.h"
#include "studio/views/stretch_view.h"
#include "support/studio.h"

#include <catch2/catch.hpp>
#include <QMenu>

using namespace hl;
using namespace hl::testing;

namespace {

QAction* actionSaying(QMenu* menu, const QString& text) {
    emit menu->aboutToShow();
    for (auto* a : menu->actions()) {
        if (a->text() == text) return a;
        if (a->menu())
            for (auto* b : a->menu()->actions())
                if (b->text() == text) return b;
    }
    return nullptr;
}

struct CutRoom {
    explicit CutRoom(const ScratchFolder& dir, const std::set<int>& only) : s(copiedDemo(dir, only)) {
        REQUIRE(s.ready);
        s.key(Qt::Key_6, Qt::AltModifier);
        s.desk().choose(s.corner(*only.begin()));
        beats = s.window->findChild<BeatsTable*>();
        REQUIRE(beats);
    }
    bool planned() {
        return waitFor([&] { return s.desk().cutIsOfThisGuide(); });
    }
    const Section* walk() { return sectionOf(s.desk().cut(), s.desk().corner()); }
    Studio s;
    BeatsTable* beats = nullptr;
};

} // namespace

TEST_CASE("a format is chosen from the menu, undone, and kept as one's own") {
    const ScratchFolder dir;
    CutRoom room(dir, {3, 4});
    auto& s = room.s;
    const auto before = s.desk().guide();
    auto* usual = actionSaying(room.beats->formats(), "Corners one by one");
    REQUIRE(usual);
    CHECK(usual->isChecked());
    auto* first = actionSaying(room.beats->formats(), "Lap first, then corners");
    REQUIRE(first);
    CHECK_FALSE(first->toolTip().isEmpty());
    first->trigger();
    CHECK(s.desk().guide().cutWish.format == "lap-first");
    REQUIRE(room.planned());
    CHECK(s.desk().cut().sections.at(2).kind == SectionKind::Lap);
    CHECK(actionSaying(room.beats->formats(), "Lap first, then corners")->isChecked());
    s.desk().undo();
    CHECK(s.desk().guide() == before);
    // One of one's own lies beside the settings and is offered.
    REQUIRE(writeFormat(ownFormatsFolder() / "mine.json", formatOf(s.desk().guide(), "mine", "Mine", "")));
    CHECK(actionSaying(room.beats->formats(), "Mine"));
    std::filesystem::remove(ownFormatsFolder() / "mine.json");
}

TEST_CASE("points stand instead of being slowed, for the guide or for some words only") {
    const ScratchFolder dir;
    CutRoom room(dir, {3});
    auto& s = room.s;
    const auto moving = [&] {
        double slowest = 1;
        for (const auto& x : room.walk()->shots)
            if (x.rate > 0) slowest = std::min(slowest, x.rate);
        return slowest;
    };
    CHECK(moving() < 1);
    actionSaying(room.beats->formats(), "the picture stands at each place")->trigger();
    REQUIRE(room.planned());
    CHECK(moving() >= 0.75); // only what would be too short to be seen between two stands
    CHECK(s.desk().cut().lengthS >= s.desk().cut().boundS - 1e-6);
    s.desk().undo();
    room.beats->table()->setCurrentCell(1, 1);
    auto* stands = actionSaying(room.beats->pictures(), "the picture stands at each place");
    REQUIRE(stands);
    stands->trigger();
    CHECK(s.desk().guide().corners[0].beats[1].way == Way::Stand);
    REQUIRE(room.planned());
    CHECK(moving() < 1);
    double stood = 0;
    for (const auto& x : room.walk()->shots)
        if (x.why == "set by hand") stood += (x.end - x.start).count();
    CHECK(stood >= 0.4);
}

TEST_CASE("a band's edge that is dragged sets its shot, the rest is planned round it, and undo lets it go") {
    const ScratchFolder dir;
    CutRoom room(dir, {3});
    auto& s = room.s;
    auto* view = s.window->findChild<StretchView*>();
    REQUIRE(view);
    QTest::qWait(120);
    const auto shots = room.walk()->shots;
    const auto slow = std::find_if(shots.begin(), shots.end(), [](const Shot& x) { return x.rate == 0.25; });
    REQUIRE(slow != shots.end());
    // Where the view draws that guide time: the walk and the run fill it between its margins.
    const auto* run = [&]() -> const Section* {
        for (const auto& x : s.desk().cut().sections)
            if (x.kind == SectionKind::Run) return &x;
        return nullptr;
    }();
    REQUIRE(run);
    const double from = seconds(room.walk()->start), to = seconds(run->end);
    const auto at = [&](double t) {
        return QPoint(static_cast<int>(std::lround(110 + (t - from) / (to - from) * (view->width() - 134))), 48);
    };
    const auto edge = at(seconds(slow->end)),
               shorter = at(seconds(slow->start) + (slow->end - slow->start).count() / 2);
    QTest::mousePress(view, Qt::LeftButton, {}, edge);
    for (int i = 1; i <= 4; ++i) QTest::mouseMove(view, edge + (shorter - edge) * i / 4);
    QTest::mouseRelease(view, Qt::LeftButton, {}, shorter);
    REQUIRE(s.desk().guide().corners[0].shots.size() == 1);
    CHECK(s.desk().guide().corners[0].shots[0].rate == 0.5);
    REQUIRE(room.planned());
    bool kept = false;
    for (const auto& x : room.walk()->shots) kept |= x.why == "set by hand" && x.rate == 0.5;
    CHECK(kept);
    auto* letGo = actionSaying(room.beats->formats(), "let go what was set by hand (1)");
    REQUIRE(letGo);
    letGo->trigger();
    CHECK(s.desk().guide().corners[0].shots.empty());
    s.desk().undo();
    s.desk().undo();
    CHECK(s.desk().guide().corners[0].shots.empty());
}

TEST_CASE("a guide that must be shorter is told what to leave out first, and nothing goes unless chosen") {
    const ScratchFolder dir;
    CutRoom room(dir, {3, 4, 7});
    auto& s = room.s;
    auto wish = s.desk().guide().cutWish;
    wish.budgetS = s.desk().cut().lengthS - 6;
    s.desk().edit({"budget", [wish](Guide g) { return withCutWish(std::move(g), wish); }});
    const auto before = s.desk().guide();
    REQUIRE(waitFor([&] { return !room.beats->note()->proposals().empty(); }));
    CHECK(s.desk().guide() == before);
    auto* menu = s.find<QPushButton>("leaveOut")->menu();
    emit menu->aboutToShow();
    REQUIRE(menu->actions().size() == static_cast<int>(room.beats->note()->proposals().size()));
    while (s.desk().cut().lengthS > wish.budgetS) {
        emit menu->aboutToShow();
        REQUIRE_FALSE(menu->actions().isEmpty());
        menu->actions().first()->trigger();
        REQUIRE(room.planned());
        if (s.desk().cut().lengthS <= wish.budgetS) break;
        REQUIRE(waitFor([&] { return !room.beats->note()->proposals().empty(); }));
    }
    CHECK(s.desk().cut().lengthS <= wish.budgetS);
}

TEST_CASE("complexes are one band in the stretch view, from either corner") {
    const ScratchFolder dir;
    CutRoom room(dir, {5, 6});
    auto& s = room.s;
    REQUIRE(s.desk().guide().corners[0].complex != 0);
    const auto* five = sectionOf(s.desk().cut(), s.corner(5));
    s.desk().choose(s.corner(6));
    CHECK(sectionOf(s.desk().cut(), s.corner(6)) == five);
    QTest::qWait(150);
    CHECK_FALSE(s.window->findChild<StretchView*>()->grab().toImage().isNull());
}

TEST_CASE("another day and another depth are chosen in the menu; what is shown and planned follows") {
    const ScratchFolder dir;
    CutRoom room(dir, {3, 4});
    auto& s = room.s;
    const auto id = s.desk().guide().corners[0].beats[0].id;
    const auto advanced = s.desk().guide().corners[1].beats[0].id;
    const auto said = [&](BeatId beat) {
        for (const auto& section : s.desk().cut().sections)
            for (const auto& w : section.spoken)
                if (w.beat() == beat && !w.cue()) return true;
        return false;
    };
    s.desk().edit({"other words", [id, advanced](Guide g) {
                       return withBeatOnlyIn(withBeatInstead(std::move(g), id, "wet"), advanced, {{}, Depth::Advanced});
                   }});
    REQUIRE(room.planned());
    const auto other = s.desk().guide().corners[0].beats[1].id;
    CHECK(said(id));
    CHECK_FALSE(said(other));
    actionSaying(room.beats->formats(), "in the wet")->trigger();
    CHECK(s.desk().guide().edition.variant == "wet");
    REQUIRE(room.planned());
    CHECK(said(other));
    CHECK_FALSE(said(id));
    CHECK(s.desk().made().scene.conditions.road == RoadState::Wet);
    CHECK(s.desk().guide().scene.conditions.road != RoadState::Wet); // the day itself is as it was
    CHECK(said(advanced));
    actionSaying(room.beats->formats(), "the basics: one look, few numbers")->trigger();
    REQUIRE(room.planned());
    CHECK_FALSE(said(advanced));
    actionSaying(room.beats->formats(), "as the lap was driven")->trigger();
    actionSaying(room.beats->formats(), "every pedal: all looks and numbers")->trigger();
    CHECK(s.desk().guide().edition == Edition{});
    REQUIRE(room.planned());
    CHECK(said(id));
    CHECK(said(advanced));
}

TEST_CASE("a picture taken on foot fills the preview where it was taken, and gives way to the film elsewhere") {
    const ScratchFolder dir;
    QImage photo(900, 600, QImage::Format_RGB32);
    photo.fill(QColor(250, 40, 40));
    CutRoom room(dir, {3});
    auto& s = room.s;
    REQUIRE(photo.save(s.desk().folder() + QStringLiteral("/kerb.png")));
    s.desk().edit({"on foot", [](Guide g) {
                       const double atM = g.corners[0].beats[0].atM;
                       g = withStill(std::move(g), {{}, "kerb.png", atM, ""});
                       return withShowing(std::move(g), SectionKind::WalkThrough, {kStillPictures, kPlanPicture});
                   }});
    REQUIRE(room.planned());
    REQUIRE(waitFor([&] { return s.desk().session().stills.size() == 1; }));
    auto& player = s.player();
    player.setMode(Player::Mode::Guide);
    const auto red = [&] {
        const auto& full = player.full();
        return !full.isNull() && qRed(full.pixel(full.width() / 2, full.height() / 2)) > 200 &&
               qBlue(full.pixel(full.width() / 2, full.height() / 2)) < 100;
    };
    const auto* walk = room.walk();
    REQUIRE(walk);
    REQUIRE_FALSE(walk->spoken.empty());
    player.seekGuide(seconds(walk->spoken.front().start) + 0.1);
    CHECK(waitFor(red));
    player.seekGuide(0.5); // the opening card
    CHECK(waitFor([&] { return !red(); }));
}
