// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/compose.h"

#include <algorithm>
#include <map>

namespace hl {
namespace {

constexpr double kStripBackM = 110, kStripAheadM = 190;
constexpr std::size_t kMostLabels = 2;

/// The kind's topics and a place near what is spoken of: it stands out.
bool isSpokenOf(const MarkKind& kind, const OnRoad& where, const Beat* spoken) {
    constexpr double kNearM = 80;
    return spoken && std::abs(where.atM - spoken->atM) < kNearM &&
           std::find(kind.illustrates.begin(), kind.illustrates.end(), spoken->topic) != kind.illustrates.end();
}

/// Of several of one kind ahead only the next one, where that is the kind's way: three keystones on one spot say
/// nothing.
void keepNext(std::vector<MarkOnScreen>& marks) {
    std::map<const MarkKind*, double> nearest;
    for (const auto& m : marks) {
        const auto it = nearest.try_emplace(m.kind, m.aheadM).first;
        it->second = std::min(it->second, m.aheadM);
    }
    std::erase_if(marks, [&](const MarkOnScreen& m) { return m.kind->nextOnly && m.aheadM > nearest[m.kind]; });
}

std::vector<MarkOnScreen> marksFor(const Stage& st, const GuideCorner& c, const CameraPose& pose, double nowM,
                                   const Beat* spoken) {
    std::vector<MarkOnScreen> marks;
    const Projector at{pose, *st.road};
    constexpr double kGoneM = 3; // nearer it has gone under the bonnet
    for (const auto& m : c.markers) {
        const auto* kind = markKindOf(m.kind);
        const auto where = roadPlace(st.guide, m.at);
        if (!kind || !where) continue; // of a newer version, or not on the road: nothing here knows how to draw it
        MarkOnScreen mark;
        mark.aheadM = std::remainder((kind->stretch ? where->toM : where->atM) - nowM, st.trace.lengthM);
        if (mark.aheadM < kGoneM || std::remainder(where->atM - nowM, st.trace.lengthM) > kind->farthestM) continue;
        mark.kind = kind, mark.id = m.id, mark.label = m.label;
        mark.speaking = isSpokenOf(*kind, *where, spoken);
        if (kind->place(at, *where, mark)) marks.push_back(std::move(mark));
    }
    keepNext(marks);
    // Far to near, and words on two at most: those spoken of first, then the nearest.
    std::sort(marks.begin(), marks.end(), [](auto& a, auto& b) { return a.aheadM > b.aheadM; });
    std::vector<MarkOnScreen*> order;
    for (auto& m : marks) order.push_back(&m);
    std::stable_sort(order.begin(), order.end(),
                     [](auto* a, auto* b) { return a->speaking != b->speaking ? a->speaking : a->aheadM < b->aheadM; });
    std::size_t labelled = 0;
    for (auto* m : order)
        if (!m->kind->wordless && !m->label.empty() && ++labelled > kMostLabels) m->label.clear();
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
    const auto log = st.guide.sources.film().tie.log(footage);
    scene.atM = placeAt(st.trace, log);
    scene.strip = stripAt(st.trace, scene.atM);
    scene.live = liveAt(st.trace, log);
    scene.inset = insetAt(st, scene.atM, seconds(log));
    if (corner)
        if (const auto pose = poseAt(st, footage)) scene.marks = marksFor(st, *corner, *pose, scene.atM, spoken);
    return scene;
}

/// What follows a set-up row where it is lit: why, and what to do if.
std::string reasonsOf(const SetupRow& row) {
    std::string s = row.why;
    for (const auto& rule : row.rules) s += (s.empty() ? "" : "  \u00b7  ") + text(rule);
    return s;
}

void fillCard(SceneAt& scene, const Guide& g, const Section& section, const Shot& shot) {
    const auto unit = g.scene.speedUnit;
    if (section.kind == SectionKind::Conditions) {
        scene.cardTitle = "Driven in these conditions";
        scene.cardText = g.scene.realTrack ? "On another day brake, turn and go by what you find." : "";
        for (auto& row : rowsOf(g.scene.conditions, unit))
            scene.cardRows.push_back({std::move(row.label), std::move(row.value), {}, false});
        return;
    }
    if (section.kind == SectionKind::Setup) {
        scene.cardTitle = "Set-up";
        if (!g.scene.car.empty()) scene.cardTitle += ": " + g.scene.car;
        for (const auto& row : g.setup) {
            const bool lit = row.id == shot.beat;
            scene.cardRows.push_back({row.name, valueText(row), row.usual.empty() ? "" : "usual " + row.usual, lit});
            if (lit) scene.cardText = reasonsOf(row);
        }
        return;
    }
    scene.cardTitle = g.scene.title, scene.cardText = g.scene.car;
    if (!g.scene.series.empty()) scene.cardText += (scene.cardText.empty() ? "" : " \u00b7 ") + g.scene.series;
}

} // namespace

std::optional<CameraPose> poseAt(const Stage& st, FootageTime when) {
    if (!st.road || !st.path) return std::nullopt;
    const auto& film = st.guide.sources.film();
    return cameraPose(film.camera, *st.path, film.tie.log(when), fittedWidth(st.filmAspect),
                      st.shake ? st.shake->at(when) : Attitude{});
}

Live liveAt(const LapTrace& t, LogTime when) {
    const double time = seconds(when);
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
    const auto* beat = beatWith(stage.guide, spoken ? spoken->beat() : now.shot->beat);
    auto scene = base(stage, cornerWith(stage.guide, now.section->corner), now.footage, beat);
    scene.section = now.section->kind;
    scene.rate = now.shot->rate;
    scene.card = now.shot->kind == ShotKind::Card;
    if (scene.card) fillCard(scene, stage.guide, *now.section, *now.shot);
    if (spoken)
        for (const auto& c : spoken->captions)
            if (seconds(t) >= c.startS) scene.caption = c.text;
    if (now.section->kind == SectionKind::Lap) scene.marks.clear();
    return scene;
}

} // namespace hl
