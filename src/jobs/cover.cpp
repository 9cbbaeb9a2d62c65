// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/cover.h"

#include "core/cut/key_corners.h"
#include "core/units/figures.h"
#include "picture/paint_scene.h"

#include <QBuffer>

namespace hl {
namespace {

constexpr int kWidth = 1280, kHeight = 720;

/// Where it was taken by hand; else a little before it is turned in: the corner and its references are seen, and the
/// car is still straight.
double placeOf(const Guide& g, const RoadClock& clock) {
    constexpr double kBeforeM = 25;
    if (g.coverM) return *g.coverM;
    const auto keys = keyCorners(g, clock);
    const auto* c = keys.empty() ? nullptr : cornerWith(g, keys.front());
    return c ? c->turnInM - kBeforeM : 0;
}

SceneAt titleOver(const Guide& g, const Session& s) {
    SceneAt scene;
    scene.card = true;
    scene.cardTitle = g.scene.title.empty() ? g.scene.track : g.scene.title;
    for (const auto& part : {g.scene.car, g.scene.series, "lap " + lapTimeText(s.trace.lap.time.count())})
        if (!part.empty()) scene.cardText += (scene.cardText.empty() ? "" : " \u00b7 ") + part;
    return scene;
}

} // namespace

QImage coverPicture(const Guide& g, const Session& s) {
    auto reader = VideoReader::open(s.video);
    if (!reader) return {};
    const auto clock = clockOf(g, s);
    auto frame = reader->frameAt(clock.footage(placeOf(g, clock)));
    if (!frame) frame = reader->frameAt({}); // the film ends before it
    if (!frame) return {};
    const auto film = letterboxed(*frame, kWidth, kHeight);
    const auto pixels = toBgra(film, kWidth, kHeight);
    auto picture = QImage(pixels.data(), kWidth, kHeight, kWidth * 4, QImage::Format_RGB32).copy();
    QPainter p(&picture);
    paintScene(p, titleOver(g, s));
    return picture;
}

QByteArray jpegOf(const QImage& picture) {
    QByteArray bytes;
    QBuffer into(&bytes);
    if (picture.isNull() || !picture.save(&into, "JPEG", 88)) return {};
    return bytes;
}

} // namespace hl
