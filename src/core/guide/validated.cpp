// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/guide/validated.h"

#include <algorithm>
#include <cmath>
#include <set>

namespace hl {
namespace {

std::string at(const std::string& list, std::size_t i, const std::string& member = {}) {
    return list + "[" + std::to_string(i) + "]" + (member.empty() ? "" : "." + member);
}

/// A figure as a person reads it in a message.
std::string shown(double v) {
    if (std::isnan(v)) return "no number";
    if (std::isinf(v)) return "infinite";
    auto text = std::to_string(v);
    while (text.back() == '0') text.pop_back();
    if (text.back() == '.') text.pop_back();
    return text;
}

/// Goes through a guide and keeps the first thing that is wrong.
class Examiner {
  public:
    explicit Examiner(const Guide& g) : g_(g) {}
    std::optional<Error> wrong;

    void look() {
        frame();
        showings();
        sources();
        scene();
        for (std::size_t i = 0; i < g_.setup.size(); ++i) {
            id(g_.setup[i].id.value, at("setup", i, "id"));
            if (g_.setup[i].name.empty()) tell(at("setup", i, "name"), "a row has no name", "what is set there");
        }
        for (std::size_t i = 0; i < g_.references.size(); ++i) reference(i);
        for (std::size_t i = 0; i < g_.corners.size(); ++i) corner(i);
        for (std::size_t i = 0; i < g_.corners.size(); ++i) authored(i);
        sectionWords();
        furtherLaps();
    }

  private:
    void tell(std::string where, std::string what, std::string expected) {
        if (!wrong) wrong = Error{"guide.bad-value", std::move(what), std::move(where), std::move(expected)};
    }
    void between(double v, double lo, double hi, const std::string& where, const char* unit) {
        if (!(v >= lo && v <= hi))
            tell(where, shown(v) + " cannot be", shown(lo) + " to " + shown(hi) + (*unit ? " " : "") + unit);
    }
    void metres(double v, const std::string& where) { between(v, -kFarthestM, kFarthestM, where, "m"); }
    void id(int value, const std::string& where) {
        if (value < 1 || value >= g_.nextId)
            tell(where, "the id " + std::to_string(value) + " cannot be",
                 "1 or more and less than next_id, " + std::to_string(g_.nextId));
        else if (!ids_.insert(value).second)
            tell(where, "the id " + std::to_string(value) + " stands twice", "an id of its own");
    }
    void known(ReferenceId r, const std::string& where) {
        if (r && !referenceWith(g_, r))
            tell(where, "there is no reference " + std::to_string(r.value), "the id of one under references");
    }

    /// A picture in a pass or over words: its film must be there.
    void picture(const PictureOf& p, const std::string& where) {
        const auto& films = g_.sources.films;
        if (p.kind == PictureOf::Kind::Film && p.film &&
            std::none_of(films.begin(), films.end(), [&](const Film& f) { return f.id == p.film; }))
            tell(where, "there is no film " + std::to_string(p.film.value), "the id of one");
    }
    void showings() {
        const auto& s = g_.showings;
        for (const auto& [pass, name] :
             {std::pair(&s.walk, "walk"), std::pair(&s.run, "run"), std::pair(&s.lap, "lap")}) {
            picture(pass->full, std::string("showing.") + name + ".full");
            picture(pass->inset, std::string("showing.") + name + ".inset");
        }
        if (s.over.lap < 0) tell("showing.over.lap", shown(s.over.lap) + " cannot be", "the number of a lap");
    }

    void frame() {
        between(g_.frameRate, kLeastFrameRate, kMostFrameRate, "frame_rate", "pictures a second");
        between(g_.loudnessLufs, -40, -5, "loudness_lufs", "LUFS");
        if (g_.coverM) metres(*g_.coverM, "cover_m");
        if (g_.nextId < 1) tell("next_id", shown(g_.nextId) + " cannot be", "1 or more");
        for (std::size_t i = 0; i < g_.outline.size(); ++i)
            for (const auto kind : g_.outline[i].sections)
                if (!(g_.outline[i].eachCorner ? ofOneCorner(kind) : ofTheLap(kind)))
                    tell(at("outline", i), "\"" + std::string(name(kind)) + "\" does not belong there",
                         g_.outline[i].eachCorner
                             ? "sections of one corner: walk-through, detail, run, above, faults, outside, two-laps"
                             : "sections of the whole lap: card, conditions, set-up, lap, outside, two-laps, "
                               "other-lap, recap, "
                               "close");
        between(g_.cutWish.fastest, 0.25, 1, "cut.fastest", "of full speed");
        between(g_.cutWish.budgetS, 0, 1e6, "cut.budget_s", "s");
    }
    void sources() {
        const auto& s = g_.sources;
        if (s.films.empty()) tell("sources.films", "no film is named", "one film at least");
        if (s.lap < 0) tell("sources.lap", shown(s.lap) + " cannot be", "the number of a lap");
        for (std::size_t i = 0; i < s.stills.size(); ++i) {
            id(s.stills[i].id.value, at("sources.stills", i, "id"));
            metres(s.stills[i].atM, at("sources.stills", i, "at_m"));
        }
        for (std::size_t i = 0; i < s.films.size(); ++i) {
            const auto& f = s.films[i];
            const auto here = at("sources.films", i);
            id(f.id.value, here + ".id");
            constexpr double kLongest = 1e7; // s; clocks that count from an epoch are taken off when a log is read
            between(f.tie.offsetS, -kLongest, kLongest, here + ".sync.offset_s", "s");
            between(f.tie.driftPpm, -1e5, 1e5, here + ".sync.drift_ppm", "millionths");
            camera(f.camera, here + ".camera");
            for (std::size_t k = 0; k < f.keepClear.size(); ++k)
                for (const double v : {f.keepClear[k].widthPx, f.keepClear[k].heightPx})
                    between(v, 1, 1e5, at(here + ".keep_clear", k), "px");
            for (std::size_t k = 0; k < f.pins.size(); ++k) {
                between(seconds(f.pins[k].when), -kLongest, kLongest, at(here + ".pins", k, "film_s"), "s");
                metres(f.pins[k].place.atM, at(here + ".pins", k, "at.at_m"));
                for (const double px : {f.pins[k].xPx, f.pins[k].yPx})
                    between(px, -1e5, 1e5, at(here + ".pins", k, "x_px"), "px");
            }
            for (std::size_t k = 0; k < f.pairs.size(); ++k) {
                between(seconds(f.pairs[k].footage), -kLongest, kLongest, at(here + ".pairs", k, "footage_s"), "s");
                metres(f.pairs[k].atM, at(here + ".pairs", k, "at_m"));
            }
        }
    }
    void take(const Take& t, const std::string& here) {
        constexpr double kLongestS = 1e6;
        if (t.file.empty()) tell(here + ".file", "a take has no file", "a sound file in the guide folder");
        between(t.fromS, 0, kLongestS, here + ".from_s", "s"), between(t.toS, t.fromS, kLongestS, here + ".to_s", "s");
        double before = t.fromS;
        for (std::size_t i = 0; i < t.cuts.size(); ++i) {
            between(t.cuts[i].fromS, before, t.toS, at(here + ".cuts", i, "from_s"), "s");
            between(t.cuts[i].toS, t.cuts[i].fromS, t.toS, at(here + ".cuts", i, "to_s"), "s");
            before = t.cuts[i].toS;
        }
        for (std::size_t i = 0; i < t.words.size(); ++i)
            for (const double s : {t.words[i].startS, t.words[i].endS})
                between(s, 0, kLongestS, at(here + ".words", i), "s");
        between(t.longestPauseS, 0, kLongestS, here + ".longest_pause_s", "s");
    }
    void camera(const Camera& c, const std::string& here) {
        between(deg(c.hfovRad), 1, 179, here + ".hfov_deg", "degrees");
        for (const double m : {c.heightM, c.forwardM, c.lateralM}) between(m, -100, 100, here, "m");
        for (const double angle : {c.pitchRad, c.yawRad, c.rollRad}) between(deg(angle), -180, 180, here, "degrees");
        for (const double gain : {c.pitchPerG, c.rollPerG, c.slipPerG})
            between(deg(gain), -45, 45, here, "degrees a g");
        between(c.distortion, -10, 10, here + ".distortion", "");
    }
    void scene() {
        const auto& c = g_.scene.conditions;
        const auto in = [&](const std::optional<double>& v, double lo, double hi, const char* member,
                            const char* unit) {
            if (v) between(*v, lo, hi, std::string("scene.conditions.") + member, unit);
        };
        in(c.airC, -60, 90, "air_c", "degrees"), in(c.trackC, -60, 90, "track_c", "degrees");
        if (c.windFromRad) between(deg(*c.windFromRad), 0, 360, "scene.conditions.wind_from_deg", "degrees");
        in(c.windMps, 0, 80, "wind_mps", "m/s"), in(c.fuelL, 0, 2000, "fuel_l", "litres");
        if (c.minuteOfDay) between(*c.minuteOfDay, 0, 24 * 60 - 1, "scene.conditions.minute_of_day", "minutes");
    }
    void reference(std::size_t i) {
        const auto& r = g_.references[i];
        id(r.id.value, at("references", i, "id"));
        metres(r.atM, at("references", i, "at_m"));
        between(r.lateralM, -1e4, 1e4, at("references", i, "lateral_m"), "m");
        between(r.heightM, -1e3, 1e3, at("references", i, "height_m"), "m");
    }
    void corner(std::size_t i) {
        const auto& c = g_.corners[i];
        id(c.id.value, at("corners", i, "id"));
        if (!numbers_.insert(c.number).second)
            tell(at("corners", i, "number"), "the number " + std::to_string(c.number) + " stands twice",
                 "a number of its own");
        const std::pair<const char*, double> bounds[] = {
            {"start_m", c.startM}, {"turn_in_m", c.turnInM}, {"apex_m", c.apexM}, {"end_m", c.endM}};
        for (const auto& [member, v] : bounds) metres(v, at("corners", i, member));
        for (std::size_t k = 1; k < std::size(bounds); ++k)
            if (bounds[k].second < bounds[k - 1].second)
                tell(at("corners", i, bounds[k].first), shown(bounds[k].second) + " lies before " + bounds[k - 1].first,
                     "start_m, turn_in_m, apex_m and end_m in the order of the road");
        if (i > 0 && c.apexM < g_.corners[i - 1].apexM)
            tell(at("corners", i, "apex_m"), shown(c.apexM) + " lies before the corner in front of it",
                 "corners in the order of the road");
        for (const double m : c.apexesM) metres(m, at("corners", i, "apexes_m"));
        between(c.angleRad, 0, 100, at("corners", i, "angle_rad"), "rad");
        between(c.minRadiusM, 0, 1e9, at("corners", i, "min_radius_m"), "m");
        between(c.consequence, 0, 3, at("corners", i, "consequence"), "");
    }
    void beats(const std::vector<Beat>& all, const std::string& here) {
        for (std::size_t k = 0; k < all.size(); ++k) {
            id(all[k].id.value, at(here + ".beats", k, "id"));
            metres(all[k].atM, at(here + ".beats", k, "at_m"));
            for (std::size_t t = 0; t < all[k].takes.size(); ++t)
                take(all[k].takes[t], at(here + ".beats", k, "takes[" + std::to_string(t) + "]"));
            if (all[k].shown) picture(*all[k].shown, at(here + ".beats", k, "shown"));
        }
    }
    void sectionWords() {
        std::set<SectionKind> seen;
        for (std::size_t i = 0; i < g_.sectionWords.size(); ++i) {
            const auto& s = g_.sectionWords[i];
            const auto here = at("section_words", i);
            if (std::find(std::begin(kSpokenSections), std::end(kSpokenSections), s.section) ==
                std::end(kSpokenSections))
                tell(here + ".section", "\"" + std::string(name(s.section)) + "\" has no words of its own",
                     "card, conditions or close");
            if (!seen.insert(s.section).second)
                tell(here + ".section", "\"" + std::string(name(s.section)) + "\" stands twice", "one of a section");
            beats(s.beats, here);
        }
    }
    void furtherLaps() {
        std::set<int> seen;
        for (std::size_t i = 0; i < g_.furtherLaps.size(); ++i) {
            const auto here = at("further_laps", i);
            const int lap = g_.furtherLaps[i].lap;
            if (lap < 1) tell(here + ".lap", shown(lap) + " cannot be", "the number of a lap");
            if (!seen.insert(lap).second) tell(here + ".lap", shown(lap) + " stands twice", "one of a lap");
            beats(g_.furtherLaps[i].beats, here);
        }
    }
    void authored(std::size_t i) {
        const auto& c = g_.corners[i];
        const auto here = at("corners", i);
        beats(c.beats, here);
        advice(c.advice, here + ".advice");
        for (const auto& [variant, rows] : c.otherAdvice) advice(rows, here + ".advice_in." + variant);
        for (std::size_t k = 0; k < c.shots.size(); ++k) setShot(c.shots[k], at(here + ".shots", k));
        for (std::size_t k = 0; k < c.markers.size(); ++k) marker(c.markers[k], at(here + ".markers", k));
    }
    void advice(const std::vector<Advice>& rows, const std::string& here) {
        std::set<Topic> topics;
        for (std::size_t k = 0; k < rows.size(); ++k) {
            const auto& a = rows[k];
            if (a.topic != Topic::Free && !topics.insert(a.topic).second)
                tell(at(here, k, "topic"), "\"" + std::string(key(a.topic)) + "\" stands twice", "one row a topic");
            known(a.first, at(here, k, "first"));
            known(a.second, at(here, k, "second"));
        }
    }
    void setShot(const SetShot& s, const std::string& here) {
        metres(s.atM, here + ".at_m"), metres(s.toM, here + ".to_m");
        if (s.toM < s.atM) tell(here + ".to_m", shown(s.toM) + " lies before at_m", "a place not before at_m");
        if (s.rate != 0 && s.rate != 1 && s.rate != 0.75 && s.rate != 0.5 && s.rate != 0.25)
            tell(here + ".rate", shown(s.rate) + " is no pace", "1, 0.75, 0.5, 0.25, or 0 where it stands");
        between(s.standS, 0, 600, here + ".stand_s", "s");
    }
    void marker(const Marker& m, const std::string& here) {
        id(m.id.value, here + ".id");
        if (const auto* road = std::get_if<OnRoad>(&m.at)) {
            metres(road->atM, here + ".at.at_m");
            metres(road->toM, here + ".at.to_m");
            between(road->lateralM, -1e4, 1e4, here + ".at.lateral_m", "m");
            between(road->heightM, -1e3, 1e3, here + ".at.height_m", "m");
        }
        if (const auto* r = std::get_if<OnReference>(&m.at)) {
            known(r->reference, here + ".at.reference");
            metres(r->offsetM, here + ".at.offset_m");
        }
        known(m.thing, here + ".thing");
        if (const auto* f = std::get_if<InFilm>(&m.at)) {
            bool there = false;
            for (const auto& film : g_.sources.films) there = there || film.id == f->film;
            if (!there) tell(here + ".at.film", "there is no film " + std::to_string(f->film.value), "the id of one");
            between(seconds(f->when), -1e7, 1e7, here + ".at.film_s", "s");
            between(f->xPx, -1e5, 1e5, here + ".at.x_px", "px");
            between(f->yPx, -1e5, 1e5, here + ".at.y_px", "px");
        }
    }

    const Guide& g_;
    std::set<int> ids_, numbers_;
};

} // namespace

Result<Guide> validated(Guide guide) {
    Examiner examiner(guide);
    examiner.look();
    if (examiner.wrong) return *examiner.wrong;
    return guide;
}

} // namespace hl
