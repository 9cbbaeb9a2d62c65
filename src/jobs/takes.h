// SPDX-License-Identifier: GPL-3.0-or-later
// The producer's own voice: takes brought into a guide, and what is heard of every beat.
#pragma once
#include "core/guide/guide.h"
#include "core/take/aligned.h"
#include "jobs/progress.h"
#include "jobs/session.h"
#include "voice/narrator.h"

#include <filesystem>
#include <map>
#include <mutex>
#include <optional>

namespace hl {

/// What a take is spoken to: one beat, a corner's beats, or, with neither, all of the guide in its order.
struct TakeWish {
    std::filesystem::path audio; ///< any sound file, or a film for its sound
    CornerId corner = {};
    BeatId beat = {};
};

struct SpokenBeat {
    BeatId beat;
    double fromS = 0, toS = 0;           ///< of the take
    std::vector<Difference> differences; ///< tokens counted within the beat's words
};

struct BroughtTake {
    Guide guide; ///< with the take at every beat that it speaks
    std::vector<SpokenBeat> beats;
    std::vector<BeatId> unspoken; ///< of those asked for
    Level level;
};

/// As it is said (core/words/live_values.h) where `measured` is given. Lays the take on the words, copies the file into
/// the guide's folder, and gives each beat its span. The folder's guide.json is not written. Errors: take.*, media.*,
/// voice.unavailable, file.*, job.cancelled.
Result<BroughtTake> bringTake(const Guide& guide, const std::filesystem::path& folder, const TakeWish& wish,
                              const Progress& progress, const MeasuredCorners& measured = {});

/// The take that is heard of a beat, laid on what its words are now: a talk-over that was typed in later, or words that
/// were written anew. Errors: as bringTake, take.none (the beat has no take).
Result<Take> laidAnew(const Guide& guide, const std::filesystem::path& folder, BeatId beat, const Progress& progress,
                      const MeasuredCorners& measured = {});

/// What is heard of takes, made once and kept: a sentence is asked for many times while the guide is edited. For any
/// thread.
class TakeSounds {
  public:
    struct Heard {
        std::shared_ptr<const Sound> sound; ///< cleaned as wished, and levelled
        Level level;                        ///< as it was spoken, before that
    };
    /// Errors: file.missing, media.*, take.silent (nothing is left of it).
    Result<Heard> of(const std::filesystem::path& folder, const Take& take, const VoiceCare& care = {});

  private:
    std::mutex lock_;
    std::map<std::string, Heard> made_;
    std::pair<std::filesystem::path, std::shared_ptr<const Sound>> last_; ///< the file that was read last
};

/// Words a minute of the producer, learned from the takes that are heard: how they compare with the scratch voice on
/// the same words. None from fewer than three takes. `narrator` may be null: none.
std::optional<int> learnedPace(const Guide& guide, Narrator* narrator);

/// Of all the words of a guide as it is written, whichever edition is made of them: the pace is learned from all takes.
Speeches speechesOf(const Guide& written, const Session& session, TakeSounds& takes, Narrator* narrator);

/// Takes where there are any, else the narrator's voice, which also stands in for a take that cannot be read and says
/// so; it speaks at the pace that was learned. `narrator` may be null. The guide is given as it is said.
Speeches speechesOf(const Guide& guide, const std::filesystem::path& folder, TakeSounds& takes, Narrator* narrator);

} // namespace hl
