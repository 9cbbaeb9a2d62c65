// SPDX-License-Identifier: GPL-3.0-or-later
// The paces of a stretch. What must be added, and in which windows, is known (shortest.h); here it is laid out with few
// changes of pace. Windows are settled one after the other, with a few layouts kept for each.
#include "core/cut/profile.h"
#include "core/cut/shortest.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <functional>
#include <optional>
#include <tuple>

namespace hl {
namespace {

constexpr double kHair = 1e-9;
constexpr std::array<double, 4> kRates = {1, 0.75, 0.5, 0.25};

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
    explicit Laying(const Stretch& s) : s_(s), ground_(s), tight_(tightened(s)), windows_(onGround(tight_, ground_)) {
        for (const double r : kRates)
            if (r <= s.fastest + kHair && r >= s.slowest - kHair) rates_.push_back(r);
        shares_ = sharedOut(windows_, s.fastest / s.slowest);
        chain_ = tightWindows(windows_);
    }

    Pacing done() {
        Pacing out;
        out.boundS = ground_.lengthS();
        for (const auto& t : chain_) out.boundS += t.added;
        out.pieces = s_.way == Way::Stand ? standing() : slowed();
        lengthenShorts(out.pieces);
        const auto early = saidEarly(out.pieces, tight_);
        out.overS = early.late;
        const bool all = std::all_of(early.late.begin(), early.late.end(), [](double l) { return l < 1e-5; });
        out.saidAtS = all ? saidLate(out.pieces, tight_) : early.at;
        for (auto& at : out.saidAtS) at = std::max(0.0, at);
        out.lengthS = lengthOf(out.pieces);
        if (!all && !out.saidAtS.empty()) { // words that run over the end: the last picture waits for them
            const double end = out.saidAtS.back() + tight_.back().lengthS;
            if (end > out.lengthS + kHair) append(out.pieces, {s_.toS, s_.toS, 0, end - out.lengthS, false});
            out.lengthS = lengthOf(out.pieces);
        }
        for (const auto& p : out.pieces)
            if (p.rate <= 0) out.standingS += p.lengthS;
        return out;
    }

  private:
    using Take = std::function<void(const std::vector<Run>&, const std::vector<Stand>&)>;

    std::vector<Piece> slowed() {
        std::vector<Layout> kept = {{{}, s_.fromS}};
        for (const auto& t : chain_) kept = withWindow(kept, windowOf(t));
        for (auto& l : kept) {
            for (const auto& p : ground_.pieces(l.endS, s_.toS + 1)) append(l.pieces, p);
            l.dislike = dislikeOf(l.pieces, s_.fastest, true);
        }
        return std::min_element(kept.begin(), kept.end(),
                                [](auto& a, auto& b) { return a.dislike.rank() < b.dislike.rank(); })
            ->pieces;
    }

    Window windowOf(const Tight& t) const {
        Window w{t, tight_[t.first].fromS, tight_[t.last].toS, 0, 0, 0, {}};
        w.filmS = ground_.freeS(w.fromS, w.toS);
        w.guideS = w.filmS / s_.fastest + t.added;
        const double slowing = s_.fastest / s_.slowest;
        for (std::size_t i = t.first; i <= t.last; ++i) {
            const double has = shares_[i].to - shares_[i].from;
            w.standS += std::max(0.0, windows_[i].length - has * slowing);
            for (const double at : {tight_[i].fromS, tight_[i].toS})
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
            for (const auto& p : ground_.pieces(b.endS, w.fromS)) append(l.pieces, p);
            l.endS = w.toS;
            const auto ground = ground_.pieces(w.fromS, w.toS);
            const double least = dislikeOf(b.pieces, s_.fastest, false).standing + w.standS + 1e-6;
            const auto fine = [&] {
                return std::any_of(best.begin(), best.end(), [&](const Layout& x) {
                    return x.dislike.shorts == 0 && x.dislike.standing <= least;
                });
            };
            for (const auto& ends : endsAtFullSpeed(l, w)) {
                Window v = w;
                v.filmS -= ends.before + ends.after;
                v.guideS -= (ends.before + ends.after) / s_.fastest;
                if (v.filmS <= kHair || fine()) break;
                std::vector<Run> all = {{s_.fastest, ends.before}};
                const auto take = [&](const std::vector<Run>& runs, const std::vector<Stand>& stands) {
                    all.resize(1);
                    all.insert(all.end(), runs.begin(), runs.end());
                    scratch_.assign(l.pieces.begin(), l.pieces.end());
                    lay(scratch_, ground, w.toS, s_.fastest, all, stands);
                    if (fits(scratch_, tight_, w.tight.last + 1)) keepIfBetter(best, {scratch_, w.toS}, w);
                };
                fewRuns(v, take);
                if (!fine()) moreRuns(v, take, fine);
                if (!fine()) standingWhereLate(l, w, v, ends.before, take);
            }
            Layout sure = l;
            wordByWord(w, sure.pieces);
            if (fits(sure.pieces, tight_, w.tight.last + 1)) keepIfBetter(best, std::move(sure), w);
        }
        if (best.empty()) { // something held leaves no room for the words: they run over
            Layout l = before.front();
            for (const auto& p : ground_.pieces(l.endS, w.fromS)) append(l.pieces, p);
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
        if (!l.pieces.empty() && l.pieces.back().rate == s_.fastest && !l.pieces.back().held)
            before = lacking(l.pieces.back().lengthS) * s_.fastest;
        const auto next = std::find_if(chain_.begin(), chain_.end(), [&](auto& t) { return t.first > w.tight.last; });
        const double free = ground_.before(next == chain_.end() ? s_.toS : tight_[next->first].fromS);
        const double after = lacking(free - ground_.after(w.toS)) * s_.fastest;
        std::vector<Ends> ends = {{0, 0}};
        if (before > 0 && after > 0) ends.push_back({before, after});
        if (before > 0) ends.push_back({before, 0});
        if (after > 0) ends.push_back({0, after});
        return ends;
    }

    /// At any pace, and standing just where words would else be late, for as long as they need. `v` is the part of `w`
    /// behind the `quickS` that are played at full speed.
    void standingWhereLate(const Layout& l, const Window& w, const Window& v, double quickS, const Take& take) const {
        const auto withStands = [&](std::vector<Run> runs, double leastS) {
            runs.insert(runs.begin(), {s_.fastest, quickS});
            double takes = (w.filmS - v.filmS - quickS) / s_.fastest;
            for (const auto& r : runs) takes += r.filmS / r.rate;
            std::vector<Stand> stands;
            double stood = 0;
            for (std::size_t tries = 0; tries <= w.tight.last - w.tight.first + 1; ++tries) {
                auto pieces = l.pieces;
                for (const auto& p : laid(ground_, w.fromS, w.toS, s_.fastest, runs, stands)) append(pieces, p);
                const auto said = saidEarly(pieces, tight_);
                std::size_t i = 0;
                while (i <= w.tight.last && said.late[i] <= kHair) ++i;
                if (i > w.tight.last) {
                    if (std::abs(takes + stood - w.guideS) < 1e-6) take({runs.begin() + 1, runs.end()}, stands);
                    return;
                }
                const double there = ground_.standAt(tight_[i].toS);
                if (there < w.fromS - kHair) return;
                stands.push_back({there, std::max(leastS, said.late[i])});
                stood += stands.back().lengthS;
                if (takes + stood > w.guideS + 1e-6) return;
            }
        };
        for (const double leastS : {0.0, kShortestShotS}) {
            for (const double r : rates_) withStands({{r, v.filmS}}, leastS);
            for (const double d : standLengths(v))
                runsOf(v.filmS, v.guideS - d, {}, [&](const auto& runs, const auto&) { withStands(runs, leastS); });
        }
    }

    void keepIfBetter(std::vector<Layout>& best, Layout l, const Window& w) const {
        if (w.tight.last == chain_.back().last) {
            auto whole = l.pieces;
            for (const auto& p : ground_.pieces(w.toS, s_.toS + 1)) append(whole, p);
            l.dislike = dislikeOf(whole, s_.fastest, true);
        } else
            l.dislike = dislikeOf(l.pieces, s_.fastest, false);
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
        for (const double a : rates_)
            for (const double b : rates_) {
                const auto x = a == b ? std::nullopt : split(filmS, guideS, a, b);
                if (!x) continue;
                two[0] = {a, x->first}, two[1] = {b, x->second};
                take(two, stands);
            }
    }

    /// Two paces, or one slow one in the middle; where even the slowest is too quick, it and one stand.
    void fewRuns(const Window& w, const Take& take) const {
        const double all = w.filmS / s_.slowest;
        if (w.guideS > all + kHair) {
            for (const double at : standPlaces(w)) take({{s_.slowest, w.filmS}}, {{at, w.guideS - all}});
            return;
        }
        runsOf(w.filmS, w.guideS, {}, take);
        for (const double slow : rates_)
            if (slow < s_.fastest) threeRuns(w, s_.fastest, slow, s_.fastest, take);
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
        if (w.guideS > w.filmS / s_.slowest + kHair) return;
        for (const double a : rates_)
            for (const double b : rates_)
                for (const double c : rates_)
                    if (a != b && b != c) threeRuns(w, a, b, c, take);
    }

    /// As little as must be, as long as a stand must at least be, and what leaves a second pace just long enough.
    std::vector<double> standLengths(const Window& w) const {
        std::vector<double> out = {w.standS, kShortestShotS, w.tight.added};
        for (const double b : rates_)
            out.push_back(w.guideS - kShortestShotS - (w.filmS - kShortestShotS * b) / s_.slowest);
        std::erase_if(out, [&](double d) { return d <= kHair || d > w.tight.added + kHair; });
        return out;
    }

    std::vector<double> standPlaces(const Window& w) const {
        auto at = w.places;
        at.push_back(w.toS);
        at.insert(at.begin(), w.fromS);
        for (auto& x : at) x = ground_.standAt(x);
        std::erase_if(at, [&](double x) { return x < w.fromS - kHair; });
        std::reverse(at.begin(), at.end());
        return at;
    }

    /// With the first or the last change where a window opens or closes, or as soon as the first piece may end.
    void threeRuns(const Window& w, double a, double b, double c, const Take& take) const {
        const auto first = [&](double film) {
            if (film <= kHair || film >= w.filmS - kHair) return;
            if (const auto x = split(w.filmS - film, w.guideS - film / a, b, c))
                take({{a, film}, {b, x->first}, {c, x->second}}, {});
        };
        const auto last = [&](double film) {
            if (film <= kHair || film >= w.filmS - kHair) return;
            if (const auto x = split(w.filmS - film, w.guideS - film / c, a, b))
                take({{a, x->first}, {b, x->second}, {c, film}}, {});
        };
        for (const double at : w.places) {
            first(ground_.freeS(w.fromS, at));
            last(ground_.freeS(at, w.toS));
        }
        first(kShortestShotS * a), last(kShortestShotS * c);
        // The middle as long as it must at least be seen.
        const double middle = kShortestShotS * b;
        if (a != c && middle < w.filmS)
            if (const auto x = split(w.filmS - middle, w.guideS - kShortestShotS, a, c))
                take({{a, x->first}, {b, middle}, {c, x->second}}, {});
    }

    /// Each of the words over its own share of the film: always possible, with more changes.
    void wordByWord(const Window& w, std::vector<Piece>& pieces) const {
        double at = w.fromS;
        for (std::size_t i = w.tight.first; i <= w.tight.last; ++i) {
            const double from = std::max(at, ground_.film(shares_[i].from)),
                         to = std::max(from, ground_.film(shares_[i].to)), has = shares_[i].to - shares_[i].from;
            for (const auto& p : ground_.pieces(at, from)) append(pieces, p);
            const double film = ground_.freeS(from, to), added = std::max(0.0, windows_[i].length - has);
            const double guide = film / s_.fastest + added, stand = std::max(0.0, guide - film / s_.slowest);
            std::vector<Run> runs = {{s_.slowest, film}};
            if (stand <= kHair)
                for (std::size_t k = 0; k + 1 < rates_.size(); ++k)
                    if (const auto x = split(film, guide, rates_[k], rates_[k + 1]))
                        runs = {{rates_[k], x->first}, {rates_[k + 1], x->second}};
            std::vector<Stand> stands;
            if (const double there = ground_.standAt(to); there >= at - kHair) stands.push_back({there, stand});
            for (const auto& p : laid(ground_, from, to, s_.fastest, runs, stands)) append(pieces, p);
            at = to;
        }
        for (const auto& p : ground_.pieces(at, w.toS)) append(pieces, p);
    }

    /// Full speed, and a stand where the words of each place want time: as near to the place as the next words allow.
    std::vector<Piece> standing() const {
        const auto late = sharedLate(windows_);
        std::vector<Piece> pieces;
        double at = s_.fromS;
        for (std::size_t i = 0; i < late.size(); ++i) {
            const double to = std::max(at, ground_.film(late[i].to));
            for (const auto& p : ground_.pieces(at, to)) append(pieces, p);
            const Piece stand{to, to, 0, std::max(0.0, windows_[i].length - (late[i].to - late[i].from)), false};
            if (ground_.standAt(to) < to && !pieces.empty() && stand.lengthS > kHair) // before the shot that is held
                pieces.insert(pieces.end() - 1, {pieces.back().fromS, pieces.back().fromS, 0, stand.lengthS, false});
            else
                append(pieces, stand);
            at = to;
        }
        for (const auto& p : ground_.pieces(at, s_.toS + 1)) append(pieces, p);
        while (withStandsJoined(pieces)) {}
        return pieces;
    }

    /// Two stands with too little film between them to be seen become one, at whichever place lets all words fit; so
    /// does a stand that is too short. False when there was none to join.
    bool withStandsJoined(std::vector<Piece>& pieces) const {
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
                if (!fits(joined, tight_, tight_.size())) continue;
                pieces = std::move(joined);
                return true;
            }
        }
        return false;
    }

    /// What would be gone before it is seen takes longer; more time harms no words.
    void lengthenShorts(std::vector<Piece>& pieces) const {
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
                slowDown(pieces, i);
        }
        std::vector<Piece> joined;
        for (const auto& p : pieces) append(joined, p);
        if (joined.size() < pieces.size()) {
            pieces = std::move(joined);
            lengthenShorts(pieces);
        }
    }

    /// As quick as it may be to last long enough. Where even the slowest is too quick the stand before it comes a
    /// little earlier.
    void slowDown(std::vector<Piece>& pieces, std::size_t i) const {
        const double more = kShortestShotS * s_.slowest - (pieces[i].toS - pieces[i].fromS);
        if (more > 0 && i >= 2 && pieces[i - 1].rate <= 0 && !pieces[i - 1].held && pieces[i - 2].rate > 0 &&
            !pieces[i - 2].held &&
            (pieces[i - 2].toS - pieces[i - 2].fromS - more) / pieces[i - 2].rate > kShortestShotS) {
            auto tried = pieces;
            auto& before = tried[i - 2];
            before.toS -= more, before.lengthS = (before.toS - before.fromS) / before.rate;
            tried[i - 1].fromS = tried[i - 1].toS = tried[i].fromS = before.toS;
            tried[i].rate = s_.slowest, tried[i].lengthS = (tried[i].toS - tried[i].fromS) / s_.slowest;
            if (fits(tried, tight_, tight_.size())) {
                pieces = std::move(tried);
                return;
            }
        }
        auto& p = pieces[i];
        for (const double rate : rates_) {
            p.rate = rate, p.lengthS = (p.toS - p.fromS) / rate;
            if (p.lengthS >= kShortestShotS - 1e-6) return;
        }
    }

    /// Takes film from a quicker piece beside it.
    static bool widened(std::vector<Piece>& pieces, std::size_t i) {
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

    const Stretch& s_;
    Ground ground_;
    std::vector<WordsOver> tight_;
    std::vector<GroundWindow> windows_;
    std::vector<double> rates_;
    std::vector<Share> shares_;
    std::vector<Tight> chain_;
    std::vector<Piece> scratch_; ///< of the layout that is being tried
};

} // namespace

Pacing paced(const Stretch& stretch) { return Laying(stretch).done(); }

} // namespace hl
