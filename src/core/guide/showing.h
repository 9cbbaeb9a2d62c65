// SPDX-License-Identifier: GPL-3.0-or-later
// What the finished video shows of the lap besides marks and words: what fills the picture, what stands small in it,
// what is read in its corners, and which lap is laid over it.
#pragma once
#include "core/units/id.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace hl {

enum class SectionKind;

/// A picture of the lap: a film of the guide, the plan view drawn from the data, the pictures taken on foot (of each
/// place the nearest), or none.
struct PictureOf {
    enum class Kind { Nothing, Film, Plan, Stills } kind = Kind::Film;
    FilmId film = {}; ///< 0: the one that the guide explains
    friend bool operator==(const PictureOf&, const PictureOf&) = default;
};
inline constexpr PictureOf kPlanPicture{PictureOf::Kind::Plan, {}}, kNoPicture{PictureOf::Kind::Nothing, {}},
    kStillPictures{PictureOf::Kind::Stills, {}};
std::string text(const PictureOf& p); ///< for files: "film", "film 4", "plan", "stills", "nothing"
std::optional<PictureOf> pictureOf(std::string_view text);

/// Of one pass through the lap.
struct Showing {
    PictureOf full = {}, inset = kPlanPicture;
    friend bool operator==(const Showing&, const Showing&) = default;
};

/// Two cars in the plan view stand where they were at the same time since the stretch began, or at the same metre.
enum class Equal { Time, Distance };
std::string_view key(Equal e);
std::optional<Equal> equalOf(std::string_view key);

/// Another lap laid over the guide's in the plan view; what the lap time is held against.
struct LapOver {
    std::string log; ///< absolute, or relative to the guide folder; empty: the guide's own
    int lap = 0;     ///< 0: none of the guide's own log; the best of another
    Equal by = Equal::Time;
    bool any() const { return lap > 0 || !log.empty(); }
    friend bool operator==(const LapOver&, const LapOver&) = default;
};

/// What is read in the picture's corners, by the keys of core/cut/gauges.h, in this order.
using Gauges = std::vector<std::string>;
inline constexpr std::string_view kGaugeSets[] = {"basic", "usual", "advanced"};
Gauges gaugeSet(std::string_view name);       ///< empty for a name that is none
std::string_view setOf(const Gauges& gauges); ///< empty when they are a choice of one's own

struct Showings {
    Showing walk, run, lap;
    Gauges gauges = gaugeSet("usual");
    LapOver over;
    std::string more = {};
    const Showing& in(SectionKind pass) const; ///< that of the walk for what is no pass
    friend bool operator==(const Showings&, const Showings&) = default;
};

/// A part of a film that nothing may be laid over: a display to be read, a face. Pixels of that film.
struct KeepClear {
    double xPx = 0, yPx = 0, widthPx = 0, heightPx = 0;
    std::string what; ///< "display", "face", ...; may be empty
    friend bool operator==(const KeepClear&, const KeepClear&) = default;
};

} // namespace hl
