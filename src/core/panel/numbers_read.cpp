// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/panel/numbers_read.h"

#include "core/panel/calm.h"
#include "core/panel/naming.h"
#include "core/units/numbers.h"

#include <algorithm>
#include <cctype>
#include <map>

namespace hl {
namespace {

constexpr std::size_t kReadFrames = 70;    // numbers that the reader of text is asked about
constexpr std::size_t kTransitions = 1500; // that names are held against
constexpr double kApartS = 0.5;            // frames further apart tell nothing of how a number goes on
constexpr double kNamedWeighs = 25;        // of a person's word against the reader's
constexpr double kBookWeighs = 6, kBookAlike = 0.88;
constexpr double kUnheard = 0.75; // certainty of a sign that nobody named but the way the numbers go

using Numeral = std::vector<int>; // groups of a frame's signs

/// A film's numbers before they are named.
struct Seen {
    GlyphFilm film;
    GlyphGroups groups;
    std::vector<Numeral> numerals; ///< of each frame; empty where a sign is unknown or there is none
    Votes votes;
};

Seen seen(const NumberFilm& film) {
    Seen s;
    s.film = glyphsOf(film);
    s.groups = groupsOf(s.film.glyphs);
    s.votes.assign(s.groups.looks.size(), {});
    for (std::size_t f = 0; f < s.film.frames(); ++f) {
        Numeral n;
        for (std::size_t i = s.film.firstOf[f]; i < s.film.firstOf[f + 1]; ++i) n.push_back(s.groups.groupOf[i]);
        if (std::find(n.begin(), n.end(), -1) != n.end()) n.clear();
        s.numerals.push_back(std::move(n));
    }
    return s;
}

double leastAlike(const Seen& s, std::size_t f) {
    double least = 1;
    for (std::size_t i = s.film.firstOf[f]; i < s.film.firstOf[f + 1]; ++i)
        least = std::min(least, static_cast<double>(s.groups.likeness[i]));
    return least;
}

/// The frames that show each number best, of the most frequent ones.
std::vector<std::size_t> tellingFrames(const Seen& s) {
    struct Best {
        std::size_t count = 0, frame = 0;
        double alike = -1;
    };
    std::map<Numeral, Best> best;
    for (std::size_t f = 0; f < s.numerals.size(); ++f) {
        if (s.numerals[f].empty()) continue;
        auto& b = best[s.numerals[f]];
        ++b.count;
        if (const double a = leastAlike(s, f); a > b.alike) b.alike = a, b.frame = f;
    }
    std::vector<Best> order;
    for (const auto& [n, b] : best) order.push_back(b);
    std::sort(order.begin(), order.end(), [](const Best& a, const Best& b) { return a.count > b.count; });
    std::vector<std::size_t> out;
    for (const auto& b : order)
        if (out.size() < kReadFrames) out.push_back(b.frame);
    return out;
}

int labelOf(char c, bool gears) {
    if (c >= '0' && c <= '9') return c - '0';
    if (gears && std::toupper(c) == 'N') return kNeutral;
    if (gears && std::toupper(c) == 'R') return kReverse;
    return -1;
}

void vote(Seen& s, std::size_t frame, const std::string& text, double weight, bool gears) {
    std::vector<int> labels;
    for (const char c : text)
        if (const int l = labelOf(c, gears); l >= 0) labels.push_back(l);
    const auto& n = s.numerals[frame];
    if (labels.size() != n.size()) return;
    for (std::size_t i = 0; i < n.size(); ++i)
        s.votes[static_cast<std::size_t>(n[i])][static_cast<std::size_t>(labels[i])] += weight;
}

void gatherVotes(Seen& s, const NumberFilm& film, const NumberTask& task, bool gears) {
    if (task.read)
        for (const auto f : tellingFrames(s)) vote(s, f, task.read(film.frame(f), film.width, film.height), 1, gears);
    for (const auto& named : task.named) {
        if (named.frame >= s.numerals.size() || s.numerals[named.frame].empty()) continue;
        const auto rounded = std::lround(named.value);
        const std::string text = gears && rounded == 0 ? "N" : gears && rounded < 0 ? "R" : std::to_string(rounded);
        vote(s, named.frame, text, kNamedWeighs, gears);
    }
}

/// One number after another, and how often.
struct Transition {
    Numeral from, to;
    double dt = 0, count = 0;
};

std::vector<Transition> transitionsOf(const Seen& s, const std::vector<double>& t) {
    std::map<std::pair<Numeral, Numeral>, Transition> all;
    std::size_t last = 0;
    bool any = false;
    for (std::size_t f = 0; f < s.numerals.size(); ++f) {
        if (s.numerals[f].empty()) continue;
        if (any && s.numerals[f] != s.numerals[last] && t[f] - t[last] <= kApartS) {
            auto& x = all[{s.numerals[last], s.numerals[f]}];
            x.from = s.numerals[last], x.to = s.numerals[f], x.dt = std::max(x.dt, t[f] - t[last]), ++x.count;
        }
        last = f, any = true;
    }
    std::vector<Transition> out;
    for (auto& [k, x] : all) out.push_back(std::move(x));
    std::sort(out.begin(), out.end(), [](const Transition& a, const Transition& b) { return a.count > b.count; });
    if (out.size() > kTransitions) out.resize(kTransitions);
    return out;
}

double valueOf(const Numeral& n, const std::vector<int>& labels) {
    double v = 0;
    for (const int g : n) v = 10 * v + labels[static_cast<std::size_t>(g)];
    return v;
}

/// Every digit stands in a long film somewhere.
double unused(const std::vector<int>& labels) {
    constexpr double kEach = 0.03;
    if (labels.size() < 10) return 0;
    double missing = 0;
    for (int digit = 0; digit < 10; ++digit)
        if (std::find(labels.begin(), labels.end(), digit) == labels.end()) ++missing;
    return kEach * missing;
}

/// How far numbers go from one to the next under such names, in what they may: the true names make the shortest way.
/// Noughts in front count as leaps where numbers are not filled up with them.
double wayOn(const std::vector<Transition>& all, const std::vector<int>& labels, double quickest, bool grows) {
    double cost = 0, count = 0;
    for (const auto& x : all) {
        const double apart = std::abs(valueOf(x.to, labels) - valueOf(x.from, labels)), may = 1.5 + quickest * x.dt;
        double c = std::min(1.0, apart / may);
        if (grows && x.to.size() > 1 && labels[static_cast<std::size_t>(x.to.front())] == 0) c = 1;
        if (apart == 0) c = std::max(c, 0.5); // what looks different is another number
        cost += c * x.count, count += x.count;
    }
    return (count > 0 ? cost / count : 0) + unused(labels);
}

/// Share of the numbers that leap away from the one before.
double leaps(const std::vector<Transition>& all, const std::vector<int>& labels, double quickest) {
    double leaping = 0, count = 0;
    for (const auto& x : all) {
        const double apart = std::abs(valueOf(x.to, labels) - valueOf(x.from, labels));
        leaping += apart > 1.5 + quickest * x.dt ? x.count : 0, count += x.count;
    }
    return count > 0 ? leaping / count : 0;
}

bool growsLonger(const Seen& s) {
    std::size_t shortest = 99, longest = 0;
    for (const auto& n : s.numerals)
        if (!n.empty()) shortest = std::min(shortest, n.size()), longest = std::max(longest, n.size());
    return longest > shortest;
}

double clarity(const Seen& s, std::size_t f) { return std::clamp((leastAlike(s, f) - 0.6) / 0.3, 0.0, 1.0); }

/// Names by how a known type looks.
void voteByBook(Seen& s, const GlyphBook& book) {
    for (std::size_t g = 0; g < s.votes.size(); ++g) {
        double most = kBookAlike;
        int digit = -1;
        for (std::size_t k = 0; k < book.looks.size(); ++k)
            if (const double a = alike(book.looks[k], s.groups.looks[g]); a > most) most = a, digit = book.digits[k];
        if (digit >= 0) s.votes[g][static_cast<std::size_t>(digit)] += kBookWeighs * (most - 0.5);
    }
}

constexpr double kIdleSpeed = 30; // as drawn: nobody drives on faster in neutral or reverse

double gearOf(int label) { return label == kNeutral ? 0 : label == kReverse ? -1 : label; }

/// Gears go by ones, or through neutral; higher ones are for higher speeds.
double gearCost(const Seen& s, const std::vector<Transition>& all, const std::vector<double>& speedOf,
                const std::vector<int>& labels) {
    double cost = 0, count = 0;
    for (const auto& x : all) {
        if (x.from.size() != 1 || x.to.size() != 1) continue;
        const int a = labels[static_cast<std::size_t>(x.from[0])], b = labels[static_cast<std::size_t>(x.to[0])];
        const double apart = std::abs(gearOf(a) - gearOf(b));
        cost += x.count * (a == kNeutral || b == kNeutral ? 0.3 : std::clamp((apart - 1) / 2, 0.0, 1.0));
        count += x.count;
    }
    double wrong = 0, pairs = 0;
    for (std::size_t g = 0; g < labels.size(); ++g) {
        if (labels[g] > 9 && speedOf[g] > kIdleSpeed) wrong += num(s.groups.counts[g]);
        pairs += num(s.groups.counts[g]) / 4;
        for (std::size_t k = 0; k < labels.size(); ++k) {
            if (labels[g] > 9 || labels[k] > 9 || !(speedOf[g] + 4 < speedOf[k])) continue;
            const double w = num(std::min(s.groups.counts[g], s.groups.counts[k]));
            pairs += w, wrong += labels[g] < labels[k] ? 0 : w;
        }
    }
    return (count > 0 ? cost / count : 0) + (pairs > 0 ? wrong / pairs : 0);
}

} // namespace

Readings readNumbers(const NumberFilm& film, const NumberTask& task, GlyphBook& book) {
    const std::size_t frames = film.frames();
    Readings r{std::vector<double>(frames, kNaN), std::vector<double>(frames, 0.0)};
    auto s = seen(film);
    if (s.groups.looks.empty()) return r;
    gatherVotes(s, film, task, false);
    const auto all = transitionsOf(s, task.t);
    const bool grows = growsLonger(s);
    const auto named =
        bestNames(s.votes, s.groups.counts, {0, 1, 2, 3, 4, 5, 6, 7, 8, 9}, [&](const std::vector<int>& labels) {
            return task.quickest > 0 ? wayOn(all, labels, task.quickest, grows) : 0;
        });
    const double goesOn = task.quickest > 0 ? std::clamp(1 - 4 * leaps(all, named.labels, task.quickest), 0.2, 1.0) : 1;
    for (std::size_t f = 0; f < frames; ++f) {
        if (s.numerals[f].empty()) continue;
        double sure = 1;
        for (const int g : s.numerals[f])
            sure = std::min(sure,
                            certainty(s.votes, static_cast<std::size_t>(g), named.labels[static_cast<std::size_t>(g)],
                                      task.quickest > 0 ? kUnheard : 0.2));
        r.value[f] = valueOf(s.numerals[f], named.labels);
        r.confidence[f] = clarity(s, f) * std::max(sure, 0.3) * goesOn;
    }
    if (task.quickest > 0) calm(r, task.t, task.quickest);
    book = {s.groups.looks, named.labels};
    return r;
}

Readings readGears(const NumberFilm& film, const NumberTask& task, const GlyphBook& book,
                   const std::vector<double>& speed) {
    const std::size_t frames = film.frames();
    Readings r{std::vector<double>(frames, kNaN), std::vector<double>(frames, 0.0)};
    auto s = seen(film);
    if (s.groups.looks.empty()) return r;
    for (auto& n : s.numerals)
        if (n.size() != 1) n.clear();
    gatherVotes(s, film, task, true);
    voteByBook(s, book);
    const auto all = transitionsOf(s, task.t);
    std::vector<std::vector<double>> speeds(s.groups.looks.size());
    for (std::size_t f = 0; f < frames && f < speed.size(); ++f)
        if (!s.numerals[f].empty() && std::isfinite(speed[f]))
            speeds[static_cast<std::size_t>(s.numerals[f][0])].push_back(speed[f]);
    std::vector<double> speedOf;
    for (auto& v : speeds) speedOf.push_back(median(std::move(v)));
    const auto named = bestNames(s.votes, s.groups.counts, {1, 2, 3, 4, 5, 6, 7, 8, 9, kNeutral, kReverse},
                                 [&](const std::vector<int>& labels) { return gearCost(s, all, speedOf, labels); });
    for (std::size_t f = 0; f < frames; ++f) {
        if (s.numerals[f].empty()) continue;
        const auto g = static_cast<std::size_t>(s.numerals[f][0]);
        r.value[f] = gearOf(named.labels[g]);
        r.confidence[f] = clarity(s, f) * std::max(0.3, certainty(s.votes, g, named.labels[g], 0.5)) *
                          std::clamp(1 - 2 * named.cost, 0.3, 1.0);
    }
    calmGears(r, task.t);
    return r;
}

} // namespace hl
