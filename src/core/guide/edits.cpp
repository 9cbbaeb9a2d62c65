// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/guide/edits.h"

#include <algorithm>

namespace hl {
namespace {

constexpr std::size_t kMostSteps = 1000;

template <class Change> Guide changedBeat(Guide g, int id, Change change) {
    for (auto& c : g.corners)
        for (auto& b : c.beats)
            if (b.id == id) change(c, b);
    return g;
}

template <class Change> Guide changedCorner(Guide g, int number, Change change) {
    for (auto& c : g.corners)
        if (c.number == number) change(c);
    return g;
}

void inRoadOrder(GuideCorner& c) {
    std::stable_sort(c.beats.begin(), c.beats.end(), [](const Beat& a, const Beat& b) { return a.atM < b.atM; });
}

} // namespace

Guide withWords(Guide g, int id, std::string words) {
    return changedBeat(std::move(g), id, [&](GuideCorner&, Beat& b) { b.words = std::move(words); });
}
Guide withCue(Guide g, int id, std::string cue) {
    return changedBeat(std::move(g), id, [&](GuideCorner&, Beat& b) { b.cue = std::move(cue); });
}

Guide withBeatAt(Guide g, int id, double atM) {
    for (auto& c : g.corners)
        for (auto& b : c.beats)
            if (b.id == id) {
                b.atM = std::clamp(atM, c.startM, c.endM);
                inRoadOrder(c);
                return g;
            }
    return g;
}

Guide withNewBeat(Guide g, int corner, double atM, std::string words) {
    const int id = g.nextId;
    auto out = changedCorner(std::move(g), corner, [&](GuideCorner& c) {
        c.beats.push_back({id, Topic::Free, std::clamp(atM, c.startM, c.endM), std::move(words), {}});
        inRoadOrder(c);
    });
    ++out.nextId;
    return out;
}

Guide withoutBeat(Guide g, int id) {
    for (auto& c : g.corners) std::erase_if(c.beats, [&](const Beat& b) { return b.id == id; });
    return g;
}

Guide withAdvice(Guide g, int corner, Advice advice) {
    return changedCorner(std::move(g), corner, [&](GuideCorner& c) {
        const auto row =
            std::find_if(c.advice.begin(), c.advice.end(), [&](const Advice& a) { return a.topic == advice.topic; });
        if (row != c.advice.end())
            *row = std::move(advice);
        else
            c.advice.push_back(std::move(advice));
    });
}

Guide withCornerName(Guide g, int corner, std::string name) {
    return changedCorner(std::move(g), corner, [&](GuideCorner& c) { c.name = std::move(name); });
}
Guide withConsequence(Guide g, int corner, int rating) {
    return changedCorner(std::move(g), corner, [&](GuideCorner& c) { c.consequence = std::clamp(rating, 0, 3); });
}
Guide withTie(Guide g, ClockTie tie) {
    g.sources.tie = std::move(tie);
    return g;
}
Guide withPairs(Guide g, std::vector<PlacePair> pairs) {
    g.sources.pairs = std::move(pairs);
    return g;
}
Guide withScene(Guide g, Scene scene) {
    g.scene = std::move(scene);
    return g;
}
Guide withFrameRate(Guide g, int frameRate) {
    g.frameRate = std::clamp(frameRate, 10, 60);
    return g;
}
Guide withWholeLapFirst(Guide g, bool first) {
    g.wholeLapFirst = first;
    return g;
}

void History::apply(const Edit& e) {
    if (saved_ > static_cast<long>(past_.size())) saved_ = -1; // the saved state lies in a future now forgotten
    past_.push_back({e.what, now_});
    if (past_.size() > kMostSteps) {
        past_.erase(past_.begin());
        if (--saved_ < 0) saved_ = -1;
    }
    future_.clear();
    now_ = e.apply(std::move(now_));
}

bool History::undo() {
    if (past_.empty()) return false;
    auto step = std::move(past_.back());
    past_.pop_back();
    std::swap(now_, step.other);
    future_.push_back(std::move(step));
    return true;
}

bool History::redo() {
    if (future_.empty()) return false;
    auto step = std::move(future_.back());
    future_.pop_back();
    std::swap(now_, step.other);
    past_.push_back(std::move(step));
    return true;
}

} // namespace hl
