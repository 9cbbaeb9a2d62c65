// SPDX-License-Identifier: GPL-3.0-or-later
// The films, the log and the camera of a guide, as JSON and back.
#pragma once
#include "core/guide/guide.h"
#include "store/json_view.h"

namespace hl {

nlohmann::ordered_json toJson(const Sources& s);
Sources sourcesFrom(const JsonView& v);

nlohmann::ordered_json toJson(const Camera& camera);
/// Errors: camera.bad-value.
Result<Camera> cameraFrom(const nlohmann::ordered_json& j);

} // namespace hl
