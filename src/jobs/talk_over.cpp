// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/talk_over.h"

#include "core/guide/beat_edits.h"
#include "core/take/readings.h"
#include "core/take/take_edits.h"
#include "core/words/draft.h"
#include "jobs/keep_take.h"
#include "jobs/lap_choice.h"
#include "media/sound.h"
#include "voice/align.h"

#include <algorithm>

namespace hl {
namespace {

constexpr int kTakeRate = 48000;

/// Where the car was at a moment of the film, on whichever lap it shows then.
class CarInFilm {
  public:
    CarInFilm(const Guide& guide, const Session& s) {
        const auto add = [&](const LapTrace& t) {
            clocks_.push_back(roadClock(t, guide.sources.film().tie, s.videoInfo.length));
            laps_.push_back({seconds(guide.sources.film().tie.footage(t.lap.start)), t.lap.time.count()});
        };
        add(s.trace);
        for (const auto& lap : s.laps.laps)
            if (lap.number != s.lap)
                if (auto t = traceOf(*s.log, s.laps, lap, s.trackOrNull()); t && t->s.size() > 10)
                    add(std::abs(t->lengthM - s.trace.lengthM) > 0.01 ? stretchedTo(std::move(*t), s.trace.lengthM)
                                                                      : std::move(*t));
    }
    std::optional<double> metre(double filmS) const {
        for (std::size_t i = 0; i < clocks_.size(); ++i)
            if (filmS >= laps_[i].fromS && filmS < laps_[i].fromS + laps_[i].timeS)
                return clocks_[i].metre(at<FootageTime>(filmS));
        return std::nullopt;
    }

  private:
    struct LapInFilm {
        double fromS, timeS;
    };
    std::vector<RoadClock> clocks_;
    std::vector<LapInFilm> laps_;
};

const GuideCorner* cornerAt(const Guide& g, double atM, double lapM) {
    for (const auto& c : g.corners)
        for (const double m : {atM, atM - lapM}) // the first corner's preparation lies before the line
            if (m >= c.startM && m < c.endM) return &c;
    return nullptr;
}

/// The talk-over parted at the pauses between its words, each piece with its words and their times.
Result<std::vector<TalkedPiece>> piecesOfScript(const Sound& sound, const std::string& script,
                                                const Progress& progress) {
    constexpr double kPauseS = 0.45, kRoomS = 0.12;
    const auto tokens = tokensOf(script);
    const auto a = aligned(sound, tokens, [&](double share) {
        progress.report(share, "listening to the talk-over");
        return !progress.cancelled();
    });
    if (!a) return a.error();
    std::vector<TalkedPiece> out;
    std::size_t nextToken = 0;
    const auto ends = [&](const std::string& word) {
        return !word.empty() && std::string_view(".!?").find(word.back()) != std::string_view::npos;
    };
    for (const auto& w : a->words) {
        const bool pause = !out.empty() && w.startS - out.back().take.words.back().endS > kPauseS;
        const bool sentence = w.token > 0 && ends(tokens[w.token - 1].text);
        if (out.empty() || tokens[w.token].corner != out.back().corner || (pause && sentence)) {
            out.emplace_back();
            out.back().corner = tokens[w.token].corner;
            out.back().fromS = w.startS;
        }
        auto& piece = out.back();
        for (; nextToken <= w.token; ++nextToken) { // words that were not said belong to what comes behind them
            if (!piece.words.empty()) piece.words += ' ';
            if (nextToken == w.token) piece.take.words.push_back({piece.words.size(), w.startS, w.endS});
            piece.words += tokens[nextToken].text;
        }
        piece.toS = w.endS;
    }
    for (std::size_t i = 0; i < out.size(); ++i) {
        auto& p = out[i];
        const double before = i == 0 ? 0 : out[i - 1].toS,
                     after = i + 1 == out.size() ? a->durationS : out[i + 1].take.words.front().startS;
        p.fromS = std::max(p.fromS - kRoomS, (before + p.fromS) / 2);
        p.toS = std::min(p.toS + kRoomS, (p.toS + after) / 2);
        p.take.fromS = p.fromS, p.take.toS = p.toS, p.take.text = p.words;
    }
    return out;
}

/// Pieces of one corner without a film share its road evenly.
double shareOfCorner(const GuideCorner& c, std::size_t k, std::size_t of) {
    const double from = c.startM + 0.2 * (c.turnInM - c.startM);
    return from + (c.endM - from) * (num(k) + 0.5) / num(of);
}

} // namespace

Result<TalkedOver> talkedOver(const Guide& guide, const Session& s, const TalkOverWish& wish,
                              const Progress& progress) {
    const auto sound = readSound(wish.audio, kTakeRate);
    if (!sound) return sound.error();
    if (!wish.film && wish.script.find("# corner") == std::string::npos)
        return Error{"take.no-place", "nothing tells which corners the talk-over is of", wish.audio.string(),
                     "where the film was when it began, or a script with lines \"# corner N\""};
    std::vector<TalkedPiece> pieces;
    if (hasWords(wish.script)) {
        auto parted = piecesOfScript(*sound, wish.script, progress);
        if (!parted) return parted.error();
        pieces = std::move(*parted);
    } else
        pieces = piecesByPauses(loudnessOf(*sound), sound->length().count());
    if (pieces.empty())
        return Error{"take.silent", "nobody speaks in it", wish.audio.string(), "a talk-over that can be heard"};

    const CarInFilm car(guide, s);
    TalkedOver out{guide, {}, {}, 0};
    struct Placed {
        TalkedPiece* piece;
        CornerId corner;
        double atM;
    };
    std::vector<Placed> placed;
    for (auto& p : pieces) {
        // Of the road as it comes: where the car was when the words ended is what they were about.
        const auto middle = wish.film ? car.metre(wish.film->at((p.fromS + p.toS) / 2)) : std::nullopt,
                   end = wish.film ? car.metre(wish.film->at(p.toS)) : std::nullopt;
        const auto* c = p.corner > 0 ? cornerNumbered(guide, p.corner)
                        : middle     ? cornerAt(guide, *middle, s.trace.lengthM)
                                     : nullptr;
        if (!c) {
            ++out.left;
            continue;
        }
        double at = end.value_or(c->apexM);
        if (at > c->endM + s.trace.lengthM / 2) at -= s.trace.lengthM;
        placed.push_back({&p, c->id, std::clamp(at, c->startM, c->endM)});
    }
    if (placed.empty())
        return Error{"take.no-place", "none of it was spoken in one of the guide's corners", wish.audio.string(),
                     "a talk-over of this lap"};
    for (const auto& c : guide.corners) {
        const auto mine = std::count_if(placed.begin(), placed.end(), [&](auto& p) { return p.corner == c.id; });
        if (mine == 0) continue;
        out.corners.push_back(c.id);
        std::size_t k = 0;
        for (auto& p : placed)
            if (p.corner == c.id && !wish.film) p.atM = shareOfCorner(c, k++, static_cast<std::size_t>(mine));
    }
    const auto file = keptTake(s.folder, wish.audio, *sound);
    if (!file) return file.error();
    out.guide = withoutDraftedWords(std::move(out.guide), s, out.corners);
    for (auto& p : placed) {
        const BeatId id{out.guide.nextId};
        out.guide = withNewBeat(std::move(out.guide), p.corner, p.atM, p.piece->words);
        p.piece->take.file = *file;
        out.guide = withTake(std::move(out.guide), id, std::move(p.piece->take));
        out.beats.push_back(id);
    }
    return out;
}

} // namespace hl
