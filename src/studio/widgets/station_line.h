// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/station.h"

namespace hl {

/// The stations of the work along a line, a lamp on each: hollow (nothing yet), filled (done), lit (here), broken
/// (wrong).
class StationLine : public QWidget {
    Q_OBJECT
  public:
    explicit StationLine(const QStringList& names, QWidget* parent = nullptr);
    int current() const { return current_; }
    void setCurrent(int i);
    void setLamp(int i, StationState lamp);
    QSize sizeHint() const override { return {640, 56}; }
    QPointF lampAt(int i) const;
  signals:
    void chosen(int station);

  protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent* e) override;
    void keyPressEvent(QKeyEvent* e) override;

  private:
    QStringList names_;
    QList<StationState> lamps_;
    int current_ = 0;
};

} // namespace hl
