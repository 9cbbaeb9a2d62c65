// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/compose.h"

#include "core/cut/card.h"
#include "core/cut/label_plan.h"
#include "core/cut/shown_before.h"
#include "core/guide/edition.h"
#include "core/words/live_values.h"

#include <algorithm>
#include <cmath>
#include <map>

namespace hl {
namespace {

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

/// Two rings on one thing, of its braking and of its turn-in, are one to the eye; the one that is spoken of stays.
void keepOneOfTwins(std::vector<MarkOnScreen>& marks) {
    constexpr double kSamePx = 1;
    const auto twins = [](const MarkOnScreen& a, const MarkOnScreen& b) {
        return a.kind == b.kind && a.label == b.label && a.points.size() == 1 && b.points.size() == 1 &&
               std::hypot(a.points[0].x - b.points[0].x, a.points[0].y - b.points[0].y) < kSamePx;
    };
    for (std::size_t i = 0; i < marks.size(); ++i)
        for (std::size_t k = marks.size() - 1; k > i; --k)
            if (twins(marks[i], marks[k])) {
                if (marks[k].speaking && !marks[i].speaking) std::swap(marks[i], marks[k]);
                marks.erase(marks.begin() + static_cast<std::ptrdiff_t>(k));
            }
}

bool showsIn(const Marker& m, SectionKind pass) {
    return pass == SectionKind::Lap || pass == SectionKind::Recap || pass == SectionKind::OtherLap ? m.lap
           : pass == SectionKind::Run                                                              ? m.run
                                      : m.walk; // of every look that explains
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

/// A ring on a reference stands where the film shows the thing, which may be a little beside where it is listed.
OnRoad asSeen(const Stage& st, const Marker& m, const MarkKind& kind, OnRoad where) {
    const auto* on = std::get_if<OnReference>(&m.at);
    if (!on || on->offsetM != 0 || !kind.onThing || !st.beside) return where;
    const auto it = st.beside->find(on->reference);
    if (it == st.beside->end()) return where;
    const auto& by = it->second;
    return {where.atM + by.alongM, where.toM + by.alongM, where.lateralM + by.leftM, where.heightM + by.upM};
}

std::string countFor(const MarkKind& kind, double aheadM) {
    constexpr double kStepM = 5, kNearM = 10;
    if (!kind.countsDown) return {};
    if (aheadM < kNearM) return "here"; // its plate has room for a count and would stand half empty
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
        if (!m->kind->wordless && (!m->label.empty() || m->window) && ++labelled > kMostLabels)
            m->label.clear(), m->window = false;
}

/// By the plan of the whole cut; what has no place in it now has no words now.
void placeLabels(SceneAt& scene, const LabelPlan& plan, GuideTime t) {
    for (auto& m : scene.marks) {
        if (m.kind->wordless) continue;
        m.box = boxAt(plan, m.id, t);
        if (!m.box) m.label.clear(), m.window = false;
    }
    scene.labelsPlaced = true;
}

/// What fills the picture, what stands small in it, and where everything in its corners stands.
void addPictures(SceneAt& scene, const Stage& st, const GuideCorner* corner) {
    const auto log = st.guide.sources.film().tie.log(scene.footage);
    const auto zones =
        scene.pictures.onlyTheFilm() ? zonesInFrame(st.guide.sources.film(), st.filmSize) : std::vector<LabelBox>();
    const auto small = scene.pictures.planInset ? kPlanPicture : scene.pictures.inset ? PictureOf{} : kNoPicture;
    scene.corners = placedInCorners(st.guide.showings.gauges, small, zones);
    if (scene.pictures.planInset && scene.corners.inset) {
        const auto& box = *scene.corners.inset;
        scene.planInset = planPicture(st, corner, log, insetFraming(st, corner, scene.atM, box), box);
    }
    if (scene.pictures.planFull) {
        // Between the tag and the words, and beside a film that stands small on the right.
        constexpr LabelBox kWhole{0, 0, kFrameWidth, kFrameHeight};
        const LabelBox free{40, 96, scene.corners.inset ? scene.corners.inset->x - 60 : kFrameWidth - 80, 376};
        scene.plan = planPicture(st, corner, log, planFraming(st, corner, scene.atM, free), kWhole);
    }
}

void addReadings(SceneAt& scene, const Stage& st, const GuideCorner* corner) {
    const auto log = st.guide.sources.film().tie.log(scene.footage);
    scene.strip = stripAt(st.trace, scene.atM);
    scene.live = liveAt(st.trace, log);
    scene.lapS = lapSeconds(st.trace, log);
    if (st.heldAgainst) scene.behindS = behind(st.trace, *st.heldAgainst, log);
    if (corner)
        scene.toGo = nextIn(*corner, st.measured ? st.measured->of(*corner) : nullptr, scene.atM, st.trace.lengthM);
}

SceneAt base(const Stage& st, const GuideCorner* corner, FootageTime footage, SectionKind pass, const Beat* spoken,
             const Pictures& pictures) {
    SceneAt scene;
    scene.pictures = pictures;
    scene.corner = corner, scene.footage = footage;
    scene.labels = st.guide.scene.cornerLabels, scene.speedUnit = st.guide.scene.speedUnit;
    scene.atM = placeAt(st.trace, st.guide.sources.film().tie.log(footage));
    const double roundM = st.trace.lengthM;
    scene.lineM = roundM > 0 ? scene.atM - roundM * std::floor(scene.atM / roundM) : scene.atM;
    if (st.bonnet) scene.bonnet = *st.bonnet;
    addReadings(scene, st, corner);
    if (spoken)
        scene.cue =
            withLiveValues(spoken->cue, {st.guide, corner, corner && st.measured ? st.measured->of(*corner) : nullptr})
                .text;
    if (corner && scene.pictures.onlyTheFilm()) scene.marks = marksAt(st, *corner, footage, pass, spoken);
    return scene;
}

} // namespace

std::optional<Stage> stageOfLap(const Stage& st, const Section& section) {
    if (section.lap == 0 || !st.laps) return std::nullopt;
    const auto lap = st.laps->find(section.lap);
    if (lap == st.laps->end()) return std::nullopt;
    // What was measured of the guide's lap says nothing of this one; it is held against the guide's.
    Stage other{st.guide, lap->second.trace, st.road, lap->second.clock, st.filmAspect, st.path, st.shake, st.filmSize};
    other.followed = st.followed, other.beside = st.beside, other.bonnet = st.bonnet;
    other.films = st.films, other.stills = st.stills, other.heldAgainst = &st.trace;
    return other;
}

namespace {

/// Of another lap: the corner in which the car is.
const GuideCorner* cornerAround(const Guide& g, double atM) {
    for (const auto& c : g.corners)
        if (atM >= c.startM && atM <= c.endM) return &c;
    return nullptr;
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
        if (!kind || !showsIn(m, pass) || !belongs(m.only, st.guide)) continue;
        const auto add = [&](MarkOnScreen mark) {
            mark.id = m.id, mark.label = m.label, mark.way = m.way, mark.window = mark.kind->window;
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
        if (kind->place(*at, asSeen(st, m, *kind, *where), mark)) add(std::move(mark));
    }
    keepNext(marks);
    keepOneOfTwins(marks);
    std::sort(marks.begin(), marks.end(), [](auto& a, auto& b) { return a.aheadM > b.aheadM; });
    return marks;
}

SceneAt composeAt(const Stage& stage, const GuideCorner* corner, FootageTime t) {
    auto scene = base(stage, corner, t, SectionKind::WalkThrough, nullptr, {});
    keepTwoLabels(scene.marks);
    scene.section = SectionKind::WalkThrough;
    scene.panels = false;
    return scene;
}

SceneAt compose(const Stage& stage, const Cut& cut, GuideTime t) {
    const auto now = momentAt(cut, t);
    if (!now.section) return {};
    if (const auto other = stageOfLap(stage, *now.section)) return compose(*other, cut, t);
    const auto* spoken = spokenAt(cut, t);
    const auto* beat = beatWith(stage.guide, spoken ? spoken->beat() : now.shot->beat);
    const double atM = placeAt(stage.trace, stage.guide.sources.film().tie.log(now.footage));
    const auto* corner =
        now.section->lap > 0 ? cornerAround(stage.guide, atM) : cornerAt(stage.guide, *now.section, atM, spoken);
    auto scene = base(stage, corner, now.footage, now.section->kind, beat, picturesAt(stage, cut, t));
    if (stage.labels)
        placeLabels(scene, *stage.labels, t);
    else
        keepTwoLabels(scene.marks);
    scene.section = now.section->kind;
    scene.lap = now.section->lap;
    scene.again = corner && shownBefore(cut, *now.section, corner->id);
    scene.rate = now.shot->rate;
    scene.card = now.shot->kind == ShotKind::Card;
    if (scene.card)
        fillCard(scene, stage, *now.section, *now.shot);
    else
        addPictures(scene, stage, corner);
    if (spoken)
        for (const auto& c : spoken->captions)
            if (seconds(t) >= c.startS) scene.caption = c.text;
    return scene;
}

} // namespace hl
