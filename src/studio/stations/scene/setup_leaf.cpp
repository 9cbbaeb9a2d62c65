// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/scene/setup_leaf.h"

#include "core/guide/scene_edits.h"
#include "store/guide_file.h"
#include "store/setup_file.h"
#include "studio/widgets/style.h"

#include <QCheckBox>
#include <QFileDialog>

namespace hl {
namespace {
constexpr TaskKind kSheet{"set-up sheet"}, kWriting{"set-up written", Lane::Writing};

/// A sheet on its own, or that of another guide.
Result<SetupSheet> sheetFrom(const std::filesystem::path& file) {
    std::error_code ec;
    const bool guide = file.filename() == "guide.json" || std::filesystem::is_directory(file, ec);
    if (!guide) return readSetup(file);
    auto g = readGuide(file);
    if (!g) return g.error();
    return g->setup;
}
} // namespace

SetupLeaf::SetupLeaf(Desk& desk, QWidget* parent) : Leaf(desk, parent) {
    auto* column = this->column();
    setup_ = new SetupTable;
    walk_ = new QCheckBox(tr("Walk through it in the guide"));
    walk_->setObjectName(QStringLiteral("setupWalk"));
    auto* read = plainButton(tr("Read\u2026"));
    auto* write = plainButton(tr("Write\u2026"));
    compare_ = plainButton(tr("Compare\u2026"));
    compare_->setObjectName(QStringLiteral("compareSetup"));
    auto* row = new QHBoxLayout;
    row->addWidget(walk_);
    row->addStretch();
    for (auto* b : {read, write, compare_}) row->addWidget(b);
    column->addWidget(setup_, 1);
    column->addLayout(row);
    const auto kinds = tr("Set-up sheets (*.csv *.json);;All files (*)");
    connect(read, &QPushButton::clicked, this, [this, kinds] {
        const auto path = QFileDialog::getOpenFileName(this, tr("Read a set-up sheet"), {}, kinds);
        if (!path.isEmpty()) readFrom(path);
    });
    connect(write, &QPushButton::clicked, this, [this, kinds] {
        const auto path =
            QFileDialog::getSaveFileName(this, tr("Write the set-up sheet"), QStringLiteral("set-up.csv"), kinds);
        if (!path.isEmpty()) writeTo(path);
    });
    connect(compare_, &QPushButton::clicked, this, [this, kinds] {
        if (!setup_->isColumnHidden(SetupTable::Rules + 1)) return compareWith({});
        const auto path =
            QFileDialog::getOpenFileName(this, tr("Compare with a set-up sheet or a guide.json"), {}, kinds);
        if (!path.isEmpty()) compareWith(path);
    });
    connect(walk_, &QCheckBox::clicked, this, [this](bool on) {
        edit(tr("Walk through the set-up"),
             [on](Guide g) { return withSection(std::move(g), SectionKind::Setup, on); });
    });
    connect(setup_, &SetupTable::said, this, &Leaf::said);
    connect(setup_, &SetupTable::rowEdited, this, [this](const SetupRow& r) {
        edit(tr("Set-up: %1").arg(QString::fromStdString(r.name)),
             [r](Guide g) { return withSetupRow(std::move(g), r); });
    });
    connect(setup_, &SetupTable::rowRemoved, this, [this](BeatId id) {
        edit(tr("Row of the set-up taken away"), [id](Guide g) { return withoutSetupRow(std::move(g), id); });
    });
    connect(&desk_, &Desk::opened, this, [this] { compareWith({}); });
}

void SetupLeaf::refresh() {
    setup_->show(desk_.guide().setup);
    walk_->setChecked(has(desk_.guide().outline, SectionKind::Setup));
}

void SetupLeaf::readFrom(const QString& path) {
    desk_.tasks().start(
        this, kSheet, [file = path.toStdString()](const Progress&) { return readSetup(file); },
        [this](Result<SetupSheet> sheet) {
            if (!sheet) return emit said(QString::fromStdString(sentence(sheet.error())), true);
            edit(tr("Set-up sheet read"), [s = *sheet](Guide g) { return withSetup(std::move(g), s); });
        });
}

void SetupLeaf::writeTo(const QString& path) {
    desk_.tasks().start(
        this, kWriting,
        [file = path.toStdString(), s = desk_.guide().setup](const Progress&) { return writeSetup(file, s); },
        [this, path](Status done) {
            emit said(done ? tr("The set-up sheet is written to %1.").arg(path)
                           : QString::fromStdString(sentence(done.error())),
                      !done);
        });
}

void SetupLeaf::compareWith(const QString& path) {
    compare_->setText(path.isEmpty() ? tr("Compare\u2026") : tr("Compare no more"));
    if (path.isEmpty()) return setup_->compare(nullptr);
    desk_.tasks().start(
        this, kSheet, [file = path.toStdString()](const Progress&) { return sheetFrom(file); },
        [this](Result<SetupSheet> sheet) {
            if (sheet) return setup_->compare(&*sheet);
            compareWith({});
            emit said(QString::fromStdString(sentence(sheet.error())), true);
        });
}

} // namespace hl
