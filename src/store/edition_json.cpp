// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/edition_json.h"

#include "core/units/numbers.h"
#include "store/kept_members.h"

namespace hl {

using json = nlohmann::ordered_json;

namespace {

json orNull(const std::optional<double>& v) { return v ? json(*v) : json(nullptr); }

} // namespace

json toJson(const Conditions& c) {
    return {{"sky", key(c.sky)},
            {"road", key(c.road)},
            {"rubber", key(c.rubber)},
            {"light", key(c.light)},
            {"tyres", key(c.tyres)},
            {"fuel", key(c.fuel)},
            {"air_c", orNull(c.airC)},
            {"track_c", orNull(c.trackC)},
            {"wind_from_deg", c.windFromRad ? json(rounded(deg(*c.windFromRad), 6)) : json(nullptr)},
            {"wind_mps", orNull(c.windMps)},
            {"fuel_l", orNull(c.fuelL)},
            {"minute_of_day", c.minuteOfDay ? json(*c.minuteOfDay) : json(nullptr)},
            {"note", c.note}};
}

namespace {

/// A word that nobody here knows counts as unsaid and stays what it is in the file.
template <class E> E wordFrom(const JsonView& v, const char* member, json& overridden) {
    const auto text = v.text(member, "");
    if (const auto known = valueOf<E>(text)) return *known;
    overridden[member] = text;
    return E::Unsaid;
}

} // namespace

Conditions conditionsFrom(const JsonView& v) {
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
    keepUnknown(c, v.raw(), toJson(c), kept);
    return c;
}

json toJson(const Variant& v) {
    json j = {{"key", v.key}, {"name", v.name}, {"conditions", withMore(toJson(v.conditions), v.conditions.more)}};
    if (!v.car.empty()) j["car"] = v.car;
    return j;
}

Variant variantFrom(const JsonView& v) {
    Variant variant{v.text("key"), v.text("name", "")};
    if (const auto c = v.find("conditions")) variant.conditions = conditionsFrom(*c);
    variant.car = v.text("car", "");
    keepUnknown(variant, v.raw(), toJson(variant));
    return variant;
}

namespace {

std::optional<Depth> depthFrom(const JsonView& v) {
    const auto there = v.find("depth");
    if (!there) return std::nullopt;
    const auto depth = depthOf(there->text());
    if (!depth) there->tell("is \"" + there->text() + "\"", "basic or advanced");
    return depth;
}

} // namespace

json toJson(const Edition& e) { return {{"variant", e.variant}, {"depth", key(e.depth)}}; }

Edition editionFrom(const JsonView& v) { return {v.text("variant", ""), depthFrom(v).value_or(Depth::Advanced)}; }

void put(json& j, const OnlyIn& only) {
    if (!only.variant.empty()) j["variant"] = only.variant;
    if (only.depth) j["depth"] = key(*only.depth);
}

OnlyIn onlyInFrom(const JsonView& v) { return {v.text("variant", ""), depthFrom(v)}; }

} // namespace hl
