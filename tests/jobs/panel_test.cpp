// SPDX-License-Identifier: GPL-3.0-or-later
// Panels of a simulated drive, drawn by the stand-in in three styles and, in other types, by Qt; filmed, then read.
#include "core/units/numbers.h"
#include "jobs/panel.h"
#include "media/movie_writer.h"
#include "standins/drive.h"
#include "standins/panel.h"
#include "support/gui_app.h"
#include "support/scratch_folder.h"

#include <catch2/catch.hpp>
#include <cmath>
#include <QImage>
#include <QPainter>

using namespace hl;
using hl::testing::ScratchFolder;

namespace {

const standin::Drive& driven() {
    static const auto c = standin::saltmarrowRing();
    static const auto d = standin::drive(c, {}, {}, 1, 9);
    return d;
}

standin::PanelState stateAt(double t) {
    const auto& x = driven().samples[static_cast<std::size_t>(std::lround(t / driven().step))];
    return {x.throttle, x.brake, x.gear, 3.6 * x.v};
}

/// Something that moves behind a panel: bands of light and dark that stream by.
void scenery(standin::Canvas& c, double t) {
    std::vector<double> across, down;
    for (int x = 0; x < c.width; ++x) across.push_back(40 * std::sin(0.02 * x + 7 * t));
    for (int y = 0; y < c.height; ++y) down.push_back(110 + 40 * std::sin(0.05 * y - 11 * t));
    std::size_t at = 0;
    for (int y = 0; y < c.height; ++y)
        for (int x = 0; x < c.width; ++x, at += 4) {
            const double v = across[static_cast<std::size_t>(x)] + down[static_cast<std::size_t>(y)];
            for (std::size_t k = 0; k < 3; ++k) c.pixels[at + k] = static_cast<std::uint8_t>(v);
        }
}

struct Shot {
    int width = 640, height = 360, rate = 25, crf = 23;
    double fromS = 20, toS = 90;
};

std::filesystem::path filmed(const ScratchFolder& dir, const Shot& shot,
                             const std::function<void(standin::Canvas&, double)>& draw) {
    MovieOptions o;
    o.width = shot.width, o.height = shot.height, o.frameRate = shot.rate, o.crf = shot.crf, o.preset = "ultrafast";
    const auto path = dir.path() / "panel.mp4";
    auto writer = MovieWriter::open(path, o);
    REQUIRE(writer);
    standin::Canvas canvas(shot.width, shot.height);
    const int frames = static_cast<int>((shot.toS - shot.fromS) * shot.rate);
    for (int i = 0; i < frames; ++i) {
        const double t = shot.fromS + static_cast<double>(i) / shot.rate;
        scenery(canvas, t);
        draw(canvas, t);
        REQUIRE(writer->picture(fromBgra({canvas.pixels.data(), canvas.width * 4, canvas.width, canvas.height})));
    }
    REQUIRE(writer->finish());
    return path;
}

struct Errors {
    double throttle = 0, brake = 0; ///< median
    double gear = 0, speed = 0;     ///< share that is right (within 1 km/h)
};

Errors errorsOf(const PanelReadings& r, double fromS) {
    std::vector<double> throttle, brake;
    double gear = 0, speed = 0;
    for (std::size_t f = 0; f < r.t.size(); ++f) {
        const auto s = stateAt(fromS + r.t[f]);
        if (r.of(Channel::Throttle))
            throttle.push_back(std::abs(r.of(Channel::Throttle)->readings.value[f] - s.throttle));
        if (r.of(Channel::Brake)) brake.push_back(std::abs(r.of(Channel::Brake)->readings.value[f] - s.brake));
        if (r.of(Channel::Gear)) gear += r.of(Channel::Gear)->readings.value[f] == s.gear;
        if (r.of(Channel::Speed)) speed += std::abs(r.of(Channel::Speed)->readings.value[f] - s.kmh) <= 1.001;
    }
    const double n = static_cast<double>(r.t.size());
    return {throttle.empty() ? 0 : median(throttle), brake.empty() ? 0 : median(brake), gear / n, speed / n};
}

} // namespace

TEST_CASE("panels of three styles are read over a whole film", "[panel]") {
    const auto style = GENERATE(standin::PanelStyle::Segments, standin::PanelStyle::Strokes, standin::PanelStyle::Dots);
    CAPTURE(static_cast<int>(style));
    const ScratchFolder dir;
    const Shot shot;
    const auto panel = standin::panelFor(style, shot.width, shot.height);
    const auto film =
        filmed(dir, shot, [&](standin::Canvas& c, double t) { standin::drawPanel(c, panel, stateAt(t)); });
    const auto boxes = parsePanelBoxes(standin::panelBoxes(panel), "boxes");
    REQUIRE(boxes);
    const auto read = readPanel(film, *boxes, {}, {});
    REQUIRE(read);
    const auto e = errorsOf(*read, shot.fromS);
    CHECK(e.throttle < 0.03);
    CHECK(e.brake < 0.03);
    CHECK(e.gear > 0.99);
    CHECK(e.speed > 0.98);
    for (const auto& b : read->boxes)
        for (std::size_t f = 0; f < read->t.size(); ++f) {
            REQUIRE(b.readings.confidence[f] >= 0);
            REQUIRE(b.readings.confidence[f] <= 1);
        }
    const auto csv = panelCsv(*read);
    CHECK(csv.starts_with("time_s,throttle,throttle_confidence,brake,brake_confidence,gear,gear_confidence,speed_kmh,"
                          "speed_kmh_confidence\n"));
    CHECK(std::count(csv.begin(), csv.end(), '\n') == static_cast<std::ptrdiff_t>(read->t.size() + 1));
}

TEST_CASE("numbers in types of every kind are read", "[panel]") {
    struct Type {
        const char* family;
        bool bold, italic, light, outlined;
        int pixels;
        const char* form; ///< of the speed
    };
    // what is not installed is shown in a type that is
    const auto type = GENERATE(Type{"Atkinson Hyperlegible Next", false, false, true, false, 26, "%.0f"},
                               Type{"Atkinson Hyperlegible Mono", true, false, false, false, 18, "%03.0f"},
                               Type{"DejaVu Serif", true, false, true, true, 22, "%.0f"},
                               Type{"DejaVu Sans", true, true, true, true, 30, "%.0f"});
    CAPTURE(type.family, type.pixels);
    hl::testing::painterReady();
    const ScratchFolder dir;
    const Shot shot;
    QFont font(QString::fromLatin1(type.family));
    font.setPixelSize(type.pixels), font.setBold(type.bold), font.setItalic(type.italic);
    const QRect speedBox(20, 300, 3 * type.pixels, type.pixels + 12),
        gearBox(20, 240, type.pixels + 8, type.pixels + 12);
    const auto film = filmed(dir, shot, [&](standin::Canvas& c, double t) {
        QImage image(c.pixels.data(), c.width, c.height, c.width * 4, QImage::Format_RGB32);
        QPainter p(&image);
        p.setFont(font);
        const auto s = stateAt(t);
        const auto text = QString::asprintf(type.form, std::round(s.kmh));
        const auto gear = QString::number(s.gear);
        const QColor ink = type.light ? Qt::white : Qt::black;
        if (!type.outlined)
            p.fillRect(QRect(10, 230, 150, 120), type.light ? QColor(20, 30, 40, 200) : QColor(230, 230, 220, 235));
        if (type.outlined) { // as subtitles are: a dark rim round light ink
            p.setPen(Qt::black);
            for (int dx = -2; dx <= 2; ++dx)
                for (int dy = -2; dy <= 2; ++dy) {
                    p.drawText(speedBox.translated(dx, dy), Qt::AlignCenter, text);
                    p.drawText(gearBox.translated(dx, dy), Qt::AlignCenter, gear);
                }
        }
        p.setPen(ink);
        p.drawText(speedBox, Qt::AlignCenter, text);
        p.drawText(gearBox, Qt::AlignCenter, gear);
    });
    const std::vector<PanelBox> boxes = {{Channel::Gear, PanelKind::Digits, double(gearBox.x()), double(gearBox.y()),
                                          double(gearBox.width()), double(gearBox.height())},
                                         {Channel::Speed, PanelKind::Digits, double(speedBox.x()), double(speedBox.y()),
                                          double(speedBox.width()), double(speedBox.height())}};
    const auto read = readPanel(film, boxes, {}, {});
    REQUIRE(read);
    const auto e = errorsOf(*read, shot.fromS);
    CHECK(e.gear > 0.99);
    CHECK(e.speed > 0.95); // rimmed, slanted and bold over a moving picture is the hardest
}

TEST_CASE("a panel that nothing reads is told, and so are boxes outside the picture", "[panel]") {
    const ScratchFolder dir;
    Shot shot;
    shot.toS = shot.fromS + 8, shot.width = 320, shot.height = 180;
    const auto film = filmed(dir, shot, [](standin::Canvas& c, double) {
        for (int y = 20; y < 60; ++y)
            for (int x = 20; x < 60; ++x) c.blendPixel(x, y, {90, 90, 90}, 1); // a plate with nothing on it
    });
    const auto still = readPanel(film, {{Channel::Brake, PanelKind::BarUp, 24, 24, 10, 30}}, {}, {});
    REQUIRE_FALSE(still);
    CHECK(still.error().id == "panel.nothing-read");
    const auto blank = readPanel(film, {{Channel::Speed, PanelKind::Digits, 24, 24, 30, 20}}, {}, {});
    REQUIRE_FALSE(blank);
    const auto outside = readPanel(film, {{Channel::Gear, PanelKind::Digits, 310, 24, 30, 20}}, {}, {});
    REQUIRE_FALSE(outside);
    CHECK(outside.error().id == "panel.bad-box");
    Progress stopped;
    std::stop_source stop;
    stop.request_stop();
    stopped.stop = stop.get_token();
    CHECK(readPanel(film, {{Channel::Brake, PanelKind::BarUp, 24, 24, 10, 30}}, {}, stopped).error().id ==
          "job.cancelled");
}

TEST_CASE("a panel becomes a log in one unit, and one whose speed was not read says so", "[panel]") {
    PanelReadings r;
    for (int i = 0; i < 100; ++i) r.t.push_back(i * 0.04);
    const auto reading = [&](Channel c, PanelKind kind, double value, double sure, double toSi) {
        PanelBox box;
        box.channel = c, box.kind = kind;
        r.boxes.push_back({box, {std::vector<double>(100, value), std::vector<double>(100, sure)}, toSi});
    };
    reading(Channel::EngineSpeed, PanelKind::BarUp, 0.5, 1, 8000);
    CHECK(panelLog(r, {}, {}).error().id == "panel.no-speed");
    reading(Channel::Speed, PanelKind::Digits, 72, 0.1, 1 / 3.6);
    CHECK(panelLog(r, {}, {}).error().id == "panel.no-speed");
    r.boxes.back().readings.confidence.assign(100, 0.9);
    const auto log = panelLog(r, {}, {});
    REQUIRE(log);
    CHECK((*log)[Channel::Speed][50] == Approx(20));
    CHECK((*log)[Channel::EngineSpeed][50] == Approx(4000));
    CHECK((*log)[Channel::Distance].back() == Approx(20 * 99 * 0.04));
    CHECK(panelCsv(r).find(",4000.0000,") != std::string::npos);
}

TEST_CASE("a seldom filled, segmented or framed bar is read by its whole length", "[panel]") {
    struct Bar {
        const char* what;
        double most; ///< how far it ever fills
        bool segments, frame;
    };
    const auto bar = GENERATE(Bar{"never full", 0.7, false, true}, Bar{"segments", 1, true, true},
                              Bar{"without a frame", 1, false, false});
    CAPTURE(bar.what);
    const ScratchFolder dir;
    Shot shot;
    shot.toS = shot.fromS + 24, shot.width = 320, shot.height = 180;
    const auto levelAt = [&](double t) { return bar.most * (0.5 - 0.5 * std::cos(0.9 * (t - shot.fromS))); };
    const int x0 = 30, y0 = 40, w = 10, h = 100;
    const auto film = filmed(dir, shot, [&](standin::Canvas& c, double t) {
        if (bar.frame)
            for (int y = y0 - 4; y < y0 + h + 4; ++y)
                for (int x = x0 - 4; x < x0 + w + 4; ++x) c.blendPixel(x, y, {235, 235, 235}, 1);
        for (int y = 0; y < h; ++y)
            for (int x = 0; x < w; ++x) {
                const bool full = h - 1 - y < levelAt(t) * h;
                if (bar.segments && y % 10 >= 8) continue;
                if (full || bar.frame)
                    c.blendPixel(x0 + x, y0 + y, full ? standin::Colour{200, 60, 120} : standin::Colour{20, 22, 30}, 1);
            }
    });
    const double margin = bar.frame ? 3 : 0; // a box is drawn a little too large
    const auto read = readPanel(
        film, {{Channel::Brake, PanelKind::BarUp, x0 - margin, y0 - margin, w + 2 * margin, h + 2 * margin}}, {}, {});
    REQUIRE(read);
    std::vector<double> off;
    for (std::size_t f = 0; f < read->t.size(); ++f)
        off.push_back(std::abs(read->boxes[0].readings.value[f] - levelAt(shot.fromS + read->t[f])));
    CHECK(median(off) < (bar.segments ? 0.05 : 0.03));
}
