// SPDX-License-Identifier: GPL-3.0-or-later
// Reading JSON that somebody else wrote: every member is met by name, and the first one that is missing or of another
// kind is told with its place ("corners[3].apex_m") and what was expected. No text of the JSON library gets out.
#pragma once
#include "core/units/result.h"

#include <nlohmann/json.hpp>

namespace hl {

class JsonView {
  public:
    using json = nlohmann::ordered_json;
    JsonView(const json& value, std::string place, std::optional<Error>& wrong)
        : value_(&value), place_(std::move(place)), wrong_(&wrong) {}

    bool has(const char* member) const { return value_->is_object() && value_->contains(member); }
    /// Nothing when the member is not there or null.
    std::optional<JsonView> find(const char* member) const;
    JsonView at(const char* member) const; ///< told when it is missing; then every member of it is missing too
    std::vector<JsonView> list() const;    ///< told when it is none

    double number() const;
    int whole() const;
    std::string text() const;
    bool flag() const;

    double number(const char* member) const { return at(member).number(); }
    int whole(const char* member) const { return at(member).whole(); }
    std::string text(const char* member) const { return at(member).text(); }
    bool flag(const char* member) const { return at(member).flag(); }
    double number(const char* member, double otherwise) const;
    int whole(const char* member, int otherwise) const;
    std::string text(const char* member, const char* otherwise) const;
    bool flag(const char* member, bool otherwise) const;

    const json& raw() const { return *value_; }
    const std::string& place() const { return place_; }
    void tell(std::string what, std::string expected) const; ///< the first that is told stays

  private:
    std::string kind() const;
    const json* value_;
    std::string place_;
    std::optional<Error>* wrong_;
};

/// The text as JSON, within the bounds of what strangers send. Errors: `id`, with the byte at which it stops being JSON
/// or nests too deep.
Result<nlohmann::ordered_json> parsedJson(std::string_view text, const std::string& file, const char* id,
                                          const char* expected);
/// As text; what is no UTF-8 is replaced, never thrown.
std::string dumped(const nlohmann::ordered_json& value, int indent = 1);
/// Likewise where nobody is told: what is no JSON is discarded (`is_discarded()`).
nlohmann::ordered_json jsonOrNothing(std::string_view text);

} // namespace hl
