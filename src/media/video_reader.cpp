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
    /// A decoded frame, turned into one of ours when somebody wants to see it.
    struct Held {
        ff::Frame raw;
        double time = 0;
        std::shared_ptr<const YuvFrame> made;
    };
    std::optional<Held> ahead; ///< decoded beyond the frame last asked for
    std::optional<Held> shown;
    PictureSize most; ///< of what is made
    bool draining = false;
    std::string path;

    AVRational pixelAspect{1, 1};
    double toSeconds(std::int64_t pts) const {
        return static_cast<double>(pts) * av_q2d(input->streams[stream]->time_base);
    }
    std::optional<Held> decode();
    const std::shared_ptr<const YuvFrame>& made(Held& held);
    void seekBefore(double t);
    void goTo(double t);
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

const std::shared_ptr<const YuvFrame>& VideoReader::Parts::made(Held& held) {
    if (!held.made) {
        auto out = ff::toYuv(*held.raw, pixelAspect, scaler, quarterTurns, most);
        out.time = at<FootageTime>(held.time);
        held.made = std::make_shared<const YuvFrame>(std::move(out));
        held.raw.reset();
    }
    return held.made;
}

std::optional<VideoReader::Parts::Held> VideoReader::Parts::decode() {
    for (;;) {
        const int got = avcodec_receive_frame(codec.get(), frame.get());
        if (got == 0) {
            const auto pts = frame->best_effort_timestamp != AV_NOPTS_VALUE ? frame->best_effort_timestamp : frame->pts;
            Held out{ff::Frame(av_frame_alloc()), toSeconds(pts), nullptr};
            av_frame_move_ref(out.raw.get(), frame.get());
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
    auto& p = *parts_;
    p.shown = p.ahead ? std::exchange(p.ahead, std::nullopt) : p.decode();
    return p.shown ? std::optional(*p.made(*p.shown)) : std::nullopt;
}

void VideoReader::Parts::goTo(double t) {
    constexpr double kNear = 1.2;  // s; decoding on is cheaper than seeking
    constexpr double kHair = 1e-4; // s; half of the finest time base in use
    const double want = t + kHair;
    if (!ahead && !draining) ahead = decode();
    const double from = shown ? shown->time : (ahead ? ahead->time : 1e300);
    if (want < from || !ahead || want > ahead->time + kNear) {
        const bool pastEnd = !ahead && shown && want >= from;
        if (!pastEnd) {
            for (double back = 0;;
                 back = back * 2 + 0.5) { // some containers seek late; go further back until early enough
                seekBefore(std::max(0.0, want - back));
                ahead = decode();
                if ((ahead && ahead->time <= want) || back > want) break;
            }
        }
    }
    while (ahead && (ahead->time <= want || !shown)) {
        shown = std::move(ahead);
        ahead = decode();
    }
}

std::shared_ptr<const YuvFrame> VideoReader::pictureAt(FootageTime t) {
    parts_->goTo(seconds(t));
    return parts_->shown ? parts_->made(*parts_->shown) : nullptr;
}

std::optional<YuvFrame> VideoReader::frameAt(FootageTime t) {
    const auto picture = pictureAt(t);
    return picture ? std::optional(*picture) : std::nullopt;
}

std::shared_ptr<const YuvFrame> VideoReader::following() {
    auto& p = *parts_;
    if (!p.ahead && !p.draining) p.ahead = p.decode();
    return p.ahead ? p.made(*p.ahead) : nullptr;
}

PictureSize VideoReader::size() const {
    const auto& p = *parts_;
    const bool fits =
        p.most.width <= 0 || p.most.height <= 0 || (p.info.width <= p.most.width && p.info.height <= p.most.height);
    return fits ? PictureSize{p.info.width & ~1, p.info.height & ~1} : inside({p.info.width, p.info.height}, p.most);
}

void VideoReader::fitInto(PictureSize most) {
    parts_->most = most;
    for (auto* held : {&parts_->ahead, &parts_->shown})
        if (*held && (*held)->made) held->reset(); // it was made larger
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
