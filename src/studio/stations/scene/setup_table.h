// SPDX-License-Identifier: GPL-3.0-or-later
// The set-up sheet as a paper table that is written on: name, value, usual value, why, and what to do if.
#pragma once
#include "core/guide/guide.h"

#include <QTableWidget>

namespace hl {

class SetupTable : public QTableWidget {
    Q_OBJECT
  public:
    enum Column { Name, Value, Unit, Usual, Why, Rules };
    explicit SetupTable(QWidget* parent = nullptr);
    void show(const SetupSheet& sheet);
    /// The differences to another sheet stand in a column of their own until they are taken away (null).
    void compare(const SetupSheet* other);

  signals:
    void rowEdited(const SetupRow& row); ///< id 0: a new one
    void rowRemoved(BeatId row);
    void said(const QString& text, bool wrong);

  protected:
    void keyPressEvent(QKeyEvent* e) override;
    void resizeEvent(QResizeEvent* e) override;

  private:
    void takeCell(int row, int column);
    void fill();
    SetupSheet sheet_;
    std::optional<SetupSheet> other_;
    bool filling_ = false;
};

} // namespace hl
