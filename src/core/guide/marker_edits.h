// SPDX-License-Identifier: GPL-3.0-or-later
// Edits of the marks in the picture and of the camera that puts them there. An id that does not exist leaves the guide
// as it was.
#pragma once
#include "core/guide/guide.h"

namespace hl {

const Marker* markerWith(const Guide& g, MarkerId id);
const GuideCorner* cornerOf(const Guide& g, MarkerId id);

/// By its id; with the id 0 it is new and stands in that corner.
Guide withMarker(Guide g, CornerId corner, Marker marker);
Guide withoutMarker(Guide g, MarkerId marker);
/// Along the road and across it, whatever it is anchored to; a thing of a film stays where it is.
Guide withMarkerMoved(Guide g, MarkerId marker, double alongM, double leftM);
/// From one metre to another, for kinds that go from a place to another; the same twice for the others.
Guide withMarkerSpan(Guide g, MarkerId marker, double fromM, double toM);

/// The first film's camera and what it was solved from.
Guide withCamera(Guide g, Camera camera, std::vector<CameraPin> pins);

} // namespace hl
