// SPDX-License-Identifier: GPL-3.0-or-later
// The paces of a stretch. What must be added, and in which windows, is known (shortest.h); here it is laid out with few
// changes of pace. Windows are settled one after the other, with a few layouts kept for each.
#include "core/cut/given_stretch.h"

#include <algorithm>
#include <cmath>
#include <functional>
#include <optional>
#include <tuple>

namespace hl {
namespace {

constexpr double kHair = 1e-9;

/// What is disliked about a layout, the worst first.
struct Dislike {
    int shorts = 0; ///< pieces too short to be looked at
    double standing = 0;
    int changes = 0;
    double slowest = 1;
    double early = 0; ///< how far before the end the added time lies, on the average
    auto rank() const {
        const auto coarse = [](double v) { return std::lround(v * 1e6); };
        return std::tuple(shorts, coarse(standing), changes, -coarse(slowest), coarse(early));
    }
};

Dislike dislikeOf(const std::vector<Piece>& pieces, double fastest, bool complete) {
    Dislike d;
    double added = 0, at = 0;
    for (std::size_t i = 0; i < pieces.size(); ++i) {
        const auto& p = pieces[i];
        if (i > 0 && pieces[i - 1].rate != p.rate) ++d.changes;
        if (p.held) continue;
        const bool last = i + 1 == pieces.size();
        if (p.lengthS < kShortestShotS - 1e-6 && (complete || !last || p.rate != fastest)) ++d.shorts;
        if (p.rate <= 0)
            d.standing += p.lengthS;
        else
            d.slowest = std::min(d.slowest, p.rate);
        const double more = p.lengthS - (p.toS - p.fromS) / fastest;
        added += more, at += more * (p.fromS + p.toS) / 2;
    }
    if (added > kHair) d.early = pieces.back().toS - at / added;
    return d;
}

/// A part of the stretch laid out.
struct Layout {
    std::vector<Piece> pieces;
    double endS = 0; ///< film s
    Dislike dislike = {};
};

/// All that is known of one window in which time must be added.
struct Window {
    Tight tight;
    double fromS = 0, toS = 0;  ///< film s
    double filmS = 0;           ///< of it that may be slowed
    double guideS = 0;          ///< that this film must take
    double standS = 0;          ///< the least standing in it
    std::vector<double> places; ///< film s where other windows open and close in it
};

class Laying {
  public:
    explicit Laying(const GivenStretch& given) : given_(given) {}

    std::vector<Piece> slowed() {
        std::vector<Layout> kept = {{{}, given_.stretch.fromS}};
        for (const auto& t : given_.chain) kept = withWindow(kept, windowOf(t));
        for (auto& l : kept) {
            for (const auto& p : given_.ground.pieces(l.endS, given_.stretch.toS + 1)) append(l.pieces, p);
            l.dislike = dislikeOf(l.pieces, given_.stretch.fastest, true);
        }
        return std::min_element(kept.begin(), kept.end(),
                                [](auto& a, auto& b) { return a.dislike.rank() < b.dislike.rank(); })
            ->pieces;
    }

  private:
    using Take = std::function<void(const std::vector<Run>&, const std::vector<Stand>&)>;

    Window windowOf(const Tight& t) const {
        Window w{t, given_.tight[t.first].fromS, given_.tight[t.last].toS, 0, 0, 0, {}};
        w.filmS = given_.ground.freeS(w.fromS, w.toS);
        w.guideS = w.filmS / given_.stretch.fastest + t.added;
        const double slowing = given_.stretch.fastest / given_.stretch.slowest;
        for (std::size_t i = t.first; i <= t.last; ++i) {
            const double has = given_.shares[i].to - given_.shares[i].from;
            w.standS += std::max(0.0, given_.windows[i].length - has * slowing);
            for (const double at : {given_.tight[i].fromS, given_.tight[i].toS})
                if (at > w.fromS + kHair && at < w.toS - kHair) w.places.push_back(at);
        }
        std::sort(w.places.begin(), w.places.end());
        w.places.erase(std::unique(w.places.begin(), w.places.end()), w.places.end());
        return w;
    }

    /// The best layouts that end with each pace.
    std::vector<Layout> withWindow(const std::vector<Layout>& before, const Window& w) {
        std::vector<Layout> best;
        for (const auto& b : before) {
            Layout l = b;
            for (const auto& p : given_.ground.pieces(b.endS, w.fromS)) append(l.pieces, p);
            l.endS = w.toS;
            const auto ground = given_.ground.pieces(w.fromS, w.toS);
            const double least = dislikeOf(b.pieces, given_.stretch.fastest, false).standing + w.standS + 1e-6;
            const auto fine = [&] {
                return std::any_of(best.begin(), best.end(), [&](const Layout& x) {
                    return x.dislike.shorts == 0 && x.dislike.standing <= least;
                });
            };
            for (const auto& ends : endsAtFullSpeed(l, w)) {
                Window v = w;
                v.filmS -= ends.before + ends.after;
                v.guideS -= (ends.before + ends.after) / given_.stretch.fastest;
                if (v.filmS <= kHair || fine()) break;
                std::vector<Run> all = {{given_.stretch.fastest, ends.before}};
                const auto take = [&](const std::vector<Run>& runs, const std::vector<Stand>& stands) {
                    all.resize(1);
                    all.insert(all.end(), runs.begin(), runs.end());
                    scratch_.assign(l.pieces.begin(), l.pieces.end());
                    lay(scratch_, ground, w.toS, given_.stretch.fastest, all, stands);
                    if (fits(scratch_, given_.tight, w.tight.last + 1)) keepIfBetter(best, {scratch_, w.toS}, w);
                };
                fewRuns(v, take);
                if (!fine()) moreRuns(v, take, fine);
                if (!fine()) standingWhereLate(l, w, v, ends.before, take);
            }
            Layout sure = l;
            wordByWord(w, sure.pieces);
            if (fits(sure.pieces, given_.tight, w.tight.last + 1)) keepIfBetter(best, std::move(sure), w);
        }
        if (best.empty()) { // something held leaves no room for the words: they run over
            Layout l = before.front();
            for (const auto& p : given_.ground.pieces(l.endS, w.fromS)) append(l.pieces, p);
            wordByWord(w, l.pieces);
            l.endS = w.toS;
            best.push_back(std::move(l));
        }
        return best;
    }

    struct Ends {
        double before = 0, after = 0; ///< film s
    };
    /// Full speed beside the window that would be too short to be seen goes on into it.
    std::vector<Ends> endsAtFullSpeed(const Layout& l, const Window& w) const {
        const auto lacking = [](double lengthS) {
            return lengthS > kHair && lengthS < kShortestShotS ? kShortestShotS - lengthS : 0;
        };
        double before = 0;
        if (!l.pieces.empty() && l.pieces.back().rate == given_.stretch.fastest && !l.pieces.back().held)
            before = lacking(l.pieces.back().lengthS) * given_.stretch.fastest;
        const auto next =
            std::find_if(given_.chain.begin(), given_.chain.end(), [&](auto& t) { return t.first > w.tight.last; });
        const double free =
            given_.ground.before(next == given_.chain.end() ? given_.stretch.toS : given_.tight[next->first].fromS);
        const double after = lacking(free - given_.ground.after(w.toS)) * given_.stretch.fastest;
        std::vector<Ends> ends = {{0, 0}};
        if (before > 0 && after > 0) ends.push_back({before, after});
        if (before > 0) ends.push_back({before, 0});
        if (after > 0) ends.push_back({0, after});
        return ends;
    }

    /// At any pace, and standing just where words would else be late, for as long as they need. `v` is the part of `w`
    /// behind the `quickS` that are played at full speed.
    void standingWhereLate(const Layout& l, const Window& w, const Window& v, double quickS, const Take& take) const {
        const auto ground = given_.ground.pieces(w.fromS, w.toS);
        std::vector<Piece> pieces;
        const auto withStands = [&](std::vector<Run> runs, double leastS) {
            runs.insert(runs.begin(), {given_.stretch.fastest, quickS});
            double takes = (w.filmS - v.filmS - quickS) / given_.stretch.fastest;
            for (const auto& r : runs) takes += r.filmS / r.rate;
            std::vector<Stand> stands;
            double stood = 0;
            for (std::size_t tries = 0; tries <= w.tight.last - w.tight.first + 1; ++tries) {
                pieces.assign(l.pieces.begin(), l.pieces.end());
                lay(pieces, ground, w.toS, given_.stretch.fastest, runs, stands);
                const auto late = firstLate(pieces, given_.tight, w.tight.last + 1);
                if (!late) {
                    if (std::abs(takes + stood - w.guideS) < 1e-6) take({runs.begin() + 1, runs.end()}, stands);
                    return;
                }
                const double there = given_.ground.standAt(given_.tight[late->which].toS);
                if (there < w.fromS - kHair) return;
                stands.push_back({there, std::max(leastS, late->byS)});
                stood += stands.back().lengthS;
                if (takes + stood > w.guideS + 1e-6) return;
            }
        };
        for (const double leastS : {0.0, kShortestShotS}) {
            for (const double r : given_.rates) withStands({{r, v.filmS}}, leastS);
            for (const double d : standLengths(v))
                runsOf(v.filmS, v.guideS - d, {}, [&](const auto& runs, const auto&) { withStands(runs, leastS); });
        }
    }

    void keepIfBetter(std::vector<Layout>& best, Layout l, const Window& w) const {
        if (w.tight.last == given_.chain.back().last) {
            auto whole = l.pieces;
            for (const auto& p : given_.ground.pieces(w.toS, given_.stretch.toS + 1)) append(whole, p);
            l.dislike = dislikeOf(whole, given_.stretch.fastest, true);
        } else
            l.dislike = dislikeOf(l.pieces, given_.stretch.fastest, false);
        const auto endsAlike = [&](const Layout& x) {
            return x.pieces.back().rate == l.pieces.back().rate &&
                   (x.pieces.back().lengthS < kShortestShotS) == (l.pieces.back().lengthS < kShortestShotS);
        };
        const auto same = std::find_if(best.begin(), best.end(), endsAlike);
        if (same == best.end())
            best.push_back(std::move(l));
        else if (l.dislike.rank() < same->dislike.rank())
            *same = std::move(l);
    }

    /// How much of `filmS` must run at `a` and how much at `b` to take `guideS`; none where they cannot.
    static std::optional<std::pair<double, double>> split(double filmS, double guideS, double a, double b) {
        const double x = (guideS - filmS / b) / (1 / a - 1 / b);
        if (!(x >= -kHair && x <= filmS + kHair)) return std::nullopt;
        const double at = std::clamp(x, 0.0, filmS);
        return std::pair(at, filmS - at);
    }

    void runsOf(double filmS, double guideS, const std::vector<Stand>& stands, const Take& take) const {
        std::vector<Run> two(2);
        for (const double a : given_.rates)
            for (const double b : given_.rates) {
                const auto x = a == b ? std::nullopt : split(filmS, guideS, a, b);
                if (!x) continue;
                two[0] = {a, x->first}, two[1] = {b, x->second};
                take(two, stands);
            }
    }

    /// Two paces, or one slow one in the middle; where even the slowest is too quick, it and one stand.
    void fewRuns(const Window& w, const Take& take) const {
        const double all = w.filmS / given_.stretch.slowest;
        if (w.guideS > all + kHair) {
            for (const double at : standPlaces(w)) take({{given_.stretch.slowest, w.filmS}}, {{at, w.guideS - all}});
            return;
        }
        runsOf(w.filmS, w.guideS, {}, take);
        for (const double slow : given_.rates)
            if (slow < given_.stretch.fastest) threeRuns(w, given_.stretch.fastest, slow, given_.stretch.fastest, take);
    }

    void moreRuns(const Window& w, const Take& take, const std::function<bool()>& fine) const {
        std::vector<Stand> stand(1);
        const auto lengths = standLengths(w);
        for (const double at : standPlaces(w))
            for (const double d : lengths) {
                stand.front() = {at, d};
                runsOf(w.filmS, w.guideS - d, stand, take);
            }
        if (fine()) return;
        if (w.guideS > w.filmS / given_.stretch.slowest + kHair) return;
        for (const double a : given_.rates)
            for (const double b : given_.rates)
                for (const double c : given_.rates)
                    if (a != b && b != c) threeRuns(w, a, b, c, take);
    }

    /// As little as must be, as long as a stand must at least be, and what leaves a second pace just long enough.
    std::vector<double> standLengths(const Window& w) const {
        std::vector<double> out = {w.standS, kShortestShotS, w.tight.added};
        for (const double b : given_.rates)
            out.push_back(w.guideS - kShortestShotS - (w.filmS - kShortestShotS * b) / given_.stretch.slowest);
        std::erase_if(out, [&](double d) { return d <= kHair || d > w.tight.added + kHair; });
        return out;
    }

    std::vector<double> standPlaces(const Window& w) const {
        auto at = w.places;
        at.push_back(w.toS);
        at.insert(at.begin(), w.fromS);
        for (auto& x : at) x = given_.ground.standAt(x);
        std::erase_if(at, [&](double x) { return x < w.fromS - kHair; });
        std::reverse(at.begin(), at.end());
        return at;
    }

    /// With the first or the last change where a window opens or closes, or as soon as the first piece may end.
    void threeRuns(const Window& w, double a, double b, double c, const Take& tried) const {
        std::vector<Run> three(3); // one for all that are tried
        const std::vector<Stand> none;
        const auto take = [&](double x, double y, double z) {
            three[0] = {a, x}, three[1] = {b, y}, three[2] = {c, z};
            tried(three, none);
        };
        const auto first = [&](double film) {
            if (film <= kHair || film >= w.filmS - kHair) return;
            if (const auto x = split(w.filmS - film, w.guideS - film / a, b, c)) take(film, x->first, x->second);
        };
        const auto last = [&](double film) {
            if (film <= kHair || film >= w.filmS - kHair) return;
            if (const auto x = split(w.filmS - film, w.guideS - film / c, a, b)) take(x->first, x->second, film);
        };
        for (const double at : w.places) {
            first(given_.ground.freeS(w.fromS, at));
            last(given_.ground.freeS(at, w.toS));
        }
        first(kShortestShotS * a), last(kShortestShotS * c);
        // The middle as long as it must at least be seen.
        const double middle = kShortestShotS * b;
        if (a != c && middle < w.filmS)
            if (const auto x = split(w.filmS - middle, w.guideS - kShortestShotS, a, c))
                take(x->first, middle, x->second);
    }

    /// Each of the words over its own share of the film: always possible, with more changes.
    void wordByWord(const Window& w, std::vector<Piece>& pieces) const {
        double at = w.fromS;
        for (std::size_t i = w.tight.first; i <= w.tight.last; ++i) {
            const double from = std::max(at, given_.ground.film(given_.shares[i].from)),
                         to = std::max(from, given_.ground.film(given_.shares[i].to)),
                         has = given_.shares[i].to - given_.shares[i].from;
            for (const auto& p : given_.ground.pieces(at, from)) append(pieces, p);
            const double film = given_.ground.freeS(from, to), added = std::max(0.0, given_.windows[i].length - has);
            const double guide = film / given_.stretch.fastest + added,
                         stand = std::max(0.0, guide - film / given_.stretch.slowest);
            std::vector<Run> runs = {{given_.stretch.slowest, film}};
            if (stand <= kHair)
                for (std::size_t k = 0; k + 1 < given_.rates.size(); ++k)
                    if (const auto x = split(film, guide, given_.rates[k], given_.rates[k + 1]))
                        runs = {{given_.rates[k], x->first}, {given_.rates[k + 1], x->second}};
            std::vector<Stand> stands;
            if (const double there = given_.ground.standAt(to); there >= at - kHair) stands.push_back({there, stand});
            for (const auto& p : laid(given_.ground, from, to, given_.stretch.fastest, runs, stands)) append(pieces, p);
            at = to;
        }
        for (const auto& p : given_.ground.pieces(at, w.toS)) append(pieces, p);
    }

    const GivenStretch& given_;
    std::vector<Piece> scratch_; ///< of the layout that is being tried
};

} // namespace

std::vector<Piece> slowedPieces(const GivenStretch& given) { return Laying(given).slowed(); }

} // namespace hl
