// SPDX-License-Identifier: GPL-3.0-or-later
// Stretches against all plans there are: a search over a grid of film, paces and stands that knows nothing of how the
// planner works.
#include "core/cut/stretch.h"

#include <algorithm>
#include <array>
#include <catch2/catch.hpp>
#include <cmath>
#include <random>
#include <tuple>

using namespace hl;

namespace {

constexpr double kFilmStep = 0.3, kTick = 0.1; // s: at 1, 3/4, 1/2, 1/4 a step takes 3, 4, 6, 12 ticks
constexpr int kNone = 1 << 28;

struct Cost {
    int length = kNone, standing = 0, changes = 0; // ticks, ticks, count
    auto rank() const { return std::tuple(length, standing, changes); }
};

/// Every plan on the grid: at each step of the film the words that are still to be said (ticks), the pace of the piece
/// and how long it is already. Words are worked off in order as guide time goes by; those whose window closes must be
/// done by then.
class AllPlans {
  public:
    AllPlans(const Stretch& s, int shortestTicks) : shortest_(shortestTicks) {
        steps_ = step(s.toS - s.fromS);
        for (const auto& w : tightened(s)) {
            opens_.push_back(step(w.fromS - s.fromS)), closes_.push_back(step(w.toS - s.fromS));
            ticks_.push_back(static_cast<int>(std::lround(w.lengthS / kTick)));
            all_ += ticks_.back();
        }
    }
    Cost best() {
        States now(count()), next(count());
        now[at(arriving(0), kPaces, shortest_)] = {0, 0, 0};
        for (int x = 0;; ++x) {
            stand(now);
            forgetLate(now, x);
            if (x == steps_) break;
            std::fill(next.begin(), next.end(), Cost{});
            advance(now, next, x);
            std::swap(now, next);
        }
        Cost best;
        for (int pace = 0; pace <= kPaces; ++pace) best = std::min(best, now[at(0, pace, shortest_)], less);
        return best;
    }

  private:
    using States = std::vector<Cost>;
    static constexpr std::array<int, 5> kTakes = {3, 4, 6, 12, 0}; // the last: it stands
    static constexpr int kStands = 4, kPaces = 5;                  // kPaces: nothing was played yet
    static bool less(const Cost& a, const Cost& b) { return a.rank() < b.rank(); }
    static int step(double filmS) { return static_cast<int>(std::lround(filmS / kFilmStep)); }
    std::size_t count() const { return at(all_, kPaces, shortest_) + 1; }
    std::size_t at(int left, int pace, int ticks) const {
        return static_cast<std::size_t>((left * (kPaces + 1) + pace) * (shortest_ + 1) + ticks);
    }
    int arriving(int x) const {
        int sum = 0;
        for (std::size_t i = 0; i < ticks_.size(); ++i)
            if (opens_[i] == x) sum += ticks_[i];
        return sum;
    }
    void offer(Cost& to, const Cost& c) const {
        if (less(c, to)) to = c;
    }
    template <class F> void each(const States& s, F f) const {
        for (int left = all_; left >= 0; --left)
            for (int pace = 0; pace <= kPaces; ++pace)
                for (int ticks = 0; ticks <= shortest_; ++ticks)
                    if (s[at(left, pace, ticks)].length < kNone) f(left, pace, ticks, s[at(left, pace, ticks)]);
    }
    /// Tick by tick; states with fewer words left come later, so one pass reaches every length that is of use.
    void stand(States& s) const {
        for (int again = 0; again <= shortest_; ++again)
            each(s, [&](int left, int pace, int ticks, Cost c) {
                if (pace != kStands && ticks < shortest_) return;
                const int stood = pace == kStands ? std::min(shortest_, ticks + 1) : std::min(shortest_, 1);
                c.changes += pace != kStands && pace != kPaces;
                ++c.length, ++c.standing;
                offer(s[at(std::max(0, left - 1), kStands, stood)], c);
            });
    }
    void forgetLate(States& s, int x) const {
        int most = kNone;
        for (std::size_t i = 0; i < ticks_.size(); ++i) {
            if (closes_[i] > x) continue;
            int later = 0;
            for (std::size_t k = i + 1; k < ticks_.size(); ++k)
                if (opens_[k] <= x) later += ticks_[k];
            most = std::min(most, later);
        }
        each(s, [&](int left, int pace, int ticks, const Cost&) {
            if (left > most) s[at(left, pace, ticks)] = Cost{};
        });
    }
    void advance(const States& from, States& to, int x) const {
        const int more = arriving(x + 1);
        each(from, [&](int left, int pace, int ticks, const Cost& before) {
            for (int next = 0; next < kStands; ++next) {
                if (next != pace && ticks < shortest_) continue;
                const int takes = kTakes[static_cast<std::size_t>(next)];
                Cost c = before;
                c.length += takes, c.changes += pace != kPaces && next != pace;
                const int played = std::min(shortest_, (next == pace ? ticks : 0) + takes);
                offer(to[at(std::max(0, left - takes) + more, next, played)], c);
            }
        });
    }
    int shortest_, steps_ = 0, all_ = 0;
    std::vector<int> opens_, closes_, ticks_;
};

Stretch madeStretch(unsigned seed, int mostSteps, int mostWords) {
    std::mt19937 rng(seed);
    const auto of = [&](int a, int b) { return std::uniform_int_distribution<int>(a, b)(rng); };
    Stretch s;
    const int steps = of(4, mostSteps), words = of(0, mostWords);
    s.toS = steps * kFilmStep;
    std::vector<std::pair<int, int>> windows;
    for (int i = 0; i < words; ++i) {
        const int closes = of(0, steps);
        windows.push_back({closes, std::max(0, closes - of(1, 8))});
    }
    std::sort(windows.begin(), windows.end());
    for (const auto& [closes, opens] : windows)
        s.words.push_back({BeatId{1}, opens * kFilmStep, closes * kFilmStep, of(2, 45) * kTick});
    return s;
}

int changesIn(const Pacing& p) {
    int n = 0;
    for (std::size_t i = 1; i < p.pieces.size(); ++i) n += p.pieces[i].rate != p.pieces[i - 1].rate;
    return n;
}

/// Guide time at which a place of the film is reached, and left.
std::pair<double, double> whenAt(const Pacing& p, double filmS) {
    double now = 0, reached = -1, left = 0;
    for (const auto& x : p.pieces) {
        if (filmS >= x.fromS - 1e-9 && filmS <= x.toS + 1e-9) {
            const double in = x.rate > 0 ? (filmS - x.fromS) / x.rate : 0;
            if (reached < 0) reached = now + in;
            left = now + (x.rate > 0 ? in : x.lengthS);
        }
        now += x.lengthS;
    }
    return {reached, left};
}

void checkWords(const Stretch& s, const Pacing& p) {
    const auto tight = tightened(s);
    double free = 0;
    for (std::size_t i = 0; i < tight.size(); ++i) {
        CHECK(p.overS[i] < 1e-5);
        CHECK(p.saidAtS[i] >= free - 1e-5);
        CHECK(p.saidAtS[i] >= whenAt(p, tight[i].fromS).first - 1e-5);
        free = p.saidAtS[i] + tight[i].lengthS;
        CHECK(free <= whenAt(p, tight[i].toS).second + 1e-5);
    }
}

} // namespace

TEST_CASE("no plan on the grid is shorter than the bound, and one is as short") {
    for (unsigned seed = 1; seed <= 1000; ++seed) {
        INFO("seed " << seed);
        const auto s = madeStretch(seed, 14, 4);
        const auto best = AllPlans(s, 0).best(); // pieces of any length
        const auto p = paced(s);
        CHECK(p.boundS == Approx(best.length * kTick).margin(1e-6));
        const auto least = leastAdded(s);
        CHECK(s.toS - s.fromS + least.addedS == Approx(best.length * kTick).margin(1e-6));
        CHECK(least.standingS <= best.standing * kTick + 1e-6);
    }
}

TEST_CASE("with no piece under four tenths of a second the plan is the best of all but for one in a hundred") {
    int longer = 0, more = 0, changes = 0;
    for (unsigned seed = 1; seed <= 1000; ++seed) {
        INFO("seed " << seed);
        const auto s = madeStretch(seed, 14, 4);
        const auto best = AllPlans(s, static_cast<int>(std::lround(kShortestShotS / kTick))).best();
        const auto p = paced(s);
        for (const auto& x : p.pieces) CHECK(x.lengthS >= kShortestShotS - 1e-6);
        CHECK(p.lengthS >= p.boundS - 1e-6);
        checkWords(s, p);
        const double over = p.lengthS - best.length * kTick, standing = p.standingS - best.standing * kTick;
        CHECK(over < 1);
        if (over > 1e-6)
            ++longer;
        else if (over > -1e-6 && standing > 1e-6)
            ++more;
        else if (over > -1e-6 && standing > -1e-6 && changesIn(p) > best.changes)
            ++changes;
    }
    CHECK(longer <= 10);
    CHECK(more <= 10);
    CHECK(changes <= 12);
}

TEST_CASE("pieces cover the film once, forwards, at the paces there are") {
    for (unsigned seed = 1; seed <= 400; ++seed) {
        INFO("seed " << seed);
        auto s = madeStretch(seed, 60, 9);
        s.fromS += 100, s.toS += 100;
        for (auto& w : s.words) w.fromS += 100, w.toS += 100;
        if (seed % 3 == 0) s.way = Way::Stand;
        if (seed % 5 == 0) s.fastest = 0.5;
        const auto p = paced(s);
        double film = s.fromS, length = 0;
        for (const auto& x : p.pieces) {
            CHECK(x.fromS == Approx(film).margin(1e-9));
            if (x.rate > 0) CHECK(x.lengthS == Approx((x.toS - x.fromS) / x.rate).margin(1e-9));
            CHECK((x.rate == 0 || x.rate == 0.25 || x.rate == 0.5 || x.rate == 0.75 || x.rate == 1));
            CHECK(x.rate <= s.fastest);
            // Only what would be too short to be seen between two stands is slowed.
            const bool tooShort = (x.toS - x.fromS) / s.fastest < kShortestShotS;
            if (s.way == Way::Stand) CHECK((x.rate == 0 || x.rate == s.fastest || tooShort));
            film = x.toS, length += x.lengthS;
        }
        CHECK(film == Approx(s.toS));
        CHECK(length == Approx(p.lengthS));
        checkWords(s, p);
    }
}

TEST_CASE("words that fit cost nothing; a stand stands at its place") {
    Stretch s{0, 10, {{BeatId{1}, 1, 5, 3}, {BeatId{2}, 4, 9, 4}}};
    auto p = paced(s);
    REQUIRE(p.pieces.size() == 1);
    CHECK(p.lengthS == Approx(10));
    CHECK(p.saidAtS[0] + 3 <= 5);
    s.words = {{BeatId{1}, 1, 5, 9}};
    s.way = Way::Stand;
    p = paced(s);
    REQUIRE(p.pieces.size() == 3);
    CHECK(p.pieces[1].fromS == Approx(5));
    CHECK(p.pieces[1].lengthS == Approx(5));
    CHECK(p.lengthS == Approx(p.boundS));
    s.way = Way::Slow;
    p = paced(s);
    CHECK(p.standingS == 0);
    CHECK(p.lengthS == Approx(15));
}

TEST_CASE("what is set by hand stays, and the rest is planned round it") {
    Stretch s{0, 10, {{BeatId{1}, 2, 6, 9}}};
    s.held = {{3, 4, 1, 0}, {5, 5, 0, 2}};
    const auto p = paced(s);
    double quick = 0, stands = 0;
    for (const auto& x : p.pieces) {
        if (x.held && x.rate == 1) quick += x.toS - x.fromS;
        if (x.held && x.rate == 0 && x.fromS == 5) stands += x.lengthS;
        if (!x.held && x.rate > 0) CHECK((x.toS <= 3 + 1e-9 || x.fromS >= 4 - 1e-9));
    }
    CHECK(quick == Approx(1));
    CHECK(stands == Approx(2));
    CHECK(p.lengthS == Approx(10 + 9 - 4).margin(1e-6));
    checkWords(s, p);
}

TEST_CASE("where what is set by hand leaves no room, it is told which words run over, and by how much") {
    Stretch s{0, 4, {{BeatId{1}, 1, 3, 9}}};
    s.held = {{0, 4, 1, 0}};
    const auto p = paced(s);
    REQUIRE(p.overS.size() == 1);
    CHECK(p.overS[0] > 0);
    CHECK(p.lengthS >= p.saidAtS[0] + 9 - 1e-6); // and they are said all the same
    for (const auto& x : p.pieces)
        if (x.held) CHECK(x.rate == 1);
}

TEST_CASE("words without a place that comes before the others' fall where there is room") {
    // The second speaks of a place behind the first one's: it cannot be in sight any more.
    Stretch s{0, 10, {{BeatId{1}, 5, 8, 2}, {BeatId{2}, 0, 3, 1.5}, {BeatId{3}, 6, 9.5, 1}}};
    const auto p = paced(s);
    CHECK(p.lengthS == Approx(10));
    CHECK(p.saidAtS[1] >= p.saidAtS[0] + 2 - 1e-6);
    CHECK(p.saidAtS[2] >= p.saidAtS[1] + 1.5 - 1e-6);
}

TEST_CASE("huge, tiny and empty stretches are planned") {
    CHECK(paced({0, 0, {}}).lengthS == 0);
    CHECK(paced({5, 5, {{BeatId{1}, 0, 9, 3}}}).lengthS == Approx(3));
    CHECK(paced({0, 0.1, {{BeatId{1}, 0, 0.1, 3}}}).lengthS == Approx(3).margin(1.0));
    Stretch s{0, 600, {}};
    for (int i = 0; i < 400; ++i) s.words.push_back({BeatId{i + 1}, i * 1.5, i * 1.5 + 2, 2.5});
    const auto p = paced(s);
    CHECK(p.lengthS == Approx(p.boundS).margin(0.01 * p.boundS));
    checkWords(s, p);
}
