// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/document/desk.h"
#include "studio/playback/player.h"

#include <QLabel>
#include <QPushButton>
#include <QWidget>

namespace hl {

/// The guide's cover as it will be published, small; taken from the picture that is shown, or left to the guide.
class CoverRow : public QWidget {
    Q_OBJECT
  public:
    CoverRow(Desk& desk, Player& player, QWidget* parent = nullptr);
    void take(); ///< of the place where the player is

  protected:
    void showEvent(QShowEvent* event) override;

  private:
    void refresh();
    Desk& desk_;
    Player& player_;
    QLabel *picture_, *place_;
    QPushButton *take_, *byItself_;
    QString shown_; ///< what the picture was made of
};

} // namespace hl
