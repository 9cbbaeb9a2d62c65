// SPDX-License-Identifier: GPL-3.0-or-later
// What is drawn over the footage at one moment of the guide, as plain numbers. Painting it is somebody else's job.
#pragma once
#include "core/camera/followed.h"
#include "core/camera/seen_beside.h"
#include "core/camera/shake.h"
#include "core/compare/time_to_find.h"
#include "core/cut/cut.h"
#include "core/cut/gauges.h"
#include "core/cut/pictures.h"
#include "core/cut/plan_picture.h"
#include "core/cut/readings.h"
#include "core/mark/mark_kind.h"

namespace hl {

/// A line of a card: "Wind", "12 km/h from the south-west".
struct CardRow {
    std::string label, value, beside; ///< `beside`: what stands for comparison, e.g. the usual value
    bool lit = false;                 ///< it is spoken of
};

struct SceneAt {
    SectionKind section = SectionKind::Card;
    bool again = false; ///< the corner was shown before, in another section
    int lap = 0;        ///< another of the log than the guide's; 0: the guide's
    const GuideCorner* corner = nullptr;
    CornerLabels labels = CornerLabels::Both;
    SpeedUnit speedUnit = SpeedUnit::Kmh;
    FootageTime footage{};
    double rate = 1;
    double atM = 0;   ///< along the lap; below 0 before its line
    double lineM = 0; ///< since the timing line was last passed
    std::string caption, cardTitle, cardText;
    std::vector<CardRow> cardRows; ///< none: the card is a title
    bool card = false;
    bool panels = true;         ///< tag, inputs, plan view; the marks are always drawn
    double labelScale = 1;      ///< larger in a small preview, so that labels stay readable
    bool labelsPlaced = false;  ///< each mark says where its label stands; else the painter finds room
    std::vector<double> bonnet; ///< as in Stage
    std::vector<MarkOnScreen> marks;
    InputStrip strip;
    Live live;
    std::optional<double> lapS, behindS; ///< since the lap began; later than the lap it is held against
    std::optional<ToGo> toGo;
    std::string cue; ///< of the beat that is spoken
    CornersOfPicture corners;
    Pictures pictures;
    PlanPicture plan, planInset; ///< empty when not shown
};

/// Another lap of the log that the film shows.
struct LapOnStage {
    LapTrace trace;
    RoadClock clock;
};

/// All that composing needs besides the guide: the lap as measured and the road it was driven on.
struct Stage {
    const Guide& guide;
    const LapTrace& trace;
    const Track* road = nullptr; ///< nothing is projected without one
    const RoadClock& clock;
    double filmAspect = kFrameWidth / kFrameHeight; ///< width by height of the film, square pixels
    const CarPath* path = nullptr;                  ///< nothing is projected without one
    const Shake* shake = nullptr;             ///< seen in the film; null: the log alone tells how the camera turns
    FilmInFrame filmSize = {};                ///< px of the film
    const FollowedThings* followed = nullptr; ///< things clicked in the film; null: none was followed yet
    const ThingsBeside* beside = nullptr;     ///< references whose marks hold what is seen; null: nobody looked
    /// The row below which the car itself is seen, px of the frame, at evenly spaced columns across the film; NaN where
    /// none; null: nobody looked.
    const std::vector<double>* bonnet = nullptr;
    /// Another lap, laid over this one in the plan view; null: none.
    const LapTrace* over = nullptr;
    std::string overName = {};
    const LapTrace* heldAgainst = nullptr; ///< what the lap time is compared with; null: nothing
    const MeasuredCorners* measured = nullptr;
    const std::vector<FilmOnStage>* films = nullptr;   ///< the guide's other films that are there
    const std::vector<StillOnStage>* stills = nullptr; ///< and its pictures taken on foot
    const TimeToFind* toFind = nullptr;                ///< against the lap's ideal; null: there are no other laps
    const std::map<int, LapOnStage>* laps = nullptr;   ///< further ones that are told, by number
    const struct LabelPlan* labels = nullptr;          ///< of the whole cut; null: each picture finds room for its own
};

/// The marks of a corner in the picture of that moment, far to near, each with its words. `spoken`: what is being said.
std::vector<MarkOnScreen> marksAt(const Stage& stage, const GuideCorner& corner, FootageTime when, SectionKind pass,
                                  const Beat* spoken);

/// The stage for a section of another lap; none for one of the guide's, or of a lap that is not there.
std::optional<Stage> stageOfLap(const Stage& stage, const Section& section);

/// The guide's camera at a moment of its film.
std::optional<CameraPose> poseAt(const Stage& stage, FootageTime when);

SceneAt compose(const Stage& stage, const Cut& cut, GuideTime t);
/// The picture at a place of the lap without any cut: the corner station's view.
SceneAt composeAt(const Stage& stage, const GuideCorner* corner, FootageTime t);

} // namespace hl
