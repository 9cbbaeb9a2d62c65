// SPDX-License-Identifier: GPL-3.0-or-later
#include "media/voice_filter.h"

#include "core/take/quiet.h"

#include <algorithm>
#include <memory>
#include <string>

extern "C" {
#include <libavfilter/avfilter.h>
#include <libavfilter/buffersink.h>
#include <libavfilter/buffersrc.h>
#include <libavutil/channel_layout.h>
#include <libavutil/frame.h>
}

namespace hl {
namespace {

struct FreeGraph {
    void operator()(AVFilterGraph* g) const { avfilter_graph_free(&g); }
};
struct FreeFrame {
    void operator()(AVFrame* f) const { av_frame_free(&f); }
};
struct FreeEnds {
    void operator()(AVFilterInOut* p) const { avfilter_inout_free(&p); }
};

/// The filter is told how loud the noise is: what is measured where nobody speaks.
std::string chainFor(const VoiceCare& care, double noiseDb) {
    constexpr double kAboveDb = 4; // of its mean, so that its peaks are noise too
    std::string chain;
    if (care.highPass) chain += "highpass=f=75:p=2,"; // a low voice begins at 85 Hz
    if (care.lessNoise)
        chain += "afftdn=nr=14:nf=" + std::to_string(std::clamp(noiseDb + kAboveDb, -80.0, -20.0)) + ",";
    return chain + "aformat=sample_fmts=flt:channel_layouts=mono";
}

struct Chain {
    std::unique_ptr<AVFilterGraph, FreeGraph> graph{avfilter_graph_alloc()};
    AVFilterContext *in = nullptr, *out = nullptr;

    bool make(int rate, const std::string& filters) {
        const auto source = "time_base=1/" + std::to_string(rate) + ":sample_rate=" + std::to_string(rate) +
                            ":sample_fmt=flt:channel_layout=mono";
        if (!graph || avfilter_graph_create_filter(&in, avfilter_get_by_name("abuffer"), "in", source.c_str(), nullptr,
                                                   graph.get()) < 0)
            return false;
        if (avfilter_graph_create_filter(&out, avfilter_get_by_name("abuffersink"), "out", nullptr, nullptr,
                                         graph.get()) < 0)
            return false;
        // Named from the chain's side: its input is fed by ours.
        std::unique_ptr<AVFilterInOut, FreeEnds> from(avfilter_inout_alloc()), to(avfilter_inout_alloc());
        from->name = av_strdup("in"), from->filter_ctx = in, from->pad_idx = 0, from->next = nullptr;
        to->name = av_strdup("out"), to->filter_ctx = out, to->pad_idx = 0, to->next = nullptr;
        auto *ins = from.release(), *outs = to.release();
        const int parsed = avfilter_graph_parse_ptr(graph.get(), filters.c_str(), &outs, &ins, nullptr);
        from.reset(ins), to.reset(outs);
        return parsed >= 0 && avfilter_graph_config(graph.get(), nullptr) >= 0;
    }

    bool put(const Sound& s, std::size_t first, std::size_t count) {
        std::unique_ptr<AVFrame, FreeFrame> frame(av_frame_alloc());
        frame->format = AV_SAMPLE_FMT_FLT, frame->sample_rate = s.rate, frame->nb_samples = static_cast<int>(count);
        frame->pts = static_cast<std::int64_t>(first);
        av_channel_layout_default(&frame->ch_layout, 1);
        if (av_frame_get_buffer(frame.get(), 0) < 0) return false;
        std::copy_n(s.samples.begin() + static_cast<std::ptrdiff_t>(first), count,
                    reinterpret_cast<float*>(frame->data[0]));
        return av_buffersrc_add_frame(in, frame.get()) >= 0;
    }

    void take(Sound& into) {
        for (;;) {
            std::unique_ptr<AVFrame, FreeFrame> frame(av_frame_alloc());
            if (av_buffersink_get_frame(out, frame.get()) < 0) return;
            const auto* samples = reinterpret_cast<const float*>(frame->data[0]);
            into.samples.insert(into.samples.end(), samples, samples + frame->nb_samples);
        }
    }
};

} // namespace

Result<Sound> cared(Sound sound, const VoiceCare& care) {
    if (care == VoiceCare{} || sound.samples.empty()) return sound;
    const auto filters = chainFor(care, care.lessNoise ? loudnessOf(sound).noiseDb : 0);
    const auto wrong = Error{"media.no-filter", "the voice could not be filtered", filters,
                             "FFmpeg's filters highpass, afftdn and aformat"};
    Chain chain;
    if (!chain.make(sound.rate, filters)) return wrong;
    constexpr std::size_t kBlock = 4096;
    Sound out{sound.rate, sound.startS, {}};
    out.samples.reserve(sound.samples.size());
    for (std::size_t at = 0; at < sound.samples.size(); at += kBlock) {
        if (!chain.put(sound, at, std::min(kBlock, sound.samples.size() - at))) return wrong;
        chain.take(out);
    }
    if (av_buffersrc_add_frame(chain.in, nullptr) < 0) return wrong;
    chain.take(out);
    out.samples.resize(sound.samples.size(), 0.0f);
    return out;
}

} // namespace hl
