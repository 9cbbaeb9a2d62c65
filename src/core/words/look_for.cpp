// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/words/look_for.h"

#include "core/units/figures.h"

#include <cmath>

namespace hl {
namespace {

/// Lower is better: metres of offset, plus a fine for what gets knocked over or is hard to see in time.
double cost(const Reference& r, double offset, double speed) {
    double c = std::abs(offset);
    if (r.lasts == "fragile") c += 12;
    if (r.lasts == "season") c += 3;
    if (r.heightM < 0.2) c += speed * 0.12; // paint and patches are seen late at speed
    if (std::abs(r.lateralM) > 12) c += 8;  // nobody should look out of the side window
    return c;
}

std::optional<LookFor> best(const Track* track, double atM, double speed, double reach, const Reference* not_this) {
    std::optional<LookFor> found;
    double lowest = 1e9;
    if (!track) return found;
    for (const auto& r : track->references) {
        if (&r == not_this || (not_this && r.kind == not_this->kind)) continue;
        const double offset = std::remainder(atM - r.atM, track->lengthM);
        if (std::abs(offset) > reach) continue;
        if (const double c = cost(r, offset, speed); c < lowest) lowest = c, found = LookFor{&r, offset};
    }
    return found;
}

} // namespace

std::optional<LookFor> bestLookFor(const Track* track, double atM, double speed, double reachM) {
    return best(track, atM, speed, reachM, nullptr);
}
std::optional<LookFor> nextLookFor(const Track* track, double atM, double speed, const LookFor& first) {
    return best(track, atM, speed, 28, first.reference);
}

std::string feltOffset(const LookFor& look) {
    constexpr double kAtM = 1.5, kJustM = 8, kLittleM = 15;
    const double m = std::abs(look.offsetM);
    if (m < kAtM) return "at the " + look.reference->label;
    return (m < kJustM     ? "just "
            : m < kLittleM ? "a little "
                           : "well ") +
           std::string(look.offsetM > 0 ? "after" : "before") + " the " + look.reference->label;
}

std::string offsetText(const LookFor& look, DistanceUnit unit) {
    const double m = std::abs(look.offsetM);
    if (m < 1.5) return "at the " + look.reference->label;
    return spokenDistance(m, unit) + " " + (look.offsetM > 0 ? "after" : "before") + " the " + look.reference->label;
}

} // namespace hl
