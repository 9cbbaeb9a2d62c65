// SPDX-License-Identifier: GPL-3.0-or-later
// Members that a newer writer put into a file: kept as they are and written back.
#pragma once
#include "store/json_view.h"

namespace hl {

inline nlohmann::ordered_json unknownIn(const nlohmann::ordered_json& read, const nlohmann::ordered_json& written) {
    nlohmann::ordered_json left = nlohmann::ordered_json::object();
    for (const auto& [member, value] : read.items()) {
        if (!written.contains(member))
            left[member] = value;
        else if (value.is_object() && written[member].is_object())
            if (auto inner = unknownIn(value, written[member]); !inner.empty()) left[member] = std::move(inner);
    }
    return left;
}

inline void layOver(nlohmann::ordered_json& value, const nlohmann::ordered_json& more) {
    for (const auto& [member, v] : more.items()) {
        if (v.is_object() && value.contains(member) && value[member].is_object())
            layOver(value[member], v);
        else
            value[member] = v;
    }
}

inline nlohmann::ordered_json withMore(nlohmann::ordered_json value, const std::string& more) {
    if (!more.empty()) layOver(value, jsonOrNothing(more));
    return value;
}

/// `overridden`: members whose value this version cannot hold, kept as they were.
template <class T>
void keepUnknown(T& value, const nlohmann::ordered_json& read, const nlohmann::ordered_json& written,
                 nlohmann::ordered_json overridden = nlohmann::ordered_json::object()) {
    auto more = unknownIn(read, written);
    layOver(more, overridden);
    value.more = more.empty() ? "" : dumped(more, -1);
}

template <class T, class Write> nlohmann::ordered_json listOf(const std::vector<T>& values, Write write) {
    nlohmann::ordered_json a = nlohmann::ordered_json::array();
    for (const auto& v : values) a.push_back(write(v));
    return a;
}

template <class T, class Read> std::vector<T> listOf(const JsonView& v, const char* member, Read read) {
    std::vector<T> out;
    if (const auto there = v.find(member))
        for (const auto& one : there->list()) out.push_back(read(one));
    return out;
}

} // namespace hl
