// SPDX-License-Identifier: GPL-3.0-or-later
// What the picture shows, as JSON and back.
#pragma once
#include "core/guide/showing.h"
#include "store/json_view.h"

namespace hl {

nlohmann::ordered_json toJson(const Showing& s);
nlohmann::ordered_json toJson(const Showings& s);
Showings showingsFrom(const JsonView& v);
PictureOf pictureFrom(const JsonView& v);

nlohmann::ordered_json toJson(const KeepClear& k);
KeepClear keepClearFrom(const JsonView& v);

} // namespace hl
