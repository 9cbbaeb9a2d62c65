// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/cut/pictures.h"
#include "jobs/session.h"
#include "studio/playback/frame_source.h"

#include <QThread>

namespace hl {

/// The picture of one of the guide's further films at the playhead, for the preview.
class OtherFilm : public QObject {
    Q_OBJECT
  public:
    explicit OtherFilm(QThread& decoding); ///< where its frames are decoded; outlives it
    void want(const Session& session, const std::optional<FilmAt>& moment, bool playing, bool between = false);
    const QImage& picture() const { return picture_; } ///< null while there is none

  signals:
    void ready();

  private:
    FrameSource* source_; ///< ends with its thread
    std::string open_;
    QImage picture_;
};

} // namespace hl
