// SPDX-License-Identifier: GPL-3.0-or-later
// Labels over time, on the demo's guide with marks put in by dice.
#include "core/cut/label_plan.h"
#include "support/small_guide.h"

#include <catch2/catch.hpp>
#include <map>
#include <random>

using namespace hl;
using namespace hl::testing;

namespace {

double widthOf(const std::string& words) { return 28 + 12 * static_cast<double>(words.size()); }

bool meet(const LabelBox& a, const LabelBox& b) {
    return a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;
}

/// Whether the line from a label to its mark runs through the words of another, looked at pixel by pixel. Between two
/// looks of the planner marks move a little.
bool struckThrough(const MarkOnScreen& words, const MarkOnScreen& other) {
    constexpr double kLittle = 5; // px
    const auto anchor = other.kind->labelAt(other), end = lineEnd(*other.box, anchor);
    const auto& b = *words.box;
    for (int i = 0; i <= 1000; ++i) {
        const double x = anchor.x + (end.x - anchor.x) * i / 1000, y = anchor.y + (end.y - anchor.y) * i / 1000;
        if (x > b.x + kLittle && x < b.x + b.width - kLittle && y > b.y + kLittle && y < b.y + b.height - kLittle)
            return true;
    }
    return false;
}

} // namespace

TEST_CASE("labels stay where they are, are few, long enough to be read, and never on each other or on their mark") {
    auto o = openDemo({3, 7});
    const auto clock = clockOf(o.guide, o.session);
    std::mt19937 rng(3);
    const auto between = [&](double a, double b) { return std::uniform_real_distribution<double>(a, b)(rng); };
    for (int round = 0; round < 4; ++round) {
        for (auto& c : o.guide.corners)
            for (int i = 0; i < 3; ++i) {
                const double at = between(c.startM, c.endM);
                const char* kinds[] = {"ring", "hazard", "road-line", "linking", "power-wedge", "passing"};
                c.markers.push_back({newId<MarkerId>(o.guide), kinds[rng() % 6], OnRoad{at, at + 30, between(-4, 4), 0},
                                     std::string(3 + rng() % 20, 'w')});
            }
        const auto stage = stageOf(o.guide, o.session, clock);
        const LabelRules rules;
        const auto plan = plannedLabels(stage, o.cut, widthOf, rules);
        REQUIRE(plan.labels.size() > 5);
        for (const auto& l : plan.labels) {
            const Marker* m = nullptr;
            for (const auto& c : o.guide.corners)
                for (const auto& x : c.markers)
                    if (x.id == l.marker) m = &x;
            REQUIRE(m);
            CHECK((l.to - l.from).count() >= rules.least(m->label) - 0.01);
            CHECK(l.box.x >= 0);
            CHECK(l.box.x + l.box.width <= kFrameWidth);
        }
        std::map<std::pair<int, int>, LabelBox> last; // marker and section
        for (double t = 0.05; t < o.cut.lengthS; t += rules.stepS) {
            auto placed = stage;
            placed.labels = &plan;
            const auto scene = compose(placed, o.cut, at<GuideTime>(t));
            std::vector<const MarkOnScreen*> labelled;
            for (const auto& m : scene.marks)
                if (m.box && !m.label.empty()) labelled.push_back(&m);
            CHECK(labelled.size() <= 2);
            for (const auto* m : labelled) {
                for (const auto* n : labelled) {
                    if (m == n) continue;
                    CHECK_FALSE(meet(*m->box, *n->box));
                    CHECK_FALSE(struckThrough(*m, *n));
                }
                if (m->points.size() == 1) {
                    const LabelBox own{m->points[0].x - m->sizePx, m->points[0].y - m->sizePx, 2 * m->sizePx,
                                       2 * m->sizePx};
                    CHECK_FALSE(meet(*m->box, own));
                }
            }
        }
    }
}

TEST_CASE("a mark shows in its passes and in its conditions only") {
    auto o = openDemo({3});
    const auto clock = clockOf(o.guide, o.session);
    auto& c = o.guide.corners.front();
    c.markers = {{newId<MarkerId>(o.guide), "hazard", OnRoad{c.turnInM, c.turnInM, 0, 0}, "x"}};
    const auto shown = [&](SectionKind pass) {
        return marksAt(stageOf(o.guide, o.session, clock), c, clock.footage(c.turnInM - 30), pass, nullptr).size();
    };
    CHECK(shown(SectionKind::WalkThrough) == 1);
    CHECK(shown(SectionKind::Run) == 1);
    CHECK(shown(SectionKind::Lap) == 0);
    c.markers[0].run = false, c.markers[0].lap = true;
    CHECK(shown(SectionKind::Run) == 0);
    CHECK(shown(SectionKind::Lap) == 1);
    c.markers[0].only.variant = "wet";
    o.guide.scene.conditions.road = RoadState::Dry;
    CHECK(shown(SectionKind::WalkThrough) == 0);
    o.guide.scene.conditions.road = RoadState::Wet;
    CHECK(shown(SectionKind::WalkThrough) == 1);
    c.markers[0].only.variant = "by moonlight"; // of a newer version
    CHECK(shown(SectionKind::WalkThrough) == 0);
}

TEST_CASE("a thing that was followed has its ring where it is, and none where it is lost") {
    auto o = openDemo({3});
    const auto clock = clockOf(o.guide, o.session);
    auto& c = o.guide.corners.front();
    const auto when = clock.footage(c.turnInM - 30);
    const MarkerId id = newId<MarkerId>(o.guide);
    c.markers = {{id, "ring", InFilm{o.guide.sources.film().id, when, 400, 200}, "this"}};
    FollowedThings things;
    for (int i = 0; i < 50; ++i)
        things[id].push_back({when + Seconds(0.02 * i), 400.0 + i, 200, 10 + 0.2 * i,
                              i < 30   ? Held::Sure
                              : i < 40 ? Held::Unsure
                                       : Held::Lost});
    auto stage = stageOf(o.guide, o.session, clock);
    stage.followed = &things;
    const auto at = [&](int i) {
        return marksAt(stage, c, when + Seconds(0.02 * i), SectionKind::WalkThrough, nullptr);
    };
    REQUIRE(at(10).size() == 1);
    const auto film = stage.filmSize.frame({410, 200});
    CHECK(at(10)[0].points[0].x == Approx(film.x).margin(0.1));
    CHECK(at(20)[0].sizePx > at(5)[0].sizePx); // it grows with it
    CHECK_FALSE(at(10)[0].unsure);
    CHECK(at(35)[0].unsure);
    CHECK(at(45).empty());
    CHECK(at(80).empty());
}
