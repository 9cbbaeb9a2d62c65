// SPDX-License-Identifier: GPL-3.0-or-later
// Which pictures a guide shows, and that they get there: two films of squares, two laps of half circles.
#include "core/cut/plan_picture.h"
#include "core/guide/edition.h"
#include "core/guide/scene_edits.h"
#include "core/guide/showing_edits.h"
#include "core/guide/validated.h"
#include "core/units/figures.h"
#include "jobs/guide_frames.h"
#include "jobs/lens.h"
#include "store/log_file.h"
#include "support/tiny_guide.h"

#include <algorithm>
#include <catch2/catch.hpp>
#include <QImageWriter>
#include <QPainter>

using namespace hl;
using namespace hl::testing;

namespace {

/// The explained film has its square on the left, the other one on the right.
struct TwoFilms {
    ScratchFolder dir;
    Guide guide;
    FilmId other;
    Session session;
    RoadClock clock;
    TwoFilms() {
        const auto onboard = squareFilm(dir / "onboard.mp4"),
                   chase = squareFilm(dir / "chase.mp4", "640x480", "x=480:y=200:w=90:h=90");
        guide = tinyGuide(dir / "guide", onboard);
        Film f;
        f.role = FilmRole::Chase, f.file = chase.string(), f.tie = guide.sources.film().tie;
        f.tie.offsetS += 0.5; // it began half a second later
        guide = withFilm(std::move(guide), f);
        other = guide.sources.films.back().id;
        again();
    }
    void again() {
        auto s = bringUp(dir / "guide", guide);
        if (!s) throw std::runtime_error(sentence(s.error()));
        session = std::move(*s);
        clock = clockOf(guide, session);
    }
    Stage stage() const { return stageOf(guide, session, clock); }
    PictureOf chase() const { return {PictureOf::Kind::Film, other}; }
};

double brightAt(const YuvFrame& f, double x, double y) {
    return f.y[static_cast<std::size_t>(y * f.height) * static_cast<std::size_t>(f.width) +
               static_cast<std::size_t>(x * f.width)];
}

} // namespace

TEST_CASE("a pass shows what is wished for it, as far as the films show the moment") {
    TwoFilms t;
    const auto walk = SectionKind::WalkThrough;
    const auto shown = [&](double s, const Beat* spoken = nullptr) {
        return picturesAt(t.stage(), at<FootageTime>(s), walk, spoken);
    };
    CHECK(shown(1).onlyTheFilm());
    CHECK(shown(1).planInset);
    t.guide = withShowing(t.guide, walk, {t.chase(), PictureOf{}});
    REQUIRE(shown(1).full);
    CHECK(shown(1).full->film == t.other);
    CHECK(seconds(shown(1).full->when) == Approx(0.5)); // its own clock
    CHECK(shown(1).inset->film == t.guide.sources.film().id);
    CHECK(shown(0.2).onlyTheFilm()); // before it began
    CHECK_FALSE(shown(0.2).inset);   // the same picture twice says nothing
    CHECK(picturesAt(t.stage(), at<FootageTime>(1), SectionKind::Run, nullptr).onlyTheFilm());
    t.guide = withShowing(t.guide, walk, {kPlanPicture, kPlanPicture});
    CHECK(shown(1).planFull);
    CHECK_FALSE(shown(1).planInset);
    CHECK(shown(1).inset); // beside the plan the film
    t.guide = withShowing(t.guide, walk, {PictureOf{}, t.chase()});
    CHECK(shown(1).inset->film == t.other);
    CHECK_FALSE(shown(0.2).any());
    Beat beat;
    beat.shown = kPlanPicture;
    CHECK(shown(1, &beat).planFull);
    t.guide = withShowing(t.guide, walk, {PictureOf{}, kNoPicture});
    CHECK(shown(1) == Pictures{});
}

TEST_CASE("a film on foot shows the places that were found in it, and only near them") {
    TwoFilms t;
    t.guide = withShowing(t.guide, SectionKind::WalkThrough, {t.chase(), kNoPicture});
    auto& foot = t.guide.sources.films.back();
    foot.role = FilmRole::Foot;
    const double here = t.clock.metre(at<FootageTime>(1));
    foot.pairs = {{at<FootageTime>(0.3), here + 500}, {at<FootageTime>(1.5), here + 20}};
    const auto p = picturesAt(t.stage(), at<FootageTime>(1), SectionKind::WalkThrough, nullptr);
    REQUIRE(p.full);
    CHECK(seconds(p.full->when) == Approx(1.5));
    foot.pairs.pop_back();
    CHECK(picturesAt(t.stage(), at<FootageTime>(1), SectionKind::WalkThrough, nullptr).onlyTheFilm());
}

TEST_CASE("the frames of a guide come from the film that fills the picture, the small one from the other") {
    TwoFilms t;
    auto frames = GuideFrames::open(t.guide, t.session, {1280, 720});
    REQUIRE(frames);
    const auto own = frames->at(at<FootageTime>(1), {});
    REQUIRE(own);
    CHECK(own->inset.isNull());
    CHECK(brightAt(*own->full, 52 / 320.0, 42 / 180.0) > 200);
    const Pictures swapped{false, false, FilmAt{t.other, at<FootageTime>(0.5)},
                           FilmAt{t.guide.sources.film().id, at<FootageTime>(1)}};
    const auto other = frames->at(at<FootageTime>(1), swapped);
    REQUIRE(other);
    CHECK(other->full->width == 1280); // 4:3 stands in the middle, black beside it
    CHECK(brightAt(*other->full, 0.02, 0.5) < 30);
    CHECK(brightAt(*other->full, (160 + 525 * 1.5) / 1280, 245 * 1.5 / 720) > 200);
    REQUIRE_FALSE(other->inset.isNull());
    CHECK(qGray(other->inset.pixel(other->inset.width() * 52 / 320, other->inset.height() * 42 / 180)) > 200);
    CHECK(frames->at(at<FootageTime>(1), {false, false, {}, FilmAt{t.other, at<FootageTime>(0.5)}})->inset.width() > 0);
}

TEST_CASE("a further film that is gone leaves the guide's own; so does a lap that is none") {
    TwoFilms t;
    std::filesystem::remove(t.dir / "chase.mp4");
    t.guide = withShowing(t.guide, SectionKind::WalkThrough, {t.chase(), kNoPicture});
    t.guide = withLapOver(t.guide, {"", 77, Equal::Time});
    t.again();
    CHECK(t.session.films.empty());
    CHECK(picturesAt(t.stage(), at<FootageTime>(1), SectionKind::WalkThrough, nullptr).onlyTheFilm());
    CHECK_FALSE(t.session.over);
    CHECK(t.session.overTrouble.find("77") != std::string::npos);
    t.guide = withLapOver(t.guide, {"nowhere.csv", 0, Equal::Time});
    t.again();
    CHECK(t.session.overTrouble.find("nowhere.csv") != std::string::npos);
}

TEST_CASE("two laps lie over each other at equal distance, or at equal time since the stretch began") {
    TwoFilms t;
    // The other driver: half as fast from the line on.
    Stadium slow;
    slow.speed = 20;
    REQUIRE(writeFile(t.dir / "slow.csv", stadiumCsv(stadiumRows(slow, 50, 2))));
    REQUIRE(writeTrack(t.dir / "guide/log/road.geojson", *t.session.road)); // one timing line for both
    t.guide.sources.trackFile = "log/road.geojson";
    t.guide = withLapOver(t.guide, {(t.dir / "slow.csv").string(), 0, Equal::Distance});
    t.again();
    INFO(t.session.overTrouble);
    REQUIRE(t.session.over);
    const auto& corner = t.guide.corners.front();
    constexpr LabelBox kWhole{0, 0, kFrameWidth, kFrameHeight};
    const double nowM = corner.apexM;
    const auto when = timeAt(t.session.trace, nowM);
    const auto even = planPicture(t.stage(), &corner, when, planFraming(t.stage(), &corner, nowM, kWhole), kWhole);
    REQUIRE(even.cars.size() == 2);
    CHECK(std::hypot(even.cars[0].at.x - even.cars[1].at.x, even.cars[0].at.y - even.cars[1].at.y) < 2 * even.pxPerM);
    t.guide.showings.over.by = Equal::Time;
    const auto raced = planPicture(t.stage(), &corner, when, planFraming(t.stage(), &corner, nowM, kWhole), kWhole);
    const auto f = planFraming(t.stage(), &corner, nowM, kWhole);
    const double since = corner.startM - 70, gone = (nowM - since) * 20 / 30; // two thirds as fast
    const auto there = onRoad(*t.session.road, since + gone, 0, 0);
    const auto px = f.at({there.x, there.y});
    CHECK(std::hypot(raced.cars[1].at.x - px.x, raced.cars[1].at.y - px.y) < 4 * f.pxPerM);
}

TEST_CASE("the plan stands still over a corner that fits, holds all of it, and glides calmly along the lap") {
    TwoFilms t;
    constexpr LabelBox kWhole{0, 0, kFrameWidth, kFrameHeight};
    const auto& road = *t.session.road;
    for (const auto& c : t.guide.corners) {
        const auto first = planFraming(t.stage(), &c, c.startM, kWhole);
        for (double m = c.startM; m < c.endM; m += 7) {
            const auto f = planFraming(t.stage(), &c, m, kWhole);
            if (f.pxPerM > 1.5) CHECK((f.centreM == first.centreM && f.turnRad == first.turnRad));
            const auto p = f.at({frameAt(road, m).x, frameAt(road, m).y});
            CHECK((p.x > 0 && p.x < kFrameWidth && p.y > 0 && p.y < kFrameHeight));
        }
    }
    auto before = planFraming(t.stage(), nullptr, 0, kWhole);
    for (double m = 1.2; m < road.lengthM; m += 1.2) { // a picture at 30 m/s
        const auto f = planFraming(t.stage(), nullptr, m, kWhole);
        const double moved = std::hypot(f.centreM.x - before.centreM.x, f.centreM.y - before.centreM.y);
        CHECK(moved <= 1.25); // no faster than the car
        const auto p = f.at({frameAt(road, m).x, frameAt(road, m).y});
        CHECK((p.x > 0 && p.x < kFrameWidth && p.y > 0 && p.y < kFrameHeight));
        before = f;
    }
    constexpr LabelBox kSmall{1000, 500, 170, 192};
    for (const auto& c : t.guide.corners)
        for (double m = c.startM; m < c.endM; m += 7) { // small: near, and the car always in it
            const auto f = insetFraming(t.stage(), &c, m, kSmall);
            const auto p = f.at({frameAt(road, m).x, frameAt(road, m).y});
            CHECK(
                (p.x > kSmall.x && p.x < kSmall.x + kSmall.width && p.y > kSmall.y && p.y < kSmall.y + kSmall.height));
        }
}

TEST_CASE("on the plan the car is where it was, its nose as the log has it, and pedals lie along the line") {
    TwoFilms t;
    const auto& c = t.guide.corners.front();
    constexpr LabelBox kWhole{0, 0, kFrameWidth, kFrameHeight};
    const auto when = timeAt(t.session.trace, c.apexM);
    auto slipping = t.session.trace;
    for (auto& h : slipping.heading) h += 0.1; // 0.1 rad to the left of its way
    const Stage stage{t.guide, slipping, t.session.roadOrNull(), t.clock};
    const auto plan = planPicture(stage, &c, when, planFraming(stage, &c, c.apexM, kWhole), kWhole);
    const auto f = planFraming(stage, &c, c.apexM, kWhole);
    const double time = seconds(when);
    const auto px = f.at({sampleAt(slipping.t, slipping.x, time), sampleAt(slipping.t, slipping.y, time)});
    for (const auto& thing : plan.references) CHECK(std::hypot(thing.outward.x, thing.outward.y) == Approx(1));
    REQUIRE(plan.cars.size() == 1);
    CHECK(plan.cars[0].at == px);
    CHECK(plan.cars[0].slipRad == Approx(0.1).margin(0.02));
    REQUIRE(plan.brake.size() == plan.driven.size());
    CHECK(*std::max_element(plan.brake.begin(), plan.brake.end()) > 0.5);
    CHECK(*std::max_element(plan.power.begin(), plan.power.end()) > 0.5);
    CHECK(plan.roadAssumed);
    Stage nowhere{t.guide, slipping, nullptr, t.clock};
    CHECK(planPicture(nowhere, &c, when, {}, kWhole).empty());
}

TEST_CASE("a loupe shows what its mark holds, enlarged, in a film of any shape") {
    for (const auto& [size, square, x, y] : {std::tuple("320x180", "x=40:y=30:w=24:h=24", 52.0, 42.0),
                                             std::tuple("480x640", "x=200:y=300:w=30:h=30", 215.0, 315.0)}) {
        const ScratchFolder dir;
        auto reader = VideoReader::open(squareFilm(dir / "film.mp4", size, square));
        REQUIRE(reader);
        const auto frame = reader->next();
        REQUIRE(frame);
        const auto pixels = toBgra(*frame, frame->width, frame->height);
        const BgraView film{pixels.data(), frame->width * 4, frame->width, frame->height};
        MarkOnScreen m;
        m.kind = &kLoupeMark, m.sizePx = 40, m.points = {FilmInFrame{frame->width, frame->height}.frame({x, y})};
        const auto seen = lensPicture(film, m, {300, 168});
        REQUIRE(seen.size() == QSize(300, 168));
        CHECK(qGray(seen.pixel(150, 84)) > 180);
        CHECK(qGray(seen.pixel(4, 84)) < 120);
        CHECK(lensTimes(m) == Approx(168 / (2 * 1.7 * 40)).margin(0.3));
        CHECK(lensPicture({}, m, {300, 168}).isNull());
    }
}

namespace {

/// A photograph of one colour with a white upper half, in a file of its own.
std::filesystem::path photograph(const std::filesystem::path& file, QSize size, QColor colour,
                                 QImageIOHandler::Transformation held = QImageIOHandler::TransformationNone) {
    QImage picture(size, QImage::Format_RGB32);
    picture.fill(colour);
    QPainter p(&picture);
    p.fillRect(0, 0, size.width(), size.height() / 2, Qt::white);
    p.end();
    QImageWriter writer(QString::fromStdString(file.string()));
    writer.setQuality(92);
    writer.setTransformation(held);
    if (!writer.write(picture)) throw std::runtime_error("cannot write " + file.string());
    return file;
}

} // namespace

TEST_CASE("pictures taken on foot fill the frame near the places they show, upright and in their shape") {
    TwoFilms t;
    const double atM = t.guide.corners.front().apexM;
    // One is wide and huge, one was taken with the camera held upright.
    t.guide = withStill(
        t.guide, {{}, photograph(t.dir / "guide/wide.jpg", {4000, 1500}, Qt::black).filename().string(), atM, "kerb"});
    t.guide = withStill(
        t.guide, {{},
                  photograph(t.dir / "guide/tall.jpg", {900, 1200}, Qt::black, QImageIOHandler::TransformationRotate90)
                      .filename()
                      .string(),
                  atM + 200,
                  ""});
    t.guide = withStill(t.guide, {{}, "gone.png", atM + 400, ""});
    t.guide = withShowing(t.guide, SectionKind::WalkThrough, {kStillPictures, kPlanPicture});
    REQUIRE(validated(t.guide));
    t.again();
    CHECK(t.session.stills.size() == 2); // what is not there is not shown
    const auto at = [&](double m) {
        Beat b;
        b.atM = m;
        return picturesAt(t.stage(), t.clock.footage(m), SectionKind::WalkThrough, &b);
    };
    const auto ids = t.guide.sources.stills;
    CHECK(at(atM).still == ids[0].id);
    CHECK(at(atM + 30).still == ids[0].id);
    CHECK(at(atM + 190).still == ids[1].id);
    CHECK_FALSE(at(atM + 100).still);
    CHECK_FALSE(at(atM + 400).still);
    CHECK_FALSE(at(atM).onlyTheFilm());
    CHECK(at(atM + 100).onlyTheFilm());
    CHECK(picturesAt(t.stage(), t.clock.footage(atM), SectionKind::Run, nullptr).onlyTheFilm());

    auto frames = GuideFrames::open(t.guide, t.session, {1280, 720});
    REQUIRE(frames);
    const auto wide = frames->at(hl::at<FootageTime>(1), at(atM));
    REQUIRE(wide);
    CHECK(wide->full->width == 1280); // 1280x480 in the middle
    CHECK(brightAt(*wide->full, 0.5, 0.05) < 30);
    CHECK(brightAt(*wide->full, 0.5, 0.30) > 200);
    CHECK(brightAt(*wide->full, 0.5, 0.70) < 40);
    const auto tall = frames->at(hl::at<FootageTime>(1), at(atM + 200));
    REQUIRE(tall);
    // Held upright, turned clockwise to be seen: what was above is right of it; 4:3 with black beside it.
    CHECK(brightAt(*tall->full, 0.05, 0.5) < 30);
    CHECK(brightAt(*tall->full, 0.7, 0.5) > 200);
    CHECK(brightAt(*tall->full, 0.3, 0.5) < 40);
    // A file that is no picture gives way to the film.
    REQUIRE(writeFile(t.dir / "wide.jpg", "not a photograph"));
    auto again = GuideFrames::open(t.guide, t.session, {1280, 720});
    REQUIRE(again);
    const auto film = again->at(hl::at<FootageTime>(1), at(atM));
    REQUIRE(film);
    CHECK(brightAt(*film->full, 52 / 320.0, 42 / 180.0) > 200);
}

TEST_CASE("the closing card tells the lap, the best parts of all laps, and where the time lies") {
    TwoFilms t;
    t.guide.outline = {{false, {SectionKind::Close}}};
    const auto cut = planShortest(t.guide, t.clock, {}, {});
    auto stage = t.stage();
    stage.toFind = nullptr;
    const auto alone = compose(stage, cut, at<GuideTime>(1));
    CHECK(alone.cardTitle.starts_with("Lap "));
    CHECK(alone.cardRows.empty());
    const TimeToFind found{t.session.trace.lap.time.count() - 0.625, {{t.guide.corners[1].id, 0.5, "on the way in"}}};
    stage.toFind = &found;
    const auto scene = compose(stage, cut, at<GuideTime>(1));
    REQUIRE(scene.cardRows.size() == 2);
    CHECK(scene.cardRows[0].value.starts_with(lapTimeText(found.idealS) + ", 0.6"));
    CHECK(scene.cardRows[1].label == title(t.guide.corners[1]));
    CHECK(scene.cardRows[1].value == "0.50 s on the way in");
}

TEST_CASE("the card of another day says that the lap was driven otherwise") {
    TwoFilms t;
    t.guide.scene.conditions.road = RoadState::Dry;
    t.guide.outline = {{false, {SectionKind::Conditions}}};
    const auto cut = planShortest(t.guide, t.clock, {}, {});
    CHECK(compose(t.stage(), cut, at<GuideTime>(1)).cardTitle == "Driven in these conditions");
    const auto wet = asEdition(withEdition(t.guide, {"wet", Depth::Advanced}));
    const auto scene = compose(stageOf(wet, t.session, t.clock), cut, at<GuideTime>(1));
    CHECK(scene.cardTitle == "For these conditions");
    CHECK(scene.cardText.find("dry") != std::string::npos);
    REQUIRE_FALSE(scene.cardRows.empty());
    CHECK(scene.cardRows[0].value == "wet");
}

TEST_CASE("another lap is shown by its own trace: where the car is, how fast, and what was driven") {
    TwoFilms t;
    constexpr double kLaterS = 0.7;
    std::map<int, LapOnStage> laps;
    LapOnStage other{t.session.trace, t.clock};
    for (auto& s : other.trace.t) s += kLaterS;
    for (auto& s : other.clock.footageS) s += kLaterS;
    for (auto& v : other.trace.v) v *= 0.5;
    other.trace.lap.start += Seconds(kLaterS);
    laps.emplace(4, other);
    auto stage = t.stage();
    stage.laps = &laps;
    Cut cut;
    Section s;
    s.kind = SectionKind::OtherLap, s.start = at<GuideTime>(0), s.end = at<GuideTime>(1);
    const auto from = at<FootageTime>(0.9);
    s.shots = {{ShotKind::Footage, at<GuideTime>(0), at<GuideTime>(1), from, from + Seconds(1), 1, {}}};
    cut.lengthS = 1;
    cut.sections = {s};
    const auto as = [&](int lap) {
        cut.sections[0].lap = lap;
        return compose(stage, cut, at<GuideTime>(0.2));
    };
    const auto own = as(0), later = as(4), none = as(9);
    CHECK(own.footage == later.footage);
    CHECK(later.atM == Approx(own.atM - kLaterS * *own.live.speed).margin(1.5));
    CHECK(*later.live.speed == Approx(0.5 * *own.live.speed).margin(0.5));
    CHECK(none.atM == own.atM); // a lap that is not there: the guide's
    CHECK(as(4).section == SectionKind::OtherLap);
    CHECK(as(4).lap == 4); // the picture says so
    CHECK(as(0).lap == 0);
    // "Again" is said of a corner only that was shown before.
    cut.sections[0].kind = SectionKind::Run;
    cut.sections[0].corner = t.guide.corners.front().id;
    REQUIRE(as(0).corner);
    CHECK_FALSE(as(0).again);
    auto before = cut.sections[0];
    before.start = at<GuideTime>(-1), before.end = at<GuideTime>(0);
    cut.sections.insert(cut.sections.begin(), before);
    CHECK(as(0).again);
}
