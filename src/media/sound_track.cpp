// SPDX-License-Identifier: GPL-3.0-or-later
#include "media/sound_track.h"

#include <algorithm>
#include <cstring>

namespace hl {

int SoundTrack::open(AVFormatContext& film, int rate) {
    const AVCodec* codec = avcodec_find_encoder(AV_CODEC_ID_AAC);
    if (!codec) return AVERROR_ENCODER_NOT_FOUND;
    ff::Codec coder(avcodec_alloc_context3(codec));
    coder->sample_rate = rate, coder->sample_fmt = AV_SAMPLE_FMT_FLTP, coder->bit_rate = 128000;
    av_channel_layout_default(&coder->ch_layout, 1);
    coder->time_base = {1, rate};
    if (film.oformat->flags & AVFMT_GLOBALHEADER) coder->flags |= AV_CODEC_FLAG_GLOBAL_HEADER;
    if (const int c = avcodec_open2(coder.get(), codec, nullptr); c < 0) return c;
    stream_ = avformat_new_stream(&film, nullptr);
    avcodec_parameters_from_context(stream_->codecpar, coder.get());
    stream_->time_base = coder->time_base;
    coder_ = std::move(coder);
    return 0;
}

int SoundTrack::add(AVFormatContext& film, std::span<const float> mono) {
    if (!coder_) return 0;
    waiting_.insert(waiting_.end(), mono.begin(), mono.end());
    return code(film, false);
}

int SoundTrack::finish(AVFormatContext& film) {
    if (!coder_) return 0;
    if (const int c = code(film, true); c < 0) return c;
    avcodec_send_frame(coder_.get(), nullptr);
    return drain(film);
}

/// Whole packets of it; at the end what is left too.
int SoundTrack::code(AVFormatContext& film, bool last) {
    const auto size = static_cast<std::size_t>(coder_->frame_size);
    std::size_t used = 0;
    while (waiting_.size() - used >= size || (last && waiting_.size() > used)) {
        const auto n = std::min(size, waiting_.size() - used);
        ff::Frame f(av_frame_alloc());
        f->nb_samples = static_cast<int>(n), f->format = AV_SAMPLE_FMT_FLTP, f->sample_rate = coder_->sample_rate;
        av_channel_layout_default(&f->ch_layout, 1);
        if (const int c = av_frame_get_buffer(f.get(), 0); c < 0) return c;
        std::memcpy(f->data[0], waiting_.data() + used, n * sizeof(float));
        f->pts = coded_;
        coded_ += static_cast<std::int64_t>(n), used += n;
        if (const int c = avcodec_send_frame(coder_.get(), f.get()); c < 0) return c;
        if (const int c = drain(film); c < 0) return c;
    }
    waiting_.erase(waiting_.begin(), waiting_.begin() + static_cast<std::ptrdiff_t>(used));
    return 0;
}

int SoundTrack::drain(AVFormatContext& film) {
    ff::Packet packet(av_packet_alloc());
    while (avcodec_receive_packet(coder_.get(), packet.get()) == 0) {
        av_packet_rescale_ts(packet.get(), coder_->time_base, stream_->time_base);
        packet->stream_index = stream_->index;
        if (const int c = av_interleaved_write_frame(&film, packet.get()); c < 0) return c;
    }
    return 0;
}

} // namespace hl
