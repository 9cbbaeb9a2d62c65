// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/views/picture_menu.h"

#include "core/guide/showing_edits.h"

namespace hl {

void addPictureChoices(QMenu& menu, Desk& desk, BeatId id) {
    const auto* beat = desk.isOpen() ? beatWith(desk.guide(), id) : nullptr;
    if (!beat) return;
    const auto shown = beat->shown;
    const auto add = [&](const QString& what, const std::optional<PictureOf>& picture) {
        auto* a = menu.addAction(what, &desk, [&desk, id, picture] {
            desk.edit({QObject::tr("Picture over words").toStdString(),
                       [id, picture](Guide g) { return withBeatShown(std::move(g), id, picture); }});
        });
        a->setCheckable(true);
        a->setChecked(shown == picture);
    };
    add(QObject::tr("as in its pass"), std::nullopt);
    add(QObject::tr("from above: the plan view"), kPlanPicture);
    add(QObject::tr("the film"), PictureOf{});
    if (!desk.guide().sources.stills.empty()) add(QObject::tr("the picture taken on foot"), kStillPictures);
    const auto& films = desk.guide().sources.films;
    for (std::size_t i = 1; i < films.size(); ++i)
        add(QObject::tr("%1 film %2").arg(QString::fromUtf8(key(films[i].role).data())).arg(i),
            PictureOf{PictureOf::Kind::Film, films[i].id});
}

} // namespace hl
