// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/guide_json.h"

#include "store/corner_json.h"
#include "store/cut_json.h"
#include "store/edition_json.h"
#include "store/guide_migrations.h"
#include "store/kept_members.h"
#include "store/showing_json.h"
#include "store/sources_json.h"

namespace hl {
namespace {

using json = nlohmann::ordered_json;

// Members that this version does not know are kept as text beside the value they belong to, and laid over it again when
// it is written. Nobody lists the known ones a second time: what the writer does not write is unknown.

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
    json j = {{"title", s.title},
              {"channel", s.channel},
              {"track", s.track},
              {"car", s.car},
              {"series", s.series},
              {"conditions", withMore(toJson(s.conditions), s.conditions.more)},
              {"real_track", s.realTrack},
              {"corner_labels", key(s.cornerLabels)},
              {"speed_unit", symbol(s.speedUnit)}};
    if (!s.realSaid) j["real_track_said"] = false;
    return j;
}

Scene sceneFrom(const JsonView& v) {
    Scene s{v.text("title", ""),        v.text("channel", ""),          v.text("track", ""),
            v.text("car", ""),          v.text("series", ""),           {},
            v.flag("real_track", true), v.flag("real_track_said", true)};
    if (const auto conditions = v.find("conditions")) s.conditions = conditionsFrom(*conditions);
    s.cornerLabels = cornerLabelsOf(v.text("corner_labels", "both")).value_or(CornerLabels::Both);
    s.speedUnit = v.text("speed_unit", "km/h") == symbol(SpeedUnit::Mph) ? SpeedUnit::Mph : SpeedUnit::Kmh;
    keepUnknown(s, v.raw(), write(s));
    return s;
}

json write(const SectionWords& s) {
    return {{"section", name(s.section)},
            {"beats", listOf(s.beats, [](const Beat& b) { return withMore(toJson(b), b.more); })}};
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

json write(const FurtherLap& l) {
    return {{"lap", l.lap}, {"beats", listOf(l.beats, [](const Beat& b) { return withMore(toJson(b), b.more); })}};
}

FurtherLap furtherLapFrom(const JsonView& v) {
    FurtherLap l{v.whole("lap"), listOf<Beat>(v, "beats", beatFrom)};
    keepUnknown(l, v.raw(), write(l));
    return l;
}

json write(const School& s) {
    return {{"numbers", s.numbers}, {"advanced", s.advanced}, {"as_i", s.asI}, {"distance", key(s.distance)}};
}

/// A unit that nobody here knows counts as metres.
School schoolFrom(const JsonView& v) {
    return {v.flag("numbers", true), v.flag("advanced", true), v.flag("as_i", false),
            distanceUnitOf(v.text("distance", "metres")).value_or(DistanceUnit::Metres)};
}

json write(const OnPurpose& p) {
    json j = {{"rule", p.rule}, {"why", p.why}};
    if (p.corner) j["corner"] = p.corner.value;
    if (p.beat) j["beat"] = p.beat.value;
    return j;
}

OnPurpose onPurposeFrom(const JsonView& v) {
    return {v.text("rule"), {v.whole("corner", 0)}, {v.whole("beat", 0)}, v.text("why", "")};
}

json whole(const Guide& g) {
    json j = {{"format", "high-lantern-guide"},
              {"version", kGuideVersion},
              {"scene", withMore(write(g.scene), g.scene.more)},
              {"sources", withMore(toJson(g.sources), g.sources.more)},
              {"setup", listOf(g.setup, [](const SetupRow& r) { return withMore(write(r), r.more); })},
              {"outline", listOf(g.outline, [](const OutlinePart& p) { return toJson(p); })},
              {"showing", withMore(toJson(g.showings), g.showings.more)},
              {"frame_rate", g.frameRate},
              {"loudness_lufs", g.loudnessLufs},
              {"next_id", g.nextId},
              {"corners", listOf(g.corners, [](const GuideCorner& c) { return withMore(toJson(c), c.more); })},
              {"references", listOf(g.references, [](const GuideReference& r) { return withMore(write(r), r.more); })}};
    // What is as usual needs no words.
    if (!g.sectionWords.empty())
        j["section_words"] = listOf(g.sectionWords, [](const SectionWords& s) { return withMore(write(s), s.more); });
    if (!g.furtherLaps.empty())
        j["further_laps"] = listOf(g.furtherLaps, [](const FurtherLap& l) { return withMore(write(l), l.more); });
    if (g.school != School{}) j["school"] = write(g.school);
    if (g.voiceCare != VoiceCare{})
        j["voice"] = {{"high_pass", g.voiceCare.highPass}, {"less_noise", g.voiceCare.lessNoise}};
    if (g.cutWish != CutWish{}) j["cut"] = withMore(toJson(g.cutWish), g.cutWish.more);
    if (!g.variants.empty())
        j["variants"] = listOf(g.variants, [](const Variant& v) { return withMore(toJson(v), v.more); });
    if (g.edition != Edition{}) j["edition"] = toJson(g.edition);
    if (g.wordTimes) j["caption_word_times"] = true;
    if (g.coverM) j["cover_m"] = *g.coverM;
    if (!g.notAllowed.empty()) j["names_not_allowed"] = g.notAllowed;
    if (!g.onPurpose.empty()) j["on_purpose"] = listOf(g.onPurpose, [](const OnPurpose& p) { return write(p); });
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
    g.furtherLaps = listOf<FurtherLap>(v, "further_laps", furtherLapFrom);
    if (const auto school = v.find("school")) g.school = schoolFrom(*school);
    if (const auto voice = v.find("voice"))
        g.voiceCare = {voice->flag("high_pass", false), voice->flag("less_noise", false)};
    g.variants = listOf<Variant>(v, "variants", variantFrom);
    if (const auto edition = v.find("edition")) g.edition = editionFrom(*edition);
    g.wordTimes = v.flag("caption_word_times", false);
    if (v.find("cover_m")) g.coverM = v.number("cover_m", 0);
    if (v.find("names_not_allowed"))
        for (const auto& name : v.at("names_not_allowed").list()) g.notAllowed.push_back(name.text());
    g.onPurpose = listOf<OnPurpose>(v, "on_purpose", onPurposeFrom);
    if (wrong) {
        wrong->id = "guide.bad-value";
        return *wrong;
    }
    keepUnknown(g, j, whole(g));
    return g;
}

} // namespace hl
