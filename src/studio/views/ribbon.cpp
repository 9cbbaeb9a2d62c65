// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/views/ribbon.h"

#include "picture/paint_scene.h"
#include "picture/tokens.h"

#include <algorithm>
#include <cmath>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

namespace hl {
namespace {

constexpr double kSide = 24;   // px on both sides of the road
constexpr double kWidestM = 8; // half the road that fits the box

} // namespace

Ribbon::Ribbon(Desk& desk, Player& player, QWidget* parent) : QWidget(parent), desk_(desk), player_(player) {
    setObjectName(QStringLiteral("ribbon"));
    setFixedHeight(196);
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("The lap from the timing line, with its corners. Left and right choose a corner."));
    const auto fresh = [this] {
        road_ = {};
        update();
    };
    connect(&desk_, &Desk::opened, this, fresh);
    connect(&desk_, &Desk::changed, this, [this, fresh](const GuideChange& what) {
        if (what.corners || what.facts || what.scene) fresh();
    });
    connect(&desk_, &Desk::cornerChosen, this, [this] { update(); });
    connect(&player_, &Player::moved, this, [this] { update(); });
}

void Ribbon::setCompact(bool compact) {
    if (compact == compact_) return;
    compact_ = compact;
    setFixedHeight(compact ? 108 : 196);
    road_ = {};
    update();
}

double Ribbon::x(double atM) const { return kSide + atM / desk_.session().trace.lengthM * (width() - 2 * kSide); }
double Ribbon::metreAt(double px) const { return (px - kSide) / (width() - 2 * kSide) * desk_.session().trace.lengthM; }
double Ribbon::y(double lateralM) const { return top() + depth() / 2 - lateralM / kWidestM * depth() / 2; }
QPointF Ribbon::cornerAt(CornerId id) const {
    const auto& corners = desk_.guide().corners;
    const auto numbers = numbersAt();
    for (std::size_t i = 0; i < corners.size(); ++i)
        if (corners[i].id == id) return {numbers[i].x, compact_ ? 16.0 : 24.0};
    return {};
}

QPointF Ribbon::boundAt(Bound bound) const {
    const auto* c = desk_.chosen();
    return c ? QPointF(x(boundOf(*c, bound)), top() + depth() + 4) : QPointF();
}

void Ribbon::setBoundsShown(bool shown) {
    boundsShown_ = shown;
    update();
}

/// Below the road: a small handle for each bound of the chosen corner; the one that is held says where it is.
void Ribbon::paintBounds(QPainter& p) const {
    const auto* c = desk_.chosen();
    if (!boundsShown_ || !c) return;
    for (const Bound b : kBounds) {
        const bool held = drag_ && drag_->bound == b;
        const double at = held ? x(drag_->atM) : x(boundOf(*c, b)), y0 = top() + depth();
        p.setPen(QPen(QColor(held ? look::kLamp : look::kMist), held ? 2 : 1));
        p.drawLine(QPointF(at, top()), QPointF(at, y0 + 3));
        p.setBrush(QColor(held ? look::kLamp : look::kMist));
        p.drawPolygon(b == Bound::Start || b == Bound::TurnIn
                          ? QPolygonF({{at, y0 + 1}, {at, y0 + 10}, {at - 6, y0 + 10}})
                          : QPolygonF({{at, y0 + 1}, {at + 6, y0 + 10}, {at, y0 + 10}}));
        if (!held) continue;
        p.setFont(look::text(look::kSmall, look::Weight::Strong));
        const auto text = QStringLiteral("%1 %2 m").arg(boundName(b)).arg(std::lround(drag_->atM));
        const double w = p.fontMetrics().horizontalAdvance(text) + 12;
        const QRectF box(std::clamp(at - w / 2, 2.0, width() - w - 2), y0 + 12, w, 20);
        p.fillRect(box, QColor(look::kMarsh900));
        p.drawText(box, Qt::AlignCenter, text);
    }
}

std::vector<Ribbon::Gathered> Ribbon::gatheredFindings() const {
    constexpr double kApart = 15; // px; nearer ones become one lamp with their count
    std::vector<double> at;
    for (const auto* f : openFaults(desk_.session().study, desk_.guide()))
        if (std::isfinite(f->atM)) at.push_back(x(wrapped(f->atM, desk_.session().trace.lengthM)));
    std::sort(at.begin(), at.end());
    std::vector<Gathered> lamps;
    for (const double px : at)
        if (!lamps.empty() && px - lamps.back().x / lamps.back().count < kApart)
            lamps.back().x += px, ++lamps.back().count;
        else
            lamps.push_back({px, 1});
    for (auto& l : lamps) l.x /= l.count;
    return lamps;
}

/// Where the lap has a fault: a lozenge over the road, with a count where several lie together.
void Ribbon::paintFindings(QPainter& p) const {
    if (!boundsShown_) return;
    p.setFont(look::text(look::kTiny, look::Weight::Heavy));
    for (const auto& l : gatheredFindings()) {
        const QPointF at(l.x, top() - 6);
        const double r = l.count > 1 ? 9 : 6;
        p.setPen(QPen(QColor(look::kMarsh900), 1));
        p.setBrush(QColor(look::kWrongOnDark));
        p.drawPolygon(QPolygonF({at + QPointF(0, -r), at + QPointF(r, 0), at + QPointF(0, r), at + QPointF(-r, 0)}));
        if (l.count < 2) continue;
        p.setPen(QColor(look::kMarsh900));
        p.drawText(QRectF(at.x() - 12, at.y() - 9, 24, 18), Qt::AlignCenter, QString::number(l.count));
    }
}

/// Where each corner's number stands. Neighbours give way to each other to both sides, as little as they must; where
/// all the room is taken the numbers are smaller.
std::vector<Ribbon::NumberAt> Ribbon::numbersAt() const {
    const auto& corners = desk_.guide().corners;
    double size = look::kHead;
    const double room = width() - 2 * kSide;
    std::vector<NumberAt> out;
    for (; size >= look::kTiny; --size) {
        const QFontMetricsF metrics(look::text(size, look::Weight::Heavy));
        double need = 0;
        out.clear();
        for (const auto& c : corners) {
            const double w = metrics.horizontalAdvance(QString::number(c.number)) + 7;
            out.push_back({x(c.apexM), w, size});
            need += w;
        }
        if (need < 0.8 * room) break;
    }
    for (int round = 0; round < 60; ++round) { // push apart what overlaps
        bool moved = false;
        for (std::size_t i = 1; i < out.size(); ++i) {
            const double over = (out[i - 1].width + out[i].width) / 2 - (out[i].x - out[i - 1].x);
            if (over <= 0.01) continue;
            out[i - 1].x -= over / 2, out[i].x += over / 2, moved = true;
        }
        for (auto& n : out) n.x = std::clamp(n.x, n.width / 2, width() - n.width / 2);
        if (!moved) break;
    }
    return out;
}

QPixmap Ribbon::paintRoad() const {
    QPixmap out(size() * devicePixelRatioF());
    out.setDevicePixelRatio(devicePixelRatioF());
    out.fill(Qt::transparent);
    QPainter p(&out);
    p.setRenderHint(QPainter::Antialiasing);
    const auto& m = desk_.session();
    const double length = m.trace.lengthM;
    const auto edge = [&](double s, bool left) {
        return m.road ? (left ? frameAt(*m.road, s).left : -frameAt(*m.road, s).right) : (left ? 6.0 : -6.0);
    };
    QPolygonF road;
    for (double s = 0; s <= length; s += 8) road << QPointF(x(s), y(edge(s, true)));
    for (double s = length; s >= 0; s -= 8) road << QPointF(x(s), y(edge(s, false)));
    p.setPen(QPen(QColor(look::kReed), 1));
    p.setBrush(QColor(look::kRoad));
    p.drawPolygon(road);
    if (m.track)
        for (const auto& k : m.track->kerbs) {
            const double at = y(edge(k.fromM, k.left)) + (k.left ? -5 : 0);
            p.fillRect(QRectF(x(k.fromM), at, std::max(3.0, x(k.toM) - x(k.fromM)), 5), QColor(look::kKerb));
        }
    for (const auto& f : m.measured.facts) {
        if (!f.brakeOnsetM || !f.brakeReleaseM) continue;
        p.fillRect(QRectF(x(f.brakeOnsetM->value), y(4.8), x(f.brakeReleaseM->value) - x(f.brakeOnsetM->value),
                          y(-4.8) - y(4.8)),
                   brakeHatch(look::kBrake));
    }
    if (!m.trace.lateral.empty()) {
        QPolygonF line;
        for (double s = 0; s <= length; s += 6) line << QPointF(x(s), y(sampleAt(m.trace.s, m.trace.lateral, s)));
        p.setPen(QPen(QColor(look::kLamp), 2));
        p.setBrush(Qt::NoBrush);
        p.drawPolyline(line);
    }
    p.setFont(look::text(look::kTiny));
    for (double s = 0; s < length; s += 500) {
        p.setPen(QPen(QColor(look::kReed), 1));
        p.drawLine(QPointF(x(s), top() + depth() + 6), QPointF(x(s), top() + depth() + 12));
        p.drawText(QRectF(x(s) - 40 + (s == 0 ? 40 : 0), top() + depth() + 13, 80, 18),
                   s == 0 ? Qt::AlignLeft : Qt::AlignHCenter, QString::number(s) + QStringLiteral(" m"));
    }
    return out;
}

/// Numbers large, names small; a name that would run into its neighbour is left to the chosen corner.
void Ribbon::paintNames(QPainter& p) const {
    const auto& corners = desk_.guide().corners;
    const auto numbers = numbersAt();
    const bool names = !compact_ && desk_.guide().scene.cornerLabels != CornerLabels::Numbers;
    const QFont tiny = look::text(look::kTiny);
    const auto nameAt = [&](std::size_t i) {
        const double half = QFontMetricsF(tiny).horizontalAdvance(QString::fromStdString(corners[i].name)) / 2;
        const double cx = std::clamp(x(corners[i].apexM), half + 8, width() - half - 8);
        return QRectF(cx - half - 2, 38, 2 * half + 4, 20);
    };
    QRectF chosen; // it always has its name, the others give way to it
    for (std::size_t i = 0; i < corners.size(); ++i)
        if (corners[i].id == desk_.corner()) chosen = nameAt(i);
    double taken = -1e9;
    for (std::size_t i = 0; i < corners.size(); ++i) {
        const auto& c = corners[i];
        const bool here = c.id == desk_.corner();
        const double cx = x(c.apexM);
        p.setPen(QPen(QColor(here ? look::kLamp : look::kMarsh600), 1));
        if (!compact_) p.drawLine(QPointF(cx, 62), QPointF(cx, top() - 8)); // leans when the number gave way
        const auto& n = numbers[i];
        if (std::abs(n.x - cx) > 3) p.drawLine(QPointF(n.x, compact_ ? 28 : 36), QPointF(cx, compact_ ? 32 : 62));
        p.setFont(look::text(n.size, look::Weight::Heavy));
        p.setPen(QColor(here ? look::kLamp : look::kMist));
        p.drawText(QRectF(n.x - n.width, compact_ ? 4 : 12, 2 * n.width, 26), Qt::AlignCenter,
                   QString::number(c.number));
        if (!names || c.name.empty()) continue;
        const auto box = nameAt(i);
        const bool giveWay =
            box.left() < taken + 6 || (!chosen.isNull() && box.adjusted(-6, 0, 6, 0).intersects(chosen));
        if (!here && giveWay) continue;
        p.setFont(tiny);
        p.setPen(QColor(here ? look::kLamp : look::kReed));
        p.drawText(box, Qt::AlignCenter, QString::fromStdString(c.name));
        taken = box.right();
    }
}

void Ribbon::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.fillRect(rect(), QColor(look::kMarsh800));
    if (!desk_.isOpen()) return;
    if (const auto* c = desk_.chosen())
        p.fillRect(QRectF(x(c->startM), 0, x(c->endM) - x(c->startM), height()), QColor(look::kMarsh700));
    if (road_.isNull()) road_ = paintRoad();
    p.drawPixmap(0, 0, road_);
    paintNames(p);
    paintFindings(p);
    paintBounds(p);
    paintMarks(p);
    const double now = std::clamp(x(player_.metre()), kSide, width() - kSide);
    p.setPen(QPen(QColor(look::kMist), 2));
    p.drawLine(QPointF(now, top() - 10), QPointF(now, top() + depth() + 10));
    if (hasFocus()) {
        p.setPen(QPen(QColor(look::kLamp), 1, Qt::DotLine));
        p.drawRect(rect().adjusted(1, 1, -2, -2));
    }
}

void Ribbon::setMarksShown(bool shown) {
    marksShown_ = shown;
    update();
}

QPointF Ribbon::markAt(MarkerId mark) const {
    for (const auto& s : markSpots(desk_))
        if (s.mark == mark) return {x(s.atM), y(s.leftM)};
    return {};
}

void Ribbon::paintMarks(QPainter& p) const {
    if (!marksShown_) return;
    for (auto s : markSpots(desk_)) {
        const bool held = hold_ && hold_->from.mark == s.mark;
        if (held) s = hold_->now;
        paintMarkSpot(p, {x(s.atM), y(s.leftM)}, held);
    }
}

void Ribbon::mousePressEvent(QMouseEvent* e) {
    if (!desk_.isOpen()) return;
    const double at = metreAt(e->position().x());
    if (marksShown_)
        if (const auto s =
                spotUnder(desk_, e->position(), [this](const MarkSpot& m) { return QPointF(x(m.atM), y(m.leftM)); })) {
            hold_ = MarkHold{*s, *s};
            return update();
        }
    if (boundsShown_ && e->position().y() > top() + depth() - 2)
        for (const Bound b : kBounds)
            if (const auto h = boundAt(b); std::abs(h.x() - e->position().x()) < 7) {
                drag_ = BoundDrag{desk_.corner(), b, boundOf(*desk_.chosen(), b)};
                player_.seekMetre(drag_->atM);
                return update();
            }
    if (e->position().y() < top() - 8) { // on the names: the nearest corner
        auto nearest = desk_.corner();
        double best = 1e9;
        const auto numbers = numbersAt();
        for (std::size_t i = 0; i < numbers.size(); ++i)
            if (const double off = std::abs(numbers[i].x - e->position().x()); off < best)
                best = off, nearest = desk_.guide().corners[i].id;
        desk_.choose(nearest);
        return;
    }
    for (const auto& c : desk_.guide().corners)
        if (at >= c.startM && at < c.endM) desk_.choose(c.id);
    player_.seekMetre(at);
}

void Ribbon::mouseReleaseEvent(QMouseEvent*) {
    if (const auto held = std::exchange(hold_, std::nullopt)) {
        letGo(desk_, *held);
        return update();
    }
    if (!drag_) return;
    const auto done = *drag_;
    drag_.reset();
    if (const auto* c = desk_.chosen(); c && boundOf(*c, done.bound) != done.atM) letGo(desk_, done);
    update();
}

void Ribbon::mouseMoveEvent(QMouseEvent* e) {
    if (hold_) {
        hold_->now.atM = metreAt(e->position().x());
        player_.seekMetre(hold_->now.atM - 30); // it is seen from before it
        return update();
    }
    if (drag_) {
        const double at = metreAt(e->position().x()), perPixel = desk_.session().trace.lengthM / (width() - 2 * kSide);
        drag_->atM = e->modifiers() & Qt::AltModifier ? at : snapped(desk_, drag_->corner, at, 5 * perPixel);
        player_.seekMetre(drag_->atM);
        return update();
    }
    if (desk_.isOpen() && e->buttons() && e->position().y() >= top() - 8) player_.seekMetre(metreAt(e->position().x()));
}

void Ribbon::keyPressEvent(QKeyEvent* e) {
    if (e->key() == Qt::Key_Left)
        desk_.chooseNeighbour(-1);
    else if (e->key() == Qt::Key_Right)
        desk_.chooseNeighbour(1);
    else
        QWidget::keyPressEvent(e);
}

} // namespace hl
