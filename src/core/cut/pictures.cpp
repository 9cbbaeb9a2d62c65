// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/pictures.h"

#include "core/cut/compose.h"

#include <algorithm>

namespace hl {
namespace {

/// One on foot shows places: the nearest of those that were found in it.
std::optional<FilmAt> onFoot(const Film& film, double atM, double lapM) {
    constexpr double kNearM = 60;
    const PlacePair* nearest = nullptr;
    double least = kNearM;
    for (const auto& p : film.pairs)
        if (const double d = std::abs(std::remainder(p.atM - atM, lapM)); d < least) least = d, nearest = &p;
    return nearest ? std::optional(FilmAt{film.id, nearest->footage}) : std::nullopt;
}

/// Where a further film shows this moment of the lap; none where it does not.
std::optional<FilmAt> momentOf(const Stage& st, FilmId id, LogTime log) {
    if (!st.films) return std::nullopt;
    const auto on = std::find_if(st.films->begin(), st.films->end(), [id](const auto& f) { return f.id == id; });
    const auto& films = st.guide.sources.films;
    const auto film = std::find_if(films.begin(), films.end(), [id](const auto& f) { return f.id == id; });
    if (on == st.films->end() || film == films.end()) return std::nullopt;
    if (film->role == FilmRole::Foot) return onFoot(*film, placeAt(st.trace, log), st.trace.lengthM);
    const auto when = film->tie.footage(log);
    if (seconds(when) < 0 || seconds(when) > on->lengthS) return std::nullopt;
    return FilmAt{id, when};
}

/// The nearest of the pictures taken on foot; none where none was taken near.
std::optional<StillId> stillNear(const Stage& st, double atM) {
    constexpr double kNearM = 60;
    double least = kNearM;
    std::optional<StillId> nearest;
    if (st.stills)
        for (const auto& s : *st.stills)
            if (const double d = std::abs(std::remainder(s.atM - atM, st.trace.lengthM)); d < least)
                least = d, nearest = s.id;
    return nearest;
}

} // namespace

Pictures picturesAt(const Stage& st, FootageTime footage, SectionKind pass, const Beat* spoken) {
    using Kind = PictureOf::Kind;
    const auto& explained = st.guide.sources.film();
    const auto log = explained.tie.log(footage);
    auto wish = st.guide.showings.in(pass);
    if (spoken && spoken->shown) wish.full = *spoken->shown;
    if (const auto* outside = pass == SectionKind::Outside ? outsideFilm(st.guide) : nullptr)
        wish.full = {Kind::Film, outside->id};
    const bool plan = st.road && !st.trace.x.empty();
    const auto further = [&](const PictureOf& p) { return p.kind == Kind::Film && p.film && p.film != explained.id; };
    Pictures out;
    out.planFull = plan && wish.full.kind == Kind::Plan;
    if (wish.full.kind == Kind::Stills) out.still = stillNear(st, spoken ? spoken->atM : placeAt(st.trace, log));
    if (further(wish.full)) out.full = momentOf(st, wish.full.film, log);
    if (wish.inset.kind == Kind::Plan) {
        out.planInset = plan && !out.planFull;
        if (out.planFull) out.inset = FilmAt{explained.id, footage}; // small beside the plan: the film
    } else if (further(wish.inset)) {
        out.inset = momentOf(st, wish.inset.film, log);
        if (out.inset == out.full) out.inset.reset();
    } else if (wish.inset.kind == Kind::Film && !out.onlyTheFilm())
        out.inset = FilmAt{explained.id, footage};
    return out;
}

Pictures picturesAt(const Stage& st, const Cut& cut, GuideTime t) {
    const auto now = momentAt(cut, t);
    if (!now.section || now.shot->kind == ShotKind::Card) return {};
    if (const auto other = stageOfLap(st, *now.section)) return picturesAt(*other, cut, t);
    const auto* spoken = spokenAt(cut, t);
    return picturesAt(st, now.footage, now.section->kind, beatWith(st.guide, spoken ? spoken->beat() : now.shot->beat));
}

} // namespace hl
