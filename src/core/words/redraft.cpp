// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/words/redraft.h"

#include <algorithm>
#include <cmath>
#include <set>

namespace hl {
namespace {

constexpr double kSameM = 0.5; // bounds are kept to the millimetre; a person moves them by metres

const Corner* nearestTo(const std::vector<Corner>& found, const CornerShape& c, double reachM) {
    const Corner* best = nullptr;
    for (const auto& f : found)
        if (f.side == c.side && std::abs(f.apexM - c.apexM) < reachM) reachM = std::abs(f.apexM - c.apexM), best = &f;
    return best;
}

bool sameBounds(const CornerShape& a, const CornerShape& b) {
    return std::abs(a.startM - b.startM) < kSameM && std::abs(a.turnInM - b.turnInM) < kSameM &&
           std::abs(a.apexM - b.apexM) < kSameM && std::abs(a.endM - b.endM) < kSameM;
}

/// The guide's own reference that a draft's means; 0 where it has none.
ReferenceId ownReference(const Guide& guide, const Guide& draft, ReferenceId of) {
    const auto* r = referenceWith(draft, of);
    if (!r) return {};
    for (const auto& own : guide.references)
        if (own.key == r->key && own.label == r->label && std::abs(own.atM - r->atM) < kSameM) return own.id;
    return {};
}

Anchor owned(const Guide& guide, const Guide& draft, Anchor at) {
    if (auto* on = std::get_if<OnReference>(&at)) on->reference = ownReference(guide, draft, on->reference);
    return at;
}

/// Places to the decimetre: a guide that was saved and read holds the same ones, computed twice they may differ.
bool samePlace(const Anchor& a, const Anchor& b) {
    const auto *one = std::get_if<OnRoad>(&a), *other = std::get_if<OnRoad>(&b);
    if (!one || !other) return a == b;
    return std::abs(one->atM - other->atM) < 0.1 && std::abs(one->toM - other->toM) < 0.1 &&
           std::abs(one->lateralM - other->lateralM) < 0.1 && std::abs(one->heightM - other->heightM) < 0.1;
}

/// One corner of the guide with its two drafts.
struct Redraft {
    Guide& guide;
    std::size_t corner;
    const Guide &before, &now;
    GuideCorner& mine() const { return guide.corners[corner]; }
    const GuideCorner& was() const { return before.corners[corner]; }
    const GuideCorner& is() const { return now.corners[corner]; }
};

template <class T> const T* nth(const std::vector<T>& all, Topic topic, std::size_t n) {
    for (const auto& x : all)
        if (x.topic == topic && n-- == 0) return &x;
    return nullptr;
}

bool untouched(const Beat& mine, const Beat& draft) {
    return mine.words == draft.words && mine.cue == draft.cue && !mine.insteadOf;
}

void redraftBeats(const Redraft& r) {
    auto& beats = r.mine().beats;
    for (const Topic topic : kTopics)
        for (std::size_t n = 0;; ++n) {
            const auto *was = nth(r.was().beats, topic, n), *is = nth(r.is().beats, topic, n);
            if (!was && !is) break;
            if (!was) { // this lap has something to say here that the other had not
                if (std::none_of(beats.begin(), beats.end(), [&](const Beat& b) { return b.topic == topic; })) {
                    beats.push_back(*is);
                    beats.back().id = newId<BeatId>(r.guide);
                }
                continue;
            }
            const auto mine = std::find_if(beats.begin(), beats.end(),
                                           [&](const Beat& b) { return b.topic == topic && untouched(b, *was); });
            if (mine != beats.end()) {
                if (is)
                    mine->words = is->words, mine->cue = is->cue, mine->atM = is->atM;
                else
                    beats.erase(mine);
                continue;
            }
            for (auto& b : beats) // the words are a person's; where they stood by the lap they still do
                if (is && b.topic == topic && std::abs(b.atM - was->atM) < kSameM) b.atM = is->atM;
        }
    std::stable_sort(beats.begin(), beats.end(), [](const Beat& a, const Beat& b) { return a.atM < b.atM; });
}

void redraftAdvice(const Redraft& r) {
    auto& rows = r.mine().advice;
    const auto ours = [&](const Guide& draft, const Advice& a) {
        auto own = a;
        own.first = ownReference(r.guide, draft, a.first), own.second = ownReference(r.guide, draft, a.second);
        return own;
    };
    for (const Topic topic : kTopics) {
        const auto *was = nth(r.was().advice, topic, 0), *is = nth(r.is().advice, topic, 0);
        const auto mine = std::find_if(rows.begin(), rows.end(), [&](const Advice& a) { return a.topic == topic; });
        if (mine == rows.end()) {
            if (is && !was) rows.push_back(ours(r.now, *is));
            continue;
        }
        if (!was || mine->advised != was->advised || mine->lookFor != was->lookFor || mine->backup != was->backup)
            continue;
        auto next = is ? ours(r.now, *is) : Advice{topic, {}, {}, {}};
        next.picture = mine->picture, next.more = mine->more;
        *mine = std::move(next);
    }
}

void redraftMarkers(const Redraft& r) {
    auto& markers = r.mine().markers;
    std::vector<MarkerId> free;
    std::set<std::string> untouched; // kinds
    for (const auto& was : r.was().markers) {
        const auto at = owned(r.guide, r.before, was.at);
        const auto mine = std::find_if(markers.begin(), markers.end(), [&](const Marker& m) {
            return m.kind == was.kind && m.label == was.label && m.way == was.way && m.only == was.only &&
                   m.walk == was.walk && m.run == was.run && m.lap == was.lap && samePlace(m.at, at);
        });
        if (mine == markers.end()) continue;
        free.push_back(mine->id), untouched.insert(mine->kind);
        markers.erase(mine);
    }
    // A kind of which the draft had some, and the guide none any more, a person took away: it does not come back.
    const auto wasRemoved = [&](const Marker& is) {
        const auto ofKind = [&](const Marker& m) { return m.kind == is.kind; };
        return std::any_of(r.was().markers.begin(), r.was().markers.end(), ofKind) && !untouched.contains(is.kind) &&
               std::none_of(markers.begin(), markers.end(), ofKind);
    };
    const auto kept = static_cast<std::ptrdiff_t>(markers.size());
    for (const auto& is : r.is().markers) {
        if (wasRemoved(is)) continue;
        auto m = is;
        m.at = owned(r.guide, r.now, is.at);
        if (const auto* on = std::get_if<OnReference>(&m.at); on && !on->reference) continue;
        const auto same = [&](const Marker& k) {
            return k.kind == m.kind && k.label == m.label && samePlace(k.at, m.at);
        };
        if (std::any_of(markers.begin(), markers.begin() + kept, same)) continue; // a person set one there
        if (free.empty())
            m.id = newId<MarkerId>(r.guide);
        else
            m.id = free.front(), free.erase(free.begin());
        markers.push_back(std::move(m));
    }
}

} // namespace

Guide withFoundBounds(Guide g, const std::vector<Corner>& foundBefore, const std::vector<Corner>& foundNow) {
    constexpr double kReachM = 60;
    const auto was = g.corners;
    for (auto& c : g.corners) {
        const auto* before = nearestTo(foundBefore, c, kReachM);
        const auto* now = before && sameBounds(c, *before) ? nearestTo(foundNow, *before, kReachM) : nullptr;
        if (!now) continue;
        const auto complex = c.complex;
        const auto complexKind = c.complexKind;
        static_cast<CornerShape&>(c) = *now;
        c.complex = complex, c.complexKind = complexKind;
    }
    for (std::size_t i = 0; i < g.corners.size(); ++i) {
        auto& c = g.corners[i];
        if (i > 0 && (c.apexM <= g.corners[i - 1].apexM || c.turnInM < g.corners[i - 1].apexM))
            static_cast<CornerShape&>(c) = was[i];
        // Neighbours that met still meet.
        if (i > 0 && std::abs(was[i].startM - was[i - 1].endM) < kSameM)
            c.startM = std::clamp(g.corners[i - 1].endM, g.corners[i - 1].apexM, c.turnInM),
            g.corners[i - 1].endM = c.startM;
        c.turnInM = std::clamp(c.turnInM, c.startM, c.apexM);
    }
    return g;
}

Guide redrafted(Guide guide, const Guide& before, const Guide& now) {
    const auto n = std::min({guide.corners.size(), before.corners.size(), now.corners.size()});
    for (std::size_t i = 0; i < n; ++i) {
        const Redraft r{guide, i, before, now};
        redraftBeats(r);
        redraftAdvice(r);
        redraftMarkers(r);
    }
    return guide;
}

} // namespace hl
