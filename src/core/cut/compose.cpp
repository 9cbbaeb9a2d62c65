// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/compose.h"

#include "core/cut/label_plan.h"

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

bool showsIn(const Marker& m, SectionKind pass) {
    return pass == SectionKind::Lap ? m.lap : pass == SectionKind::Run ? m.run : m.walk;
}

/// It fades in far ahead and out when it goes under the car.
double shownAt(const MarkOnScreen& mark, double aheadM) {
    constexpr double kGoneM = 3, kGoingM = 7, kFadeIn = 0.82, kFaint = 0.25;
    const double far = mark.kind->farthestM;
    const double coming = std::clamp((far - aheadM) / ((1 - kFadeIn) * far), 0.0, 1.0),
                 going = mark.kind->stretch ? 1 : std::clamp((aheadM - kGoneM) / (kGoingM - kGoneM), 0.0, 1.0);
    return std::max(kFaint, std::min(coming, going));
}

/// A thing that was clicked in the film, where it was followed to.
std::optional<MarkOnScreen> thingOnScreen(const Stage& st, const Marker& m, const MarkKind& kind, FootageTime when) {
    const auto* in = std::get_if<InFilm>(&m.at);
    if (!in || !st.followed || in->film != st.guide.sources.film().id) return std::nullopt;
    const auto path = st.followed->find(m.id);
    if (path == st.followed->end()) return std::nullopt;
    const auto p = followedAt(path->second, when);
    if (!p) return std::nullopt;
    constexpr double kRoom = 1.35, kLeastPx = 14; // a ring leaves the thing free
    MarkOnScreen mark;
    mark.kind = &kind;
    mark.points = {st.filmSize.frame({p->xPx, p->yPx})};
    mark.sizePx = std::max(kLeastPx, kRoom * p->radiusPx * st.filmSize.scale());
    mark.unsure = p->held == Held::Unsure;
    mark.aheadM = 1; // nearer than all: it is what one looks at
    return mark;
}

std::string countFor(const MarkKind& kind, double aheadM) {
    constexpr double kStepM = 5, kNearM = 10;
    if (!kind.countsDown || aheadM < kNearM) return {};
    return std::to_string(static_cast<int>(kStepM * std::round(aheadM / kStepM))) + " m";
}

/// Words on two at most: those spoken of first, then the nearest.
void keepTwoLabels(std::vector<MarkOnScreen>& marks) {
    std::vector<MarkOnScreen*> order;
    for (auto& m : marks) order.push_back(&m);
    std::stable_sort(order.begin(), order.end(),
                     [](auto* a, auto* b) { return a->speaking != b->speaking ? a->speaking : a->aheadM < b->aheadM; });
    std::size_t labelled = 0;
    for (auto* m : order)
        if (!m->kind->wordless && !m->label.empty() && ++labelled > kMostLabels) m->label.clear();
}

/// By the plan of the whole cut; what has no place in it now has no words now.
void placeLabels(SceneAt& scene, const LabelPlan& plan, GuideTime t) {
    for (auto& m : scene.marks) {
        if (m.kind->wordless) continue;
        m.box = boxAt(plan, m.id, t);
        if (!m.box) m.label.clear();
    }
    scene.labelsPlaced = true;
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

SceneAt base(const Stage& st, const GuideCorner* corner, FootageTime footage, SectionKind pass, const Beat* spoken) {
    SceneAt scene;
    scene.corner = corner, scene.footage = footage;
    scene.labels = st.guide.scene.cornerLabels, scene.speedUnit = st.guide.scene.speedUnit;
    const auto log = st.guide.sources.film().tie.log(footage);
    scene.atM = placeAt(st.trace, log);
    scene.strip = stripAt(st.trace, scene.atM);
    scene.live = liveAt(st.trace, log);
    scene.inset = insetAt(st, scene.atM, seconds(log));
    if (st.bonnet) scene.bonnet = *st.bonnet;
    if (corner) scene.marks = marksAt(st, *corner, footage, pass, spoken);
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

std::vector<MarkOnScreen> marksAt(const Stage& st, const GuideCorner& c, FootageTime when, SectionKind pass,
                                  const Beat* spoken) {
    std::vector<MarkOnScreen> marks;
    const auto pose = poseAt(st, when);
    constexpr double kGoneM = 3, kReachM = 150; // nearer it has gone under the bonnet
    const double nowM = placeAt(st.trace, st.guide.sources.film().tie.log(when));
    std::optional<Projector> at;
    if (pose) at.emplace(projectorAt(*pose, *st.road, &st.trace, nowM, kReachM));
    for (const auto& m : c.markers) {
        const auto* kind = markKindOf(m.kind); // none: of a newer version, nothing here knows how to draw it
        if (!kind || !showsIn(m, pass) || !holdsIn(m.variant, st.guide.scene.conditions)) continue;
        const auto add = [&](MarkOnScreen mark) {
            mark.id = m.id, mark.label = m.label, mark.way = m.way;
            marks.push_back(std::move(mark));
        };
        if (auto thing = thingOnScreen(st, m, *kind, when)) {
            add(std::move(*thing));
            continue;
        }
        const auto where = roadPlace(st.guide, m.at);
        if (!where || !at) continue;
        const double toItM = std::remainder(where->atM - nowM, st.trace.lengthM);
        MarkOnScreen mark;
        mark.kind = kind, mark.way = m.way;
        mark.aheadM = kind->stretch ? std::remainder(where->toM - nowM, st.trace.lengthM) : toItM;
        if (mark.aheadM < kGoneM || toItM > kind->farthestM) continue;
        mark.speaking = isSpokenOf(*kind, *where, spoken);
        mark.shown = shownAt(mark, toItM);
        mark.count = countFor(*kind, mark.aheadM);
        if (kind->place(*at, *where, mark)) add(std::move(mark));
    }
    keepNext(marks);
    std::sort(marks.begin(), marks.end(), [](auto& a, auto& b) { return a.aheadM > b.aheadM; });
    return marks;
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
    auto scene = base(stage, corner, t, SectionKind::WalkThrough, nullptr);
    keepTwoLabels(scene.marks);
    scene.section = SectionKind::WalkThrough;
    scene.panels = false;
    return scene;
}

SceneAt compose(const Stage& stage, const Cut& cut, GuideTime t) {
    const auto now = momentAt(cut, t);
    if (!now.section) return {};
    const auto* spoken = spokenAt(cut, t);
    const auto* beat = beatWith(stage.guide, spoken ? spoken->beat() : now.shot->beat);
    auto scene = base(stage, cornerWith(stage.guide, now.section->corner), now.footage, now.section->kind, beat);
    if (stage.labels)
        placeLabels(scene, *stage.labels, t);
    else
        keepTwoLabels(scene.marks);
    scene.section = now.section->kind;
    scene.rate = now.shot->rate;
    scene.card = now.shot->kind == ShotKind::Card;
    if (scene.card) fillCard(scene, stage.guide, *now.section, *now.shot);
    if (spoken)
        for (const auto& c : spoken->captions)
            if (seconds(t) >= c.startS) scene.caption = c.text;
    return scene;
}

} // namespace hl
