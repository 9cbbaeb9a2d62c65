// SPDX-License-Identifier: GPL-3.0-or-later
#include "voice/second_look.h"

#include "core/units/on_all_cores.h"

namespace hl {
namespace {

/// Sounds of thinking that every ear tells apart; "er" is the end of too many words.
const Place& hesitations() {
    static const Place kAll{{"um"}, {"uh"}, {"mm"}};
    return kAll;
}

enum class Suspicion { LeftOut, Hesitation };

struct Suspect {
    Suspicion what = Suspicion::LeftOut;
    std::size_t at = 0;        ///< of what was said; a hesitation stands before it
    std::optional<Fit> better; ///< laid on the places that are left, from `from` on, if that is what was said
    std::size_t from = 0;
    double fromS = 0;
};

Suspect suspect(Suspicion what, std::size_t at) {
    Suspect s;
    s.what = what, s.at = at;
    return s;
}

/// Seconds from a to b that are louder than a pause.
double loudBetween(const Loudness& loudness, double aS, double bS) {
    double loudS = 0;
    const auto from = static_cast<std::size_t>(std::max(0.0, aS) / Loudness::kStepS);
    const auto to = static_cast<std::size_t>(std::max(0.0, bS) / Loudness::kStepS);
    for (auto k = from; k < std::min(to, loudness.db.size()); ++k)
        loudS += loudness.db[k] > loudness.quietDb ? Loudness::kStepS : 0;
    return loudS;
}

std::vector<Suspect> suspects(const Loudness& loudness, const Lexicon& lexicon, const std::vector<SaidPlace>& said) {
    std::vector<double> perSound(said.size(), kNaN), known; // seconds
    std::vector<std::size_t> sounds(said.size(), 0);
    for (std::size_t i = 0; i < said.size(); ++i) {
        const auto& p = said[i];
        if (!p.laid()) continue;
        sounds[i] = std::max<std::size_t>(1, soundsIn(lexicon, p.readings[p.reading]));
        perSound[i] = (p.endS - p.startS) / num(sounds[i]);
        known.push_back(perSound[i]);
    }
    if (known.empty()) return {};
    const double usual = median(known);
    constexpr double kSqueezed = 0.5, kDrawn = 2.4; // of what a sound usually lasts
    constexpr std::size_t kLittle = 3;              // sounds of a word that is dropped unnoticed
    constexpr double kStrangeS = 0.1;               // of sound that belongs to no word
    constexpr double kLeadS = 0.5;                  // before the first word
    std::vector<Suspect> out;
    for (std::size_t i = 0; i < said.size(); ++i) {
        if (!said[i].laid()) continue;
        if (said[i].token != kNoToken && sounds[i] <= kLittle && perSound[i] < kSqueezed * usual)
            out.push_back(suspect(Suspicion::LeftOut, i));
        const double before = i > 0 && said[i - 1].laid() ? said[i - 1].endS : said[i].startS - kLeadS;
        const bool drawn = perSound[i] > kDrawn * usual || (i > 0 && perSound[i - 1] > kDrawn * usual);
        if (drawn || loudBetween(loudness, before, said[i].startS) >= kStrangeS)
            out.push_back(suspect(Suspicion::Hesitation, i));
    }
    return out;
}

void weigh(Suspect& s, const ForEar& take, Ear& ear, const std::vector<SaidPlace>& said) {
    const bool added = s.what == Suspicion::Hesitation;
    s.from = s.at > 0 && said[s.at - 1].laid() ? s.at - 1 : s.at;
    auto to = s.at + 1;
    if (!added && to < said.size() && said[to].laid()) ++to;
    s.fromS = std::max(0.0, said[s.from].startS - kRoomS);
    const double toS = std::min(take.lengthS(), said[to - 1].endS + kRoomS);
    constexpr double kLongS = 6;
    if (toS - s.fromS > kLongS) return;
    std::vector<Place> as, other;
    for (auto i = s.from; i < to; ++i) {
        as.push_back(said[i].readings);
        if (i == s.at && added) other.push_back(hesitations());
        if (i != s.at || added) other.push_back(said[i].readings);
    }
    if (other.empty()) return;
    constexpr double kLeftOut = 60, kHesitation = 220; // by takes of known slips, docs/measuring.md
    auto verdict = ear.weigh(stretchOf(take.sound, s.fromS, toS), as, other, added ? kHesitation : kLeftOut);
    if (verdict.other) s.better = std::move(verdict.fit);
}

void change(std::vector<SaidPlace>& said, const Suspect& s) {
    const auto at = said.begin() + static_cast<std::ptrdiff_t>(s.at);
    if (s.what == Suspicion::LeftOut) {
        said.erase(at);
        return;
    }
    for (const auto& p : s.better->places) {
        if (p.place != s.at - s.from) continue;
        SaidPlace word;
        laidAt(word, p, s.fromS);
        word.readings = {hesitations()[p.reading]}, word.reading = 0, word.nearS = word.startS;
        said.insert(at, std::move(word));
        return;
    }
}

} // namespace

void lookAgain(const ForEar& take, Ears& ears, const Loudness& loudness, const Lexicon& lexicon,
               std::vector<SaidPlace>& said) {
    auto all = suspects(loudness, lexicon, said);
    onAllCores(all.size(), [&](std::size_t i) { ears.with([&](Ear& ear) { weigh(all[i], take, ear, said); }); });
    auto changed = said.size() + 1; // from the end, so that places stay what they were
    for (auto s = all.rbegin(); s != all.rend(); ++s) {
        if (!s->better || s->at + 1 >= changed)
            continue; // what was weighed beside a changed place says nothing any more
        changed = s->at;
        change(said, *s);
    }
}

} // namespace hl
