// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/cut/format_menu.h"

#include "core/guide/beat_edits.h"
#include "core/guide/edition.h"
#include "store/format_file.h"
#include "studio/views/edition_menu.h"
#include "studio/widgets/style.h"

#include <QFileDialog>
#include <QInputDialog>
#include <QLineEdit>

namespace hl {
namespace {

void choose(Desk& desk, const Format& format) {
    desk.edit({QObject::tr("Format").toStdString(), [format](Guide g) { return withFormat(std::move(g), format); }});
}

/// What the chosen one is called.
QString addFormats(QMenu& menu, Desk& desk) {
    const auto all = allFormats();
    const auto& g = desk.guide();
    menu.setToolTipsVisible(true);
    QString chosen;
    for (std::size_t i = 0; i < all.formats.size(); ++i) {
        const auto& f = all.formats[i];
        if (i == all.shipped) addHeading(menu, QObject::tr("Your own"));
        // Guides of before have none by name: they follow the one that they are cut like.
        const bool is =
            chosen.isEmpty() && followsFormat(g, f) && (g.cutWish.format.empty() || g.cutWish.format == f.key);
        if (is) chosen = QString::fromStdString(f.name);
        addChoice(menu, QString::fromStdString(f.name), is, [&desk, f] {
            choose(desk, f);
        })->setToolTip(QString::fromStdString(f.about));
    }
    if (!chosen.isEmpty()) return chosen;
    addChoice(menu, QObject::tr("one of its own"), true, [] {})->setEnabled(false);
    return QObject::tr("one of its own");
}

void saveFormat(Desk& desk, QWidget* owner) {
    bool ok = false;
    const auto name = QInputDialog::getText(owner, QObject::tr("A format of your own"),
                                            QObject::tr("Its name; it is kept beside the settings as a file."),
                                            QLineEdit::Normal, {}, &ok)
                          .trimmed();
    if (!ok || name.isEmpty()) return;
    const auto key = formatKey(name.toStdString());
    if (auto s = writeFormat(ownFormatsFolder() / (key + ".json"), formatOf(desk.guide(), key, name.toStdString(), ""));
        !s) {
        emit desk.failed(QString::fromStdString(sentence(s.error())));
        return;
    }
    desk.edit({QObject::tr("Format").toStdString(), [key](Guide g) {
                   g.cutWish.format = key;
                   return g;
               }});
}

void openFormat(Desk& desk, QWidget* owner) {
    const auto file = QFileDialog::getOpenFileName(owner, QObject::tr("A format from a file"), {},
                                                   QObject::tr("Formats of guides (*.json)"));
    if (file.isEmpty()) return;
    if (const auto f = readFormat(file.toStdString()))
        choose(desk, *f);
    else
        emit desk.failed(QString::fromStdString(sentence(f.error())));
}

QString wayText(Way w) {
    switch (w) {
    case Way::Slow: return QObject::tr("the picture is slowed");
    case Way::Stand: return QObject::tr("the picture stands at each place");
    case Way::Full: return QObject::tr("full speed, with cues");
    }
    return {};
}

void addWishes(QMenu& menu, Desk& desk) {
    const auto wish = desk.guide().cutWish;
    const auto change = [&desk](auto edit) {
        return [&desk, edit] {
            auto w = desk.guide().cutWish;
            edit(w);
            desk.edit({QObject::tr("How the guide is cut").toStdString(),
                       [w](Guide g) { return withCutWish(std::move(g), w); }});
        };
    };
    addHeading(menu, QObject::tr("A point is shown so"));
    for (const auto way : kShowingWays)
        addChoice(menu, wayText(way), wish.way == way, change([way](CutWish& w) { w.way = way; }));
    addHeading(menu, QObject::tr("The picture"));
    for (const auto& [text, fastest] : {std::pair(QObject::tr("full speed where nothing is said"), 1.0),
                                        std::pair(QObject::tr("half speed throughout"), 0.5)})
        addChoice(menu, text, wish.fastest == fastest,
                  change([fastest = fastest](CutWish& w) { w.fastest = fastest; }));
    addChoice(menu, QObject::tr("skip corners that are driven flat"), wish.skipKinks,
              change([](CutWish& w) { w.skipKinks = !w.skipKinks; }));
    addChoice(menu, QObject::tr("cues are called out in the whole lap"), wish.lapCues,
              change([](CutWish& w) { w.lapCues = !w.lapCues; }));
    addChoice(menu, QObject::tr("corners driven as one are explained as one"), wish.complexesAsOne,
              change([](CutWish& w) { w.complexesAsOne = !w.complexesAsOne; }));
}

/// Those that the film shows from line to line.
void addLaps(QMenu& menu, Desk& desk) {
    const auto& g = desk.guide();
    const auto& tie = g.sources.film().tie;
    for (const auto& lap : desk.session().laps.laps) {
        const double from = seconds(tie.footage(lap.start)), to = seconds(tie.footage(lap.start + lap.time));
        if (!lap.complete || lap.number == g.sources.lap || from < 0 || to > desk.session().videoInfo.length.count())
            continue;
        const bool told = std::any_of(g.furtherLaps.begin(), g.furtherLaps.end(),
                                      [&](const FurtherLap& l) { return l.lap == lap.number; });
        addChoice(menu, QObject::tr("lap %1, %2 s").arg(lap.number).arg(lap.time.count(), 0, 'f', 3), told,
                  [&desk, number = lap.number, told] {
                      desk.edit({QObject::tr("Another lap").toStdString(),
                                 [number, told](Guide x) { return withFurtherLap(std::move(x), number, !told); }});
                  });
    }
    if (menu.isEmpty()) menu.addAction(QObject::tr("the film shows no other whole lap"))->setEnabled(false);
}

void addOfTheCorner(QMenu& menu, Desk& desk) {
    const auto* c = desk.chosen();
    if (!c) return;
    addHeading(menu, QObject::tr("This corner"));
    addChoice(menu, QObject::tr("one of those that matter most"), c->key, [&desk, id = c->id, key = !c->key] {
        desk.edit({QObject::tr("What matters most").toStdString(),
                   [id, key](Guide g) { return withKeyCorner(std::move(g), id, key); }});
    });
    if (!c->shots.empty())
        menu.addAction(QObject::tr("let go what was set by hand (%1)").arg(c->shots.size()), [&desk, id = c->id] {
            desk.edit({QObject::tr("Let go").toStdString(), [id](Guide g) {
                           for (const auto p : kPasses) g = withoutSetShots(std::move(g), id, p);
                           return g;
                       }});
        });
}

void askBudget(Desk& desk, QWidget* owner) {
    bool ok = false;
    const auto now = desk.guide().cutWish.budgetS;
    const double minutes = QInputDialog::getDouble(
        owner, QObject::tr("How long it may get"), QObject::tr("Minutes; 0 for as long as it gets."),
        now > 0 ? now / 60 : std::ceil(desk.cut().lengthS / 60), 0, 600, 1, &ok);
    if (!ok) return;
    auto w = desk.guide().cutWish;
    w.budgetS = minutes * 60;
    desk.edit(
        {QObject::tr("How long it may get").toStdString(), [w](Guide g) { return withCutWish(std::move(g), w); }});
}

} // namespace

void fillFormatMenu(QMenu& menu, Desk& desk, QWidget* owner) {
    menu.clear();
    if (!desk.isOpen()) return;
    auto* formats = menu.addMenu(QObject::tr("Format"));
    const auto chosen = addFormats(*formats, desk);
    formats->setTitle(QObject::tr("Format: %1").arg(chosen));
    formats->addSeparator();
    formats->addAction(QObject::tr("keep as a format of your own\u2026"), [&desk, owner] { saveFormat(desk, owner); });
    formats->addAction(QObject::tr("from a file\u2026"), [&desk, owner] { openFormat(desk, owner); });
    auto* more = menu.addMenu(QObject::tr("How it is cut"));
    addWishes(*more, desk);
    const auto made = textOf(desk.guide(), desk.guide().edition);
    auto* edition = menu.addMenu(made.empty() ? QObject::tr("Edition: as driven")
                                              : QObject::tr("Edition: %1").arg(QString::fromStdString(made)));
    addEditionChoices(*edition, desk, owner);
    addLaps(*menu.addMenu(QObject::tr("Other laps that are told")), desk);
    addOfTheCorner(menu, desk);
    menu.addSeparator();
    const double budget = desk.guide().cutWish.budgetS;
    menu.addAction(budget > 0 ? QObject::tr("at most %1 minutes\u2026").arg(budget / 60, 0, 'f', 1)
                              : QObject::tr("how long it may get\u2026"),
                   [&desk, owner] { askBudget(desk, owner); });
}

void addWayChoices(QMenu& menu, Desk& desk, BeatId id) {
    const auto* b = desk.isOpen() ? beatWith(desk.guide(), id) : nullptr;
    if (!b) return;
    const auto is = b->way;
    const auto choice = [&](const QString& text, std::optional<Way> way) {
        addChoice(menu, text, is == way, [&desk, id, way] {
            desk.edit({QObject::tr("How words are shown").toStdString(),
                       [id, way](Guide g) { return withBeatWay(std::move(g), id, way); }});
        });
    };
    addHeading(menu, QObject::tr("This point is shown"));
    choice(QObject::tr("as the guide's are"), std::nullopt);
    for (const auto way : kShowingWays) choice(wayText(way), way);
    addChoice(menu, QObject::tr("they speak of no place: where there is room"), b->anywhere,
              [&desk, id, anywhere = !b->anywhere] {
                  desk.edit({QObject::tr("Place of the words").toStdString(),
                             [id, anywhere](Guide g) { return withBeatAnywhere(std::move(g), id, anywhere); }});
              });
}

} // namespace hl
