// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/card_json.h"

#include "store/json_view.h"

#include <nlohmann/json.hpp>

namespace hl {
namespace {

using json = nlohmann::ordered_json;

template <class T> void take(const json& j, const char* member, T& to) {
    const auto at = j.find(member);
    if (at == j.end()) return;
    if constexpr (std::is_same_v<T, std::string>) {
        if (at->is_string()) to = at->get<std::string>();
    } else if constexpr (std::is_same_v<T, bool>) {
        if (at->is_boolean()) to = at->get<bool>();
    } else {
        if (at->is_number()) to = at->get<T>();
    }
}

} // namespace

std::string cardText(const GuideCard& c) {
    json stations = json::array(), shape = json::array(), moved = json::array();
    for (const auto s : c.stations) stations.push_back(static_cast<int>(s));
    for (const auto& p : c.shape) shape.push_back({p.x, p.y});
    for (const auto& m : c.moved) moved.push_back({{"what", m.what}, {"path", m.path}});
    const json j = {{"title", c.title},
                    {"track", c.track},
                    {"car", c.car},
                    {"series", c.series},
                    {"channel", c.channel},
                    {"conditions", c.conditions},
                    {"real_track", c.realTrack},
                    {"lap_s", c.lapS},
                    {"length_s", c.lengthS},
                    {"corners", c.corners},
                    {"contradictions", c.contradictions},
                    {"read_only", c.readOnly},
                    {"stations", stations},
                    {"lacks", c.lacks},
                    {"published", c.published},
                    {"changed_since", c.changedSince},
                    {"shape", shape},
                    {"still", c.still},
                    {"moved", moved},
                    {"trouble", c.trouble},
                    {"read_from", c.readFrom}};
    return j.dump(-1, ' ', false, json::error_handler_t::replace);
}

GuideCard cardFrom(std::string_view text) {
    GuideCard c;
    const auto j = jsonOrNothing(text);
    if (!j.is_object()) return c;
    take(j, "title", c.title), take(j, "track", c.track), take(j, "car", c.car), take(j, "series", c.series);
    take(j, "channel", c.channel), take(j, "conditions", c.conditions), take(j, "real_track", c.realTrack);
    take(j, "lap_s", c.lapS), take(j, "length_s", c.lengthS), take(j, "corners", c.corners);
    take(j, "contradictions", c.contradictions), take(j, "read_only", c.readOnly);
    take(j, "lacks", c.lacks), take(j, "published", c.published), take(j, "changed_since", c.changedSince);
    take(j, "still", c.still), take(j, "trouble", c.trouble), take(j, "read_from", c.readFrom);
    if (const auto s = j.find("stations"); s != j.end() && s->is_array())
        for (const auto& one : *s)
            if (one.is_number_integer() && one.get<int>() >= 0 && one.get<int>() <= 2)
                c.stations.push_back(static_cast<StationState>(one.get<int>()));
    if (const auto s = j.find("shape"); s != j.end() && s->is_array())
        for (const auto& p : *s)
            if (p.is_array() && p.size() == 2 && p[0].is_number() && p[1].is_number())
                c.shape.push_back({p[0].get<double>(), p[1].get<double>()});
    if (const auto m = j.find("moved"); m != j.end() && m->is_array())
        for (const auto& one : *m)
            if (one.is_object()) {
                MovedFile file;
                take(one, "what", file.what), take(one, "path", file.path);
                c.moved.push_back(std::move(file));
            }
    return c;
}

} // namespace hl
