// SPDX-License-Identifier: GPL-3.0-or-later
#include "media/video_reader.h"

#include "media/pixels.h"

#include <algorithm>
#include <cmath>

namespace hl {

struct VideoReader::Parts {
    ff::Input input;
    ff::Codec codec;
    ff::Scaler scaler;
    ff::Packet packet{av_packet_alloc()};
    ff::Frame frame{av_frame_alloc()};
    int stream = -1, quarterTurns = 0, damaged = 0;
    VideoInfo info;
    std::vector<double> times;
    std::optional<YuvFrame> ahead; ///< decoded beyond the frame last asked for
    std::optional<YuvFrame> shown;
    bool draining = false;
    std::string path;

    AVRational pixelAspect{1, 1};
    double toSeconds(std::int64_t pts) const {
        return static_cast<double>(pts) * av_q2d(input->streams[stream]->time_base);
    }
    std::optional<YuvFrame> decode();
    void seekBefore(double t);
};

namespace {

int quarterTurnsOf(const AVStream& stream) {
    const auto* matrix =
        reinterpret_cast<const std::int32_t*>(av_stream_get_side_data(&stream, AV_PKT_DATA_DISPLAYMATRIX, nullptr));
    if (!matrix) return 0;
    const double turns = -av_display_rotation_get(matrix) / 90.0;
    return std::isnan(turns) ? 0 : (static_cast<int>(std::lround(turns)) % 4 + 4) % 4;
}

} // namespace

VideoReader::VideoReader(std::unique_ptr<Parts> parts) : parts_(std::move(parts)) {}
VideoReader::VideoReader(VideoReader&&) noexcept = default;
VideoReader& VideoReader::operator=(VideoReader&&) noexcept = default;
VideoReader::~VideoReader() = default;
const VideoInfo& VideoReader::info() const { return parts_->info; }
int VideoReader::damagedPackets() const { return parts_->damaged; }

Result<VideoReader> VideoReader::open(const std::filesystem::path& path, int threads) {
    auto parts = std::make_unique<Parts>();
    parts->path = path.string();
    auto input = ff::openInput(parts->path);
    if (!input) return input.error();
    parts->input = std::move(*input);
    parts->stream = av_find_best_stream(parts->input.get(), AVMEDIA_TYPE_VIDEO, -1, -1, nullptr, 0);
    if (parts->stream < 0) return Error{"media.no-video", "has no picture", parts->path, "a file with a video stream"};
    auto codec = ff::openDecoder(*parts->input, parts->stream, threads);
    if (!codec) return codec.error();
    parts->codec = std::move(*codec);
    const auto* stream = parts->input->streams[parts->stream];
    parts->quarterTurns = quarterTurnsOf(*stream);
    auto& info = parts->info;
    parts->pixelAspect =
        av_guess_sample_aspect_ratio(parts->input.get(), parts->input->streams[parts->stream], nullptr);
    std::tie(info.width, info.height) =
        ff::squareSize(stream->codecpar->width, stream->codecpar->height, parts->pixelAspect);
    if (parts->quarterTurns % 2 == 1) std::swap(info.width, info.height);
    info.frameRate = stream->avg_frame_rate.num > 0 ? av_q2d(stream->avg_frame_rate) : av_q2d(stream->r_frame_rate);
    info.length = Seconds(parts->input->duration > 0 ? static_cast<double>(parts->input->duration) / AV_TIME_BASE : 0);
    info.hasSound = av_find_best_stream(parts->input.get(), AVMEDIA_TYPE_AUDIO, -1, -1, nullptr, 0) >= 0;
    info.codec = avcodec_get_name(stream->codecpar->codec_id);
    parts->ahead = parts->decode();
    if (!parts->ahead)
        return Error{"media.no-frames", "has a video stream without a single frame that decodes", parts->path,
                     "a whole video file"};
    return VideoReader(std::move(parts));
}

std::optional<YuvFrame> VideoReader::Parts::decode() {
    for (;;) {
        const int got = avcodec_receive_frame(codec.get(), frame.get());
        if (got == 0) {
            auto out = ff::toYuv(*frame, pixelAspect, scaler, quarterTurns);
            const auto pts = frame->best_effort_timestamp != AV_NOPTS_VALUE ? frame->best_effort_timestamp : frame->pts;
            out.time = at<FootageTime>(toSeconds(pts));
            av_frame_unref(frame.get());
            return out;
        }
        if (got == AVERROR_EOF) return std::nullopt;
        if (got != AVERROR(EAGAIN)) ++damaged;
        if (draining) return std::nullopt;
        const int read = av_read_frame(input.get(), packet.get());
        if (read < 0) {
            draining = true;
            avcodec_send_packet(codec.get(), nullptr);
            continue;
        }
        if (packet->stream_index == stream && avcodec_send_packet(codec.get(), packet.get()) < 0) ++damaged;
        av_packet_unref(packet.get());
    }
}

void VideoReader::Parts::seekBefore(double t) {
    const auto target = static_cast<std::int64_t>(std::floor(t / av_q2d(input->streams[stream]->time_base)));
    if (av_seek_frame(input.get(), stream, target, AVSEEK_FLAG_BACKWARD) < 0)
        av_seek_frame(input.get(), stream, 0, AVSEEK_FLAG_BACKWARD);
    avcodec_flush_buffers(codec.get());
    draining = false;
    ahead.reset();
    shown.reset();
}

std::optional<YuvFrame> VideoReader::next() {
    auto out = parts_->ahead ? std::exchange(parts_->ahead, std::nullopt) : parts_->decode();
    parts_->shown = out;
    return out;
}

std::optional<YuvFrame> VideoReader::frameAt(FootageTime t) {
    auto& p = *parts_;
    constexpr double kNear = 1.2;  // s; decoding on is cheaper than seeking
    constexpr double kHair = 1e-4; // s; half of the finest time base in use
    const double want = seconds(t) + kHair;
    const auto timeOf = [](const std::optional<YuvFrame>& f) { return seconds(f->time); };
    if (!p.ahead && !p.draining) p.ahead = p.decode();
    const double from = p.shown ? timeOf(p.shown) : (p.ahead ? timeOf(p.ahead) : 1e300);
    if (want < from || !p.ahead || want > timeOf(p.ahead) + kNear) {
        const bool pastEnd = !p.ahead && p.shown && want >= from;
        if (!pastEnd) {
            for (double back = 0;;
                 back = back * 2 + 0.5) { // some containers seek late; go further back until early enough
                p.seekBefore(std::max(0.0, want - back));
                p.ahead = p.decode();
                if ((p.ahead && timeOf(p.ahead) <= want) || back > want) break;
            }
        }
    }
    while (p.ahead && (timeOf(p.ahead) <= want || !p.shown)) {
        p.shown = std::move(p.ahead);
        p.ahead = p.decode();
    }
    return p.shown;
}

const YuvFrame* VideoReader::following() {
    auto& p = *parts_;
    if (!p.ahead && !p.draining) p.ahead = p.decode();
    return p.ahead ? &*p.ahead : nullptr;
}

const std::vector<double>& VideoReader::frameTimes() {
    auto& p = *parts_;
    if (!p.times.empty()) return p.times;
    auto again = ff::openInput(p.path);
    if (!again) return p.times;
    ff::Packet packet(av_packet_alloc());
    while (av_read_frame(again->get(), packet.get()) >= 0) {
        if (packet->stream_index == p.stream && !(packet->flags & AV_PKT_FLAG_DISCARD)) {
            const auto pts = packet->pts != AV_NOPTS_VALUE ? packet->pts : packet->dts;
            if (pts != AV_NOPTS_VALUE) p.times.push_back(p.toSeconds(pts));
        }
        av_packet_unref(packet.get());
    }
    std::sort(p.times.begin(), p.times.end());
    return p.times;
}

} // namespace hl
