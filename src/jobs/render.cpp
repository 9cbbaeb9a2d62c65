// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/render.h"

#include "core/cut/between.h"
#include "core/cut/label_plan.h"
#include "core/guide/edition.h"
#include "core/units/numbers.h"
#include "core/words/captions.h"
#include "jobs/cover.h"
#include "jobs/frame_painter.h"
#include "jobs/guide_sound.h"
#include "jobs/hand_over.h"
#include "jobs/pieces.h"
#include "media/assembled_movie.h"
#include "media/movie_writer.h"
#include "media/sound.h"
#include "picture/paint_marks.h"
#include "store/files.h"

#include <algorithm>
#include <chrono>
#include <thread>
#include <utility>

namespace hl {
namespace {

/// A frame of the guide on its way.
struct Decoded {
    long index = 0;
    GuideFrame frame;
};
struct Painted {
    std::shared_ptr<const YuvFrame> frame;
    bool key = false;
};

struct Span {
    long first = 0, last = 0; ///< output frame numbers
    const FrameTimes& times;
    GuideTime time(long i) const { return times.at(i); }
};

void decodeAll(GuideFrames& frames, const Stage& stage, const Cut& cut, Span span, int frameRate, double filmRate,
               HandOver<Decoded>& out, const Progress& progress) {
    for (long i = span.first; i < span.last && !progress.cancelled(); ++i) {
        const auto t = span.time(i);
        const auto now = momentAt(cut, t);
        auto frame = frames.at(now.footage, picturesAt(stage, cut, t), wantsBetween(cut, t, frameRate, filmRate));
        if (!frame || !out.put({i, std::move(*frame)})) break;
    }
    out.close();
}

void paintAll(const FramePainter& paint, Span span, HandOver<Decoded>& in, HandOver<Painted>& out) {
    const auto& starts = span.times.starts();
    while (auto d = in.take()) {
        const bool key = std::find(starts.begin(), starts.end(), d->index) != starts.end();
        if (!out.put({std::make_shared<const YuvFrame>(paint(d->frame, span.time(d->index))), key})) break;
    }
    out.close();
    in.close();
}

MovieOptions movieOptions(const Guide& g, const RenderWish& wish, OutputSize size) {
    MovieOptions o;
    o.width = size.width, o.height = size.height, o.frameRate = g.frameRate;
    o.codec = wish.codec, o.crf = wish.crf, o.preset = wish.preset, o.keyEvery = g.frameRate * 4, o.threads = wish.jobs,
    o.title = g.scene.title;
    return o;
}

/// From and to guide times, counted from `fromS`.
std::vector<Chapter> chaptersBetween(const Guide& g, const Cut& cut, double fromS, double toS) {
    std::vector<Chapter> out;
    for (const auto& c : chaptersOf(g, cut))
        if (c.endS > fromS && c.startS < toS)
            out.push_back({std::max(0.0, c.startS - fromS), std::min(toS, c.endS) - fromS, c.title});
    return out;
}

std::vector<Caption> captionsBetween(const Cut& cut, double fromS, double toS) {
    auto captions = captionsOf(cut);
    std::erase_if(captions, [&](const Caption& c) { return c.endS <= fromS || c.startS >= toS; });
    for (auto& c : captions) {
        c.startS = std::max(0.0, c.startS - fromS), c.endS -= fromS;
        for (auto& w : c.words) w.startS -= fromS;
    }
    return captions;
}

/// The next pictures into a film; its sound, where it has one, keeps up with them as soon as it is mixed.
Status encodeAll(MovieWriter& writer, MixedMeanwhile& sound, Span span, int frameRate, HandOver<Painted>& in,
                 const Progress& progress) {
    long done = 0;
    const long all = span.last - span.first;
    std::size_t written = 0; // samples
    const auto soundUpTo = [&](const Sound& s, long frame) {
        const auto to = std::min(s.samples.size(), static_cast<std::size_t>(frame) * static_cast<std::size_t>(s.rate) /
                                                       static_cast<std::size_t>(frameRate));
        const auto from = std::exchange(written, std::max(written, to));
        return writer.sound({s.samples.data() + from, written - from});
    };
    while (auto p = in.take()) {
        if (progress.cancelled()) return cancelledError();
        if (auto s = writer.picture(p->frame, p->key || done == 0); !s) return s;
        if (const auto* mixed = sound.ready())
            if (auto s = soundUpTo(*mixed, done + 1); !s) return s;
        if (++done % 10 == 0) progress.report(static_cast<double>(done) / static_cast<double>(all), "rendering");
    }
    if (progress.cancelled()) return cancelledError();
    if (done < all)
        return Error{"render.short", "the film ended before the guide did", "", "footage for every planned shot"};
    if (auto s = soundUpTo(sound.awaited(), done); !s) return s;
    return writer.finish();
}

/// What all pieces of one render share.
struct Rendering {
    const Guide& guide;
    const Session& session;
    const Cut& cut;
    const RenderWish& wish;
    OutputSize size;
    const Stage& stage;
    const FrameTimes& times;
    OutputSize made() const { return wish.tall ? tallSize(size) : size; } ///< of the film's pictures
};

Sound soundOfPart(const Span& span, const Rendering& r, const Progress& progress) {
    const auto part = [&](const Sound& whole) {
        return soundWithPictures(whole, span.first, span.last, r.guide.frameRate);
    };
    return r.wish.sound ? part(*r.wish.sound)
                        : part(soundOf(r.guide, r.session, r.cut, [&] { return !progress.cancelled(); }));
}

/// Decodes, paints and encodes side by side.
Status renderInto(MovieWriter& writer, GuideFrames& frames, MixedMeanwhile& sound, Span span, const Rendering& r,
                  const Progress& progress) {
    HandOver<Decoded> decoded(6);
    HandOver<Painted> painted(6);
    std::jthread decoding([&] {
        decodeAll(frames, r.stage, r.cut, span, r.guide.frameRate, r.session.videoInfo.frameRate, decoded, progress);
    });
    const auto paint = r.wish.tall ? tallPainter(r.stage, r.cut, r.size) : widePainter(r.stage, r.cut, r.size);
    std::jthread painting([&] { paintAll(paint, span, decoded, painted); });
    auto done = encodeAll(writer, sound, span, r.guide.frameRate, painted, progress);
    painted.close();
    decoded.close();
    return done;
}

/// The pieces that are not there yet, one after the other. How many pictures were made.
Result<long> makePieces(const std::vector<PieceOfFilm>& pieces, const Rendering& r, const Progress& progress) {
    if (auto s = makeFolder(pieceFile(r.session.folder, pieces.front()).parent_path()); !s) return s.error();
    auto frames = GuideFrames::open(r.guide, r.session, r.size);
    if (!frames) return frames.error();
    const auto missing = [&](const PieceOfFilm& p) { return !std::filesystem::exists(pieceFile(r.session.folder, p)); };
    long all = 0, made = 0;
    for (const auto& p : pieces)
        if (missing(p)) all += p.last - p.first;
    for (const auto& p : pieces) {
        if (!missing(p)) continue;
        auto writer = MovieWriter::open(pieceFile(r.session.folder, p), movieOptions(r.guide, r.wish, r.made()));
        if (!writer) return writer.error();
        const double from = num(made) / num(all), to = num(made + p.last - p.first) / num(all);
        MixedMeanwhile silence; // all of it is mixed when the pieces are put together
        if (auto s = renderInto(*writer, *frames, silence, {p.first, p.last, r.times}, r, progress.part(from, to)); !s)
            return s.error();
        made += p.last - p.first;
    }
    return made;
}

Status writeCaptionFiles(const std::filesystem::path& film, const Guide& g, const std::vector<Caption>& captions) {
    if (auto s = writeFile(std::filesystem::path(film).replace_extension(".vtt"), webVtt(captions, g.wordTimes)); !s)
        return s;
    return writeFile(std::filesystem::path(film).replace_extension(".srt"), subRip(captions));
}

/// Pieces, sound, captions and chapters to one film; no picture is coded again. A tall one has its words in the
/// picture.
Status putTogether(const std::vector<PieceOfFilm>& pieces, const Rendering& r, const Progress& progress) {
    const Span span{pieces.front().first, pieces.back().last, r.times};
    const double fromS = num(span.first) / r.guide.frameRate, toS = num(span.last) / r.guide.frameRate;
    const auto sound = soundOfPart(span, r, progress);
    if (progress.cancelled()) return cancelledError();
    AssembledMovie movie;
    for (const auto& p : pieces) movie.pieces.push_back({pieceFile(r.session.folder, p), p.first - span.first});
    movie.frameRate = r.guide.frameRate, movie.soundRate = sound.rate;
    movie.sound = sound.samples, movie.title = r.guide.scene.title;
    movie.chapters = chaptersBetween(r.guide, r.cut, fromS, toS);
    if (r.wish.tall) return assemble(movie, r.wish.out);
    const auto captions = captionsBetween(r.cut, fromS, toS);
    for (const auto& c : captions) movie.captions.push_back({c.startS, c.endS, inLines(c.text)});
    const auto cover = r.wish.cover.empty() ? jpegOf(coverPicture(r.guide, r.session)).toStdString() : r.wish.cover;
    movie.cover = cover;
    if (auto s = assemble(movie, r.wish.out); !s) return s;
    return writeCaptionFiles(r.wish.out, r.guide, captions);
}

/// Makes those that are missing; how it went, without the film of them.
Result<RenderReport> renderPieces(const std::vector<PieceOfFilm>& pieces, const Rendering& r,
                                  const Progress& progress) {
    if (pieces.empty()) return RenderReport{}; // another's share begins and ends elsewhere
    const auto made = makePieces(pieces, r, progress);
    if (!made) return made.error();
    RenderReport report{r.wish.out, 0, 0, 0, *made, pieces.size()};
    for (const auto& p : pieces) report.frames += p.last - p.first;
    report.seconds = num(report.frames) / r.guide.frameRate;
    return report;
}

Result<RenderReport> renderOfPieces(const std::vector<PieceOfFilm>& pieces, const Rendering& r,
                                    const Progress& progress) {
    auto report = renderPieces(pieces, r, progress.part(0, 0.94));
    if (!report) return report;
    progress.report(0.95, "putting the film together");
    if (auto s = putTogether(pieces, r, progress); !s) return s.error();
    forgetOldPieces(r.session.folder, pieces);
    return report;
}

/// Those that begin between the times: a share of the work.
std::vector<PieceOfFilm> beginningIn(std::vector<PieceOfFilm> pieces, Span span) {
    std::erase_if(pieces, [&](const PieceOfFilm& p) { return p.first < span.first || p.first >= span.last; });
    return pieces;
}

/// Those that a part of the guide is made of, to the picture; none where it begins or ends inside one.
std::vector<PieceOfFilm> makingUp(const std::vector<PieceOfFilm>& pieces, Span span) {
    std::vector<PieceOfFilm> out;
    for (const auto& p : pieces)
        if (p.first >= span.first - 1 && p.last <= span.last + 1) out.push_back(p); // times are rounded to pictures
    const bool whole =
        !out.empty() && std::abs(out.front().first - span.first) <= 1 && std::abs(out.back().last - span.last) <= 1;
    return whole ? out : std::vector<PieceOfFilm>();
}

/// A part of the guide as a film of its own.
Result<RenderReport> renderPart(Span span, const Rendering& r, const Progress& progress) {
    progress.report(0, "rendering");
    auto frames = GuideFrames::open(r.guide, r.session, r.size);
    if (!frames) return frames.error();
    const double fromS = num(span.first) / r.guide.frameRate, toS = num(span.last) / r.guide.frameRate;
    auto options = movieOptions(r.guide, r.wish, r.made());
    options.soundRate = kGuideSoundRate, options.chapters = chaptersBetween(r.guide, r.cut, fromS, toS);
    auto writer = MovieWriter::open(r.wish.out, options);
    if (!writer) return writer.error();
    MixedMeanwhile sound([&] { return soundOfPart(span, r, progress); });
    if (auto s = renderInto(*writer, *frames, sound, span, r, progress); !s) return s.error();
    if (!r.wish.tall) // there they are read in the picture
        if (auto s = writeCaptionFiles(r.wish.out, r.guide, captionsBetween(r.cut, fromS, toS)); !s) return s.error();
    const long n = span.last - span.first;
    return RenderReport{r.wish.out, n, num(n) / r.guide.frameRate, 0, n, 0};
}

} // namespace

OutputSize outputSize(const VideoInfo& v, int wished) {
    if (wished > 0) return {(wished * 16 / 9) & ~1, wished & ~1};
    const double shape = static_cast<double>(v.width) / std::max(1, v.height);
    if (std::abs(shape - 16.0 / 9) > 0.02) return {};
    const int width = std::clamp(v.width, 640, 1920) & ~1;
    return {width, (width * 9 / 16) & ~1};
}

Result<RenderReport> render(const Guide& written, const Session& m, const Cut& cut, const RenderWish& wish,
                            const Progress& progress) {
    const auto started = std::chrono::steady_clock::now();
    const auto guide = asEdition(written);
    const double toS = wish.toS < 0 ? cut.lengthS : std::min(wish.toS, cut.lengthS);
    const FrameTimes times(cut, guide.frameRate);
    const Span span{std::lround(wish.fromS * guide.frameRate), std::lround(toS * guide.frameRate), times};
    if (span.last <= span.first && !wish.onlyPieces)
        return Error{"render.empty", "there is nothing to render between these times", "",
                     "a start before the end, inside " + std::to_string(cut.lengthS) + " s"};
    const auto clock = clockOf(guide, m);
    auto stage = stageOf(guide, m, clock);
    // Tall pictures place their words themselves.
    const auto labels = wish.tall ? LabelPlan() : plannedLabels(stage, cut, labelWidth);
    if (!wish.tall) stage.labels = &labels;
    const Rendering r{guide, m, cut, wish, outputSize(m.videoInfo, wish.height), stage, times};
    const auto all = piecesOf(guide, m, cut, labels, wish);
    const auto parts = makingUp(all, span);
    auto report = wish.onlyPieces                     ? renderPieces(beginningIn(all, span), r, progress)
                  : wish.fromPieces && !parts.empty() ? renderOfPieces(parts, r, progress)
                                                      : renderPart(span, r, progress);
    if (report) report->wallS = std::chrono::duration<double>(std::chrono::steady_clock::now() - started).count();
    return report;
}

LabelPlan labelsFor(const Guide& written, const Session& s, const Cut& cut, std::stop_token stop) {
    const auto g = asEdition(written); // marks of another edition take no room
    const auto clock = clockOf(g, s);
    return plannedLabels(stageOf(g, s, clock), cut, labelWidth, {}, [stop] { return !stop.stop_requested(); });
}

} // namespace hl
