// SPDX-License-Identifier: GPL-3.0-or-later
// The day, the variants and the edition that is made, as JSON and back.
#pragma once
#include "core/guide/variant.h"
#include "store/json_view.h"

namespace hl {

nlohmann::ordered_json toJson(const Conditions& c);
Conditions conditionsFrom(const JsonView& v);

nlohmann::ordered_json toJson(const Variant& v);
Variant variantFrom(const JsonView& v);

nlohmann::ordered_json toJson(const Edition& e);
Edition editionFrom(const JsonView& v);

/// The members "variant" and "depth" of what belongs to some editions only.
void put(nlohmann::ordered_json& j, const OnlyIn& only);
OnlyIn onlyInFrom(const JsonView& v);

} // namespace hl
