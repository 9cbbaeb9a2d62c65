// SPDX-License-Identifier: GPL-3.0-or-later
// The shelf with a hundred guides: until it is painted, and from letter to answer.
#include "jobs/shelf.h"
#include "report.h"
#include "store/guide_file.h"
#include "studio/main_window.h"
#include "studio/shelf/shelf_page.h"
#include "studio/widgets/style.h"

#include <algorithm>
#include <QApplication>
#include <QElapsedTimer>
#include <QTest>

namespace hl::bench {
namespace fs = std::filesystem;
namespace {

constexpr int kGuides = 100;

/// Folders with a guide and its cache each; films and logs are the demo's own.
bool makeGuides(const fs::path& demo, const fs::path& to) {
    const auto names = {"fennick-drove", "saltmarrow-tern-nine", "pessick-levels"};
    for (int i = 0; i < kGuides; ++i) {
        const std::string name = *(names.begin() + i % 3);
        const auto from = demo / "shelf" / (name + "-guide"), folder = to / ("guide-" + std::to_string(i));
        auto guide = readGuide(from);
        if (!guide) return false;
        fs::create_directories(folder);
        fs::copy(from / "cache", folder / "cache", fs::copy_options::recursive);
        guide->sources.film().file = fs::absolute(demo / "shelf" / (name + ".mp4")).string();
        guide->sources.log = fs::absolute(from / guide->sources.log).string();
        guide->sources.trackFile = fs::absolute(from / guide->sources.trackFile).string();
        guide->scene.title += " " + std::to_string(i);
        if (!saveGuide(folder, *guide)) return false;
    }
    return true;
}

} // namespace

Report speedOfShelf(const fs::path& demo) {
    const auto base = fs::temp_directory_path() / "lantern-bench-shelf";
    fs::remove_all(base);
    const auto before = qgetenv("XDG_DATA_HOME");
    qputenv("XDG_DATA_HOME", (base / "data").c_str());
    qApp->setStyleSheet(studioStyle());
    Report r;
    if (makeGuides(demo, base / "guides")) {
        QElapsedTimer clock;
        clock.start();
        if (auto almanac = Almanac::open(almanacFile())) (void)rebuildAlmanac(*almanac, {base / "guides"}, {});
        r.push_back(
            {"the almanac made from a hundred folders", static_cast<double>(clock.nsecsElapsed()) / 1e6, "ms", 1000});
        clock.restart();
        MainWindow w;
        auto* shelf = w.findChild<ShelfPage*>();
        w.show();
        while (shelf->shown() < kGuides && clock.elapsed() < 20000)
            QCoreApplication::processEvents(QEventLoop::AllEvents, 2);
        const double read = static_cast<double>(clock.nsecsElapsed()) / 1e6;
        clock.restart();
        (void)w.grab();
        const double painted = static_cast<double>(clock.nsecsElapsed()) / 1e6;
        r.push_back({"the window made, the cards read and painted", read + painted, "ms", 300});
        QTest::qWait(1500);
        w.stalls().reset();
        std::vector<double> times;
        for (const auto* typed :
             {"f", "fe", "fen", "fennick", "fennick 1", "tern", "tern nine 4", "nowhere", "", "kart"}) {
            clock.restart();
            shelf->find(QString::fromLatin1(typed));
            (void)shelf->grab();
            times.push_back(static_cast<double>(clock.nsecsElapsed()) / 1e6);
        }
        const auto spread = spreadOf(times);
        r.push_back({"from a letter to the painted answer, median", spread.median, "ms", 50});
        r.push_back({"the slowest of ten", spread.most, "ms", 50});
    }
    qputenv("XDG_DATA_HOME", before);
    fs::remove_all(base);
    return r;
}

} // namespace hl::bench
