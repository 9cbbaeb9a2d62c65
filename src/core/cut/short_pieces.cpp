// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/given_stretch.h"

#include <algorithm>

namespace hl {
namespace {

/// As quick as it may be to last long enough. Where even the slowest is too quick the stand before it comes a
/// little earlier.
void slowDown(std::vector<Piece>& pieces, std::size_t i, const GivenStretch& given) {
    const double more = kShortestShotS * given.stretch.slowest - (pieces[i].toS - pieces[i].fromS);
    if (more > 0 && i >= 2 && pieces[i - 1].rate <= 0 && !pieces[i - 1].held && pieces[i - 2].rate > 0 &&
        !pieces[i - 2].held && (pieces[i - 2].toS - pieces[i - 2].fromS - more) / pieces[i - 2].rate > kShortestShotS) {
        auto tried = pieces;
        auto& before = tried[i - 2];
        before.toS -= more, before.lengthS = (before.toS - before.fromS) / before.rate;
        tried[i - 1].fromS = tried[i - 1].toS = tried[i].fromS = before.toS;
        tried[i].rate = given.stretch.slowest,
        tried[i].lengthS = (tried[i].toS - tried[i].fromS) / given.stretch.slowest;
        if (fits(tried, given.tight, given.tight.size())) {
            pieces = std::move(tried);
            return;
        }
    }
    auto& p = pieces[i];
    for (const double rate : given.rates) {
        p.rate = rate, p.lengthS = (p.toS - p.fromS) / rate;
        if (p.lengthS >= kShortestShotS - 1e-6) return;
    }
}

/// Takes film from a quicker piece beside it.
bool widened(std::vector<Piece>& pieces, std::size_t i) {
    const double film = kShortestShotS * pieces[i].rate - (pieces[i].toS - pieces[i].fromS);
    const auto give = [&](std::size_t k, bool before) {
        if (k >= pieces.size() || pieces[k].held || pieces[k].rate <= pieces[i].rate) return false;
        auto &from = pieces[k], &to = pieces[i];
        if ((from.toS - from.fromS - film) / from.rate < kShortestShotS - 1e-6) return false;
        (before ? from.toS : from.fromS) += before ? -film : film;
        (before ? to.fromS : to.toS) += before ? -film : film;
        from.lengthS = (from.toS - from.fromS) / from.rate, to.lengthS = (to.toS - to.fromS) / to.rate;
        return true;
    };
    return give(i - 1, true) || give(i + 1, false);
}

} // namespace

void lengthenShortPieces(std::vector<Piece>& pieces, const GivenStretch& given) {
    for (std::size_t i = 0; i < pieces.size(); ++i) {
        auto& p = pieces[i];
        if (p.held || p.lengthS >= kShortestShotS - 1e-6) continue;
        if (p.rate <= 0) {
            p.lengthS = kShortestShotS;
            continue;
        }
        // As slow as what stands beside it.
        double pace = 0;
        for (const std::size_t k : {i - 1, i + 1})
            if (k < pieces.size() && !pieces[k].held && pieces[k].rate > 0 && pieces[k].rate < p.rate)
                pace = std::max(pace, pieces[k].rate);
        if (pace > 0)
            p.rate = pace, p.lengthS = (p.toS - p.fromS) / pace;
        else if (!widened(pieces, i))
            slowDown(pieces, i, given);
    }
    std::vector<Piece> joined;
    for (const auto& p : pieces) append(joined, p);
    if (joined.size() < pieces.size()) {
        pieces = std::move(joined);
        lengthenShortPieces(pieces, given);
    }
}

} // namespace hl
