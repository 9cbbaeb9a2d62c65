// SPDX-License-Identifier: GPL-3.0-or-later
// What can be drawn into the picture. A kind is one file: where it stands, what it looks like, what it illustrates; and
// one line in kMarkKinds (mark_kinds.cpp). All coordinates are pixels of a 1280x720 frame.
#pragma once
#include "core/guide/guide.h"
#include "core/mark/projector.h"

#include <functional>
#include <span>

namespace hl {

struct LabelBox {
    double x = 0, y = 0, width = 0, height = 0;
    friend bool operator==(const LabelBox&, const LabelBox&) = default;
};

/// A marker where it stands in one picture.
struct MarkOnScreen {
    const struct MarkKind* kind = nullptr; ///< never null
    MarkerId id;
    std::vector<Vec2>
        points;             ///< ring: centre; posts and gate: left foot, left top, right top, right foot; kerb: outline
    double sizePx = 0;      ///< ring radius; height of posts
    std::size_t second = 0; ///< of two strokes: which point begins the second one
    double aheadM = 0;
    std::string label;
    std::string way;             ///< as in Marker
    double shown = 1;            ///< 0..1; it fades in far ahead and out under the car
    bool speaking = false;       ///< the beat now spoken is about this place
    bool unsure = false;         ///< a followed thing that may be elsewhere
    std::string count;           ///< metres to go, where that helps; else empty
    std::optional<LabelBox> box; ///< where its label stands; none: it has none now
    bool window = false;         ///< its label is a window now, and shows the film around it
};

/// Colours by their meaning; the painter knows their values.
enum class Tone { Lamp, Brake, Power, Steering, Mist, Dark, Kerb, Wrong };
enum class Fill { None, Full, Hatch, Dots, Veil, Plate };

struct PathStep {
    enum class Op { Move, Line, Cubic, Close } op = Op::Move;
    Vec2 a, b, to; ///< a and b: control points of a cubic
};

struct MarkShape {
    std::vector<PathStep> path;
    Tone tone = Tone::Lamp;
    Fill fill = Fill::None;
    double lineWidth = 0; ///< 0: no line
    bool dashed = false;
    double haloWidth = 0; ///< of the dark line under it, so that it reads on sky and on grass
};

struct MarkWord {
    Vec2 centre;
    std::string text;
    Tone tone = Tone::Mist;
    double sizePx = 23;
};

/// What a kind draws of one marker, back to front.
struct MarkDrawing {
    std::vector<MarkShape> shapes;
    std::vector<MarkWord> words;
};

struct MarkKind {
    std::string_view key;  ///< in files
    std::string_view name; ///< for people
    Tone tone = Tone::Lamp;
    bool stretch = false;    ///< it goes from a place to another
    bool wordless = false;   ///< its label is not written beside it
    bool window = false;     ///< its label is a window with the film around it, enlarged, over its words
    bool onThing = false;    ///< it holds a thing that is clicked in the film
    bool nextOnly = false;   ///< of several ahead only the next is shown
    bool countsDown = false; ///< its label tells the metres to go
    double farthestM = 130;  ///< further ahead it is a speck
    /// Fills points and size; false when it is not in the picture.
    bool (*place)(const Projector& at, const OnRoad& where, MarkOnScreen& out) = nullptr;
    MarkDrawing (*draw)(const MarkOnScreen& mark) = nullptr;
    Vec2 (*labelAt)(const MarkOnScreen& mark) = nullptr;
    std::span<const Topic> illustrates;          ///< what is spoken of makes it stand out
    std::span<const std::string_view> ways = {}; ///< the first is the usual one; none: it has no ways
};

std::span<const MarkKind* const> markKinds();
const MarkKind* markKindOf(std::string_view key); ///< null: nobody here knows it

extern const MarkKind kRingMark, kBrakePostsMark, kExitPostsMark, kTurnGateMark, kApexDropMark, kKerbBlockMark,
    kGearKeystoneMark, kPowerWedgeMark, kRoadLineMark, kLinkingMark, kHazardMark, kPassingMark, kDefendingMark,
    kLoupeMark;

// The window of a loupe: px of the frame that the enlarged film fills, and how far round its mark's size it shows.
inline constexpr double kLensWidthPx = 300, kLensHeightPx = 168, kLensRoom = 1.7;
/// How many times a loupe enlarges the frame, 1.5 to 12: what it holds fills its window.
double lensTimes(const MarkOnScreen& mark);

// Pieces that several kinds are made of.
/// Points that lie nearer to each other than a pixel and a half are one.
MarkShape lineShape(std::span<const Vec2> points, Tone tone, double width);
void addEllipse(std::vector<PathStep>& path, Vec2 centre, double rx, double ry);
/// Posts on both edges of the road: left foot, left top, right top, right foot.
bool placePosts(const Projector& at, const OnRoad& where, double heightM, MarkOnScreen& out);
bool placeSpot(const Projector& at, const OnRoad& where, double heightM, MarkOnScreen& out);
MarkShape postsShape(const MarkOnScreen& m, Tone tone);
/// Nearer than this, m, the road has gone under the bonnet; its pixels lie far outside the picture.
inline constexpr double kUnderCarM = 3;
/// A line on the road from one place to another, `leftOf` metres left of the centre line at each metre; the pieces in
/// sight, joined.
bool placeOnRoad(const Projector& at, const OnRoad& where, double (*leftOf)(const Projector&, const OnRoad&, double),
                 MarkOnScreen& out);
/// Two strokes along the road, `apartM` beside each other around the line of `leftOf`: first one, then the other.
MarkDrawing strokesDrawing(const MarkOnScreen& m, Tone tone, double nearer, double farther);

} // namespace hl
