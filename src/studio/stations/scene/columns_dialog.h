// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/log/log_input.h"

#include <QDialog>
#include <QTableWidget>

class QComboBox;

namespace hl {

/// The columns of a log: a small curve and a guess each, with its reason; a person may choose otherwise.
class ColumnsDialog : public QDialog {
    Q_OBJECT
  public:
    explicit ColumnsDialog(LogShape shape, QWidget* parent = nullptr);
    /// What was chosen differently from the guesses, and unsure guesses that were left: they are confirmed now.
    std::vector<ColumnChoice> choices() const;
    const LogShape& shape() const { return shape_; }
    QTableWidget* table() const { return table_; }

  private:
    void fillRow(int row);
    void offerUnits(int row);
    QComboBox* unitBox(int row) const;
    LogShape shape_;
    QTableWidget* table_;
};

} // namespace hl
