// SPDX-License-Identifier: GPL-3.0-or-later
// Boxes over a panel in the picture, drawn with the mouse and moved with the keys, and what is read of them.
#include "store/files.h"
#include "studio/stations/scene/new_guide_dialog.h"
#include "studio/stations/scene/panel_dialog.h"
#include "support/studio.h"

#include <catch2/catch.hpp>
#include <QSignalSpy>

using namespace hl;
using hl::testing::button;
using hl::testing::demoFolder;
using hl::testing::ScratchFolder;
using hl::testing::waitFor;

namespace {

std::filesystem::path panelFilm() { return demoFolder() / "saltmarrow-panel.mp4"; }

std::vector<PanelBox> trueBoxes() {
    const auto text = readFile(panelFilm().string() + ".panel.csv");
    REQUIRE(text);
    const auto boxes = parsePanelBoxes(*text, "");
    REQUIRE(boxes);
    return *boxes;
}

void drag(PanelPicture& picture, const PanelBox& b) {
    const auto from = picture.onScreen({b.x, b.y}), to = picture.onScreen({b.x + b.w, b.y + b.h});
    QTest::mousePress(&picture, Qt::LeftButton, {}, from);
    QTest::mouseMove(&picture, (from + to) / 2);
    QTest::mouseMove(&picture, to);
    QTest::mouseRelease(&picture, Qt::LeftButton, {}, to);
}

} // namespace

TEST_CASE("four drags over a panel are read over the whole film") {
    hl::testing::applicationReady<QApplication>();
    Tasks tasks;
    PanelDialog dialog(tasks, QString::fromStdString(panelFilm().string()), {});
    dialog.show();
    auto* picture = dialog.findChild<PanelPicture*>();
    auto* use = dialog.findChild<QPushButton*>(QStringLiteral("panelUse"));
    REQUIRE(picture);
    tasks.waitForAll();
    QCoreApplication::processEvents();
    CHECK_FALSE(use->isEnabled());
    const auto wanted = trueBoxes();
    for (const auto& b : wanted) drag(*picture, b); // each drag goes on to the next row
    const auto drawn = dialog.boxes();
    REQUIRE(drawn.size() == 4);
    for (std::size_t i = 0; i < 4; ++i) {
        CHECK(drawn[i].channel == wanted[i].channel);
        CHECK(drawn[i].kind == wanted[i].kind); // long bars fill along their length
        CHECK(drawn[i].x == Approx(wanted[i].x).margin(2));
        CHECK(drawn[i].h == Approx(wanted[i].h).margin(3));
    }
    CHECK(use->isEnabled());
    QTest::mouseClick(dialog.findChild<QPushButton*>(QStringLiteral("panelRead")), Qt::LeftButton);
    CHECK(dialog.busy());
    REQUIRE(waitFor([&] { return !dialog.busy(); }));
    CHECK(dialog.findChild<QLabel*>(QStringLiteral("panelState"))->text().contains(QStringLiteral("Speed: read in")));
}

TEST_CASE("boxes move with the arrow keys, and numbers can be named") {
    hl::testing::applicationReady<QApplication>();
    Tasks tasks;
    PanelDialog dialog(tasks, QString::fromStdString(panelFilm().string()), trueBoxes());
    dialog.show();
    tasks.waitForAll();
    QCoreApplication::processEvents();
    auto* picture = dialog.findChild<PanelPicture*>();
    const auto before = dialog.boxes().front();
    QTest::keyClick(picture, Qt::Key_Right);
    QTest::keyClick(picture, Qt::Key_Down, Qt::ShiftModifier);
    CHECK(dialog.boxes().front().x == Approx(before.x + 1));
    CHECK(dialog.boxes().front().h == Approx(before.h + 1));
    auto* shows = dialog.findChild<QLineEdit*>(QStringLiteral("panelShows3"));
    REQUIRE(shows);
    shows->setText(QStringLiteral("fast"));
    QTest::keyClick(shows, Qt::Key_Return);
    CHECK(dialog.named().empty());
    shows->setText(QStringLiteral("143"));
    QTest::keyClick(shows, Qt::Key_Return);
    REQUIRE(dialog.named().size() == 1);
    CHECK(dialog.named()[0].value == 143);
    CHECK(dialog.named()[0].filmS > 1);
}

TEST_CASE("a guide is made of a film and its panel alone") {
    hl::testing::applicationReady<QApplication>();
    const ScratchFolder dir;
    Tasks tasks;
    NewGuideDialog dialog(tasks);
    dialog.show();
    dialog.take({QString::fromStdString(panelFilm().string())});
    auto* panel = dialog.findChild<QPushButton*>(QStringLiteral("panelButton"));
    REQUIRE(panel->isEnabled());
    QTest::mouseClick(panel, Qt::LeftButton);
    auto* boxes = dialog.findChild<PanelDialog*>();
    REQUIRE(boxes);
    tasks.waitForAll();
    QCoreApplication::processEvents();
    for (const auto& b : trueBoxes()) drag(*boxes->findChild<PanelPicture*>(), b);
    QTest::mouseClick(boxes->findChild<QPushButton*>(QStringLiteral("panelUse")), Qt::LeftButton);
    const auto folder = QString::fromStdString((dir.path() / "guide").string());
    dialog.findChild<QLineEdit*>(QStringLiteral("newFolder"))->setText(folder);
    QSignalSpy made(&dialog, &NewGuideDialog::made);
    QTest::mouseClick(button(dialog, QStringLiteral("Make the guide")), Qt::LeftButton);
    REQUIRE(waitFor([&] { return made.count() == 1; }));
    const auto guide = readGuide(folder.toStdString());
    REQUIRE(guide);
    CHECK(guide->sources.film().tie.method == "film");
    CHECK_FALSE(guide->corners.empty());
}
