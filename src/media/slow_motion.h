// SPDX-License-Identifier: GPL-3.0-or-later
// A film at moments between its pictures.
#pragma once
#include "media/between_frames.h"
#include "media/video_reader.h"

namespace hl {

/// Walks forward through a film. Not thread-safe.
class SlowMotion {
  public:
    explicit SlowMotion(VideoReader reader);
    /// The picture at `t`: a filmed one where one is as good as there, else one made between two. Null when the film
    /// has none. `smooth` false: the filmed one that is on screen.
    std::shared_ptr<const YuvFrame> at(FootageTime t, bool smooth = true);
    VideoReader& reader() { return reader_; }
    long made() const { return made_; }       ///< pictures that were not filmed
    long blended() const { return blended_; } ///< of those, in which motion could not be trusted

  private:
    VideoReader reader_;
    BetweenFrames between_;
    long made_ = 0, blended_ = 0;
};

/// A rate as a fraction, as films tell it: 29.97 is 30000 over 1001.
struct RateFraction {
    int rate = 25, over = 1;
};
RateFraction rateFraction(double framesPerSecond);

struct SlowReport {
    long frames = 0, made = 0, blended = 0;
};
/// [fromS, toS) of a film at `rate` (0.05 to 1) of its speed, at the film's own frame rate, without sound; the first
/// picture is the one at `fromS`. `goOn` is told the share that is done, and may give up.
/// Errors: media.*, movie.*, slow.empty, slow.rate, job.cancelled.
Result<SlowReport> slowedFilm(const std::filesystem::path& film, double fromS, double toS, double rate,
                              const std::filesystem::path& out, const std::function<bool(double)>& goOn);

} // namespace hl
