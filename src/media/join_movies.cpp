// SPDX-License-Identifier: GPL-3.0-or-later
#include "media/join_movies.h"

#include "media/ffmpeg_parts.h"

#include <unistd.h>

namespace hl {
namespace fs = std::filesystem;
namespace {

/// All packets of one piece, moved to its place.
int append(AVFormatContext& input, AVFormatContext& output, double atS) {
    ff::Packet packet(av_packet_alloc());
    while (av_read_frame(&input, packet.get()) >= 0) {
        const auto* in = input.streams[packet->stream_index];
        const auto* out = output.streams[0];
        av_packet_rescale_ts(packet.get(), in->time_base, out->time_base);
        const auto shift = static_cast<std::int64_t>(std::llround(atS / av_q2d(out->time_base)));
        packet->pts += shift, packet->dts += shift;
        packet->stream_index = 0;
        if (const int code = av_interleaved_write_frame(&output, packet.get()); code < 0) return code;
    }
    return 0;
}

} // namespace

Status joinMovies(const std::vector<fs::path>& pieces, double eachS, const fs::path& to) {
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
    for (std::size_t i = 0; i < pieces.size(); ++i) {
        auto input = ff::openInput(pieces[i].string());
        if (!input) return input.error();
        if (i == 0) {
            auto* out = avformat_new_stream(output.get(), nullptr);
            avcodec_parameters_copy(out->codecpar, (*input)->streams[0]->codecpar);
            out->codecpar->codec_tag = 0;
            out->time_base = (*input)->streams[0]->time_base;
            if (const int code = avio_open(&output->pb, scratch.c_str(), AVIO_FLAG_WRITE); code < 0)
                return fault("creating the film", code);
            if (const int code = avformat_write_header(output.get(), nullptr); code < 0)
                return fault("writing the film's header", code);
        }
        if (const int code = append(**input, *output, static_cast<double>(i) * eachS); code < 0)
            return fault("writing the film", code);
    }
    if (const int code = av_write_trailer(output.get()); code < 0) return fault("closing the film", code);
    if (const int code = avio_closep(&output->pb); code < 0) return fault("closing the film", code);
    std::error_code ec;
    fs::rename(scratch, to, ec);
    if (ec)
        return Error{"movie.unwritable", "cannot be put in place (" + ec.message() + ")", to.string(),
                     "a folder that may be written to"};
    return Done{};
}

} // namespace hl
