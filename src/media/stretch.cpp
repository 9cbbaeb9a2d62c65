// SPDX-License-Identifier: GPL-3.0-or-later
#include "media/stretch.h"

#include "media/ffmpeg_parts.h"

extern "C" {
#include <libavfilter/avfilter.h>
#include <libavfilter/buffersink.h>
#include <libavfilter/buffersrc.h>
}
#include <algorithm>
#include <cmath>
#include <cstdio>
#include <cstring>

namespace hl {
namespace {

struct Graph {
    std::unique_ptr<AVFilterGraph, ff::Freer<avfilter_graph_free>> graph{avfilter_graph_alloc()};
    AVFilterContext *in = nullptr, *out = nullptr;
};

/// A chain of tempo filters, each within the 0.5 to 2 that sounds well.
bool build(Graph& g, int rate, double tempo) {
    char text[160];
    std::snprintf(text, sizeof text, "sample_rate=%d:sample_fmt=flt:channel_layout=mono:time_base=1/%d", rate, rate);
    if (avfilter_graph_create_filter(&g.in, avfilter_get_by_name("abuffer"), "in", text, nullptr, g.graph.get()) < 0)
        return false;
    AVFilterContext* last = g.in;
    const int steps = std::max(1, static_cast<int>(std::ceil(std::abs(std::log2(tempo)) - 1e-9)));
    const double each = std::pow(tempo, 1.0 / steps);
    for (int i = 0; i < steps; ++i) {
        AVFilterContext* next = nullptr;
        std::snprintf(text, sizeof text, "tempo=%.6f", each);
        if (avfilter_graph_create_filter(&next, avfilter_get_by_name("atempo"), ("tempo" + std::to_string(i)).c_str(),
                                         text, nullptr, g.graph.get()) < 0 ||
            avfilter_link(last, 0, next, 0) < 0)
            return false;
        last = next;
    }
    if (avfilter_graph_create_filter(&g.out, avfilter_get_by_name("abuffersink"), "out", nullptr, nullptr,
                                     g.graph.get()) < 0)
        return false;
    return avfilter_link(last, 0, g.out, 0) >= 0 && avfilter_graph_config(g.graph.get(), nullptr) >= 0;
}

void drain(Graph& g, AVFrame& frame, Sound& out) {
    while (av_buffersink_get_frame(g.out, &frame) >= 0) {
        const auto* samples = reinterpret_cast<const float*>(frame.data[0]);
        out.samples.insert(out.samples.end(), samples, samples + frame.nb_samples);
        av_frame_unref(&frame);
    }
}

} // namespace

Sound stretched(const Sound& sound, double rate) {
    if (sound.samples.empty() || std::abs(rate - 1) < 1e-6 || rate < 0.25 || rate > 4) return sound;
    Graph g;
    if (!build(g, sound.rate, rate)) return sound;
    Sound out{sound.rate, sound.startS, {}};
    ff::Frame frame(av_frame_alloc()), result(av_frame_alloc());
    constexpr std::size_t kPiece = 4096;
    for (std::size_t from = 0; from < sound.samples.size(); from += kPiece) {
        const auto n = std::min(kPiece, sound.samples.size() - from);
        frame->nb_samples = static_cast<int>(n), frame->format = AV_SAMPLE_FMT_FLT, frame->sample_rate = sound.rate,
        frame->pts = static_cast<std::int64_t>(from);
        av_channel_layout_default(&frame->ch_layout, 1);
        if (av_frame_get_buffer(frame.get(), 0) < 0) return sound;
        std::memcpy(frame->data[0], sound.samples.data() + from, n * sizeof(float));
        if (av_buffersrc_add_frame(g.in, frame.get()) < 0) return sound;
        drain(g, *result, out);
    }
    if (av_buffersrc_add_frame(g.in, nullptr) < 0) return sound;
    drain(g, *result, out);
    out.samples.resize(static_cast<std::size_t>(static_cast<double>(sound.samples.size()) /
                                                rate)); // the filter's tail may miss or add a little
    return out;
}

} // namespace hl
