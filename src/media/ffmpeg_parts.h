// SPDX-License-Identifier: GPL-3.0-or-later
// Ownership of FFmpeg's C objects. Included by sources of this room only.
#pragma once
extern "C" {
#include <libavcodec/avcodec.h>
#include <libavformat/avformat.h>
#include <libavutil/channel_layout.h>
#include <libavutil/display.h>
#include <libavutil/opt.h>
#include <libavutil/pixdesc.h>
#include <libswresample/swresample.h>
#include <libswscale/swscale.h>
}
#include "core/units/result.h"

#include <memory>
#include <string>

namespace hl::ff {

template <auto Free> struct Freer {
    template <class T> void operator()(T* p) const { Free(&p); }
};
using Packet = std::unique_ptr<AVPacket, Freer<av_packet_free>>;
using Frame = std::unique_ptr<AVFrame, Freer<av_frame_free>>;
using Codec = std::unique_ptr<AVCodecContext, Freer<avcodec_free_context>>;
using Input = std::unique_ptr<AVFormatContext, Freer<avformat_close_input>>;
using Resampler = std::unique_ptr<SwrContext, Freer<swr_free>>;
struct FreeScaler {
    void operator()(SwsContext* p) const { sws_freeContext(p); }
};
using Scaler = std::unique_ptr<SwsContext, FreeScaler>;

struct CloseOutput {
    void operator()(AVFormatContext* p) const {
        if (p->pb) avio_closep(&p->pb);
        avformat_free_context(p);
    }
};
using Output = std::unique_ptr<AVFormatContext, CloseOutput>;

inline std::string reason(int code) {
    char text[AV_ERROR_MAX_STRING_SIZE] = {};
    av_strerror(code, text, sizeof text);
    return text;
}

/// Opens a media file and reads its streams. Errors: file.missing, media.unreadable.
Result<Input> openInput(const std::string& path);

/// A decoder for one stream of `input`. Errors: media.no-decoder.
Result<Codec> openDecoder(AVFormatContext& input, int stream, int threads);

} // namespace hl::ff
