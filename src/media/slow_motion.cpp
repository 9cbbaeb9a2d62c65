// SPDX-License-Identifier: GPL-3.0-or-later
#include "media/slow_motion.h"

#include "media/movie_writer.h"

#include <cmath>
#include <future>

namespace hl {

SlowMotion::SlowMotion(VideoReader reader) : reader_(std::move(reader)) {}

std::shared_ptr<const YuvFrame> SlowMotion::at(FootageTime t, bool smooth) {
    const auto before = reader_.pictureAt(t);
    const auto after = smooth && before ? reader_.following() : nullptr;
    if (!after || before->time > t) return before;
    const double share = shareBetween(before->time, after->time, t);
    if (share == 0) return before;
    if (share == 1) return after;
    ++made_;
    auto picture = std::make_shared<const YuvFrame>(between_.at(*before, *after, share));
    if (between_.untrusted() > kMostUntrusted) ++blended_;
    return picture;
}

RateFraction rateFraction(double fps) {
    if (!(fps > 0)) return {};
    const double whole = std::round(fps), ntsc = std::round(fps * 1.001);
    if (std::abs(fps - whole) < 0.004) return {static_cast<int>(whole), 1};
    if (std::abs(fps - ntsc / 1.001) < 0.004) return {static_cast<int>(ntsc) * 1000, 1001};
    return {static_cast<int>(std::lround(fps * 1000)), 1000};
}

Result<SlowReport> slowedFilm(const std::filesystem::path& film, double fromS, double toS, double rate,
                              const std::filesystem::path& out, const std::function<bool(double)>& goOn) {
    if (!(rate >= 0.05 && rate <= 1))
        return Error{"slow.rate", "a film cannot be played at " + std::to_string(rate) + " of its speed", "--rate",
                     "0.05 to 1"};
    auto reader = VideoReader::open(film);
    if (!reader) return reader.error();
    const auto info = reader->info();
    const double end = toS < 0 ? info.length.count() : std::min(toS, info.length.count());
    const auto fraction = rateFraction(info.frameRate);
    const double fps = static_cast<double>(fraction.rate) / fraction.over;
    const auto count = std::lround((end - fromS) / rate * fps);
    if (fromS < 0 || count < 1)
        return Error{"slow.empty", "there is no picture between these times", film.string(),
                     "a start before the end, inside " + std::to_string(info.length.count()) + " s"};
    MovieOptions options;
    options.width = info.width & ~1, options.height = info.height & ~1;
    options.frameRate = fraction.rate, options.frameRateOver = fraction.over;
    options.crf = 10, options.preset = "ultrafast", options.keyEvery = static_cast<int>(std::lround(fps));
    auto writer = MovieWriter::open(out, options);
    if (!writer) return writer.error();
    SlowMotion slow(std::move(*reader));
    SlowReport report;
    std::future<Status> writing; // ends before the writer goes
    for (long i = 0; i < count; ++i) {
        if (!goOn(static_cast<double>(i) / static_cast<double>(count)))
            return Error{"job.cancelled", "stopped before it was finished; nothing was changed"};
        const auto frame = slow.at(at<FootageTime>(fromS + static_cast<double>(i) * rate / fps));
        if (!frame) break;
        if (writing.valid())
            if (auto s = writing.get(); !s) return s.error();
        // The next picture is made while this one is coded.
        writing = std::async(std::launch::async,
                             [&writer, picture = frame, first = i == 0] { return writer->picture(picture, first); });
        ++report.frames;
    }
    if (writing.valid())
        if (auto s = writing.get(); !s) return s.error();
    if (auto s = writer->finish(); !s) return s.error();
    report.made = slow.made(), report.blended = slow.blended();
    return report;
}

} // namespace hl
