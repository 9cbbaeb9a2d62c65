// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/shots.h"

#include "core/guide/showing_edits.h"
#include "store/files.h"
#include "store/log_file.h"
#include "studio/main_window.h"
#include "studio/shelf/shelf_page.h"
#include "studio/stations/corners/corner_page.h"
#include "studio/stations/markers/markers_page.h"
#include "studio/stations/scene/columns_dialog.h"
#include "studio/stations/scene/laps_list.h"
#include "studio/stations/scene/new_guide_dialog.h"
#include "studio/stations/scene/panel_dialog.h"
#include "studio/stations/scene/scene_page.h"
#include "studio/stations/scene/setup_leaf.h"
#include "studio/stations/words/script_page.h"
#include "studio/views/evidence_view.h"
#include "studio/views/loupe.h"
#include "studio/widgets/help_overlay.h"

#include <QApplication>
#include <QDir>
#include <QElapsedTimer>
#include <QFileInfo>
#include <QLineEdit>
#include <QThread>

namespace hl {
namespace {

template <class Until> bool waitFor(Until until, int ms) {
    QElapsedTimer t;
    t.start();
    while (!until() && t.elapsed() < ms) {
        QApplication::processEvents(QEventLoop::AllEvents, 20);
        QThread::msleep(5);
    }
    return until();
}

void settle(int ms) {
    waitFor([] { return false; }, ms);
}

} // namespace

int takeShots(MainWindow& w, const QString& guide, const QString& folder) {
    QDir().mkpath(folder);
    w.resize(1280, 800);
    auto* shelf = w.findChild<ShelfPage*>();
    shelf->lookIn({QFileInfo(guide).absolutePath()});
    waitFor([&] { return shelf->shown() > 0; }, 20000);
    settle(800);
    w.grab().save(QDir(folder).filePath(QStringLiteral("shelf.png")));
    w.open(guide);
    if (!waitFor([&] { return w.desk().isOpen() && w.desk().cut().lengthS > 0 && !w.player().picture().isNull(); },
                 60000))
        return 1;
    bool all = true;
    const auto shot = [&](const char* name) {
        settle(700);
        all &= w.grab().save(QDir(folder).filePath(QString::fromLatin1(name)));
    };
    if (const auto* sluice = cornerNumbered(w.desk().guide(), 3)) w.desk().choose(sluice->id);
    const auto* facts = w.desk().factsOf(w.desk().corner());
    w.player().seekMetre(facts && facts->brakeOnsetM ? facts->brakeOnsetM->value - 38 : 100);
    w.go(StationId::Scene);
    auto* laps = w.findChild<LapsList*>();
    waitFor([&] { return laps->count() > 0; }, 20000);
    shot("scene.png");
    auto* scene = w.findChild<ScenePage*>();
    scene->showLeaf(1);
    w.findChild<SetupLeaf*>()->compareWith(
        QFileInfo(guide).dir().filePath(QStringLiteral("shelf/saltmarrow-tern-nine-guide")));
    shot("set-up.png");
    w.findChild<SetupLeaf*>()->compareWith({});
    scene->showLeaf(0);
    w.go(StationId::LineUp);
    waitFor(
        [&] {
            auto* e = w.findChild<EvidenceView*>();
            return e && e->hasMotion();
        },
        60000);
    shot("line-up.png");
    w.go(StationId::Corners);
    shot("corners.png");
    auto* page = w.findChild<CornerPage*>();
    for (const auto& lap : w.desk().session().laps.laps)
        if (lap.complete && lap.number != w.desk().session().trace.lap.number) {
            w.desk().besideLaps().put(lap.number);
            break;
        }
    waitFor([&] { return !w.desk().beside().empty(); }, 10000);
    page->showView(1);
    shot("facts.png");
    page->showView(2);
    shot("whole-lap.png");
    if (!w.desk().beside().empty()) w.desk().besideLaps().takeAway(w.desk().beside().front()->name);
    page->showView(0);
    w.setFilmLarge(true);
    auto* loupe = w.findChild<Loupe*>();
    loupe->show();
    loupe->lookAt({572, 318});
    shot("loupe.png");
    loupe->hide();
    w.setFilmLarge(false);
    if (auto* help = w.findChild<HelpOverlay*>()) {
        help->setGeometry(w.rect());
        help->show();
        help->raise();
        shot("keys.png");
        help->hide();
    }
    w.go(StationId::Markers);
    waitFor([&] { return w.desk().session().bonnet != nullptr && w.desk().labelsAreOfThisCut(); }, 60000);
    w.findChild<MarksList*>()->setCurrentCell(0, 0);
    shot("markers.png");
    auto* markers = w.findChild<MarkersPage*>();
    markers->setPinning(true);
    shot("pins.png");
    markers->disarm();
    w.go(StationId::Words);
    if (const auto* c = w.desk().chosen(); c && c->beats.size() > 1) w.findChild<ScriptPage*>()->choose(c->beats[1].id);
    shot("words.png");
    w.go(StationId::Cut);
    w.player().seekGuide(w.player().guideTime() + 6);
    shot("cut.png");
    w.desk().edit({"shots", [](Guide g) {
                       g = withShowing(std::move(g), SectionKind::WalkThrough, {kPlanPicture, {}});
                       return withGauges(std::move(g), gaugeSet("advanced"));
                   }});
    waitFor([&] { return w.desk().labelsAreOfThisCut(); }, 20000);
    w.setFilmLarge(true);
    shot("plan.png");
    w.setFilmLarge(false);
    w.desk().undo();
    w.desk().discardUnsaved(); // nothing is kept aside of it
    w.go(StationId::Publish);
    // Names without the folders of the machine that takes the pictures.
    if (auto* edition = w.findChild<QLineEdit*>(QStringLiteral("editionFolder")))
        edition->setText(QStringLiteral("guides/saltmarrow-edition"));
    shot("publish.png");
    w.newGuide({QStringLiteral("films/saltmarrow-lap.mp4"), QStringLiteral("films/saltmarrow-log.csv"),
                QStringLiteral("tracks/saltmarrow-ring.geojson")});
    settle(300);
    if (auto* dialog = w.findChild<NewGuideDialog*>())
        all &= dialog->grab().save(QDir(folder).filePath(QStringLiteral("new-guide.png")));
    if (auto shape = readLogShape(w.desk().session().logFile)) {
        ColumnsDialog columns(std::move(*shape), &w);
        columns.show();
        settle(200);
        all &= columns.grab().save(QDir(folder).filePath(QStringLiteral("columns.png")));
    }
    const auto panelFilm = w.desk().session().video.parent_path() / "saltmarrow-panel.mp4";
    if (const auto text = readFile(panelFilm.string() + ".panel.csv"))
        if (auto boxes = parsePanelBoxes(*text, "")) {
            PanelDialog panel(w.desk().tasks(), QString::fromStdString(panelFilm.string()), std::move(*boxes), &w);
            panel.show();
            panel.read();
            for (int i = 0; i < 100 && panel.busy(); ++i) settle(100);
            settle(200);
            all &= panel.grab().save(QDir(folder).filePath(QStringLiteral("panel.png")));
        }
    return all ? 0 : 1;
}

} // namespace hl
