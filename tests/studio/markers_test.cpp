// SPDX-License-Identifier: GPL-3.0-or-later
// The Markers station: marks set, dragged, followed and proposed in the real window, and pins clicked for the camera.
#include "core/guide/marker_edits.h"
#include "studio/stations/markers/markers_page.h"
#include "studio/views/picture_view.h"
#include "support/studio.h"

#include <catch2/catch.hpp>
#include <QMenu>

using namespace hl;
using hl::testing::copiedDemo;
using hl::testing::ScratchFolder;
using hl::testing::Studio;
using hl::testing::waitFor;

namespace {

QPoint onScreen(const PictureView& view, Vec2 frame) {
    const auto box = view.pictureBox();
    return (box.topLeft() + QPointF(frame.x, frame.y) * (box.width() / kFrameWidth)).toPoint();
}

struct AtMarkers : Studio {
    explicit AtMarkers(const QString& folder) : Studio(folder) {
        key(Qt::Key_4, Qt::AltModifier);
        page = window->findChild<MarkersPage*>();
        picture = window->findChild<PictureView*>();
        desk().choose(corner(3));
    }
    const GuideCorner& here() { return *desk().chosen(); }
    void lookFrom(double metre) {
        player().seekMetre(metre);
        waitFor([&] { return !player().picture().isNull(); });
        QTest::qWait(50);
    }
    void setMark(const char* kind) {
        for (auto* a : find<QPushButton>("setMark")->menu()->actions())
            if (a->objectName() == QLatin1String("kind-") + QLatin1String(kind)) a->trigger();
    }
    void click(Vec2 frame) { QTest::mouseClick(picture, Qt::LeftButton, {}, onScreen(*picture, frame)); }
    MarkersPage* page = nullptr;
    PictureView* picture = nullptr;
};

} // namespace

TEST_CASE("a mark is set where one clicks on the road, dragged along it, changed, and all of it undone") {
    const ScratchFolder dir;
    AtMarkers s(copiedDemo(dir, {3, 4}));
    REQUIRE(s.ready);
    const auto before = s.desk().guide();
    const auto count = s.here().markers.size();
    s.lookFrom(s.here().turnInM - 35);
    s.setMark("hazard");
    const OnRoad place{s.here().turnInM, s.here().turnInM, 1, 0};
    const auto px = frameOf(s.player().stage(), place, s.player().shown());
    REQUIRE(px);
    s.click(*px);
    REQUIRE(s.here().markers.size() == count + 1);
    const auto id = s.here().markers.back().id;
    CHECK(std::get<OnRoad>(s.here().markers.back().at).atM == Approx(place.atM).margin(1.5));
    CHECK(s.find<QTableWidget>("marks")->rowCount() == static_cast<int>(count) + 1);

    const auto from = onScreen(*s.picture, *px);
    QTest::mousePress(s.picture, Qt::LeftButton, {}, from);
    for (int i = 1; i <= 5; ++i) QTest::mouseMove(s.picture, from + QPoint(0, 8 * i));
    QTest::mouseRelease(s.picture, Qt::LeftButton, {}, from + QPoint(0, 40));
    const double dragged = std::get<OnRoad>(markerWith(s.desk().guide(), id)->at).atM;
    CHECK(dragged < place.atM - 4); // nearer to the car

    s.key(Qt::Key_Right, Qt::AltModifier);
    CHECK(std::get<OnRoad>(markerWith(s.desk().guide(), id)->at).atM == Approx(dragged + 1));
    auto* words = s.find<QLineEdit>("markWords");
    words->setFocus();
    words->selectAll();
    QTest::keyClicks(words, "mind the bump");
    QTest::keyClick(words, Qt::Key_Return);
    CHECK(markerWith(s.desk().guide(), id)->label == "mind the bump");
    s.page->removeChosen();
    CHECK(markerWith(s.desk().guide(), id) == nullptr);
    for (int i = 0; i < 5; ++i) s.desk().undo();
    CHECK(s.desk().guide() == before);
}

TEST_CASE("the usual marks are proposed once, and only what is missing") {
    const ScratchFolder dir;
    AtMarkers s(copiedDemo(dir, {3, 4}));
    REQUIRE(s.ready);
    const auto usual = s.here().markers.size();
    for (const auto& m : std::vector<Marker>(s.here().markers))
        if (m.kind != "turn-gate")
            s.desk().edit({"x", [id = m.id](Guide g) { return withoutMarker(std::move(g), id); }});
    REQUIRE(s.here().markers.size() == 1);
    s.key(Qt::Key_P);
    CHECK(s.here().markers.size() == usual);
    s.key(Qt::Key_P);
    CHECK(s.here().markers.size() == usual);
}

TEST_CASE("a thing is clicked and followed through the film") {
    const ScratchFolder dir;
    AtMarkers s(copiedDemo(dir, {3, 4}));
    REQUIRE(s.ready);
    const auto ring =
        std::find_if(s.here().markers.begin(), s.here().markers.end(), [](auto& m) { return m.kind == "ring"; });
    REQUIRE(ring != s.here().markers.end());
    const auto board = *roadPlace(s.desk().guide(), ring->at);
    s.lookFrom(board.atM - 25);
    const auto px = frameOf(s.player().stage(), board, s.player().shown());
    REQUIRE(px);
    s.desk().edit({"x", [](Guide g) { // nothing known stands there any more: it is followed, not looked up
                       for (auto& c : g.corners) c.markers.clear(), c.advice.clear();
                       g.references.clear();
                       return g;
                   }});
    s.setMark("ring");
    s.click(*px);
    REQUIRE(s.here().markers.size() == 1);
    const auto id = s.here().markers.back().id;
    REQUIRE(std::holds_alternative<InFilm>(s.here().markers.back().at));
    REQUIRE(waitFor([&] { return s.desk().session().followed && s.desk().session().followed->contains(id); }));
    const auto& path = s.desk().session().followed->at(id);
    CHECK(path.size() > 100);
    // A second before it is smaller and still there.
    const auto clicked = std::get<InFilm>(s.here().markers.back().at).when;
    const auto earlier = followedAt(path, clicked - Seconds(0.4));
    REQUIRE(earlier);
    const auto truth = frameOf(s.player().stage(), board, clicked - Seconds(0.4));
    REQUIRE(truth);
    const auto seen = s.player().stage().filmSize.frame({earlier->xPx, earlier->yPx});
    CHECK(std::hypot(seen.x - truth->x, seen.y - truth->y) < 20);
    // Where its sights meet stands the board: it is a reference of the guide now.
    REQUIRE(waitFor([&] { return markerWith(s.desk().guide(), id)->thing.value != 0; }));
    const auto* thing = referenceWith(s.desk().guide(), markerWith(s.desk().guide(), id)->thing);
    REQUIRE(thing);
    CHECK(thing->atM == Approx(board.atM).margin(3));
    CHECK(thing->lateralM == Approx(board.lateralM).margin(1));
    CHECK(std::filesystem::exists(dir / "guide" / "cache" / ("followed-" + std::to_string(id.value) + ".csv")));
}

TEST_CASE("pins clicked where the road's features are give the camera back that was there") {
    const ScratchFolder dir;
    AtMarkers s(copiedDemo(dir, {3, 4}));
    REQUIRE(s.ready);
    const auto truth = s.desk().guide().sources.film().camera;
    // Where things are seen by the true camera; the guide has another one by now.
    Camera wrong;
    wrong.hfovRad = rad(95), wrong.pitchRad = rad(-8);
    s.desk().edit({"x", [wrong](Guide g) { return withCamera(std::move(g), wrong, {}); }});
    s.key(Qt::Key_C);
    CHECK(s.page->pinning());
    std::size_t clicked = 0;
    for (double metre = s.here().turnInM - 90; clicked < 8 && metre < s.here().turnInM + 200; metre += 12) {
        s.lookFrom(metre);
        s.page->hand().wishAgain();
        const auto wish = s.page->hand().wish();
        if (!wish) continue;
        const auto stage = s.player().stage();
        const auto pose = cameraPose(truth, *stage.path, s.desk().guide().sources.film().tie.log(s.player().shown()));
        const auto px = project(*pose, onRoad(*stage.road, wish->place.atM, wish->place.lateralM, 0));
        if (!px || px->x < 0 || px->x > 1280 || px->y < 0 || px->y > 560) {
            s.page->hand().nextWish();
            continue;
        }
        s.click(*px);
        ++clicked;
        REQUIRE(waitFor([&] { return s.desk().guide().sources.film().pins.size() == clicked; }, 10000));
    }
    REQUIRE(clicked >= 6);
    const auto& found = s.desk().guide().sources.film().camera;
    CHECK_FALSE(found.assumed);
    CHECK(found.method == "pins");
    CHECK(deg(found.hfovRad) == Approx(deg(truth.hfovRad)).margin(4));
    CHECK(deg(found.pitchRad) == Approx(deg(truth.pitchRad)).margin(1.2));
    CHECK(found.heightM == Approx(truth.heightM).margin(0.25));
    s.desk().undo();
    CHECK(s.desk().guide().sources.film().pins.size() == clicked - 1);
    s.key(Qt::Key_X);
    CHECK_FALSE(s.page->pinning());
}

TEST_CASE("without a mouse: the cross is moved by keys and sets what is armed") {
    const ScratchFolder dir;
    AtMarkers s(copiedDemo(dir, {3, 4}));
    REQUIRE(s.ready);
    const auto count = s.here().markers.size();
    s.lookFrom(s.here().turnInM - 35);
    s.setMark("linking");
    for (int i = 0; i < 8; ++i) s.key(Qt::Key_Down, Qt::ControlModifier);
    s.key(Qt::Key_Return, Qt::ControlModifier);
    REQUIRE(s.here().markers.size() == count + 1);
    CHECK(s.here().markers.back().kind == "linking");
    const auto& at = std::get<OnRoad>(s.here().markers.back().at);
    CHECK(at.toM > at.atM);
    // sky is no place: nothing is set
    s.setMark("hazard");
    s.click({640, 40});
    CHECK(s.here().markers.size() == count + 1);
}

TEST_CASE("a mark belongs to a day or to a depth, chosen in its fields, and is drawn in those editions only") {
    const ScratchFolder dir;
    AtMarkers s(copiedDemo(dir, {3, 4}));
    REQUIRE(s.ready);
    auto* list = s.find<QTableWidget>("marks");
    auto* box = s.find<QComboBox>("markOnlyIn");
    list->setCurrentCell(0, 0);
    const auto before = s.here().markers;
    const auto choose = [&](const QString& text) {
        const int i = box->findText(text);
        REQUIRE(i >= 0);
        box->setCurrentIndex(i);
        emit box->activated(i);
    };
    choose(QStringLiteral("only in the basic edition"));
    std::optional<MarkerId> changed;
    for (const auto& m : s.here().markers)
        if (m.only.depth == Depth::Basic) changed = m.id;
    REQUIRE(changed);
    CHECK(box->currentText() == "only in the basic edition");
    const auto drawn = [&] {
        const auto* c = cornerWith(s.desk().made(), s.desk().corner());
        return std::any_of(c->markers.begin(), c->markers.end(), [&](const Marker& m) { return m.id == *changed; });
    };
    CHECK_FALSE(drawn());
    s.desk().edit({"basic", [](Guide g) {
                       g.edition.depth = Depth::Basic;
                       return g;
                   }});
    CHECK(drawn());
    s.desk().undo();
    choose(QStringLiteral("only in the wet"));
    CHECK(markerWith(s.desk().guide(), *changed)->only == OnlyIn{"wet", {}});
    choose(QStringLiteral("always"));
    CHECK(s.here().markers == before);
}
