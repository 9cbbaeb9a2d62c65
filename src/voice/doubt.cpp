// SPDX-License-Identifier: GPL-3.0-or-later
#include "voice/doubt.h"

#include "core/units/on_all_cores.h"

#include <set>

namespace hl {
namespace {

/// A difference with the words around it that were said as written.
struct Doubt {
    DifferentWords what;
    std::size_t tokenBefore = 0, tokenAfter = 0; ///< [before, after) of the script, the doubt within
    std::size_t heardBefore = 0, heardAfter = 0;
    double fromS = 0, toS = 0;
    bool believed = true;
};

std::vector<Place> placesOf(const std::vector<ScriptToken>& script, std::size_t from, std::size_t to) {
    std::vector<Place> out;
    for (auto i = from; i < to; ++i) out.push_back(script[i].readings);
    return out;
}

std::vector<Place> placesOf(const std::vector<HeardWord>& heard, std::size_t from, std::size_t to) {
    std::vector<Place> out;
    for (auto i = from; i < to; ++i) out.push_back({{heard[i].word}});
    return out;
}

std::vector<Doubt> doubtsOf(const ForEar& take, const std::vector<HeardWord>& heard,
                            const std::vector<Matched>& matched) {
    std::vector<Doubt> out;
    constexpr std::size_t kAround = 2; // tokens
    for (const auto& d : differentWords(take.script, matched, heard.size())) {
        Doubt doubt{d, d.tokenFrom, d.tokenTo, d.heardFrom, d.heardTo, 0, 0};
        for (std::size_t k = 0;
             k < kAround && doubt.tokenBefore > 0 &&
             (matched[doubt.tokenBefore - 1].said() || take.script[doubt.tokenBefore - 1].readings.empty());
             ++k) {
            --doubt.tokenBefore;
            if (matched[doubt.tokenBefore].said()) doubt.heardBefore = matched[doubt.tokenBefore].from;
        }
        for (std::size_t k = 0; k < kAround && doubt.tokenAfter < matched.size() &&
                                (matched[doubt.tokenAfter].said() || take.script[doubt.tokenAfter].readings.empty());
             ++k) {
            if (matched[doubt.tokenAfter].said()) doubt.heardAfter = matched[doubt.tokenAfter].to;
            ++doubt.tokenAfter;
        }
        const double end = num(take.sound.size()) / kEarRate;
        doubt.fromS = doubt.heardBefore < heard.size() ? heard[doubt.heardBefore].startS - kRoomS : end - 1;
        doubt.toS = doubt.heardAfter > 0 ? heard[doubt.heardAfter - 1].endS + kRoomS : doubt.fromS + 1;
        if (doubt.heardBefore == doubt.heardAfter) doubt.toS = std::max(doubt.toS, doubt.fromS);
        doubt.fromS = std::max(0.0, doubt.fromS), doubt.toS = std::min(end, doubt.toS);
        out.push_back(doubt);
    }
    return out;
}

/// How much likelier the sound has to be with what was heard: more where the ear doubts this voice all the time, for
/// then most of it is the ear's fault. Other words have more freedom to please than fewer, and the more of them the
/// more. By takes of known slips, docs/measuring.md.
struct Margins {
    double leftOut = 140, otherWords = 900, furtherWord = 120;
};

Margins marginsFor(std::size_t doubts, std::size_t tokens) {
    constexpr double kUsualShare = 0.09, kSteepLeftOut = 6000, kSteepOtherWords = 3000;
    const double more = std::max(0.0, num(doubts) / num(std::max<std::size_t>(1, tokens)) - kUsualShare);
    Margins m;
    m.leftOut += kSteepLeftOut * more, m.otherWords += kSteepOtherWords * more;
    return m;
}

double handicap(const DifferentWords& d, const Margins& m) {
    if (d.heardFrom == d.heardTo) return m.leftOut;
    return m.otherWords + m.furtherWord * num(std::max(d.heardTo - d.heardFrom, d.tokenTo - d.tokenFrom) - 1);
}

/// Whether the sound is so much likelier with what was heard than with what is written that it is no slip of the ear.
bool isBelieved(Ear& ear, const ForEar& take, const std::vector<HeardWord>& heard, const Doubt& d, const Margins& m) {
    if (d.toS - d.fromS < 0.05) return true; // nothing was said there
    constexpr double kLongS = 12;
    if (d.toS - d.fromS > kLongS) return true;
    const auto verdict =
        ear.weigh(stretchOf(take.sound, d.fromS, d.toS), placesOf(take.script, d.tokenBefore, d.tokenAfter),
                  placesOf(heard, d.heardBefore, d.heardAfter), handicap(d.what, m));
    return verdict.other || !verdict.fit;
}

/// Sounds of thinking are heard as little words: the sound decides when the places are laid on it. A word that is said
/// twice stays that word.
Place addedWord(const std::vector<HeardWord>& heard, std::size_t w) {
    static const std::set<std::string> kMistaken{"the", "of", "at", "a", "or", "er", "to", "are", "an", "on"};
    const auto is = [&](std::size_t other) { return other < heard.size() && heard[other].word == heard[w].word; };
    Place out{{heard[w].word}};
    if (kMistaken.count(heard[w].word) && !is(w + 1) && !(w > 0 && is(w - 1)))
        out.push_back({"uh"}), out.push_back({"um"});
    return out;
}

/// What was said, in order: the script where it was heard or where a doubt was not believed, else what was heard.
std::vector<SaidPlace> saidPlaces(const ForEar& take, const std::vector<HeardWord>& heard,
                                  const std::vector<Matched>& matched, const std::vector<Doubt>& doubts) {
    std::vector<SaidPlace> out;
    std::size_t token = 0;
    const auto tokensTo = [&](std::size_t end) {
        for (; token < end; ++token)
            if (matched[token].said())
                out.push_back({take.script[token].readings, token, heard[matched[token].from].startS,
                               heard[matched[token].to - 1].endS});
    };
    for (std::size_t i = 0; i < doubts.size(); ++i) {
        const auto& d = doubts[i].what;
        tokensTo(d.tokenFrom);
        if (doubts[i].believed) {
            const bool oneMore = d.tokenFrom == d.tokenTo && d.heardFrom + 1 == d.heardTo;
            for (auto w = d.heardFrom; w < d.heardTo; ++w)
                out.push_back(
                    {oneMore ? addedWord(heard, w) : Place{{heard[w].word}}, kNoToken, heard[w].startS, heard[w].endS});
        } else {
            const bool any = d.heardFrom < d.heardTo;
            const double from = any ? heard[d.heardFrom].startS : doubts[i].fromS + kRoomS,
                         to = any ? heard[d.heardTo - 1].endS : doubts[i].toS - kRoomS;
            for (auto t = d.tokenFrom; t < d.tokenTo; ++t)
                if (!take.script[t].readings.empty())
                    out.push_back({take.script[t].readings, t,
                                   lerp(from, to, num(t - d.tokenFrom) / num(d.tokenTo - d.tokenFrom)), kNaN, false});
        }
        token = d.tokenTo;
    }
    tokensTo(take.script.size());
    return out;
}

} // namespace

std::vector<SaidPlace> believed(const ForEar& take, Ears& ears, const std::vector<HeardWord>& heard,
                                const std::vector<Matched>& matched) {
    auto doubts = doubtsOf(take, heard, matched);
    const auto margins = marginsFor(doubts.size(), take.script.size());
    onAllCores(doubts.size(), [&](std::size_t i) {
        ears.with([&](Ear& ear) { doubts[i].believed = isBelieved(ear, take, heard, doubts[i], margins); });
    });
    return saidPlaces(take, heard, matched, doubts);
}

} // namespace hl
