// SPDX-License-Identifier: GPL-3.0-or-later
// Marks and labels are legible on whatever the film shows, also to eyes that tell fewer colours apart.
#include "picture/paint_scene.h"
#include "picture/tokens.h"
#include "support/gui_app.h"

#include <algorithm>
#include <array>
#include <catch2/catch.hpp>
#include <QImage>
#include <QPainter>

using namespace hl;

namespace {

using Matrix = std::array<double, 9>;

/// Machado, Oliveira and Fernandes 2009, severity 1: as seen with red-, green- and blue-weak eyes; the first is none.
constexpr Matrix kEyes[] = {
    {1, 0, 0, 0, 1, 0, 0, 0, 1},
    {0.152286, 1.052583, -0.204868, 0.114503, 0.786281, 0.099216, -0.003882, -0.048116, 1.051998},
    {0.367322, 0.860646, -0.227968, 0.280085, 0.672501, 0.047413, -0.011820, 0.042940, 0.968881},
    {1.255528, -0.076749, -0.178779, -0.078411, 0.930809, 0.147602, 0.004733, 0.691367, 0.303900}};

QRgb seenBy(const Matrix& m, QRgb c) {
    const double in[3] = {double(qRed(c)), double(qGreen(c)), double(qBlue(c))};
    int out[3];
    for (std::size_t r = 0; r < 3; ++r)
        out[r] = std::clamp(int(m[3 * r] * in[0] + m[3 * r + 1] * in[1] + m[3 * r + 2] * in[2] + 0.5), 0, 255);
    return qRgb(out[0], out[1], out[2]);
}

SceneAt sceneWith(const MarkKind& kind, bool label) {
    SceneAt s;
    s.panels = false;
    MarkOnScreen m;
    m.kind = &kind, m.sizePx = 40, m.label = kind.wordless ? (&kind == &kGearKeystoneMark ? "4>3" : "") : "words";
    if (!label && !kind.wordless) m.label.clear();
    m.points = {{500, 400}, {500, 300}, {760, 300}, {760, 400}};
    m.second = 2;
    s.marks.push_back(m);
    return s;
}

/// The contrast between the lightest and the darkest of what was painted.
double contrastOf(const SceneAt& scene, QRgb ground, const Matrix& eye) {
    QImage image(1280, 720, QImage::Format_RGB32);
    image.fill(ground);
    {
        QPainter p(&image);
        paintScene(p, scene);
    }
    QRgb light = 0xff000000, dark = 0xffffffff;
    const auto lum = [](QRgb c) { return look::contrast(c, qRgb(0, 0, 0)); };
    for (int y = 0; y < 720; ++y) {
        const auto* line = reinterpret_cast<const QRgb*>(image.constScanLine(y));
        for (int x = 0; x < 1280; ++x) {
            if (line[x] == ground) continue;
            const auto c = seenBy(eye, line[x]);
            if (lum(c) > lum(light)) light = c;
            if (lum(c) < lum(dark)) dark = c;
        }
    }
    return look::contrast(light, dark);
}

} // namespace

TEST_CASE("every mark stands out from its own rim by three to one, on any ground, for any eye") {
    hl::testing::painterReady();
    for (const auto* kind : markKinds())
        for (const QRgb ground : {0xff000000u, 0xff2a2c30u, 0xff626468u, 0xff8ca05au, 0xffb4c8e0u, 0xffffffffu})
            for (const auto& eye : kEyes) {
                INFO(kind->key << " on " << std::hex << ground);
                CHECK(contrastOf(sceneWith(*kind, false), ground, eye) >= 3);
            }
}

TEST_CASE("words beside marks have a contrast of four and a half to one") {
    hl::testing::painterReady();
    for (const auto* kind : markKinds()) {
        if (kind->wordless) continue;
        for (const QRgb ground : {0xff000000u, 0xff626468u, 0xffffffffu})
            for (const auto& eye : kEyes) CHECK(contrastOf(sceneWith(*kind, true), ground, eye) >= 4.5);
    }
}
