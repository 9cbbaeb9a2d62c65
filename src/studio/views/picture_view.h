// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/playback/player.h"

#include <QWidget>

namespace hl {

/// The footage with everything drawn over it, as it will be published.
class PictureView : public QWidget {
    Q_OBJECT
  public:
    explicit PictureView(Player& player, QWidget* parent = nullptr);
    QSize sizeHint() const override { return {668, 376}; }

    QRectF pictureBox() const; ///< where the 1280x720 frame stands in the view
    static QRectF filmBox(const QRectF& frame, QSize film);

  protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent*) override { player_.toggle(); }

  private:
    Player& player_;
};

} // namespace hl
