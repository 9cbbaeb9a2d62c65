// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/markers/picture_hand.h"

#include "core/guide/marker_edits.h"
#include "picture/tokens.h"

#include <algorithm>

namespace hl {
namespace {

constexpr double kNearPx = 22;

double farFrom(const MarkOnScreen& m, Vec2 p) {
    double best = 1e9;
    for (std::size_t i = 0; i < m.points.size(); ++i) {
        const auto& a = m.points[i];
        best = std::min(best, std::hypot(a.x - p.x, a.y - p.y));
        if (i + 1 >= m.points.size()) break;
        const auto& b = m.points[i + 1];
        const double ex = b.x - a.x, ey = b.y - a.y, e2 = ex * ex + ey * ey;
        const double f = e2 > 0 ? std::clamp(((p.x - a.x) * ex + (p.y - a.y) * ey) / e2, 0.0, 1.0) : 0;
        best = std::min(best, std::hypot(a.x + f * ex - p.x, a.y + f * ey - p.y));
    }
    return m.points.size() == 1 ? std::max(0.0, best - m.sizePx) : best;
}

void cross(QPainter& p, Vec2 at, double size, QRgb colour, double width) {
    for (const auto& [rgb, w] : {std::pair(look::kMarsh900, width + 2.5), std::pair(colour, width)}) {
        p.setPen(QPen(QColor(rgb), w));
        p.drawLine(QPointF(at.x - size, at.y), QPointF(at.x + size, at.y));
        p.drawLine(QPointF(at.x, at.y - size), QPointF(at.x, at.y + size));
    }
}

/// Words on dark beside a place.
void tell(QPainter& p, Vec2 at, const QString& words, double scale, QRgb colour) {
    p.setFont(look::text(look::kSmall / scale, look::Weight::Strong));
    const QFontMetricsF metrics(p.font());
    QRectF box(at.x + 12 / scale, at.y - 30 / scale, metrics.horizontalAdvance(words) + 14 / scale, 24 / scale);
    if (box.right() > kFrameWidth) box.moveRight(at.x - 12 / scale);
    p.setPen(Qt::NoPen);
    p.setBrush(QColor(18, 35, 31, 230));
    p.drawRoundedRect(box, look::kRadiusPicture / scale, look::kRadiusPicture / scale);
    p.setPen(QColor(colour));
    p.drawText(box, Qt::AlignCenter, words);
}

} // namespace

PictureHand::PictureHand(Desk& desk, Player& player, QObject* parent) : QObject(parent), desk_(desk), player_(player) {}

void PictureHand::arm(const MarkKind* kind) {
    armed_ = kind, zoneArmed_ = false;
    if (kind) setPinning(false);
    emit looked();
}

void PictureHand::armZone() {
    setPinning(false);
    armed_ = nullptr, zoneArmed_ = true;
    zoneFrom_.reset(), zoneTo_.reset();
    emit looked();
}

void PictureHand::setPinning(bool on) {
    pinning_ = on;
    if (on) armed_ = nullptr;
    skip_ = 0;
    wishAgain();
}

MarkerId PictureHand::markAt(Vec2 px) const {
    MarkerId best;
    double least = kNearPx;
    for (const auto& m : player_.scene().marks)
        if (const double d = farFrom(m, px); d < least) least = d, best = m.id;
    return best;
}

/// On a known thing where one is near the click; a ring else on what is seen there; the others on the road.
std::optional<Anchor> PictureHand::anchorFor(const MarkKind& kind, Vec2 px) const {
    const auto stage = player_.stage();
    const auto when = player_.shown();
    if (kind.onThing) {
        constexpr double kOnItPx = 34;
        for (const auto& r : desk_.guide().references)
            if (const auto at = frameOf(stage, *roadPlace(desk_.guide(), OnReference{r.id, 0}), when))
                if (std::hypot(at->x - px.x, at->y - px.y) < kOnItPx) return OnReference{r.id, 0};
        const auto film = stage.filmSize.film(px);
        return InFilm{desk_.guide().sources.film().id, when, film.x, film.y};
    }
    const auto place = roadPlaceAt(stage, px, when);
    if (!place) return std::nullopt;
    constexpr double kUsualM = 25; // of a kind that goes from a place to another
    return OnRoad{place->atM, place->atM + (kind.stretch ? kUsualM : 0), place->lateralM, 0};
}

void PictureHand::press(Vec2 px) {
    if (!desk_.isOpen()) return;
    if (pinning_) return pin(px);
    if (zoneArmed_) {
        if (zoneFrom_ && !zoneTo_) return; // its second corner, by the cross
        zoneFrom_ = px;
        return;
    }
    if (armed_) {
        const auto at = anchorFor(*armed_, px);
        if (!at) return emit nothingThere(tr("There is no road at that place of the picture."));
        const auto* kind = std::exchange(armed_, nullptr);
        return emit placeClicked(kind, *at);
    }
    const auto mark = markAt(px);
    emit markChosen(mark);
    const auto from = roadPlaceAt(player_.stage(), px, player_.shown());
    if (mark && from) drag_ = Drag{mark, *from, px, px, false};
}

void PictureHand::drag(Vec2 px) {
    if (zoneArmed_) zoneTo_ = px;
    if (!drag_) return;
    constexpr double kStartsPx = 6;
    drag_->nowPx = px;
    drag_->moved |= std::hypot(px.x - drag_->fromPx.x, px.y - drag_->fromPx.y) > kStartsPx;
}

void PictureHand::release(Vec2 px) {
    constexpr double kLeastPx = 8;
    if (zoneArmed_ && zoneFrom_) {
        const double w = std::abs(px.x - zoneFrom_->x), h = std::abs(px.y - zoneFrom_->y);
        if (w < kLeastPx || h < kLeastPx) return emit looked(); // a click: the first corner; the second follows
        const auto size = player_.stage().filmSize;
        const auto low = size.film({std::min(px.x, zoneFrom_->x), std::min(px.y, zoneFrom_->y)});
        zoneArmed_ = false, zoneFrom_.reset(), zoneTo_.reset();
        return emit zoneDrawn({low.x, low.y, w / size.scale(), h / size.scale(), {}});
    }
    const auto d = std::exchange(drag_, std::nullopt);
    if (!d || !d->moved) return;
    const auto to = roadPlaceAt(player_.stage(), px, player_.shown());
    if (!to) return emit nothingThere(tr("There is no road at that place of the picture."));
    emit markDragged(d->mark, to->atM - d->from.atM, to->lateralM - d->from.lateralM);
}

void PictureHand::pin(Vec2 px) {
    if (!wish_) return emit nothingThere(tr("No feature of the road is in sight here: go on in the film."));
    const auto film = player_.stage().filmSize.film(px);
    emit pinClicked({player_.shown(), film.x, film.y, wish_->place});
}

void PictureHand::wishAgain() {
    wish_.reset();
    if (pinning_ && desk_.isOpen()) {
        const auto stage = player_.stage();
        if (const auto pose = poseAt(stage, player_.shown())) {
            auto inSight = pinsInSight(*pose, *stage.road, player_.metre());
            std::vector<Vec2> clicked;
            for (const auto& p : desk_.guide().sources.film().pins) {
                clicked.push_back(stage.filmSize.frame({p.xPx, p.yPx}));
                std::erase_if(inSight, [&](const PinWish& w) {
                    return w.place == p.place && std::abs((p.when - player_.shown()).count()) < 0.5;
                });
            }
            for (std::size_t i = 0; i <= skip_ && !inSight.empty(); ++i) {
                wish_ = nextPin(inSight, clicked);
                clicked.push_back(wish_->framePx);
                std::erase_if(inSight, [&](const PinWish& w) { return w.place == wish_->place; });
            }
        }
    }
    emit looked();
}

void PictureHand::nextWish() {
    ++skip_;
    wishAgain();
    if (wish_) return;
    skip_ = 0;
    wishAgain();
}

void PictureHand::moveCross(double dx, double dy) {
    auto at = cross_.value_or(wish_ ? wish_->framePx : Vec2{kFrameWidth / 2, kFrameHeight / 2});
    cross_ = Vec2{std::clamp(at.x + dx, 0.0, kFrameWidth), std::clamp(at.y + dy, 0.0, kFrameHeight)};
    emit looked();
}

void PictureHand::clickAtCross() {
    const auto at = std::exchange(cross_, std::nullopt);
    if (!at) return;
    press(*at);
    release(*at);
}

/// The road's edges as the camera has them: one sees whether it fits.
void PictureHand::paintEdges(QPainter& p, double scale) {
    const auto stage = player_.stage();
    const auto pose = poseAt(stage, player_.shown());
    if (!pose) return;
    for (const double side : {1.0, -1.0}) {
        QPolygonF line;
        for (double d = 4; d < 120; d += d < 30 ? 1 : 4) {
            const auto f = frameAt(*stage.road, player_.metre() + d);
            const auto at = project(*pose, onRoad(*stage.road, player_.metre() + d, side > 0 ? f.left : -f.right, 0));
            if (at) line << QPointF(at->x, at->y);
        }
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(QColor(18, 35, 31, 190), 3.5 / scale));
        p.drawPolyline(line);
        p.setPen(QPen(QColor(look::kLamp), 1.4 / scale, Qt::DotLine));
        p.drawPolyline(line);
    }
}

void PictureHand::paintPins(QPainter& p, double scale) {
    const auto stage = player_.stage();
    const auto& pins = desk_.guide().sources.film().pins;
    for (std::size_t i = 0; i < pins.size(); ++i) {
        if (std::abs((pins[i].when - player_.shown()).count()) > 0.04) continue;
        const auto at = stage.filmSize.frame({pins[i].xPx, pins[i].yPx});
        cross(p, at, 8 / scale, look::kMist, 2 / scale);
        const auto words =
            i < residualsPx_.size()
                ? tr("%1 m, off by %2 px").arg(std::lround(pins[i].place.atM)).arg(residualsPx_[i], 0, 'f', 1)
                : tr("%1 m").arg(std::lround(pins[i].place.atM));
        tell(p, at, words, scale, look::kMist);
    }
    if (!wish_) return;
    p.setBrush(Qt::NoBrush);
    for (const auto& [rgb, w] : {std::pair(look::kMarsh900, 4.0), std::pair(look::kLamp, 2.0)}) {
        p.setPen(QPen(QColor(rgb), w / scale, Qt::DashLine));
        p.drawEllipse(QPointF(wish_->framePx.x, wish_->framePx.y), 13 / scale, 13 / scale);
    }
    tell(p, wish_->framePx, tr("click: %1").arg(QString::fromStdString(wish_->name)), scale, look::kLamp);
}

void PictureHand::paintChosen(QPainter& p, double scale) {
    for (const auto& m : player_.scene().marks) {
        if (m.id != chosen_) continue;
        QRectF box;
        for (const auto& v : m.points) box |= QRectF(v.x - 1, v.y - 1, 2, 2);
        const double room = m.points.size() == 1 ? m.sizePx + 8 / scale : 8 / scale;
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(QColor(look::kLamp), 1.5 / scale, Qt::DotLine));
        p.drawRect(box.adjusted(-room, -room, room, room));
    }
}

/// What is kept clear, while one works on it.
void PictureHand::paintZones(QPainter& p, double scale) {
    p.setBrush(Qt::NoBrush);
    const auto box = [&](const QRectF& r) {
        p.setPen(QPen(QColor(look::kMarsh900), 4 / scale));
        p.drawRect(r);
        p.setPen(QPen(QColor(look::kLamp), 2 / scale, Qt::DashLine));
        p.drawRect(r);
    };
    for (const auto& z : zonesInFrame(desk_.guide().sources.film(), player_.stage().filmSize))
        box({z.x, z.y, z.width, z.height});
    if (zoneFrom_ && zoneTo_)
        box(QRectF(QPointF(zoneFrom_->x, zoneFrom_->y), QPointF(zoneTo_->x, zoneTo_->y)).normalized());
    else if (zoneFrom_)
        cross(p, *zoneFrom_, 10 / scale, look::kLamp, 2 / scale);
}

void PictureHand::paint(QPainter& p, double scale) {
    if (!desk_.isOpen()) return;
    if (zoneArmed_) paintZones(p, scale);
    if (pinning_) paintEdges(p, scale), paintPins(p, scale);
    if (chosen_ && !pinning_) paintChosen(p, scale);
    if (drag_ && drag_->moved) {
        cross(p, drag_->nowPx, 10 / scale, look::kLamp, 2 / scale);
        if (const auto to = roadPlaceAt(player_.stage(), drag_->nowPx, player_.shown()))
            tell(p, drag_->nowPx, tr("%1 m").arg(std::lround(to->atM)), scale, look::kLamp);
    }
    if (cross_) cross(p, *cross_, 14 / scale, look::kLamp, 2 / scale);
}

} // namespace hl
