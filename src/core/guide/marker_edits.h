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

/// What a mark on a thing was clicked on, now that its place is known: a reference of the guide. One that the mark had
/// is moved there; what people said of it stays.
Guide withThing(Guide g, MarkerId marker, const OnRoad& place);
/// What the thing is, how long it lasts, in which light it is seen: for the reference a mark stands on.
Guide withThingTold(Guide g, ReferenceId reference, std::string kind, std::string lasts, std::string light);
/// In the corner's row of that topic it becomes the first thing to look for, or the second.
Guide withLookFor(Guide g, CornerId corner, Topic topic, ReferenceId reference, bool first);

/// The first film's camera and what it was solved from.
Guide withCamera(Guide g, Camera camera, std::vector<CameraPin> pins);

} // namespace hl
