// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/profile.h"

#include <algorithm>

namespace hl {
namespace {

constexpr double kHair = 1e-9;

/// Walks along the pieces: the guide time at which a place of the film is reached, or left. Places must not go back.
class Walk {
  public:
    explicit Walk(const std::vector<Piece>& pieces) : pieces_(pieces) {}
    /// Stands at that very place come after it.
    double reached(double filmS) {
        while (i_ < pieces_.size() && pieces_[i_].toS < filmS - kHair) skip();
        return at(filmS);
    }
    /// They lie before it.
    double left(double filmS) {
        while (i_ < pieces_.size() && pieces_[i_].toS <= filmS + kHair) skip();
        return at(filmS);
    }

  private:
    void skip() { guideS_ += pieces_[i_++].lengthS; }
    double at(double filmS) const {
        if (i_ >= pieces_.size() || pieces_[i_].rate <= 0) return guideS_;
        return guideS_ + std::max(0.0, filmS - pieces_[i_].fromS) / pieces_[i_].rate;
    }
    const std::vector<Piece>& pieces_;
    std::size_t i_ = 0;
    double guideS_ = 0;
};

} // namespace

void append(std::vector<Piece>& pieces, Piece p) {
    if (p.lengthS <= kHair) return;
    if (!pieces.empty() && pieces.back().rate == p.rate && pieces.back().held == p.held && !p.held &&
        (p.rate > 0 || pieces.back().fromS == p.fromS)) {
        pieces.back().toS = p.toS, pieces.back().lengthS += p.lengthS;
        return;
    }
    pieces.push_back(p);
}

void lay(std::vector<Piece>& out, const std::vector<Piece>& ground, double toS, double fastest,
         const std::vector<Run>& runs, const std::vector<Stand>& stands) {
    auto stand = stands.begin();
    const auto standAt = [&](double filmS) {
        for (; stand != stands.end() && stand->atFilmS <= filmS + kHair; ++stand)
            append(out, {filmS, filmS, 0, stand->lengthS, false});
    };
    auto run = runs.begin();
    double left = run == runs.end() ? 0 : run->filmS;
    for (const auto& g : ground) {
        standAt(g.fromS);
        if (g.held) {
            append(out, g);
            continue;
        }
        for (double at = g.fromS; at < g.toS - kHair;) {
            while (run != runs.end() && left <= kHair) left = ++run == runs.end() ? 0 : run->filmS;
            const double rate = run == runs.end() ? fastest : run->rate;
            double to = run == runs.end() ? g.toS : std::min(g.toS, at + left);
            if (g.toS - to < kHair) to = g.toS;
            if (stand != stands.end() && stand->atFilmS > at + kHair && stand->atFilmS < to) to = stand->atFilmS;
            append(out, {at, to, rate, (to - at) / rate, false});
            left -= to - at, at = to;
            if (at < g.toS) standAt(at);
        }
    }
    standAt(toS);
}

std::vector<Piece> laid(const Ground& ground, double fromS, double toS, double fastest, const std::vector<Run>& runs,
                        const std::vector<Stand>& stands) {
    std::vector<Piece> out;
    lay(out, ground.pieces(fromS, toS), toS, fastest, runs, stands);
    return out;
}

Said saidEarly(const std::vector<Piece>& pieces, const std::vector<WordsOver>& tight) {
    Said s;
    Walk opens(pieces), closes(pieces);
    double free = 0;
    for (const auto& w : tight) {
        s.at.push_back(std::max(free, opens.reached(w.fromS)));
        free = s.at.back() + w.lengthS;
        s.late.push_back(std::max(0.0, free - closes.left(w.toS)));
    }
    return s;
}

std::optional<Late> firstLate(const std::vector<Piece>& pieces, const std::vector<WordsOver>& tight,
                              std::size_t count) {
    Walk opens(pieces), closes(pieces);
    double free = 0;
    for (std::size_t i = 0; i < count; ++i) {
        free = std::max(free, opens.reached(tight[i].fromS)) + tight[i].lengthS;
        if (const double late = free - closes.left(tight[i].toS); late > kHair) return Late{i, late};
    }
    return std::nullopt;
}

std::vector<double> saidLate(const std::vector<Piece>& pieces, const std::vector<WordsOver>& tight) {
    std::vector<double> closes, at(tight.size());
    Walk walk(pieces);
    for (const auto& w : tight) closes.push_back(walk.left(w.toS));
    double next = lengthOf(pieces);
    for (std::size_t i = tight.size(); i-- > 0;) next = at[i] = std::min(next, closes[i]) - tight[i].lengthS;
    return at;
}

bool fits(const std::vector<Piece>& pieces, const std::vector<WordsOver>& tight, std::size_t count) {
    constexpr double kSlack = 1e-6;
    Walk opens(pieces), closes(pieces);
    double free = 0;
    for (std::size_t i = 0; i < count; ++i) {
        free = std::max(free, opens.reached(tight[i].fromS)) + tight[i].lengthS;
        if (free > closes.left(tight[i].toS) + kSlack) return false;
    }
    return true;
}

double lengthOf(const std::vector<Piece>& pieces) {
    double sum = 0;
    for (const auto& p : pieces) sum += p.lengthS;
    return sum;
}

} // namespace hl
