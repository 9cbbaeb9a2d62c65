// SPDX-License-Identifier: GPL-3.0-or-later
// Work off the interface's thread: bound to its document, the newest of a kind wins, writing stays in order, and
// whoever is gone is left alone. The thread sanitizer runs these.
#include "core/guide/corner_edits.h"
#include "jobs/publish.h"
#include "studio/document/desk.h"
#include "support/gui_app.h"
#include "support/tiny_guide.h"

#include <atomic>
#include <catch2/catch.hpp>
#include <latch>
#include <QSignalSpy>
#include <QtTest>
#include <thread>

using namespace hl;
using namespace hl::testing;

namespace {

constexpr TaskKind kWork{"work"}, kOther{"other"}, kWrite{"write", Lane::Writing};

template <class Until> bool waitFor(Until until) {
    QElapsedTimer clock;
    clock.start();
    while (!until() && clock.elapsed() < 60000) QTest::qWait(1);
    return until();
}

/// A task that begins and then waits to be let go.
struct Gate {
    std::latch begun{1}, open{1};
    void pass() {
        begun.count_down();
        open.wait();
    }
};

} // namespace

TEST_CASE("of one kind the newest wins, and another kind does not mind") {
    painterReady();
    QObject owner;
    Tasks tasks;
    std::vector<int> landed;
    auto gate = std::make_shared<Gate>();
    tasks.start(
        &owner, kWork, [gate](const Progress& p) { return gate->pass(), p.cancelled() ? -1 : 1; },
        [&](int v) { landed.push_back(v); });
    gate->begun.wait();
    tasks.start(
        &owner, kWork, [](const Progress&) { return 2; }, [&](int v) { landed.push_back(v); });
    tasks.start(
        &owner, kOther, [](const Progress&) { return 3; }, [&](int v) { landed.push_back(v); });
    gate->open.count_down();
    REQUIRE(waitFor([&] { return landed.size() == 2; }));
    tasks.waitForAll();
    std::sort(landed.begin(), landed.end());
    CHECK(landed == std::vector{2, 3});
    CHECK_FALSE(tasks.running("work"));
}

TEST_CASE("what was started for a document does not land in the next; what is of none does") {
    painterReady();
    QObject owner;
    Tasks tasks;
    bool wrong = false, right = false;
    auto a = std::make_shared<Gate>(), b = std::make_shared<Gate>();
    tasks.start(
        &owner, kWork, [a](const Progress&) { return a->pass(), 0; }, [&](int) { wrong = true; });
    tasks.start(
        &owner, TaskKind{"free", Lane::Quick, false}, [b](const Progress&) { return b->pass(), 0; },
        [&](int) { right = true; });
    a->begun.wait();
    b->begun.wait();
    tasks.newDocument();
    CHECK_FALSE(tasks.running("work"));
    CHECK(tasks.running("free"));
    a->open.count_down();
    b->open.count_down();
    REQUIRE(waitFor([&] { return right; }));
    tasks.waitForAll();
    CHECK_FALSE(wrong);
}

TEST_CASE("an answer whose owner is gone is dropped; one that is cancelled says so; one that is dropped says nothing") {
    painterReady();
    Tasks tasks;
    auto owner = std::make_unique<QObject>();
    QObject stays;
    bool touched = false, dropped = false;
    std::optional<bool> stopped;
    auto gates = std::array{std::make_shared<Gate>(), std::make_shared<Gate>()};
    tasks.start(
        owner.get(), kWork, [g = gates[0]](const Progress&) { return g->pass(), 0; }, [&](int) { touched = true; });
    tasks.start(
        &stays, kOther, [g = gates[1]](const Progress& p) { return g->pass(), p.cancelled(); },
        [&](bool s) { stopped = s; });
    for (auto& g : gates) g->begun.wait();
    owner.reset();
    tasks.cancel("other");
    for (auto& g : gates) g->open.count_down();
    REQUIRE(waitFor([&] { return stopped.has_value(); }));
    CHECK(*stopped);
    auto third = std::make_shared<Gate>();
    tasks.start(
        &stays, kWork, [third](const Progress&) { return third->pass(), 0; }, [&](int) { dropped = true; });
    third->begun.wait();
    tasks.drop("work");
    third->open.count_down();
    tasks.waitForAll();
    CHECK_FALSE(touched);
    CHECK_FALSE(dropped);
}

TEST_CASE("closing while work reports its progress is quiet") {
    painterReady();
    for (int round = 0; round < 20; ++round) {
        QObject owner;
        auto tasks = std::make_unique<Tasks>();
        auto running = std::make_shared<std::latch>(1);
        tasks->start(
            &owner, TaskKind{"long", Lane::Long},
            [running](const Progress& p) {
                running->count_down();
                int n = 0;
                while (!p.cancelled()) p.report(0.001 * (++n % 1000), "working");
                return n;
            },
            [](int) { FAIL("nobody waits for this any more"); });
        running->wait();
        QCoreApplication::processEvents();
        tasks.reset();
        QCoreApplication::processEvents();
    }
}

TEST_CASE("twenty saves at once leave the newest, whole, and nothing beside it") {
    painterReady();
    const ScratchFolder dir;
    const auto film = squareFilm(dir / "film.mp4");
    auto guide = tinyGuide(dir / "a", film);
    const auto before = std::distance(std::filesystem::directory_iterator(dir / "a"), {});
    {
        Tasks tasks;
        Saving saving(tasks);
        saving.begin(QString::fromStdString((dir / "a").string()));
        QSignalSpy saved(&saving, &Saving::saved);
        for (int i = 0; i < 20; ++i) {
            guide.scene.title = "version " + std::to_string(i);
            saving.edited(guide, true);
            saving.save(guide);
        }
        REQUIRE(waitFor([&] { return saved.count() > 0; }));
    }
    CHECK(readGuide(dir / "a")->scene.title == "version 19");
    CHECK(std::distance(std::filesystem::directory_iterator(dir / "a"), {}) == before);
}

TEST_CASE("files written at once by many threads are each whole, and no scratch file stays") {
    const ScratchFolder dir;
    {
        std::vector<std::jthread> writers;
        for (int w = 0; w < 8; ++w)
            writers.emplace_back([&dir, w] {
                for (int i = 0; i < 30; ++i)
                    if (auto s = writeFile(dir / "one", std::string(5000, static_cast<char>(97 + w))); !s) std::abort();
            });
    }
    const auto bytes = slurp(dir / "one");
    REQUIRE(bytes.size() == 5000);
    CHECK(bytes == std::string(5000, bytes[0]));
    CHECK(dir.entries() == 1);
}

TEST_CASE("opening B while A is measured, planned and saved leaves nothing of A in B") {
    painterReady();
    const ScratchFolder dir;
    const auto film = squareFilm(dir / "film.mp4");
    Stadium wide;
    wide.radius = 90;
    const auto a = tinyGuide(dir / "a", film), b = tinyGuide(dir / "b", film, wide);
    for (int round = 0; round < 6; ++round) {
        Desk desk;
        QSignalSpy opened(&desk, &Desk::opened);
        desk.open(QString::fromStdString((dir / "a").string()));
        REQUIRE(waitFor([&] { return opened.count() == 1; }));
        const auto id = desk.guide().corners.front().id;
        desk.edit({"bound", [id, round](Guide g) {
                       const double at = cornerWith(g, id)->apexM + 3 + round;
                       return withCornerBound(std::move(g), id, Bound::Apex, at);
                   }});
        desk.save();
        desk.open(QString::fromStdString((dir / "b").string()));
        for (int i = 0; i < round; ++i) QTest::qWait(1);
        REQUIRE(waitFor([&] { return opened.count() == 2; }));
        REQUIRE(waitFor([&] { return desk.cutIsOfThisGuide() && isMeasured(desk.session(), desk.guide()); }));
        desk.tasks().waitForAll();
        CHECK(desk.guide().scene.title == "b");
        CHECK(desk.session().folder.filename() == "b");
        CHECK(desk.session().measured.corners == cornersOf(desk.guide()));
        CHECK(desk.session().trace.lengthM == Approx(wide.length()).margin(20));
        CHECK_FALSE(desk.hasUnsaved());
        CHECK(readGuide(dir / "b")->corners == b.corners);
        CHECK(readGuide(dir / "a")->corners.front().apexM != a.corners.front().apexM); // the save was carried out
        if (auto s = saveGuide(dir / "a", a); !s) FAIL(sentence(s.error()));
    }
}

TEST_CASE("a corner that has just moved has no facts until they are its own") {
    painterReady();
    const ScratchFolder dir;
    tinyGuide(dir / "a", squareFilm(dir / "film.mp4"));
    Desk desk;
    QSignalSpy opened(&desk, &Desk::opened), measured(&desk, &Desk::measured);
    desk.open(QString::fromStdString((dir / "a").string()));
    REQUIRE(waitFor([&] { return opened.count() == 1; }));
    const auto id = desk.guide().corners.front().id;
    REQUIRE(desk.factsOf(id));
    desk.edit({"bound", [id](Guide g) {
                   const double at = cornerWith(g, id)->turnInM + 12;
                   return withCornerBound(std::move(g), id, Bound::TurnIn, at);
               }});
    CHECK_FALSE(desk.factsOf(id));
    REQUIRE(waitFor([&] { return measured.count() == 1; }));
    CHECK(desk.factsOf(id));
    desk.edit({"refused", [](Guide g) {
                   g.frameRate = 0;
                   return g;
               }});
    CHECK(desk.guide().frameRate == 25);
}

TEST_CASE("closing while a guide is rendered ends quickly and leaves no half film") {
    painterReady();
    const ScratchFolder dir;
    tinyGuide(dir / "a", squareFilm(dir / "film.mp4"));
    {
        Desk desk;
        QSignalSpy opened(&desk, &Desk::opened);
        desk.open(QString::fromStdString((dir / "a").string()));
        REQUIRE(waitFor([&] { return opened.count() == 1 && desk.cutIsOfThisGuide(); }));
        auto begun = std::make_shared<std::atomic<bool>>(false);
        desk.tasks().start(
            &desk, TaskKind{"publish", Lane::Long},
            [g = desk.guide(), s = desk.sharedSession(), cut = desk.sharedCut(), out = dir / "edition",
             begun](const Progress& p) {
                *begun = true;
                PublishWish wish;
                wish.film.preset = "ultrafast";
                return publishGuide(g, *s, *cut, out, wish, p);
            },
            [](Result<PublishReport>) {});
        REQUIRE(waitFor([&] { return begun->load(); }));
    }
    CHECK_FALSE(std::filesystem::exists(dir / "edition"));
    for (const auto& e : std::filesystem::directory_iterator(dir.path()))
        CHECK(e.path().filename().string().front() != '.');
}
