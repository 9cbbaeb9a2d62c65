// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/takes.h"

#include "core/take/take_edits.h"
#include "core/take/take_sound.h"
#include "core/units/numbers.h"
#include "core/words/live_values.h"
#include "jobs/keep_take.h"
#include "media/sound.h"
#include "media/voice_filter.h"
#include "store/files.h"
#include "voice/align.h"
#include "voice/loudness.h"

#include <algorithm>
#include <cmath>
#include <sstream>

namespace hl {
namespace fs = std::filesystem;
namespace {

constexpr int kTakeRate = 48000;

/// The beats a take is spoken to, in the order of the guide, and where each one's tokens stand in the whole script.
struct Script {
    struct Part {
        BeatId beat;
        std::string words;
        std::size_t firstToken = 0, tokens = 0;
    };
    std::vector<Part> parts;
    std::vector<ScriptToken> tokens; ///< `from`: byte of the part's own words
};

Script scriptOf(const Guide& guide, const TakeWish& wish) {
    Script out;
    const auto add = [&](const Beat& b) {
        if ((wish.beat && b.id != wish.beat) || !hasWords(b.words)) return;
        auto tokens = tokensOf(b.words);
        out.parts.push_back({b.id, b.words, out.tokens.size(), tokens.size()});
        out.tokens.insert(out.tokens.end(), tokens.begin(), tokens.end());
    };
    const auto section = [&](SectionKind kind) {
        const auto* s = wordsOf(guide, kind);
        if (s && !wish.corner)
            for (const auto& b : s->beats) add(b);
    };
    section(SectionKind::Card), section(SectionKind::Conditions);
    for (const auto& c : guide.corners)
        if (!wish.corner || c.id == wish.corner)
            for (const auto pass :
                 kPasses) // the recap is spoken at the end, but in road order it is one with the others
                for (const auto& b : c.beats)
                    if (b.pass == pass) add(b);
    if (!wish.corner)
        for (const auto& l : guide.furtherLaps)
            for (const auto& b : l.beats) add(b);
    section(SectionKind::Close);
    return out;
}

/// The take's words and slips of one part; the span is set by the caller.
Take takeOf(const Script& script, const Script::Part& part, const Alignment& a, std::vector<Difference>& differences) {
    Take take;
    take.text = part.words;
    const auto end = part.firstToken + part.tokens;
    for (const auto& w : a.words)
        if (w.token >= part.firstToken && w.token < end)
            take.words.push_back({script.tokens[w.token].from, w.startS, w.endS});
    for (const auto& d : a.differences) {
        const bool added = d.kind == DifferenceKind::Added;
        // Words added between two beats belong to the one before.
        const auto from = std::max(d.tokenFrom, part.firstToken), to = std::min(d.tokenTo, end);
        const bool mine = added ? d.tokenFrom > part.firstToken && d.tokenFrom <= end : from < to;
        if (!mine) continue;
        auto own = d;
        own.tokenFrom = (added ? d.tokenFrom : from) - part.firstToken;
        own.tokenTo = (added ? d.tokenFrom : to) - part.firstToken;
        const auto byteAt = [&](std::size_t k) {
            return k < part.tokens ? script.tokens[part.firstToken + k].from : part.words.size();
        };
        std::size_t toByte = byteAt(own.tokenFrom);
        if (!added) {
            const auto& last = script.tokens[part.firstToken + own.tokenTo - 1];
            toByte = last.from + last.text.size();
            own.script = part.words.substr(byteAt(own.tokenFrom), toByte - byteAt(own.tokenFrom));
        }
        take.slips.push_back({byteAt(own.tokenFrom), toByte, own.heard, own.startS, own.endS});
        differences.push_back(std::move(own));
    }
    return take;
}

/// When a part's voice begins and ends; none where hardly anything of it was said.
std::optional<CutOut> spokenSpan(const Take& take, const Script::Part& part, const Alignment& a) {
    constexpr double kLeastShare = 0.5;
    const auto sure = std::count_if(a.words.begin(), a.words.end(), [&](const AlignedToken& w) {
        return w.sure && w.token >= part.firstToken && w.token < part.firstToken + part.tokens;
    });
    if (sure == 0 || static_cast<double>(sure) < kLeastShare * num(part.tokens)) return std::nullopt;
    CutOut span{take.words.front().startS, take.words.back().endS};
    for (const auto& s : take.slips)
        if (!s.heard.empty()) span.fromS = std::min(span.fromS, s.startS), span.toS = std::max(span.toS, s.endS);
    return span;
}

} // namespace

Result<BroughtTake> bringTake(const Guide& guide, const fs::path& folder, const TakeWish& wish,
                              const Progress& progress, const MeasuredCorners& measured) {
    const auto script = scriptOf(asSaid(guide, measured), wish);
    if (script.parts.empty())
        return Error{"take.no-words", "there are no words to speak here", "",
                     "a beat, or a corner whose beats have words"};
    const auto sound = readSound(wish.audio, kTakeRate);
    if (!sound) return sound.error();
    const auto a = aligned(*sound, script.tokens, [&](double share) {
        progress.report(share, "listening to the take");
        return !progress.cancelled();
    });
    if (!a) return a.error();
    BroughtTake out{guide, {}, {}, a->level};
    struct Spoken {
        const Script::Part* part;
        Take take;
        std::vector<Difference> differences;
    };
    std::vector<Spoken> spoken;
    for (const auto& part : script.parts) {
        std::vector<Difference> differences;
        auto take = takeOf(script, part, *a, differences);
        const auto span = spokenSpan(take, part, *a);
        if (!span) {
            out.unspoken.push_back(part.beat);
            continue;
        }
        take.fromS = span->fromS, take.toS = span->toS;
        spoken.push_back({&part, std::move(take), std::move(differences)});
    }
    if (spoken.empty())
        return Error{"take.other-text", "none of these words are spoken in the take", wish.audio.string(),
                     "a take of the words that are written here"};
    // A little room around each, as far as the neighbours leave it.
    constexpr double kBeforeS = 0.08, kAfterS = 0.2;
    for (std::size_t i = 0; i < spoken.size(); ++i) {
        auto& t = spoken[i].take;
        const double before = i == 0 ? 0 : spoken[i - 1].take.words.back().endS,
                     after = i + 1 == spoken.size() ? a->durationS : spoken[i + 1].take.words.front().startS;
        t.fromS = std::max(t.fromS - kBeforeS, std::min(t.fromS, (before + t.fromS) / 2));
        t.toS = std::min(t.toS + kAfterS, std::max(t.toS, (after + t.toS) / 2));
    }
    const auto file = keptTake(folder, wish.audio, *sound);
    if (!file) return file.error();
    for (auto& s : spoken) {
        s.take.file = *file;
        out.beats.push_back({s.part->beat, s.take.fromS, s.take.toS, std::move(s.differences)});
        out.guide = withTake(std::move(out.guide), s.part->beat, std::move(s.take));
    }
    return out;
}

Result<Take> laidAnew(const Guide& guide, const fs::path& folder, BeatId beat, const Progress& progress,
                      const MeasuredCorners& measured) {
    const auto said = asSaid(guide, measured);
    const auto* b = beatWith(said, beat);
    if (!b || b->takes.empty()) return Error{"take.none", "these words have no take", "", "a beat with a take"};
    const auto script = scriptOf(said, {{}, {}, beat});
    if (script.parts.empty())
        return Error{"take.no-words", "there are no words to speak here", "", "a beat with words"};
    auto take = b->takes.front();
    const auto there = inside(folder, take.file);
    if (!there) return there.error();
    const auto file = readSound(*there, kTakeRate);
    if (!file) return file.error();
    const auto sample = [&](double s) {
        return static_cast<std::ptrdiff_t>(std::clamp(s * kTakeRate, 0.0, static_cast<double>(file->samples.size())));
    };
    const Sound span{
        kTakeRate, 0, {file->samples.begin() + sample(take.fromS), file->samples.begin() + sample(take.toS)}};
    auto a = aligned(span, script.tokens, [&](double share) {
        progress.report(share, "listening to the take");
        return !progress.cancelled();
    });
    if (!a) return a.error();
    for (auto& w : a->words) w.startS += take.fromS, w.endS += take.fromS;
    for (auto& d : a->differences) d.startS += take.fromS, d.endS += take.fromS;
    std::vector<Difference> differences;
    auto laid = takeOf(script, script.parts.front(), *a, differences);
    take.text = laid.text, take.words = std::move(laid.words), take.slips = std::move(laid.slips);
    return take;
}

Result<TakeSounds::Heard> TakeSounds::of(const fs::path& folder, const Take& take, const VoiceCare& care) {
    const auto there = inside(folder, take.file);
    if (!there) return there.error();
    const auto& path = *there;
    std::ostringstream key;
    key.precision(9);
    key << path.string() << ' ' << take.fromS << ' ' << take.toS;
    key << ' ' << care.highPass << care.lessNoise;
    for (const auto& c : allCuts(take)) key << ' ' << c.fromS << '-' << c.toS;
    const std::lock_guard guard(lock_);
    if (const auto known = made_.find(key.str()); known != made_.end()) return known->second;
    if (last_.first != path || !last_.second) {
        auto file = readSound(path, kTakeRate);
        if (!file) return file.error();
        last_ = {path, std::make_shared<const Sound>(std::move(*file))};
    }
    auto heard = heardSound(take, *last_.second);
    if (heard.samples.empty())
        return Error{"take.silent", "nothing is left of the take", path.string(), "a span inside the file"};
    const auto level = levelOf(heard); // there are samples
    auto clean = cared(std::move(heard), care);
    if (!clean) return clean.error();
    return made_[key.str()] = {std::make_shared<const Sound>(levelled(std::move(*clean), kVoiceLufs)),
                               level ? *level : Level{}};
}

std::optional<int> learnedPace(const Guide& guide, Narrator* narrator) {
    constexpr std::size_t kLeastTakes = 3;
    constexpr int kSlowest = 110, kQuickest = 260, kStep = 4;
    std::vector<double> longer; // than the scratch voice
    if (!narrator) return std::nullopt;
    eachBeat(guide, [&](const Beat& b, const GuideCorner*) {
        if (b.takes.empty() || b.takes.front().words.size() < 3) return;
        const auto& take = b.takes.front();
        const auto scratch = narrator->spoken(take.text);
        const double lengthS = scratch ? (*scratch)->sound.length().count() : 0;
        if (lengthS > 0.3) longer.push_back(heardLength(take) / lengthS);
    });
    if (longer.size() < kLeastTakes) return std::nullopt;
    std::nth_element(longer.begin(), longer.begin() + static_cast<std::ptrdiff_t>(longer.size() / 2), longer.end());
    const double pace = kUsualPace / std::max(0.1, longer[longer.size() / 2]);
    return std::clamp(kStep * static_cast<int>(std::lround(pace / kStep)), kSlowest, kQuickest);
}

Speeches speechesOf(const Guide& guide, const fs::path& folder, TakeSounds& takes, Narrator* narrator) {
    auto all = speechesOf(guide, narrator, learnedPace(guide, narrator).value_or(kUsualPace));
    eachBeat(guide, [&](const Beat& b, const GuideCorner*) {
        if (b.takes.empty()) return;
        const auto scratch = all.of(b.id, false);
        auto speech = scratch ? *scratch : Speech{}; // what nobody has typed yet can be heard all the same
        speech.beat = b.id;
        const auto& take = b.takes.front();
        if (auto heard = takes.of(folder, take, guide.voiceCare)) {
            speech.sound = std::move(heard->sound), speech.level = heard->level;
            speech.lengthS = speech.sound->length().count();
            speech.words = heardWords(take, b.words);
            speech.source = "take", speech.failure.clear();
        } else if (scratch)
            speech.lacking = sentence(heard.error());
        else
            speech.failure = sentence(heard.error()), speech.lengthS = heardLength(take);
        all.put(std::move(speech));
    });
    return all;
}

Speeches speechesOf(const Guide& written, const Session& s, TakeSounds& takes, Narrator* narrator) {
    return speechesOf(asSaid(written, s.measured), s.folder, takes, narrator);
}

} // namespace hl
