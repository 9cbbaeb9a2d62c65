// SPDX-License-Identifier: GPL-3.0-or-later
// How long the interface's thread is away while a person works: opening, playing, dragging, editing, publishing beside
// it.
#include "report.h"
#include "store/guide_file.h"
#include "studio/main_window.h"
#include "studio/stations/publish/publish_page.h"
#include "studio/widgets/style.h"

#include <QApplication>
#include <QElapsedTimer>
#include <QTest>

namespace hl::bench {
namespace fs = std::filesystem;
namespace {

template <class Until> void waitFor(Until until, int ms = 60000) {
    QElapsedTimer t;
    t.start();
    while (!until() && t.elapsed() < ms) QTest::qWait(5);
}

/// Longest stall while `work` is done and what follows settles, ms.
template <class Work> double longest(MainWindow& w, Work work) {
    QTest::qWait(50);
    w.stalls().reset();
    work();
    QTest::qWait(50);
    return w.stalls().longestMs();
}

} // namespace

Report stallsOfInterface(const fs::path& demo) {
    qApp->setStyleSheet(studioStyle());
    const auto folder = fs::temp_directory_path() / "lantern-bench-guide";
    fs::remove_all(folder);
    fs::copy(demo / "saltmarrow-guide", folder, fs::copy_options::recursive);
    auto guide = readGuide(folder);
    if (!guide) return {};
    guide->sources.film().file = fs::absolute(demo / "saltmarrow-lap.mp4").string();
    if (!saveGuide(folder, *guide)) return {};
    Report r;
    {
        MainWindow w;
        w.show();
        QTest::qWait(300);
        const auto told = [&](const char* what, double ms) { r.push_back({what, ms, "ms", 50}); };
        told("opening a guide", longest(w, [&] {
                 w.open(QString::fromStdString(folder.string()));
                 waitFor(
                     [&] { return w.desk().isOpen() && w.desk().cut().lengthS > 0 && !w.player().picture().isNull(); });
             }));
        told("from station to station, line-up for the first time", longest(w, [&] {
                 for (int s = 0; s < 6; ++s) w.go(s), QTest::qWait(300);
             }));
        told("corner after corner", longest(w, [&] {
                 w.go(QStringLiteral("Corners"));
                 for (int i = 0; i < 10; ++i) w.desk().chooseNeighbour(1), QTest::qWait(60);
             }));
        told("playing for three seconds", longest(w, [&] {
                 w.player().toggle();
                 QTest::qWait(3000);
                 w.player().pause();
             }));
        told("dragging along the lap", longest(w, [&] {
                 for (int i = 0; i < 150; ++i) w.player().seekMetre(20.0 * i), QTest::qWait(12);
             }));
        told("editing words twenty times", longest(w, [&] {
                 w.go(QStringLiteral("Words"));
                 for (int i = 0; i < 20; ++i) {
                     const auto id = w.desk().guide().corners.front().beats.front().id;
                     w.desk().edit({"words", [id, i](Guide g) {
                                        return withWords(std::move(g), id,
                                                         "Brake at the board, " + std::to_string(i) + ".");
                                    }});
                     QTest::qWait(40);
                 }
             }));
        told("working while the guide is published", longest(w, [&] {
                 w.go(QStringLiteral("Publish"));
                 auto* page = w.findChild<PublishPage*>();
                 for (auto* b : page->findChildren<QPushButton*>())
                     if (b->accessibleName() == QStringLiteral("Publish the guide")) b->click();
                 w.go(QStringLiteral("Corners"));
                 for (int i = 0; i < 60; ++i) w.player().seekMetre(50.0 * i), QTest::qWait(60);
                 page->cancel();
                 waitFor([&] { return !page->busy(); });
             }));
        w.desk().discardUnsaved();
    }
    fs::remove_all(folder);
    return r;
}

} // namespace hl::bench
