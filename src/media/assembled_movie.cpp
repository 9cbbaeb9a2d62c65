// SPDX-License-Identifier: GPL-3.0-or-later
#include "media/assembled_movie.h"

#include "media/caption_track.h"
#include "media/chapters.h"

#include <cmath>
#include <cstring>
#include <unistd.h>

namespace hl {
namespace fs = std::filesystem;
namespace {

class Assembling {
  public:
    Assembling(const AssembledMovie& movie, fs::path to)
        : movie_(movie), to_(std::move(to)),
          scratch_(to_.parent_path() / ("." + to_.filename().string() + "." + std::to_string(::getpid()) + ".part")) {}
    ~Assembling() {
        output_.reset();
        std::error_code ec;
        if (!done_) fs::remove(scratch_, ec);
    }
    Status run() {
        if (auto s = begin(); !s) return s;
        if (captions_)
            if (const int code = writeCaptions(*output_, *captions_, movie_.captions); code < 0)
                return fault("writing the captions", code);
        for (const auto& piece : movie_.pieces)
            if (auto s = copy(piece); !s) return s;
        if (auto s = soundUntil(movie_.sound.size(), true); !s) return s;
        return finish();
    }

  private:
    Error fault(const std::string& doing, int code) const {
        return {"movie.unwritable", doing + " failed (" + ff::reason(code) + ")", to_.string(),
                "a folder with room that may be written to"};
    }
    Status begin() {
        AVFormatContext* raw = nullptr;
        avformat_alloc_output_context2(&raw, nullptr, "mp4", scratch_.c_str());
        output_.reset(raw);
        auto first = ff::openInput(movie_.pieces.front().file.string());
        if (!first) return first.error();
        video_ = avformat_new_stream(output_.get(), nullptr);
        const auto* in = (*first)->streams[0];
        avcodec_parameters_copy(video_->codecpar, in->codecpar);
        video_->time_base = in->time_base, video_->avg_frame_rate = {movie_.frameRate, 1};
        if (!movie_.sound.empty())
            if (auto s = openSound(); !s) return s;
        if (!movie_.captions.empty()) captions_ = captionStream(*output_);
        addChapters(*output_, movie_.chapters);
        if (!movie_.title.empty()) av_dict_set(&output_->metadata, "title", movie_.title.c_str(), 0);
        if (!movie_.comment.empty()) av_dict_set(&output_->metadata, "comment", movie_.comment.c_str(), 0);
        if (const int code = avio_open(&output_->pb, scratch_.c_str(), AVIO_FLAG_WRITE); code < 0)
            return fault("creating the film", code);
        AVDictionary* how = nullptr;
        av_dict_set(&how, "movflags", "+faststart", 0);
        const int code = avformat_write_header(output_.get(), &how);
        av_dict_free(&how);
        if (code < 0) return fault("writing the film's header", code);
        return Done{};
    }
    Status openSound() {
        const AVCodec* codec = avcodec_find_encoder(AV_CODEC_ID_AAC);
        if (!codec) return Error{"movie.no-encoder", "FFmpeg has no AAC encoder", "", "a full FFmpeg build"};
        coder_.reset(avcodec_alloc_context3(codec));
        coder_->sample_rate = movie_.soundRate, coder_->sample_fmt = AV_SAMPLE_FMT_FLTP, coder_->bit_rate = 128000;
        av_channel_layout_default(&coder_->ch_layout, 1);
        coder_->time_base = {1, movie_.soundRate};
        if (output_->oformat->flags & AVFMT_GLOBALHEADER) coder_->flags |= AV_CODEC_FLAG_GLOBAL_HEADER;
        if (const int code = avcodec_open2(coder_.get(), codec, nullptr); code < 0)
            return fault("starting the sound encoder", code);
        sound_ = avformat_new_stream(output_.get(), nullptr);
        avcodec_parameters_from_context(sound_->codecpar, coder_.get());
        sound_->time_base = coder_->time_base;
        return Done{};
    }
    /// All packets of a piece, moved to its place; the sound keeps up with them.
    Status copy(const CodedPiece& piece) {
        auto input = ff::openInput(piece.file.string());
        if (!input) return input.error();
        const auto* in = (*input)->streams[0];
        const auto shift =
            std::llround(static_cast<double>(piece.firstFrame) / movie_.frameRate / av_q2d(video_->time_base));
        ff::Packet packet(av_packet_alloc());
        while (av_read_frame(input->get(), packet.get()) >= 0) {
            if (packet->stream_index != 0) {
                av_packet_unref(packet.get());
                continue;
            }
            av_packet_rescale_ts(packet.get(), in->time_base, video_->time_base);
            packet->pts += shift, packet->dts += shift;
            packet->stream_index = video_->index, packet->pos = -1;
            const double now = static_cast<double>(packet->pts) * av_q2d(video_->time_base);
            if (const int code = av_interleaved_write_frame(output_.get(), packet.get()); code < 0)
                return fault("writing the film", code);
            const auto samples = static_cast<std::size_t>(std::max(0.0, now) * movie_.soundRate);
            if (auto s = soundUntil(std::min(samples, movie_.sound.size()), false); !s) return s;
        }
        return Done{};
    }
    Status soundUntil(std::size_t samples, bool last) {
        if (!coder_) return Done{};
        const auto size = static_cast<std::size_t>(coder_->frame_size);
        while (coded_ + size <= samples || (last && coded_ < samples)) {
            const auto n = std::min(size, samples - coded_);
            ff::Frame f(av_frame_alloc());
            f->nb_samples = static_cast<int>(n), f->format = AV_SAMPLE_FMT_FLTP, f->sample_rate = movie_.soundRate;
            av_channel_layout_default(&f->ch_layout, 1);
            if (const int code = av_frame_get_buffer(f.get(), 0); code < 0) return fault("making room for sound", code);
            std::memcpy(f->data[0], movie_.sound.data() + coded_, n * sizeof(float));
            f->pts = static_cast<std::int64_t>(coded_);
            coded_ += n;
            if (const int code = avcodec_send_frame(coder_.get(), f.get()); code < 0)
                return fault("encoding sound", code);
            if (auto s = drain(); !s) return s;
        }
        if (!last) return Done{};
        avcodec_send_frame(coder_.get(), nullptr);
        return drain();
    }
    Status drain() {
        ff::Packet packet(av_packet_alloc());
        while (avcodec_receive_packet(coder_.get(), packet.get()) == 0) {
            av_packet_rescale_ts(packet.get(), coder_->time_base, sound_->time_base);
            packet->stream_index = sound_->index;
            if (const int code = av_interleaved_write_frame(output_.get(), packet.get()); code < 0)
                return fault("writing the film", code);
        }
        return Done{};
    }
    Status finish() {
        if (const int code = av_write_trailer(output_.get()); code < 0) return fault("closing the film", code);
        if (const int code = avio_closep(&output_->pb); code < 0) return fault("closing the film", code);
        std::error_code ec;
        fs::rename(scratch_, to_, ec);
        if (ec)
            return Error{"movie.unwritable", "cannot be put in place (" + ec.message() + ")", to_.string(),
                         "a folder that may be written to"};
        done_ = true;
        return Done{};
    }

    const AssembledMovie& movie_;
    fs::path to_, scratch_;
    ff::Output output_;
    ff::Codec coder_;
    AVStream *video_ = nullptr, *sound_ = nullptr, *captions_ = nullptr;
    std::size_t coded_ = 0;
    bool done_ = false;
};

} // namespace

Status assemble(const AssembledMovie& movie, const fs::path& to) {
    if (movie.pieces.empty()) return Error{"render.empty", "there is nothing to put together", to.string(), "a piece"};
    return Assembling(movie, to).run();
}

} // namespace hl
