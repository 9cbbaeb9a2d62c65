// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/playback/player.h"
#include "studio/views/pace_drag.h"

#include <QPixmap>
#include <QWidget>

namespace hl {

/// Guide time above, road below, a band for every shot between: wide above where the picture is slowed.
class StretchView : public QWidget {
    Q_OBJECT
  public:
    StretchView(Desk& desk, Player& player, QWidget* parent = nullptr);
    bool showsThisCut() const { return !stale_ && desk_.cutIsOfThisGuide(); }

  protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent* e) override;
    void mouseMoveEvent(QMouseEvent* e) override;
    void mouseReleaseEvent(QMouseEvent* e) override;

  private:
    struct Span {
        double fromS = 0, toS = 0, fromM = 0, toM = 0;
        const Section *walk = nullptr, *run = nullptr;
    };
    Span span() const;
    void askForPainting();
    void paintAnew();
    void paintStill(QPainter& p) const;
    void paintLegend(QPainter& p) const;
    void paintNow(QPainter& p, const Span& s) const;
    double timeX(const Span& s, double guideS) const;
    double roadX(const Span& s, double metre) const;
    void paintSection(QPainter& p, const Span& s, const Section& section) const;
    void paintRoad(QPainter& p, const Span& s) const;
    void paintMarks(QPainter& p, const Span& s) const;
    void paintDrag(QPainter& p, const Span& s) const;
    double guideAt(const Span& s, double x) const;
    void seek(const Span& s, QPointF at);
    Desk& desk_;
    Player& player_;
    QPixmap still_; ///< all but the hands of the clock; painted aside, for it is the dearest of the views
    std::optional<PaceDrag> drag_; ///< the band whose edge is under the hand
    bool stale_ = true, asked_ = false;
};

} // namespace hl
