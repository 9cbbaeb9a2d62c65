// SPDX-License-Identifier: GPL-3.0-or-later
// Tying the footage's clock to the log's: log_time = offset + footage_time * (1 + drift).
#pragma once
#include "core/log/car_log.h"
#include "core/sync/sound.h"
#include "core/units/result.h"

#include <functional>
#include <string>

namespace hl {

/// A place in the log where the film may lie.
struct TiePlace {
    double offsetS = 0;
    double likeness = 0; ///< 0..1: how much of what the film shows the log explains there
    int lap = -1;        ///< that the film mostly shows there; -1 when nobody looked
    friend bool operator==(const TiePlace&, const TiePlace&) = default;
};

struct ClockTie {
    double offsetS = 0;          ///< log time at footage time zero
    double driftPpm = 0;         ///< how much faster the log's clock runs, parts per million
    double uncertaintyMs = 0;    ///< half-width that holds in about 95 % of cases
    double confidence = 0;       ///< 0..1; below kSureEnough it must not be trusted
    std::string method = "none"; ///< "sound", "motion", "both", "film", "hand", "none"

    std::vector<TiePlace> places = {}; ///< the likeliest, best first, the tie's own among them; none by hand

    bool sure() const; ///< else it is the best answer there is, to be looked at

    LogTime log(FootageTime t) const { return at<LogTime>(offsetS + seconds(t) * (1 + driftPpm * 1e-6)); }
    FootageTime footage(LogTime t) const { return at<FootageTime>((seconds(t) - offsetS) / (1 + driftPpm * 1e-6)); }
    friend bool operator==(const ClockTie&, const ClockTie&) = default;
};
inline constexpr double kSureEnough = 0.25;
inline constexpr double kMostUnsureMs = 300; ///< beyond, the picture may be of another place than is told

/// Engine note against the log's engine speed. The sound is turned into a map of how strongly each fundamental is
/// present over time; for every offset (and firing ratio) the map is read along the note the log predicts. Without
/// engine speed the note follows the car's speed in each gear (gear_note.h). A place that is hardly better than others
/// is an answer too, and not sure. Errors: sync.no-engine-speed, sync.too-short, sync.not-sure (it fits nowhere).
Result<ClockTie> syncBySound(const Sound& sound, const CarLog& log);

/// The note map's ratio of firing to engine speed that explains the sound best under a tie; 0 without engine speed.
double noteRatio(const struct NoteMap& map, const CarLog& log, const ClockTie& tie);

/// One moment seen in the footage and found in the log.
struct HandPair {
    FootageTime footage{};
    LogTime log{};
};
/// Least squares through two or more pairs; with two less than 20 s apart the drift is taken as nought.
/// Errors: sync.too-few-pairs.
Result<ClockTie> syncByHand(const std::vector<HandPair>& pairs);

} // namespace hl
