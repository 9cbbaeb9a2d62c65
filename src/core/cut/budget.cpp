// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/budget.h"

#include "core/guide/edition.h"

#include <algorithm>
#include <array>

namespace hl {
namespace {

struct Candidate {
    LeftOut what;
    double missed = 1;
    double savesS = 0; ///< alone
};

Guide without(Guide g, const LeftOut& l) {
    if (!l.beat) {
        for (auto& part : g.outline) std::erase(part.sections, l.section);
        return g;
    }
    for (auto& c : g.corners) std::erase_if(c.beats, [&](const Beat& b) { return b.id == l.beat; });
    return g;
}

/// What a section of the lap, or a further look at every corner, is worth as a whole.
std::optional<double> missedSection(SectionKind k) {
    switch (k) {
    case SectionKind::TwoLaps: return 3;
    case SectionKind::Outside: return 3;
    case SectionKind::Lap: return 8;
    case SectionKind::Recap: return 8;
    default: return std::nullopt; // the cards are short, the looks at a corner go by their words
    }
}

std::string reasonOf(const Guide& g, const GuideCorner& c, const Beat& b, const std::vector<CornerId>& keys) {
    const auto name = title(c, g.scene.cornerLabels);
    const bool key = std::find(keys.begin(), keys.end(), c.id) != keys.end();
    if (c.flat) return name + " is driven flat";
    if (b.pass == Pass::Detail || b.pass == Pass::Faults) return "a further look at " + name;
    if (b.pass == Pass::Recap) return "said before, in " + name;
    if (!key && c.consequence < 2) return name + " is none of the corners that matter most";
    return "of " + name + " it is missed least";
}

} // namespace

double missed(const Guide& g, const GuideCorner& c, const Beat& b, const std::vector<CornerId>& keys) {
    static constexpr std::array<double, 11> kByTopic = {0.7, 2.0, 0.8, 1.6, 1.6, 0.6, 1.6, 1.0, 0.8, 1.4, 0.9};
    double m = kByTopic.at(static_cast<std::size_t>(b.topic));
    if (std::find(keys.begin(), keys.end(), c.id) != keys.end()) m *= 2;
    if (c.flat) m *= 0.3;
    if (b.pass == Pass::Detail || b.pass == Pass::Above || b.pass == Pass::Recap) m *= 0.5;
    if (b.pass == Pass::Faults) m *= 0.7;
    if (g.scene.realTrack && c.consequence >= 2 && (b.topic == Topic::Limits || b.topic == Topic::Free)) m *= 4;
    return m;
}

std::vector<LeftOut> leftOutFirst(const Guide& written, double budgetS, const std::function<Cut(const Guide&)>& plan) {
    std::vector<LeftOut> out;
    const auto guide = asEdition(written); // of words that are not said nothing is saved
    const auto now = plan(guide);
    double length = now.lengthS;
    if (budgetS <= 0 || length <= budgetS) return out;
    std::vector<CornerId> keys;
    for (const auto& c : guide.corners)
        if (c.key) keys.push_back(c.id);
    std::vector<Candidate> all;
    const auto consider = [&](LeftOut what, double m) {
        const double saves = length - plan(without(guide, what)).lengthS;
        if (saves > 0.05) all.push_back({std::move(what), m, saves});
    };
    for (const auto k : kSectionKinds)
        if (const auto m = missedSection(k); m && has(guide.outline, k))
            consider({{}, {}, k, 0, "the section \"" + std::string(name(k)) + "\""}, *m);
    for (const auto& c : guide.corners)
        for (const auto& b : c.beats)
            consider({b.id, c.id, sectionOf(b.pass), 0, reasonOf(guide, c, b, keys)}, missed(guide, c, b, keys));
    std::stable_sort(all.begin(), all.end(),
                     [](const Candidate& a, const Candidate& b) { return a.missed / a.savesS < b.missed / b.savesS; });
    Guide left = guide;
    for (auto& c : all) {
        if (length <= budgetS) break;
        auto tried = without(left, c.what);
        const double shorter = plan(tried).lengthS;
        if (shorter >= length - 0.05) continue;
        c.what.savesS = length - shorter, length = shorter;
        left = std::move(tried);
        out.push_back(std::move(c.what));
    }
    // What need not have gone after all, the dearest first, stays.
    for (std::size_t i = out.size(); i-- > 0;) {
        Guide again = guide;
        for (std::size_t k = 0; k < out.size(); ++k)
            if (k != i) again = without(std::move(again), out[k]);
        if (plan(again).lengthS <= budgetS) out.erase(out.begin() + static_cast<std::ptrdiff_t>(i));
    }
    return out;
}

} // namespace hl
