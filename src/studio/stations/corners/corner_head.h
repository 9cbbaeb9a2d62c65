// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/guide/corner_edits.h"
#include "studio/playback/player.h"

#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QPushButton>
#include <QSpinBox>
#include <QWidget>

namespace hl {

/// Which corner this is: number, name, kind, how bad it is when it goes wrong; and what can be done to its bounds.
class CornerHead : public QWidget {
    Q_OBJECT
  public:
    CornerHead(Desk& desk, Player& player, QWidget* parent = nullptr);
    void putBound(Bound bound); ///< at the playhead
    void split();
    void join(); ///< with the next
    void rename();

  private:
    void refresh();
    void fillMenu();
    void readList();
    void writeList();
    Desk& desk_;
    Player& player_;
    QSpinBox* number_;
    QLineEdit* name_;
    QLabel* kind_;
    QComboBox* consequence_; ///< asked for on real tracks only
    QPushButton* change_;
    QMenu* menu_;
};

} // namespace hl
