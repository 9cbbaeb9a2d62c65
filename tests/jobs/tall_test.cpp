// SPDX-License-Identifier: GPL-3.0-or-later
// The guide for a telephone held upright: what is seen of the film, what stands beneath it, and the film itself.
#include "core/cut/pick_place.h"
#include "core/cut/tall.h"
#include "core/words/captions.h"
#include "jobs/cover.h"
#include "jobs/frame_painter.h"
#include "jobs/render.h"
#include "media/sound.h"
#include "picture/paint_marks.h"
#include "support/gui_app.h"
#include "support/small_guide.h"

#include <catch2/catch.hpp>

using namespace hl;
using hl::testing::openDemo;
using hl::testing::painterReady;
using hl::testing::ScratchFolder;

namespace {

struct OnStage {
    hl::testing::Opened o;
    RoadClock clock;
    explicit OnStage(const std::set<int>& corners) : o(openDemo(corners)), clock(clockOf(o.guide, o.session)) {}
    Stage stage() const { return stageOf(o.guide, o.session, clock); }
    template <class F> void eachMoment(double stepS, F look) const {
        for (double t = 0.05; t < o.cut.lengthS; t += stepS)
            if (momentAt(o.cut, at<GuideTime>(t)).shot->kind != ShotKind::Card) look(at<GuideTime>(t));
    }
};

bool inside(const LabelBox& box, double x0, double y0, double x1, double y1) {
    return box.x >= x0 && box.y >= y0 && box.x + box.width <= x1 && box.y + box.height <= y1;
}

} // namespace

TEST_CASE("a tall picture keeps the road that comes and the place spoken of in sight, and moves calmly") {
    const OnStage s({3, 4, 8});
    const auto stage = s.stage();
    int seen = 0, asked = 0;
    double before = -1;
    const Section* section = nullptr;
    s.eachMoment(0.04, [&](GuideTime t) {
        const auto now = momentAt(s.o.cut, t);
        const double x = tallCropAt(stage, s.o.cut, t);
        CHECK(x >= 0);
        CHECK(x <= kFrameWidth - kTallCropWidth);
        if (section == now.section && before >= 0) CHECK(std::abs(x - before) < 40); // px of film in a 25th of a second
        before = x, section = now.section;
        const auto when = now.footage;
        const double m = placeAt(stage.trace, s.o.guide.sources.film().tie.log(when)) + 35;
        if (const auto road = frameOf(stage, {m, m, 0, 0}, when); road && road->x > 60 && road->x < kFrameWidth - 60)
            ++asked, seen += road->x > x && road->x < x + kTallCropWidth;
    });
    REQUIRE(asked > 200);
    CHECK(seen > 0.97 * asked);
}

TEST_CASE("a tall clip is put together of pieces that are kept; what another corner says makes none of them anew") {
    painterReady();
    const ScratchFolder dir;
    auto o = openDemo({3, 8});
    std::filesystem::create_directories(dir / "guide");
    o.session.folder = dir / "guide"; // its own cache
    const auto clip = [&](const Guide& g, const Cut& cut, int corner, const char* name) {
        const auto* section = sectionOf(cut, corner == 3 ? g.corners.front().id : g.corners.back().id);
        REQUIRE(section);
        const auto chapters = chaptersOf(g, cut);
        const auto at = std::find_if(chapters.begin(), chapters.end(),
                                     [&](const GuideChapter& c) { return c.corner == section->corner; });
        REQUIRE(at != chapters.end());
        RenderWish wish;
        wish.out = dir / name, wish.fromS = at->startS, wish.toS = at->endS, wish.tall = true;
        wish.preset = "ultrafast", wish.crf = 30;
        return render(g, o.session, cut, wish, {});
    };
    o.guide.frameRate = 10;
    o.cut = planCut(o.guide, o.session, o.speeches);
    const auto first = clip(o.guide, o.cut, 3, "first.mp4");
    REQUIRE(first);
    CHECK(first->pieces > 0);
    CHECK(first->rendered == first->frames);
    auto reader = VideoReader::open(dir / "first.mp4");
    REQUIRE(reader);
    CHECK(reader->frameTimes().size() == static_cast<std::size_t>(first->frames));
    CHECK(reader->info().height > reader->info().width);
    const auto sound = readSound(dir / "first.mp4", 8000);
    REQUIRE(sound);
    CHECK(sound->length().count() == Approx(first->seconds).margin(0.2));
    CHECK_FALSE(std::filesystem::exists(dir / "first.vtt")); // the words are in the picture
    // The other corner says nothing any more.
    o.guide.corners.back().beats.clear();
    const auto shorter = planCut(o.guide, o.session, o.speeches);
    const auto again = clip(o.guide, shorter, 3, "again.mp4");
    REQUIRE(again);
    CHECK(again->rendered == 0);
    CHECK(again->frames == first->frames);
}

TEST_CASE("what is read stands beneath the film, nothing over another, and words of marks inside what is seen") {
    painterReady();
    OnStage s({3, 8});
    s.o.guide.showings.gauges = {"speed", "pedals", "forces", "to-go", "lap-time", "cue"};
    const auto stage = s.stage();
    int labels = 0;
    s.eachMoment(0.5, [&](GuideTime t) {
        const double x = tallCropAt(stage, s.o.cut, t);
        const auto scene = composeTall(stage, s.o.cut, t, x, labelWidth);
        std::vector<LabelBox> boxes;
        for (const auto& g : scene.corners.gauges) boxes.push_back(g.box);
        if (scene.corners.inset) boxes.push_back(*scene.corners.inset);
        for (std::size_t i = 0; i < boxes.size(); ++i) {
            CHECK(inside(boxes[i], 0, 720, kTallWidth, kTallHeight));
            for (std::size_t k = 0; k < i; ++k) CHECK_FALSE(meets(boxes[i], boxes[k]));
        }
        for (const auto& m : scene.marks) {
            if (!m.box) continue;
            ++labels;
            CHECK(inside(*m.box, x, 0, x + kTallCropWidth, kFrameHeight));
        }
        CHECK(scene.caption == compose(stage, s.o.cut, t).caption);
    });
    CHECK(labels > 10);
}

TEST_CASE("a tall film has the size of a telephone, the film above and the words beneath") {
    painterReady();
    const ScratchFolder dir;
    const OnStage s({3});
    RenderWish wish;
    wish.out = dir / "tall.mp4", wish.fromS = 4, wish.toS = 5.2, wish.preset = "ultrafast", wish.tall = true;
    const auto r = render(s.o.guide, s.o.session, s.o.cut, wish, {});
    REQUIRE(r);
    auto reader = VideoReader::open(wish.out);
    REQUIRE(reader);
    CHECK(reader->info().width == 720);
    CHECK(reader->info().height == 1280);
    CHECK(reader->frameTimes().size() == 30);
    CHECK_FALSE(std::filesystem::exists(dir / "tall.vtt")); // they are in the picture
    const auto frame = reader->frameAt(at<FootageTime>(0.6));
    REQUIRE(frame);
    // What is seen of the film is the film: the same rows of the wide one, at the crop's place.
    const auto stage = s.stage();
    const auto t = at<GuideTime>(4.6);
    const double x = tallCropAt(stage, s.o.cut, t);
    auto film = VideoReader::open(s.o.session.video);
    REQUIRE(film);
    const auto wide = film->frameAt(momentAt(s.o.cut, t).footage);
    REQUIRE(wide);
    const double scale = wide->width / kFrameWidth;
    double difference = 0;
    int n = 0;
    for (int row = 320; row < 700; row += 20) // px of the tall frame, below the tag
        for (int col = 60; col < 660; col += 20) {
            const double fx = (x + col / kTallScale) * scale, fy = row / kTallScale * scale;
            const int a = frame->y[static_cast<std::size_t>(row * 720 + col)],
                      b = wide->y[static_cast<std::size_t>(fy) * static_cast<std::size_t>(wide->width) +
                                  static_cast<std::size_t>(fx)];
            difference += std::abs(a - b), ++n;
        }
    CHECK(difference / n < 20); // marks are drawn over some of it
    const auto band = frame->y[static_cast<std::size_t>(1270 * 720 + 4)];
    CHECK(band < 60);
}

TEST_CASE("films of any size and shape fill what is seen of them") {
    for (const auto& [w, h] : {std::pair(1280, 720), std::pair(1920, 1080), std::pair(854, 480), std::pair(640, 360)}) {
        INFO(w << "x" << h);
        const auto tall = tallSize({w, h});
        CHECK(tall.width * 16 == tall.height * 9);
        CHECK(tall.width % 2 == 0);
    }
    for (int width = 640; width <= 1920; width += 2)
        for (double x = 0; x <= 640; x += 16) {
            const auto part = tallPart({width, width * 9 / 16 & ~1}, x);
            REQUIRE((part.x >= 0 && part.x % 2 == 0 && part.width % 2 == 0));
            REQUIRE(part.x + part.width <= width);
            REQUIRE(std::abs(part.x - x * width / 1280) <= 3);
        }
    YuvFrame f(1280, 720);
    for (std::size_t i = 0; i < f.y.size(); ++i) f.y[i] = static_cast<std::uint8_t>(i % 1280 / 8);
    const auto part = cropped(f, {320, 0, 640, 720});
    CHECK(part.width == 640);
    CHECK(part.y[0] == 40);
    CHECK(part.y[639] == f.y[959]);
    auto ground = blackFrame(720, 1280);
    CHECK(ground.y[0] == 16);
    lay(ground, part, 40, 100);
    CHECK(ground.y[100 * 720 + 40] == 40);
    CHECK(ground.y[100 * 720 + 39] == 16);
    CHECK(ground.y[820 * 720 + 40] == 16);
}

TEST_CASE("the cover shows the road with the guide's title, and a film without a picture there its beginning") {
    painterReady();
    const OnStage s({3});
    const auto cover = coverPicture(s.o.guide, s.o.session);
    REQUIRE(cover.size() == QSize(1280, 720));
    CHECK(qGray(cover.pixel(67, 540)) > 100);  // the bar beside the title
    CHECK(qGray(cover.pixel(1270, 480)) < 90); // its ground
    CHECK(jpegOf(cover).startsWith("\xff\xd8"));
    CHECK(jpegOf({}).isEmpty());
    auto away = s.o.guide;
    away.sources.film().tie.offsetS -= 1e5;
    CHECK_FALSE(coverPicture(away, s.o.session).isNull());
}
