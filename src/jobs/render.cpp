// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/render.h"

#include "core/cut/label_plan.h"
#include "core/cut/soundtrack.h"
#include "core/units/numbers.h"
#include "core/words/captions.h"
#include "jobs/guide_frames.h"
#include "jobs/hand_over.h"
#include "jobs/lens.h"
#include "media/movie_writer.h"
#include "media/sound.h"
#include "media/stretch.h"
#include "picture/overlay.h"
#include "picture/paint_marks.h"
#include "store/files.h"
#include "voice/loudness.h"

#include <algorithm>
#include <chrono>
#include <thread>

namespace hl {
namespace {

/// A frame of the guide on its way.
struct Decoded {
    long index = 0;
    GuideFrame frame;
};
struct Painted {
    YuvFrame frame;
    bool key = false;
};

struct Span {
    long first = 0, last = 0; ///< output frame numbers
    int frameRate = 25;
    GuideTime time(long i) const { return at<GuideTime>((static_cast<double>(i) + 0.5) / frameRate); }
};

void decodeAll(GuideFrames& frames, const Stage& stage, const Cut& cut, Span span, HandOver<Decoded>& out,
               const Progress& progress) {
    for (long i = span.first; i < span.last && !progress.cancelled(); ++i) {
        const auto t = span.time(i);
        auto frame = frames.at(momentAt(cut, t).footage, picturesAt(stage, cut, t));
        if (!frame || !out.put({i, std::move(*frame)})) break;
    }
    out.close();
}

/// What the painter cannot make by itself. The film is turned into colours only where a loupe looks at it.
FilmPictures picturesFor(const GuideFrame& frame) {
    const auto film = std::make_shared<std::vector<std::uint8_t>>();
    return {frame.inset, [full = frame.full, film](const MarkOnScreen& mark, QSize px) {
                if (film->empty()) *film = toBgra(*full, full->width, full->height);
                return lensPicture({film->data(), full->width * 4, full->width, full->height}, mark, px);
            }};
}

std::vector<long> sectionStarts(const Cut& cut, int frameRate) {
    std::vector<long> starts;
    for (const auto& s : cut.sections)
        starts.push_back(static_cast<long>(std::ceil(seconds(s.start) * frameRate - 0.5)));
    return starts;
}

void paintAll(const Stage& stage, const Cut& cut, Span span, OutputSize size, HandOver<Decoded>& in,
              HandOver<Painted>& out) {
    Overlay overlay(size.width, size.height);
    const auto starts = sectionStarts(cut, span.frameRate);
    while (auto d = in.take()) {
        Painted p{*d->frame.full, std::find(starts.begin(), starts.end(), d->index) != starts.end()};
        const auto laid = overlay.paint(compose(stage, cut, span.time(d->index)), picturesFor(d->frame));
        std::vector<PixelRect> rects;
        for (const QRect& r : laid.touched) rects.push_back({r.x(), r.y(), r.width(), r.height()});
        blend(p.frame,
              {laid.image.constBits(), static_cast<int>(laid.image.bytesPerLine()), laid.image.width(),
               laid.image.height()},
              rects);
        overlay.wipe();
        if (!out.put(std::move(p))) break;
    }
    out.close();
    in.close();
}

MovieOptions movieOptions(const Guide& g, const Cut& cut, const RenderWish& wish, OutputSize size, double toS) {
    MovieOptions o;
    o.width = size.width, o.height = size.height, o.frameRate = g.frameRate, o.soundRate = 48000;
    o.crf = wish.crf, o.preset = wish.preset, o.keyEvery = g.frameRate * 4, o.threads = wish.jobs,
    o.title = g.scene.title;
    for (const auto& c : chaptersOf(g, cut))
        if (c.endS > wish.fromS && c.startS < toS)
            o.chapters.push_back({std::max(0.0, c.startS - wish.fromS), std::min(toS, c.endS) - wish.fromS, c.title});
    return o;
}

Status encodeAll(MovieWriter& writer, const Sound& sound, Span span, HandOver<Painted>& in, const Progress& progress) {
    long done = 0;
    const long all = span.last - span.first;
    const auto samples = [&](long frame) {
        return std::min(sound.samples.size(), static_cast<std::size_t>(frame) * static_cast<std::size_t>(sound.rate) /
                                                  static_cast<std::size_t>(span.frameRate));
    };
    while (auto p = in.take()) {
        if (progress.cancelled()) return cancelledError();
        if (auto s = writer.picture(p->frame, p->key); !s) return s;
        const auto a = samples(done), b = samples(done + 1);
        if (auto s = writer.sound({sound.samples.data() + a, b - a}); !s) return s;
        if (++done % 10 == 0) progress.report(static_cast<double>(done) / static_cast<double>(all), "rendering");
    }
    if (progress.cancelled()) return cancelledError();
    if (done < all)
        return Error{"render.short", "the film ended before the guide did", "", "footage for every planned shot"};
    return writer.finish();
}

/// A piece of the guide is as loud as it is in the whole.
Sound guideSound(const Guide& guide, const Cut& cut, const Sound& footage, const Span& span) {
    const auto whole = atLoudness(mixSoundtrack(cut, {footage, stretched}, 0, cut.lengthS), guide.loudnessLufs);
    const auto at = [&](long frame) {
        const double i = std::round(static_cast<double>(frame) / span.frameRate * whole.rate);
        return static_cast<std::ptrdiff_t>(std::clamp(i, 0.0, num(whole.samples.size())));
    };
    return {whole.rate, 0, {whole.samples.begin() + at(span.first), whole.samples.begin() + at(span.last)}};
}

} // namespace

OutputSize outputSize(const VideoInfo& v) {
    const double shape = static_cast<double>(v.width) / std::max(1, v.height);
    if (std::abs(shape - 16.0 / 9) > 0.02) return {};
    const int width = std::clamp(v.width, 640, 1920) & ~1;
    return {width, (width * 9 / 16) & ~1};
}

YuvFrame fitted(YuvFrame f, OutputSize size) {
    if (f.width == size.width && f.height == size.height) return f;
    return letterboxed(f, size.width, size.height);
}

Result<RenderReport> render(const Guide& guide, const Session& m, const Cut& cut, const RenderWish& wish,
                            const Progress& progress) {
    const auto started = std::chrono::steady_clock::now();
    const double toS = wish.toS < 0 ? cut.lengthS : std::min(wish.toS, cut.lengthS);
    const Span span{std::lround(wish.fromS * guide.frameRate), std::lround(toS * guide.frameRate), guide.frameRate};
    if (span.last <= span.first)
        return Error{"render.empty", "there is nothing to render between these times", "",
                     "a start before the end, inside " + std::to_string(cut.lengthS) + " s"};
    progress.report(0, "mixing the sound");
    Sound footage{48000, 0, {}};
    if (m.videoInfo.hasSound)
        if (auto s = readSound(m.video, 48000)) footage = std::move(*s);
    const auto sound = guideSound(guide, cut, footage, span);
    const auto size = outputSize(m.videoInfo);
    auto frames = GuideFrames::open(m, size);
    if (!frames) return frames.error();
    auto writer = MovieWriter::open(wish.out, movieOptions(guide, cut, wish, size, toS));
    if (!writer) return writer.error();

    const auto clock = clockOf(guide, m);
    auto stage = stageOf(guide, m, clock);
    const auto labels = plannedLabels(stage, cut, labelWidth);
    stage.labels = &labels;
    HandOver<Decoded> decoded(6);
    HandOver<Painted> painted(6);
    std::jthread decoding([&] { decodeAll(*frames, stage, cut, span, decoded, progress); });
    std::jthread painting([&] { paintAll(stage, cut, span, size, decoded, painted); });
    auto done = encodeAll(*writer, sound, span, painted, progress.part(0.03, 1));
    painted.close();
    decoded.close();
    decoding.join();
    painting.join();
    if (!done) return done.error();

    auto captions = captionsOf(cut);
    std::erase_if(captions, [&](const Caption& c) { return c.endS <= wish.fromS || c.startS >= toS; });
    for (auto& c : captions) {
        c.startS = std::max(0.0, c.startS - wish.fromS), c.endS -= wish.fromS;
        for (auto& w : c.words) w.startS -= wish.fromS;
    }
    if (auto s =
            writeFile(std::filesystem::path(wish.out).replace_extension(".vtt"), webVtt(captions, guide.wordTimes));
        !s)
        return s.error();
    if (auto s = writeFile(std::filesystem::path(wish.out).replace_extension(".srt"), subRip(captions)); !s)
        return s.error();
    const double wall = std::chrono::duration<double>(std::chrono::steady_clock::now() - started).count();
    return RenderReport{wish.out, span.last - span.first, static_cast<double>(span.last - span.first) / span.frameRate,
                        wall};
}

LabelPlan labelsFor(const Guide& g, const Session& s, const Cut& cut) {
    const auto clock = clockOf(g, s);
    return plannedLabels(stageOf(g, s, clock), cut, labelWidth);
}

} // namespace hl
