// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/guide/edition.h"

#include <algorithm>

namespace hl {
namespace {

Variant usual(std::string key, std::string name, void (*set)(Conditions&)) {
    Variant v{std::move(key), std::move(name)};
    set(v.conditions);
    return v;
}

/// What is said stands in place of what was.
template <class E> void over(E& was, E now) {
    if (now != E{}) was = std::move(now);
}

Conditions under(Conditions c, const Conditions& v) {
    over(c.sky, v.sky), over(c.road, v.road), over(c.rubber, v.rubber), over(c.light, v.light);
    over(c.tyres, v.tyres), over(c.fuel, v.fuel);
    over(c.airC, v.airC), over(c.trackC, v.trackC), over(c.windFromRad, v.windFromRad), over(c.windMps, v.windMps);
    over(c.fuelL, v.fuelL), over(c.minuteOfDay, v.minuteOfDay), over(c.note, v.note);
    return c;
}

/// Of one day what is otherwise than on another.
Conditions whatDiffers(Conditions c, const Conditions& other) {
    const auto same = [](auto& value, const auto& there) {
        if (value == there) value = {};
    };
    same(c.sky, other.sky), same(c.road, other.road), same(c.rubber, other.rubber), same(c.light, other.light);
    same(c.tyres, other.tyres), same(c.fuel, other.fuel), same(c.airC, other.airC), same(c.trackC, other.trackC);
    same(c.windFromRad, other.windFromRad), same(c.windMps, other.windMps), same(c.fuelL, other.fuelL);
    same(c.minuteOfDay, other.minuteOfDay), same(c.note, other.note);
    return c;
}

bool holds(std::string_view variant, std::string_view made, const Conditions& c) {
    return variant.empty() || variant == made || holdsIn(variant, c);
}

/// Of the edition's variant, where it is one of the guide's own that no condition tells.
bool belongs(const OnlyIn& only, const Edition& made, const Conditions& c) {
    return (!only.depth || *only.depth == made.depth) && holds(only.variant, made.variant, c);
}

void keep(std::vector<Beat>& beats, const Guide& g, const Conditions& c) {
    std::erase_if(beats, [&](const Beat& b) { return !belongs(b.only, g.edition, c); });
    std::vector<BeatId> replaced;
    for (const auto& b : beats) replaced.push_back(b.insteadOf);
    std::erase_if(beats,
                  [&](const Beat& b) { return std::find(replaced.begin(), replaced.end(), b.id) != replaced.end(); });
    for (auto& b : beats) b.only = {}, b.insteadOf = {};
}

/// A text that is said brings its own reference; what is left empty stays.
void overAdvice(Advice& was, const Advice& now) {
    over(was.advised, now.advised), over(was.picture, now.picture);
    if (!now.lookFor.empty()) was.lookFor = now.lookFor, was.first = now.first;
    if (!now.backup.empty()) was.backup = now.backup, was.second = now.second;
}

Outline withOneLook(Outline outline) {
    for (auto& part : outline) std::erase(part.sections, SectionKind::Detail);
    std::erase_if(outline, [](const OutlinePart& p) { return p.sections.empty(); });
    return outline;
}

Gauges basicOf(const Gauges& gauges) {
    auto kept = gaugeSet("basic");
    std::erase_if(kept,
                  [&](const std::string& k) { return std::find(gauges.begin(), gauges.end(), k) == gauges.end(); });
    return kept;
}

} // namespace

std::string_view key(Depth d) { return d == Depth::Basic ? "basic" : "advanced"; }

std::optional<Depth> depthOf(std::string_view text) {
    for (const auto d : kDepths)
        if (key(d) == text) return d;
    return std::nullopt;
}

const std::vector<Variant>& usualVariants() {
    static const std::vector<Variant> all = {
        usual("dry", "in the dry", [](Conditions& c) { c.road = RoadState::Dry; }),
        usual("wet", "in the wet", [](Conditions& c) { c.road = RoadState::Wet; }),
        usual("cold", "on cold tyres", [](Conditions& c) { c.tyres = Tyres::Cold; }),
        usual("race-fuel", "on race fuel", [](Conditions& c) { c.fuel = FuelLoad::Race; }),
        usual("night", "at night", [](Conditions& c) { c.light = Light::Night; })};
    return all;
}

const Variant* variantNamed(const Guide& g, std::string_view key) {
    for (const auto* all : {&g.variants, &usualVariants()})
        for (const auto& v : *all)
            if (v.key == key) return &v;
    return nullptr;
}

std::vector<Variant> variantsOf(const Guide& g) {
    auto all = g.variants;
    for (const auto& v : usualVariants())
        if (variantNamed(g, v.key) == &v) all.push_back(v);
    return all;
}

bool holdsIn(std::string_view variant, const Conditions& c) {
    const bool wet = c.road == RoadState::Damp || c.road == RoadState::Wet;
    if (variant.empty()) return true;
    if (variant == "wet") return wet;
    if (variant == "dry") return !wet;
    if (variant == "race-fuel") return c.fuel == FuelLoad::Race;
    if (variant == "night") return c.light == Light::Night;
    return variant == "cold" && c.tyres == Tyres::Cold;
}

std::vector<Advice> adviceOn(const GuideCorner& c, std::string_view made, const Conditions& day) {
    auto all = c.advice;
    const auto take = [&](const std::vector<Advice>& rows) {
        for (const auto& row : rows) {
            const auto same =
                std::find_if(all.begin(), all.end(), [&](const Advice& a) { return a.topic == row.topic; });
            if (same == all.end() || row.topic == Topic::Free)
                all.push_back(row);
            else
                overAdvice(*same, row);
        }
    };
    for (const auto& [variant, rows] : c.otherAdvice)
        if (variant != made && holds(variant, made, day)) take(rows);
    // What was asked for has the last word.
    if (const auto rows = c.otherAdvice.find(std::string(made)); rows != c.otherAdvice.end()) take(rows->second);
    return all;
}

Conditions conditionsIn(const Guide& g) { return conditionsIn(g, g.edition.variant); }

Conditions conditionsIn(const Guide& g, std::string_view variant) {
    const auto* v = variant.empty() ? nullptr : variantNamed(g, variant);
    return v ? under(g.scene.conditions, v->conditions) : g.scene.conditions;
}

bool belongs(const OnlyIn& only, const Guide& g) {
    if (only.depth && *only.depth != g.edition.depth) return false;
    if (only.variant.empty()) return true;
    if (g.edition.variant.empty()) return holdsIn(only.variant, g.scene.conditions); // asked for every mark: no copy
    return holds(only.variant, g.edition.variant, conditionsIn(g));
}

bool isSaid(const Guide& g, const Beat& beat) {
    if (!belongs(beat.only, g)) return false;
    bool replaced = false;
    eachBeat(g, [&](const Beat& b, const GuideCorner*) { replaced |= b.insteadOf == beat.id && belongs(b.only, g); });
    return !replaced;
}

Guide asEdition(Guide g) {
    const auto conditions = conditionsIn(g);
    for (auto& s : g.sectionWords) keep(s.beats, g, conditions);
    for (auto& l : g.furtherLaps) keep(l.beats, g, conditions);
    for (auto& c : g.corners) {
        keep(c.beats, g, conditions);
        c.advice = adviceOn(c, g.edition.variant, conditions), c.otherAdvice.clear();
        std::erase_if(c.markers, [&](const Marker& m) { return !belongs(m.only, g.edition, conditions); });
        for (auto& m : c.markers) m.only = {};
    }
    const auto* v = g.edition.variant.empty() ? nullptr : variantNamed(g, g.edition.variant);
    const auto told = textOf(g, g.edition);
    if (!told.empty()) g.scene.title += (g.scene.title.empty() ? "" : ", ") + told;
    if (conditions != g.scene.conditions) {
        const auto day = textOf(whatDiffers(g.scene.conditions, conditions), g.scene.speedUnit);
        g.scene.drivenDay = day.empty() ? "on another day" : day;
    }
    g.scene.conditions = conditions;
    if (v && !v->car.empty()) g.scene.car = v->car;
    if (g.edition.depth == Depth::Basic) {
        g.outline = withOneLook(std::move(g.outline));
        g.showings.gauges = basicOf(g.showings.gauges);
        g.school.advanced = false;
    }
    g.edition = {};
    return g;
}

std::string textOf(const Guide& g, const Edition& e) {
    const auto* v = e.variant.empty() ? nullptr : variantNamed(g, e.variant);
    std::string text = v ? (v->name.empty() ? v->key : v->name) : e.variant;
    if (e.depth == Depth::Basic) text += (text.empty() ? "" : ", ") + std::string("basic");
    return text;
}

Guide withEdition(Guide g, Edition edition) {
    g.edition = std::move(edition);
    return g;
}

Guide withVariant(Guide g, Variant variant) {
    if (variant.key.empty()) return g;
    for (auto& v : g.variants)
        if (v.key == variant.key) {
            v = std::move(variant);
            return g;
        }
    g.variants.push_back(std::move(variant));
    return g;
}

Guide withoutVariant(Guide g, std::string_view key) {
    const bool own = std::erase_if(g.variants, [key](const Variant& v) { return v.key == key; }) > 0;
    if (!own || variantNamed(g, key)) return g; // what was said for a usual one still holds on such a day
    const auto only = [key](const auto& x) { return x.only.variant == key; };
    for (auto& s : g.sectionWords) std::erase_if(s.beats, only);
    for (auto& l : g.furtherLaps) std::erase_if(l.beats, only);
    for (auto& c : g.corners)
        std::erase_if(c.beats, only), std::erase_if(c.markers, only), c.otherAdvice.erase(std::string(key));
    if (g.edition.variant == key) g.edition.variant.clear();
    return g;
}

Guide withBeatOnlyIn(Guide g, BeatId id, OnlyIn only) {
    if (auto* b = beatWith(g, id)) b->only = std::move(only);
    return g;
}

Guide withBeatInstead(Guide g, BeatId id, std::string_view variant) {
    const auto put = [&](std::vector<Beat>& beats) {
        const auto was = std::find_if(beats.begin(), beats.end(), [id](const Beat& b) { return b.id == id; });
        if (was == beats.end()) return false;
        auto b = *was;
        b.id = newId<BeatId>(g), b.insteadOf = id, b.only.variant = variant;
        b.takes.clear(), b.left.clear(); // they were of the other words
        beats.insert(was + 1, std::move(b));
        return true;
    };
    for (auto& s : g.sectionWords)
        if (put(s.beats)) return g;
    for (auto& c : g.corners)
        if (put(c.beats)) return g;
    for (auto& l : g.furtherLaps)
        if (put(l.beats)) return g;
    return g;
}

} // namespace hl
