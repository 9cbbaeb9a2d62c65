// SPDX-License-Identifier: GPL-3.0-or-later
// The document: a plain value. Everything in it is pinned to metres along the track, never to a video time, and its
// parts meet by id; numbers and names are labels. `more` holds members of a newer writer, as JSON, to be written back.
#pragma once
#include "core/camera/camera.h"
#include "core/camera/camera_pin.h"
#include "core/corner/corner.h"
#include "core/guide/anchor.h"
#include "core/guide/conditions.h"
#include "core/guide/cut_wish.h"
#include "core/guide/outline.h"
#include "core/guide/school.h"
#include "core/guide/setup_sheet.h"
#include "core/guide/showing.h"
#include "core/guide/variant.h"
#include "core/log/log_input.h"
#include "core/sync/sync.h"
#include "core/take/take.h"
#include "core/units/speed_unit.h"

#include <map>
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

/// In which look at a corner words are spoken. Those of the run are spoken at full speed, those of the recap in the
/// lap that sums up, those of the faults over what people get wrong.
enum class Pass { Walk, Detail, Run, Above, Recap, Faults };
inline constexpr Pass kPasses[] = {Pass::Walk, Pass::Detail, Pass::Run, Pass::Above, Pass::Recap, Pass::Faults};
std::string_view key(Pass p); ///< stable word for files: "walk"
std::optional<Pass> passOf(std::string_view key);
SectionKind sectionOf(Pass p); ///< that speaks them

/// A claim that differs from what was measured, and was left.
struct LeftClaim {
    std::string kind, said; ///< of the claim, and its words
    std::string why;
    friend bool operator==(const LeftClaim&, const LeftClaim&) = default;
};

/// Words spoken together at one place on the road.
struct Beat {
    BeatId id;
    Topic topic = Topic::Free;
    double atM = 0;                      ///< the place they speak of
    std::string words;                   ///< for the walk-through
    std::string cue;                     ///< two or three words for the run at full speed; may be empty
    std::vector<Take> takes = {};        ///< the first is heard; none: the scratch voice speaks
    std::optional<PictureOf> shown = {}; ///< fills the picture while it is spoken; none: what its pass shows
    Pass pass = Pass::Walk;
    std::vector<LeftClaim> left = {}; ///< that contradict the lap and stay all the same
    std::optional<Way> way = {};      ///< how this point is shown; none: as the guide's are
    bool anywhere = false;            ///< they speak of no place: they fall where there is room
    OnlyIn only = {};                 ///< the editions they are said in
    BeatId insteadOf = {};            ///< words that are not said where these are; 0: none
    std::string caption =
        {}; ///< read in place of the words, `|` between what is shown one after the other; may be empty
    std::string more = {};
    friend bool operator==(const Beat&, const Beat&) = default;
};

/// A text of a beat that somebody hears or reads.
enum class BeatText { Words, Cue, Caption };
inline constexpr BeatText kBeatTexts[] = {BeatText::Words, BeatText::Cue, BeatText::Caption};
std::string_view key(BeatText t); ///< "words", "cue", "caption"
const std::string& textOf(const Beat& b, BeatText which);

/// Something drawn into the picture. Kinds are listed in core/mark; one that nobody here knows stays what it is.
struct Marker {
    MarkerId id;
    std::string kind; ///< "ring", "brake-posts", ...
    Anchor at;
    std::string label;
    std::string way = {}; ///< how, where its kind has several ways: a kerb is to "use", "part", "avoid" or "limit"
    OnlyIn only = {};     ///< the editions it is drawn in
    bool walk = true, run = true, lap = false; ///< in which passes it shows
    ReferenceId thing = {};                    ///< what was clicked in a film, once its place on the road is known
    std::string more = {};
    friend bool operator==(const Marker&, const Marker&) = default;
};

/// One row of the corner sheet as the coach wants it. The references are those that the texts mean, where one is known.
struct Advice {
    Topic topic = Topic::Free;
    std::string advised; ///< empty: same as driven
    std::string lookFor; ///< the first reference, in words
    std::string backup;  ///< another for when it is gone
    ReferenceId first = {}, second = {};
    std::string picture = {}; ///< of what to look for, a file in the guide folder; empty: none
    std::string more = {};
    friend bool operator==(const Advice&, const Advice&) = default;
};

/// A thing of the track that the guide may speak of.
struct GuideReference : Reference {
    ReferenceId id;
    std::string more = {};
    friend bool operator==(const GuideReference&, const GuideReference&) = default;
};

/// A shot that a person set: the plan keeps it and goes round it. Without length (`toM` is `atM`) the picture stands.
struct SetShot {
    Pass pass = Pass::Walk;
    double atM = 0, toM = 0;
    double rate = 1;   ///< 1, 0.75, 0.5 or 0.25; 0 where it stands
    double standS = 0; ///< guide s that it stands
    std::string more = {};
    friend bool operator==(const SetShot&, const SetShot&) = default;
};

/// A corner with what was authored in it.
struct GuideCorner : Corner {
    int consequence = 0; ///< 0 not rated, 1 (run-off, harmless) .. 3 (wall or worse)
    std::vector<Advice> advice;
    /// By the key of a variant: what is advised otherwise on such a day. What a row leaves empty is as on every day.
    std::map<std::string, std::vector<Advice>> otherAdvice = {};
    std::vector<Beat> beats;
    std::vector<Marker> markers;
    std::vector<SetShot> shots = {}; ///< in road order
    bool key = false;                ///< one of those that matter most
    std::string more = {};
    friend bool operator==(const GuideCorner&, const GuideCorner&) = default;
};

/// How people call the corners. A corner without a name is called by its number in any case.
enum class CornerLabels { Both, Numbers, Names };
std::string_view key(CornerLabels l);
std::optional<CornerLabels> cornerLabelsOf(std::string_view key);

struct Scene {
    std::string title, channel, track, car, series;
    Conditions conditions;
    bool realTrack = true; ///< a real circuit, where it can hurt someone; a simulator hurts nobody
    bool realSaid = true;  ///< a person or a track file told which; else it is to be asked
    CornerLabels cornerLabels = CornerLabels::Both;
    SpeedUnit speedUnit = SpeedUnit::Kmh; ///< in which the audience reads speeds
    std::string drivenDay = {}; ///< of an edition for another day: the day of the lap in one line; never in a file
    std::string more = {};
    friend bool operator==(const Scene&, const Scene&) = default;
};

/// A moment of a film that a person has found on the road.
struct PlacePair {
    FootageTime footage{};
    double atM = 0;
    friend bool operator==(const PlacePair&, const PlacePair&) = default;
};

/// From where a film shows the lap. One on foot shows places, not the lap: its pairs tie it to the road.
enum class FilmRole { Onboard, Chase, Above, Outside, Foot };
std::string_view key(FilmRole r);
std::optional<FilmRole> filmRoleOf(std::string_view key);

/// A film of the lap, with the tie of its clock to the log's and the camera that made it.
struct Film {
    FilmId id;
    FilmRole role = FilmRole::Onboard;
    std::string file = {}; ///< absolute, or relative to the guide folder
    ClockTie tie = {};
    std::vector<PlacePair> pairs = {}; ///< set by hand; they count only when the tie was made of them
    Camera camera = {};
    std::vector<CameraPin> pins = {}; ///< that the camera was solved from, or is to be
    std::vector<KeepClear> keepClear = {};
    std::string more = {};
    friend bool operator==(const Film&, const Film&) = default;
};

/// A picture of a place, taken on foot.
struct Still {
    StillId id;
    std::string file = {}; ///< absolute, or relative to the guide folder
    double atM = 0;        ///< what it shows
    std::string caption = {};
    std::string more = {};
    friend bool operator==(const Still&, const Still&) = default;
};

struct Sources {
    std::vector<Film> films = {Film{{1}}}; ///< the first is the one the guide explains; never empty in a valid guide
    std::string log, trackFile;            ///< absolute, or relative to the guide folder
    std::string line;                      ///< "LAT,LON,HEADING" of the timing line where a person set it, else empty
    std::vector<ColumnChoice> columns;     ///< what a person said about the log's columns; usually nothing
    SidesTold sides = {};                  ///< where the log alone does not tell left from right
    std::vector<Still> stills = {};
    int lap = 1;
    std::string more = {};
    Film& film() { return films.front(); }
    const Film& film() const { return films.front(); }
    friend bool operator==(const Sources&, const Sources&) = default;
};

/// Words over a section of the whole lap: the opening, the conditions, the close. They have no place on the road.
struct SectionWords {
    SectionKind section = SectionKind::Card;
    std::vector<Beat> beats;
    std::string more = {};
    friend bool operator==(const SectionWords&, const SectionWords&) = default;
};
inline constexpr SectionKind kSpokenSections[] = {SectionKind::Card, SectionKind::Conditions, SectionKind::Close};

/// Another lap of the log that the film shows, told as it went: a pass in traffic, a lap that went wrong. Its words lie
/// at places of that lap, in road order.
struct FurtherLap {
    int lap = 0; ///< its number in the log
    std::vector<Beat> beats;
    std::string more = {};
    friend bool operator==(const FurtherLap&, const FurtherLap&) = default;
};

/// What is done to takes before they are heard.
struct VoiceCare {
    bool highPass = false;  ///< what lies below the voice (wind, steps, the desk) goes
    bool lessNoise = false; ///< steady noise behind the voice is taken down
    friend bool operator==(const VoiceCare&, const VoiceCare&) = default;
};

/// A finding that was answered once: it is so on purpose.
struct OnPurpose {
    std::string rule;
    CornerId corner; ///< 0: of the whole guide
    BeatId beat;     ///< 0: of the corner
    std::string why;
    friend bool operator==(const OnPurpose&, const OnPurpose&) = default;
};

struct Guide {
    Scene scene;
    Sources sources;
    SetupSheet setup;
    std::vector<GuideCorner> corners; ///< in road order
    std::vector<GuideReference> references;
    std::vector<SectionWords> sectionWords; ///< at most one of a section
    std::vector<FurtherLap> furtherLaps;    ///< in the order in which they are shown
    School school;
    VoiceCare voiceCare;
    std::vector<std::string> notAllowed; ///< names that must not stand in the guide
    std::vector<OnPurpose> onPurpose;    ///< findings that are answered
    bool wordTimes = false;              ///< captions say when each word is spoken
    std::optional<double> coverM;        ///< where on the lap its cover was taken; none: where it matters most
    Outline outline = usualOutline();
    CutWish cutWish;
    std::vector<Variant> variants; ///< of its own, besides the usual ones
    Edition edition;               ///< that is being made
    Showings showings;
    int nextId = 2;            ///< higher than every id in the guide, and every one that ever was
    int frameRate = 25;        ///< of the finished video
    double loudnessLufs = -16; ///< of its sound, EBU R 128
    std::string more = {};
    friend bool operator==(const Guide&, const Guide&) = default;
};

/// The next id of any kind of thing.
template <class AnId> AnId newId(Guide& g) { return AnId{g.nextId++}; }

const GuideCorner* cornerWith(const Guide& g, CornerId id);
GuideCorner* cornerWith(Guide& g, CornerId id);
const GuideCorner* cornerNumbered(const Guide& g, int number); ///< for what people type
const Beat* beatWith(const Guide& g, BeatId id);
Beat* beatWith(Guide& g, BeatId id);
/// The corner whose beat it is; null for words of a section or a further lap, and for no beat.
const GuideCorner* cornerOf(const Guide& g, BeatId beat);
const SectionWords* wordsOf(const Guide& g, SectionKind section); ///< null: none

/// Every beat in the order of the file: `f(beat, corner)`, the corner null for words of a section or a further lap.
template <class G, class F> void eachBeat(G& g, F f) {
    for (auto& s : g.sectionWords)
        for (auto& b : s.beats) f(b, static_cast<const GuideCorner*>(nullptr));
    for (auto& c : g.corners)
        for (auto& b : c.beats) f(b, static_cast<const GuideCorner*>(&c));
    for (auto& l : g.furtherLaps)
        for (auto& b : l.beats) f(b, static_cast<const GuideCorner*>(nullptr));
}

/// The first film that shows the lap from outside, from above or from behind the car; null: none.
const Film* outsideFilm(const Guide& g);
const GuideReference* referenceWith(const Guide& g, ReferenceId id);
/// The reference that a text names and that lies near a place; of several the one with the longest label. 0: none.
ReferenceId referenceNamed(const Guide& g, std::string_view text, double nearM);
/// The corner before or after in road order; the same at the ends.
CornerId neighbour(const Guide& g, CornerId id, int steps);
/// The corners as stretches of road, for measuring.
std::vector<Corner> cornersOf(const Guide& g);

/// What a rating of 1..3 means when it goes wrong in that corner; empty for 0.
std::string_view consequenceText(int rating);
/// "3 Sluice", "Turn 3" or "Sluice"; "Turn 3" for a corner without a name.
std::string title(const Corner& c, CornerLabels labels = CornerLabels::Both);

} // namespace hl
