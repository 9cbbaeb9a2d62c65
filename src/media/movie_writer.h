// SPDX-License-Identifier: GPL-3.0-or-later
// H.264 and AAC into MP4, with chapters. The file appears under its name only when it is whole.
#pragma once
#include "core/units/result.h"
#include "media/picture_frame.h"

#include <filesystem>
#include <memory>
#include <optional>
#include <string>

namespace hl {

struct Chapter {
    double startS = 0, endS = 0;
    std::string title;
};

/// How the picture is coded. HEVC and VP9 are smaller and slower, AV1 (SVT) smaller still.
enum class VideoCodec { H264, Hevc, Vp9, Av1 };
std::string_view key(VideoCodec c); ///< "h264", "hevc", "vp9", "av1"
std::optional<VideoCodec> videoCodecOf(std::string_view key);

struct MovieOptions {
    int width = 1280, height = 720;
    int frameRate = 50;    ///< 1/s
    int frameRateOver = 1; ///< what it is divided by: 30000 over 1001
    int soundRate = 0;     ///< samples per second; 0 for a silent film
    VideoCodec codec = VideoCodec::H264;
    int crf = 20; ///< quality by x264's scale, lower is better; the other codecs are asked for the same
    std::string preset = "veryfast";
    int keyEvery = 250; ///< frames between key frames at most
    int threads = 0;
    bool sensors = false; ///< has a track for what a camera's sensors measured
    std::vector<Chapter> chapters;
    std::string title;
};

class MovieWriter {
  public:
    /// Errors: movie.unwritable, movie.no-encoder.
    static Result<MovieWriter> open(const std::filesystem::path& path, MovieOptions options);
    MovieWriter(MovieWriter&&) noexcept;
    MovieWriter& operator=(MovieWriter&&) noexcept;
    ~MovieWriter(); ///< an unfinished film is removed

    /// The next frame, of the film's size. It is kept as long as the encoder needs it; the other is copied for that.
    Status picture(std::shared_ptr<const YuvFrame> frame, bool key = false);
    Status picture(const YuvFrame& frame, bool key = false);
    Status sound(std::span<const float> mono); ///< the next samples
    /// A packet of the sensors' track, ascending in time.
    Status sensors(std::span<const std::uint8_t> bytes, double startS, double lengthS);
    Status finish();

  private:
    struct Parts;
    explicit MovieWriter(std::unique_ptr<Parts> parts);
    std::unique_ptr<Parts> parts_;
};

/// Copies [fromS, toS) of a film without encoding again; fromS should be a key frame. Errors: as above and
/// media.unreadable.
Status copyClip(const std::filesystem::path& from, const std::filesystem::path& to, double fromS, double toS);

} // namespace hl
