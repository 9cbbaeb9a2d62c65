// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/sync/sync.h"

#include "core/sync/gear_note.h"
#include "core/units/numbers.h"

#include <algorithm>

namespace hl {
namespace {

constexpr double kHop = 0.02;     // s
constexpr double kLeastHeard = 8; // s of sound

} // namespace

bool ClockTie::sure() const { return confidence >= kSureEnough && uncertaintyMs <= kMostUnsureMs; }

Result<ClockTie> syncBySound(const Sound& sound, const CarLog& log) {
    if (!log.has(Channel::EngineSpeed) && !log.has(Channel::Speed)) return tieBySpeed({}, log); // says what is missing
    const auto map = noteMap(sound, kHop);
    if (num(map.rows()) * kHop < kLeastHeard)
        return Error{"sync.too-short", "the film has less than 8 s of sound", "",
                     "a longer film, or two pairs set by hand"};
    return log.has(Channel::EngineSpeed) ? tieToNote(map, engineNote(log)) : tieBySpeed(map, log);
}

Result<ClockTie> syncByHand(const std::vector<HandPair>& pairs) {
    if (pairs.size() < 2)
        return Error{"sync.too-few-pairs", "fewer than two pairs were given", "", "two or more moments seen in both"};
    const double n = num(pairs.size());
    double mf = 0, ml = 0, ff = 0, fl = 0;
    for (const auto& p : pairs) mf += seconds(p.footage) / n, ml += seconds(p.log) / n;
    for (const auto& p : pairs)
        ff += (seconds(p.footage) - mf) * (seconds(p.footage) - mf),
            fl += (seconds(p.footage) - mf) * (seconds(p.log) - ml);
    double lo = 1e300, hi = -1e300;
    for (const auto& p : pairs) lo = std::min(lo, seconds(p.footage)), hi = std::max(hi, seconds(p.footage));
    const double rate = hi - lo >= 20 ? fl / ff : 1.0;
    ClockTie tie;
    tie.method = "hand";
    tie.driftPpm = (rate - 1) * 1e6;
    tie.offsetS = ml - rate * mf;
    double rest = 0;
    for (const auto& p : pairs) rest += std::pow(seconds(p.log) - seconds(tie.log(p.footage)), 2);
    tie.uncertaintyMs = std::max(20.0, 2000 * std::sqrt(rest / n));
    tie.confidence = 1;
    return tie;
}

} // namespace hl
