// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/given_stretch.h"

#include <algorithm>

namespace hl {
namespace {

constexpr double kHair = 1e-9;

/// Two stands with too little film between them to be seen become one, at whichever place lets all words fit; so
/// does a stand that is too short. False when there was none to join.
bool withStandsJoined(std::vector<Piece>& pieces, const GivenStretch& given) {
    const auto isStand = [](const Piece& p) { return p.rate <= 0 && !p.held; };
    for (std::size_t i = 0; i < pieces.size(); ++i) {
        if (!isStand(pieces[i])) continue;
        std::size_t k = i + 1;
        double between = 0;
        for (; k < pieces.size() && !isStand(pieces[k]); ++k) between += pieces[k].lengthS;
        if (k >= pieces.size()) break;
        const bool tooShort = std::min({between, pieces[i].lengthS, pieces[k].lengthS}) < kShortestShotS - 1e-6;
        if (!tooShort) continue;
        for (const auto& [from, to] : {std::pair(k, i), std::pair(i, k)}) {
            auto tried = pieces;
            tried[to].lengthS += tried[from].lengthS;
            tried.erase(tried.begin() + static_cast<std::ptrdiff_t>(from));
            std::vector<Piece> joined;
            for (const auto& p : tried) append(joined, p);
            if (!fits(joined, given.tight, given.tight.size())) continue;
            pieces = std::move(joined);
            return true;
        }
    }
    return false;
}

} // namespace

std::vector<Piece> standingPieces(const GivenStretch& given) {
    const auto late = sharedLate(given.windows);
    std::vector<Piece> pieces;
    double at = given.stretch.fromS;
    for (std::size_t i = 0; i < late.size(); ++i) {
        const double to = std::max(at, given.ground.film(late[i].to));
        for (const auto& p : given.ground.pieces(at, to)) append(pieces, p);
        const Piece stand{to, to, 0, std::max(0.0, given.windows[i].length - (late[i].to - late[i].from)), false};
        if (given.ground.standAt(to) < to && !pieces.empty() && stand.lengthS > kHair) // before the shot that is held
            pieces.insert(pieces.end() - 1, {pieces.back().fromS, pieces.back().fromS, 0, stand.lengthS, false});
        else
            append(pieces, stand);
        at = to;
    }
    for (const auto& p : given.ground.pieces(at, given.stretch.toS + 1)) append(pieces, p);
    while (withStandsJoined(pieces, given)) {}
    return pieces;
}

} // namespace hl
