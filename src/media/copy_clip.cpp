// SPDX-License-Identifier: GPL-3.0-or-later
#include "media/ffmpeg_parts.h"
#include "media/movie_writer.h"

#include <unistd.h>
#include <vector>

namespace hl {
namespace fs = std::filesystem;

Status copyClip(const fs::path& from, const fs::path& to, double fromS, double toS) {
    auto input = ff::openInput(from.string());
    if (!input) return input.error();
    const fs::path scratch =
        to.parent_path() / ("." + to.filename().string() + "." + std::to_string(::getpid()) + ".part");
    const auto fault = [&](const char* doing, int code) {
        std::error_code ec;
        fs::remove(scratch, ec);
        return Error{"movie.unwritable", std::string(doing) + " failed (" + ff::reason(code) + ")", to.string(),
                     "a folder with room that may be written to"};
    };
    AVFormatContext* raw = nullptr;
    avformat_alloc_output_context2(&raw, nullptr, "mp4", scratch.c_str());
    ff::Output output(raw);
    std::vector<int> map((*input)->nb_streams, -1);
    for (unsigned i = 0; i < (*input)->nb_streams; ++i) {
        const auto* in = (*input)->streams[i];
        if (in->codecpar->codec_type != AVMEDIA_TYPE_VIDEO && in->codecpar->codec_type != AVMEDIA_TYPE_AUDIO) continue;
        auto* out = avformat_new_stream(output.get(), nullptr);
        avcodec_parameters_copy(out->codecpar, in->codecpar);
        out->codecpar->codec_tag = 0;
        out->time_base = in->time_base;
        map[i] = out->index;
    }
    if (const int code = avio_open(&output->pb, scratch.c_str(), AVIO_FLAG_WRITE); code < 0)
        return fault("creating the clip", code);
    AVDictionary* how = nullptr;
    av_dict_set(&how, "movflags", "+faststart", 0);
    const int header = avformat_write_header(output.get(), &how);
    av_dict_free(&how);
    if (header < 0) return fault("writing the clip's header", header);

    constexpr double kHair = 1e-3;
    av_seek_frame(input->get(), -1, static_cast<std::int64_t>((fromS + kHair) * AV_TIME_BASE), AVSEEK_FLAG_BACKWARD);
    ff::Packet packet(av_packet_alloc());
    while (av_read_frame(input->get(), packet.get()) >= 0) {
        const auto* in = (*input)->streams[packet->stream_index];
        const int target = map[static_cast<std::size_t>(packet->stream_index)];
        const double pts = static_cast<double>(packet->pts) * av_q2d(in->time_base);
        const bool wanted = target >= 0 && pts >= fromS - kHair && pts < toS - kHair;
        if (target < 0 || !wanted) {
            av_packet_unref(packet.get());
            if (pts > toS + 2) break;
            continue;
        }
        const auto shift = static_cast<std::int64_t>(fromS / av_q2d(in->time_base));
        packet->pts -= shift, packet->dts -= shift;
        packet->stream_index = target;
        av_packet_rescale_ts(packet.get(), in->time_base, output->streams[target]->time_base);
        if (const int code = av_interleaved_write_frame(output.get(), packet.get()); code < 0)
            return fault("writing the clip", code);
    }
    if (const int code = av_write_trailer(output.get()); code < 0) return fault("closing the clip", code);
    if (const int code = avio_closep(&output->pb); code < 0) return fault("closing the clip", code);
    std::error_code ec;
    fs::rename(scratch, to, ec);
    if (ec)
        return Error{"movie.unwritable", "cannot be put in place (" + ec.message() + ")", to.string(),
                     "a folder that may be written to"};
    return Done{};
}

} // namespace hl
