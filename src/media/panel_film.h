// SPDX-License-Identifier: GPL-3.0-or-later
// The boxes of a drawn panel, cut out of every picture of a film.
#pragma once
#include "core/panel/bar_level.h"
#include "core/panel/glyphs.h"
#include "core/panel/panel_box.h"
#include "media/picture_frame.h"

#include <filesystem>
#include <functional>

namespace hl {

/// One box over the film; the member that its kind needs is filled.
struct BoxFilm {
    BarFilm bar;
    NumberFilm number;
};

struct PanelFilm {
    std::vector<double> t;      ///< s, each frame's own time
    std::vector<BoxFilm> boxes; ///< in the order asked for
};

/// Cuts the boxes out of one picture and adds them.
void cutOut(const YuvFrame& frame, const std::vector<PanelBox>& boxes, PanelFilm& to);

/// Errors: those of the film, panel.bad-box (outside the picture), job.cancelled.
Result<PanelFilm> readPanelFilm(const std::filesystem::path& film, const std::vector<PanelBox>& boxes,
                                const std::function<bool(double)>& goOn);

} // namespace hl
