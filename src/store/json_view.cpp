// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/json_view.h"

#include "core/units/bounds.h"

#include <cmath>

namespace hl {
namespace {

const JsonView::json kNothing;

} // namespace

std::string JsonView::kind() const {
    switch (value_->type()) {
    case json::value_t::null: return "nothing";
    case json::value_t::object: return "an object";
    case json::value_t::array: return "a list";
    case json::value_t::string: {
        const auto text = value_->get<std::string>();
        return text.size() > 40 ? "a text" : "\"" + text + "\"";
    }
    case json::value_t::boolean: return value_->get<bool>() ? "true" : "false";
    default: return dumped(*value_, -1);
    }
}

void JsonView::tell(std::string what, std::string expected) const {
    if (!*wrong_) *wrong_ = Error{{}, std::move(what), place_, std::move(expected)};
}

std::optional<JsonView> JsonView::find(const char* member) const {
    if (!value_->is_object()) return std::nullopt;
    const auto it = value_->find(member);
    if (it == value_->end() || it->is_null()) return std::nullopt;
    return JsonView(*it, place_.empty() ? member : place_ + "." + member, *wrong_);
}

JsonView JsonView::at(const char* member) const {
    if (!value_->is_object() && !value_->is_null())
        tell("is " + kind(), "an object with the member " + std::string(member));
    if (auto there = find(member)) return *there;
    return JsonView(kNothing, place_.empty() ? member : place_ + "." + member, *wrong_);
}

std::vector<JsonView> JsonView::list() const {
    std::vector<JsonView> out;
    if (!value_->is_array()) {
        tell("is " + kind(), "a list");
        return out;
    }
    for (std::size_t i = 0; i < value_->size(); ++i)
        out.emplace_back((*value_)[i], place_ + "[" + std::to_string(i) + "]", *wrong_);
    return out;
}

double JsonView::number() const {
    if (value_->is_number())
        if (const auto v = value_->get<double>(); std::isfinite(v)) return v;
    tell("is " + kind(), "a number");
    return 0;
}

int JsonView::whole() const {
    constexpr double kMost = 2e9;
    if (value_->is_number())
        if (const auto v = value_->get<double>(); v == std::floor(v) && std::abs(v) < kMost) return static_cast<int>(v);
    tell("is " + kind(), "a whole number");
    return 0;
}

std::string JsonView::text() const {
    if (value_->is_string()) return value_->get<std::string>();
    tell("is " + kind(), "a text");
    return {};
}

bool JsonView::flag() const {
    if (value_->is_boolean()) return value_->get<bool>();
    tell("is " + kind(), "true or false");
    return false;
}

double JsonView::number(const char* member, double otherwise) const {
    const auto v = find(member);
    return v ? v->number() : otherwise;
}
int JsonView::whole(const char* member, int otherwise) const {
    const auto v = find(member);
    return v ? v->whole() : otherwise;
}
std::string JsonView::text(const char* member, const char* otherwise) const {
    const auto v = find(member);
    return v ? v->text() : otherwise;
}
bool JsonView::flag(const char* member, bool otherwise) const {
    const auto v = find(member);
    return v ? v->flag() : otherwise;
}

Result<nlohmann::ordered_json> parsedJson(std::string_view text, const std::string& file, const char* id,
                                          const char* expected) {
    if (text.size() > kBounds.textBytes) return Error{id, "is larger than any such file", file, expected};
    if (const auto at = jsonTooDeepAt(text))
        return Error{
            id, "nests deeper than " + std::to_string(kBounds.depth) + " levels (byte " + std::to_string(*at) + ")",
            file, expected};
    try {
        return nlohmann::ordered_json::parse(text);
    } catch (const nlohmann::ordered_json::parse_error& e) {
        return Error{id, "is not valid JSON (byte " + std::to_string(e.byte) + ")", file, expected};
    } catch (const nlohmann::ordered_json::exception&) { // a number that no machine holds
        return Error{id, "holds a number beyond all numbers", file, expected};
    }
}

nlohmann::ordered_json jsonOrNothing(std::string_view text) {
    if (text.size() > kBounds.textBytes || jsonTooDeepAt(text))
        return nlohmann::ordered_json(nlohmann::ordered_json::value_t::discarded);
    return nlohmann::ordered_json::parse(text, nullptr, false);
}

std::string dumped(const nlohmann::ordered_json& value, int indent) {
    return value.dump(indent, ' ', false, nlohmann::ordered_json::error_handler_t::replace);
}

} // namespace hl
