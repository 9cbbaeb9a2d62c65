// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/sections/planning.h"
#include "core/words/captions.h"

#include <algorithm>
#include <cmath>
#include <sstream>

namespace hl {

FilmWindow windowOf(const Beat& b, const Planning& p, const Group& group) {
    return windowIn(b, p, group.front()->startM, group.back()->endM);
}

FilmWindow windowIn(const Beat& b, const Planning& p, double startM, double endM) {
    if (b.anywhere || !std::isfinite(b.atM)) return {p.clock.footage(startM), p.clock.footage(endM)};
    const auto known = p.set.seen.find(b.id);
    const auto seen = known == p.set.seen.end() ? SeenAhead{p.set.visibleFarM, p.set.visibleNearM} : known->second;
    return {p.clock.footage(b.atM - seen.farM), p.clock.footage(std::min(endM, b.atM - seen.nearM))};
}

SectionBuilder::SectionBuilder(SectionKind kind, const Group& group, double startS) : now_(startS) {
    section_.kind = kind, section_.start = at<GuideTime>(startS);
    if (!group.empty()) section_.corner = group.front()->id;
    for (std::size_t i = 1; i < group.size(); ++i) section_.also.push_back(group[i]->id);
}

void SectionBuilder::play(double from, double to, double rate, std::string_view why, BeatId beat) {
    if (to - from < 1e-6) return;
    add({ShotKind::Footage, {}, {}, at<FootageTime>(from), at<FootageTime>(to), rate, beat, why}, (to - from) / rate);
}

void SectionBuilder::stand(double filmS, double lengthS, std::string_view why, BeatId beat) {
    if (lengthS < 1e-6) return;
    add({ShotKind::Freeze, {}, {}, at<FootageTime>(filmS), at<FootageTime>(filmS), 0, beat, why}, lengthS);
}

void SectionBuilder::card(double filmS, double lengthS, BeatId about) {
    add({ShotKind::Card, {}, {}, at<FootageTime>(filmS), at<FootageTime>(filmS), 0, about, "a card"}, lengthS);
}

void SectionBuilder::say(const std::shared_ptr<const Speech>& speech, double startS, CornerId corner,
                         std::optional<FilmWindow> window, double pauseS) {
    Spoken s{speech,
             corner ? corner : section_.corner,
             at<GuideTime>(startS),
             at<GuideTime>(startS + speech->lengthS),
             captionsOf(*speech, startS),
             window,
             pauseS};
    section_.spoken.push_back(std::move(s));
}

void SectionBuilder::noRoom(const Speech& speech, CornerId corner, double tooLongS, bool leftOut) {
    std::istringstream text(speech.text);
    int words = 0;
    for (std::string w; text >> w;) ++words;
    const double each = speech.lengthS / std::max(1, words);
    const int many = each > 0 ? static_cast<int>(std::ceil(tooLongS / each - 1e-6)) : 0;
    noRoom_.push_back({speech.beat, corner, section_.kind, tooLongS, std::clamp(many, 1, std::max(1, words)), leftOut});
}

SectionBuilder::Built SectionBuilder::done() {
    section_.end = at<GuideTime>(now_);
    const double length = now_ - start();
    return {std::move(section_), std::min(bound_.value_or(length), length), std::move(noRoom_)};
}

void SectionBuilder::add(Shot shot, double lengthS) {
    shot.start = at<GuideTime>(now_);
    now_ += lengthS;
    shot.end = at<GuideTime>(now_);
    section_.shots.push_back(shot);
}

} // namespace hl
