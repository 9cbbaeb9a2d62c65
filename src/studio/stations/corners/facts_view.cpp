// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/corners/facts_view.h"

#include "picture/tokens.h"
#include "studio/widgets/paper_table.h"

#include <QHeaderView>

namespace hl {
namespace {
enum Column { What, Here, Within, Over, Beside, Count };
} // namespace

FactsView::FactsView(Desk& desk, Player& player, QWidget* parent) : QTableWidget(parent), desk_(desk), player_(player) {
    setObjectName(QStringLiteral("facts"));
    setAccessibleName(tr("Every fact of this corner. Enter goes to where it comes from."));
    layOnPaper(*this, {tr("Measured"), tr("This lap"), tr("Within"), tr("All laps"), tr("Beside")});
    const auto go = [this](int row) {
        if (row >= 0 && row < rows_.size()) player_.seekMetre(rows_[row].atM);
    };
    connect(this, &QTableWidget::cellClicked, this, go);
    connect(this, &QTableWidget::cellActivated, this, go);
    connect(&desk_, &Desk::changed, this, &FactsView::refresh);
    for (const auto signal : {&Desk::opened, &Desk::besideChanged}) connect(&desk_, signal, this, &FactsView::refresh);
    connect(&desk_, &Desk::cornerChosen, this, &FactsView::refresh);
}

void FactsView::showEvent(QShowEvent* e) {
    QTableWidget::showEvent(e);
    refresh();
}

void FactsView::refresh() {
    const auto* c = desk_.chosen();
    const auto* f = desk_.factsOf(desk_.corner());
    if (!c || !f || !isVisible()) return; // what nobody sees is not made
    const auto& m = desk_.session();
    const std::vector<CornerFacts> none;
    const auto at = m.measured.indexOf(c->id).value_or(0);
    rows_ = factRows(*c, *f, at < m.study.overLaps.size() ? m.study.overLaps[at] : none, desk_.speedUnit());
    QList<FactRow> other;
    const auto beside = desk_.beside().empty() ? nullptr : desk_.beside().front();
    if (beside && at < beside->facts.size()) other = factRows(*c, beside->facts[at], none, desk_.speedUnit());
    setColumnHidden(Beside, !beside);
    if (beside) horizontalHeaderItem(Beside)->setText(QString::fromStdString(beside->name));
    setRowCount(static_cast<int>(rows_.size()));
    clearSpans();
    QString group;
    for (int i = 0; i < rows_.size(); ++i) {
        const auto& r = rows_[i];
        setVerticalHeaderItem(i, new QTableWidgetItem(r.group == group ? QString() : r.group));
        group = r.group;
        putCell(*this, i, What, r.what);
        putCell(*this, i, Here, r.here)->setFont(look::text(look::kSmall, look::Weight::Strong));
        putCell(*this, i, Within, r.within)->setForeground(QColor(look::kInkQuiet));
        putCell(*this, i, Over, r.overLaps);
        if (r.within.isEmpty() && r.here.size() > 14) setSpan(i, Here, 1, Count - Here); // a sentence
        const auto same = std::find_if(other.begin(), other.end(),
                                       [&](const FactRow& o) { return o.group == r.group && o.what == r.what; });
        putCell(*this, i, Beside, same == other.end() ? QString() : same->here);
    }
    shareWidth();
}

void FactsView::resizeEvent(QResizeEvent* e) {
    QTableWidget::resizeEvent(e);
    shareWidth();
}

void FactsView::shareWidth() {
    const bool beside = !isColumnHidden(Beside);
    shareColumns(*this, beside ? std::vector<double>{0.27, 0.20, 0.12, 0.21, 0.20}
                               : std::vector<double>{0.34, 0.27, 0.14, 0.25, 0});
    resizeRowsToContents();
}

} // namespace hl
