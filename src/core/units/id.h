// SPDX-License-Identifier: GPL-3.0-or-later
// Who a thing of a guide is, whatever it is called or wherever it stands. One count serves a whole guide and never runs
// backwards, so an id that was removed is never met again.
#pragma once
#include <compare>

namespace hl {

/// Ids of different things do not compare and do not convert. 0 is nobody.
template <class Of> struct Id {
    int value = 0;
    explicit operator bool() const { return value != 0; }
    friend auto operator<=>(const Id&, const Id&) = default; // NOLINT(modernize-use-nullptr): it compares with 0
};

using CornerId = Id<struct CornerOfGuide>;
using BeatId = Id<struct BeatOfGuide>;
using MarkerId = Id<struct MarkerOfGuide>;
using ReferenceId = Id<struct ReferenceOfGuide>;
using FilmId = Id<struct FilmOfGuide>;
using StillId = Id<struct StillOfGuide>;

} // namespace hl
