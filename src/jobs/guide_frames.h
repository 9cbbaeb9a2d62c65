// SPDX-License-Identifier: GPL-3.0-or-later
// The pictures that a finished guide is made of, one after the other: whichever film fills the frame, and the small one
// in it.
#pragma once
#include "jobs/render.h"
#include "media/slow_motion.h"

#include <map>
#include <QImage>

namespace hl {

struct GuideFrame {
    std::shared_ptr<const YuvFrame> full; ///< of the output's size; shared while the picture stands or is slowed
    QImage inset;                         ///< null: none
};

/// Decoders walking forward through all films of a guide. Not thread-safe.
class GuideFrames {
  public:
    /// Errors: media.* of the explained film; another that fails gives way to it.
    static Result<GuideFrames> open(const Guide& guide, const Session& session, OutputSize size);
    /// None when the film has no picture there.
    /// `slowed`: made of the two that were filmed around it, where it lies between them.
    std::optional<GuideFrame> at(FootageTime footage, const Pictures& pictures, bool slowed = false);

  private:
    struct Walk {
        SlowMotion film;
        FootageTime when{}; ///< of `last`
        std::shared_ptr<const YuvFrame> last;
        QImage inset; ///< of `last`
    };
    GuideFrames(const Guide& guide, const Session& session, OutputSize size, VideoReader film);
    std::shared_ptr<const YuvFrame> still(StillId id);
    Walk* walkOf(FilmId film);
    std::shared_ptr<const YuvFrame> pictureIn(Walk& walk, FootageTime when, bool slowed);
    QImage insetOf(const FilmAt& moment);
    const Guide* guide_;
    const Session* session_;
    OutputSize size_;
    Walk film_;
    std::map<FilmId, std::optional<Walk>> others_;
    std::map<StillId, std::shared_ptr<const YuvFrame>> stills_; ///< null: it cannot be read
};

} // namespace hl
