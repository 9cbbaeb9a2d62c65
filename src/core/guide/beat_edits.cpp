// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/guide/beat_edits.h"

#include "core/take/part_take.h"

#include <algorithm>
#include <cctype>

namespace hl {
namespace {

/// The list a beat stands in, and its corner; null for words of a section.
struct Place {
    std::vector<Beat>* beats = nullptr;
    GuideCorner* corner = nullptr;
    std::size_t index = 0;
    bool onLap = false; ///< of a further lap
    Beat& beat() const { return (*beats)[index]; }
};

std::optional<Place> placeOf(Guide& g, BeatId id) {
    const auto in = [id](std::vector<Beat>& beats, GuideCorner* c) -> std::optional<Place> {
        for (std::size_t i = 0; i < beats.size(); ++i)
            if (beats[i].id == id) return Place{&beats, c, i};
        return std::nullopt;
    };
    for (auto& c : g.corners)
        if (auto p = in(c.beats, &c)) return p;
    for (auto& s : g.sectionWords)
        if (auto p = in(s.beats, nullptr)) return p;
    for (auto& l : g.furtherLaps)
        if (auto p = in(l.beats, nullptr)) return p->onLap = true, p;
    return std::nullopt;
}

template <class Change> Guide changedBeat(Guide g, BeatId id, Change change) {
    if (auto* b = beatWith(g, id)) change(*b);
    return g;
}

void inRoadOrder(std::vector<Beat>& beats) {
    std::stable_sort(beats.begin(), beats.end(), [](const Beat& a, const Beat& b) { return a.atM < b.atM; });
}

/// The neighbour of the same pass, `steps` away.
std::optional<std::size_t> samePass(const Place& p, int step) {
    for (auto i = static_cast<long>(p.index) + step; i >= 0 && i < static_cast<long>(p.beats->size()); i += step)
        if ((*p.beats)[static_cast<std::size_t>(i)].pass == p.beat().pass) return static_cast<std::size_t>(i);
    return std::nullopt;
}

std::string trimmed(std::string s) {
    while (!s.empty() && std::isspace(static_cast<unsigned char>(s.back()))) s.pop_back();
    s.erase(0, std::min(s.find_first_not_of(" \t\n\r"), s.size()));
    return s;
}

} // namespace

Guide withWords(Guide g, BeatId id, std::string words) {
    return changedBeat(std::move(g), id, [&](Beat& b) { b.words = words; });
}
Guide withText(Guide g, BeatId id, BeatText which, std::string text) {
    return which == BeatText::Words ? withWords(std::move(g), id, std::move(text))
           : which == BeatText::Cue ? withCue(std::move(g), id, std::move(text))
                                    : withCaption(std::move(g), id, std::move(text));
}
Guide withCue(Guide g, BeatId id, std::string cue) {
    return changedBeat(std::move(g), id, [&](Beat& b) { b.cue = cue; });
}
Guide withClaimLeft(Guide g, BeatId id, LeftClaim left) {
    if (left.why.empty()) return g;
    return changedBeat(std::move(g), id, [&](Beat& b) {
        std::erase_if(b.left, [&](const LeftClaim& l) { return l.kind == left.kind && l.said == left.said; });
        b.left.push_back(left);
    });
}

Guide withCaption(Guide g, BeatId id, std::string caption) {
    return changedBeat(std::move(g), id, [&](Beat& b) { b.caption = caption; });
}

Guide withBeatAt(Guide g, BeatId id, double atM) {
    if (const auto p = placeOf(g, id); p && (p->corner || p->onLap)) {
        p->beat().atM = p->corner ? std::clamp(atM, p->corner->startM, p->corner->endM) : atM;
        inRoadOrder(*p->beats);
    }
    return g;
}

Guide withBeatPass(Guide g, BeatId id, Pass pass) {
    if (const auto p = placeOf(g, id); p && p->corner) {
        p->beat().pass = pass;
        g.outline = withSectionOf(std::move(g.outline), sectionOf(pass));
    }
    return g;
}

Guide withNewBeat(Guide g, CornerId corner, double atM, std::string words, Pass pass) {
    auto* c = cornerWith(g, corner);
    if (!c) return g;
    Beat b{newId<BeatId>(g), Topic::Free, std::clamp(atM, c->startM, c->endM), std::move(words), {}};
    b.pass = pass;
    c->beats.push_back(std::move(b));
    inRoadOrder(c->beats);
    if (pass != Pass::Walk) g.outline = withSectionOf(std::move(g.outline), sectionOf(pass));
    return g;
}

Guide withNewSectionBeat(Guide g, SectionKind section, std::string words) {
    if (std::find(std::begin(kSpokenSections), std::end(kSpokenSections), section) == std::end(kSpokenSections))
        return g;
    Beat b{newId<BeatId>(g), Topic::Free, 0, std::move(words), {}};
    auto there = std::find_if(g.sectionWords.begin(), g.sectionWords.end(),
                              [section](const SectionWords& s) { return s.section == section; });
    if (there == g.sectionWords.end()) there = g.sectionWords.insert(there, SectionWords{section, {}});
    there->beats.push_back(std::move(b));
    g.outline = withSectionOf(std::move(g.outline), section);
    return g;
}

Guide withFurtherLap(Guide g, int lap, bool told) {
    std::erase_if(g.furtherLaps, [&](const FurtherLap& l) { return l.lap == lap && !told; });
    const auto is = [lap](const FurtherLap& l) { return l.lap == lap; };
    if (!told || lap < 1 || std::any_of(g.furtherLaps.begin(), g.furtherLaps.end(), is)) return g;
    g.furtherLaps.push_back({lap, {}});
    std::sort(g.furtherLaps.begin(), g.furtherLaps.end(), [](auto& a, auto& b) { return a.lap < b.lap; });
    g.outline = withSectionOf(std::move(g.outline), SectionKind::OtherLap);
    return g;
}

Guide withNewLapBeat(Guide g, int lap, double atM, std::string words) {
    for (auto& l : g.furtherLaps)
        if (l.lap == lap) {
            l.beats.push_back({newId<BeatId>(g), Topic::Free, atM, std::move(words), {}});
            inRoadOrder(l.beats);
            break;
        }
    return g;
}

Guide withoutBeat(Guide g, BeatId id) {
    const auto isIt = [id](const Beat& b) { return b.id == id; };
    for (auto& c : g.corners) std::erase_if(c.beats, isIt);
    for (auto& s : g.sectionWords) std::erase_if(s.beats, isIt);
    for (auto& l : g.furtherLaps) std::erase_if(l.beats, isIt);
    eachBeat(g, [id](Beat& b, const GuideCorner*) {
        if (b.insteadOf == id) b.insteadOf = {};
    });
    std::erase_if(g.sectionWords, [](const SectionWords& s) { return s.beats.empty() && s.more.empty(); });
    return g;
}

Guide withBeatMoved(Guide g, BeatId id, int steps) {
    for (int k = std::abs(steps); k > 0; --k) {
        const auto p = placeOf(g, id);
        const auto other = p ? samePass(*p, steps > 0 ? 1 : -1) : std::nullopt;
        if (!other) return g;
        auto &mine = p->beat(), &theirs = (*p->beats)[*other];
        std::swap(mine.atM, theirs.atM);
        std::swap(mine, theirs);
    }
    return g;
}

Guide withBeatSplit(Guide g, BeatId id, std::size_t at) {
    const auto p = placeOf(g, id);
    if (!p || at > p->beat().words.size()) return g;
    const auto whole = p->beat();
    auto first = trimmed(whole.words.substr(0, at)), second = trimmed(whole.words.substr(at));
    if (first.empty() || second.empty()) return g;
    const auto next = samePass(*p, 1);
    Beat later = whole;
    later.id = newId<BeatId>(g), later.topic = whole.topic, later.words = second, later.cue.clear();
    later.caption.clear(), later.takes.clear(), later.more.clear();
    if (p->corner) later.atM = (whole.atM + (next ? (*p->beats)[*next].atM : p->corner->endM)) / 2;
    auto& beat = p->beat();
    beat.words = first, beat.caption.clear(), beat.takes.clear();
    for (const auto& take : whole.takes)
        if (auto parts = partedTake(take, whole.words, at)) {
            beat.takes.push_back(std::move(parts->first));
            later.takes.push_back(std::move(parts->second));
        }
    p->beats->insert(p->beats->begin() + static_cast<std::ptrdiff_t>(p->index) + 1, std::move(later));
    if (p->corner) inRoadOrder(*p->beats);
    return g;
}

Guide withBeatsJoined(Guide g, BeatId id) {
    const auto p = placeOf(g, id);
    const auto next = p ? samePass(*p, 1) : std::nullopt;
    if (!next) return g;
    auto& beat = p->beat();
    const auto later = (*p->beats)[*next];
    if (beat.only != later.only || beat.insteadOf != later.insteadOf) return g; // said on different days
    std::vector<Take> takes;
    if (!beat.takes.empty() && !later.takes.empty())
        if (auto one = joinedTake(beat.takes.front(), later.takes.front())) takes.push_back(std::move(*one));
    beat.words += (beat.words.empty() || later.words.empty() ? "" : " ") + later.words;
    if (beat.cue.empty()) beat.cue = later.cue;
    beat.caption.clear();
    beat.takes = std::move(takes);
    p->beats->erase(p->beats->begin() + static_cast<std::ptrdiff_t>(*next));
    return g;
}

Guide withSchool(Guide g, School school) {
    g.school = school;
    return g;
}
Guide withVoiceCare(Guide g, VoiceCare care) {
    g.voiceCare = care;
    return g;
}
Guide withWordTimes(Guide g, bool on) {
    g.wordTimes = on;
    return g;
}

} // namespace hl
