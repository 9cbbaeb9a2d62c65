// SPDX-License-Identifier: GPL-3.0-or-later
// A picture of the film with boxes over what is drawn into it.
#pragma once
#include <QImage>
#include <QWidget>
#include <vector>

namespace hl {

class PanelPicture : public QWidget {
    Q_OBJECT
  public:
    struct Shown {
        QString label, reading; ///< the reading is empty before anything was read
        QRectF box;             ///< film pixels; null before it was drawn
    };
    explicit PanelPicture(QWidget* parent = nullptr);
    void setPicture(QImage picture, QSize film); ///< `film`: its size in pixels; the picture may be smaller
    void setBoxes(std::vector<Shown> boxes, std::size_t current);
    QSize sizeHint() const override { return {720, 420}; }
    QPoint onScreen(QPointF filmPixel) const; ///< where in this widget

  signals:
    void boxDrawn(const QRectF& box); ///< of the current row, film pixels

  protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent* e) override;
    void mouseMoveEvent(QMouseEvent* e) override;
    void mouseReleaseEvent(QMouseEvent* e) override;
    void keyPressEvent(QKeyEvent* e) override; ///< arrows move the box by a pixel, with Shift they move its far corner

  private:
    QRectF pictureRect() const;
    QPointF inFilm(QPointF widget) const;
    QRectF tagBeside(const QRectF& box, QSizeF size, const std::vector<QRectF>& taken) const;
    QRectF toWidget(const QRectF& film) const;
    QImage picture_;
    QSize film_;
    std::vector<Shown> boxes_;
    std::size_t current_ = 0;
    QPointF from_;
    QRectF drawing_;
    bool down_ = false;
};

} // namespace hl
