// SPDX-License-Identifier: GPL-3.0-or-later
// Where in the log the film may lie: a row a place, with what the film would show at four turn-ins there.
#pragma once
#include "jobs/evidence.h"

#include <QAbstractButton>

namespace hl {

/// One place. Its key, lap and likeness at the left, its pictures at the right; chosen with a click, Space, or its key.
class PlaceRow : public QAbstractButton {
    Q_OBJECT
  public:
    PlaceRow(int number, QWidget* parent = nullptr);
    void show(const PlaceMoments& place, double share); ///< `share`: as alike as the best one
    void setPicture(std::size_t i, const QImage& picture);
    QSize sizeHint() const override { return {640, 48}; }

  signals:
    void momentWanted(std::size_t i); ///< a picture of the present place was clicked

  protected:
    void paintEvent(QPaintEvent*) override;
    void mouseReleaseEvent(QMouseEvent* e) override;

  private:
    QRect pictureAt(std::size_t i) const;
    int number_;
    double share_ = 1;
    PlaceMoments place_;
    std::vector<QImage> pictures_;
};

class PlacesView : public QWidget {
    Q_OBJECT
  public:
    static constexpr std::size_t kMost = 3;
    explicit PlacesView(QWidget* parent = nullptr);
    void show(std::vector<PlaceMoments> places);
    void setPictures(const std::vector<QImage>& pictures); ///< of all places, row after row
    const std::vector<PlaceMoments>& places() const { return places_; }
    std::vector<double> filmTimes() const; ///< of all pictures, row after row; NaN where the film shows none

  signals:
    void chosen(const TiePlace& place);
    void momentWanted(double filmS);

  private:
    std::vector<PlaceMoments> places_;
    PlaceRow* rows_[kMost];
};

} // namespace hl
