// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/words/school_menu.h"

#include "jobs/lap_choice.h"
#include "studio/widgets/style.h"

namespace hl {
namespace {

constexpr TaskKind kDrafting{"draft in another school"};

/// Off the interface's thread: the lap is looked at twice, as it was drafted and as it would be.
void draft(Desk& desk, QObject* owner, const School& school, const Scene& scene) {
    desk.tasks().start(
        owner, kDrafting,
        [g = desk.guide(), s = desk.sharedSession(), school, scene](const Progress&) {
            return std::pair(g, redraftedFor(g, *s, school, scene));
        },
        [&desk, school](std::pair<Guide, Guide> made) {
            desk.edit({QObject::tr("Draft").toStdString(), [made = std::move(made)](Guide g) {
                           return g == made.first ? made.second : g; // somebody wrote on meanwhile: theirs counts
                       }});
        });
}

} // namespace

void fillSchoolMenu(QMenu& menu, Desk& desk, QObject* owner) {
    menu.clear();
    if (!desk.isOpen()) return;
    const auto scene = desk.guide().scene;
    const auto school = desk.guide().school;
    const auto choice = [&](const QString& text, bool is, auto change) {
        addChoice(menu, text, is, [&desk, owner, change] {
            auto s = desk.guide().school;
            auto sc = desk.guide().scene;
            change(s, sc);
            draft(desk, owner, s, sc);
        });
    };
    addHeading(menu, QObject::tr("Numbers"));
    choice(QObject::tr("in figures"), school.numbers, [](School& s, Scene&) { s.numbers = true; });
    choice(QObject::tr("by feel, without figures"), !school.numbers, [](School& s, Scene&) { s.numbers = false; });
    addHeading(menu, QObject::tr("Depth"));
    choice(QObject::tr("every pedal"), school.advanced, [](School& s, Scene&) { s.advanced = true; });
    choice(QObject::tr("marks, gears and line only"), !school.advanced, [](School& s, Scene&) { s.advanced = false; });
    addHeading(menu, QObject::tr("Who"));
    choice(QObject::tr("to the pupil: brake at ..."), !school.asI, [](School& s, Scene&) { s.asI = false; });
    choice(QObject::tr("of oneself: I brake at ..."), school.asI, [](School& s, Scene&) { s.asI = true; });
    addHeading(menu, QObject::tr("Distances"));
    for (const auto& [text, unit] :
         {std::pair(QObject::tr("metres"), DistanceUnit::Metres), std::pair(QObject::tr("yards"), DistanceUnit::Yards),
          std::pair(QObject::tr("car lengths"), DistanceUnit::CarLengths)})
        choice(text, school.distance == unit, [unit](School& s, Scene&) { s.distance = unit; });
    addHeading(menu, QObject::tr("Speeds"));
    for (const auto unit : {SpeedUnit::Kmh, SpeedUnit::Mph})
        choice(QString::fromUtf8(symbol(unit).data()), scene.speedUnit == unit,
               [unit](School&, Scene& s) { s.speedUnit = unit; });
    addHeading(menu, QObject::tr("Corners"));
    choice(QObject::tr("by name"), scene.cornerLabels != CornerLabels::Numbers,
           [](School&, Scene& s) { s.cornerLabels = CornerLabels::Both; });
    choice(QObject::tr("by number"), scene.cornerLabels == CornerLabels::Numbers,
           [](School&, Scene& s) { s.cornerLabels = CornerLabels::Numbers; });
}

void fillSoundMenu(QMenu& menu, Desk& desk, QObject* owner) {
    menu.clear();
    if (!desk.isOpen()) return;
    const auto choice = [&](const QString& text, bool is, const QString& what, std::function<Guide(Guide)> change) {
        auto* a = menu.addAction(text, owner, [&desk, what, change] { desk.edit({what.toStdString(), change}); });
        a->setCheckable(true);
        a->setChecked(is);
    };
    const auto& g = desk.guide();
    addHeading(menu, QObject::tr("Loudness of the guide"));
    for (const auto& [lufs, who] :
         {std::pair(-14.0, QObject::tr("-14 LUFS, loud")), std::pair(-16.0, QObject::tr("-16 LUFS, as usual")),
          std::pair(-18.0, QObject::tr("-18 LUFS")), std::pair(-23.0, QObject::tr("-23 LUFS, as broadcast"))})
        choice(who, std::abs(g.loudnessLufs - lufs) < 0.01, QObject::tr("Loudness"),
               [lufs = lufs](Guide x) { return withLoudness(std::move(x), lufs); });
    addHeading(menu, QObject::tr("Your takes"));
    const auto care = g.voiceCare;
    choice(QObject::tr("without rumble below the voice"), care.highPass, QObject::tr("Sound of takes"),
           [care](Guide x) {
               return withVoiceCare(std::move(x), {!care.highPass, care.lessNoise});
           });
    choice(QObject::tr("with less noise"), care.lessNoise, QObject::tr("Sound of takes"), [care](Guide x) {
        return withVoiceCare(std::move(x), {care.highPass, !care.lessNoise});
    });
    addHeading(menu, QObject::tr("Captions"));
    choice(QObject::tr("with the time of every word"), g.wordTimes, QObject::tr("Captions"),
           [on = !g.wordTimes](Guide x) { return withWordTimes(std::move(x), on); });
}

} // namespace hl
