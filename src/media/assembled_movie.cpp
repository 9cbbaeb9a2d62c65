// SPDX-License-Identifier: GPL-3.0-or-later
#include "media/assembled_movie.h"

#include "media/caption_track.h"
#include "media/chapters.h"
#include "media/sound_track.h"

#include <algorithm>
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
        if (const int code = writeCover(); code < 0) return fault("writing the cover picture", code);
        for (const auto& piece : movie_.pieces)
            if (auto s = copy(piece); !s) return s;
        if (auto s = soundUntil(movie_.sound.size()); !s) return s;
        if (const int code = sound_.finish(*output_); code < 0) return fault("writing the sound", code);
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
            if (const int code = sound_.open(*output_, movie_.soundRate); code < 0)
                return fault("starting the sound encoder", code);
        if (!movie_.cover.empty()) openCover();
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
    void openCover() {
        cover_ = avformat_new_stream(output_.get(), nullptr);
        cover_->codecpar->codec_type = AVMEDIA_TYPE_VIDEO, cover_->codecpar->codec_id = AV_CODEC_ID_MJPEG;
        cover_->codecpar->width = 1280, cover_->codecpar->height = 720;
        cover_->time_base = {1, 90000};
        cover_->disposition = AV_DISPOSITION_ATTACHED_PIC;
    }
    int writeCover() {
        if (!cover_) return 0;
        ff::Packet packet(av_packet_alloc());
        if (const int code = av_new_packet(packet.get(), static_cast<int>(movie_.cover.size())); code < 0) return code;
        std::memcpy(packet->data, movie_.cover.data(), movie_.cover.size());
        packet->stream_index = cover_->index, packet->pts = packet->dts = 0;
        packet->flags |= AV_PKT_FLAG_KEY;
        return av_interleaved_write_frame(output_.get(), packet.get());
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
            if (auto s = soundUntil(std::clamp(samples, told_, movie_.sound.size())); !s) return s;
        }
        return Done{};
    }
    Status soundUntil(std::size_t samples) {
        const auto next = movie_.sound.subspan(told_, samples - told_);
        told_ = samples;
        if (const int code = sound_.add(*output_, next); code < 0) return fault("writing the sound", code);
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
    SoundTrack sound_;
    AVStream *video_ = nullptr, *captions_ = nullptr, *cover_ = nullptr;
    std::size_t told_ = 0; ///< samples of the sound
    bool done_ = false;
};

} // namespace

Status assemble(const AssembledMovie& movie, const fs::path& to) {
    if (movie.pieces.empty()) return Error{"render.empty", "there is nothing to put together", to.string(), "a piece"};
    return Assembling(movie, to).run();
}

} // namespace hl
