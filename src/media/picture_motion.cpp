// SPDX-License-Identifier: GPL-3.0-or-later
#include "media/picture_motion.h"

#include "media/ffmpeg_parts.h"

#include "core/units/numbers.h"

#include <Eigen/Dense>
#include <opencv2/imgproc.hpp>
#include <opencv2/video/tracking.hpp>

namespace hl {
namespace {

// Small enough to be quick, large enough that a tenth of a pixel is a hundredth of a degree.
constexpr int kWidth = 192, kHeight = 108;
// The band that shows the world far ahead, with little of the road: below it are road and bonnet, which stream by or
// stand still. (Measured on the demo film: down to row 62 the nearer road pulls the answer 45 ms off, to row 52 it does
// not.)
constexpr int kTop = 8, kBottom = 52;
// Frames closer than this are passed over: what moved by less than a pixel is measured badly.
constexpr double kLeastApartS = 0.055;
constexpr int kPoints = 70;
constexpr std::size_t kLeastPoints = 10;
constexpr double kMostSpread = 1.5; // pixels by which points may disagree: more is another scene or a blur

struct Small {
    cv::Mat picture;
    double at = 0;
};

cv::Mat shrunk(const AVFrame& f, ff::Scaler& scaler) {
    SwsContext* old = scaler.release();
    scaler.reset(sws_getCachedContext(old, f.width, f.height, static_cast<AVPixelFormat>(f.format), kWidth, kHeight,
                                      AV_PIX_FMT_GRAY8, SWS_AREA, nullptr, nullptr, nullptr));
    cv::Mat grey(kHeight, kWidth, CV_8U);
    std::uint8_t* to[] = {grey.data};
    const int stride[] = {static_cast<int>(grey.step)};
    sws_scale(scaler.get(), f.data, f.linesize, 0, f.height, to, stride);
    return grey.rowRange(kTop, kBottom);
}

/// How one point of the picture went from a frame to the next, pixels from the middle of the band.
struct Went {
    double x, y, dx, dy;
};

std::vector<Went> followed(const cv::Mat& before, const cv::Mat& now) {
    std::vector<cv::Point2f> from, to, back;
    cv::goodFeaturesToTrack(before, from, kPoints, 0.01, 5);
    if (from.size() < kLeastPoints) return {};
    std::vector<unsigned char> found;
    std::vector<float> error;
    cv::calcOpticalFlowPyrLK(before, now, from, to, found, error, cv::Size(13, 13), 2);
    std::vector<Went> out;
    for (std::size_t i = 0; i < from.size(); ++i)
        if (found[i])
            out.push_back({from[i].x - kWidth / 2.0, from[i].y - (kBottom - kTop) / 2.0,
                           static_cast<double>(to[i].x - from[i].x), static_cast<double>(to[i].y - from[i].y)});
    return out;
}

/// A turned camera moves every point alike; a rolled one about the middle; driving on, near points away from the
/// middle, the more the lower they lie on the road's plane: dx = turn + roll y + x (grow + near y), dy = nod - roll x +
/// y (grow + near y). Least squares with Cauchy weights, as some points are on other cars, the bonnet or nowhere.
struct Turned {
    double turn = 0, nod = 0, spread = 0; ///< pixels; spread of the points that agree
};

std::optional<Turned> turnedBy(const std::vector<Went>& points) {
    if (points.size() < kLeastPoints) return std::nullopt;
    const auto n = static_cast<Eigen::Index>(points.size());
    Eigen::MatrixXd a(2 * n, 5);
    Eigen::VectorXd d(2 * n), rest, w = Eigen::VectorXd::Ones(2 * n);
    for (Eigen::Index i = 0; i < n; ++i) {
        const auto& p = points[static_cast<std::size_t>(i)];
        const double x = p.x / 50, y = p.y / 50;
        a.row(2 * i) << 1, 0, y, x, x * y;
        a.row(2 * i + 1) << 0, 1, -x, y, y * y;
        d(2 * i) = p.dx, d(2 * i + 1) = p.dy;
    }
    Eigen::VectorXd fit;
    double scale = 0;
    for (int round = 0; round < 6; ++round) {
        const Eigen::MatrixXd wa = w.asDiagonal() * a;
        fit = (a.transpose() * wa + 1e-6 * Eigen::MatrixXd::Identity(5, 5)).ldlt().solve(wa.transpose() * d);
        rest = d - a * fit;
        std::vector<double> sizes;
        for (const double r : rest) sizes.push_back(std::abs(r));
        scale = std::max(0.03, 1.5 * median(std::move(sizes)));
        for (Eigen::Index i = 0; i < 2 * n; ++i) w(i) = 1 / (1 + rest(i) * rest(i) / (scale * scale));
    }
    return Turned{fit(0), fit(1), scale};
}

void compare(const Small& before, const Small& now, PictureMotion& out) {
    const double dt = now.at - before.at;
    if (!(dt > 0)) return;
    const auto turned = dt < 0.5 ? turnedBy(followed(before.picture, now.picture)) : std::nullopt;
    const bool good = turned && turned->spread < kMostSpread;
    out.footageS.push_back((before.at + now.at) / 2);
    out.sideways.push_back(good ? turned->turn / kWidth / dt : kNaN);
    out.upwards.push_back(good ? -turned->nod / kHeight / dt : kNaN);
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
    const double base = av_q2d((*input)->streams[stream]->time_base),
                 length = static_cast<double>((*input)->duration) / AV_TIME_BASE;
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
            if (!before.picture.empty()) compare(before, now, out);
            if (out.footageS.size() % 100 == 99 && !goOn(length > 0 ? now.at / length : 0))
                return Error{"job.cancelled", "stopped before it was finished; nothing was changed"};
            before = std::move(now);
            av_frame_unref(frame.get());
        }
    }
    if (out.footageS.empty())
        return Error{"media.no-frames", "has a video stream without two frames that decode", path.string(),
                     "a whole video file"};
    return out;
}

} // namespace hl
