// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/corner_json.h"

#include "store/cut_json.h"
#include "store/edition_json.h"
#include "store/kept_members.h"
#include "store/showing_json.h"
#include "store/take_json.h"

#include <array>

namespace hl {

using json = nlohmann::ordered_json;

// Anchors

namespace {

constexpr std::array<std::string_view, 4> kSpots = {"top-left", "top-right", "bottom-left", "bottom-right"};

} // namespace

json toJson(const Anchor& a) {
    if (const auto* r = std::get_if<OnRoad>(&a))
        return {
            {"on", "road"}, {"at_m", r->atM}, {"to_m", r->toM}, {"lateral_m", r->lateralM}, {"height_m", r->heightM}};
    if (const auto* r = std::get_if<OnReference>(&a))
        return {{"on", "reference"}, {"reference", r->reference.value}, {"offset_m", r->offsetM}};
    if (const auto* f = std::get_if<InFilm>(&a))
        return {
            {"on", "film"}, {"film", f->film.value}, {"film_s", seconds(f->when)}, {"x_px", f->xPx}, {"y_px", f->yPx}};
    return {{"on", "picture"}, {"spot", kSpots.at(static_cast<std::size_t>(std::get<InPicture>(a).spot))}};
}

std::optional<Anchor> anchorFrom(const JsonView& v) {
    const auto on = v.text("on");
    if (on == "road") {
        const double at = v.number("at_m");
        return OnRoad{at, v.number("to_m", at), v.number("lateral_m", 0), v.number("height_m", 0)};
    }
    if (on == "reference") return OnReference{{v.whole("reference")}, v.number("offset_m", 0)};
    if (on == "film")
        return InFilm{{v.whole("film")}, hl::at<FootageTime>(v.number("film_s")), v.number("x_px"), v.number("y_px")};
    if (on == "picture") {
        const auto spot = v.text("spot");
        for (std::size_t i = 0; i < kSpots.size(); ++i)
            if (kSpots[i] == spot) return InPicture{static_cast<PictureSpot>(i)};
    }
    return std::nullopt;
}

// What stands in a corner

json toJson(const Beat& b) {
    json j = {{"id", b.id.value}, {"topic", key(b.topic)}, {"at_m", b.atM}, {"words", b.words}, {"cue", b.cue}};
    if (b.shown) j["shown"] = text(*b.shown);
    if (b.pass != Pass::Walk) j["pass"] = key(b.pass);
    if (b.way) j["way"] = key(*b.way);
    if (b.anywhere) j["anywhere"] = true;
    put(j, b.only);
    if (b.insteadOf) j["instead_of"] = b.insteadOf.value;
    if (!b.caption.empty()) j["caption"] = b.caption;
    if (!b.left.empty())
        j["left"] = listOf(b.left, [](const LeftClaim& l) {
            return json{{"kind", l.kind}, {"said", l.said}, {"why", l.why}};
        });
    if (!b.takes.empty()) j["takes"] = listOf(b.takes, [](const Take& t) { return withMore(toJson(t), t.more); });
    return j;
}

namespace {

/// A topic that nobody here knows counts as free and stays what it is in the file.
Topic topicFrom(const JsonView& v, json& overridden) {
    const auto text = v.text("topic");
    if (const auto t = topicOf(text)) return *t;
    overridden["topic"] = text;
    return Topic::Free;
}

} // namespace

Beat beatFrom(const JsonView& v) {
    json kept = json::object();
    Beat b{{v.whole("id")}, topicFrom(v, kept), v.number("at_m"), v.text("words"), v.text("cue", "")};
    if (const auto shown = v.find("shown")) b.shown = pictureFrom(*shown);
    b.caption = v.text("caption", "");
    if (const auto way = v.find("way")) b.way = wayFrom(*way);
    b.anywhere = v.flag("anywhere", false);
    b.only = onlyInFrom(v), b.insteadOf = {v.whole("instead_of", 0)};
    if (v.find("left"))
        b.left = listOf<LeftClaim>(v, "left", [](const JsonView& l) {
            return LeftClaim{l.text("kind"), l.text("said"), l.text("why")};
        });
    const auto pass = v.text("pass", "walk");
    if (const auto known = passOf(pass))
        b.pass = *known;
    else
        kept["pass"] = pass;
    if (v.find("takes"))
        b.takes = listOf<Take>(v, "takes", [](const JsonView& t) {
            auto take = takeFrom(t);
            keepUnknown(take, t.raw(), toJson(take));
            return take;
        });
    keepUnknown(b, v.raw(), toJson(b), kept);
    return b;
}

namespace {

json write(const Marker& m) {
    json j = {{"id", m.id.value}, {"kind", m.kind}, {"at", toJson(m.at)}, {"label", m.label}};
    if (!m.way.empty()) j["way"] = m.way;
    put(j, m.only);
    if (m.thing) j["thing"] = m.thing.value;
    if (m.walk && m.run && !m.lap) return j; // the usual passes need no words
    j["passes"] = json::array();
    for (const auto& [shown, name] : {std::pair(m.walk, "walk"), std::pair(m.run, "run"), std::pair(m.lap, "lap")})
        if (shown) j["passes"].push_back(name);
    return j;
}

void readPasses(Marker& m, const JsonView& v) {
    const auto passes = v.find("passes");
    if (!passes) return;
    m.walk = m.run = m.lap = false;
    for (const auto& p : passes->list()) {
        const auto name = p.text();
        m.walk |= name == "walk", m.run |= name == "run", m.lap |= name == "lap";
    }
}

/// An anchor of a newer writer stands instead of ours, not mixed with it.
json wholeMarker(const Marker& m) {
    auto j = write(m);
    if (const auto more = jsonOrNothing(m.more.empty() ? "{}" : m.more); more.contains("at"))
        if (more["at"].contains("on")) j.erase("at");
    return withMore(std::move(j), m.more);
}

Marker markerFrom(const JsonView& v) {
    json kept = json::object();
    const auto place = v.at("at");
    auto anchor = anchorFrom(place);
    if (!anchor) kept["at"] = place.raw();
    Marker m{{v.whole("id")}, v.text("kind"), anchor.value_or(InPicture{}), v.text("label", "")};
    m.way = v.text("way", ""), m.only = onlyInFrom(v);
    m.thing = {v.whole("thing", 0)};
    readPasses(m, v);
    if (anchor)
        keepUnknown(m, v.raw(), write(m));
    else
        m.more = dumped(kept, -1);
    return m;
}

json write(const Advice& a) {
    return {{"topic", key(a.topic)},  {"advised", a.advised},     {"look_for", a.lookFor}, {"backup", a.backup},
            {"first", a.first.value}, {"second", a.second.value}, {"picture", a.picture}};
}

Advice adviceFrom(const JsonView& v) {
    json kept = json::object();
    Advice a{topicFrom(v, kept),    v.text("advised", ""),  v.text("look_for", ""), v.text("backup", ""),
             {v.whole("first", 0)}, {v.whole("second", 0)}, v.text("picture", "")};
    keepUnknown(a, v.raw(), write(a), kept);
    return a;
}

} // namespace

json toJson(const GuideCorner& c) {
    json j = {{"id", c.id.value},
              {"number", c.number},
              {"name", c.name},
              {"side", name(c.side)},
              {"kind", c.kind},
              {"complex", c.complex},
              {"complex_kind", c.complexKind},
              {"flat", c.flat},
              {"start_m", c.startM},
              {"turn_in_m", c.turnInM},
              {"apex_m", c.apexM},
              {"end_m", c.endM},
              {"apexes_m", c.apexesM},
              {"angle_rad", c.angleRad},
              {"min_radius_m", c.minRadiusM},
              {"consequence", c.consequence},
              {"advice", listOf(c.advice, [](const Advice& a) { return withMore(write(a), a.more); })},
              {"beats", listOf(c.beats, [](const Beat& b) { return withMore(toJson(b), b.more); })},
              {"markers", listOf(c.markers, wholeMarker)}};
    if (!c.shots.empty()) j["shots"] = listOf(c.shots, [](const SetShot& s) { return withMore(toJson(s), s.more); });
    if (c.key) j["key"] = true;
    for (const auto& [variant, rows] : c.otherAdvice)
        j["advice_in"][variant] = listOf(rows, [](const Advice& a) { return withMore(write(a), a.more); });
    return j;
}

GuideCorner cornerFrom(const JsonView& v) {
    GuideCorner c;
    c.id = {v.whole("id")}, c.number = v.whole("number"), c.name = v.text("name", "");
    const auto side = v.at("side");
    if (const auto text = side.text(); text != "left" && text != "right")
        side.tell("is \"" + text + "\"", "\"left\" or \"right\"");
    c.side = side.raw() == "left" ? Side::Left : Side::Right;
    c.kind = v.text("kind", "bend"), c.complex = v.whole("complex", 0), c.complexKind = v.text("complex_kind", "");
    c.flat = v.flag("flat", false);
    c.startM = v.number("start_m"), c.turnInM = v.number("turn_in_m"), c.apexM = v.number("apex_m"),
    c.endM = v.number("end_m");
    c.apexesM = listOf<double>(v, "apexes_m", [](const JsonView& m) { return m.number(); });
    c.angleRad = v.number("angle_rad", 0), c.minRadiusM = v.number("min_radius_m", 0);
    c.consequence = v.whole("consequence", 0);
    c.advice = listOf<Advice>(v, "advice", adviceFrom);
    c.beats = listOf<Beat>(v, "beats", beatFrom);
    c.markers = listOf<Marker>(v, "markers", markerFrom);
    c.shots = listOf<SetShot>(v, "shots", setShotFrom);
    c.key = v.flag("key", false);
    if (const auto days = v.find("advice_in")) {
        if (!days->raw().is_object()) days->tell("is no object", "lists of advice by variant");
        for (const auto& [variant, rows] : days->raw().items())
            c.otherAdvice[variant] = listOf<Advice>(*days, variant.c_str(), adviceFrom);
    }
    keepUnknown(c, v.raw(), toJson(c));
    return c;
}

} // namespace hl
