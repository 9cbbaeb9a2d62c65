// SPDX-License-Identifier: GPL-3.0-or-later
// What the picture shows, chosen in the real window and seen in its preview; marks dragged on ribbon and map; parts
// kept clear; the loupe's window.
#include "core/cut/label_plan.h"
#include "core/guide/beat_edits.h"
#include "core/guide/marker_edits.h"
#include "core/guide/scene_edits.h"
#include "jobs/render.h"
#include "studio/stations/markers/markers_page.h"
#include "studio/stations/scene/picture_leaf.h"
#include "studio/stations/scene/scene_page.h"
#include "studio/views/picture_view.h"
#include "studio/views/plan_view.h"
#include "studio/views/ribbon.h"
#include "support/studio.h"

#include <algorithm>
#include <catch2/catch.hpp>
#include <QMenu>

using namespace hl;
using namespace hl::testing;

namespace {

void pick(QComboBox* box, const char* data) {
    box->setCurrentIndex(box->findData(QString::fromLatin1(data)));
    emit box->activated(box->currentIndex());
}

/// A moment of the guide within a corner's walk-through, in footage that moves.
double walkTime(Studio& s) {
    for (const auto& section : s.desk().cut().sections)
        if (section.kind == SectionKind::WalkThrough)
            for (const auto& shot : section.shots)
                if (shot.kind != ShotKind::Card) return (seconds(shot.start) + seconds(shot.end)) / 2;
    return -1;
}

QImage grabbed(Studio& s) {
    QTest::qWait(80);
    return s.find<PictureView>("picture")->grab().toImage();
}

void dragBetween(QWidget* w, QPointF from, QPointF to) {
    QTest::mousePress(w, Qt::LeftButton, {}, from.toPoint());
    for (int i = 1; i <= 5; ++i) QTest::mouseMove(w, (from + (to - from) * (i / 5.0)).toPoint());
    QTest::mouseRelease(w, Qt::LeftButton, {}, to.toPoint());
}

} // namespace

TEST_CASE("what the picture shows is chosen among the scene's leaves and seen in the cut") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir, {3}));
    REQUIRE(s.ready);
    const auto before = s.desk().guide();
    s.window->findChild<ScenePage*>()->showLeaf(3);
    pick(s.find<QComboBox>("fullWalk"), "plan");
    CHECK(s.desk().guide().showings.walk.full == kPlanPicture);
    pick(s.find<QComboBox>("gaugeSet"), "advanced");
    CHECK(setOf(s.desk().guide().showings.gauges) == "advanced");
    s.find<QCheckBox>("gauge-cue")->click();
    CHECK(s.desk().guide().showings.gauges.size() == gaugeSet("advanced").size() + 1);
    CHECK(s.find<QComboBox>("gaugeSet")->currentData().toString().isEmpty());
    REQUIRE(waitFor([&] { return s.desk().cutIsOfThisGuide(); }));
    s.key(Qt::Key_6, Qt::AltModifier); // the cut
    REQUIRE(s.player().mode() == Player::Mode::Guide);
    s.player().seekGuide(walkTime(s));
    CHECK(s.player().scene().pictures.planFull);
    CHECK(s.player().scene().marks.empty());
    const auto plan = grabbed(s);
    for (int i = 0; i < 3; ++i) s.desk().undo();
    CHECK(s.desk().guide() == before);
    REQUIRE(waitFor([&] { return s.desk().labelsAreOfThisCut(); }));
    s.player().seekGuide(walkTime(s));
    CHECK_FALSE(s.player().scene().pictures.planFull);
    CHECK(grabbed(s) != plan);
}

TEST_CASE("another film fills the preview by its own clock, and the explained one stands small in it") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir, {3}));
    REQUIRE(s.ready);
    Film chase = s.desk().guide().sources.film();
    chase.id = {}, chase.role = FilmRole::Chase, chase.pins.clear();
    chase.tie.offsetS -= 3; // it began three seconds earlier
    s.desk().edit({"x", [chase](Guide g) { return withFilm(std::move(g), chase); }});
    const auto id = s.desk().guide().sources.films.back().id;
    REQUIRE(waitFor([&] { return s.desk().session().films.size() == 1; }));
    s.desk().edit({"x", [id](Guide g) {
                       return withShowing(std::move(g), SectionKind::WalkThrough,
                                          {PictureOf{PictureOf::Kind::Film, id}, PictureOf{}});
                   }});
    REQUIRE(waitFor([&] { return s.desk().labelsAreOfThisCut(); }));
    s.key(Qt::Key_6, Qt::AltModifier);
    s.player().seekGuide(walkTime(s));
    const auto scene = s.player().scene();
    REQUIRE(scene.pictures.full);
    CHECK(seconds(scene.pictures.full->when) == Approx(seconds(s.player().shown()) + 3).margin(0.01));
    REQUIRE(waitFor([&] { return &s.player().full() != &s.player().picture(); }));
    CHECK_FALSE(s.player().filmPictures().inset.isNull());
    CHECK(s.player().full() != s.player().picture());
}

TEST_CASE("a lap laid over is told when it cannot be had, and comes into the plan when it can") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir, {3}));
    REQUIRE(s.ready);
    QString told;
    QObject::connect(&s.desk(), &Desk::failed, [&](const QString& text) { told = text; });
    s.desk().edit({"x", [](Guide g) { return withLapOver(std::move(g), {"", 99, Equal::Time}); }});
    REQUIRE(waitFor([&] { return !told.isEmpty(); }));
    CHECK(told.contains(QStringLiteral("99")));
    int other = 0;
    for (const auto& lap : s.desk().session().laps.laps)
        if (lap.complete && lap.number != s.desk().guide().sources.lap) other = lap.number;
    REQUIRE(other > 0);
    s.desk().edit({"x", [other](Guide g) { return withLapOver(std::move(g), {"", other, Equal::Distance}); }});
    REQUIRE(waitFor([&] { return s.desk().session().over != nullptr; }));
    const auto stage = s.player().stage();
    CHECK(stage.over != nullptr);
    CHECK(stage.heldAgainst == stage.over);
}

TEST_CASE("marks are dragged on the ribbon and on the map, and a drag is one step to undo") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir, {3, 4}));
    REQUIRE(s.ready);
    s.key(Qt::Key_4, Qt::AltModifier);
    s.desk().choose(s.corner(3));
    const auto before = s.desk().guide();
    const auto& marks = s.desk().chosen()->markers;
    const auto gate = std::find_if(marks.begin(), marks.end(), [](const Marker& m) { return m.kind == "turn-gate"; });
    REQUIRE(gate != marks.end());
    const auto id = gate->id;
    const auto metre = [&] { return roadPlace(s.desk().guide(), markerWith(s.desk().guide(), id)->at)->atM; };
    const double was = metre();
    auto* ribbon = s.window->findChild<Ribbon*>();
    const auto at = ribbon->markAt(id);
    dragBetween(ribbon, at, at + QPointF(30, 0));
    CHECK(metre() > was + 20);
    s.desk().undo();
    CHECK(s.desk().guide() == before);
    s.key(Qt::Key_V);
    auto* plan = s.find<PlanView>("plan");
    REQUIRE(waitFor([&] { return plan->isVisible() && plan->width() > 100; }));
    QTest::qWait(60);
    const auto place = *roadPlace(s.desk().guide(), markerWith(s.desk().guide(), id)->at);
    dragBetween(plan, plan->placed(place.atM, place.lateralM), plan->placed(place.atM + 12, place.lateralM));
    CHECK(metre() == Approx(was + 12).margin(2));
    s.key(Qt::Key_V);
    CHECK_FALSE(plan->isVisible());
}

TEST_CASE("a part of the film is kept clear by a drag, or by the cross alone; labels and gauges stay off it") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir, {3}));
    REQUIRE(s.ready);
    s.key(Qt::Key_4, Qt::AltModifier);
    auto* page = s.window->findChild<MarkersPage*>();
    auto* view = s.find<PictureView>("picture");
    const auto onView = [&](double x, double y) {
        const auto box = view->pictureBox();
        return box.topLeft() + QPointF(x, y) * (box.width() / kFrameWidth);
    };
    s.key(Qt::Key_H);
    CHECK(page->hand().zoneArmed());
    dragBetween(view, onView(40, 560), onView(700, 700));
    // Asked for anew each time: the guide that is edited is another one afterwards.
    const auto clear = [&] { return s.desk().guide().sources.film().keepClear; };
    REQUIRE(clear().size() == 1);
    CHECK(clear()[0].widthPx == Approx(660).margin(8));
    page->armKeepClear();
    page->hand().moveCross(-300, -300);
    page->hand().clickAtCross();
    page->hand().moveCross(-100, -200);
    page->hand().clickAtCross();
    REQUIRE(clear().size() == 2);
    REQUIRE(waitFor([&] { return s.desk().labelsAreOfThisCut(); }));
    s.key(Qt::Key_6, Qt::AltModifier);
    s.player().seekGuide(walkTime(s));
    const auto scene = s.player().scene();
    const auto zones = zonesInFrame(s.desk().guide().sources.film(), s.player().stage().filmSize);
    REQUIRE(scene.corners.gauges.size() == 2);
    for (const auto& z : zones) {
        for (const auto& g : scene.corners.gauges) CHECK_FALSE(meets(g.box, z));
        for (const auto& l : s.desk().labels()->labels) CHECK_FALSE(meets(l.box, z));
    }
}

TEST_CASE("a loupe's window is placed by the layout and stays; it shows the film") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir, {3}));
    REQUIRE(s.ready);
    s.desk().choose(s.corner(3));
    const auto& marks = s.desk().chosen()->markers;
    const auto ring = std::find_if(marks.begin(), marks.end(), [](const Marker& m) { return m.kind == "ring"; });
    REQUIRE(ring != marks.end());
    auto loupe = *ring;
    loupe.kind = "loupe", loupe.label = "seen only at speed";
    s.desk().edit({"x", [loupe](Guide g) { return withMarker(std::move(g), {}, loupe); }});
    REQUIRE(waitFor([&] { return s.desk().labelsAreOfThisCut(); }));
    const PlacedLabel* placed = nullptr;
    for (const auto& l : s.desk().labels()->labels)
        if (l.marker == loupe.id) placed = &l;
    REQUIRE(placed);
    CHECK(placed->box.height > kLensHeightPx);
    s.key(Qt::Key_6, Qt::AltModifier);
    s.player().seekGuide((seconds(placed->from) + seconds(placed->to)) / 2);
    QTest::qWait(150);
    const auto scene = s.player().scene();
    const auto mark =
        std::find_if(scene.marks.begin(), scene.marks.end(), [&](const auto& m) { return m.id == loupe.id; });
    REQUIRE(mark != scene.marks.end());
    CHECK(mark->window);
    CHECK(mark->box == placed->box);
    const auto lens = s.player().filmPictures().lens(*mark, {300, 168});
    CHECK(lens.size() == QSize(300, 168));
    std::set<QRgb> colours;
    for (int y = 0; y < 168; y += 4)
        for (int x = 0; x < 300; x += 4) colours.insert(lens.pixel(x, y));
    CHECK(colours.size() > 50);
}

TEST_CASE("while one types the cut comes at once, its labels a moment later, and the last ones are those of the last") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir, {3}));
    REQUIRE(s.ready);
    REQUIRE(waitFor([&] { return s.desk().labelsAreOfThisCut(); }));
    const auto c = s.desk().guide().corners[0];
    const auto beat = c.beats.front().id;
    std::vector<bool> labelsAtCut;
    const auto watch =
        QObject::connect(&s.desk(), &Desk::cutChanged, [&] { labelsAtCut.push_back(s.desk().labelsAreOfThisCut()); });
    std::string words;
    for (const char* word : {"Come", "to", "the", "board,", "brake", "hard,", "and", "wait", "for", "the", "apex."}) {
        words += (words.empty() ? "" : " ") + std::string(word);
        s.desk().edit({"words", [beat, words](Guide g) { return withWords(std::move(g), beat, words); }});
        CHECK_FALSE(s.desk().cutIsOfThisGuide());
        CHECK(s.desk().labels() != nullptr); // those of before stay, so that nothing flickers
        QTest::qWait(15);
    }
    REQUIRE(waitFor([&] { return s.desk().labelsAreOfThisCut(); }));
    QObject::disconnect(watch);
    REQUIRE_FALSE(labelsAtCut.empty());
    CHECK(std::none_of(labelsAtCut.begin(), labelsAtCut.end(), [](bool of) { return of; }));
    REQUIRE(s.desk().speeches().of(beat, false));
    CHECK(s.desk().speeches().of(beat, false)->text == words);
    const auto anew = labelsFor(s.desk().guide(), s.desk().session(), s.desk().cut());
    REQUIRE(anew.labels.size() == s.desk().labels()->labels.size());
    for (std::size_t i = 0; i < anew.labels.size(); ++i) {
        CHECK(anew.labels[i].marker == s.desk().labels()->labels[i].marker);
        CHECK(anew.labels[i].from == s.desk().labels()->labels[i].from);
    }
    std::stop_source stop;
    stop.request_stop();
    CHECK(labelsFor(s.desk().guide(), s.desk().session(), s.desk().cut(), stop.get_token()).labels.empty());
}
