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

Guide withThing(Guide g, MarkerId id, const OnRoad& place) {
    auto* m = find(g, id);
    if (!m) return g;
    const auto at = std::find_if(g.references.begin(), g.references.end(),
                                 [&](const GuideReference& r) { return m->thing && r.id == m->thing; });
    if (at != g.references.end()) {
        at->atM = place.atM, at->lateralM = place.lateralM, at->heightM = place.heightM;
        return g;
    }
    GuideReference r;
    r.id = newId<ReferenceId>(g);
    r.kind = "thing", r.label = m->label, r.lasts = "season";
    r.atM = place.atM, r.lateralM = place.lateralM, r.heightM = place.heightM;
    m->thing = r.id;
    g.references.push_back(std::move(r));
    return g;
}

Guide withThingTold(Guide g, ReferenceId id, std::string kind, std::string lasts, std::string light) {
    for (auto& r : g.references)
        if (r.id == id) r.kind = std::move(kind), r.lasts = std::move(lasts), r.light = std::move(light);
    return g;
}

Guide withLookFor(Guide g, CornerId corner, Topic topic, ReferenceId reference, bool first) {
    auto* c = cornerWith(g, corner);
    const auto* r = referenceWith(g, reference);
    if (!c || !r) return g;
    auto row = std::find_if(c->advice.begin(), c->advice.end(), [&](const Advice& a) { return a.topic == topic; });
    if (row == c->advice.end()) row = c->advice.insert(c->advice.end(), Advice{topic, {}, {}, {}});
    (first ? row->first : row->second) = reference;
    (first ? row->lookFor : row->backup) = r->label;
    return g;
}

Guide withCamera(Guide g, Camera camera, std::vector<CameraPin> pins) {
    g.sources.film().camera = std::move(camera);
    g.sources.film().pins = std::move(pins);
    return g;
}

} // namespace hl
