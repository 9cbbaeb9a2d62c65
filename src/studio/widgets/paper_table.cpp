// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/widgets/paper_table.h"

#include <QHeaderView>

namespace hl {

void layOnPaper(QTableWidget& t, const QStringList& headers) {
    t.setColumnCount(static_cast<int>(headers.size()));
    t.setHorizontalHeaderLabels(headers);
    t.horizontalHeader()->setSectionResizeMode(QHeaderView::Fixed);
    t.horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    t.horizontalHeader()->setHighlightSections(false);
    t.verticalHeader()->setHighlightSections(false);
    t.verticalHeader()->setMinimumSectionSize(22);
    t.setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    t.setCornerButtonEnabled(false);
    t.setTextElideMode(Qt::ElideNone);
    t.setWordWrap(true);
    t.setShowGrid(false);
    t.setSelectionBehavior(QAbstractItemView::SelectRows);
    t.setSelectionMode(QAbstractItemView::SingleSelection);
    t.setEditTriggers(QAbstractItemView::NoEditTriggers);
    t.setTabKeyNavigation(false);
}

QTableWidgetItem* putCell(QTableWidget& t, int row, int column, const QString& text) {
    auto* item = new QTableWidgetItem(text);
    item->setFlags(Qt::ItemIsEnabled | Qt::ItemIsSelectable);
    t.setItem(row, column, item);
    return item;
}

void shareColumns(QTableWidget& t, const std::vector<double>& shares) {
    for (std::size_t i = 0; i < shares.size(); ++i)
        t.setColumnWidth(static_cast<int>(i), static_cast<int>(shares[i] * t.viewport()->width()));
}

} // namespace hl
