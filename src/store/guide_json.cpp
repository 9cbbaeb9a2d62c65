// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/guide_json.h"

#include "core/units/numbers.h"
#include "store/choices_json.h"
#include "store/cut_json.h"
#include "store/guide_migrations.h"
#include "store/json_view.h"
#include "store/kept_members.h"
#include "store/showing_json.h"
#include "store/take_json.h"

#include <array>

namespace hl {
namespace {

using json = nlohmann::ordered_json;

// Members that this version does not know are kept as text beside the value they belong to, and laid over it again when
// it is written. Nobody lists the known ones a second time: what the writer does not write is unknown.

/// To the millionth: what is read back and written again is the same text.
double degrees(double radians) { return rounded(deg(radians), 6); }

// Anchors

constexpr std::array<std::string_view, 4> kSpots = {"top-left", "top-right", "bottom-left", "bottom-right"};

json write(const Anchor& a) {
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

/// None for an anchor of a newer writer.
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

json write(const Beat& b) {
    json j = {{"id", b.id.value}, {"topic", key(b.topic)}, {"at_m", b.atM}, {"words", b.words}, {"cue", b.cue}};
    if (b.shown) j["shown"] = text(*b.shown);
    if (b.pass != Pass::Walk) j["pass"] = key(b.pass);
    if (b.way) j["way"] = key(*b.way);
    if (b.anywhere) j["anywhere"] = true;
    if (!b.caption.empty()) j["caption"] = b.caption;
    if (!b.left.empty())
        j["left"] = listOf(b.left, [](const LeftClaim& l) {
            return json{{"kind", l.kind}, {"said", l.said}, {"why", l.why}};
        });
    if (!b.takes.empty()) j["takes"] = listOf(b.takes, [](const Take& t) { return withMore(toJson(t), t.more); });
    return j;
}

/// A topic that nobody here knows counts as free and stays what it is in the file.
Topic topicFrom(const JsonView& v, json& overridden) {
    const auto text = v.text("topic");
    if (const auto t = topicOf(text)) return *t;
    overridden["topic"] = text;
    return Topic::Free;
}

Beat beatFrom(const JsonView& v) {
    json kept = json::object();
    Beat b{{v.whole("id")}, topicFrom(v, kept), v.number("at_m"), v.text("words"), v.text("cue", "")};
    if (const auto shown = v.find("shown")) b.shown = pictureFrom(*shown);
    b.caption = v.text("caption", "");
    if (const auto way = v.find("way")) b.way = wayFrom(*way);
    b.anywhere = v.flag("anywhere", false);
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
    keepUnknown(b, v.raw(), write(b), kept);
    return b;
}

json write(const Marker& m) {
    json j = {{"id", m.id.value}, {"kind", m.kind}, {"at", write(m.at)}, {"label", m.label}};
    if (!m.way.empty()) j["way"] = m.way;
    if (!m.variant.empty()) j["variant"] = m.variant;
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
    if (const auto more = json::parse(m.more.empty() ? "{}" : m.more, nullptr, false); more.contains("at"))
        if (more["at"].contains("on")) j.erase("at");
    return withMore(std::move(j), m.more);
}

Marker markerFrom(const JsonView& v) {
    json kept = json::object();
    const auto place = v.at("at");
    auto anchor = anchorFrom(place);
    if (!anchor) kept["at"] = place.raw();
    Marker m{{v.whole("id")}, v.text("kind"), anchor.value_or(InPicture{}), v.text("label", "")};
    m.way = v.text("way", ""), m.variant = v.text("variant", "");
    m.thing = {v.whole("thing", 0)};
    readPasses(m, v);
    if (anchor)
        keepUnknown(m, v.raw(), write(m));
    else
        m.more = kept.dump();
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

// Corners and references

json write(const GuideCorner& c) {
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
              {"beats", listOf(c.beats, [](const Beat& b) { return withMore(write(b), b.more); })},
              {"markers", listOf(c.markers, wholeMarker)}};
    if (!c.shots.empty()) j["shots"] = listOf(c.shots, [](const SetShot& s) { return withMore(toJson(s), s.more); });
    if (c.key) j["key"] = true;
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
    keepUnknown(c, v.raw(), write(c));
    return c;
}

json write(const GuideReference& r) {
    json j = {{"id", r.id.value},      {"key", r.key},    {"kind", r.kind},
              {"label", r.label},      {"at_m", r.atM},   {"lateral_m", r.lateralM},
              {"height_m", r.heightM}, {"lasts", r.lasts}};
    if (!r.light.empty()) j["light"] = r.light;
    return j;
}

GuideReference referenceFrom(const JsonView& v) {
    GuideReference r;
    r.id = {v.whole("id")}, r.key = v.text("key", ""), r.kind = v.text("kind", ""), r.label = v.text("label", "");
    r.atM = v.number("at_m"), r.lateralM = v.number("lateral_m", 0), r.heightM = v.number("height_m", 0);
    r.lasts = v.text("lasts", ""), r.light = v.text("light", "");
    keepUnknown(r, v.raw(), write(r));
    return r;
}

// Sources

json write(const ClockTie& t) {
    json j = {{"offset_s", t.offsetS},
              {"drift_ppm", t.driftPpm},
              {"uncertainty_ms", t.uncertaintyMs},
              {"confidence", t.confidence},
              {"method", t.method}};
    if (!t.places.empty()) j["places"] = json::array();
    for (const auto& p : t.places)
        j["places"].push_back({{"offset_s", p.offsetS}, {"likeness", p.likeness}, {"lap", p.lap}});
    return j;
}

ClockTie tieFrom(const JsonView& v) {
    ClockTie t{v.number("offset_s"), v.number("drift_ppm", 0), v.number("uncertainty_ms", 0), v.number("confidence", 0),
               v.text("method", "none")};
    if (const auto places = v.find("places"))
        for (const auto& p : places->list())
            t.places.push_back({p.number("offset_s"), p.number("likeness", 0), p.whole("lap", -1)});
    return t;
}

json write(const Film& f) {
    return {{"id", f.id.value},
            {"role", key(f.role)},
            {"file", f.file},
            {"sync", write(f.tie)},
            {"camera", toJson(f.camera)},
            {"pairs", listOf(f.pairs,
                             [](const PlacePair& p) {
                                 return json{{"footage_s", seconds(p.footage)}, {"at_m", p.atM}};
                             })},
            {"pins", listOf(f.pins,
                            [](const CameraPin& p) {
                                return json{{"film_s", seconds(p.when)},
                                            {"x_px", p.xPx},
                                            {"y_px", p.yPx},
                                            {"at", write(Anchor(p.place))}};
                            })},
            {"keep_clear", listOf(f.keepClear, [](const KeepClear& k) { return toJson(k); })}};
}

Camera cameraIn(const JsonView& v) {
    Camera c;
    c.hfovRad = rad(v.number("hfov_deg"));
    c.heightM = v.number("height_m", c.heightM), c.forwardM = v.number("forward_m", 0);
    c.lateralM = v.number("lateral_m", 0), c.pitchRad = rad(v.number("pitch_deg", 0));
    c.yawRad = rad(v.number("yaw_deg", 0)), c.rollRad = rad(v.number("roll_deg", 0));
    c.distortion = v.number("distortion", 0);
    c.pitchPerG = rad(v.number("pitch_deg_per_g", deg(c.pitchPerG)));
    c.rollPerG = rad(v.number("roll_deg_per_g", deg(c.rollPerG)));
    c.slipPerG = rad(v.number("slip_deg_per_g", 0));
    c.assumed = v.flag("assumed", false);
    c.method = v.text("method", ""), c.residualPx = v.number("residual_px", 0);
    return c;
}

Film filmFrom(const JsonView& v) {
    Film f;
    f.id = {v.whole("id")}, f.file = v.text("file");
    json kept = json::object();
    const auto role = v.text("role", "onboard");
    if (const auto known = filmRoleOf(role))
        f.role = *known;
    else
        kept["role"] = role;
    f.tie = tieFrom(v.at("sync"));
    f.camera = cameraIn(v.at("camera"));
    f.pairs = listOf<PlacePair>(v, "pairs", [](const JsonView& p) {
        return PlacePair{at<FootageTime>(p.number("footage_s")), p.number("at_m")};
    });
    f.pins = listOf<CameraPin>(v, "pins", [](const JsonView& p) {
        const auto place = anchorFrom(p.at("at"));
        const auto* road = place ? std::get_if<OnRoad>(&*place) : nullptr;
        return CameraPin{at<FootageTime>(p.number("film_s")), p.number("x_px"), p.number("y_px"),
                         road ? *road : OnRoad{}};
    });
    f.keepClear = listOf<KeepClear>(v, "keep_clear", keepClearFrom);
    keepUnknown(f, v.raw(), write(f), kept);
    return f;
}

json write(const Still& s) { return {{"id", s.id.value}, {"file", s.file}, {"at_m", s.atM}, {"caption", s.caption}}; }

Still stillFrom(const JsonView& v) {
    Still s{{v.whole("id")}, v.text("file"), v.number("at_m"), v.text("caption", "")};
    keepUnknown(s, v.raw(), write(s));
    return s;
}

json write(const Sources& s) {
    return {{"films", listOf(s.films, [](const Film& f) { return withMore(write(f), f.more); })},
            {"log", s.log},
            {"track", s.trackFile},
            {"line", s.line},
            {"lap", s.lap},
            {"columns", toJson(s.columns)},
            {"stills", listOf(s.stills, [](const Still& one) { return withMore(write(one), one.more); })}};
}

Sources sourcesFrom(const JsonView& v) {
    Sources s;
    s.films.clear();
    for (const auto& f : v.at("films").list()) s.films.push_back(filmFrom(f));
    s.log = v.text("log"), s.trackFile = v.text("track", ""), s.line = v.text("line", ""), s.lap = v.whole("lap");
    if (const auto columns = v.find("columns")) s.columns = choicesFrom(columns->raw());
    s.stills = listOf<Still>(v, "stills", stillFrom);
    keepUnknown(s, v.raw(), write(s));
    return s;
}

// The day and the car

json orNull(const std::optional<double>& v) { return v ? json(*v) : json(nullptr); }

json write(const Conditions& c) {
    return {{"sky", key(c.sky)},
            {"road", key(c.road)},
            {"rubber", key(c.rubber)},
            {"light", key(c.light)},
            {"tyres", key(c.tyres)},
            {"fuel", key(c.fuel)},
            {"air_c", orNull(c.airC)},
            {"track_c", orNull(c.trackC)},
            {"wind_from_deg", c.windFromRad ? json(degrees(*c.windFromRad)) : json(nullptr)},
            {"wind_mps", orNull(c.windMps)},
            {"fuel_l", orNull(c.fuelL)},
            {"minute_of_day", c.minuteOfDay ? json(*c.minuteOfDay) : json(nullptr)},
            {"note", c.note}};
}

/// A word that nobody here knows counts as unsaid and stays what it is in the file.
template <class E> E wordFrom(const JsonView& v, const char* member, json& overridden) {
    const auto text = v.text(member, "");
    if (const auto known = valueOf<E>(text)) return *known;
    overridden[member] = text;
    return E::Unsaid;
}

Conditions conditionsIn(const JsonView& v) {
    json kept = json::object();
    Conditions c;
    c.sky = wordFrom<Sky>(v, "sky", kept), c.road = wordFrom<RoadState>(v, "road", kept);
    c.rubber = wordFrom<Rubber>(v, "rubber", kept), c.light = wordFrom<Light>(v, "light", kept);
    c.tyres = wordFrom<Tyres>(v, "tyres", kept), c.fuel = wordFrom<FuelLoad>(v, "fuel", kept);
    const auto number = [&](const char* member) -> std::optional<double> {
        const auto there = v.find(member);
        return there ? std::optional(there->number()) : std::nullopt;
    };
    c.airC = number("air_c"), c.trackC = number("track_c");
    c.windMps = number("wind_mps"), c.fuelL = number("fuel_l");
    if (const auto from = number("wind_from_deg")) c.windFromRad = rad(*from);
    if (const auto minute = v.find("minute_of_day")) c.minuteOfDay = minute->whole();
    c.note = v.text("note", "");
    keepUnknown(c, v.raw(), write(c), kept);
    return c;
}

json write(const SetupRow& r) {
    return {{"id", r.id.value},
            {"name", r.name},
            {"value", r.value},
            {"unit", r.unit},
            {"usual", r.usual},
            {"why", r.why},
            {"rules", listOf(r.rules, [](const SetupRule& rule) {
                 return json{{"if", rule.when}, {"then", rule.up ? "up" : "down"}, {"step", rule.step}};
             })}};
}

SetupRow setupRowFrom(const JsonView& v) {
    SetupRow r{{v.whole("id")},
               v.text("name"),
               v.text("value", ""),
               v.text("unit", ""),
               v.text("usual", ""),
               v.text("why", ""),
               {}};
    r.rules = listOf<SetupRule>(v, "rules", [](const JsonView& rule) {
        const auto then = rule.at("then");
        if (const auto text = then.text(); text != "up" && text != "down")
            then.tell("is \"" + text + "\"", "\"up\" or \"down\"");
        return SetupRule{rule.text("if"), then.raw() != "down", rule.text("step", "")};
    });
    keepUnknown(r, v.raw(), write(r));
    return r;
}

json write(const Scene& s) {
    return {{"title", s.title},
            {"channel", s.channel},
            {"track", s.track},
            {"car", s.car},
            {"series", s.series},
            {"conditions", withMore(write(s.conditions), s.conditions.more)},
            {"real_track", s.realTrack},
            {"corner_labels", key(s.cornerLabels)},
            {"speed_unit", symbol(s.speedUnit)}};
}

Scene sceneFrom(const JsonView& v) {
    Scene s{v.text("title", ""),       v.text("channel", ""), v.text("track", ""),
            v.text("car", ""),         v.text("series", ""),  {},
            v.flag("real_track", true)};
    if (const auto conditions = v.find("conditions")) s.conditions = conditionsIn(*conditions);
    s.cornerLabels = cornerLabelsOf(v.text("corner_labels", "both")).value_or(CornerLabels::Both);
    s.speedUnit = v.text("speed_unit", "km/h") == symbol(SpeedUnit::Mph) ? SpeedUnit::Mph : SpeedUnit::Kmh;
    keepUnknown(s, v.raw(), write(s));
    return s;
}

json write(const SectionWords& s) {
    return {{"section", name(s.section)},
            {"beats", listOf(s.beats, [](const Beat& b) { return withMore(write(b), b.more); })}};
}

SectionWords sectionWordsFrom(const JsonView& v) {
    SectionWords s;
    const auto section = v.at("section");
    if (const auto known = sectionKindOf(section.text()))
        s.section = *known;
    else
        section.tell("is \"" + section.text() + "\"", "card, conditions or close");
    s.beats = listOf<Beat>(v, "beats", beatFrom);
    keepUnknown(s, v.raw(), write(s));
    return s;
}

json write(const School& s) {
    return {{"numbers", s.numbers}, {"advanced", s.advanced}, {"as_i", s.asI}, {"distance", key(s.distance)}};
}

/// A unit that nobody here knows counts as metres.
School schoolFrom(const JsonView& v) {
    return {v.flag("numbers", true), v.flag("advanced", true), v.flag("as_i", false),
            distanceUnitOf(v.text("distance", "metres")).value_or(DistanceUnit::Metres)};
}

json whole(const Guide& g) {
    json j = {{"format", "high-lantern-guide"},
              {"version", kGuideVersion},
              {"scene", withMore(write(g.scene), g.scene.more)},
              {"sources", withMore(write(g.sources), g.sources.more)},
              {"setup", listOf(g.setup, [](const SetupRow& r) { return withMore(write(r), r.more); })},
              {"outline", listOf(g.outline, [](const OutlinePart& p) { return toJson(p); })},
              {"showing", withMore(toJson(g.showings), g.showings.more)},
              {"frame_rate", g.frameRate},
              {"loudness_lufs", g.loudnessLufs},
              {"next_id", g.nextId},
              {"corners", listOf(g.corners, [](const GuideCorner& c) { return withMore(write(c), c.more); })},
              {"references", listOf(g.references, [](const GuideReference& r) { return withMore(write(r), r.more); })}};
    // What is as usual needs no words.
    if (!g.sectionWords.empty())
        j["section_words"] = listOf(g.sectionWords, [](const SectionWords& s) { return withMore(write(s), s.more); });
    if (g.school != School{}) j["school"] = write(g.school);
    if (g.voiceCare != VoiceCare{})
        j["voice"] = {{"high_pass", g.voiceCare.highPass}, {"less_noise", g.voiceCare.lessNoise}};
    if (g.cutWish != CutWish{}) j["cut"] = withMore(toJson(g.cutWish), g.cutWish.more);
    if (g.wordTimes) j["caption_word_times"] = true;
    if (!g.notAllowed.empty()) j["names_not_allowed"] = g.notAllowed;
    return j;
}

} // namespace

json toJson(const Guide& g) { return withMore(whole(g), g.more); }

Result<Guide> guideFrom(const json& j) {
    std::optional<Error> wrong;
    const JsonView v(j, "", wrong);
    Guide g;
    g.scene = sceneFrom(v.at("scene"));
    g.sources = sourcesFrom(v.at("sources"));
    g.setup = listOf<SetupRow>(v, "setup", setupRowFrom);
    if (v.has("outline")) g.outline = listOf<OutlinePart>(v, "outline", outlinePartFrom);
    if (const auto cut = v.find("cut")) g.cutWish = cutWishFrom(*cut);
    if (const auto showing = v.find("showing")) {
        g.showings = showingsFrom(*showing);
        keepUnknown(g.showings, showing->raw(), toJson(g.showings));
    }
    g.frameRate = v.whole("frame_rate", 25), g.loudnessLufs = v.number("loudness_lufs", -16),
    g.nextId = v.whole("next_id");
    for (const auto& c : v.at("corners").list()) g.corners.push_back(cornerFrom(c));
    for (const auto& r : v.at("references").list()) g.references.push_back(referenceFrom(r));
    g.sectionWords = listOf<SectionWords>(v, "section_words", sectionWordsFrom);
    if (const auto school = v.find("school")) g.school = schoolFrom(*school);
    if (const auto voice = v.find("voice"))
        g.voiceCare = {voice->flag("high_pass", false), voice->flag("less_noise", false)};
    g.wordTimes = v.flag("caption_word_times", false);
    if (v.find("names_not_allowed"))
        for (const auto& name : v.at("names_not_allowed").list()) g.notAllowed.push_back(name.text());
    if (wrong) {
        wrong->id = "guide.bad-value";
        return *wrong;
    }
    keepUnknown(g, j, whole(g));
    return g;
}

json toJson(const Camera& c) {
    return {{"hfov_deg", degrees(c.hfovRad)},
            {"height_m", c.heightM},
            {"forward_m", c.forwardM},
            {"lateral_m", c.lateralM},
            {"yaw_deg", degrees(c.yawRad)},
            {"pitch_deg", degrees(c.pitchRad)},
            {"roll_deg", degrees(c.rollRad)},
            {"distortion", c.distortion},
            {"pitch_deg_per_g", degrees(c.pitchPerG)},
            {"roll_deg_per_g", degrees(c.rollPerG)},
            {"slip_deg_per_g", degrees(c.slipPerG)},
            {"assumed", c.assumed},
            {"method", c.method},
            {"residual_px", c.residualPx}};
}

Result<Camera> cameraFrom(const json& j) {
    std::optional<Error> wrong;
    auto camera = cameraIn(JsonView(j, "", wrong));
    if (!wrong) return camera;
    wrong->id = "camera.bad-value";
    return *wrong;
}

} // namespace hl
