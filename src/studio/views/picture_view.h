// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/playback/player.h"
#include "studio/views/picture_tool.h"

#include <QWidget>

namespace hl {

class Loupe;

/// The footage with everything drawn over it, as it will be published.
class PictureView : public QWidget {
    Q_OBJECT
  public:
    explicit PictureView(Player& player, QWidget* parent = nullptr);
    QSize sizeHint() const override { return {668, 376}; }

    Loupe* loupe() const { return loupe_; }
    void setTool(PictureTool* tool); ///< null: a click plays or pauses
    QRectF pictureBox() const;       ///< where the 1280x720 frame stands in the view
    static QRectF filmBox(const QRectF& frame, QSize film);

  protected:
    void resizeEvent(QResizeEvent* e) override;
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent* e) override;
    void mouseMoveEvent(QMouseEvent* e) override;
    void mouseReleaseEvent(QMouseEvent* e) override;

  private:
    Vec2 inFrame(QPointF at) const;
    Player& player_;
    PictureTool* tool_ = nullptr;
    Loupe* loupe_;
};

} // namespace hl
