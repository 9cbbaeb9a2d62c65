// SPDX-License-Identifier: GPL-3.0-or-later
// Pictures of a film that are looked at more than once. Inside media only.
#pragma once
#include "media/colour_mix.h"
#include "media/video_reader.h"

#include <memory>
#include <optional>
#include <utility>
#include <vector>

namespace hl {

inline constexpr double kPieceS = 0.8; // s of film that are followed there and back

/// Turned into grey only when it is looked at.
struct GreyFrame {
    FootageTime when{};
    std::shared_ptr<const YuvFrame> film;
    const ColourMix* mix = nullptr;
    cv::Mat kept = {};
    const cv::Mat& grey() {
        if (kept.empty()) kept = mixed(*film, *mix);
        return kept;
    }
};

/// Pictures of a film piece by piece, in either direction. As many as memory allows are held, so that going backward
/// does not decode from the same key frame again and again.
class HeldFrames {
  public:
    HeldFrames(VideoReader& reader, const ColourMix& mix, FootageTime earliest)
        : reader_(reader), mix_(mix), earliest_(earliest) {}

    /// Whether nothing earlier has to be decoded any more; then the reader stands behind what is held.
    bool whole() const { return from_ <= earliest_; }
    /// So that the reader goes on behind that moment.
    void standBehind(FootageTime t) {
        if (to_ != t) hold(std::max(earliest_, t - Seconds(kPieceS)), t);
    }
    /// The frame after the last one that is held, the reader's latest.
    std::optional<YuvFrame> takeBeyond() { return std::exchange(beyond_, std::nullopt); }
    /// The frames of [from, to], in order.
    std::vector<GreyFrame> between(FootageTime from, FootageTime to);

  private:
    void hold(FootageTime from, FootageTime to);
    VideoReader& reader_;
    const ColourMix& mix_;
    FootageTime earliest_, from_{}, to_{};
    std::vector<std::shared_ptr<const YuvFrame>> held_;
    std::optional<YuvFrame> beyond_;
};

} // namespace hl
