// SPDX-License-Identifier: GPL-3.0-or-later
#include "media/video_reader.h"
#include "studio/stations/publish/publish_page.h"
#include "studio/stations/scene/new_guide_dialog.h"
#include "support/studio.h"

#include <catch2/catch.hpp>
#include <QDropEvent>
#include <QLabel>
#include <QMimeData>
#include <QSpinBox>

using namespace hl;
using hl::testing::button;
using hl::testing::copiedDemo;
using hl::testing::demoFolder;
using hl::testing::ScratchFolder;
using hl::testing::Studio;
using hl::testing::waitFor;

TEST_CASE("ten seconds are rendered by a click") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir, {3}));
    REQUIRE(s.ready);
    s.key(Qt::Key_7, Qt::AltModifier);
    const auto out = QString::fromStdString((dir / "edition").string());
    s.find<QLineEdit>("editionFolder")->setText(out);
    s.find<QSpinBox>("pieceFrom")->setValue(3);
    s.find<QSpinBox>("pieceTo")->setValue(13);
    auto* page = s.window->findChild<PublishPage*>();
    QTest::mouseClick(s.find<QPushButton>("renderPiece"), Qt::LeftButton);
    CHECK(page->busy());
    REQUIRE(waitFor([&] { return !page->busy(); }, 120000));
    auto film = VideoReader::open((out + QStringLiteral("-piece.mp4")).toStdString());
    REQUIRE(film);
    CHECK(film->frameTimes().size() == 250);
    CHECK(s.find<QProgressBar>("publishProgress")->value() == 1000);
}

TEST_CASE("the picture that is shown becomes the cover, by a click or a key, and the guide can choose again") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir, {3}));
    REQUIRE(s.ready);
    s.key(Qt::Key_7, Qt::AltModifier);
    auto* picture = s.find<QLabel>("coverPicture");
    const auto seen = [&] { return picture->pixmap(Qt::ReturnByValue).toImage(); };
    REQUIRE(waitFor([&] { return !seen().isNull(); }));
    const auto byItself = seen();
    CHECK_FALSE(s.find<QPushButton>("coverByItself")->isEnabled());
    auto* player = &s.player();
    player->seekGuide(s.desk().cut().lengthS * 0.8);
    QTest::mouseClick(s.find<QPushButton>("takeCover"), Qt::LeftButton);
    REQUIRE(s.desk().guide().coverM);
    CHECK(*s.desk().guide().coverM == Approx(player->metre()).margin(0.06));
    REQUIRE(waitFor([&] { return seen() != byItself; }));
    CHECK(s.find<QLabel>("coverPlace")->text().contains(QString::number(std::lround(player->metre()))));
    QTest::mouseClick(s.find<QPushButton>("coverByItself"), Qt::LeftButton);
    CHECK_FALSE(s.desk().guide().coverM);
    REQUIRE(waitFor([&] { return seen() == byItself; }));
    s.key(Qt::Key_K, Qt::ControlModifier);
    CHECK(s.desk().guide().coverM);
    s.desk().undo();
    CHECK_FALSE(s.desk().guide().coverM);
}

TEST_CASE("publishing can be cancelled, and done again") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir, {3}));
    REQUIRE(s.ready);
    s.key(Qt::Key_7, Qt::AltModifier);
    s.desk().edit({"short", [](Guide g) {
                       for (auto& c : g.corners) c.beats.clear();
                       return g;
                   }});
    REQUIRE(waitFor([&] { return s.desk().cut().lengthS < 34; })); // the corner and three cards
    const auto out = dir / "edition";
    s.find<QLineEdit>("editionFolder")->setText(QString::fromStdString(out.string()));
    auto* page = s.window->findChild<PublishPage*>();
    auto* publish = button(*page, QStringLiteral("Publish the guide"));
    auto* cancel = button(*page, QStringLiteral("Cancel"));
    REQUIRE(publish);
    REQUIRE(cancel);
    QTest::mouseClick(publish, Qt::LeftButton);
    REQUIRE(waitFor([&] { return s.find<QProgressBar>("publishProgress")->value() > 50; }));
    QTest::mouseClick(cancel, Qt::LeftButton);
    REQUIRE(waitFor([&] { return !page->busy(); }));
    CHECK_FALSE(std::filesystem::exists(out));
    CHECK(std::distance(std::filesystem::directory_iterator(dir.path()), {}) == 1); // the guide alone
    QTest::mouseClick(publish, Qt::LeftButton);
    REQUIRE(waitFor([&] { return !page->busy(); }, 180000));
    CHECK(std::filesystem::exists(out / "index.html"));
    CHECK(button(*page, QStringLiteral("Open the result"))->isEnabled());
}

TEST_CASE("a new guide is made in the dialog and opened") {
    const ScratchFolder dir;
    hl::testing::studioReady();
    MainWindow window;
    window.show();
    window.newGuide({QString::fromStdString((demoFolder() / "saltmarrow-lap.mp4").string()),
                     QString::fromStdString((demoFolder() / "saltmarrow-log.csv").string()),
                     QString::fromStdString((demoFolder() / "saltmarrow-ring.geojson").string())});
    auto* dialog = window.findChild<NewGuideDialog*>();
    REQUIRE(dialog);
    dialog->findChild<QLineEdit*>(QStringLiteral("newFolder"))
        ->setText(QString::fromStdString((dir / "made").string()));
    QTest::mouseClick(button(*dialog, QStringLiteral("Make the guide")), Qt::LeftButton);
    REQUIRE(waitFor([&] { return window.desk().isOpen(); }));
    CHECK(window.desk().guide().corners.size() == 11);
    CHECK(std::filesystem::exists(dir / "made/guide.json"));
}

TEST_CASE("the dialog says what is wrong and keeps what was typed") {
    const ScratchFolder dir;
    hl::testing::studioReady();
    MainWindow window;
    window.show();
    const auto prose = dir.write("prose.csv", "hello\nworld\n").string();
    window.newGuide(
        {QString::fromStdString((demoFolder() / "saltmarrow-lap.mp4").string()), QString::fromStdString(prose)});
    auto* dialog = window.findChild<NewGuideDialog*>();
    REQUIRE(dialog);
    dialog->findChild<QLineEdit*>(QStringLiteral("newFolder"))
        ->setText(QString::fromStdString((dir / "made").string()));
    QTest::mouseClick(button(*dialog, QStringLiteral("Make the guide")), Qt::LeftButton);
    const auto said = [&] {
        for (auto* l : dialog->findChildren<QLabel*>())
            if (l->text().contains(QStringLiteral("no table of numbers"))) return true;
        return false;
    };
    CHECK(waitFor(said));
    CHECK(dialog->findChild<QLineEdit*>(QStringLiteral("newLog"))->text() == QString::fromStdString(prose));
    CHECK_FALSE(std::filesystem::exists(dir / "made"));
}

TEST_CASE("two moments typed in the dialog tie a film whose log has no engine speed") {
    const ScratchFolder dir;
    hl::testing::studioReady();
    MainWindow window;
    window.show();
    window.newGuide({QString::fromStdString((demoFolder() / "saltmarrow-lap.mp4").string()),
                     QString::fromStdString((demoFolder() / "saltmarrow-log.csv").string())});
    auto* dialog = window.findChild<NewGuideDialog*>();
    REQUIRE(dialog);
    dialog->findChild<QLineEdit*>(QStringLiteral("newFolder"))
        ->setText(QString::fromStdString((dir / "made").string()));
    dialog->findChild<QLineEdit*>(QStringLiteral("newPairs"))->setText(QStringLiteral("14.0:500, 64:2600"));
    QTest::mouseClick(button(*dialog, QStringLiteral("Make the guide")), Qt::LeftButton);
    REQUIRE(waitFor([&] { return window.desk().isOpen(); }));
    CHECK(window.desk().guide().sources.film().tie.method == "hand");
}

TEST_CASE("a film and a log dropped on the window fill the dialog, a guide's folder opens") {
    const ScratchFolder dir;
    const auto folder = copiedDemo(dir);
    hl::testing::studioReady();
    MainWindow window;
    window.show();
    const auto drop = [&](const QStringList& files) {
        QMimeData data;
        QList<QUrl> urls;
        for (const auto& f : files) urls << QUrl::fromLocalFile(f);
        data.setUrls(urls);
        QDragEnterEvent enter(QPoint(100, 100), Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
        QApplication::sendEvent(&window, &enter);
        CHECK(enter.isAccepted());
        QDropEvent e(QPointF(100, 100), Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
        QApplication::sendEvent(&window, &e);
    };
    drop({QStringLiteral("/a/film.mov"), QStringLiteral("/a/log.csv")});
    auto* dialog = window.findChild<NewGuideDialog*>();
    REQUIRE(dialog);
    CHECK(dialog->findChild<QLineEdit*>(QStringLiteral("newVideo"))->text() == QStringLiteral("/a/film.mov"));
    CHECK(dialog->findChild<QLineEdit*>(QStringLiteral("newLog"))->text() == QStringLiteral("/a/log.csv"));
    dialog->close();
    drop({folder});
    CHECK(waitFor([&] { return window.desk().isOpen(); }));
}
