// SPDX-License-Identifier: GPL-3.0-or-later
#include "media/picture_motion.h"

#include "media/ffmpeg_parts.h"

#include <cmath>
#include <limits>
#include <opencv2/imgproc.hpp>

namespace hl {
namespace {

// Small enough to be quick, large enough that a tenth of a pixel is a hundredth of a degree.
constexpr int kWidth = 192, kHeight = 108;
// The band that shows the world far ahead: below it are road and bonnet, which stream by or stand still.
constexpr int kTop = 8, kBottom = 62;
// Frames closer than this are passed over: what moved by less than a pixel is measured badly.
constexpr double kLeastApartS = 0.055;
constexpr double kLeastResponse = 0.08; // of the phase correlation's peak: less is another scene or a blank picture

struct Small {
    cv::Mat picture;
    double at = 0;
};

cv::Mat shrunk(const AVFrame& f, ff::Scaler& scaler) {
    SwsContext* old = scaler.release();
    scaler.reset(sws_getCachedContext(old, f.width, f.height, static_cast<AVPixelFormat>(f.format), kWidth, kHeight, AV_PIX_FMT_GRAY8, SWS_AREA, nullptr, nullptr, nullptr));
    cv::Mat grey(kHeight, kWidth, CV_8U);
    std::uint8_t* to[] = {grey.data};
    const int stride[] = {static_cast<int>(grey.step)};
    sws_scale(scaler.get(), f.data, f.linesize, 0, f.height, to, stride);
    cv::Mat band;
    grey.rowRange(kTop, kBottom).convertTo(band, CV_32F);
    return band;
}

void compare(const Small& before, const Small& now, const cv::Mat& window, PictureMotion& out) {
    const double dt = now.at - before.at;
    if (!(dt > 0)) return;
    double response = 0;
    const auto shift = cv::phaseCorrelate(before.picture, now.picture, window, &response);
    const bool good = response > kLeastResponse && dt < 0.5;
    constexpr double kNone = std::numeric_limits<double>::quiet_NaN();
    out.footageS.push_back((before.at + now.at) / 2);
    out.sideways.push_back(good ? shift.x / kWidth / dt : kNone);
    out.upwards.push_back(good ? -shift.y / kHeight / dt : kNone);
}

} // namespace

Result<PictureMotion> readMotion(const std::filesystem::path& path, const std::function<bool(double)>& goOn) {
    auto input = ff::openInput(path.string());
    if (!input) return input.error();
    const int stream = av_find_best_stream(input->get(), AVMEDIA_TYPE_VIDEO, -1, -1, nullptr, 0);
    if (stream < 0) return Error{"media.no-video", "has no picture", path.string(), "a file with a video stream"};
    auto codec = ff::openDecoder(**input, stream, 0);
    if (!codec) return codec.error();
    for (unsigned i = 0; i < (*input)->nb_streams; ++i)
        if (static_cast<int>(i) != stream) (*input)->streams[i]->discard = AVDISCARD_ALL;
    const double base = av_q2d((*input)->streams[stream]->time_base), length = static_cast<double>((*input)->duration) / AV_TIME_BASE;
    cv::Mat window;
    cv::createHanningWindow(window, cv::Size(kWidth, kBottom - kTop), CV_32F);
    ff::Scaler scaler;
    ff::Packet packet(av_packet_alloc());
    ff::Frame frame(av_frame_alloc());
    PictureMotion out;
    Small before;
    for (bool more = true; more;) {
        more = av_read_frame(input->get(), packet.get()) >= 0;
        if (more && packet->stream_index == stream) avcodec_send_packet(codec->get(), packet.get());
        if (!more) avcodec_send_packet(codec->get(), nullptr);
        av_packet_unref(packet.get());
        while (avcodec_receive_frame(codec->get(), frame.get()) == 0) {
            const double at = static_cast<double>(frame->best_effort_timestamp) * base;
            if (!before.picture.empty() && at - before.at < kLeastApartS) {
                av_frame_unref(frame.get());
                continue;
            }
            Small now{shrunk(*frame, scaler), at};
            if (!before.picture.empty()) compare(before, now, window, out);
            if (out.footageS.size() % 100 == 99 && !goOn(length > 0 ? now.at / length : 0)) return Error{"job.cancelled", "stopped before it was finished; nothing was changed"};
            before = std::move(now);
            av_frame_unref(frame.get());
        }
    }
    if (out.footageS.empty()) return Error{"media.no-frames", "has a video stream without two frames that decode", path.string(), "a whole video file"};
    return out;
}

} // namespace hl
