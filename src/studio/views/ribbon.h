// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/playback/player.h"
#include "studio/views/bound_drag.h"
#include "studio/views/mark_spots.h"

#include <QPixmap>
#include <QWidget>

namespace hl {

/// The lap unrolled: scroll bar, map and table of contents in one.
class Ribbon : public QWidget {
    Q_OBJECT
  public:
    Ribbon(Desk& desk, Player& player, QWidget* parent = nullptr);
    QSize sizeHint() const override { return {1280, 196}; }
    void setCompact(bool compact);       ///< numbers and road only, where room is short
    QPointF cornerAt(CornerId id) const; ///< where to click to choose it
    QPointF boundAt(Bound bound) const;  ///< where to take hold of a bound of the chosen corner
    void setBoundsShown(bool shown);     ///< only where corners are worked on
    void setMarksShown(bool shown);      ///< only where marks are worked on
    QPointF markAt(MarkerId mark) const; ///< where to take hold of it
    struct NumberAt {
        double x = 0, width = 0, size = 0; ///< px; middle, room it needs, height of the type
    };
    std::vector<NumberAt> numbersAt() const; ///< of each corner, none over another
    struct Gathered {
        double x = 0;
        int count = 0;
    };
    std::vector<Gathered> gatheredFindings() const;

  protected:
    void paintEvent(QPaintEvent*) override;
    void resizeEvent(QResizeEvent*) override { road_ = {}; }
    void mousePressEvent(QMouseEvent* e) override;
    void mouseMoveEvent(QMouseEvent* e) override;
    void mouseReleaseEvent(QMouseEvent* e) override;
    void keyPressEvent(QKeyEvent* e) override;

  private:
    double x(double atM) const;
    double metreAt(double px) const;
    double y(double lateralM) const;
    QPixmap paintRoad() const; ///< what does not move, painted once
    void paintNames(QPainter& p) const;
    void paintBounds(QPainter& p) const;
    void paintFindings(QPainter& p) const;
    Desk& desk_;
    Player& player_;
    QPixmap road_;
    void paintMarks(QPainter& p) const;
    std::optional<BoundDrag> drag_;
    std::optional<MarkHold> hold_;
    bool compact_ = false, boundsShown_ = false, marksShown_ = false;
    double top() const { return compact_ ? 36 : 92; }
    double depth() const { return compact_ ? 40 : 62; }
};

} // namespace hl
