// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/desk.h"

#include <QComboBox>
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
    Desk& desk_;
    QLabel* title_;
    QLabel* kind_;
    QComboBox* consequence_; ///< asked for on real tracks only
    QTableWidget* table_;
    QLabel* study_;
    QList<Topic> topics_;
    bool filling_ = false;
};

QString topicName(Topic t);

} // namespace hl
