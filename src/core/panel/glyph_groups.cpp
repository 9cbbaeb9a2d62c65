// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/panel/glyph_groups.h"

#include "core/units/numbers.h"

#include <algorithm>
#include <cmath>

namespace hl {
namespace {

constexpr std::size_t kLearnedFrom = 6000;                    // glyphs
constexpr std::size_t kMost = 48;                             // groups; more is noise
constexpr double kStrict = 0.955, kSlack = 0.8, kLess = 0.03; // likeness within a group, lowered until few enough
constexpr double kSame = 0.975;                               // means that are alike to this are one
constexpr double kSeldom = 0.002;                             // share of glyphs: rarer looks are blends of two pictures
constexpr double kLeastAlike = 0.75;                          // to belong anywhere

struct Group {
    Glyph sum{};
    std::size_t count = 0;
    Glyph mean() const {
        Glyph m = sum;
        for (auto& v : m) v /= static_cast<float>(count);
        return m;
    }
};

void add(Group& g, const Glyph& glyph) {
    for (std::size_t i = 0; i < glyph.size(); ++i) g.sum[i] += glyph[i];
    ++g.count;
}

std::pair<int, double> nearest(const std::vector<Glyph>& looks, const Glyph& glyph) {
    int best = -1;
    double most = -1;
    for (std::size_t k = 0; k < looks.size(); ++k)
        if (const double a = alike(looks[k], glyph); a > most) most = a, best = static_cast<int>(k);
    return {best, most};
}

/// One pass: each glyph joins the first group it is alike to, or begins one.
std::vector<Group> gathered(const std::vector<const Glyph*>& glyphs, double least) {
    std::vector<Group> groups;
    std::vector<Glyph> looks;
    for (const auto* glyph : glyphs) {
        const auto [k, a] = nearest(looks, *glyph);
        if (k >= 0 && a >= least) {
            auto& g = groups[static_cast<std::size_t>(k)];
            add(g, *glyph);
            if (g.count < 40 || g.count % 16 == 0) looks[static_cast<std::size_t>(k)] = g.mean();
            continue;
        }
        if (groups.size() >= 4 * kMost) continue;
        groups.push_back({}), add(groups.back(), *glyph), looks.push_back(*glyph);
    }
    return groups;
}

void merge(std::vector<Group>& groups) {
    for (bool again = true; again;) {
        again = false;
        for (std::size_t a = 0; a < groups.size() && !again; ++a)
            for (std::size_t b = a + 1; b < groups.size() && !again; ++b)
                if (alike(groups[a].mean(), groups[b].mean()) > kSame) {
                    for (std::size_t i = 0; i < groups[a].sum.size(); ++i) groups[a].sum[i] += groups[b].sum[i];
                    groups[a].count += groups[b].count;
                    groups.erase(groups.begin() + static_cast<std::ptrdiff_t>(b));
                    again = true;
                }
    }
}

} // namespace

double alike(const Glyph& a, const Glyph& b) {
    float ma = 0, mb = 0;
    for (std::size_t i = 0; i < a.size(); ++i) ma += a[i], mb += b[i];
    ma /= static_cast<float>(a.size()), mb /= static_cast<float>(b.size());
    float xy = 0, xx = 0, yy = 0;
    for (std::size_t i = 0; i < a.size(); ++i) {
        const float x = a[i] - ma, y = b[i] - mb;
        xy += x * y, xx += x * x, yy += y * y;
    }
    return xx > 0 && yy > 0 ? static_cast<double>(xy / std::sqrt(xx * yy)) : 0;
}

GlyphGroups groupsOf(const std::vector<Glyph>& glyphs) {
    GlyphGroups out;
    std::vector<const Glyph*> some;
    const std::size_t step = std::max<std::size_t>(1, glyphs.size() / kLearnedFrom);
    for (std::size_t i = 0; i < glyphs.size(); i += step) some.push_back(&glyphs[i]);
    std::vector<Group> groups;
    for (double least = kStrict; least >= kSlack; least -= kLess) {
        groups = gathered(some, least);
        merge(groups);
        const auto few = std::max<std::size_t>(2, static_cast<std::size_t>(kSeldom * num(some.size())));
        std::erase_if(groups, [&](const Group& g) { return g.count < few; });
        if (groups.size() <= kMost) break;
    }
    std::sort(groups.begin(), groups.end(), [](const Group& a, const Group& b) { return a.count > b.count; });
    if (groups.size() > kMost) groups.resize(kMost);
    for (const auto& g : groups) out.looks.push_back(g.mean());
    out.counts.assign(out.looks.size(), 0);
    for (const auto& glyph : glyphs) {
        const auto [k, a] = nearest(out.looks, glyph);
        const bool known = k >= 0 && a >= kLeastAlike;
        out.groupOf.push_back(known ? k : -1);
        out.likeness.push_back(static_cast<float>(std::max(0.0, a)));
        if (known) ++out.counts[static_cast<std::size_t>(k)];
    }
    return out;
}

} // namespace hl
