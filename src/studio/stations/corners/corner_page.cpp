// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/corners/corner_page.h"

#include "core/guide/edition.h"
#include "studio/stations/corners/corner_sheet.h"
#include "studio/stations/corners/facts_view.h"
#include "studio/stations/corners/lap_view.h"
#include "studio/views/edition_menu.h"
#include "studio/widgets/style.h"

#include <QFileDialog>
#include <QHBoxLayout>
#include <QVBoxLayout>

namespace hl {

CornerPage::CornerPage(Desk& desk, Player& player, QWidget* parent)
    : QWidget(parent), desk_(desk), head_(new CornerHead(desk, player)), views_(new QStackedWidget),
      switch_(new QButtonGroup(this)), sheet_(new CornerSheet(desk)), dayButton_(new QPushButton),
      besideButton_(new QPushButton(tr("Laps beside"))), dayMenu_(new QMenu(this)), besideMenu_(new QMenu(this)) {
    setObjectName(QStringLiteral("sheet"));
    setAttribute(Qt::WA_StyledBackground);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(24, 14, 16, 8);
    column->setSpacing(4);
    column->addWidget(head_);
    auto* row = new QHBoxLayout;
    row->setSpacing(2);
    const std::pair<QString, const char*> views[] = {
        {tr("Sheet"), "viewSheet"}, {tr("Every fact"), "viewFacts"}, {tr("Whole lap"), "viewLap"}};
    for (int i = 0; i < 3; ++i) {
        auto* b = new QPushButton(views[i].first);
        b->setObjectName(QString::fromLatin1(views[i].second));
        b->setProperty("role", QStringLiteral("leaf"));
        b->setToolTip(tr("D goes through the three"));
        b->setCheckable(true);
        switch_->addButton(b, i);
        row->addWidget(b);
    }
    row->addStretch();
    besideButton_->setObjectName(QStringLiteral("besideButton"));
    besideButton_->setProperty("role", QStringLiteral("leaf"));
    besideButton_->setAccessibleName(tr("Put one or two other laps beside this one"));
    besideButton_->setMenu(besideMenu_);
    dayButton_->setObjectName(QStringLiteral("adviceDay"));
    dayButton_->setProperty("role", QStringLiteral("leaf"));
    dayButton_->setToolTip(tr("For which day the sheet advises; what is not said for it alone is as on every day"));
    dayButton_->setMenu(dayMenu_);
    row->addWidget(dayButton_);
    row->addWidget(besideButton_);
    column->addLayout(row);
    views_->addWidget(sheet_);
    views_->addWidget(new FactsView(desk, player));
    views_->addWidget(new LapView(desk, player));
    column->addWidget(views_, 1);
    connect(switch_, &QButtonGroup::idClicked, this, &CornerPage::showView);
    connect(dayMenu_, &QMenu::aboutToShow, this, &CornerPage::fillDays);
    connect(sheet_, &CornerSheet::dayChosen, this, &CornerPage::tellDay);
    connect(besideMenu_, &QMenu::aboutToShow, this, &CornerPage::fillBeside);
    connect(&desk_, &Desk::besideChanged, this, [this] {
        besideButton_->setText(desk_.beside().empty() ? tr("Laps beside") : tr("%1 beside").arg(desk_.beside().size()));
    });
    showView(0);
}

void CornerPage::showView(int view) {
    views_->setCurrentIndex(view);
    switch_->button(view)->setChecked(true);
    tellDay();
}

void CornerPage::tellDay() {
    const auto day = sheet_->day().empty() ? tr("every day") : variantText(desk_.guide(), sheet_->day());
    dayButton_->setText(tr("Advised %1").arg(day));
    dayButton_->setAccessibleName(tr("Advised %1. Choose for which day the sheet advises").arg(day));
    dayButton_->setVisible(views_->currentWidget() == sheet_);
}

void CornerPage::fillDays() {
    dayMenu_->clear();
    if (!desk_.isOpen()) return;
    const auto day = [this](const QString& text, const std::string& key) {
        addChoice(*dayMenu_, text, sheet_->day() == key, [this, key] { sheet_->adviseFor(key); });
    };
    day(tr("every day"), {});
    for (const auto& v : variantsOf(desk_.guide())) day(variantText(desk_.guide(), v.key), v.key);
}

void CornerPage::chooseBeside() { besideButton_->showMenu(); }

void CornerPage::fillBeside() {
    besideMenu_->clear();
    if (!desk_.isOpen()) return;
    const auto there = [&](const std::string& name) {
        return std::any_of(desk_.beside().begin(), desk_.beside().end(),
                           [&](const auto& b) { return b->name == name; });
    };
    const auto& m = desk_.session();
    for (const auto& lap : m.laps.laps) {
        if (!lap.complete || lap.number == m.trace.lap.number) continue;
        const auto name = "lap " + std::to_string(lap.number);
        auto* a = besideMenu_->addAction(tr("Lap %1, %2").arg(lap.number).arg(clockText(lap.time.count(), 3)), this,
                                         [this, name, n = lap.number, on = there(name)] {
                                             on ? desk_.besideLaps().takeAway(name) : desk_.besideLaps().put(n);
                                         });
        a->setCheckable(true), a->setChecked(there(name));
    }
    for (const auto& b : desk_.beside())
        if (!b->name.starts_with("lap ")) {
            auto* a = besideMenu_->addAction(QString::fromStdString(b->name), this,
                                             [this, name = b->name] { desk_.besideLaps().takeAway(name); });
            a->setCheckable(true), a->setChecked(true);
        }
    besideMenu_->addSeparator();
    besideMenu_->addAction(tr("Best lap of another log\u2026"), this, [this] {
        const auto file = QFileDialog::getOpenFileName(this, tr("Another log of this track"));
        if (!file.isEmpty()) desk_.besideLaps().putLog(file);
    });
}

} // namespace hl
