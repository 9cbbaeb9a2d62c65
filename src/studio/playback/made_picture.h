// SPDX-License-Identifier: GPL-3.0-or-later
// A moment between two pictures of a film, for the preview.
#pragma once
#include "media/between_frames.h"
#include "media/video_reader.h"

#include <array>
#include <QSize>

namespace hl {

/// The size of a picture fitted into `room`, never larger than it is; even numbers.
QSize fittedInto(QSize room, const YuvFrame& picture);

/// Keeps the two pictures it was asked for last, so that walking forward decodes each once. Not thread-safe.
class MadePicture {
  public:
    /// At a moment of the film whose pictures stand at `times` (ascending, s), fitted into `room`: the filmed one where
    /// one is as good as there, else one made of the two around it. None where the film does not give them.
    std::optional<YuvFrame> at(VideoReader& film, const std::vector<double>& times, double footageS, QSize room);

  private:
    const YuvFrame* filmed(VideoReader& film, const std::vector<double>& times, std::size_t number, QSize room);
    struct Filmed {
        std::size_t number = 0;
        QSize room;
        YuvFrame picture;
    };
    std::array<Filmed, 2> kept_; ///< by odd and even numbers
    BetweenFrames between_;
};

} // namespace hl
