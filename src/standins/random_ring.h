// SPDX-License-Identifier: GPL-3.0-or-later
// Rings nobody drew: of many shapes and widths, each with a car that suits it.
#pragma once
#include "standins/drive.h"

namespace hl::standin {

enum class RingFamily { RoadCourse, Flowing, Twisting, KartTrack, Oval };
inline constexpr RingFamily kRingFamilies[] = {RingFamily::RoadCourse, RingFamily::Flowing, RingFamily::Twisting,
                                               RingFamily::KartTrack, RingFamily::Oval};

/// The same seed gives the same ring. It never comes near itself, and every straight has a length of its own.
Circuit randomRing(RingFamily family, std::uint32_t seed);

/// A car for such a ring: slow and light on the kart track, with downforce on the flowing one.
Car randomCar(RingFamily family, std::uint32_t seed);

} // namespace hl::standin
