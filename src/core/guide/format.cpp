// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/guide/format.h"

#include <algorithm>

namespace hl {
namespace {

bool hasFilm(const Guide& g, const PictureOf& p) {
    if (p.kind != PictureOf::Kind::Film || !p.film) return true;
    return std::any_of(g.sources.films.begin(), g.sources.films.end(), [&](const Film& f) { return f.id == p.film; });
}

void show(const Guide& g, Showing& to, const std::optional<Showing>& wish) {
    if (!wish) return;
    if (hasFilm(g, wish->full)) to.full = wish->full;
    if (hasFilm(g, wish->inset)) to.inset = wish->inset;
}

CutWish withoutBudget(CutWish w) {
    w.budgetS = 0;
    return w;
}

} // namespace

Guide withFormat(Guide g, const Format& f) {
    const double budget = g.cutWish.budgetS;
    g.outline = f.outline, g.cutWish = f.wish;
    g.cutWish.format = f.key, g.cutWish.budgetS = budget;
    show(g, g.showings.walk, f.walk), show(g, g.showings.run, f.run), show(g, g.showings.lap, f.lap);
    if (!f.gauges.empty()) g.showings.gauges = f.gauges;
    return g;
}

Format formatOf(const Guide& g, std::string key, std::string name, std::string about) {
    Format f{key, std::move(name), std::move(about), g.outline, withoutBudget(g.cutWish)};
    f.wish.format = std::move(key);
    f.walk = g.showings.walk, f.run = g.showings.run, f.lap = g.showings.lap, f.gauges = g.showings.gauges;
    return f;
}

bool followsFormat(const Guide& g, const Format& f) {
    auto wish = withoutBudget(g.cutWish), asked = withoutBudget(f.wish);
    wish.format = asked.format;
    return g.outline == f.outline && wish == asked;
}

Guide withCutWish(Guide g, CutWish wish) {
    g.cutWish = std::move(wish);
    return g;
}

Guide withBeatWay(Guide g, BeatId id, std::optional<Way> way) {
    if (auto* b = beatWith(g, id)) b->way = way;
    return g;
}

Guide withBeatAnywhere(Guide g, BeatId id, bool anywhere) {
    if (auto* b = beatWith(g, id)) b->anywhere = anywhere;
    return g;
}

Guide withKeyCorner(Guide g, CornerId id, bool key) {
    if (auto* c = cornerWith(g, id)) c->key = key;
    return g;
}

Guide withSetShot(Guide g, CornerId id, SetShot shot) {
    constexpr double kSameM = 2;
    auto* c = cornerWith(g, id);
    if (!c) return g;
    const bool stands = shot.rate <= 0;
    std::erase_if(c->shots, [&](const SetShot& s) {
        if (s.pass != shot.pass || (s.rate <= 0) != stands) return false;
        return stands ? std::abs(s.atM - shot.atM) < kSameM : s.atM < shot.toM && shot.atM < s.toM;
    });
    c->shots.push_back(std::move(shot));
    std::stable_sort(c->shots.begin(), c->shots.end(), [](auto& a, auto& b) { return a.atM < b.atM; });
    return g;
}

Guide withoutSetShots(Guide g, CornerId id, Pass pass) {
    if (auto* c = cornerWith(g, id)) std::erase_if(c->shots, [pass](const SetShot& s) { return s.pass == pass; });
    return g;
}

} // namespace hl
