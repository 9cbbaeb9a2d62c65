// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/given_stretch.h"

#include <algorithm>
#include <array>

namespace hl {
namespace {
constexpr double kHair = 1e-9;
constexpr std::array<double, 4> kRates = {1, 0.75, 0.5, 0.25};
} // namespace

GivenStretch::GivenStretch(const Stretch& s)
    : stretch(s), ground(s), tight(tightened(s)), windows(onGround(tight, ground)),
      shares(sharedOut(windows, s.fastest / s.slowest)), chain(tightWindows(windows)) {
    for (const double r : kRates)
        if (r <= s.fastest + kHair && r >= s.slowest - kHair) rates.push_back(r);
}

Pacing paced(const Stretch& stretch) {
    const GivenStretch given(stretch);
    Pacing out;
    out.boundS = given.ground.lengthS();
    for (const auto& t : given.chain) out.boundS += t.added;
    out.pieces = stretch.way == Way::Stand ? standingPieces(given) : slowedPieces(given);
    lengthenShortPieces(out.pieces, given);
    const auto early = saidEarly(out.pieces, given.tight);
    out.overS = early.late;
    const bool all = std::all_of(early.late.begin(), early.late.end(), [](double l) { return l < 1e-5; });
    out.saidAtS = all ? saidLate(out.pieces, given.tight) : early.at;
    for (auto& at : out.saidAtS) at = std::max(0.0, at);
    out.lengthS = lengthOf(out.pieces);
    if (!all && !out.saidAtS.empty()) { // words that run over the end: the last picture waits for them
        const double end = out.saidAtS.back() + given.tight.back().lengthS;
        if (end > out.lengthS + kHair) append(out.pieces, {stretch.toS, stretch.toS, 0, end - out.lengthS, false});
        out.lengthS = lengthOf(out.pieces);
    }
    for (const auto& p : out.pieces)
        if (p.rate <= 0) out.standingS += p.lengthS;
    return out;
}

} // namespace hl
