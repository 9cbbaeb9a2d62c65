// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/scene/picture_leaf.h"

#include "core/cut/gauges.h"
#include "studio/stations/scene/films_list.h"
#include "studio/widgets/choice_box.h"
#include "studio/widgets/style.h"

#include <algorithm>
#include <filesystem>
#include <QFileDialog>
#include <QGridLayout>
#include <QHBoxLayout>

namespace hl {
namespace {

QString words(std::string_view s) { return QString::fromUtf8(s.data(), static_cast<qsizetype>(s.size())); }

constexpr int kLeastWidth = 90, kSetWidth = 220; // px

QString setText(std::string_view set) {
    if (set == "basic") return QObject::tr("basic");
    if (set == "usual") return QObject::tr("usual");
    if (set == "advanced") return QObject::tr("advanced");
    return QObject::tr("a choice of one's own");
}

} // namespace

PictureLeaf::PictureLeaf(Desk& desk, QWidget* parent) : Leaf(desk, parent) {
    auto* column = this->column();
    auto* row = new QHBoxLayout;
    row->setSpacing(28);
    row->addWidget(buildPasses(), 3);
    row->addWidget(buildOver(), 2);
    column->addLayout(row);
    column->addWidget(buildGauges());
    column->addStretch(1);
}

QWidget* PictureLeaf::buildPasses() {
    auto* all = new QWidget;
    auto* grid = new QGridLayout(all);
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setHorizontalSpacing(8);
    grid->setVerticalSpacing(6);
    grid->addWidget(quiet(tr("fills the picture")), 0, 1);
    grid->addWidget(quiet(tr("small in it")), 0, 2);
    const std::tuple<SectionKind, QString, const char*, const char*> kinds[] = {
        {SectionKind::WalkThrough, tr("Walk-through"), "fullWalk", "insetWalk"},
        {SectionKind::Run, tr("Run"), "fullRun", "insetRun"},
        {SectionKind::Lap, tr("Whole lap"), "fullLap", "insetLap"}};
    for (const auto& [kind, name, full, inset] : kinds) {
        const Pass pass{kind, choiceBox(tr("%1: what fills the picture").arg(name), full, kLeastWidth),
                        choiceBox(tr("%1: what stands small in it").arg(name), inset, kLeastWidth)};
        const int at = grid->rowCount();
        grid->addWidget(new QLabel(name), at, 0);
        grid->addWidget(pass.full, at, 1);
        grid->addWidget(pass.inset, at, 2);
        for (auto* box : {pass.full, pass.inset})
            connect(box, &QComboBox::activated, this, [this, pass] { takePass(pass); });
        passes_.push_back(pass);
    }
    grid->setColumnStretch(1, 1), grid->setColumnStretch(2, 1);
    grid->setRowStretch(grid->rowCount(), 1);
    return all;
}

QWidget* PictureLeaf::buildGauges() {
    auto* all = new QWidget;
    auto* column = new QVBoxLayout(all);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(4);
    set_ = choiceBox(tr("A set of what is read in the corners"), "gaugeSet", kSetWidth);
    for (const auto set : kGaugeSets) set_->addItem(setText(set), words(set));
    set_->addItem(setText({}), QString());
    auto* head = new QHBoxLayout;
    head->addWidget(quiet(tr("read in the corners")));
    head->addWidget(set_);
    head->addStretch(1);
    column->addLayout(head);
    auto* grid = new QGridLayout;
    grid->setVerticalSpacing(2);
    for (const auto& kind : gaugeKinds()) {
        auto* box = new QCheckBox(words(kind.name));
        box->setObjectName(QStringLiteral("gauge-") + words(kind.key));
        connect(box, &QCheckBox::clicked, this, &PictureLeaf::takeGauges);
        const int n = static_cast<int>(gauges_.size());
        grid->addWidget(box, n / 3, n % 3);
        gauges_.emplace_back(kind.key, box);
    }
    column->addLayout(grid);
    column->addStretch();
    connect(set_, &QComboBox::activated, this, [this] {
        const auto set = set_->currentData().toString().toStdString();
        if (!set.empty())
            edit(tr("What is read in the corners"), [set](Guide g) { return withGauges(std::move(g), gaugeSet(set)); });
        else
            refresh();
    });
    return all;
}

QWidget* PictureLeaf::buildOver() {
    auto* all = new QWidget;
    auto* column = new QVBoxLayout(all);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(6);
    lap_ = choiceBox(tr("The lap laid over this one in the plan view"), "lapOver", kLeastWidth);
    by_ = choiceBox(tr("How the two are held against each other"), "lapOverBy", kLeastWidth);
    by_->addItem(tr("at equal time"), words(key(Equal::Time)));
    by_->addItem(tr("at equal distance"), words(key(Equal::Distance)));
    auto* other = plainButton(tr("Another log\u2026"));
    column->addWidget(quiet(tr("laid over in the plan view")));
    column->addWidget(lap_);
    column->addWidget(by_);
    column->addWidget(other, 0, Qt::AlignLeft);
    column->addStretch();
    connect(lap_, &QComboBox::activated, this, &PictureLeaf::takeLap);
    connect(by_, &QComboBox::activated, this, &PictureLeaf::takeLap);
    connect(other, &QPushButton::clicked, this, &PictureLeaf::askLog);
    return all;
}

void PictureLeaf::fillPictures(QComboBox* box, const PictureOf& chosen, bool small) {
    box->clear();
    box->addItem(tr("the film"), words(text(PictureOf{})));
    box->addItem(tr("the plan view"), words(text(kPlanPicture)));
    const auto& films = desk_.guide().sources.films;
    for (std::size_t i = 1; i < films.size(); ++i)
        box->addItem(tr("%1: %2").arg(roleText(films[i].role),
                                      QString::fromStdString(std::filesystem::path(films[i].file).filename().string())),
                     words(text(PictureOf{PictureOf::Kind::Film, films[i].id})));
    if (!small && (!desk_.guide().sources.stills.empty() || chosen == kStillPictures))
        box->addItem(tr("pictures taken on foot"), words(text(kStillPictures)));
    if (small) box->addItem(tr("nothing"), words(text(kNoPicture)));
    box->setCurrentIndex(std::max(0, box->findData(words(text(chosen)))));
}

void PictureLeaf::fillLaps() {
    const auto& over = desk_.guide().showings.over;
    lap_->clear();
    lap_->addItem(tr("no other lap"), 0);
    for (const auto& lap : desk_.session().laps.laps)
        if (lap.complete && lap.number != desk_.guide().sources.lap)
            lap_->addItem(tr("lap %1, %2 s").arg(lap.number).arg(lap.time.count(), 0, 'f', 3), lap.number);
    if (!over.log.empty()) {
        lap_->addItem(QString::fromStdString(std::filesystem::path(over.log).filename().string()), -1);
        lap_->setCurrentIndex(lap_->count() - 1);
    } else
        lap_->setCurrentIndex(std::max(0, lap_->findData(over.lap)));
    by_->setCurrentIndex(by_->findData(words(key(over.by))));
    by_->setEnabled(over.any());
}

void PictureLeaf::refresh() {
    const auto& s = desk_.guide().showings;
    for (const auto& pass : passes_) {
        fillPictures(pass.full, s.in(pass.kind).full, false);
        fillPictures(pass.inset, s.in(pass.kind).inset, true);
    }
    set_->setCurrentIndex(set_->findData(words(setOf(s.gauges))));
    for (const auto& [key, box] : gauges_)
        box->setChecked(std::find(s.gauges.begin(), s.gauges.end(), key) != s.gauges.end());
    fillLaps();
}

void PictureLeaf::takePass(const Pass& pass) {
    const auto of = [](const QComboBox* box) {
        return pictureOf(box->currentData().toString().toStdString()).value_or(PictureOf{});
    };
    edit(tr("What the picture shows"), [kind = pass.kind, s = Showing{of(pass.full), of(pass.inset)}](Guide g) {
        return withShowing(std::move(g), kind, s);
    });
}

void PictureLeaf::takeGauges() {
    Gauges wished;
    for (const auto& [key, box] : gauges_)
        if (box->isChecked()) wished.push_back(key);
    edit(tr("What is read in the corners"), [wished](Guide g) { return withGauges(std::move(g), wished); });
}

void PictureLeaf::takeLap() {
    auto over = desk_.guide().showings.over;
    if (const int lap = lap_->currentData().toInt(); lap >= 0) over.lap = lap, over.log.clear();
    over.by = equalOf(by_->currentData().toString().toStdString()).value_or(Equal::Time);
    edit(tr("Lap laid over"), [over](Guide g) { return withLapOver(std::move(g), over); });
}

void PictureLeaf::askLog() {
    const auto file = QFileDialog::getOpenFileName(this, tr("A log of another car or driver on this track"));
    if (file.isEmpty()) return;
    const LapOver over{file.toStdString(), 0, desk_.guide().showings.over.by};
    edit(tr("Lap laid over"), [over](Guide g) { return withLapOver(std::move(g), over); });
}

} // namespace hl
