// SPDX-License-Identifier: GPL-3.0-or-later
// The shelf: what the studio shows without a guide.
#include "jobs/shelf.h"
#include "studio/shelf/shelf_page.h"
#include "studio/widgets/stall_meter.h"
#include "support/studio.h"

#include <atomic>
#include <catch2/catch.hpp>
#include <QElapsedTimer>
#include <QSettings>
#include <thread>

using namespace hl;
using namespace hl::testing;

namespace {

/// An almanac of its own for one case.
struct OwnAlmanac {
    ScratchFolder dir;
    QByteArray before = qgetenv("XDG_DATA_HOME");
    OwnAlmanac() { qputenv("XDG_DATA_HOME", dir.path().c_str()); }
    ~OwnAlmanac() { qputenv("XDG_DATA_HOME", before); }
};

GuideCard madeCard(int n) {
    GuideCard c;
    c.folder = "/guides/" + std::to_string(n);
    c.title = "Guide " + std::to_string(n), c.track = n % 3 ? "Fennick Drove" : "Hallern Bank";
    c.car = n % 2 ? "Pellow 210" : "Tern Nine", c.conditions = "dry, 14 \u00b0C";
    c.lapS = 80 + n, c.corners = n % 14 + 1, c.usedAt = 1000 + n;
    c.stations.assign(7, StationState::Filled);
    for (int i = 0; i < 160; ++i) c.shape.push_back({400 * std::cos(i * 0.04), 250 * std::sin(i * 0.04)});
    return c;
}

QModelIndex rowOf(QListView* view, const QString& folder) {
    return view->model()->index(static_cast<ShelfModel*>(view->model())->rowOf(folder), 0);
}

} // namespace

TEST_CASE("without a guide the shelf stands there, and gives way to the guide that is opened") {
    studioReady();
    const OwnAlmanac own;
    const ScratchFolder dir;
    const auto guide = copiedDemo(dir, {3});
    REQUIRE(putOnShelf(guide.toStdString()));
    MainWindow window;
    window.show();
    auto* shelf = window.findChild<ShelfPage*>();
    REQUIRE(shelf);
    CHECK(shelf->isVisible());
    REQUIRE(waitFor([&] { return shelf->shown() == 1; }));
    const auto index = rowOf(shelf->desk(), guide);
    REQUIRE(index.isValid());
    CHECK(
        index.data(Qt::AccessibleTextRole).toString().startsWith(QStringLiteral("Saltmarrow Ring, corner by corner")));
    QTest::mouseClick(shelf->desk()->viewport(), Qt::LeftButton, {}, shelf->desk()->visualRect(index).center());
    REQUIRE(waitFor([&] { return window.desk().isOpen(); }));
    CHECK_FALSE(shelf->isVisible());
    CHECK(waitFor([&] { return window.desk().cut().lengthS > 0; }));
    window.showShelf(true); // and back, the guide stays open
    CHECK(shelf->isVisible());
    QTest::keyClick(&window, Qt::Key_0, Qt::AltModifier);
    CHECK_FALSE(shelf->isVisible());
    window.desk().discardUnsaved();
}

TEST_CASE("guides that an earlier version remembered come to the shelf") {
    studioReady();
    const OwnAlmanac own;
    const ScratchFolder dir;
    const auto guide = copiedDemo(dir, {3});
    QSettings().setValue(QStringLiteral("recent"), QStringList{guide, QStringLiteral("/nowhere/gone")});
    MainWindow window;
    window.show();
    REQUIRE(waitFor([&] { return window.findChild<ShelfPage*>()->shown() == 1; }));
    CHECK(QSettings().value(QStringLiteral("recent")).toStringList().isEmpty());
    window.desk().tasks().waitForAll();
}

TEST_CASE("an empty shelf says so and invites") {
    studioReady();
    const OwnAlmanac own;
    MainWindow window;
    window.show();
    auto* shelf = window.findChild<ShelfPage*>();
    REQUIRE(waitFor([&] {
        for (auto* l : shelf->findChildren<QLabel*>())
            if (l->isVisible() && l->text().startsWith(QStringLiteral("Nothing yet"))) return true;
        return false;
    }));
    CHECK(shelf->shown() == 0);
    CHECK_FALSE(shelf->earlier()->isVisible());
}

TEST_CASE("a hundred guides are searched by typing, and reached by keys") {
    studioReady();
    const OwnAlmanac own;
    auto almanac = Almanac::open(almanacFile());
    REQUIRE(almanac);
    std::vector<GuideCard> cards;
    for (int n = 0; n < 100; ++n) cards.push_back(madeCard(n));
    REQUIRE(almanac->put(cards));
    Desk desk;
    Shelf shelf(desk.tasks());
    ShelfPage page(shelf);
    page.resize(1280, 800);
    page.show();
    REQUIRE(waitFor([&] { return page.shown() == 100; }));
    REQUIRE(waitFor([&] { return !shelf.cards().front().trouble.empty(); })); // looked for, and gone
    CHECK(page.desk()->model()->rowCount() == 3);
    auto* search = page.findChild<QLineEdit*>(QStringLiteral("search"));
    QTest::keyClicks(search, QStringLiteral("hallern TERN"));
    int expected = 0;
    for (const auto& c : cards) expected += c.track == "Hallern Bank" && c.car == "Tern Nine";
    CHECK(page.shown() == expected);
    QTest::keyClicks(search, QStringLiteral(" nowhere"));
    CHECK(page.shown() == 0);
    search->clear();
    CHECK(page.shown() == 100);
    page.desk()->setFocus();
    page.desk()->setCurrentIndex(page.desk()->model()->index(0, 0));
    QTest::keyClick(page.desk(), Qt::Key_Down);
    CHECK(page.earlier()->hasFocus());
    const auto gone = page.earlier()->currentIndex().data().toString();
    QTest::keyClick(page.earlier(), Qt::Key_Delete); // off the shelf
    REQUIRE(waitFor([&] { return page.shown() == 99; }));
    for (const auto& c : shelf.cards()) CHECK(QString::fromStdString(c.title) != gone);
    desk.tasks().waitForAll();
}

TEST_CASE("what the folders told stays when the almanac answers after them") {
    studioReady();
    const OwnAlmanac own;
    auto almanac = Almanac::open(almanacFile());
    REQUIRE(almanac);
    REQUIRE(almanac->put(std::vector<GuideCard>{madeCard(1)}));
    Desk desk;
    std::atomic<bool> goOn = false;
    for (const int n : {1, 2}) // as many as the quick lane has threads
        desk.tasks().start(
            &desk, TaskKind{"in the way", Lane::Quick, false, n},
            [&](const Progress&) {
                while (!goOn) std::this_thread::sleep_for(std::chrono::milliseconds(1));
                return true;
            },
            [](bool) {});
    Shelf shelf(desk.tasks());
    shelf.refresh();
    const bool looked = waitFor([&] { return !shelf.cards().empty() && !shelf.cards().front().trouble.empty(); });
    CHECK(looked);
    CHECK(almanac->put(std::vector<GuideCard>{madeCard(1)})); // as if it had been read before the folders were
    goOn = true;
    REQUIRE(waitFor([&] { return !desk.tasks().running("shelf"); }));
    REQUIRE(shelf.cards().size() == 1);
    CHECK_FALSE(shelf.cards().front().trouble.empty());
}

TEST_CASE("a guide whose film moved says which, and finds it and the rest where one points") {
    studioReady();
    const OwnAlmanac own;
    const ScratchFolder dir;
    const auto folder = copiedDemo(dir, {3});
    auto g = readGuide(folder.toStdString());
    REQUIRE(g);
    std::filesystem::create_directories(dir / "before");
    std::filesystem::create_directories(dir / "now");
    for (const auto* part : {"film.mp4", "chase.mp4"}) std::ofstream(dir / "now" / part) << "x";
    g->sources.film().file = (dir / "before/film.mp4").string();
    Film chase;
    chase.id = newId<FilmId>(*g), chase.role = FilmRole::Chase, chase.file = (dir / "before/chase.mp4").string();
    g->sources.films.push_back(chase);
    REQUIRE(saveGuide(folder.toStdString(), *g));
    REQUIRE(putOnShelf(folder.toStdString()));
    Desk desk;
    Shelf shelf(desk.tasks());
    shelf.refresh();
    REQUIRE(waitFor([&] { return shelf.cards().size() == 1; }));
    REQUIRE(shelf.cards()[0].moved.size() == 2);
    CHECK(shelf.cards()[0].moved[0].what == "film");
    CHECK(shelf.cards()[0].stations.at(0) == StationState::Broken);
    shelf.point(folder, shelf.cards()[0].moved[0], QString::fromStdString((dir / "now/film.mp4").string()));
    REQUIRE(waitFor([&] { return shelf.cards()[0].moved.empty(); }));
    const auto found = readGuide(folder.toStdString());
    CHECK(found->sources.films[0].file == (dir / "now/film.mp4").string());
    CHECK(found->sources.films[1].file == (dir / "now/chase.mp4").string()); // beside it, not asked for again
    desk.tasks().waitForAll();
}

TEST_CASE("the stall meter tells how long the interface's thread was away") {
    studioReady();
    StallMeter meter;
    QCoreApplication::processEvents();
    meter.reset();
    std::this_thread::sleep_for(std::chrono::milliseconds(120));
    REQUIRE(waitFor([&] { return meter.stalls() > 0; }));
    CHECK(meter.longestMs() >= 100);
    CHECK(meter.stalls() == 1);
}
