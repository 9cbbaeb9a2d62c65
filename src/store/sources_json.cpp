// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/sources_json.h"

#include "core/units/numbers.h"
#include "store/choices_json.h"
#include "store/corner_json.h"
#include "store/kept_members.h"
#include "store/showing_json.h"

namespace hl {

using json = nlohmann::ordered_json;

namespace {

/// To the millionth: what is read back and written again is the same text.
double degrees(double radians) { return rounded(deg(radians), 6); }

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
                                            {"at", toJson(Anchor(p.place))}};
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

} // namespace

namespace {

json write(const SidesTold& s) { return {{"from", key(s.from)}, {"turned", s.turned}}; }

SidesTold sidesFrom(const JsonView& v) {
    const auto from = sidesOf(v.text("from"));
    return {from.value_or(Sides::Guessed), from && v.flag("turned", false)};
}

} // namespace

json toJson(const Sources& s) {
    json j = {{"films", listOf(s.films, [](const Film& f) { return withMore(write(f), f.more); })},
              {"log", s.log},
              {"track", s.trackFile},
              {"line", s.line},
              {"lap", s.lap},
              {"columns", toJson(s.columns)},
              {"stills", listOf(s.stills, [](const Still& one) { return withMore(write(one), one.more); })}};
    if (s.sides != SidesTold{}) j["sides"] = write(s.sides);
    return j;
}

Sources sourcesFrom(const JsonView& v) {
    Sources s;
    s.films.clear();
    for (const auto& f : v.at("films").list()) s.films.push_back(filmFrom(f));
    s.log = v.text("log"), s.trackFile = v.text("track", ""), s.line = v.text("line", ""), s.lap = v.whole("lap");
    if (const auto columns = v.find("columns")) s.columns = choicesFrom(columns->raw());
    s.stills = listOf<Still>(v, "stills", stillFrom);
    if (const auto sides = v.find("sides")) s.sides = sidesFrom(*sides);
    keepUnknown(s, v.raw(), toJson(s));
    return s;
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
