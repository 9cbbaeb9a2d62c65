// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/plan_picture.h"

#include "core/guide/edition.h"

#include "core/cut/compose.h"
#include "core/mark/advised_line.h"

#include <algorithm>

namespace hl {
namespace {

constexpr double kBeforeM = 70, kAfterM = 30; // of a corner's bounds
constexpr double kLeastPxPerM = 1.2;          // of a full picture; smaller it says nothing
constexpr double kGlideM = 170;               // to each side of the car where the camera glides
constexpr double kStepM = 3;

struct Turn {
    double c, s;
    explicit Turn(double by) : c(std::cos(by)), s(std::sin(by)) {}
    Vec2 operator()(Vec2 v) const { return {v.x * c - v.y * s, v.x * s + v.y * c}; }
};

Vec2 turned(Vec2 v, double by) { return Turn(by)(v); }

Vec2 centreLine(const Track& road, double atM) {
    const auto f = frameAt(road, atM);
    return {f.x, f.y};
}

struct Bounds {
    Vec2 low{1e12, 1e12}, high{-1e12, -1e12};
    void add(Vec2 p) {
        low = {std::min(low.x, p.x), std::min(low.y, p.y)}, high = {std::max(high.x, p.x), std::max(high.y, p.y)};
    }
};

/// The largest drawing of a stretch that fits; of turns that are as large, the one that is driven upwards or
/// rightwards.
PlanFraming fittedOver(const Track& road, double fromM, double toM, const LabelBox& box) {
    constexpr double kRoom = 14; // m around
    std::vector<Vec2> line;
    for (double s = fromM; s <= toM; s += 10) line.push_back(centreLine(road, s));
    PlanFraming best;
    best.box = box, best.pxPerM = 0;
    for (int i = 0; i < 36; ++i) {
        const double turn = rad(10.0 * i);
        const Turn turned(turn);
        Bounds b;
        for (const auto& p : line) b.add(turned(p));
        const double scale =
            std::min(box.width / (b.high.x - b.low.x + 2 * kRoom), box.height / (b.high.y - b.low.y + 2 * kRoom));
        const Vec2 first = turned(line.front()), last = turned(line.back());
        const double likes = scale * (last.y - first.y >= 0 && last.x - first.x >= 0 ? 1.1 : 1);
        if (likes <= best.pxPerM) continue;
        best.pxPerM = likes, best.turnRad = turn;
        best.centreM = Turn(-turn)({(b.low.x + b.high.x) / 2, (b.low.y + b.high.y) / 2});
    }
    Bounds b;
    for (const auto& p : line) b.add(turned(p, best.turnRad));
    best.pxPerM = std::min(box.width / (b.high.x - b.low.x + 2 * kRoom), box.height / (b.high.y - b.low.y + 2 * kRoom));
    return best;
}

/// The mean of the road around a place: it goes where the car goes, and never jerks.
Vec2 glidingOver(const Track& road, double nowM, double aroundM = kGlideM) {
    Vec2 sum;
    int n = 0;
    for (double d = -aroundM; d <= aroundM; d += aroundM / 17, ++n) {
        const auto p = centreLine(road, nowM + d);
        sum = {sum.x + p.x, sum.y + p.y};
    }
    return {sum.x / n, sum.y / n};
}

/// Where a lap's car was at a time, and how its nose stood to its way.
PlanCar carAt(const LapTrace& t, double time, const PlanFraming& f) {
    PlanCar car;
    const Vec2 here{sampleAt(t.t, t.x, time), sampleAt(t.t, t.y, time)};
    constexpr double kSpanS = 0.15;
    const Vec2 next{sampleAt(t.t, t.x, time + kSpanS), sampleAt(t.t, t.y, time + kSpanS)},
        last{sampleAt(t.t, t.x, time - kSpanS), sampleAt(t.t, t.y, time - kSpanS)};
    const double way = std::atan2(next.y - last.y, next.x - last.x);
    constexpr double kMostSlip = 0.6; // rad; more is a heading that is not to be trusted
    const double heading = t.heading.empty() ? way : sampleAt(t.t, t.heading, time);
    car.at = f.at(here), car.slipRad = angleDifference(heading, way);
    if (std::abs(car.slipRad) > kMostSlip) car.slipRad = 0;
    car.headingRad = way + car.slipRad + f.turnRad;
    return car;
}

/// When another lap is to be shown: at the same metre, or after as long a time since the stretch began.
double timeInOther(const Stage& st, const LapTrace& other, double time, double sinceM) {
    if (st.guide.showings.over.by == Equal::Distance)
        return seconds(timeAt(other, placeAt(st.trace, at<LogTime>(time))));
    return seconds(timeAt(other, sinceM)) + time - seconds(timeAt(st.trace, sinceM));
}

struct Stretch {
    double from, to;
};

/// The metres of road that can be seen in the box.
Stretch seen(const GuideCorner* corner, double nowM, const PlanFraming& f, const LabelBox& box) {
    const double reach = std::hypot(box.width, box.height) / 2 / f.pxPerM;
    if (box.width < kFrameWidth) return {nowM - reach, nowM + reach}; // the car is in its middle
    if (!corner) return {nowM - reach - kGlideM, nowM + reach + kGlideM};
    return {corner->startM - kBeforeM - reach, corner->endM + kAfterM + reach};
}

void addRoad(PlanPicture& out, const Stage& st, const PlanFraming& f, Stretch s) {
    const auto& road = *st.road;
    const auto beside = [&](double atM, double left) {
        const auto p = onRoad(road, atM, left, 0);
        return f.at({p.x, p.y});
    };
    for (double m = s.from; m <= s.to; m += kStepM) {
        const auto frame = frameAt(road, m);
        out.left.push_back(beside(m, frame.left)), out.right.push_back(beside(m, -frame.right));
    }
    for (const auto& k : road.kerbs) {
        constexpr double kWidthM = 1.2;
        const double length = k.toM - k.fromM, from = s.from + wrapped(k.fromM - s.from, road.lengthM);
        if (from > s.to) continue;
        std::vector<Vec2> kerb, outer;
        for (double d = 0; d <= length; d += kStepM) {
            const auto frame = frameAt(road, from + d);
            kerb.push_back(beside(from + d, k.left ? frame.left : -frame.right));
            outer.push_back(beside(from + d, k.left ? frame.left + kWidthM : -frame.right - kWidthM));
        }
        kerb.insert(kerb.end(), outer.rbegin(), outer.rend());
        if (kerb.size() > 3) out.kerbs.push_back(std::move(kerb));
    }
    if (road.edgesAssumed) out.roadAssumed = true;
}

std::vector<Vec2> lineOf(const LapTrace& t, const PlanFraming& f, Stretch s) {
    std::vector<Vec2> line;
    for (double m = std::max(s.from, t.s.front()); m <= std::min(s.to, t.s.back()); m += kStepM) {
        const double when = seconds(timeAt(t, m));
        line.push_back(f.at({sampleAt(t.t, t.x, when), sampleAt(t.t, t.y, when)}));
    }
    return line;
}

void addDriven(PlanPicture& out, const Stage& st, const PlanFraming& f, Stretch s) {
    const auto& t = st.trace;
    out.driven = lineOf(t, f, s);
    const double from = std::max(s.from, t.s.front());
    for (std::size_t i = 0; i < out.driven.size(); ++i) {
        const double m = from + kStepM * num(i);
        out.brake.push_back(t.brake.empty() ? 0 : sampleAt(t.s, t.brake, m));
        out.power.push_back(t.throttle.empty() ? 0 : sampleAt(t.s, t.throttle, m));
    }
}

/// The lines that the guide's marks advise; as they lie on the road.
void addAdvised(PlanPicture& out, const Stage& st, const GuideCorner& c, const PlanFraming& f) {
    if (st.trace.lateral.empty()) return;
    for (const auto& m : c.markers) {
        const auto* road = std::get_if<OnRoad>(&m.at);
        if (m.kind != kRoadLineMark.key || m.way != "advised" || !road || road->toM <= road->atM ||
            !belongs(m.only, st.guide))
            continue;
        std::vector<Vec2> line;
        for (double s = road->atM; s <= road->toM; s += kStepM) {
            const auto p = onRoad(*st.road, s, sampleAt(st.trace.s, st.trace.lateral, s) + advisedAside(*road, s), 0);
            line.push_back(f.at({p.x, p.y}));
        }
        out.advised.push_back(std::move(line));
    }
}

Vec2 outwardAt(const Stage& st, const PlanFraming& f, double atM, bool onLeft) {
    const auto from = onRoad(*st.road, atM, 0, 0), to = onRoad(*st.road, atM, onLeft ? 1 : -1, 0);
    const auto a = f.at({from.x, from.y}), b = f.at({to.x, to.y});
    const double length = std::max(1e-9, std::hypot(b.x - a.x, b.y - a.y));
    return {(b.x - a.x) / length, (b.y - a.y) / length};
}

/// The nearest of what can be looked for, each once.
void addReferences(PlanPicture& out, const Stage& st, const PlanFraming& f, Stretch s) {
    constexpr std::size_t kMost = 8;
    for (const auto& r : st.guide.references) {
        const double m = s.from + wrapped(r.atM - s.from, st.road->lengthM);
        if (m > s.to || out.references.size() == kMost) continue;
        const auto p = onRoad(*st.road, m, r.lateralM, 0);
        const auto px = f.at({p.x, p.y});
        if (px.x > out.box.x + 20 && px.x < out.box.x + out.box.width - 20 && px.y > out.box.y + 20 &&
            px.y < out.box.y + out.box.height - 20)
            out.references.push_back({px, r.label, outwardAt(st, f, m, r.lateralM > 0)});
    }
}

} // namespace

Vec2 PlanFraming::at(Vec2 plane) const {
    const auto v = turned({plane.x - centreM.x, plane.y - centreM.y}, turnRad);
    return {box.x + box.width / 2 + v.x * pxPerM, box.y + box.height / 2 - v.y * pxPerM};
}

PlanFraming planFraming(const Stage& st, const GuideCorner* corner, double nowM, const LabelBox& box) {
    const auto& road = *st.road;
    const double least = kLeastPxPerM * box.width / kFrameWidth;
    if (corner) {
        auto f = fittedOver(road, corner->startM - kBeforeM, corner->endM + kAfterM, box);
        if (f.pxPerM >= least) return f;
        // What is larger than the picture is gone along, near enough to see where the car is.
        constexpr double kNearM = 90;
        f.pxPerM = least, f.centreM = glidingOver(road, std::clamp(nowM, corner->startM, corner->endM), kNearM);
        return f;
    }
    PlanFraming f;
    f.box = box, f.centreM = glidingOver(road, nowM);
    f.pxPerM = std::min(box.width, box.height) / (2 * kGlideM);
    return f;
}

PlanFraming insetFraming(const Stage& st, const GuideCorner* corner, double nowM, const LabelBox& box) {
    constexpr double kHighM = 150, kAroundM = 45; // m of the box's height; the car stays in it
    PlanFraming f;
    if (corner) f = fittedOver(*st.road, corner->startM - kBeforeM, corner->endM + kAfterM, box);
    f.box = box, f.pxPerM = box.height / kHighM, f.centreM = glidingOver(*st.road, nowM + kAroundM / 3, kAroundM);
    return f;
}

PlanPicture planPicture(const Stage& st, const GuideCorner* corner, LogTime t, const PlanFraming& f,
                        const LabelBox& box) {
    PlanPicture out;
    if (!st.road || st.trace.x.empty()) return out;
    const double nowM = placeAt(st.trace, t);
    const auto s = seen(corner, nowM, f, box);
    out.box = box, out.pxPerM = f.pxPerM;
    addRoad(out, st, f, s);
    addDriven(out, st, f, s);
    if (corner) addAdvised(out, st, *corner, f);
    addReferences(out, st, f, s);
    out.cars.push_back(carAt(st.trace, seconds(t), f));
    if (st.over && !st.over->x.empty()) {
        out.over = lineOf(*st.over, f, s);
        const double sinceM = corner ? corner->startM - kBeforeM : 0;
        out.cars.push_back(carAt(*st.over, timeInOther(st, *st.over, seconds(t), sinceM), f));
        out.overName = st.overName;
    }
    return out;
}

} // namespace hl
