// SPDX-License-Identifier: GPL-3.0-or-later
#include "media/sound.h"

#include "media/ffmpeg_parts.h"

#include <algorithm>
#include <cmath>
#include <cstring>

namespace hl {
namespace {

Result<ff::Resampler> resamplerFor(const AVFrame& f, int rate) {
    AVChannelLayout mono{}, from{};
    av_channel_layout_default(&mono, 1);
    if (f.ch_layout.nb_channels > 0 && f.ch_layout.order != AV_CHANNEL_ORDER_UNSPEC)
        av_channel_layout_copy(&from, &f.ch_layout);
    else
        av_channel_layout_default(&from, std::max(1, f.ch_layout.nb_channels));
    SwrContext* raw = nullptr;
    swr_alloc_set_opts2(&raw, &mono, AV_SAMPLE_FMT_FLT, rate, &from, static_cast<AVSampleFormat>(f.format),
                        f.sample_rate, 0, nullptr);
    ff::Resampler resampler(raw);
    if (!raw || swr_init(raw) < 0)
        return Error{"media.no-decoder", "the sound cannot be converted", "", "PCM, AAC, Opus or another known form"};
    return resampler;
}

void append(SwrContext& resampler, const AVFrame* f, Sound& out) {
    const int room = swr_get_out_samples(&resampler, f ? f->nb_samples : 0);
    if (room <= 0) return;
    const auto old = out.samples.size();
    out.samples.resize(old + static_cast<std::size_t>(room));
    auto* to = reinterpret_cast<std::uint8_t*>(out.samples.data() + old);
    const int n = swr_convert(&resampler, &to, room, f ? const_cast<const std::uint8_t**>(f->extended_data) : nullptr,
                              f ? f->nb_samples : 0);
    out.samples.resize(old + static_cast<std::size_t>(std::max(0, n)));
}

} // namespace

Result<Sound> readSound(const std::filesystem::path& path, int rate, double mostS) {
    auto input = ff::openInput(path.string());
    if (!input) return input.error();
    const int stream = av_find_best_stream(input->get(), AVMEDIA_TYPE_AUDIO, -1, -1, nullptr, 0);
    if (stream < 0) return Error{"media.no-sound", "has no sound", path.string(), "a file with a sound track"};
    auto codec = ff::openDecoder(**input, stream, 1);
    if (!codec) return codec.error();
    for (unsigned i = 0; i < (*input)->nb_streams; ++i)
        if (static_cast<int>(i) != stream) (*input)->streams[i]->discard = AVDISCARD_ALL;
    Sound out;
    out.rate = rate;
    ff::Resampler resampler;
    ff::Packet packet(av_packet_alloc());
    ff::Frame frame(av_frame_alloc());
    const double base = av_q2d((*input)->streams[stream]->time_base);
    bool more = true;
    while (more) {
        more = static_cast<double>(out.samples.size()) < mostS * rate && av_read_frame(input->get(), packet.get()) >= 0;
        if (more && packet->stream_index == stream) avcodec_send_packet(codec->get(), packet.get());
        if (!more) avcodec_send_packet(codec->get(), nullptr);
        av_packet_unref(packet.get());
        while (avcodec_receive_frame(codec->get(), frame.get()) == 0) {
            if (!resampler) {
                auto made = resamplerFor(*frame, rate);
                if (!made) return made.error();
                resampler = std::move(*made);
                if (frame->best_effort_timestamp != AV_NOPTS_VALUE)
                    out.startS = static_cast<double>(frame->best_effort_timestamp) * base;
            }
            append(*resampler, frame.get(), out);
            av_frame_unref(frame.get());
        }
    }
    if (resampler) append(*resampler, nullptr, out);
    if (out.samples.empty())
        return Error{"media.no-sound", "has a sound track without a single sample", path.string(), "a whole file"};
    return out;
}

std::string wavBytes(const Sound& sound) {
    std::string out;
    const auto put = [&](auto value) { out.append(reinterpret_cast<const char*>(&value), sizeof value); };
    const auto bytes = static_cast<std::uint32_t>(sound.samples.size() * 2);
    out += "RIFF";
    put(36u + bytes);
    out += "WAVEfmt ";
    put(16u), put(std::uint16_t{1}), put(std::uint16_t{1}), put(static_cast<std::uint32_t>(sound.rate));
    put(static_cast<std::uint32_t>(sound.rate * 2)), put(std::uint16_t{2}), put(std::uint16_t{16});
    out += "data";
    put(bytes);
    for (const float s : sound.samples) put(static_cast<std::int16_t>(std::lround(std::clamp(s, -1.0f, 1.0f) * 32767)));
    return out;
}

} // namespace hl
