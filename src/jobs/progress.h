// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/units/result.h"

#include <functional>
#include <stop_token>

namespace hl {

/// Told to every long job: where to report and when to stop. Both may be called from the job's own threads.
struct Progress {
    std::function<void(double share, const std::string& doing)> report = [](double, const std::string&) {};
    std::stop_token stop;

    bool cancelled() const { return stop.stop_requested(); }
    /// A piece of this job that fills [from, to] of its bar.
    Progress part(double from, double to) const {
        return {[report = report, from, to](double s, const std::string& d) { report(from + (to - from) * s, d); },
                stop};
    }
};

inline Error cancelledError() { return {"job.cancelled", "stopped before it was finished; nothing was changed"}; }

} // namespace hl
