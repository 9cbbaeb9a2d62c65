// SPDX-License-Identifier: GPL-3.0-or-later
// What stands in a corner, as JSON and back: anchors, words, marks, advice.
#pragma once
#include "core/guide/guide.h"
#include "store/json_view.h"

namespace hl {

nlohmann::ordered_json toJson(const Anchor& a);
/// None for an anchor of a newer writer.
std::optional<Anchor> anchorFrom(const JsonView& v);

nlohmann::ordered_json toJson(const Beat& b);
Beat beatFrom(const JsonView& v);

nlohmann::ordered_json toJson(const GuideCorner& c);
GuideCorner cornerFrom(const JsonView& v);

} // namespace hl
