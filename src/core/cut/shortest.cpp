// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/shortest.h"

#include <algorithm>

namespace hl {

std::vector<WordsOver> tightened(const Stretch& s) {
    auto w = s.words;
    double opened = s.fromS;
    for (auto& x : w) {
        x.fromS = std::clamp(x.fromS, s.fromS, s.toS), x.toS = std::clamp(x.toS, s.fromS, s.toS);
        if (x.toS < std::max(opened, x.fromS)) x.fromS = s.fromS, x.toS = s.toS; // no such place: where there is room
        opened = x.fromS = std::max(opened, x.fromS);
    }
    for (std::size_t i = w.size(); i-- > 1;) w[i - 1].toS = std::min(w[i - 1].toS, w[i].toS);
    return w;
}

std::vector<GroundWindow> onGround(const std::vector<WordsOver>& tight, const Ground& ground) {
    std::vector<GroundWindow> out;
    for (const auto& w : tight) out.push_back({ground.before(w.fromS), ground.after(w.toS), w.lengthS});
    return out;
}

std::vector<Tight> tightWindows(const std::vector<GroundWindow>& w) {
    struct Best {
        double added = 0;
        std::size_t before = 0; ///< how many words lie before the last window of the chain
        Tight last;             ///< added 0: that of one word fewer
    };
    std::vector<Best> best(w.size() + 1);
    for (std::size_t q = 0; q < w.size(); ++q) {
        best[q + 1] = {best[q].added, q, {}};
        double words = 0;
        for (std::size_t p = q + 1; p-- > 0;) {
            words += w[p].length;
            const double added = words - (w[q].to - w[p].from);
            if (added <= 1e-9) continue;
            std::size_t before = p;
            while (before > 0 && w[before - 1].to > w[p].from) --before;
            if (best[before].added + added > best[q + 1].added + 1e-12)
                best[q + 1] = {best[before].added + added, before, {p, q, added}};
        }
    }
    std::vector<Tight> chain;
    for (std::size_t n = w.size(); n > 0; n = best[n].before)
        if (best[n].last.added > 0) chain.push_back(best[n].last);
    std::reverse(chain.begin(), chain.end());
    return chain;
}

namespace {

/// What the first words make of the ground from `base` to `x`, as x grows: first ground that spares standing, then
/// ground that only spares time, then ground of no use. (A concave function with these three slopes; a further window
/// cuts its beginning off, adds its own two parts and ends it.)
struct Use {
    double base = 0, sparesStanding = 0, sparesTime = 0;
    void cutTo(double from) {
        double cut = std::max(0.0, from - base);
        base = std::max(base, from);
        const double first = std::min(cut, sparesStanding);
        sparesStanding -= first, cut -= first;
        sparesTime -= std::min(cut, sparesTime);
    }
};

} // namespace

std::vector<Share> sharedOut(const std::vector<GroundWindow>& w, double slowing) {
    std::vector<Use> before; // of each of the words, cut to where its window opens
    Use use;
    for (const auto& x : w) {
        use.cutTo(x.from);
        before.push_back(use);
        const double room = std::max(0.0, x.to - use.base);
        use.sparesStanding = std::min(room, use.sparesStanding + x.length / slowing);
        use.sparesTime = std::min(room - use.sparesStanding, use.sparesTime + x.length - x.length / slowing);
    }
    std::vector<Share> shares(w.size());
    double end = w.empty() ? 0 : w.back().to;
    for (std::size_t i = w.size(); i-- > 0;) {
        const auto& b = before[i];
        const double own = w[i].length / slowing, room = std::max(0.0, end - b.base);
        const double first = std::min(room, b.sparesStanding + own);
        const double second = std::min(room - first, b.sparesTime + w[i].length - own);
        // Those before take what this one has no use for.
        const double left = std::max(0.0, first - own) + std::max(0.0, second - (w[i].length - own));
        const double mine = first + second - left;
        shares[i] = {end - mine, end};
        if (i > 0) end = std::min(end - mine, w[i - 1].to);
    }
    return shares;
}

std::vector<Share> sharedLate(const std::vector<GroundWindow>& w) {
    std::vector<Share> shares(w.size());
    double end = w.empty() ? 0 : w.back().to;
    for (std::size_t i = w.size(); i-- > 0;) {
        end = std::min(end, w[i].to);
        shares[i] = {std::max(w[i].from, end - w[i].length), end};
        end = shares[i].from;
    }
    return shares;
}

LeastAdded leastAdded(const Stretch& s) {
    const Ground ground(s);
    const auto windows = onGround(tightened(s), ground);
    const double slowing = s.way == Way::Stand ? 1 : s.fastest / s.slowest;
    const auto shares = sharedOut(windows, slowing);
    LeastAdded out;
    for (std::size_t i = 0; i < windows.size(); ++i) {
        const double has = shares[i].to - shares[i].from;
        out.addedS += std::max(0.0, windows[i].length - has);
        out.standingS += std::max(0.0, windows[i].length - has * slowing);
    }
    return out;
}

} // namespace hl
