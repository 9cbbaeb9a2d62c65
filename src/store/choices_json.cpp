// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/choices_json.h"

#include <nlohmann/json.hpp>

namespace hl {

using json = nlohmann::ordered_json;

json toJson(const std::vector<ColumnChoice>& choices) {
    json list = json::array();
    for (const auto& c : choices)
        list.push_back({{"header", c.header}, {"channel", name(c.channel)}, {"unit", c.unit}});
    return list;
}

std::vector<ColumnChoice> choicesFrom(const json& j) {
    std::vector<ColumnChoice> out;
    if (!j.is_array()) return out;
    for (const auto& c : j) {
        if (!c.is_object()) continue;
        const auto channel = c.value("channel", "");
        for (std::size_t k = 0; k <= kChannelCount; ++k)
            if (name(static_cast<Channel>(k)) == channel)
                out.push_back({c.value("header", ""), static_cast<Channel>(k), c.value("unit", "")});
    }
    return out;
}

} // namespace hl
