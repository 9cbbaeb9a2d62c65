// SPDX-License-Identifier: GPL-3.0-or-later
// Tables lie on paper, all in one way.
#pragma once
#include <QTableWidget>
#include <vector>

namespace hl {

void layOnPaper(QTableWidget& table, const QStringList& headers);
QTableWidgetItem* putCell(QTableWidget& table, int row, int column, const QString& text); ///< to be read, not edited
void shareColumns(QTableWidget& table, const std::vector<double>& shares);                ///< of the viewport's width

} // namespace hl
