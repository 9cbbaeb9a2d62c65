// SPDX-License-Identifier: GPL-3.0-or-later
// The bytes are those of 3GPP TS 26.245: a sample is its length (16 bit) and UTF-8 text; a sample without text clears.
#include "media/caption_track.h"

#include <cmath>
#include <cstring>

namespace hl {
namespace {

/// No display flags; centred, at the bottom; no background; the whole box; font 1, plain, 18, white, a sans-serif face.
constexpr std::uint8_t kDescription[] = {0, 0,  0,   0,   1,   0xFF, 0, 0, 0, 0,  0,    0,    0,    0,    0,  0,
                                         0, 0,  0,   0,   0,   0,    0, 1, 0, 18, 0xFF, 0xFF, 0xFF, 0xFF, 0,  0,
                                         0, 17, 'f', 't', 'a', 'b',  0, 1, 0, 1,  4,    'S',  'a',  'n',  's'};

int write(AVFormatContext& output, AVStream& stream, const std::string& text, double startS, double endS) {
    ff::Packet packet(av_packet_alloc());
    const auto length = std::min<std::size_t>(text.size(), 0xFFFF);
    if (const int code = av_new_packet(packet.get(), static_cast<int>(length + 2)); code < 0) return code;
    packet->data[0] = static_cast<std::uint8_t>(length >> 8);
    packet->data[1] = static_cast<std::uint8_t>(length & 0xFF);
    std::memcpy(packet->data + 2, text.data(), length);
    const auto ticks = [&](double s) { return std::llround(s * stream.time_base.den / stream.time_base.num); };
    packet->pts = packet->dts = ticks(startS);
    packet->duration = ticks(endS) - ticks(startS);
    packet->stream_index = stream.index;
    packet->flags |= AV_PKT_FLAG_KEY;
    return av_interleaved_write_frame(&output, packet.get());
}

} // namespace

AVStream* captionStream(AVFormatContext& output) {
    auto* s = avformat_new_stream(&output, nullptr);
    auto& p = *s->codecpar;
    p.codec_type = AVMEDIA_TYPE_SUBTITLE, p.codec_id = AV_CODEC_ID_MOV_TEXT;
    p.codec_tag = MKTAG('t', 'x', '3', 'g');
    p.extradata = static_cast<std::uint8_t*>(av_mallocz(sizeof kDescription + AV_INPUT_BUFFER_PADDING_SIZE));
    std::memcpy(p.extradata, kDescription, sizeof kDescription);
    p.extradata_size = sizeof kDescription;
    s->time_base = {1, 1000};
    return s;
}

int writeCaptions(AVFormatContext& output, AVStream& stream, const std::vector<InsideCaption>& captions) {
    double shown = 0;
    for (const auto& c : captions) {
        const double start = std::max(c.startS, shown);
        if (c.endS <= start) continue;
        if (start > shown + 1e-3)
            if (const int code = write(output, stream, {}, shown, start); code < 0) return code;
        if (const int code = write(output, stream, c.text, start, c.endS); code < 0) return code;
        shown = c.endS;
    }
    return 0;
}

} // namespace hl
