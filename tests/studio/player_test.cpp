// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/between.h"
#include "studio/views/stretch_view.h"
#include "support/studio.h"

#include <catch2/catch.hpp>
#include <cmath>
#include <QSignalSpy>

using namespace hl;
using hl::testing::copiedDemo;
using hl::testing::ScratchFolder;
using hl::testing::Studio;
using hl::testing::waitFor;

TEST_CASE("the preview plays the cut and stops by the same key") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir));
    REQUIRE(s.ready);
    s.key(Qt::Key_6, Qt::AltModifier);
    CHECK(s.player().mode() == Player::Mode::Guide);
    double now = 1000;
    s.player().setClock([&now] { return now; });
    const double before = s.player().guideTime();
    s.key(Qt::Key_Space);
    CHECK(s.player().playing());
    now += 0.4;
    CHECK(waitFor([&] { return s.player().guideTime() == Approx(before + 0.4).margin(1e-9); }));
    s.key(Qt::Key_Space);
    CHECK_FALSE(s.player().playing());
    now += 30;
    QCoreApplication::processEvents();
    CHECK(s.player().guideTime() == Approx(before + 0.4).margin(1e-9));
    s.player().seekGuide(s.desk().cut().lengthS - 1);
    s.key(Qt::Key_Space);
    now += 5; // past the end
    CHECK(waitFor([&] { return !s.player().playing(); }));
    CHECK(s.player().guideTime() == Approx(s.desk().cut().lengthS));
}

TEST_CASE("single steps move by one picture") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir));
    REQUIRE(s.ready);
    s.key(Qt::Key_6, Qt::AltModifier);
    s.player().seekGuide(40);
    s.key(Qt::Key_Period);
    CHECK(s.player().guideTime() == Approx(40 + 1.0 / s.desk().guide().frameRate).margin(1e-6));
    s.key(Qt::Key_Comma);
    CHECK(s.player().guideTime() == Approx(40).margin(1e-6));
}

TEST_CASE("any guide time shows its own picture and its own marks") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir));
    REQUIRE(s.ready);
    s.key(Qt::Key_6, Qt::AltModifier);
    for (const double share : {0.2, 0.7, 0.4}) {
        const double t = share * s.desk().cut().lengthS;
        const auto before = s.player().picture().copy();
        s.player().seekGuide(t);
        CHECK(s.player().guideTime() == Approx(t));
        CHECK(waitFor([&] { return s.player().picture() != before; }));
        const auto now = momentAt(s.desk().cut(), at<GuideTime>(t));
        const auto scene = s.player().scene();
        REQUIRE(scene.corner);
        CHECK(scene.corner->id == now.section->corner);
        CHECK(scene.rate == now.shot->rate);
    }
}

TEST_CASE("a click in the stretch view goes to that guide time, one below to that place") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir));
    REQUIRE(s.ready);
    s.desk().choose(s.corner(5));
    s.key(Qt::Key_6, Qt::AltModifier);
    auto* stretch = s.find<StretchView>("stretch");
    REQUIRE(stretch);
    REQUIRE(stretch->isVisible());
    const Section* walk = nullptr;
    for (const auto& x : s.desk().cut().sections)
        if (x.corner == s.corner(5) && !walk) walk = &x;
    REQUIRE(walk);
    QTest::mouseClick(stretch, Qt::LeftButton, {}, QPoint(stretch->width() / 2, 40));
    CHECK(s.player().guideTime() > seconds(walk->start));
    QTest::mouseClick(stretch, Qt::LeftButton, {}, QPoint(stretch->width() / 2, stretch->height() - 80));
    // The road below is that of the walk-through's film, from end to end.
    const double from = s.desk().clock().metre(walk->shots.front().from),
                 to = s.desk().clock().metre(walk->shots.back().to);
    CHECK(s.player().metre() == Approx((from + to) / 2).margin(40));
}

TEST_CASE("footage plays on its own clock too") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir));
    REQUIRE(s.ready);
    s.key(Qt::Key_3, Qt::AltModifier);
    CHECK(s.player().mode() == Player::Mode::Footage);
    double now = 7;
    s.player().setClock([&now] { return now; });
    for (const double pace : {1.0, 0.25}) {
        s.player().setPace(pace);
        const double before = s.player().footageTime(), at = s.player().metre();
        s.key(Qt::Key_Space);
        now += 2;
        CHECK(waitFor([&] { return s.player().footageTime() == Approx(before + 2 * pace).margin(1e-9); }));
        CHECK(s.player().metre() > at + 5 * pace);
        s.key(Qt::Key_Space);
    }
}

TEST_CASE("where the guide is slowed the preview shows pictures that were not filmed") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir));
    REQUIRE(s.ready);
    s.key(Qt::Key_6, Qt::AltModifier);
    const auto& cut = s.desk().cut();
    const double filmRate = s.desk().session().videoInfo.frameRate, rate = s.desk().guide().frameRate;
    const auto between = [&](double t) { // how far the moment lies on the way to the next filmed picture
        const double frame = seconds(momentAt(cut, at<GuideTime>(t)).footage) * filmRate;
        return frame - std::floor(frame);
    };
    double t = 0; // well between two pictures, with a filmed one not far
    for (; t < cut.lengthS; t += 0.01)
        if (wantsBetween(cut, at<GuideTime>(t), rate, filmRate) && std::abs(between(t) - 0.5) < 0.15) break;
    REQUIRE(t < cut.lengthS);
    auto film = VideoReader::open(s.desk().session().video);
    REQUIRE(film);
    const auto pictureOf = [&](double footageS) { // as it was filmed
        const auto f = film->frameAt(at<FootageTime>(footageS));
        REQUIRE(f);
        const auto pixels = toBgra(*f, 1280, 720);
        return QImage(pixels.data(), 1280, 720, 1280 * 4, QImage::Format_RGB32).copy();
    };
    const double footage = seconds(momentAt(cut, at<GuideTime>(t)).footage);
    const auto filmed = pictureOf(footage), next = pictureOf(footage + 1 / filmRate);
    REQUIRE(filmed != next);
    const auto apart = [](const QImage& a, const QImage& b) {
        double sum = 0;
        for (int y = 0; y < a.height(); y += 3)
            for (int x = 0; x < a.width(); x += 3) sum += std::abs(qGray(a.pixel(x, y)) - qGray(b.pixel(x, y)));
        return sum;
    };
    const double step = apart(filmed, next);
    s.player().setMode(Player::Mode::Guide);
    s.player().seekGuide(t);
    CHECK(waitFor([&] { // it lies between them
        const auto& now = s.player().picture();
        return now.size() == filmed.size() && now != filmed && now != next && apart(now, filmed) < step &&
               apart(now, next) < step;
    }));
}
