// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/guide/edits.h"

#include "core/guide/validated.h"

#include <algorithm>

namespace hl {
namespace {

constexpr std::size_t kMostSteps = 1000;

template <class Change> Guide changedCorner(Guide g, CornerId id, Change change) {
    if (auto* c = cornerWith(g, id)) change(*c);
    return g;
}

} // namespace

Guide withAdvice(Guide g, CornerId corner, Advice advice, const std::string& variant) {
    const auto* there = cornerWith(g, corner);
    if (!there) return g;
    const auto own = there->otherAdvice.find(variant);
    auto rows = variant.empty() ? there->advice : own == there->otherAdvice.end() ? std::vector<Advice>() : own->second;
    const auto row = std::find_if(rows.begin(), rows.end(), [&](const Advice& a) { return a.topic == advice.topic; });
    const bool fresh = row == rows.end();
    // What a text newly says decides which reference it means.
    if (fresh || row->lookFor != advice.lookFor) advice.first = referenceNamed(g, advice.lookFor, there->turnInM);
    if (fresh || row->backup != advice.backup) advice.second = referenceNamed(g, advice.backup, there->turnInM);
    if (fresh)
        rows.push_back(std::move(advice));
    else
        *row = std::move(advice);
    return changedCorner(std::move(g), corner, [&](GuideCorner& c) {
        if (variant.empty()) return void(c.advice = std::move(rows));
        std::erase_if(rows, [](const Advice& a) { return a == Advice{a.topic, {}, {}, {}}; });
        if (rows.empty())
            c.otherAdvice.erase(variant);
        else
            c.otherAdvice[variant] = std::move(rows);
    });
}

Guide withCornerName(Guide g, CornerId corner, std::string name) {
    return changedCorner(std::move(g), corner, [&](GuideCorner& c) { c.name = std::move(name); });
}
Guide withConsequence(Guide g, CornerId corner, int rating) {
    return changedCorner(std::move(g), corner, [&](GuideCorner& c) { c.consequence = std::clamp(rating, 0, 3); });
}
Guide withTie(Guide g, ClockTie tie) {
    g.sources.film().tie = std::move(tie);
    return g;
}
Guide withPlace(Guide g, const TiePlace& place) {
    auto& tie = g.sources.film().tie;
    tie.offsetS = place.offsetS, tie.confidence = 1;
    if (place.lap >= 0) g.sources.lap = place.lap;
    return g;
}
Guide withPairs(Guide g, std::vector<PlacePair> pairs) {
    g.sources.film().pairs = std::move(pairs);
    return g;
}
Guide withScene(Guide g, Scene scene) {
    g.scene = std::move(scene);
    return g;
}
Guide withLoudness(Guide g, double lufs) {
    g.loudnessLufs = lufs;
    return g;
}

Guide withFrameRate(Guide g, int frameRate) {
    g.frameRate = std::clamp(frameRate, kLeastFrameRate, kMostFrameRate);
    return g;
}
Guide withCover(Guide g, std::optional<double> atM) {
    g.coverM = atM;
    return g;
}

Guide withAnswer(Guide g, OnPurpose answer) {
    std::erase_if(g.onPurpose, [&](const OnPurpose& a) {
        return a.rule == answer.rule && a.corner == answer.corner && a.beat == answer.beat;
    });
    if (!answer.why.empty()) g.onPurpose.push_back(std::move(answer));
    return g;
}

const OnPurpose* answerTo(const Guide& g, std::string_view rule, CornerId corner) {
    const auto on = std::find_if(g.onPurpose.begin(), g.onPurpose.end(),
                                 [&](const OnPurpose& a) { return a.rule == rule && a.corner == corner; });
    return on == g.onPurpose.end() ? nullptr : &*on;
}

Guide withNamesNotAllowed(Guide g, std::vector<std::string> names) {
    for (auto& n : names) {
        const auto from = n.find_first_not_of(" \t"), to = n.find_last_not_of(" \t");
        n = from == n.npos ? std::string() : n.substr(from, to - from + 1);
    }
    std::erase(names, std::string());
    g.notAllowed = std::move(names);
    return g;
}
Guide withWholeLapFirst(Guide g, bool first) {
    if (has(g.outline, SectionKind::Lap) == first) return g;
    for (auto& part : g.outline) std::erase(part.sections, SectionKind::Lap);
    if (first) {
        if (g.outline.empty() || g.outline.front().eachCorner) g.outline.insert(g.outline.begin(), OutlinePart{});
        g.outline.front().sections.push_back(SectionKind::Lap);
    }
    return g;
}
Guide withOutline(Guide g, Outline outline) {
    g.outline = std::move(outline);
    return g;
}

Status History::apply(const Edit& e) {
    auto next = validated(e.apply(now_));
    if (!next) return next.error();
    if (saved_ > static_cast<long>(past_.size())) saved_ = -1; // the saved state lies in a future now forgotten
    past_.push_back({e.what, now_});
    if (past_.size() > kMostSteps) {
        past_.erase(past_.begin());
        if (--saved_ < 0) saved_ = -1;
    }
    future_.clear();
    now_ = std::move(*next);
    return Done{};
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
