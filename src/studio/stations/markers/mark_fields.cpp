// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/markers/mark_fields.h"

#include "core/guide/marker_edits.h"
#include "core/mark/mark_kind.h"
#include "studio/views/edition_menu.h"
#include "studio/widgets/style.h"

#include <QAbstractItemView>
#include <QGridLayout>
#include <QHBoxLayout>

namespace hl {
namespace {

QDoubleSpinBox* metres(const QString& name) {
    auto* box = new QDoubleSpinBox;
    box->setRange(-20000, 100000);
    box->setDecimals(1);
    box->setSuffix(QObject::tr(" m"));
    box->setAccessibleName(name);
    box->setKeyboardTracking(false);
    box->setButtonSymbols(QAbstractSpinBox::NoButtons); // the arrow keys turn it
    box->setMinimumWidth(60);
    return box;
}

} // namespace

MarkFields::MarkFields(Desk& desk, QWidget* parent)
    : QWidget(parent), desk_(desk), words_(new QLineEdit), from_(metres(tr("From this metre"))),
      to_(metres(tr("To this metre"))), way_(new QComboBox), variant_(new QComboBox), walk_(new QCheckBox(tr("walk"))),
      run_(new QCheckBox(tr("run"))), lap_(new QCheckBox(tr("lap"))), thing_(new ThingFields(desk)) {
    words_->setObjectName(QStringLiteral("markWords"));
    words_->setAccessibleName(tr("Words beside the mark"));
    words_->setPlaceholderText(tr("words beside it"));
    for (QWidget* w : {static_cast<QWidget*>(words_), static_cast<QWidget*>(way_), static_cast<QWidget*>(variant_)})
        w->setMinimumWidth(60);
    for (auto* box : {way_, variant_}) { box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon); }
    from_->setObjectName(QStringLiteral("markFrom"));
    to_->setObjectName(QStringLiteral("markTo"));
    way_->setAccessibleName(tr("How it is meant"));
    variant_->setObjectName(QStringLiteral("markOnlyIn"));
    variant_->setAccessibleName(tr("In which editions it is drawn"));
    for (auto* box : {way_, variant_}) box->view()->setAccessibleName(box->accessibleName());
    auto* remove = plainButton(tr("Take away"));
    remove->setObjectName(QStringLiteral("removeMark"));
    auto* grid = new QGridLayout(this);
    grid->setContentsMargins(0, 4, 0, 0);
    grid->setSpacing(4);
    grid->addWidget(words_, 0, 0, 1, 2);
    grid->addWidget(way_, 0, 2);
    grid->addWidget(from_, 1, 0);
    grid->addWidget(to_, 1, 1);
    grid->addWidget(variant_, 1, 2);
    auto* passes = new QHBoxLayout;
    for (auto* box : {walk_, run_, lap_}) {
        passes->addWidget(box);
        connect(box, &QCheckBox::toggled, this, &MarkFields::take);
    }
    passes->addStretch();
    passes->addWidget(remove);
    grid->addLayout(passes, 2, 0, 1, 3);
    grid->addWidget(thing_, 3, 0, 1, 3);
    grid->setColumnStretch(0, 1), grid->setColumnStretch(1, 1), grid->setColumnStretch(2, 1);
    connect(words_, &QLineEdit::editingFinished, this, &MarkFields::take);
    connect(from_, &QDoubleSpinBox::valueChanged, this, &MarkFields::take);
    connect(to_, &QDoubleSpinBox::valueChanged, this, &MarkFields::take);
    connect(way_, &QComboBox::activated, this, &MarkFields::take);
    connect(variant_, &QComboBox::activated, this, &MarkFields::take);
    connect(remove, &QPushButton::clicked, this, &MarkFields::removeWanted);
    show({});
}

void MarkFields::show(MarkerId mark) {
    mark_ = mark;
    const auto* m = desk_.isOpen() ? markerWith(desk_.guide(), mark) : nullptr;
    setEnabled(m != nullptr);
    filling_ = true;
    words_->setText(m ? QString::fromStdString(m->label) : QString());
    const auto* kind = m ? markKindOf(m->kind) : nullptr;
    way_->clear();
    if (kind)
        for (const auto way : kind->ways)
            way_->addItem(QString::fromUtf8(way.data(), static_cast<qsizetype>(way.size())));
    way_->setVisible(way_->count() > 0);
    auto* grid = static_cast<QGridLayout*>(layout());
    grid->addWidget(words_, 0, 0, 1, way_->count() > 0 ? 2 : 3);
    if (m && way_->count() > 0) way_->setCurrentIndex(std::max(0, way_->findText(QString::fromStdString(m->way))));
    if (m) fillOnlyIn(*variant_, desk_.guide()), chooseOnlyIn(*variant_, m->only);
    const auto at = m ? roadPlace(desk_.guide(), m->at) : std::nullopt;
    from_->setEnabled(at.has_value());
    to_->setEnabled(at && kind && kind->stretch);
    from_->setValue(at ? at->atM : 0), to_->setValue(at ? at->toM : 0);
    const auto* on = m ? std::get_if<OnReference>(&m->at) : nullptr;
    const auto* corner = m ? cornerOf(desk_.guide(), mark) : nullptr;
    thing_->show(corner ? corner->id : CornerId{}, on ? on->reference : m ? m->thing : ReferenceId{});
    walk_->setChecked(m && m->walk), run_->setChecked(m && m->run), lap_->setChecked(m && m->lap);
    filling_ = false;
}

void MarkFields::take() {
    const auto* was = filling_ || !desk_.isOpen() ? nullptr : markerWith(desk_.guide(), mark_);
    if (!was) return;
    auto m = *was;
    m.label = words_->text().toStdString();
    if (way_->count() > 0 && (!m.way.empty() || way_->currentIndex() > 0)) m.way = way_->currentText().toStdString();
    const auto only = onlyInChosen(*variant_);
    if (only.variant != was->only.variant || (only.variant.empty() && only.depth != was->only.depth)) m.only = only;
    m.walk = walk_->isChecked(), m.run = run_->isChecked(), m.lap = lap_->isChecked();
    const auto at = roadPlace(desk_.guide(), was->at);
    const double from = from_->value(), to = to_->isEnabled() ? to_->value() : from;
    constexpr double kSame = 0.06; // what the fields round away
    const bool moved = at && (std::abs(from - at->atM) > kSame || (to_->isEnabled() && std::abs(to - at->toM) > kSame));
    if (m == *was && !moved) return;
    desk_.edit({tr("Mark changed").toStdString(), [m, moved, from, to](Guide g) {
                    g = withMarker(std::move(g), {}, m);
                    return moved ? withMarkerSpan(std::move(g), m.id, from, to) : g;
                }});
}

} // namespace hl
