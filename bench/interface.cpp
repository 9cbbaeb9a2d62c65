// SPDX-License-Identifier: GPL-3.0-or-later
// How long the interface's thread is away while a person works: opening, playing, dragging, editing, publishing beside
// it.
#include "core/guide/beat_edits.h"
#include "core/units/numbers.h"
#include "report.h"
#include "store/guide_file.h"
#include "studio/main_window.h"
#include "studio/stations/publish/publish_page.h"
#include "studio/views/stretch_view.h"
#include "studio/widgets/style.h"

#include <algorithm>
#include <QApplication>
#include <QElapsedTimer>
#include <QEventLoop>
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

/// From an edit of words, in the cut station, until the cut is planned anew and the view painted: the middle of twenty,
/// ms. The scratch voice speaks the new words meanwhile.
double keystrokeToStretch(MainWindow& w) {
    w.go(QStringLiteral("Cut"));
    QTest::qWait(500);
    auto* view = w.findChild<StretchView*>();
    if (!view) return kNaN;
    std::vector<double> ms;
    const std::string typed = "Brake at the board and let it run.";
    for (std::size_t n = 1; n <= 20; ++n) {
        QElapsedTimer t;
        QEventLoop until;
        const auto planned = QObject::connect(&w.desk(), &Desk::cutChanged, &until, &QEventLoop::quit);
        const auto id = w.desk().guide().corners[2].beats.front().id;
        t.start();
        w.desk().edit({"words", [&](Guide g) { return withWords(std::move(g), id, typed.substr(0, 10 + n)); }});
        until.exec();
        while (!view->showsThisCut()) QCoreApplication::processEvents();
        view->repaint();
        ms.push_back(static_cast<double>(t.nsecsElapsed()) / 1e6);
        QObject::disconnect(planned);
        QTest::qWait(60);
    }
    std::sort(ms.begin(), ms.end());
    return ms[ms.size() / 2];
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
        r.push_back({"a keystroke until the stretch view is of it", keystrokeToStretch(w), "ms", 16});
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
