// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/guide_migrations.h"

#include <algorithm>
#include <map>
#include <nlohmann/json.hpp>

namespace hl {
namespace {

using json = nlohmann::ordered_json;

/// Every value of an id anywhere in the guide, so that new ones are new.
int highestId(const json& j) {
    int most = 0;
    if (j.is_object() && j.contains("id") && j["id"].is_number_integer()) most = j["id"].get<int>();
    if (j.is_structured())
        for (const auto& child : j) most = std::max(most, highestId(child));
    return most;
}

/// The list under a member; an empty one where there is none.
json& listIn(json& j, const char* member) {
    if (!j.contains(member) || !j[member].is_array()) j[member] = json::array();
    return j[member];
}

std::string textIn(const json& j, const char* member) {
    return j.is_object() && j.contains(member) && j[member].is_string() ? j[member].get<std::string>() : std::string();
}

double numberIn(const json& j, const char* member, double otherwise) {
    return j.is_object() && j.contains(member) && j[member].is_number() ? j[member].get<double>() : otherwise;
}

/// Format 1 met corners by number and references by what a text said; it knew one film.
void filmsFromVideo(json& sources, int& next) {
    json film = {{"id", next++}, {"role", "onboard"}, {"file", textIn(sources, "video")}};
    for (const char* moved : {"sync", "camera", "pairs"})
        if (sources.contains(moved)) film[moved] = sources[moved], sources.erase(moved);
    sources.erase("video");
    sources["films"] = json::array({std::move(film)});
}

void anchored(json& marker) {
    const double at = numberIn(marker, "at_m", 0);
    json anchor = {{"on", "road"},
                   {"at_m", at},
                   {"to_m", numberIn(marker, "to_m", at)},
                   {"lateral_m", numberIn(marker, "lateral_m", 0)},
                   {"height_m", numberIn(marker, "height_m", 0)}};
    for (const char* moved : {"at_m", "to_m", "lateral_m", "height_m"}) marker.erase(moved);
    marker["at"] = std::move(anchor);
}

/// The reference that a text names and that lies near the corner: the longest label wins ("100 board" over "board").
int referenceIn(const std::string& text, const json& references, double nearM) {
    constexpr double kNearM = 300;
    int found = 0;
    std::size_t longest = 0;
    for (const auto& r : references) {
        const auto label = textIn(r, "label");
        if (label.size() <= longest || text.find(label) == std::string::npos) continue;
        if (std::abs(numberIn(r, "at_m", 0) - nearM) > kNearM) continue;
        longest = label.size(), found = r["id"].get<int>();
    }
    return found;
}

/// Format 1 let twins stand: rows of one topic become one, numbers that stand twice count on.
void withoutTwins(json& corners) {
    std::map<int, bool> taken;
    int last = 0;
    for (auto& c : corners) {
        int number = static_cast<int>(numberIn(c, "number", last + 1));
        while (taken.contains(number)) ++number;
        taken[number] = true, last = number;
        c["number"] = number;
        json rows = json::array();
        for (const auto& row : listIn(c, "advice")) {
            const auto topic = textIn(row, "topic");
            auto same =
                std::find_if(rows.begin(), rows.end(), [&](const json& r) { return textIn(r, "topic") == topic; });
            if (same == rows.end() || topic == "free")
                rows.push_back(row);
            else
                for (const char* part : {"advised", "look_for", "backup"})
                    if (const auto more = textIn(row, part); !more.empty() && more != textIn(*same, part))
                        (*same)[part] = textIn(*same, part).empty() ? more : textIn(*same, part) + "; " + more;
        }
        c["advice"] = std::move(rows);
    }
}

json from1to2(json g) {
    int next = std::max(highestId(g) + 1, static_cast<int>(numberIn(g, "next_id", 1)));
    if (g.contains("sources") && g["sources"].is_object()) filmsFromVideo(g["sources"], next);
    auto& references = listIn(g, "references");
    for (auto& r : references) {
        const auto key = textIn(r, "id");
        r["id"] = next++;
        r["key"] = key;
    }
    auto& corners = listIn(g, "corners");
    withoutTwins(corners);
    std::map<std::string, int> complexes;
    for (auto& c : corners) {
        c["id"] = next++;
        const auto complex = textIn(c, "complex");
        c["complex"] =
            complex.empty() ? 0 : complexes.try_emplace(complex, static_cast<int>(complexes.size()) + 1).first->second;
        for (auto& m : listIn(c, "markers")) anchored(m);
        const double turnIn = numberIn(c, "turn_in_m", 0);
        for (auto& a : listIn(c, "advice")) {
            a["first"] = referenceIn(textIn(a, "look_for"), references, turnIn);
            a["second"] = referenceIn(textIn(a, "backup"), references, turnIn);
        }
    }
    json card = {{"each_corner", false}, {"sections", {"card"}}};
    if (g.contains("whole_lap_first") && g["whole_lap_first"] == true) card["sections"].push_back("lap");
    g["outline"] = json::array({card, {{"each_corner", true}, {"sections", {"walk-through", "run"}}}});
    g.erase("whole_lap_first");
    g["next_id"] = next;
    return g;
}

/// Format 2 had one line for the conditions, and no card of them. What the line says is left to be read by a person.
json from2to3(json g) {
    if (g.contains("scene") && g["scene"].is_object()) {
        const auto line = textIn(g["scene"], "conditions");
        g["scene"]["conditions"] = {{"note", line}};
    }
    auto& outline = listIn(g, "outline");
    for (auto& part : outline) {
        auto& sections = listIn(part, "sections");
        const auto card = std::find(sections.begin(), sections.end(), json("card"));
        if (card != sections.end()) sections.insert(card + 1, "conditions");
    }
    outline.push_back({{"each_corner", false}, {"sections", {"conditions"}}});
    return g;
}

/// kSteps[i] brings format i + 1 to i + 2.
constexpr json (*kSteps[])(json) = {from1to2, from2to3};
static_assert(std::size(kSteps) + 1 == kGuideVersion);

} // namespace

Result<json> inPresentFormat(json g) {
    if (textIn(g, "format") != "high-lantern-guide")
        return Error{"guide.bad-value", "is not a guide", "", "\"format\": \"high-lantern-guide\""};
    const double version = numberIn(g, "version", 0);
    if (version < 1)
        return Error{"guide.bad-value", "does not say its format's version", "",
                     "\"version\": 1 to " + std::to_string(kGuideVersion)};
    if (version > kGuideVersion)
        return Error{"guide.newer",
                     "was written by a newer version (format " + std::to_string(std::lround(version)) + ")", "",
                     "format " + std::to_string(kGuideVersion) + " or older"};
    for (auto step = static_cast<std::size_t>(version) - 1; step < std::size(kSteps); ++step)
        g = kSteps[step](std::move(g));
    g["version"] = kGuideVersion;
    return g;
}

} // namespace hl
