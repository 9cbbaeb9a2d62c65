// SPDX-License-Identifier: GPL-3.0-or-later
// While somebody types the plan comes first: what nobody waits for begins when the hands rest.
#include "core/guide/beat_edits.h"
#include "studio/views/stretch_view.h"
#include "support/studio.h"

#include <catch2/catch.hpp>
#include <QElapsedTimer>
#include <QLabel>
#include <QTableWidget>

using namespace hl;
using namespace hl::testing;

namespace {

struct AtCut : Studio {
    explicit AtCut(const ScratchFolder& dir) : Studio(copiedDemo(dir, {3, 4})) {
        key(Qt::Key_6, Qt::AltModifier);
        view = window->findChild<StretchView*>();
    }
    StretchView* view;
    BeatId first() { return desk().guide().corners.front().beats.front().id; }
    /// One more letter of a sentence, and until its plan is there.
    bool type(std::size_t letters) {
        const std::string words = "Brake at the board, wait, and let it run to the kerb.";
        desk().edit({"words", [id = first(), text = words.substr(0, letters)](Guide g) {
                         return withWords(std::move(g), id, text);
                     }});
        return waitFor([&] { return desk().cutIsOfThisGuide(); });
    }
};

} // namespace

TEST_CASE("the stretch view is of the new plan as soon as there is one") {
    const ScratchFolder dir;
    AtCut s(dir);
    REQUIRE(s.ready);
    REQUIRE(s.view);
    REQUIRE(waitFor([&] { return s.view->showsThisCut(); }));
    bool atOnce = false;
    QObject::connect(&s.desk(), &Desk::cutChanged, s.view, [&] { atOnce = s.view->showsThisCut(); });
    for (std::size_t n = 12; n < 20; ++n) {
        atOnce = false;
        REQUIRE(s.type(n));
        CHECK(atOnce);
    }
}

TEST_CASE("the shelf's card, the labels and the check wait until the hands rest, and then are of the last words") {
    const ScratchFolder dir;
    AtCut s(dir);
    REQUIRE(s.ready);
    REQUIRE(waitFor([&] { return s.desk().labelsAreOfThisCut() && !s.desk().tasks().running("card"); }));
    int looks = 0;
    QObject::connect(&s.desk(), &Desk::lookedOver, s.window.get(), [&] { ++looks; });
    REQUIRE(s.type(10)); // the first key may be the only one: what follows it is made at once
    REQUIRE(s.type(11));
    const int before = looks;
    for (std::size_t n = 12; n < 18; ++n) {
        QElapsedTimer key;
        key.start();
        REQUIRE(s.type(n));
        constexpr int kRestsMs = 150; // a machine as slow as that lets the hands rest between two keys
        if (key.elapsed() > kRestsMs) break;
        CHECK(looks <= before + 1); // one that was under way may still answer
    }
    REQUIRE(s.type(53));
    REQUIRE(waitFor([&] { return s.desk().labelsAreOfThisCut(); }));
    REQUIRE(waitFor([&] { return looks > before; }));
    CHECK(s.desk().look().words.count(s.first()) == 1);
    REQUIRE(waitFor([&] { return !s.desk().tasks().running("card"); }));
}

TEST_CASE("rows keep their cells while words change, and a guide with fewer words loses rows") {
    const ScratchFolder dir;
    AtCut s(dir);
    REQUIRE(s.ready);
    auto* table = s.find<QTableWidget>("beats");
    const auto* cell = table->item(0, 1);
    REQUIRE(s.type(20));
    CHECK(table->item(0, 1) == cell);
    CHECK(cell->text().toStdString() == beatWith(s.desk().guide(), s.first())->words);
    const int rows = table->rowCount();
    s.desk().edit({"one less", [id = s.first()](Guide g) { return withoutBeat(std::move(g), id); }});
    REQUIRE(waitFor([&] { return s.desk().cutIsOfThisGuide(); }));
    CHECK(table->rowCount() == rows - 1);
    CHECK(table->item(0, 1)->text().toStdString() == s.desk().chosen()->beats.front().words);
    s.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(table->rowCount() == rows);
    for (int r = 0; r < rows; ++r)
        for (int k = 0; k < table->columnCount(); ++k) CHECK(table->item(r, k) != nullptr);
}
