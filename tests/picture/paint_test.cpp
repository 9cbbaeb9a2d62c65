// SPDX-License-Identifier: GPL-3.0-or-later
#include "picture/paint_plan.h"
#include "picture/paint_scene.h"
#include "picture/tokens.h"
#include "support/gui_app.h"

#include <array>
#include <catch2/catch.hpp>
#include <QFontInfo>
#include <QFontMetricsF>
#include <QImage>
#include <random>

using namespace hl;

namespace {

SceneAt madeScene(unsigned seed, const GuideCorner& corner) {
    std::mt19937 rng(seed);
    const auto between = [&](double a, double b) { return std::uniform_real_distribution<double>(a, b)(rng); };
    SceneAt s;
    s.section = seed % 2 ? SectionKind::WalkThrough : SectionKind::Run;
    s.corner = &corner;
    s.rate = seed % 3 ? 0.25 : 1;
    s.caption =
        seed % 4 ? "Brake at the second board, up to seventy-eight percent, and let it bleed away as you turn." : "";
    s.live = {60, 0.4, 0.1, 4, {}, {}};
    for (int i = 0; i <= 100; ++i)
        s.strip.atM.push_back(i * 3), s.strip.throttle.push_back(between(0, 1)), s.strip.brake.push_back(between(0, 1));
    s.strip.toM = 300, s.strip.nowM = 110;
    for (int i = 0; i < 20; ++i)
        s.plan.left.push_back({600, 700 - i * 30.0}), s.plan.right.push_back({680, 700 - i * 30.0}),
            s.plan.driven.push_back({640, 700 - i * 30.0}), s.plan.over.push_back({650, 700 - i * 30.0}),
            s.plan.brake.push_back(between(0, 1)), s.plan.power.push_back(between(0, 1));
    s.plan.box = {0, 0, 1280, 720}, s.plan.pxPerM = 3, s.plan.overName = "lap 3";
    s.plan.cars = {{{640, 400}, 1.5, 0.1}, {{650, 380}, 1.6, 0}};
    s.plan.references = {{{400, 300}, "50 board", {-1, 0}}, {{410, 305}, "fence", {0.6, 0.8}}};
    s.pictures.planFull = seed % 5 == 0;
    s.lapS = between(0, 200), s.behindS = between(-2, 2), s.toGo = ToGo{"turn in", between(0, 200)}, s.cue = "brake";
    s.live.forward = between(-25, 12), s.live.left = between(-25, 25);
    s.corners = placedInCorners(seed % 2 ? gaugeSet("advanced") : Gauges{"cue", "speed", "forces"}, kPlanPicture, {});
    s.pictures.planInset = true, s.planInset = s.plan, s.planInset.box = *s.corners.inset;
    for (const auto* k : markKinds()) {
        MarkOnScreen m;
        m.kind = k, m.label = k == &kGearKeystoneMark ? "4>3" : "a label", m.sizePx = between(14, 70),
        m.speaking = seed % 2, m.window = k->window;
        const double x = between(100, 1100), y = between(200, 600);
        m.points = {{x, y}, {x, y - 60}, {x + 100, y - 60}, {x + 100, y}};
        s.marks.push_back(m);
    }
    return s;
}

} // namespace

TEST_CASE("painting touches only what it says it touches") {
    hl::testing::painterReady();
    GuideCorner corner;
    corner.number = 3, corner.name = "Sluice";
    for (unsigned seed = 1; seed <= 24; ++seed) {
        QImage image(1280, 720, QImage::Format_ARGB32_Premultiplied);
        image.fill(Qt::transparent);
        std::vector<QRect> touched;
        {
            QPainter p(&image);
            touched = paintScene(p, madeScene(seed, corner));
        }
        for (int y = 0; y < 720; ++y) {
            const auto* line = reinterpret_cast<const QRgb*>(image.constScanLine(y));
            for (int x = 0; x < 1280; ++x) {
                if (line[x] == 0) continue;
                const bool inside =
                    std::any_of(touched.begin(), touched.end(), [&](const QRect& r) { return r.contains(x, y); });
                if (!inside) FAIL("seed " << seed << ": painted outside at " << x << "," << y);
            }
        }
    }
}

TEST_CASE("names of things stand beside the road, whichever way it runs, and words are parted evenly") {
    hl::testing::painterReady();
    for (int degrees = 0; degrees < 360; degrees += 15) {
        const double a = degrees * 3.14159265 / 180, c = std::cos(a), s = std::sin(a);
        const auto turned = [&](double along, double across) {
            return Vec2{640 + along * c - across * s, 330 + along * s + across * c};
        };
        PlanPicture plan;
        plan.box = {0, 0, 1280, 720}, plan.pxPerM = 1.5;
        for (double along = -260; along <= 260; along += 4.5)
            plan.left.push_back(turned(along, -9)), plan.right.push_back(turned(along, 9));
        const auto paintedWith = [&](const PlanPicture& picture) {
            QImage image(1280, 720, QImage::Format_ARGB32_Premultiplied);
            QPainter p(&image);
            paintPlan(p, picture, {});
            return image;
        };
        const auto bare = paintedWith(plan);
        plan.references = {{turned(0, -16), "second marshal post", {s, -c}}, {turned(40, 16), "bin", {-s, c}}};
        const auto named = paintedWith(plan);
        int onRoad = 0, letters = 0;
        for (int y = 0; y < 720; ++y)
            for (int x = 0; x < 1280; ++x) {
                if (bare.pixel(x, y) == named.pixel(x, y)) continue;
                const double across = -(x - 640) * s + (y - 330) * c;
                ++letters, onRoad += std::abs(across) < 7;
            }
        INFO(degrees << " degrees");
        CHECK(letters > 500);
        CHECK(onRoad == 0);
    }
    SceneAt scene;
    scene.caption = "Pumphouse, a left-hander. Come in on the right, in fourth gear.";
    QImage image(1280, 720, QImage::Format_ARGB32_Premultiplied);
    image.fill(Qt::transparent);
    QPainter p(&image);
    paintScene(p, scene);
    p.end();
    // The second line holds more than one word: some ink far to its left.
    bool ink = false;
    for (int y = 530; y < 560; ++y)
        for (int x = 300; x < 520; ++x) ink = ink || qGray(image.pixel(x, y)) > 150;
    CHECK(ink);
}

TEST_CASE("an empty scene paints nothing, a card its title") {
    hl::testing::painterReady();
    QImage image(1280, 720, QImage::Format_ARGB32_Premultiplied);
    image.fill(Qt::transparent);
    QPainter p(&image);
    CHECK(paintScene(p, {}).empty());
    SceneAt card;
    card.card = true, card.cardTitle = "Saltmarrow Ring";
    CHECK(paintScene(p, card).size() == 1);
}

TEST_CASE("every kind of marker draws something, and the label of a wordless kind is not written beside it") {
    hl::testing::painterReady();
    for (const auto* k : markKinds()) {
        INFO(k->key);
        const auto drawn = [&](const std::string& label) {
            QImage image(1280, 720, QImage::Format_ARGB32_Premultiplied);
            image.fill(Qt::transparent);
            SceneAt s;
            s.panels = false;
            MarkOnScreen m;
            m.kind = k, m.sizePx = 40, m.label = label;
            m.points = {{500, 400}, {500, 340}, {640, 340}, {640, 400}};
            s.marks = {m};
            QPainter p(&image);
            paintScene(p, s);
            p.end();
            return image;
        };
        QImage nothing(1280, 720, QImage::Format_ARGB32_Premultiplied);
        nothing.fill(Qt::transparent);
        const auto bare = drawn("");
        CHECK(bare != nothing);
        if (k != &kGearKeystoneMark) CHECK((drawn("words") == bare) == k->wordless);
    }
}

TEST_CASE("every text colour can be read on its ground") {
    using namespace look;
    const std::pair<QRgb, QRgb> pairs[] = {
        {kMist, kMarsh900},     {kMist, kMarsh800},     {kMist, kMarsh700},     {kReed, kMarsh900},
        {kReed, kMarsh800},     {kLamp, kMarsh900},     {kLamp, kMarsh800},     {kLamp, kMarsh700},
        {kBrake, kMarsh900},    {kPower, kMarsh900},    {kSteering, kMarsh900}, {kWrongOnDark, kMarsh900},
        {kInk, kPaper},         {kInk, kPaperShade},    {kInkQuiet, kPaper},    {kInkQuiet, kPaperShade},
        {kLampInk, kPaper},     {kLampInk, kLampPaper}, {kBrakeInk, kPaper},    {kPowerInk, kPaper},
        {kSteeringInk, kPaper}, {kWrong, kPaper},       {kInk, kLamp}};
    for (const auto& [text, ground] : pairs) {
        INFO(std::hex << text << " on " << ground << " " << contrast(text, ground));
        CHECK(contrast(text, ground) >= 4.5);
    }
    CHECK(contrast(0xffffffff, 0xff000000) == Approx(21));
}

TEST_CASE("feet and hands are told apart by those who see colours differently") {
    // Dichromat simulation in linear RGB (Vienot, Brettel and Mollon 1999).
    const auto linear = [](int v) { return std::pow(v / 255.0, 2.2); };
    const auto seen = [&](QRgb c, bool protan) {
        const double r = linear(qRed(c)), g = linear(qGreen(c)), b = linear(qBlue(c));
        const double a = protan ? 0.11238 * r + 0.88762 * g : 0.29275 * r + 0.70725 * g;
        return std::array{a, protan ? 0.00401 * r - 0.00401 * g + b : -0.02234 * r + 0.02234 * g + b};
    };
    const QRgb trio[] = {look::kBrake, look::kPower, look::kLamp};
    for (const bool protan : {true, false})
        for (int i = 0; i < 3; ++i)
            for (int j = i + 1; j < 3; ++j) {
                const auto a = seen(trio[i], protan), b = seen(trio[j], protan);
                CHECK(std::hypot(a[0] - b[0], a[1] - b[1]) > 0.1);
            }
}

TEST_CASE("words and figures are set in the shipped type, in every weight that is asked for") {
    hl::testing::painterReady();
    for (const auto weight : {look::Weight::Plain, look::Weight::Strong, look::Weight::Heavy}) {
        CHECK(QFontInfo(look::text(20, weight)).family().startsWith(QStringLiteral("Atkinson Hyperlegible Next")));
        CHECK(QFontInfo(look::figures(20, weight)).family().startsWith(QStringLiteral("Atkinson Hyperlegible Mono")));
    }
    // Figures stand still while they count.
    const QFontMetricsF m(look::figures(44, look::Weight::Strong));
    CHECK(m.horizontalAdvance(QStringLiteral("111")) == Approx(m.horizontalAdvance(QStringLiteral("888"))));
    CHECK(m.horizontalAdvance(QStringLiteral("888")) < 106); // its room in the gauge
}
