// SPDX-License-Identifier: GPL-3.0-or-later
// Films and pictures of the lap, each with its view and how it is tied.
#pragma once
#include "core/guide/guide.h"

#include <QListWidget>

namespace hl {

class FilmsList : public QListWidget {
    Q_OBJECT
  public:
    explicit FilmsList(QWidget* parent = nullptr);
    void show(const Sources& sources);

  signals:
    void filmRemoved(FilmId film);
    void stillRemoved(StillId still);

  protected:
    void keyPressEvent(QKeyEvent* e) override;

  private:
    std::vector<FilmId> films_;
    std::vector<StillId> stills_;
};

QString roleText(FilmRole role); ///< "from behind"

} // namespace hl
