// SPDX-License-Identifier: GPL-3.0-or-later
// Films of any size and shape in the real window: found by where a known white square lands.
#include "core/camera/pose.h"
#include "studio/views/picture_view.h"
#include "studio/views/ribbon.h"
#include "support/studio.h"
#include "support/tiny_guide.h"

#include <catch2/catch.hpp>

using namespace hl;
using namespace hl::testing;

namespace {

/// Middle and area of what is white in a picture.
struct Seen {
    QPointF middle;
    QRectF box;
};

Seen whiteIn(const QImage& image) {
    double n = 0, x = 0, y = 0, left = 1e9, top = 1e9, right = -1, bottom = -1;
    for (int r = 0; r < image.height(); ++r)
        for (int c = 0; c < image.width(); ++c) {
            const auto p = image.pixelColor(c, r);
            if (p.red() < 235 || p.green() < 235 || p.blue() < 235) continue;
            n += 1, x += c + 0.5, y += r + 0.5;
            left = std::min<double>(left, c), right = std::max<double>(right, c + 1);
            top = std::min<double>(top, r), bottom = std::max<double>(bottom, r + 1);
        }
    return {{x / n, y / n}, {left, top, right - left, bottom - top}};
}

} // namespace

TEST_CASE("a film of any size and shape fills the frame as far as its shape allows") {
    struct Kind {
        const char* name;
        const char* size;   // as stored
        const char* square; // as stored: x=..:y=..:w=..:h=..
        const char* how;
        const char* rate;
        QSizeF shown; // upright, square pixels
        QRectF white; // there
    };
    const auto k = GENERATE(
        Kind{"small", "854x480", "x=600:y=300:w=60:h=40", "", "25", {854, 480}, {600, 300, 60, 40}},
        Kind{"four to three", "640x480", "x=40:y=400:w=40:h=40", "", "24000/1001", {640, 480}, {40, 400, 40, 40}},
        Kind{"wide", "1280x544", "x=1200:y=20:w=40:h=40", "", "60", {1280, 544}, {1200, 20, 40, 40}},
        Kind{"portrait", "480x854", "x=20:y=800:w=40:h=40", "", "30", {480, 854}, {20, 800, 40, 40}},
        Kind{"large", "1920x1080", "x=1700:y=100:w=80:h=80", "", "120", {1920, 1080}, {1700, 100, 80, 80}},
        Kind{"wide pixels",
             "720x576",
             "x=600:y=500:w=40:h=40",
             "-aspect 16:9",
             "25",
             {1024, 576},
             {853.3, 500, 56.9, 40}},
        Kind{"tiny", "64x36", "x=40:y=20:w=8:h=6", "", "25", {64, 36}, {40, 20, 8, 6}});
    INFO(k.name);
    const ScratchFolder dir;
    tinyGuide(dir / "guide", squareFilm(dir / "film.mp4", k.size, k.square, k.how, k.rate));
    Studio s(QString::fromStdString((dir / "guide").string()));
    REQUIRE(s.ready);
    auto* view = s.window->findChild<PictureView*>();
    REQUIRE(view);
    s.player().seekFootage(0.5);
    REQUIRE(waitFor([&] { return !s.player().picture().isNull(); }));
    const auto frame = view->pictureBox();
    const auto film = PictureView::filmBox(frame, k.shown.toSize());
    CHECK(std::max(film.width() / frame.width(), film.height() / frame.height()) == Approx(1).margin(0.01));
    CHECK(film.width() / film.height() == Approx(k.shown.width() / k.shown.height()).epsilon(0.01));
    auto image = QImage(view->size(), QImage::Format_RGB32); // what lies beside the frame is the desk
    image.fill(Qt::black);
    {
        QPainter p(&image);
        p.drawPixmap(frame.toRect(), view->grab(frame.toRect()));
        constexpr int kRound = 8; // the frame's corners
        for (const auto corner : {frame.topLeft(), frame.topRight(), frame.bottomLeft(), frame.bottomRight()})
            p.fillRect(QRectF(corner - QPointF(kRound, kRound), QSizeF(2 * kRound, 2 * kRound)), Qt::black);
    }
    const auto seen = whiteIn(image);
    const double scale = film.width() / k.shown.width();
    const QPointF wanted = film.topLeft() + k.white.center() * scale;
    CHECK(seen.middle.x() == Approx(wanted.x()).margin(2.5));
    CHECK(seen.middle.y() == Approx(wanted.y()).margin(2.5));
    CHECK(seen.box.width() == Approx(k.white.width() * scale).margin(4 + 0.12 * k.white.width() * scale));
    CHECK(seen.box.height() == Approx(k.white.height() * scale).margin(4 + 0.12 * k.white.width() * scale));
}

TEST_CASE("marks stand on the road in a film of any shape: a point at a known angle lands at its place in the film") {
    for (const double aspect : {16.0 / 9, 4.0 / 3, 1280.0 / 544, 480.0 / 854}) {
        const double width = fittedWidth(aspect), height = width / aspect;
        INFO(aspect);
        CHECK(width <= kFrameWidth + 1e-9);
        CHECK(height <= kFrameHeight + 1e-9);
        CameraPose pose; // at the origin, looking east
        pose.focalPx = width / 2 / std::tan(rad(80) / 2);
        const auto edge =
            project(pose, {10, -10 * std::tan(rad(40)), 0}); // forty degrees to the right: the film's edge
        REQUIRE(edge);
        CHECK(edge->x == Approx(kFrameWidth / 2 + width / 2).margin(1e-6));
        CHECK(edge->y == Approx(kFrameHeight / 2));
    }
}

TEST_CASE("F makes the film large in every station, and small again") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir, {3, 4}));
    REQUIRE(s.ready);
    auto* view = s.window->findChild<PictureView*>();
    for (const auto station : {Qt::Key_1, Qt::Key_2, Qt::Key_3, Qt::Key_4, Qt::Key_5, Qt::Key_6, Qt::Key_7}) {
        s.key(station, Qt::AltModifier);
        QApplication::processEvents();
        s.window->centralWidget()->setFocus();
        const auto before = view->pictureBox().width();
        s.key(Qt::Key_F);
        QApplication::processEvents();
        INFO("station " << station - Qt::Key_0);
        CHECK(s.window->filmLarge());
        // where the film is the largest thing already there is less to gain
        CHECK(view->pictureBox().width() > (station == Qt::Key_4 ? 1.1 : 1.25) * before);
        s.key(Qt::Key_F);
        QApplication::processEvents();
        CHECK(view->pictureBox().width() == Approx(before).margin(2));
    }
}

TEST_CASE("everything fits 1280x720: the metres under the ribbon are inside the window") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir));
    REQUIRE(s.ready);
    auto* ribbon = s.window->findChild<Ribbon*>();
    for (const QSize size : {QSize(1280, 720), QSize(1280, 800), QSize(1920, 1080)})
        for (const auto station : {Qt::Key_1, Qt::Key_2, Qt::Key_3, Qt::Key_4, Qt::Key_5, Qt::Key_6, Qt::Key_7}) {
            s.window->resize(size);
            s.key(station, Qt::AltModifier);
            QTest::qWait(0);
            INFO(size.width() << "x" << size.height() << " station " << station - Qt::Key_0);
            CHECK(s.window->size() == size);
            CHECK(ribbon->mapTo(s.window.get(), QPoint(0, ribbon->height())).y() <= size.height());
        }
}

TEST_CASE("numbers on the ribbon never lie on each other, however many corners there are") {
    const ScratchFolder dir;
    Studio s(copiedDemo(dir));
    REQUIRE(s.ready);
    s.key(Qt::Key_3, Qt::AltModifier);
    auto* ribbon = s.window->findChild<Ribbon*>();
    s.desk().edit({"many corners", [](Guide g) {
                       const auto like = g.corners.front();
                       g.corners.clear();
                       for (int n = 1; n <= 40; ++n) { // pairs that nearly touch
                           GuideCorner c;
                           static_cast<CornerShape&>(c) = like;
                           c.id = newId<CornerId>(g), c.number = n;
                           c.startM = 90.0 * n + (n % 2 ? 0 : -80), c.turnInM = c.startM + 1, c.apexM = c.startM + 2,
                           c.endM = c.startM + 3, c.apexesM = {};
                           g.corners.push_back(c);
                       }
                       return g;
                   }});
    REQUIRE(s.desk().guide().corners.size() == 40);
    const auto at = ribbon->numbersAt();
    REQUIRE(at.size() == 40);
    for (std::size_t i = 1; i < at.size(); ++i)
        CHECK(at[i].x - at[i - 1].x >= (at[i].width + at[i - 1].width) / 2 - 0.5);
    CHECK(at.front().x - at.front().width / 2 >= -0.5);
    CHECK(at.back().x + at.back().width / 2 <= ribbon->width() + 0.5);
    CHECK(at.front().size >= look::kTiny);
    const auto lamps = ribbon->gatheredFindings();
    int all = 0;
    for (std::size_t i = 0; i < lamps.size(); ++i) {
        all += lamps[i].count;
        if (i > 0) CHECK(lamps[i].x - lamps[i - 1].x > 8);
    }
    CHECK(all == static_cast<int>(s.desk().session().study.faults.size()));
}
