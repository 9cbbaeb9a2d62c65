// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/compose.h"

#include "core/words/captions.h"

#include <algorithm>

namespace hl {
namespace {

constexpr double kMarkFarM = 130; // markers further ahead are specks
constexpr double kPostHeightM = 1.6;
constexpr double kStripBackM = 110, kStripAheadM = 190;
constexpr std::size_t kMostLabels = 2;

bool inFrame(Vec2 p) { return p.x > -200 && p.x < kFrameWidth + 200 && p.y > -200 && p.y < kFrameHeight + 200; }

struct Projector {
    const CameraPose& pose;
    const Track& road;
    std::optional<Vec2> operator()(double atM, double lateral, double height) const {
        const auto p = project(pose, onRoad(road, atM, lateral, height));
        return p && inFrame(*p) ? p : std::nullopt;
    }
};

/// Two posts with their feet on the edges, or a gate: left foot, left top, right top, right foot.
bool placePosts(const Projector& at, const Marker& m, double height, MarkOnScreen& out) {
    const auto road = frameAt(at.road, m.atM);
    const double left = road.left + 0.4, right = -road.right - 0.4;
    const std::optional<Vec2> points[] = {at(m.atM, left, 0), at(m.atM, left, height), at(m.atM, right, height),
                                          at(m.atM, right, 0)};
    for (const auto& p : points) {
        if (!p) return false;
        out.points.push_back(*p);
    }
    out.sizePx = std::abs(out.points[0].y - out.points[1].y);
    return true;
}

bool placeKerb(const Projector& at, const Marker& m, MarkOnScreen& out) {
    const double wide = m.lateralM > 0 ? 1.1 : -1.1;
    std::vector<Vec2> back;
    for (double s = m.atM; s <= m.toM; s += 3) {
        const auto inner = at(s, m.lateralM, 0.06), outer = at(s, m.lateralM + wide, 0.06);
        if (!inner || !outer) continue;
        out.points.push_back(*inner);
        back.push_back(*outer);
    }
    if (out.points.size() < 2) return false;
    out.points.insert(out.points.end(), back.rbegin(), back.rend());
    return true;
}

bool place(const Projector& at, const Marker& m, MarkOnScreen& out) {
    switch (m.kind) {
    case MarkerKind::BrakePosts:
    case MarkerKind::ExitPosts: return placePosts(at, m, kPostHeightM, out);
    case MarkerKind::TurnGate: return placePosts(at, m, 0.9, out);
    case MarkerKind::KerbBlock: return placeKerb(at, m, out);
    case MarkerKind::Ring:
    case MarkerKind::ApexDrop:
    case MarkerKind::GearKeystone: {
        const auto p = at(m.atM, m.lateralM, m.kind == MarkerKind::Ring ? m.heightM : 0);
        if (!p) return false;
        out.points.push_back(*p);
        out.sizePx = std::clamp(at.pose.focalPx * 1.5 / std::max(4.0, out.aheadM), 14.0, 70.0);
        return true;
    }
    }
    return false;
}

/// Which topic a marker illustrates, so that what is being spoken of stands out.
bool illustrates(MarkerKind k, Topic t) {
    switch (k) {
    case MarkerKind::Ring: return t == Topic::Brake || t == Topic::TurnIn;
    case MarkerKind::BrakePosts:
    case MarkerKind::GearKeystone: return t == Topic::Brake || t == Topic::Gears;
    case MarkerKind::TurnGate: return t == Topic::TurnIn;
    case MarkerKind::ApexDrop:
    case MarkerKind::KerbBlock: return t == Topic::Apex || t == Topic::Kerb || t == Topic::Slowest;
    case MarkerKind::ExitPosts: return t == Topic::Exit || t == Topic::Power;
    }
    return false;
}

std::vector<MarkOnScreen> marksFor(const Stage& st, const GuideCorner& c, const CameraPose& pose, double nowM,
                                   const Beat* spoken) {
    std::vector<MarkOnScreen> marks;
    const Projector at{pose, *st.road};
    for (const auto& m : c.markers) {
        double ahead = (m.kind == MarkerKind::KerbBlock ? m.toM : m.atM) - nowM;
        ahead = std::remainder(ahead, st.trace.lengthM);
        if (ahead < 3 || std::remainder(m.atM - nowM, st.trace.lengthM) > kMarkFarM) continue;
        MarkOnScreen mark;
        mark.kind = m.kind, mark.id = m.id, mark.aheadM = ahead, mark.label = m.label;
        mark.speaking = spoken && illustrates(m.kind, spoken->topic) && std::abs(m.atM - spoken->atM) < 80;
        if (place(at, m, mark)) marks.push_back(std::move(mark));
    }
    // Of several shifts ahead only the next one: three keystones on one spot say nothing.
    double nextShift = 1e9;
    for (const auto& m : marks)
        if (m.kind == MarkerKind::GearKeystone) nextShift = std::min(nextShift, m.aheadM);
    std::erase_if(marks, [&](const MarkOnScreen& m) {
        return m.kind == MarkerKind::GearKeystone && (m.aheadM > nextShift || m.aheadM > 60);
    });
    // Far to near, and words on two at most: those spoken of first, then the nearest.
    std::sort(marks.begin(), marks.end(), [](auto& a, auto& b) { return a.aheadM > b.aheadM; });
    std::vector<MarkOnScreen*> order;
    for (auto& m : marks) order.push_back(&m);
    std::stable_sort(order.begin(), order.end(),
                     [](auto* a, auto* b) { return a->speaking != b->speaking ? a->speaking : a->aheadM < b->aheadM; });
    std::size_t labelled = 0;
    for (auto* m : order) {
        const bool wordless = m->kind == MarkerKind::KerbBlock || m->kind == MarkerKind::GearKeystone;
        if (!wordless && !m->label.empty() && ++labelled > kMostLabels) m->label.clear();
        if (m->kind == MarkerKind::KerbBlock) m->label.clear();
    }
    return marks;
}

InputStrip stripAt(const LapTrace& t, double nowM) {
    InputStrip s{nowM - kStripBackM, nowM + kStripAheadM, nowM, {}, {}, {}};
    for (double m = s.fromM; m <= s.toM; m += 3) {
        s.atM.push_back(m);
        if (!t.throttle.empty()) s.throttle.push_back(sampleAt(t.s, t.throttle, m));
        if (!t.brake.empty()) s.brake.push_back(sampleAt(t.s, t.brake, m));
    }
    return s;
}

PlanInset insetAt(const Stage& st, double nowM, double time) {
    PlanInset inset;
    if (!st.road || st.trace.x.empty()) return inset;
    const double x0 = sampleAt(st.trace.t, st.trace.x, time), y0 = sampleAt(st.trace.t, st.trace.y, time),
                 h = sampleAt(st.trace.t, st.trace.heading, time);
    const double c = std::cos(kPi / 2 - h), s = std::sin(kPi / 2 - h);
    const auto local = [&](double x, double y) {
        return Vec2{(x - x0) * c - (y - y0) * s, (x - x0) * s + (y - y0) * c};
    };
    for (double d = -60; d <= 100; d += 4) {
        const auto f = frameAt(*st.road, nowM + d);
        const auto l = onRoad(*st.road, nowM + d, f.left, 0), r = onRoad(*st.road, nowM + d, -f.right, 0);
        inset.left.push_back(local(l.x, l.y));
        inset.right.push_back(local(r.x, r.y));
        const double when = sampleAt(st.trace.s, st.trace.t, nowM + d);
        inset.driven.push_back(local(sampleAt(st.trace.t, st.trace.x, when), sampleAt(st.trace.t, st.trace.y, when)));
    }
    return inset;
}

SceneAt base(const Stage& st, const GuideCorner* corner, FootageTime footage, const Beat* spoken) {
    SceneAt scene;
    scene.corner = corner, scene.footage = footage;
    scene.labels = st.guide.scene.cornerLabels, scene.speedUnit = st.guide.scene.speedUnit;
    const auto log = st.guide.sources.tie.log(footage);
    scene.atM = placeAt(st.trace, log);
    scene.strip = stripAt(st.trace, scene.atM);
    scene.live = liveAt(st.trace, seconds(log));
    scene.inset = insetAt(st, scene.atM, seconds(log));
    if (corner && st.road)
        if (const auto pose = cameraPose(st.guide.sources.camera, st.trace, *st.road, log))
            scene.marks = marksFor(st, *corner, *pose, scene.atM, spoken);
    return scene;
}

} // namespace

Live liveAt(const LapTrace& t, double time) {
    Live l;
    if (!t.v.empty()) l.speed = sampleAt(t.t, t.v, time);
    if (!t.brake.empty()) l.brake = sampleAt(t.t, t.brake, time);
    if (!t.throttle.empty()) l.throttle = sampleAt(t.t, t.throttle, time);
    if (!t.gear.empty()) l.gear = static_cast<int>(std::lround(t.gear[locate(t.t, time).i]));
    return l;
}

SceneAt composeAt(const Stage& stage, const GuideCorner* corner, FootageTime t) {
    auto scene = base(stage, corner, t, nullptr);
    scene.section = SectionKind::WalkThrough;
    scene.panels = false;
    return scene;
}

SceneAt compose(const Stage& stage, const Cut& cut, GuideTime t) {
    const auto now = momentAt(cut, t);
    if (!now.section) return {};
    const auto* spoken = spokenAt(cut, t);
    const auto* beat = spoken ? beatWithId(stage.guide, spoken->beat)
                              : (now.shot->beat ? beatWithId(stage.guide, now.shot->beat) : nullptr);
    auto scene = base(stage, cornerNumbered(stage.guide, now.section->corner), now.footage, beat);
    scene.section = now.section->kind;
    scene.rate = now.shot->rate;
    scene.card = now.shot->kind == ShotKind::Card;
    if (scene.card)
        scene.cardTitle = stage.guide.scene.title,
        scene.cardText = stage.guide.scene.car +
                         (stage.guide.scene.conditions.empty() ? "" : " \u00b7 " + stage.guide.scene.conditions);
    if (spoken)
        for (const auto& c : captionsOf(*spoken))
            if (seconds(t) >= c.startS) scene.caption = c.text;
    if (now.section->kind == SectionKind::Lap) scene.marks.clear();
    return scene;
}

} // namespace hl
