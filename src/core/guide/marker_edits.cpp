// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/guide/marker_edits.h"

#include <algorithm>

namespace hl {
namespace {

Marker* find(Guide& g, MarkerId id) {
    for (auto& c : g.corners)
        for (auto& m : c.markers)
            if (m.id == id) return &m;
    return nullptr;
}

} // namespace

const Marker* markerWith(const Guide& g, MarkerId id) { return find(const_cast<Guide&>(g), id); }

const GuideCorner* cornerOf(const Guide& g, MarkerId id) {
    for (const auto& c : g.corners)
        for (const auto& m : c.markers)
            if (m.id == id) return &c;
    return nullptr;
}

Guide withMarker(Guide g, CornerId corner, Marker marker) {
    if (auto* there = marker.id ? find(g, marker.id) : nullptr) {
        *there = std::move(marker);
        return g;
    }
    auto* c = cornerWith(g, corner);
    if (!c || marker.id) return g;
    marker.id = newId<MarkerId>(g);
    c->markers.push_back(std::move(marker));
    return g;
}

Guide withoutMarker(Guide g, MarkerId id) {
    for (auto& c : g.corners) std::erase_if(c.markers, [&](const Marker& m) { return m.id == id; });
    return g;
}

Guide withMarkerMoved(Guide g, MarkerId id, double alongM, double leftM) {
    auto* m = find(g, id);
    if (!m) return g;
    if (auto* road = std::get_if<OnRoad>(&m->at))
        road->atM += alongM, road->toM += alongM, road->lateralM += leftM;
    else if (auto* on = std::get_if<OnReference>(&m->at))
        on->offsetM += alongM;
    return g;
}

Guide withMarkerSpan(Guide g, MarkerId id, double fromM, double toM) {
    auto* m = find(g, id);
    if (!m) return g;
    if (auto* road = std::get_if<OnRoad>(&m->at))
        road->atM = std::min(fromM, toM), road->toM = std::max(fromM, toM);
    else if (auto* on = std::get_if<OnReference>(&m->at))
        if (const auto* r = referenceWith(g, on->reference)) on->offsetM = fromM - r->atM;
    return g;
}

Guide withCamera(Guide g, Camera camera, std::vector<CameraPin> pins) {
    g.sources.film().camera = std::move(camera);
    g.sources.film().pins = std::move(pins);
    return g;
}

} // namespace hl
