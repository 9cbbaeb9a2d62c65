// SPDX-License-Identifier: GPL-3.0-or-later
// What something in a guide points at: a place of the road, a known thing beside it, a thing seen in a film, or a
// corner of the picture. Never a moment of the film's clock alone.
#pragma once
#include "core/units/clocks.h"
#include "core/units/id.h"

#include <optional>
#include <variant>

namespace hl {

/// A place, or a stretch when `toM` lies after `atM`. Metres from the timing line; left positive; height above the
/// road.
struct OnRoad {
    double atM = 0, toM = 0, lateralM = 0, heightM = 0;
    friend bool operator==(const OnRoad&, const OnRoad&) = default;
};

struct OnReference {
    ReferenceId reference;
    double offsetM = 0; ///< along the road, positive after it
    friend bool operator==(const OnReference&, const OnReference&) = default;
};

/// A thing clicked in a film, in pixels of that film. The path it was followed along lies in the cache.
struct InFilm {
    FilmId film;
    FootageTime when{};
    double xPx = 0, yPx = 0;
    friend bool operator==(const InFilm&, const InFilm&) = default;
};

enum class PictureSpot { TopLeft, TopRight, BottomLeft, BottomRight };
struct InPicture {
    PictureSpot spot = PictureSpot::TopRight;
    friend bool operator==(const InPicture&, const InPicture&) = default;
};

using Anchor = std::variant<OnRoad, OnReference, InFilm, InPicture>;

struct Guide;
/// The road place an anchor means; none for things that are only in the picture, or when the reference is gone.
std::optional<OnRoad> roadPlace(const Guide& guide, const Anchor& anchor);

} // namespace hl
