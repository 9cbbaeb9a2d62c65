// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/markers/thing_fields.h"

#include "core/guide/marker_edits.h"
#include "studio/widgets/choice_box.h"

#include <algorithm>
#include <QGridLayout>

namespace hl {
namespace {

QComboBox* choice(const QString& name, const char* object, const std::vector<std::pair<const char*, QString>>& values) {
    constexpr int kLeastWidth = 60; // px
    auto* box = choiceBox(name, object, kLeastWidth);
    for (const auto& [data, text] : values) box->addItem(text, QString::fromLatin1(data));
    return box;
}

/// One that nobody here knows is shown as it is.
void choose(QComboBox* box, const std::string& data) {
    const auto text = QString::fromStdString(data);
    if (box->findData(text) < 0) box->addItem(text, text);
    box->setCurrentIndex(box->findData(text));
}

std::string chosen(const QComboBox* box) { return box->currentData().toString().toStdString(); }

constexpr Topic kUses[] = {Topic::Brake, Topic::TurnIn};

} // namespace

ThingFields::ThingFields(Desk& desk, QWidget* parent)
    : QWidget(parent), desk_(desk), kind_(choice(tr("What the thing is"), "thingKind",
                                                 {{"thing", tr("a thing")},
                                                  {"board", tr("board")},
                                                  {"post", tr("post")},
                                                  {"fence end", tr("end of a fence")},
                                                  {"tree", tr("tree")},
                                                  {"hut", tr("hut")},
                                                  {"seam", tr("seam")},
                                                  {"patch", tr("patch")},
                                                  {"sign", tr("sign")},
                                                  {"shadow", tr("shadow")}})),
      lasts_(choice(tr("How long it lasts"), "thingLasts",
                    {{"permanent", tr("lasts")}, {"season", tr("lasts a season")}, {"fragile", tr("may be gone")}})),
      light_(choice(tr("In which light it is seen"), "thingLight",
                    {{"", tr("in any light")},
                     {"day", tr("by day")},
                     {"low sun", tr("not in low sun")},
                     {"dry", tr("not in the wet")}})),
      use_(choice(tr("For what it is looked at"), "thingUse", {{"", tr("only shown")}})) {
    for (const auto topic : kUses) {
        const auto what = topic == Topic::Brake ? tr("braking") : tr("turning in");
        const auto key = QString::fromUtf8(hl::key(topic).data(), static_cast<qsizetype>(hl::key(topic).size()));
        use_->addItem(tr("first for %1").arg(what), key + QStringLiteral(" 1"));
        use_->addItem(tr("second for %1").arg(what), key + QStringLiteral(" 2"));
    }
    auto* grid = new QGridLayout(this);
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setSpacing(4);
    grid->addWidget(kind_, 0, 0);
    grid->addWidget(lasts_, 0, 1);
    grid->addWidget(light_, 1, 0);
    grid->addWidget(use_, 1, 1);
    for (auto* box : {kind_, lasts_, light_}) connect(box, &QComboBox::activated, this, &ThingFields::takeThing);
    connect(use_, &QComboBox::activated, this, &ThingFields::takeUse);
    hide();
}

void ThingFields::show(CornerId corner, ReferenceId thing) {
    corner_ = corner, thing_ = thing;
    const auto* r = desk_.isOpen() ? referenceWith(desk_.guide(), thing) : nullptr;
    setVisible(r != nullptr);
    if (!r) return;
    choose(kind_, r->kind), choose(lasts_, r->lasts), choose(light_, r->light);
    std::string use;
    if (const auto* c = cornerWith(desk_.guide(), corner))
        for (const auto& a : c->advice)
            if (std::find(std::begin(kUses), std::end(kUses), a.topic) != std::end(kUses)) {
                if (a.second == thing) use = std::string(key(a.topic)) + " 2";
                if (a.first == thing) use = std::string(key(a.topic)) + " 1";
            }
    choose(use_, use);
}

void ThingFields::takeThing() {
    desk_.edit({tr("Thing told").toStdString(),
                [id = thing_, kind = chosen(kind_), lasts = chosen(lasts_), light = chosen(light_)](Guide g) {
                    return withThingTold(std::move(g), id, kind, lasts, light);
                }});
}

void ThingFields::takeUse() {
    const auto use = chosen(use_);
    if (use.empty()) return show(corner_, thing_); // what is looked for is taken away where it stands: in the sheet
    const auto topic = topicOf(use.substr(0, use.size() - 2));
    if (!topic) return;
    desk_.edit({tr("What to look for").toStdString(),
                [c = corner_, id = thing_, t = *topic, first = use.back() == '1'](Guide g) {
                    return withLookFor(std::move(g), c, t, id, first);
                }});
}

} // namespace hl
