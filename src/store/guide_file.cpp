// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/guide_file.h"

#include "store/choices_json.h"
#include "store/files.h"

#include <nlohmann/json.hpp>

namespace hl {
namespace fs = std::filesystem;
using json = nlohmann::ordered_json;
namespace {

json toJson(const Beat& b) {
    return {{"id", b.id}, {"topic", key(b.topic)}, {"at_m", b.atM}, {"words", b.words}, {"cue", b.cue}};
}
json toJson(const Marker& m) {
    return {{"id", m.id},      {"kind", key(m.kind)},     {"at_m", m.atM},
            {"to_m", m.toM},   {"lateral_m", m.lateralM}, {"height_m", m.heightM},
            {"label", m.label}};
}
json toJson(const Advice& a) {
    return {{"topic", key(a.topic)}, {"advised", a.advised}, {"look_for", a.lookFor}, {"backup", a.backup}};
}
json toJson(const Reference& r) {
    return {{"id", r.id},      {"kind", r.kind},          {"label", r.label},
            {"at_m", r.atM},   {"lateral_m", r.lateralM}, {"height_m", r.heightM},
            {"lasts", r.lasts}};
}

json toJson(const GuideCorner& c);

template <class T> json list(const std::vector<T>& values) {
    json a = json::array();
    for (const auto& v : values) a.push_back(toJson(v));
    return a;
}

json toJson(const GuideCorner& c) {
    return {{"number", c.number},
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
            {"angle_rad", c.angleRad},
            {"min_radius_m", c.minRadiusM},
            {"consequence", c.consequence},
            {"advice", list(c.advice)},
            {"beats", list(c.beats)},
            {"markers", list(c.markers)}};
}

template <class T, class Read> std::vector<T> listOf(const json& j, const char* member, Read read) {
    std::vector<T> out;
    for (const auto& v : j.at(member)) out.push_back(read(v));
    return out;
}

template <class Enum> Enum known(const std::optional<Enum>& value, Enum otherwise) { return value.value_or(otherwise); }

Beat beatFrom(const json& j) {
    return {j.at("id"), known(topicOf(j.at("topic").get<std::string>()), Topic::Free), j.at("at_m"), j.at("words"),
            j.value("cue", "")};
}
Marker markerFrom(const json& j) {
    const double at = j.at("at_m");
    return {j.at("id"),
            known(markerKindOf(j.at("kind").get<std::string>()), MarkerKind::Ring),
            at,
            j.value("lateral_m", 0.0),
            j.value("height_m", 0.0),
            j.value("to_m", at),
            j.value("label", "")};
}
Advice adviceFrom(const json& j) {
    return {known(topicOf(j.at("topic").get<std::string>()), Topic::Free), j.value("advised", ""),
            j.value("look_for", ""), j.value("backup", "")};
}
Reference referenceFrom(const json& j) {
    return {j.value("id", ""),         j.value("kind", ""),      j.value("label", ""), j.at("at_m"),
            j.value("lateral_m", 0.0), j.value("height_m", 0.0), j.value("lasts", "")};
}

GuideCorner cornerFrom(const json& j) {
    GuideCorner c;
    c.number = j.at("number"), c.name = j.value("name", ""), c.side = j.at("side") == "left" ? Side::Left : Side::Right;
    c.kind = j.value("kind", "bend"), c.complex = j.value("complex", "");
    c.complexKind = j.value("complex_kind", ""), c.flat = j.value("flat", false);
    c.startM = j.at("start_m"), c.turnInM = j.at("turn_in_m"), c.apexM = j.at("apex_m"), c.endM = j.at("end_m");
    c.angleRad = j.value("angle_rad", 0.0), c.minRadiusM = j.value("min_radius_m", 0.0),
    c.consequence = j.value("consequence", 0);
    c.advice = listOf<Advice>(j, "advice", adviceFrom);
    c.beats = listOf<Beat>(j, "beats", beatFrom);
    c.markers = listOf<Marker>(j, "markers", markerFrom);
    return c;
}

/// To the millionth: what is read back and written again is the same text.
double degrees(double radians) { return rounded(deg(radians), 6); }

json sourcesJson(const Sources& s) {
    json j = {{"video", s.video},
            {"log", s.log},
            {"track", s.trackFile},
            {"lap", s.lap},
            {"sync",
             {{"offset_s", s.tie.offsetS},
              {"drift_ppm", s.tie.driftPpm},
              {"uncertainty_ms", s.tie.uncertaintyMs},
              {"confidence", s.tie.confidence},
              {"method", s.tie.method}}},
            {"camera",
             {{"hfov_deg", degrees(s.camera.hfovRad)},
              {"height_m", s.camera.heightM},
              {"forward_m", s.camera.forwardM},
              {"lateral_m", s.camera.lateralM},
              {"pitch_deg", degrees(s.camera.pitchRad)},
              {"assumed", s.camera.assumed}}}};
    for (const auto& p : s.pairs) j["pairs"].push_back({{"footage_s", p.footageS}, {"at_m", p.atM}});
    if (!s.columns.empty()) j["columns"] = toJson(s.columns);
    return j;
}

Camera cameraFrom(const json& j) {
    Camera c;
    c.hfovRad = rad(j.at("hfov_deg").get<double>());
    c.heightM = j.value("height_m", c.heightM), c.forwardM = j.value("forward_m", 0.0),
    c.lateralM = j.value("lateral_m", 0.0);
    c.pitchRad = rad(j.value("pitch_deg", 0.0));
    c.assumed = j.value("assumed", false);
    return c;
}

Guide guideFrom(const json& j) {
    Guide g;
    const auto& scene = j.at("scene");
    g.scene = {scene.value("title", ""),       scene.value("channel", ""), scene.value("track", ""),
               scene.value("car", ""),         scene.value("series", ""),  scene.value("conditions", ""),
               scene.value("real_track", true),
               known(cornerLabelsOf(scene.value("corner_labels", "both")), CornerLabels::Both),
               scene.value("speed_unit", "km/h") == symbol(SpeedUnit::Mph) ? SpeedUnit::Mph : SpeedUnit::Kmh};
    const auto &s = j.at("sources"), &tie = s.at("sync");
    g.sources.video = s.at("video"), g.sources.log = s.at("log"), g.sources.trackFile = s.value("track", ""),
    g.sources.lap = s.at("lap");
    if (s.contains("pairs"))
        for (const auto& p : s.at("pairs")) g.sources.pairs.push_back({p.at("footage_s"), p.at("at_m")});
    if (s.contains("columns")) g.sources.columns = choicesFrom(s.at("columns"));
    g.sources.tie = {tie.at("offset_s"), tie.value("drift_ppm", 0.0), tie.value("uncertainty_ms", 0.0),
                     tie.value("confidence", 0.0), tie.value("method", "none")};
    g.sources.camera = cameraFrom(s.at("camera"));
    g.corners = listOf<GuideCorner>(j, "corners", cornerFrom);
    g.references = listOf<Reference>(j, "references", referenceFrom);
    g.nextId = j.at("next_id");
    g.wholeLapFirst = j.value("whole_lap_first", false);
    g.frameRate = j.value("frame_rate", 25);
    return g;
}

} // namespace

std::string guideJson(const Guide& g) {
    const json j = {{"format", "high-lantern-guide"},
                    {"version", kGuideVersion},
                    {"scene",
                     {{"title", g.scene.title},
                      {"channel", g.scene.channel},
                      {"track", g.scene.track},
                      {"car", g.scene.car},
                      {"series", g.scene.series},
                      {"conditions", g.scene.conditions},
                      {"real_track", g.scene.realTrack},
                      {"corner_labels", key(g.scene.cornerLabels)},
                      {"speed_unit", symbol(g.scene.speedUnit)}}},
                    {"sources", sourcesJson(g.sources)},
                    {"whole_lap_first", g.wholeLapFirst},
                    {"frame_rate", g.frameRate},
                    {"next_id", g.nextId},
                    {"corners", list(g.corners)},
                    {"references", list(g.references)}};
    return j.dump(1, ' ', false, json::error_handler_t::replace) + "\n";
}

Result<Guide> parseGuide(std::string_view text, std::string_view fileName) {
    const std::string file(fileName);
    try {
        const auto j = json::parse(text);
        const int version = j.at("version").get<int>();
        if (j.value("format", "") != "high-lantern-guide")
            return Error{"guide.bad-value", "is not a guide", file, "\"format\": \"high-lantern-guide\""};
        if (version > kGuideVersion)
            return Error{"guide.newer", "was written by a newer version (format " + std::to_string(version) + ")", file,
                         "format " + std::to_string(kGuideVersion) + " or older"};
        return guideFrom(j);
    } catch (const json::parse_error& e) {
        return Error{"guide.not-json", "is not valid JSON (byte " + std::to_string(e.byte) + ")", file,
                     "a guide.json saved by High Lantern"};
    } catch (const json::exception& e) {
        return Error{"guide.bad-value", e.what(), file, "the members in docs/guide.schema.json"};
    }
}

fs::path guideFile(const fs::path& guide) { return guide.filename() == "guide.json" ? guide : guide / "guide.json"; }
fs::path autosaveFile(const fs::path& guide) { return guideFile(guide).parent_path() / ".guide.autosave.json"; }

Result<Guide> readGuide(const fs::path& guide) {
    const auto file = guideFile(guide);
    const auto text = readFile(file);
    if (!text) return text.error();
    return parseGuide(*text, file.string());
}

Status saveGuide(const fs::path& guide, const Guide& value) {
    auto done = writeFile(guideFile(guide), guideJson(value));
    if (done) forgetAutosave(guide);
    return done;
}

Status autosaveGuide(const fs::path& guide, const Guide& value) {
    return writeFile(autosaveFile(guide), guideJson(value));
}

std::optional<Guide> unsavedEdits(const fs::path& guide) {
    const auto text = readFile(autosaveFile(guide));
    if (!text) return std::nullopt;
    if (const auto saved = readFile(guideFile(guide)); saved && *saved == *text) return std::nullopt;
    auto edits = parseGuide(*text, autosaveFile(guide).string());
    return edits ? std::optional(std::move(*edits)) : std::nullopt;
}

void forgetAutosave(const fs::path& guide) {
    std::error_code ec;
    fs::remove(autosaveFile(guide), ec);
}

Result<Camera> readCamera(const fs::path& path) {
    const auto text = readFile(path);
    if (!text) return text.error();
    try {
        return cameraFrom(json::parse(*text));
    } catch (const json::exception& e) {
        return Error{"camera.bad-value", e.what(), path.string(),
                     "hfov_deg, height_m, forward_m, lateral_m, pitch_deg"};
    }
}

} // namespace hl
