// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "jobs/camera.h"
#include "studio/stations/markers/mark_fields.h"
#include "studio/stations/markers/marks_list.h"
#include "studio/stations/markers/picture_hand.h"

#include <QLabel>
#include <QPushButton>

namespace hl {

/// The corner's marks as rows, a palette to set new ones with, and the camera's pins.
class MarkersPage : public QWidget {
    Q_OBJECT
  public:
    MarkersPage(Desk& desk, Player& player, QWidget* parent = nullptr);
    PictureHand& hand() { return *hand_; }
    void propose(); ///< the usual marks of this corner that it has none of
    void chooseNext(int steps);
    void nudge(double alongM, double leftM);
    void removeChosen();
    void setPinning(bool on);
    bool pinning() const { return hand_->pinning(); }
    void disarm();
    void armKeepClear(); ///< the next drag in the picture says which part
    void lookAtFilm();   ///< for what the cache does not hold yet; in the background

  signals:
    void said(const QString& text, bool wrong);

  private:
    void fillPalette();
    QWidget* buildCamera();
    void connectHand();
    void refresh();
    void refreshCamera();
    void choose(MarkerId mark);
    void addMark(const MarkKind* kind, const Anchor& at);
    void follow(MarkerId mark);
    void addPin(const CameraPin& pin);
    void takePinBack();
    void solve(std::vector<CameraPin> pins, bool withFilm);
    void edit(const QString& what, std::function<Guide(Guide)> change);
    Desk& desk_;
    Player& player_;
    PictureHand* hand_;
    QLabel *title_, *cameraText_, *wishText_;
    MarksList* marks_;
    MarkFields* fields_;
    QPushButton *setMark_, *pins_ = nullptr, *find_ = nullptr, *back_ = nullptr;
};

} // namespace hl
