// SPDX-License-Identifier: GPL-3.0-or-later
// The bound of every plan against all that could be: what words need beyond the film that they may fall over.
#include "core/cut/shortest.h"

#include <catch2/catch.hpp>
#include <functional>
#include <random>

using namespace hl;

namespace {

std::vector<GroundWindow> randomWindows(std::mt19937& random, int most) {
    const auto dice = [&](int sides) { return static_cast<int>(random() % static_cast<unsigned>(sides)); };
    std::vector<GroundWindow> w;
    double from = 0, to = 0;
    for (int n = 1 + dice(most); n > 0; --n) {
        from += dice(4), to = std::max(to, from) + dice(5);
        w.push_back({from, to, 0.5 * (1 + dice(8))});
    }
    return w;
}

/// The most that any choice of windows apart, each over some neighbouring words, needs beyond its ground.
double mostAdded(const std::vector<GroundWindow>& w, std::size_t from = 0, double after = -1e9) {
    if (from >= w.size()) return 0;
    double most = 0;
    for (auto first = from; first < w.size(); ++first) {
        if (w[first].from < after) continue;
        double words = 0;
        for (auto last = first; last < w.size(); ++last) {
            words += w[last].length;
            const double added = words - (w[last].to - w[first].from);
            if (added > 0) most = std::max(most, added + mostAdded(w, last + 1, w[last].to));
        }
    }
    return most;
}

double sum(const std::vector<Tight>& chain) {
    double added = 0;
    for (const auto& t : chain) added += t.added;
    return added;
}

} // namespace

TEST_CASE("the tight windows add as much as the heaviest choice of all that there are, and stand apart") {
    std::mt19937 random(8);
    for (int k = 0; k < 2000; ++k) {
        const auto w = randomWindows(random, 7);
        const auto chain = tightWindows(w);
        CHECK(sum(chain) == Approx(mostAdded(w)).margin(1e-9));
        for (std::size_t i = 0; i < chain.size(); ++i) {
            CHECK(chain[i].added > 0);
            CHECK(chain[i].first <= chain[i].last);
            if (i == 0) continue;
            CHECK(chain[i].first > chain[i - 1].last);
            CHECK(w[chain[i].first].from >= w[chain[i - 1].last].to);
        }
    }
}

TEST_CASE("ground is shared in order, inside each window, and what is short is what the tight windows add") {
    std::mt19937 random(9);
    for (int k = 0; k < 3000; ++k) {
        const auto w = randomWindows(random, 9);
        for (const double slowing : {1.0, 2.0, 4.0}) {
            const auto shares = sharedOut(w, slowing);
            REQUIRE(shares.size() == w.size());
            double added = 0, end = -1e9;
            for (std::size_t i = 0; i < w.size(); ++i) {
                CHECK(shares[i].from >= w[i].from - 1e-9);
                CHECK(shares[i].to <= w[i].to + 1e-9);
                CHECK(shares[i].from >= end - 1e-9);
                CHECK(shares[i].to >= shares[i].from - 1e-9);
                end = shares[i].to;
                added += std::max(0.0, w[i].length - (shares[i].to - shares[i].from));
            }
            CHECK(added == Approx(sum(tightWindows(w))).margin(1e-9));
        }
        double late = 0, end = -1e9;
        const auto shares = sharedLate(w);
        for (std::size_t i = 0; i < w.size(); ++i) {
            CHECK(shares[i].from >= w[i].from - 1e-9);
            CHECK(shares[i].from >= end - 1e-9);
            end = shares[i].to;
            late += std::max(0.0, w[i].length - (shares[i].to - shares[i].from));
        }
        CHECK(late >= sum(tightWindows(w)) - 1e-9); // nothing is shorter than the shortest
    }
}

TEST_CASE("without words nothing is tight, and words that fit add nothing") {
    CHECK(tightWindows({}).empty());
    CHECK(sharedOut({}, 2).empty());
    CHECK(sharedLate({}).empty());
    CHECK(tightWindows({{0, 5, 5}}).empty());
    const auto tight = tightWindows({{0, 5, 7}});
    REQUIRE(tight.size() == 1);
    CHECK(tight[0].added == Approx(2));
    CHECK(sum(tightWindows({{3, 3, 1.5}})) == Approx(1.5)); // a place of no length
}
