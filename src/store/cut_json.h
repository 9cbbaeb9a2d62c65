// SPDX-License-Identifier: GPL-3.0-or-later
// How a guide is cut, as JSON and back: its outline, its wishes, the shots that a person set.
#pragma once
#include "core/guide/guide.h"
#include "store/json_view.h"

namespace hl {

nlohmann::ordered_json toJson(const OutlinePart& p);
OutlinePart outlinePartFrom(const JsonView& v);

nlohmann::ordered_json toJson(const CutWish& w);
CutWish cutWishFrom(const JsonView& v);
Way wayFrom(const JsonView& v);

nlohmann::ordered_json toJson(const SetShot& s);
SetShot setShotFrom(const JsonView& v);

} // namespace hl
