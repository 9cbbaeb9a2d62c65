// SPDX-License-Identifier: GPL-3.0-or-later
// The three clocks. They never mix: LogTime - FootageTime does not compile.
#pragma once
// Qt's moc needs the library's configuration before <chrono>, which <cmath> brings.
#include <cmath>

#include <chrono>

namespace hl {

using Seconds = std::chrono::duration<double>;

/// A clock used only as a tag: nobody asks it for "now".
template <class Tag> struct TagClock {
    using rep = double;
    using period = std::ratio<1>;
    using duration = Seconds;
    using time_point = std::chrono::time_point<TagClock, Seconds>;
    static constexpr bool is_steady = true;
};

using LogTime = TagClock<struct LogTag>::time_point;         ///< the data logger's clock
using FootageTime = TagClock<struct FootageTag>::time_point; ///< the video file's presentation clock
using GuideTime = TagClock<struct GuideTag>::time_point;     ///< the finished guide's clock

/// Seconds since the zero of a time point's own clock.
template <class Clock> constexpr double seconds(std::chrono::time_point<Clock, Seconds> t) {
    return t.time_since_epoch().count();
}
template <class Instant> constexpr Instant at(double s) { return Instant{Seconds{s}}; }

} // namespace hl
