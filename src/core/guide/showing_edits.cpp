// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/guide/showing_edits.h"

#include <algorithm>

namespace hl {
namespace {

Film* filmWith(Guide& g, FilmId id) {
    const auto it =
        std::find_if(g.sources.films.begin(), g.sources.films.end(), [id](const Film& f) { return f.id == id; });
    return it == g.sources.films.end() ? nullptr : &*it;
}

} // namespace

Guide withShowing(Guide g, SectionKind pass, Showing showing) {
    auto& s = g.showings;
    (pass == SectionKind::Run ? s.run : pass == SectionKind::Lap ? s.lap : s.walk) = showing;
    return g;
}

Guide withGauges(Guide g, Gauges gauges) {
    g.showings.gauges = std::move(gauges);
    return g;
}

Guide withLapOver(Guide g, LapOver over) {
    g.showings.over = std::move(over);
    return g;
}

Guide withBeatShown(Guide g, BeatId id, std::optional<PictureOf> picture) {
    for (auto& c : g.corners)
        for (auto& b : c.beats)
            if (b.id == id) b.shown = picture;
    return g;
}

Guide withKeptClear(Guide g, FilmId film, KeepClear zone) {
    if (auto* f = filmWith(g, film)) f->keepClear.push_back(std::move(zone));
    return g;
}

Guide withoutKeptClear(Guide g, FilmId film, std::size_t zone) {
    if (auto* f = filmWith(g, film); f && zone < f->keepClear.size())
        f->keepClear.erase(f->keepClear.begin() + static_cast<std::ptrdiff_t>(zone));
    return g;
}

} // namespace hl
