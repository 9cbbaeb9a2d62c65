// SPDX-License-Identifier: GPL-3.0-or-later
// Every parser of files that come from outside, fed with anything. `./lantern fuzz` runs it for a while; it must never crash.
#include "core/check/check.h"
#include "core/corner/corner.h"
#include "core/log/log_input.h"
#include "store/guide_file.h"
#include "store/log_file.h"

#include <cstdint>
#include <cstdlib>

namespace {

/// A log that could be read must also be analysable without a crash.
void useLog(const hl::CarLog& log) {
    const auto laps = hl::findLaps(log, nullptr);
    if (!laps || laps->laps.empty()) return;
    const auto trace = hl::traceOf(log, *laps, laps->laps.front(), nullptr);
    if (!trace) return;
    if (const auto corners = hl::findCorners(*trace, nullptr)) hl::measureAll(*trace, *corners);
}

} // namespace

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    if (size < 1 || size > 20000) return 0;
    const std::string_view text(reinterpret_cast<const char*>(data + 1), size - 1);
    switch (data[0] % 4) {
    case 0: {
        if (const auto log = hl::importText(text, "fuzz")) useLog(*log);
        hl::LogInput in;
        in.bytes = hl::sourceOf(text);
        static_cast<void>(static_cast<bool>(hl::shapeOf(in)));
        break;
    }
    case 1: static_cast<void>(static_cast<bool>(hl::parseTrack(text, "fuzz"))); break;
    case 2: static_cast<void>(static_cast<bool>(hl::parseGuide(text, "fuzz"))); break;
    default:
        hl::gearsNamed(std::string(text));
        hl::percentsNamed(std::string(text));
        break;
    }
    return 0;
}
