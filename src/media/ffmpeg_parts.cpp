// SPDX-License-Identifier: GPL-3.0-or-later
#include "media/ffmpeg_parts.h"

#include <filesystem>

namespace hl::ff {
namespace {

/// Films and sounds that stand in one file. Playlists and the like name other files or places of the network, whatever
/// their own file is called: they are not asked.
constexpr const char* kContainers = "mov,mp4,m4a,3gp,3g2,mj2,matroska,webm,avi,mpegts,mpeg,mpegvideo,m4v,flv,asf,mxf,"
                                    "ogg,wav,w64,flac,mp3,aac,aiff,caf,au,ivf,nut,h264,hevc,obu,av1";

} // namespace

Result<Input> openInput(const std::string& path) {
    av_log_set_level(AV_LOG_FATAL);
    std::error_code ec;
    if (!std::filesystem::is_regular_file(path, ec)) return Error{"file.missing", "no such file", path, "a video file"};
    AVFormatContext* raw = nullptr;
    AVDictionary* bounds = nullptr;
    av_dict_set(&bounds, "protocol_whitelist", "file", 0);
    av_dict_set(&bounds, "format_whitelist", kContainers, 0);
    const int code = avformat_open_input(&raw, path.c_str(), nullptr, &bounds);
    av_dict_free(&bounds);
    if (code < 0)
        return Error{"media.unreadable", "is not a film or a sound that can be read (" + reason(code) + ")", path,
                     "MP4, Matroska, WebM or another container FFmpeg reads"};
    Input input(raw);
    if (const int none = avformat_find_stream_info(input.get(), nullptr); none < 0)
        return Error{"media.unreadable", "its streams cannot be read (" + reason(none) + ")", path,
                     "a whole video file"};
    return input;
}

Result<Codec> openDecoder(AVFormatContext& input, int stream, int threads) {
    const auto* parameters = input.streams[stream]->codecpar;
    const AVCodec* codec = avcodec_find_decoder(parameters->codec_id);
    const std::string what = avcodec_get_name(parameters->codec_id);
    if (!codec)
        return Error{"media.no-decoder", "no decoder for " + what, input.url,
                     "H.264, HEVC, VP9, AV1 or another codec FFmpeg decodes"};
    Codec context(avcodec_alloc_context3(codec));
    avcodec_parameters_to_context(context.get(), parameters);
    context->thread_count = threads;
    context->pkt_timebase = input.streams[stream]->time_base;
    if (const int code = avcodec_open2(context.get(), codec, nullptr); code < 0)
        return Error{"media.no-decoder", "the " + what + " decoder will not start (" + reason(code) + ")", input.url,
                     "a whole video file"};
    return context;
}

} // namespace hl::ff
