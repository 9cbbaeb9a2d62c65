// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/station.h"
#include "studio/stations/cut/shorten_note.h"

#include <QLabel>
#include <QMenu>
#include <QPushButton>
#include <QTableWidget>

namespace hl {

/// The walk-through's beats of the chosen corner: where, what is said, the cue, how long it is spoken and how the
/// picture runs then.
class BeatsTable : public QWidget {
    Q_OBJECT
  public:
    BeatsTable(Desk& desk, Player& player, QWidget* parent = nullptr);
    QTableWidget* table() const { return table_; }
    QList<StationKey> keys();
    void addBeat();
    void removeBeat();
    /// What can fill the picture while the chosen words are spoken; each action sets it.
    QMenu* pictures() const { return pictures_; }
    QMenu* formats() const { return formats_; }
    const ShortenNote* note() const { return note_; }

  private:
    void refresh();
    void refreshTimes();
    void light();
    void fillPictures();
    QString pictureText(const Beat& b) const;
    void take(int row, int column);
    BeatId beatOf(int row) const;
    Desk& desk_;
    Player& player_;
    QLabel* title_;
    ShortenNote* note_;
    QTableWidget* table_;
    QPushButton* format_;
    QMenu* formats_;
    QPushButton* picture_;
    QMenu* pictures_;
    bool filling_ = false;
    BeatId lit_;
};

} // namespace hl
