// SPDX-License-Identifier: GPL-3.0-or-later
// The hand in the picture: it chooses and drags marks along the road, sets new ones where one clicks, and clicks pins
// for the camera. It edits nothing itself; it says what was done.
#pragma once
#include "core/camera/next_pin.h"
#include "core/cut/pick_place.h"
#include "studio/playback/player.h"
#include "studio/views/picture_tool.h"

#include <QObject>

namespace hl {

class PictureHand : public QObject, public PictureTool {
    Q_OBJECT
  public:
    PictureHand(Desk& desk, Player& player, QObject* parent);
    void press(Vec2 framePx) override;
    void drag(Vec2 framePx) override;
    void release(Vec2 framePx) override;
    void paint(QPainter& p, double scale) override;

    void arm(const MarkKind* kind); ///< the next click sets one; null: clicks choose and drag
    const MarkKind* armed() const { return armed_; }
    void armZone(); ///< the next drag marks a part of the film to be kept clear
    bool zoneArmed() const { return zoneArmed_; }
    void setPinning(bool on);
    bool pinning() const { return pinning_; }
    void setChosen(MarkerId mark) { chosen_ = mark; }
    void setFit(std::vector<double> residualsPx) { residualsPx_ = std::move(residualsPx); }
    const std::optional<PinWish>& wish() const { return wish_; } ///< the feature to click now
    void nextWish();                                             ///< another one
    void wishAgain();                                            ///< the picture or the camera changed
    void moveCross(double dx, double dy);                        ///< for work without a mouse
    void clickAtCross();

  signals:
    void markChosen(MarkerId mark); ///< 0: none
    void markDragged(MarkerId mark, double alongM, double leftM);
    void placeClicked(const MarkKind* kind, const Anchor& at); ///< where a new mark is to stand
    void pinClicked(const CameraPin& pin);
    void zoneDrawn(const KeepClear& zone);
    void nothingThere(const QString& why);
    void looked(); ///< the wish or the cross changed

  private:
    MarkerId markAt(Vec2 framePx) const;
    std::optional<Anchor> anchorFor(const MarkKind& kind, Vec2 framePx) const;
    void pin(Vec2 framePx);
    void paintPins(QPainter& p, double scale);
    void paintEdges(QPainter& p, double scale);
    void paintChosen(QPainter& p, double scale);
    void paintZones(QPainter& p, double scale);
    Desk& desk_;
    Player& player_;
    const MarkKind* armed_ = nullptr;
    bool pinning_ = false, zoneArmed_ = false;
    std::optional<Vec2> zoneFrom_, zoneTo_;
    MarkerId chosen_;
    struct Drag {
        MarkerId mark;
        OnRoad from;
        Vec2 fromPx, nowPx;
        bool moved = false;
    };
    std::optional<Drag> drag_;
    std::optional<Vec2> cross_;
    std::optional<PinWish> wish_;
    std::vector<double> residualsPx_;
    std::size_t skip_ = 0; ///< wishes that were passed over
};

} // namespace hl
