// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/guide/guide.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace hl {
namespace {

constexpr std::array<std::string_view, 11> kTopicKeys = {"approach", "brake", "gears", "turn-in", "apex", "slowest",
                                                         "power",    "exit",  "kerb",  "limits",  "free"};
constexpr std::array<std::string_view, 5> kRoleKeys = {"onboard", "chase", "above", "outside", "foot"};
constexpr std::array<std::string_view, 6> kPassKeys = {"walk", "detail", "run", "above", "recap", "faults"};
constexpr std::array<std::string_view, 3> kLabelKeys = {"both", "numbers", "names"};

template <class Enum, std::size_t N>
std::optional<Enum> find(const std::array<std::string_view, N>& keys, std::string_view key) {
    for (std::size_t i = 0; i < N; ++i)
        if (keys[i] == key) return static_cast<Enum>(i);
    return std::nullopt;
}

} // namespace

std::string_view key(Topic t) { return kTopicKeys.at(static_cast<std::size_t>(t)); }
std::optional<Topic> topicOf(std::string_view k) { return find<Topic>(kTopicKeys, k); }
std::string_view key(Pass p) { return kPassKeys.at(static_cast<std::size_t>(p)); }
std::optional<Pass> passOf(std::string_view k) { return find<Pass>(kPassKeys, k); }
SectionKind sectionOf(Pass p) {
    switch (p) {
    case Pass::Walk: return SectionKind::WalkThrough;
    case Pass::Detail: return SectionKind::Detail;
    case Pass::Run: return SectionKind::Run;
    case Pass::Above: return SectionKind::Above;
    case Pass::Recap: return SectionKind::Recap;
    case Pass::Faults: return SectionKind::Faults;
    }
    return SectionKind::WalkThrough;
}
std::string_view key(FilmRole r) { return kRoleKeys.at(static_cast<std::size_t>(r)); }
std::optional<FilmRole> filmRoleOf(std::string_view k) { return find<FilmRole>(kRoleKeys, k); }
std::string_view key(CornerLabels l) { return kLabelKeys.at(static_cast<std::size_t>(l)); }
std::optional<CornerLabels> cornerLabelsOf(std::string_view k) { return find<CornerLabels>(kLabelKeys, k); }

const GuideCorner* cornerWith(const Guide& g, CornerId id) {
    for (const auto& c : g.corners)
        if (c.id == id) return &c;
    return nullptr;
}
GuideCorner* cornerWith(Guide& g, CornerId id) {
    return const_cast<GuideCorner*>(cornerWith(static_cast<const Guide&>(g), id));
}

const GuideCorner* cornerNumbered(const Guide& g, int number) {
    for (const auto& c : g.corners)
        if (c.number == number) return &c;
    return nullptr;
}

const Beat* beatWith(const Guide& g, BeatId id) {
    const Beat* found = nullptr;
    eachBeat(g, [&](const Beat& b, const GuideCorner*) {
        if (b.id == id) found = &b;
    });
    return found;
}
Beat* beatWith(Guide& g, BeatId id) { return const_cast<Beat*>(beatWith(static_cast<const Guide&>(g), id)); }

const GuideCorner* cornerOf(const Guide& g, BeatId beat) {
    const GuideCorner* found = nullptr;
    eachBeat(g, [&](const Beat& b, const GuideCorner* c) {
        if (b.id == beat) found = c;
    });
    return found;
}

const SectionWords* wordsOf(const Guide& g, SectionKind section) {
    for (const auto& s : g.sectionWords)
        if (s.section == section) return &s;
    return nullptr;
}

const Film* outsideFilm(const Guide& g) {
    for (const auto role : {FilmRole::Outside, FilmRole::Above, FilmRole::Chase})
        for (const auto& f : g.sources.films)
            if (f.role == role) return &f;
    return nullptr;
}

const GuideReference* referenceWith(const Guide& g, ReferenceId id) {
    for (const auto& r : g.references)
        if (r.id == id) return &r;
    return nullptr;
}

ReferenceId referenceNamed(const Guide& g, std::string_view text, double nearM) {
    constexpr double kNearM = 300; // a lap has several 100 boards
    ReferenceId found;
    std::size_t longest = 0;
    double nearest = kNearM;
    for (const auto& r : g.references) {
        const double apart = std::abs(r.atM - nearM);
        if (r.label.empty() || apart > kNearM || text.find(r.label) == std::string_view::npos) continue;
        if (r.label.size() > longest || (r.label.size() == longest && apart < nearest))
            longest = r.label.size(), nearest = apart, found = r.id;
    }
    return found;
}

CornerId neighbour(const Guide& g, CornerId id, int steps) {
    for (std::size_t i = 0; i < g.corners.size(); ++i)
        if (g.corners[i].id == id) {
            const auto last = static_cast<long>(g.corners.size()) - 1;
            return g.corners[static_cast<std::size_t>(std::clamp(static_cast<long>(i) + steps, 0L, last))].id;
        }
    return g.corners.empty() ? CornerId{} : g.corners.front().id;
}

std::vector<Corner> cornersOf(const Guide& g) { return {g.corners.begin(), g.corners.end()}; }

std::optional<OnRoad> roadPlace(const Guide& g, const Anchor& anchor) {
    if (const auto* road = std::get_if<OnRoad>(&anchor)) return *road;
    const auto* on = std::get_if<OnReference>(&anchor);
    const auto* r = on ? referenceWith(g, on->reference) : nullptr;
    if (!r) return std::nullopt;
    constexpr double kMiddle = 0.8; // of a thing's height: where the eye meets a board or a post
    return OnRoad{r->atM + on->offsetM, r->atM + on->offsetM, r->lateralM, kMiddle * r->heightM};
}

std::string_view key(BeatText t) { return t == BeatText::Words ? "words" : t == BeatText::Cue ? "cue" : "caption"; }

const std::string& textOf(const Beat& b, BeatText which) {
    return which == BeatText::Words ? b.words : which == BeatText::Cue ? b.cue : b.caption;
}

std::string_view consequenceText(int rating) {
    static constexpr std::string_view texts[] = {"", "room to run off", "a trip over grass or gravel, damage likely",
                                                 "a wall, water or another track: leave a margin every lap"};
    return texts[std::clamp(rating, 0, 3)];
}

std::string title(const Corner& c, CornerLabels labels) {
    if (c.name.empty() || labels == CornerLabels::Numbers) return "Turn " + std::to_string(c.number);
    return labels == CornerLabels::Names ? c.name : std::to_string(c.number) + " " + c.name;
}

} // namespace hl
