// SPDX-License-Identifier: GPL-3.0-or-later
// What is read in the picture's corners. They stand still through the whole guide, clear of each other, of the corner's
// tag and of what must be kept clear. A kind is one line in kKinds (gauges.cpp) and one painter in
// picture/paint_gauges.cpp. All boxes are px of the 1280x720 frame.
#pragma once
#include "core/camera/pose.h"
#include "core/guide/guide.h"
#include "core/mark/mark_kind.h"

#include <span>

namespace hl {

struct GaugeKind {
    std::string_view key;  ///< in files
    std::string_view name; ///< for people
    double width = 0, height = 0;
    PictureSpot spot = PictureSpot::BottomLeft; ///< where it stands when nothing is in the way
};
std::span<const GaugeKind> gaugeKinds();
const GaugeKind* gaugeKindOf(std::string_view key); ///< null: nobody here knows it

struct PlacedGauge {
    const GaugeKind* kind = nullptr; ///< never null
    LabelBox box;
};

/// Everything in the corners: the gauges, and the small second picture's box where there is one. What finds no place
/// is left out.
struct CornersOfPicture {
    std::vector<PlacedGauge> gauges;
    std::optional<LabelBox> inset;
};

/// `inset`: what stands small; `zones`: parts of the frame that nothing may cover.
CornersOfPicture placedInCorners(const Gauges& gauges, const PictureOf& inset, std::span<const LabelBox> zones);

/// The film's parts to be kept clear, as parts of the frame.
std::vector<LabelBox> zonesInFrame(const Film& film, const FilmInFrame& size);

bool meets(const LabelBox& a, const LabelBox& b, double apart = 0);

} // namespace hl
