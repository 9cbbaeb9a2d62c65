// SPDX-License-Identifier: GPL-3.0-or-later
// Footage without a log: a log made of what its picture shows.
#pragma once
#include "core/sync/sync.h"
#include "jobs/panel.h"

#include <optional>

namespace hl {

/// The panel's channels, and how the car turns by how the picture does; on the film's clock. The turning is as exact
/// as the camera's field of view is known: 75 degrees are taken where no camera file tells it. Errors: those of
/// readPanel and of the camera file, panel.no-speed.
Result<CarLog> pictureLog(const std::filesystem::path& film, const std::vector<PanelBox>& panel,
                          const std::vector<NamedMoment>& named, const std::optional<std::filesystem::path>& camera,
                          const Progress& progress);

/// Such a log needs no tying: each value is of its own picture.
ClockTie pictureTie(double frameRate);

} // namespace hl
