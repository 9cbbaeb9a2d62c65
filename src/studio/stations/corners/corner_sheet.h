// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/document/desk.h"

#include <QLabel>
#include <QTableWidget>

namespace hl {

/// One corner side by side: as driven, as advised, look for. Only differences are lit. Double-click or F2 edits.
class CornerSheet : public QWidget {
    Q_OBJECT
  public:
    explicit CornerSheet(Desk& desk, QWidget* parent = nullptr);
    QTableWidget* table() const { return table_; }

  protected:
    void resizeEvent(QResizeEvent* e) override;

  private:
    void refresh();
    void take(int row, int column);
    void advise(const QString& link);
    Desk& desk_;
    QTableWidget* table_;
    QLabel* study_;
    QList<Topic> topics_;
    bool filling_ = false;
};

} // namespace hl
