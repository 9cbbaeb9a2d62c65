// SPDX-License-Identifier: GPL-3.0-or-later
// Takes, as JSON and back.
#pragma once
#include "core/take/take.h"
#include "store/json_view.h"

namespace hl {

nlohmann::ordered_json toJson(const Take& t);
Take takeFrom(const JsonView& v);

} // namespace hl
