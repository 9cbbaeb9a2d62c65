// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/stations/scene/films_list.h"
#include "studio/stations/scene/leaf.h"

#include <QProgressBar>

namespace hl {

/// Further films and pictures of the lap.
class FilmsLeaf : public Leaf {
    Q_OBJECT
  public:
    explicit FilmsLeaf(Desk& desk, QWidget* parent = nullptr);
    void refresh() override;
    void addFilm(const QString& file, FilmRole role, std::vector<PlacePair> pairs);
    void addStill(const QString& file, double atM, const QString& caption);

  private:
    void askFilm();
    void askStill();
    FilmsList* films_;
    QProgressBar* busy_;
};

} // namespace hl
