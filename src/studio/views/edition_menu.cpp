// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/views/edition_menu.h"

#include "core/guide/edition.h"
#include "store/format_file.h"
#include "studio/widgets/style.h"

#include <algorithm>
#include <QInputDialog>
#include <QLineEdit>

namespace hl {
namespace {

std::function<void()> make(Desk& desk, Edition edition) {
    return [&desk, edition] {
        desk.edit(
            {QObject::tr("Edition").toStdString(), [edition](Guide g) { return withEdition(std::move(g), edition); }});
    };
}

/// Its name, and the day in one line as it is typed for the conditions.
void askVariant(Desk& desk, QWidget* owner) {
    bool ok = false;
    const auto name = QInputDialog::getText(owner, QObject::tr("Another day, or another car"),
                                            QObject::tr("How it is called: \"in heavy rain\", \"the club class\""),
                                            QLineEdit::Normal, {}, &ok)
                          .trimmed();
    if (!ok || name.isEmpty()) return;
    const auto day = QInputDialog::getText(owner, name, QObject::tr("What is otherwise that day: \"wet, 9 \u00b0C\""),
                                           QLineEdit::Normal, {}, &ok);
    if (!ok) return;
    Variant v{formatKey(name.toStdString()), name.toStdString(), conditionsFrom(day.toStdString())};
    desk.edit({QObject::tr("Edition").toStdString(), [v](Guide g) {
                   auto edition = g.edition;
                   edition.variant = v.key;
                   return withEdition(withVariant(std::move(g), v), edition);
               }});
}

} // namespace

QString variantText(const Guide& g, const std::string& key) {
    const auto* v = variantNamed(g, key);
    return QString::fromStdString(v && !v->name.empty() ? v->name : key);
}

QString editionNote(const Guide& g, const Beat& b) {
    if (!b.only.any()) return isSaid(g, b) ? QString() : QObject::tr("other words are said in their place");
    auto text = b.only.variant.empty() ? QString() : QObject::tr("only %1").arg(variantText(g, b.only.variant));
    if (b.only.depth)
        text += (text.isEmpty() ? QString() : QStringLiteral(", ")) +
                (*b.only.depth == Depth::Basic ? QObject::tr("only in the basic edition")
                                               : QObject::tr("only in the advanced edition"));
    if (b.insteadOf && beatWith(g, b.insteadOf)) text += QObject::tr(", in place of other words");
    return isSaid(g, b) ? text : QObject::tr("%1: not in the edition that is made now").arg(text);
}

void addEditionChoices(QMenu& menu, Desk& desk, QWidget* owner) {
    const auto& g = desk.guide();
    const auto now = g.edition;
    addHeading(menu, QObject::tr("The day and the car"));
    addChoice(menu, QObject::tr("as the lap was driven"), now.variant.empty(), make(desk, {"", now.depth}));
    for (const auto& v : variantsOf(g))
        addChoice(menu, variantText(g, v.key), now.variant == v.key, make(desk, {v.key, now.depth}));
    menu.addAction(QObject::tr("another\u2026"), [&desk, owner] { askVariant(desk, owner); });
    for (const auto& v : g.variants)
        if (v.key == now.variant)
            menu.addAction(QObject::tr("take \"%1\" away, and what is said for it alone").arg(variantText(g, v.key)),
                           [&desk, key = v.key] {
                               desk.edit({QObject::tr("Edition").toStdString(),
                                          [key](Guide x) { return withoutVariant(std::move(x), key); }});
                           });
    addHeading(menu, QObject::tr("For whom"));
    addChoice(menu, QObject::tr("every pedal: all looks and numbers"), now.depth == Depth::Advanced,
              make(desk, {now.variant, Depth::Advanced}));
    addChoice(menu, QObject::tr("the basics: one look, few numbers"), now.depth == Depth::Basic,
              make(desk, {now.variant, Depth::Basic}));
}

void addOnlyInChoices(QMenu& menu, Desk& desk, BeatId id) {
    const auto* b = desk.isOpen() ? beatWith(desk.guide(), id) : nullptr;
    if (!b) return;
    const auto is = b->only;
    const auto only = [&](const QString& text, OnlyIn wish) {
        addChoice(menu, text, is == wish, [&desk, id, wish] {
            desk.edit({QObject::tr("Edition of words").toStdString(),
                       [id, wish](Guide g) { return withBeatOnlyIn(std::move(g), id, wish); }});
        });
    };
    addHeading(menu, QObject::tr("Said in"));
    only(QObject::tr("every edition"), {});
    only(QObject::tr("the advanced one only"), {is.variant, Depth::Advanced});
    only(QObject::tr("the basic one only"), {is.variant, Depth::Basic});
    const auto all = variantsOf(desk.guide());
    for (const auto& v : all) only(QObject::tr("only %1").arg(variantText(desk.guide(), v.key)), {v.key, is.depth});
    addHeading(menu, QObject::tr("Say it otherwise"));
    for (const auto& v : all)
        menu.addAction(variantText(desk.guide(), v.key), [&desk, id, key = v.key] {
            desk.edit({QObject::tr("Other words").toStdString(),
                       [id, key](Guide g) { return withBeatInstead(std::move(g), id, key); }});
        });
}

namespace {
const QString kDepthPrefix = QStringLiteral("depth ");

QString depthData(Depth d) { return kDepthPrefix + QString::fromUtf8(key(d).data()); }
} // namespace

void fillOnlyIn(QComboBox& box, const Guide& g) {
    box.clear();
    box.addItem(QObject::tr("always"), QString());
    for (const auto& v : variantsOf(g))
        box.addItem(QObject::tr("only %1").arg(variantText(g, v.key)), QString::fromStdString(v.key));
    box.addItem(QObject::tr("only in the advanced edition"), depthData(Depth::Advanced));
    box.addItem(QObject::tr("only in the basic edition"), depthData(Depth::Basic));
}

void chooseOnlyIn(QComboBox& box, const OnlyIn& only) {
    const auto data =
        only.variant.empty() && only.depth ? depthData(*only.depth) : QString::fromStdString(only.variant);
    box.setCurrentIndex(std::max(0, box.findData(data)));
}

OnlyIn onlyInChosen(const QComboBox& box) {
    const auto data = box.currentData().toString();
    if (data.startsWith(kDepthPrefix)) return {{}, depthOf(data.mid(kDepthPrefix.size()).toStdString())};
    return {data.toStdString(), {}};
}

} // namespace hl
