// SPDX-License-Identifier: GPL-3.0-or-later
// A loupe over the picture: a piece of it two to six times as large, with its local contrast raised. It may follow its
// place of the road through the film, and what it shows can be kept as the picture of what to look for.
#pragma once
#include "core/cut/pick_place.h"
#include "studio/playback/player.h"

#include <QLabel>
#include <QPushButton>
#include <QWidget>

namespace hl {

class PictureView;

class Loupe : public QWidget {
    Q_OBJECT
  public:
    Loupe(Player& player, PictureView* over);
    static constexpr double kLeast = 2, kMost = 6;
    void lookAt(Vec2 framePx); ///< in the 1280x720 frame; a place that is followed is the one under it
    Vec2 centre() const;       ///< in the frame, at the moment that is shown
    void setTimes(double times);
    double times() const { return times_; }
    void setFollowing(bool on);
    bool following() const { return following_; }
    void place();         ///< in the corner of the picture that is farthest from what it looks at
    QImage shown() const; ///< what it shows, without anything drawn over it
    const std::optional<OnRoad>& roadPlace() const { return road_; }

  signals:
    void keepWanted(const QPoint& at); ///< the button was pressed; where a menu may stand

  protected:
    void paintEvent(QPaintEvent*) override;
    void showEvent(QShowEvent* e) override;
    void mousePressEvent(QMouseEvent* e) override; ///< moves the view by where one clicks in it

  private:
    void pick(); ///< the road's place under the centre
    void tell();
    Player& player_;
    PictureView& over_;
    Vec2 framePx_{640, 400};
    std::optional<OnRoad> road_;
    double times_ = 3;
    bool following_ = true;
    QPushButton *less_, *more_, *follow_, *keep_;
    QLabel* words_;
};

} // namespace hl
