// SPDX-License-Identifier: GPL-3.0-or-later
// The Saltmarrow demo: a filmed lap, its log, its track and the truth behind them.
#pragma once
#include "core/units/result.h"

#include <filesystem>
#include <functional>

namespace hl::standin {

struct DemoFiles {
    std::filesystem::path video, log, track, truth;
    std::filesystem::path panel; ///< a stretch of film without a log, with a panel drawn in its picture
};

/// Makes what is missing in `folder` and keeps what is there. `progress` gets 0..1 and returns false to stop.
Result<DemoFiles> makeDemo(const std::filesystem::path& folder,
                           const std::function<bool(double, const char*)>& progress);

} // namespace hl::standin
