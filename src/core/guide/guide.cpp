// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/guide/guide.h"

#include <algorithm>
#include <array>

namespace hl {
namespace {

constexpr std::array<std::string_view, 11> kTopicKeys = {"approach", "brake", "gears", "turn-in", "apex", "slowest",
                                                         "power",    "exit",  "kerb",  "limits",  "free"};
constexpr std::array<std::string_view, 7> kMarkerKeys = {"ring",       "brake-posts",   "turn-gate", "apex-drop",
                                                         "kerb-block", "gear-keystone", "exit-posts"};

constexpr std::array<std::string_view, 3> kLabelKeys = {"both", "numbers", "names"};

template <class Enum, std::size_t N>
std::optional<Enum> find(const std::array<std::string_view, N>& keys, std::string_view key) {
    for (std::size_t i = 0; i < N; ++i)
        if (keys[i] == key) return static_cast<Enum>(i);
    return std::nullopt;
}

} // namespace

std::string_view key(Topic t) { return kTopicKeys.at(static_cast<std::size_t>(t)); }
std::optional<Topic> topicOf(std::string_view k) { return find<Topic>(kTopicKeys, k); }
std::string_view key(MarkerKind k) { return kMarkerKeys.at(static_cast<std::size_t>(k)); }
std::optional<MarkerKind> markerKindOf(std::string_view k) { return find<MarkerKind>(kMarkerKeys, k); }
std::string_view key(CornerLabels l) { return kLabelKeys.at(static_cast<std::size_t>(l)); }
std::optional<CornerLabels> cornerLabelsOf(std::string_view k) { return find<CornerLabels>(kLabelKeys, k); }

const GuideCorner* cornerNumbered(const Guide& g, int number) {
    for (const auto& c : g.corners)
        if (c.number == number) return &c;
    return nullptr;
}

const Beat* beatWithId(const Guide& g, int id) {
    for (const auto& c : g.corners)
        for (const auto& b : c.beats)
            if (b.id == id) return &b;
    return nullptr;
}

std::string_view consequenceText(int rating) {
    static constexpr std::string_view texts[] = {"", "room to run off", "a trip over grass or gravel, damage likely", "a wall, water or another track: leave a margin every lap"};
    return texts[std::clamp(rating, 0, 3)];
}

std::string title(const GuideCorner& c, CornerLabels labels) {
    if (c.name.empty() || labels == CornerLabels::Numbers) return std::to_string(c.number);
    return labels == CornerLabels::Names ? c.name : std::to_string(c.number) + " " + c.name;
}

} // namespace hl
