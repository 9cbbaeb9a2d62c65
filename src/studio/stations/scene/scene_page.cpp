// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/scene/scene_page.h"

#include "core/guide/scene_edits.h"
#include "core/guide/validated.h"
#include "studio/stations/scene/films_leaf.h"
#include "studio/stations/scene/lap_leaf.h"
#include "studio/stations/scene/log_leaf.h"
#include "studio/stations/scene/picture_leaf.h"
#include "studio/stations/scene/risk_leaf.h"
#include "studio/stations/scene/setup_leaf.h"
#include "studio/widgets/style.h"

#include <QAbstractItemView>
#include <QCheckBox>
#include <QComboBox>
#include <QPushButton>
#include <QSpinBox>
#include <QStackedWidget>

namespace hl {
namespace {

QLineEdit* nameField(const QString& what, const char* name) {
    auto* e = new QLineEdit;
    e->setPlaceholderText(what);
    e->setAccessibleName(what);
    e->setToolTip(what);
    e->setObjectName(QString::fromLatin1(name));
    return e;
}

} // namespace

template <class Change> void ScenePage::edit(const QString& what, Change change) {
    if (desk_.isOpen()) desk_.edit({what.toStdString(), std::move(change)});
}

ScenePage::ScenePage(Desk& desk, QWidget* parent) : QWidget(parent), desk_(desk) {
    setObjectName(QStringLiteral("sheet"));
    setAttribute(Qt::WA_StyledBackground);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(20, 12, 20, 8);
    column->setSpacing(8);
    column->addWidget(buildNames());
    strip_ = new ConditionsStrip;
    column->addWidget(strip_);
    column->addWidget(buildFormat());
    column->addWidget(buildLeaves(), 1);
    connect(strip_, &ConditionsStrip::said, this, &ScenePage::said);
    connect(strip_, &ConditionsStrip::changed, this, [this](const Conditions& c) {
        edit(tr("Conditions"), [c](Guide g) { return withConditions(std::move(g), c); });
    });
    connect(&desk_, &Desk::opened, this, &ScenePage::refresh);
    connect(&desk_, &Desk::changed, this, &ScenePage::refresh);
}

QWidget* ScenePage::buildNames() {
    auto* names = new QWidget;
    auto* row = new QHBoxLayout(names);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(8);
    title_ = nameField(tr("Title"), "title");
    title_->setStyleSheet(QStringLiteral("font-size: 17px; font-weight: 700;"));
    car_ = nameField(tr("Car"), "car"), series_ = nameField(tr("Series"), "series"),
    channel_ = nameField(tr("Channel"), "channel");
    row->addWidget(title_, 14);
    row->addWidget(car_, 5);
    row->addWidget(series_, 8);
    row->addWidget(channel_, 8);
    for (auto* e : {channel_, car_, series_}) e->setStyleSheet(QStringLiteral("font-size: 14px;"));
    for (auto* e : {title_, channel_, car_, series_})
        connect(e, &QLineEdit::editingFinished, this, &ScenePage::takeNames);
    return names;
}

/// What kind of guide it is.
QWidget* ScenePage::buildFormat() {
    auto* format = new QWidget;
    auto* row = new QHBoxLayout(format);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(14);
    real_ = new QCheckBox(tr("A real circuit"));
    real_->setToolTip(tr("Cautions stand in the guide, and every corner is asked for what happens when it goes wrong"));
    cards_ = new QCheckBox(tr("Cards of the conditions"));
    lapFirst_ = new QCheckBox(tr("Whole lap first"));
    unit_ = new QComboBox;
    frameRate_ = new QSpinBox;
    lapFirst_->setObjectName(QStringLiteral("lapFirst"));
    cards_->setObjectName(QStringLiteral("conditionCards"));
    real_->setObjectName(QStringLiteral("realTrack"));
    frameRate_->setObjectName(QStringLiteral("frameRate"));
    frameRate_->setAccessibleName(tr("Pictures a second in the finished video"));
    frameRate_->setToolTip(frameRate_->accessibleName());
    frameRate_->setRange(kLeastFrameRate, kMostFrameRate);
    frameRate_->setSuffix(tr(" pictures/s"));
    frameRate_->setKeyboardTracking(false);
    unit_->setObjectName(QStringLiteral("speedUnit"));
    unit_->setAccessibleName(tr("Unit in which the audience reads speeds"));
    unit_->setToolTip(unit_->accessibleName());
    unit_->view()->setAccessibleName(unit_->accessibleName());
    unit_->addItem(tr("km/h"), static_cast<int>(SpeedUnit::Kmh));
    unit_->addItem(tr("mph"), static_cast<int>(SpeedUnit::Mph));
    for (QWidget* w : {static_cast<QWidget*>(real_), static_cast<QWidget*>(cards_), static_cast<QWidget*>(lapFirst_)})
        row->addWidget(w);
    row->addStretch();
    row->addWidget(unit_);
    row->addWidget(frameRate_);
    connect(real_, &QCheckBox::clicked, this, &ScenePage::takeNames);
    connect(unit_, &QComboBox::activated, this, &ScenePage::takeNames);
    connect(lapFirst_, &QCheckBox::clicked, this, [this](bool on) {
        edit(tr("Whole lap first"), [on](Guide g) { return withWholeLapFirst(std::move(g), on); });
    });
    connect(cards_, &QCheckBox::clicked, this, [this](bool on) {
        edit(tr("Cards of the conditions"),
             [on](Guide g) { return withSection(std::move(g), SectionKind::Conditions, on); });
    });
    connect(frameRate_, &QSpinBox::valueChanged, this, [this](int rate) {
        if (desk_.isOpen() && desk_.guide().frameRate != rate)
            edit(tr("Pictures a second"), [rate](Guide g) { return withFrameRate(std::move(g), rate); });
    });
    return format;
}

QWidget* ScenePage::buildLeaves() {
    auto* all = new QWidget;
    auto* column = new QVBoxLayout(all);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    auto* row = new QHBoxLayout;
    row->setSpacing(2);
    pages_ = new QStackedWidget;
    const std::pair<QString, Leaf*> leaves[] = {{tr("The lap"), new LapLeaf(desk_)},
                                                {tr("Set-up"), new SetupLeaf(desk_)},
                                                {tr("Films and pictures"), new FilmsLeaf(desk_)},
                                                {tr("What is shown"), new PictureLeaf(desk_)},
                                                {tr("Risk"), new RiskLeaf(desk_)},
                                                {tr("The log"), new LogLeaf(desk_)}};
    for (const auto& [text, leaf] : leaves) {
        auto* b = new QPushButton(text);
        b->setProperty("role", QStringLiteral("leaf"));
        b->setCheckable(true);
        const auto at = static_cast<int>(leaves_.size());
        connect(b, &QPushButton::clicked, this, [this, at] { showLeaf(at); });
        connect(leaf, &Leaf::said, this, &ScenePage::said);
        for (auto* list : leaf->findChildren<QAbstractScrollArea*>()) { // they scroll by themselves, the page need not
            list->setMinimumHeight(40);
            list->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Ignored);
        }
        buttons_.push_back(b);
        leaves_.push_back(leaf);
        row->addWidget(b);
        pages_->addWidget(leaf);
    }
    row->addStretch();
    column->addLayout(row);
    column->addWidget(pages_, 1);
    showLeaf(0);
    return all;
}

void ScenePage::showLeaf(int leaf) {
    for (std::size_t i = 0; i < buttons_.size(); ++i) buttons_[i]->setChecked(static_cast<int>(i) == leaf);
    pages_->setCurrentIndex(leaf);
    if (desk_.isOpen()) leaves_.at(static_cast<std::size_t>(leaf))->refresh();
}

void ScenePage::refresh() {
    if (!desk_.isOpen()) return;
    const auto& g = desk_.guide();
    const auto fill = [](QLineEdit* e, const std::string& s) {
        const auto text = QString::fromStdString(s);
        if (e->text() != text) e->setText(text);
        e->setCursorPosition(0);
    };
    fill(title_, g.scene.title), fill(channel_, g.scene.channel), fill(car_, g.scene.car),
        fill(series_, g.scene.series);
    strip_->show(g.scene.conditions, g.scene.speedUnit);
    real_->setTristate(!g.scene.realSaid); // half ticked: nobody said
    real_->setCheckState(!g.scene.realSaid ? Qt::PartiallyChecked : g.scene.realTrack ? Qt::Checked : Qt::Unchecked);
    lapFirst_->setChecked(has(g.outline, SectionKind::Lap));
    cards_->setChecked(has(g.outline, SectionKind::Conditions));
    const QSignalBlocker quietly(frameRate_);
    frameRate_->setValue(g.frameRate);
    unit_->setCurrentIndex(unit_->findData(static_cast<int>(g.scene.speedUnit)));
    leaves_.at(static_cast<std::size_t>(pages_->currentIndex()))->refresh(); // the others when they are turned to
}

void ScenePage::takeNames() {
    if (!desk_.isOpen()) return;
    Scene s = desk_.guide().scene;
    const Scene before = s;
    s.title = title_->text().toStdString(), s.channel = channel_->text().toStdString(),
    s.car = car_->text().toStdString(), s.series = series_->text().toStdString();
    s.realSaid = real_->checkState() != Qt::PartiallyChecked, s.realTrack = real_->checkState() == Qt::Checked;
    s.speedUnit = static_cast<SpeedUnit>(unit_->currentData().toInt());
    if (s != before) edit(tr("Scene"), [s](Guide g) { return withScene(std::move(g), s); });
}

} // namespace hl
