// SPDX-License-Identifier: GPL-3.0-or-later
#include "media/movie_writer.h"

#include "media/chapters.h"
#include "media/pixels.h"
#include "media/sound_track.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <cstring>
#include <unistd.h>

namespace hl {
namespace fs = std::filesystem;

struct MovieWriter::Parts {
    fs::path path, scratch;
    MovieOptions options;
    ff::Output output;
    ff::Codec video;
    SoundTrack sound;
    AVStream* videoStream = nullptr;
    AVStream* sensorStream = nullptr;
    ff::Packet packet{av_packet_alloc()};
    ff::Frame frame{av_frame_alloc()};
    std::int64_t pictures = 0;
    bool finished = false;

    ~Parts() {
        output.reset();
        std::error_code ec;
        if (!finished) fs::remove(scratch, ec);
    }
    Error fault(const std::string& doing, int code) const {
        return {"movie.unwritable", doing + " failed (" + ff::reason(code) + ")", path.string(),
                "a folder with room that may be written to"};
    }
    Status openVideo();
    void openSensors();
    Status begin();
    Status drain(AVCodecContext& codec, AVStream& stream);
};

MovieWriter::MovieWriter(std::unique_ptr<Parts> parts) : parts_(std::move(parts)) {}
MovieWriter::MovieWriter(MovieWriter&&) noexcept = default;
MovieWriter& MovieWriter::operator=(MovieWriter&&) noexcept = default;
MovieWriter::~MovieWriter() = default;

namespace {

constexpr std::array<std::string_view, 4> kCodecKeys = {"h264", "hevc", "vp9", "av1"};

const char* encoderName(VideoCodec c) {
    switch (c) {
    case VideoCodec::Hevc: return "libx265";
    case VideoCodec::Vp9: return "libvpx-vp9";
    case VideoCodec::Av1: return "libsvtav1";
    default: return "libx264";
    }
}

/// Each encoder calls quality and speed by names of its own.
void tune(AVCodecContext& video, const MovieOptions& o) {
    void* own = video.priv_data;
    switch (o.codec) {
    case VideoCodec::H264:
        av_opt_set(own, "preset", o.preset.c_str(), 0);
        av_opt_set_int(own, "crf", o.crf, 0);
        av_opt_set_int(own, "forced-idr", 1, 0);
        break;
    case VideoCodec::Hevc:
        av_opt_set(own, "preset", o.preset.c_str(), 0);
        av_opt_set_int(own, "crf", o.crf + 3, 0);
        av_opt_set_int(own, "forced-idr", 1, 0);
        av_opt_set(own, "x265-params", "log-level=none", 0);
        video.codec_tag = MKTAG('h', 'v', 'c', '1');
        break;
    case VideoCodec::Vp9:
        video.bit_rate = 0;
        av_opt_set_int(own, "crf", o.crf + 12, 0);
        av_opt_set(own, "deadline", "good", 0);
        av_opt_set_int(own, "cpu-used", 5, 0);
        av_opt_set_int(own, "row-mt", 1, 0);
        break;
    case VideoCodec::Av1:
        av_opt_set_int(own, "preset", 9, 0);
        av_opt_set_int(own, "crf", o.crf + 14, 0);
        break;
    }
}

} // namespace

std::string_view key(VideoCodec c) { return kCodecKeys.at(static_cast<std::size_t>(c)); }

std::optional<VideoCodec> videoCodecOf(std::string_view text) {
    for (std::size_t i = 0; i < kCodecKeys.size(); ++i)
        if (kCodecKeys[i] == text) return static_cast<VideoCodec>(i);
    return std::nullopt;
}

Status MovieWriter::Parts::openVideo() {
    const AVCodec* codec = avcodec_find_encoder_by_name(encoderName(options.codec));
    if (!codec)
        return Error{"movie.no-encoder", std::string("FFmpeg has no encoder ") + encoderName(options.codec), "",
                     "a full FFmpeg build"};
    video.reset(avcodec_alloc_context3(codec));
    video->width = options.width, video->height = options.height;
    video->pix_fmt = AV_PIX_FMT_YUV420P;
    video->time_base = {options.frameRateOver, options.frameRate};
    video->framerate = {options.frameRate, options.frameRateOver};
    video->gop_size = options.keyEvery;
    video->thread_count = options.threads;
    video->colorspace = AVCOL_SPC_BT709, video->color_primaries = AVCOL_PRI_BT709, video->color_trc = AVCOL_TRC_BT709;
    video->color_range = AVCOL_RANGE_MPEG;
    if (output->oformat->flags & AVFMT_GLOBALHEADER) video->flags |= AV_CODEC_FLAG_GLOBAL_HEADER;
    tune(*video, options);
    if (const int code = avcodec_open2(video.get(), codec, nullptr); code < 0)
        return fault("starting the picture encoder", code);
    videoStream = avformat_new_stream(output.get(), nullptr);
    avcodec_parameters_from_context(videoStream->codecpar, video.get());
    videoStream->time_base = video->time_base;
    videoStream->avg_frame_rate = video->framerate;
    return Done{};
}

void MovieWriter::Parts::openSensors() {
    sensorStream = avformat_new_stream(output.get(), nullptr);
    sensorStream->codecpar->codec_type = AVMEDIA_TYPE_DATA;
    sensorStream->codecpar->codec_id = AV_CODEC_ID_BIN_DATA;
    sensorStream->codecpar->codec_tag = MKTAG('g', 'p', 'm', 'd');
    sensorStream->time_base = {1, 1000};
}

Status MovieWriter::Parts::begin() {
    av_log_set_level(AV_LOG_FATAL);
    AVFormatContext* raw = nullptr;
    avformat_alloc_output_context2(&raw, nullptr, "mp4", scratch.c_str());
    output.reset(raw);
    if (auto s = openVideo(); !s) return s;
    if (options.soundRate > 0)
        if (const int code = sound.open(*output, options.soundRate); code < 0)
            return fault("starting the sound encoder", code);
    if (options.sensors) openSensors();
    addChapters(*output, options.chapters);
    if (!options.title.empty()) av_dict_set(&output->metadata, "title", options.title.c_str(), 0);
    if (const int code = avio_open(&output->pb, scratch.c_str(), AVIO_FLAG_WRITE); code < 0)
        return fault("creating the film", code);
    AVDictionary* how = nullptr;
    av_dict_set(&how, "movflags", "+faststart", 0);
    const int code = avformat_write_header(output.get(), &how);
    av_dict_free(&how);
    if (code < 0) return fault("writing the film's header", code);
    return Done{};
}

Result<MovieWriter> MovieWriter::open(const fs::path& path, MovieOptions options) {
    auto parts = std::make_unique<Parts>();
    parts->path = path;
    parts->scratch = path.parent_path() / ("." + path.filename().string() + "." + std::to_string(::getpid()) + ".part");
    parts->options = std::move(options);
    if (auto s = parts->begin(); !s) return s.error();
    return MovieWriter(std::move(parts));
}

Status MovieWriter::Parts::drain(AVCodecContext& codec, AVStream& stream) {
    while (avcodec_receive_packet(&codec, packet.get()) == 0) {
        av_packet_rescale_ts(packet.get(), codec.time_base, stream.time_base);
        packet->stream_index = stream.index;
        if (const int code = av_interleaved_write_frame(output.get(), packet.get()); code < 0)
            return fault("writing the film", code);
    }
    // A full disk shows first in the byte stream, not in the muxer.
    if (output->pb && output->pb->error < 0) return fault("writing the film", output->pb->error);
    return Done{};
}

Status MovieWriter::picture(const YuvFrame& frame, bool key) {
    return picture(std::make_shared<const YuvFrame>(frame), key);
}

Status MovieWriter::picture(std::shared_ptr<const YuvFrame> frame, bool key) {
    auto& p = *parts_;
    if (frame->width != p.options.width || frame->height != p.options.height)
        return p.fault("taking a picture of another size", AVERROR(EINVAL));
    auto* f = p.frame.get();
    av_frame_unref(f);
    f->width = frame->width, f->height = frame->height, f->format = AV_PIX_FMT_YUV420P;
    ff::lend(*frame, *f);
    // The encoder keeps the picture as long as it needs it: nothing is copied but what the encoder copies itself.
    using Shared = std::shared_ptr<const YuvFrame>;
    auto kept = std::make_unique<Shared>(std::move(frame));
    f->buf[0] = av_buffer_create(
        f->data[0], (*kept)->y.size(), [](void* shared, std::uint8_t*) { delete static_cast<Shared*>(shared); },
        kept.get(), AV_BUFFER_FLAG_READONLY);
    if (!f->buf[0]) return p.fault("making room for a picture", AVERROR(ENOMEM));
    static_cast<void>(kept.release()); // the buffer's now
    f->pts = p.pictures++;
    f->pict_type = key ? AV_PICTURE_TYPE_I : AV_PICTURE_TYPE_NONE;
    const int code = avcodec_send_frame(p.video.get(), f);
    av_frame_unref(f);
    if (code < 0) return p.fault("encoding a picture", code);
    return p.drain(*p.video, *p.videoStream);
}

Status MovieWriter::sound(std::span<const float> mono) {
    if (const int code = parts_->sound.add(*parts_->output, mono); code < 0)
        return parts_->fault("writing the sound", code);
    return Done{};
}

Status MovieWriter::sensors(std::span<const std::uint8_t> bytes, double startS, double lengthS) {
    auto& p = *parts_;
    if (!p.sensorStream) return Done{};
    if (const int code = av_new_packet(p.packet.get(), static_cast<int>(bytes.size())); code < 0)
        return p.fault("making room for the sensors", code);
    std::memcpy(p.packet->data, bytes.data(), bytes.size());
    const auto base = p.sensorStream->time_base;
    p.packet->pts = p.packet->dts = std::llround(startS * base.den / base.num);
    p.packet->duration = std::llround(lengthS * base.den / base.num);
    p.packet->stream_index = p.sensorStream->index;
    p.packet->flags |= AV_PKT_FLAG_KEY;
    if (const int code = av_interleaved_write_frame(p.output.get(), p.packet.get()); code < 0)
        return p.fault("writing the film", code);
    return Done{};
}

Status MovieWriter::finish() {
    auto& p = *parts_;
    avcodec_send_frame(p.video.get(), nullptr);
    if (auto s = p.drain(*p.video, *p.videoStream); !s) return s;
    if (const int code = p.sound.finish(*p.output); code < 0) return p.fault("writing the sound", code);
    if (const int code = av_write_trailer(p.output.get()); code < 0) return p.fault("closing the film", code);
    if (const int code = avio_closep(&p.output->pb); code < 0) return p.fault("closing the film", code);
    std::error_code ec;
    fs::rename(p.scratch, p.path, ec);
    if (ec)
        return Error{"movie.unwritable", "cannot be put in place (" + ec.message() + ")", p.path.string(),
                     "a folder that may be written to"};
    p.finished = true;
    return Done{};
}

} // namespace hl
