// SPDX-License-Identifier: GPL-3.0-or-later
// The plan of a finished guide: which footage is shown when, how fast, and what is said meanwhile.
#pragma once
#include "core/guide/guide.h"
#include "core/words/speech.h"

#include <functional>
#include <map>

namespace hl {

enum class ShotKind { Footage, Freeze, Card };
std::string_view name(ShotKind k);

/// How fast the picture runs, as people call it; thresholds stand here only.
enum class Pace { Full, ThreeQuarters, Half, Quarter, Standing };
Pace paceOf(double rate);

/// `rate` is footage seconds per guide second: 1, 0.75, 0.5, 0.25, or 0 for a frame that stands.
struct Shot {
    ShotKind kind = ShotKind::Footage;
    GuideTime start{}, end{};
    FootageTime from{}, to{};
    double rate = 1;
    BeatId beat;               ///< the first that is spoken over it; 0 for none
    std::string_view why = {}; ///< it is so, for people
};

/// When a word of a caption is spoken.
struct CaptionWord {
    std::size_t from = 0; ///< byte of the caption's text
    double startS = 0;    ///< guide time
};

struct Caption {
    double startS = 0, endS = 0; ///< guide time
    std::string text;
    std::vector<CaptionWord> words = {}; ///< ascending; those whose time is known
};

/// The part of the film over which words must fall.
struct FilmWindow {
    FootageTime from{}, to{};
};

/// A speech at its place in the guide, with the captions it is read along by.
struct Spoken {
    std::shared_ptr<const Speech> speech; ///< never null
    CornerId corner;
    GuideTime start{}, end{};
    std::vector<Caption> captions;
    std::optional<FilmWindow> window = {}; ///< none: over a card
    double pauseS = 0;                     ///< that is kept after it
    BeatId beat() const { return speech->beat; }
    bool cue() const { return speech->cue; }
    const std::string& text() const { return speech->text; }
};

struct Section {
    SectionKind kind = SectionKind::Card;
    CornerId corner; ///< 0 for the whole lap; the first of those that are explained as one
    GuideTime start{}, end{};
    std::vector<Shot> shots;
    std::vector<Spoken> spoken;
    std::vector<CornerId> also = {}; ///< the others of those
    int lap = 0;                     ///< another of the log than the guide's; 0: the guide's
};
bool shows(const Section& section, CornerId corner);

/// Words that fall outside their window, or found no place at all.
struct NoRoom {
    BeatId beat;
    CornerId corner;
    SectionKind section = SectionKind::WalkThrough;
    double tooLongS = 0; ///< guide s
    int wordsTooMany = 0;
    bool leftOut = false; ///< they are not said
};

struct Cut {
    std::vector<Section> sections;
    double lengthS = 0;
    double boundS = 0; ///< no plan with the same sections and words can be shorter
    std::vector<NoRoom> noRoom = {};
    bool optimal() const { return lengthS <= boundS + 1e-6; }
};

/// Metres along the lap and the footage time at which the car is there; both ascending.
struct RoadClock {
    std::vector<double> metres, footageS;
    double footageLengthS = 0;
    FootageTime footage(double atM) const;
    double metre(FootageTime t) const;
};
RoadClock roadClock(const LapTrace& trace, const ClockTie& tie, Seconds footageLength);

/// From where to where, in metres ahead of it, a place is seen well enough to be spoken of.
struct SeenAhead {
    double farM = 90, nearM = 9;
};

struct CutSettings {
    std::map<int, RoadClock> laps = {};    ///< further ones that the film shows, by their number
    std::map<BeatId, SeenAhead> seen = {}; ///< by the camera; what is not in it is seen as below
    double pauseS = 0.25;                  ///< silence after each beat
    double slowest = 0.25;                 ///< slowest moving picture
    double visibleFarM = 90;               ///< a place further ahead than this is too small to talk about
    double visibleNearM = 9;               ///< nearer than this it has gone under the bonnet
    double cardS = 3;                      ///< opening card
    double conditionsS = 4.5;              ///< the card of the conditions
    double setupRowS = 2.5;                ///< a row of the set-up of which nothing is said
    double closeS = 4;                     ///< closing card
};

/// The planner's interface: what the guide's outline wishes, for this clock and these speeches.
using Planner = std::function<Cut(const Guide&, const RoadClock&, const Speeches&, const CutSettings&)>;

/// Section by section as the outline wishes, each the shortest that its words allow.
Cut planShortest(const Guide& guide, const RoadClock& clock, const Speeches& speeches, const CutSettings& settings);

/// Where two paces meet in the film the change takes this long, and so do the beginning and end of a stand.
inline constexpr double kRampS = 0.2;

struct Moment {
    const Section* section = nullptr;
    const Shot* shot = nullptr;
    FootageTime footage{};
    bool slowed = false; ///< the film runs slower than it was filmed just now
};
/// What is on screen at a guide time; the last shot beyond the end. Section is null for an empty cut.
Moment momentAt(const Cut& cut, GuideTime t);
const Spoken* spokenAt(const Cut& cut, GuideTime t);
/// The corner that is in the picture: of several explained as one the last that has begun, or that is spoken of.
const GuideCorner* cornerAt(const Guide& guide, const Section& section, double atM, const Spoken* spoken);
/// How the picture runs while words are said: the slowest it moves, and for how long it stands.
struct PaceOver {
    double slowest = 1; ///< rate
    double standsS = 0;
};
PaceOver paceOver(const Section& section, const Spoken& words);
/// The first section of that corner, of any kind; null when the cut has none.
const Section* sectionOf(const Cut& cut, CornerId corner);

} // namespace hl
