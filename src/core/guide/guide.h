// SPDX-License-Identifier: GPL-3.0-or-later
// The document: a plain value. Everything in it is pinned to metres along the track, never to a video time.
#pragma once
#include "core/corner/corner.h"
#include "core/log/log_input.h"
#include "core/sync/sync.h"
#include "core/units/speed_unit.h"

#include <string>
#include <vector>

namespace hl {

/// What a stretch of words is about; decides its marker, its cue and its row in the corner sheet.
enum class Topic { Approach, Brake, Gears, TurnIn, Apex, Slowest, Power, Exit, Kerb, Limits, Free };
inline constexpr Topic kTopics[] = {Topic::Approach, Topic::Brake,   Topic::Gears, Topic::TurnIn,
                                    Topic::Apex,     Topic::Slowest, Topic::Power, Topic::Exit,
                                    Topic::Kerb,     Topic::Limits,  Topic::Free};
std::string_view key(Topic t); ///< stable word for files: "turn-in"
std::optional<Topic> topicOf(std::string_view key);

/// Words spoken together at one place on the road.
struct Beat {
    int id = 0; ///< unique in the guide, never used again
    Topic topic = Topic::Free;
    double atM = 0;    ///< the place they speak of
    std::string words; ///< for the walk-through
    std::string cue;   ///< two or three words for the run at full speed; may be empty
    friend bool operator==(const Beat&, const Beat&) = default;
};

enum class MarkerKind { Ring, BrakePosts, TurnGate, ApexDrop, KerbBlock, GearKeystone, ExitPosts };
std::string_view key(MarkerKind k);
std::optional<MarkerKind> markerKindOf(std::string_view key);

struct Marker {
    int id = 0;
    MarkerKind kind = MarkerKind::Ring;
    double atM = 0, lateralM = 0, heightM = 0; ///< left positive; height above the road
    double toM = 0;                            ///< for stretches (kerb); else equal to atM
    std::string label;
    friend bool operator==(const Marker&, const Marker&) = default;
};

/// One row of the corner sheet as the coach wants it.
struct Advice {
    Topic topic = Topic::Free;
    std::string advised; ///< empty: same as driven
    std::string lookFor; ///< the first reference
    std::string backup;  ///< another for when it is gone
    friend bool operator==(const Advice&, const Advice&) = default;
};

struct GuideCorner {
    int number = 0;
    std::string name;
    Side side = Side::Left;
    std::string kind, complex, complexKind;
    bool flat = false; ///< driven without easing off
    double startM = 0, turnInM = 0, apexM = 0, endM = 0, angleRad = 0, minRadiusM = 0;
    int consequence = 0; ///< 0 not rated, 1 (run-off, harmless) .. 3 (wall or worse)
    std::vector<Advice> advice;
    std::vector<Beat> beats;
    std::vector<Marker> markers;
};

struct Camera {
    double hfovRad = 1.3;                                           ///< across the picture
    double heightM = 1.2, forwardM = 0, lateralM = 0, pitchRad = 0; ///< on the car; pitch up positive
    bool assumed = true;                                            ///< nobody measured it
};

/// How people call the corners. A corner without a name is called by its number in any case.
enum class CornerLabels { Both, Numbers, Names };
std::string_view key(CornerLabels l);
std::optional<CornerLabels> cornerLabelsOf(std::string_view key);

struct Scene {
    std::string title, channel, track, car, series, conditions;
    bool realTrack = true;
    CornerLabels cornerLabels = CornerLabels::Both;
    SpeedUnit speedUnit = SpeedUnit::Kmh; ///< in which the audience reads speeds
};

/// A moment of the film that a person has found on the road.
struct PlacePair {
    double footageS = 0, atM = 0;
    friend bool operator==(const PlacePair&, const PlacePair&) = default;
};

struct Sources {
    std::string video, log, trackFile; ///< absolute, or relative to the guide folder
    std::vector<ColumnChoice> columns; ///< what a person said about the log's columns; usually nothing
    int lap = 1;
    ClockTie tie;
    std::vector<PlacePair> pairs; ///< set by hand; they count only when the tie was made of them
    Camera camera;
};

struct Guide {
    Scene scene;
    Sources sources;
    std::vector<GuideCorner> corners;
    std::vector<Reference> references;
    int nextId = 1;
    bool wholeLapFirst = false;
    int frameRate = 25; ///< of the finished video
};

const GuideCorner* cornerNumbered(const Guide& g, int number);
const Beat* beatWithId(const Guide& g, int id);
/// What a rating of 1..3 means when it goes wrong in that corner; empty for 0.
std::string_view consequenceText(int rating);
/// "3 Sluice", "3" or "Sluice"; "3" for a corner without a name.
std::string title(const GuideCorner& c, CornerLabels labels = CornerLabels::Both);

} // namespace hl
