// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/compose.h"
#include "core/guide/beat_edits.h"
#include "core/guide/edition.h"
#include "core/guide/edits.h"
#include "core/units/numbers.h"
#include "jobs/cover.h"
#include "jobs/pieces.h"
#include "jobs/publish.h"
#include "media/sound.h"
#include "picture/paint_scene.h"
#include "support/gui_app.h"
#include "support/small_guide.h"

#include <algorithm>
#include <catch2/catch.hpp>
#include <QImage>

using namespace hl;
using hl::testing::openDemo;
using hl::testing::painterReady;
using hl::testing::ScratchFolder;
using hl::testing::slurp;

namespace {

RenderWish quick(const std::filesystem::path& out, double from, double to) {
    RenderWish w;
    w.out = out, w.fromS = from, w.toS = to, w.preset = "ultrafast", w.crf = 16;
    return w;
}

double meanDifference(const QImage& a, const QImage& b) {
    double sum = 0;
    for (int y = 0; y < a.height(); y += 2)
        for (int x = 0; x < a.width(); x += 2) sum += std::abs(qGray(a.pixel(x, y)) - qGray(b.pixel(x, y)));
    return sum / (a.width() * a.height() / 4);
}

QImage imageOf(const YuvFrame& f) {
    const auto px = toBgra(f, f.width, f.height);
    return QImage(px.data(), f.width, f.height, f.width * 4, QImage::Format_RGB32).copy();
}

} // namespace

TEST_CASE("a piece is rendered with every frame, its sound and its captions") {
    painterReady();
    const ScratchFolder dir;
    auto o = openDemo({3});
    const double from = 3, to = 9;
    const auto r = render(o.guide, o.session, o.cut, quick(dir / "piece.mp4", from, to), {});
    REQUIRE(r);
    CHECK(r->frames == 150);
    auto reader = VideoReader::open(dir / "piece.mp4");
    REQUIRE(reader);
    CHECK(reader->frameTimes().size() == 150);
    CHECK(reader->info().width == 1280);
    const auto sound = readSound(dir / "piece.mp4", 8000);
    REQUIRE(sound);
    CHECK(sound->length().count() == Approx(6).margin(0.1));
    double loud = 0;
    for (const float s : sound->samples) loud = std::max(loud, std::abs(static_cast<double>(s)));
    CHECK(loud > 0.1);
    CHECK(slurp(dir / "piece.vtt").find("-->") != std::string::npos);
    CHECK(slurp(dir / "piece.srt").find("-->") != std::string::npos);
    CHECK(dir.entries() == 3);
}

TEST_CASE("what the preview paints is what the render holds") {
    painterReady();
    const ScratchFolder dir;
    auto o = openDemo({3});
    const double from = 4;
    REQUIRE(render(o.guide, o.session, o.cut, quick(dir / "piece.mp4", from, from + 3), {}));
    auto rendered = VideoReader::open(dir / "piece.mp4");
    auto film = VideoReader::open(o.session.video);
    REQUIRE(rendered);
    REQUIRE(film);
    const auto clock = clockOf(o.guide, o.session);
    const auto stage = stageOf(o.guide, o.session, clock);
    for (const int n : {0, 20, 60}) {
        const auto t = at<GuideTime>(from + (n + 0.5) / 25);
        auto bare = imageOf(*film->frameAt(momentAt(o.cut, t).footage));
        auto preview = bare;
        {
            QPainter p(&preview);
            paintScene(p, compose(stage, o.cut, t));
        }
        const auto published = imageOf(*rendered->frameAt(at<FootageTime>(n / 25.0)));
        CHECK(meanDifference(preview, published) < 3);
        CHECK(meanDifference(bare, published) > 2 * meanDifference(preview, published)); // the overlay is really there
    }
}

TEST_CASE("a render can be stopped and leaves nothing") {
    painterReady();
    const ScratchFolder dir;
    auto o = openDemo({3});
    std::stop_source stop;
    Progress progress;
    progress.stop = stop.get_token();
    progress.report = [&](double share, const std::string&) {
        if (share > 0.2) stop.request_stop();
    };
    const auto r = render(o.guide, o.session, o.cut, quick(dir / "piece.mp4", 0, 12), progress);
    REQUIRE_FALSE(r);
    CHECK(r.error().id == "job.cancelled");
    CHECK(dir.entries() == 0);
}

TEST_CASE("nothing to render is an error, and so is a place that cannot be written") {
    painterReady();
    auto o = openDemo({3});
    CHECK(render(o.guide, o.session, o.cut, quick("/tmp/x.mp4", 9, 9), {}).error().id == "render.empty");
    CHECK(render(o.guide, o.session, o.cut, quick("/tmp/x.mp4", 1e6, 2e6), {}).error().id == "render.empty");
    CHECK(render(o.guide, o.session, o.cut, quick("/proc/nowhere/x.mp4", 0, 1), {}).error().id == "movie.unwritable");
}

TEST_CASE("an edition is published whole, replaced whole, and nothing else is touched") {
    painterReady();
    const ScratchFolder dir;
    auto o = openDemo({3});
    o.guide.corners[0].beats.resize(1); // short
    o.cut = planCut(o.guide, o.session, o.speeches);
    PublishWish how;
    how.film.preset = "ultrafast", how.singleClips = true, how.tallClips = true;
    const auto out = dir / "edition";
    const auto report = publishGuide(o.guide, o.session, o.cut, out, how, {});
    REQUIRE(report);
    for (const char* name : {"index.html", "page.css", "page.js", "guide.mp4", "guide.vtt", "facts.json",
                             "clips/corner-03.mp4", "clips/corner-03.jpg", "clips/corner-03-tall.mp4", "cover.jpg"}) {
        INFO(name);
        CHECK(std::filesystem::file_size(out / name) > 100);
    }
    CHECK(std::distance(std::filesystem::directory_iterator(dir.path()), {}) == 1);
    const auto html = slurp(out / "index.html");
    for (const char* gone : {"http://", "https://"}) {
        auto at = html.find(gone);
        while (at != std::string::npos) { // only the vocabulary's name, never an address to load
            CHECK(html.substr(at, 18) == "https://schema.org");
            at = html.find(gone, at + 1);
        }
    }
    // A film's own chapters.
    const auto film = VideoReader::open(out / "guide.mp4");
    REQUIRE(film);
    CHECK(film->info().length.count() == Approx(o.cut.lengthS).margin(0.1));

    // A corner's clip is a piece of the one film; a file of its own only where it was wished for.
    CHECK(html.find("src=\"guide.mp4#t=") != std::string::npos);
    CHECK(html.find("href=\"clips/corner-03.mp4\" download") != std::string::npos);
    CHECK(html.find("href=\"clips/corner-03-tall.mp4\" download") != std::string::npos);
    CHECK(html.find("facts.json") != std::string::npos);
    CHECK(slurp(out / "guide.mp4").find("covr") != std::string::npos);
    how.singleClips = false, how.tallClips = false;
    o.guide.edition.depth = Depth::Basic;

    std::ofstream(out / "old file.txt") << "from before";
    REQUIRE(publishGuide(o.guide, o.session, o.cut, out, how, {}));
    CHECK_FALSE(std::filesystem::exists(out / "old file.txt"));
    CHECK_FALSE(std::filesystem::exists(out / "clips/corner-03.mp4"));
    CHECK_FALSE(std::filesystem::exists(out / "facts.json")); // a basic edition has no data
    CHECK(slurp(out / "index.html").find("facts.json") == std::string::npos);

    std::filesystem::create_directories(dir / "holiday");
    std::ofstream(dir / "holiday/photo.txt") << "mine";
    const auto refused = publishGuide(o.guide, o.session, o.cut, dir / "holiday", how, {});
    REQUIRE_FALSE(refused);
    CHECK(refused.error().id == "publish.not-ours");
    CHECK(slurp(dir / "holiday/photo.txt") == "mine");
}

TEST_CASE("pictures of another shape keep their proportions") {
    painterReady();
    YuvFrame tall(360, 640);
    std::fill(tall.y.begin(), tall.y.end(), std::uint8_t{200});
    std::fill(tall.u.begin(), tall.u.end(), std::uint8_t{128});
    std::fill(tall.v.begin(), tall.v.end(), std::uint8_t{128});
    const auto f = letterboxed(tall, 1280, 720);
    CHECK(f.width == 1280);
    CHECK(f.y[360 * 1280 + 640] == Approx(200).margin(3));
    CHECK(f.y[360 * 1280 + 100] == Approx(16).margin(2)); // black beside it
    VideoInfo phone;
    phone.width = 720, phone.height = 1280;
    CHECK(outputSize(phone).width == 1280);
    VideoInfo large;
    large.width = 3840, large.height = 2160;
    CHECK(outputSize(large).width == 1920);
}

namespace {

/// Two corners at full speed between cards, in a folder of its own.
hl::testing::Opened shortGuide(const ScratchFolder& dir) {
    auto o = openDemo({8, 11});
    o.guide.frameRate = 10;
    o.guide.outline = {{false, {SectionKind::Card}}, {true, {SectionKind::Run}}, {false, {SectionKind::Close}}};
    o.session.folder = dir.path();
    o.cut = planCut(o.guide, o.session, o.speeches);
    return o;
}

std::size_t keptPieces(const ScratchFolder& dir) {
    std::size_t n = 0;
    for (const auto& e : std::filesystem::directory_iterator(dir / "cache/pieces"))
        n += e.path().filename().string().front() != '.';
    return n;
}

} // namespace

TEST_CASE("a whole guide is put together of pieces, and only what shows something else is made again") {
    painterReady();
    const ScratchFolder dir;
    auto o = shortGuide(dir);
    const auto whole = quick(dir / "guide.mp4", 0, -1);
    const auto first = render(o.guide, o.session, o.cut, whole, {});
    REQUIRE(first);
    CHECK(first->rendered == first->frames);
    CHECK(first->pieces >= 4);
    CHECK(first->frames == std::lround(o.cut.lengthS * 10));
    auto reader = VideoReader::open(dir / "guide.mp4");
    REQUIRE(reader);
    const auto times = reader->frameTimes();
    REQUIRE(times.size() == static_cast<std::size_t>(first->frames));
    for (std::size_t i = 0; i < times.size(); ++i) CHECK(times[i] == Approx(num(i) / 10).margin(1e-3));
    const auto sound = readSound(dir / "guide.mp4", 8000);
    REQUIRE(sound);
    CHECK(sound->length().count() == Approx(o.cut.lengthS).margin(0.15));
    const auto bytes = slurp(dir / "guide.mp4");
    CHECK(bytes.find("tx3g") != std::string::npos); // captions inside
    CHECK(bytes.find("chpl") != std::string::npos); // chapters

    // The same again costs nothing and is the same film.
    const auto again = render(o.guide, o.session, o.cut, quick(dir / "again.mp4", 0, -1), {});
    REQUIRE(again);
    CHECK(again->rendered == 0);
    auto other = VideoReader::open(dir / "again.mp4");
    REQUIRE(other);
    const auto when = at<FootageTime>(first->seconds / 2);
    CHECK(reader->frameAt(when)->y == other->frameAt(when)->y);

    // Another cover is put in; no picture of the film is made for it.
    const auto elsewhere = withCover(o.guide, o.guide.corners.front().endM);
    CHECK(coverPicture(elsewhere, o.session) != coverPicture(o.guide, o.session));
    const auto covered = render(elsewhere, o.session, o.cut, quick(dir / "covered.mp4", 0, -1), {});
    REQUIRE(covered);
    CHECK(covered->rendered == 0);
    CHECK(slurp(dir / "covered.mp4").find(jpegOf(coverPicture(elsewhere, o.session)).toStdString()) !=
          std::string::npos);

    // Longer words over the opening: all behind it comes later, and shows what it showed.
    o.guide =
        withNewSectionBeat(o.guide, SectionKind::Card,
                           "Here we go round the marsh, with a few words more than the card would need to be read.");
    const auto voice = scratchVoice();
    REQUIRE(voice);
    o.speeches = speechesOf(o.guide, voice->get());
    const auto longer = planCut(o.guide, o.session, o.speeches);
    CHECK(longer.lengthS > o.cut.lengthS + 0.3);
    const auto third = render(o.guide, o.session, longer, quick(dir / "longer.mp4", 0, -1), {});
    REQUIRE(third);
    CHECK(third->rendered == std::lround(seconds(longer.sections.front().end) * 10));
    auto shifted = VideoReader::open(dir / "longer.mp4");
    REQUIRE(shifted);
    CHECK(shifted->frameTimes().size() == static_cast<std::size_t>(third->frames));
}

TEST_CASE("a render that was stopped goes on from its finished pieces, and parts made elsewhere count") {
    painterReady();
    const ScratchFolder dir;
    auto o = shortGuide(dir);
    std::stop_source stop;
    Progress progress{[&](double share, const std::string&) {
                          if (share > 0.5) stop.request_stop();
                      },
                      stop.get_token()};
    const auto stopped = render(o.guide, o.session, o.cut, quick(dir / "guide.mp4", 0, -1), progress);
    REQUIRE_FALSE(stopped);
    CHECK(stopped.error().id == "job.cancelled");
    CHECK_FALSE(std::filesystem::exists(dir / "guide.mp4"));
    const auto kept = keptPieces(dir);
    CHECK(kept >= 1);
    // Another process makes those of the second half.
    auto half = quick("", o.cut.lengthS / 2, -1);
    half.onlyPieces = true;
    const auto elsewhere = render(o.guide, o.session, o.cut, half, {});
    REQUIRE(elsewhere);
    CHECK(elsewhere->rendered > 0);
    auto beyond = quick("", o.cut.lengthS + 60, o.cut.lengthS + 120); // a share that nothing falls into
    beyond.onlyPieces = true;
    const auto nothing = render(o.guide, o.session, o.cut, beyond, {});
    REQUIRE(nothing);
    CHECK(nothing->frames == 0);
    const auto rest = render(o.guide, o.session, o.cut, quick(dir / "guide.mp4", 0, -1), {});
    REQUIRE(rest);
    CHECK(rest->rendered < rest->frames - elsewhere->rendered + 1);
    auto reader = VideoReader::open(dir / "guide.mp4");
    REQUIRE(reader);
    CHECK(reader->frameTimes().size() == static_cast<std::size_t>(rest->frames));
}

TEST_CASE("an edition for another day shares the pieces that show the same") {
    painterReady();
    const ScratchFolder dir;
    auto o = shortGuide(dir);
    o.guide.scene.conditions.road = RoadState::Dry;
    o.cut = planCut(o.guide, o.session, o.speeches);
    const auto first = render(o.guide, o.session, o.cut, quick(dir / "dry.mp4", 0, -1), {});
    REQUIRE(first);
    const auto wet = withEdition(o.guide, {"wet", Depth::Advanced});
    const auto second = render(wet, o.session, planCut(wet, o.session, o.speeches), quick(dir / "wet.mp4", 0, -1), {});
    REQUIRE(second);
    long cards = 0;
    for (const auto& s : o.cut.sections)
        if (s.shots.front().kind == ShotKind::Card) cards += std::lround((s.end - s.start).count() * 10);
    CHECK(second->frames == first->frames);
    CHECK(second->rendered == cards);
    CHECK(cards < first->frames / 2);
}

TEST_CASE("a run of a corner that was shown before says so, and is another piece than one that is its first look") {
    const auto o = openDemo({3});
    const auto runOf = [](const Cut& cut) {
        return std::find_if(cut.sections.begin(), cut.sections.end(),
                            [](const Section& s) { return s.kind == SectionKind::Run; });
    };
    const auto run = runOf(o.cut);
    REQUIRE(run != o.cut.sections.end());
    const auto keyOf = [&](const Cut& cut) {
        const auto first =
            FrameTimes(cut, o.guide.frameRate).starts()[static_cast<std::size_t>(runOf(cut) - cut.sections.begin())];
        for (const auto& p : piecesOf(o.guide, o.session, cut, {}, {}))
            if (p.first == first) return p.key;
        return std::string();
    };
    auto alone = o.cut; // the same pictures at the same time, with other sections before them
    for (auto& s : alone.sections)
        if (s.start < run->start) s.corner = {}, s.also.clear();
    auto longer = o.cut;
    longer.sections.front().spoken.clear();
    REQUIRE_FALSE(keyOf(o.cut).empty());
    CHECK(keyOf(alone) != keyOf(o.cut));
    CHECK(keyOf(longer) == keyOf(o.cut));
}

TEST_CASE("other codecs and sizes by choice") {
    painterReady();
    const ScratchFolder dir;
    auto o = shortGuide(dir);
    for (const auto codec : {VideoCodec::Hevc, VideoCodec::Vp9, VideoCodec::Av1}) {
        auto wish = quick(dir / "piece.mp4", 0, 1.5);
        wish.codec = codec, wish.height = 360;
        INFO(key(codec));
        const auto r = render(o.guide, o.session, o.cut, wish, {});
        REQUIRE(r);
        auto reader = VideoReader::open(dir / "piece.mp4");
        REQUIRE(reader);
        CHECK(reader->info().height == 360);
        CHECK(reader->info().codec.find(codec == VideoCodec::Hevc ? "hevc" : key(codec)) != std::string::npos);
        CHECK(reader->frameTimes().size() == 15);
    }
    CHECK_FALSE(videoCodecOf("wax"));
}

TEST_CASE("pictures are counted from each section's beginning, at most half a picture beside the clock") {
    auto o = openDemo({3, 4});
    for (const int rate : {10, 25, 50}) {
        const FrameTimes times(o.cut, rate);
        GuideTime before = at<GuideTime>(-1);
        for (long i = 0; i < times.count(); ++i) {
            const auto t = times.at(i);
            CHECK(t > before);
            CHECK(std::abs(seconds(t) - (static_cast<double>(i) + 0.5) / rate) <= 0.5 / rate + 1e-6);
            before = t;
        }
    }
}

TEST_CASE("over an hour's guide every picture stays with its sound") {
    Cut cut;
    double now = 0;
    for (int i = 0; now < 3600; ++i) {
        Section s;
        s.start = at<GuideTime>(now);
        now += (200 + i * 37 % 611) / 25.0; // whole pictures, as the planner makes them
        s.end = at<GuideTime>(now);
        cut.sections.push_back(s);
    }
    cut.lengthS = now;
    const FrameTimes times(cut, 25);
    CHECK(times.count() == std::lround(now * 25));
    double worst = 0;
    for (long i = 0; i < times.count(); ++i)
        worst = std::max(worst, std::abs(seconds(times.at(i)) - (static_cast<double>(i) + 0.5) / 25));
    CHECK(worst < 0.001);
}
