// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/guide/scene_edits.h"

#include <algorithm>

namespace hl {
namespace {

/// Where a section of the whole lap usually stands: conditions after the card and at the end, the set-up behind them.
void insertSection(Outline& outline, SectionKind kind) {
    if (outline.empty() || outline.front().eachCorner) outline.insert(outline.begin(), OutlinePart{});
    auto& first = outline.front().sections;
    auto at = std::find(first.begin(), first.end(), SectionKind::Card);
    if (at != first.end()) ++at;
    if (kind == SectionKind::Setup)
        if (const auto c = std::find(first.begin(), first.end(), SectionKind::Conditions); c != first.end()) at = c + 1;
    first.insert(at, kind);
    if (kind != SectionKind::Conditions) return;
    if (outline.back().eachCorner) outline.push_back({});
    if (outline.size() > 1) outline.back().sections.push_back(kind);
}

} // namespace

Guide withConditions(Guide g, Conditions conditions) {
    g.scene.conditions = std::move(conditions);
    return g;
}

Guide withSetup(Guide g, SetupSheet rows) {
    for (auto& row : rows) {
        const auto old = std::find_if(g.setup.begin(), g.setup.end(),
                                      [&](const SetupRow& r) { return sameSetting(r.name, row.name); });
        const bool free = old != g.setup.end() &&
                          std::none_of(rows.begin(), rows.end(), [&](const SetupRow& r) { return r.id == old->id; });
        row.id = free ? old->id : newId<BeatId>(g);
    }
    g.setup = std::move(rows);
    return g;
}

Guide withSetupRow(Guide g, SetupRow row) {
    if (!row.id) {
        row.id = newId<BeatId>(g);
        g.setup.push_back(std::move(row));
        return g;
    }
    for (auto& r : g.setup)
        if (r.id == row.id) r = row;
    return g;
}

Guide withoutSetupRow(Guide g, BeatId row) {
    std::erase_if(g.setup, [&](const SetupRow& r) { return r.id == row; });
    return g;
}

Guide withSection(Guide g, SectionKind kind, bool wished) {
    if (ofOneCorner(kind) || has(g.outline, kind) == wished) return g;
    for (auto& part : g.outline) std::erase(part.sections, kind);
    std::erase_if(g.outline, [](const OutlinePart& p) { return p.sections.empty(); });
    if (wished) insertSection(g.outline, kind);
    return g;
}

Guide withFilm(Guide g, Film film) {
    film.id = newId<FilmId>(g);
    g.sources.films.push_back(std::move(film));
    return g;
}

Guide withoutFilm(Guide g, FilmId film) {
    auto& films = g.sources.films;
    if (!films.empty() && films.front().id == film) return g;
    std::erase_if(films, [&](const Film& f) { return f.id == film; });
    for (auto& c : g.corners) // marks on a thing in that film have nothing to stand on
        std::erase_if(c.markers, [&](const Marker& m) {
            const auto* in = std::get_if<InFilm>(&m.at);
            return in && in->film == film;
        });
    const auto gone = [film](const PictureOf& p) { return p.kind == PictureOf::Kind::Film && p.film == film; };
    for (auto* s : {&g.showings.walk, &g.showings.run, &g.showings.lap}) {
        if (gone(s->full)) s->full = Showing{}.full;
        if (gone(s->inset)) s->inset = Showing{}.inset;
    }
    for (auto& c : g.corners)
        for (auto& b : c.beats)
            if (b.shown && gone(*b.shown)) b.shown.reset();
    return g;
}

Guide withStill(Guide g, Still still) {
    if (!still.id) {
        still.id = newId<StillId>(g);
        g.sources.stills.push_back(std::move(still));
        return g;
    }
    for (auto& s : g.sources.stills)
        if (s.id == still.id) s = still;
    return g;
}

Guide withoutStill(Guide g, StillId still) {
    std::erase_if(g.sources.stills, [&](const Still& s) { return s.id == still; });
    return g;
}

Guide withLap(Guide g, int lap) {
    g.sources.lap = lap;
    return g;
}

Guide withLookForPicture(Guide g, CornerId corner, Topic topic, std::string file) {
    if (auto* c = cornerWith(g, corner)) {
        auto row = std::find_if(c->advice.begin(), c->advice.end(), [&](const Advice& a) { return a.topic == topic; });
        if (row == c->advice.end()) row = c->advice.insert(row, Advice{topic, {}, {}, {}});
        row->picture = std::move(file);
    }
    return g;
}

Guide withSides(Guide g, SidesTold sides) {
    if (sides.turned != g.sources.sides.turned)
        for (auto& c : g.corners) c.side = c.side == Side::Left ? Side::Right : Side::Left;
    g.sources.sides = sides;
    return g;
}

} // namespace hl
