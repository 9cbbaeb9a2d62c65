// SPDX-License-Identifier: GPL-3.0-or-later
// Footage, frame by exact frame.
#pragma once
#include "core/units/result.h"
#include "media/picture_frame.h"

#include <filesystem>
#include <memory>
#include <optional>

namespace hl {

struct VideoInfo {
    int width = 0, height = 0; ///< upright, with square pixels
    double frameRate = 0;      ///< average, 1/s
    Seconds length{};
    bool hasSound = false;
    std::string codec;
    double aspect() const { return height > 0 ? static_cast<double>(width) / height : 16.0 / 9; }
};

/// One decoder walking forward through one file. Not thread-safe; give each thread its own.
class VideoReader {
  public:
    /// `threads` 0 lets the decoder choose. Errors: file.missing, media.unreadable, media.no-video, media.no-decoder,
    /// media.no-frames.
    static Result<VideoReader> open(const std::filesystem::path& path, int threads = 0);
    VideoReader(VideoReader&&) noexcept;
    VideoReader& operator=(VideoReader&&) noexcept;
    ~VideoReader();

    const VideoInfo& info() const;
    /// The next frame in presentation order; none at the end. Damaged packets are passed over and counted.
    std::optional<YuvFrame> next();
    /// The frame on screen at `t`: the last one whose presentation time is not after it (the first for earlier times).
    std::optional<YuvFrame> frameAt(FootageTime t);
    /// The same, shared with whoever asks again; null: none.
    std::shared_ptr<const YuvFrame> pictureAt(FootageTime t);
    /// The frame after the one that was given last; null at the end.
    std::shared_ptr<const YuvFrame> following();
    /// From now on no frame is larger than this, upright and in its own shape: quicker than making it smaller later.
    /// `info` stays that of the film.
    void fitInto(PictureSize most);
    PictureSize size() const; ///< of the frames
    /// Presentation times of all frames, ascending, read from the packets without decoding; start at the file's own
    /// zero.
    const std::vector<double>& frameTimes();
    int damagedPackets() const;

  private:
    struct Parts;
    explicit VideoReader(std::unique_ptr<Parts> parts);
    std::unique_ptr<Parts> parts_;
};

} // namespace hl
