// SPDX-License-Identifier: GPL-3.0-or-later
// A film's sound: one channel, coded as AAC beside its pictures.
#pragma once
#include "media/ffmpeg_parts.h"

#include <span>
#include <vector>

namespace hl {

/// Every call answers with FFmpeg's code, negative where it failed.
class SoundTrack {
  public:
    /// A stream of its own in a film whose header is not written yet.
    int open(AVFormatContext& film, int rate);
    bool isOpen() const { return coder_ != nullptr; }
    int add(AVFormatContext& film, std::span<const float> mono); ///< -1 .. 1
    int finish(AVFormatContext& film);

  private:
    int code(AVFormatContext& film, bool last);
    int drain(AVFormatContext& film);
    ff::Codec coder_;
    AVStream* stream_ = nullptr;
    std::vector<float> waiting_;
    std::int64_t coded_ = 0; ///< samples
};

} // namespace hl
