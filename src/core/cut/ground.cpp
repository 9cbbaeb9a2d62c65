// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/ground.h"

#include <algorithm>

namespace hl {

Ground::Ground(const Stretch& s) {
    const auto add = [this](Piece p) {
        if (p.lengthS <= 0) return;
        Part part;
        static_cast<Piece&>(part) = p;
        part.groundS = length_;
        length_ += p.lengthS;
        parts_.push_back(part);
    };
    const auto play = [&](double from, double to) { add({from, to, s.fastest, (to - from) / s.fastest, false}); };
    double at = s.fromS;
    for (const auto& h : s.held) {
        const double from = std::clamp(h.fromS, at, s.toS), to = std::clamp(h.toS, from, s.toS);
        play(at, from);
        if (h.rate > 0)
            add({from, to, h.rate, (to - from) / h.rate, true});
        else if (h.fromS >= s.fromS && h.fromS <= s.toS)
            add({from, from, 0, h.standS, true});
        at = h.rate > 0 ? to : from;
    }
    play(at, s.toS);
}

double Ground::before(double filmS) const {
    double g = 0;
    for (const auto& p : parts_) {
        if (p.fromS >= filmS) break;
        g = p.groundS + (p.rate > 0 ? (std::min(filmS, p.toS) - p.fromS) / p.rate : p.lengthS);
    }
    return g;
}

double Ground::after(double filmS) const {
    double g = 0;
    for (const auto& p : parts_) {
        if (p.fromS > filmS || (p.fromS == filmS && p.rate > 0)) break;
        g = p.groundS + (p.rate > 0 ? (std::min(filmS, p.toS) - p.fromS) / p.rate : p.lengthS);
    }
    return g;
}

double Ground::film(double groundS) const {
    if (parts_.empty()) return 0;
    for (const auto& p : parts_)
        if (groundS <= p.groundS + p.lengthS) return p.fromS + std::max(0.0, groundS - p.groundS) * p.rate;
    return parts_.back().toS;
}

std::vector<Piece> Ground::pieces(double fromS, double toS) const {
    std::vector<Piece> out;
    for (const auto& p : parts_) {
        Piece cut = p;
        cut.fromS = std::max(p.fromS, fromS), cut.toS = std::min(p.toS, toS);
        if (p.rate > 0 ? cut.toS <= cut.fromS : p.fromS < fromS || p.fromS >= toS) continue;
        if (p.rate > 0) cut.lengthS = (cut.toS - cut.fromS) / p.rate;
        out.push_back(cut);
    }
    return out;
}

double Ground::standAt(double filmS) const {
    for (const auto& p : parts_)
        if (p.held && p.rate > 0 && filmS > p.fromS && filmS < p.toS) return p.fromS;
    return filmS;
}

double Ground::freeS(double fromS, double toS) const {
    double sum = 0;
    for (const auto& p : pieces(fromS, toS))
        if (!p.held) sum += p.toS - p.fromS;
    return sum;
}

} // namespace hl
