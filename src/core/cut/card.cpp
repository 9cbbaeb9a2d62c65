// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/card.h"

#include "core/units/figures.h"

namespace hl {
namespace {

/// What follows a set-up row where it is lit: why, and what to do if.
std::string reasonsOf(const SetupRow& row) {
    std::string s = row.why;
    for (const auto& rule : row.rules) s += (s.empty() ? "" : "  \u00b7  ") + text(rule);
    return s;
}

/// The lap time, what the best parts of the session's laps add up to, and where the time lies.
void fillClose(SceneAt& scene, const Stage& st) {
    const double lapS = st.trace.lap.time.count();
    scene.cardTitle = "Lap " + lapTimeText(lapS);
    scene.cardText = st.guide.scene.title;
    if (!st.toFind || st.toFind->where.empty()) return;
    scene.cardRows.push_back(
        {"The best parts of all laps",
         lapTimeText(st.toFind->idealS) + ", " + figure(lapS - st.toFind->idealS, 2) + " s to be found", "", false});
    for (const auto& w : st.toFind->where)
        if (const auto* c = cornerWith(st.guide, w.corner))
            scene.cardRows.push_back(
                {title(*c, st.guide.scene.cornerLabels), figure(w.s, 2) + " s " + w.part, "", false});
}

} // namespace

void fillCard(SceneAt& scene, const Stage& st, const Section& section, const Shot& shot) {
    const auto& g = st.guide;
    const auto unit = g.scene.speedUnit;
    if (section.kind == SectionKind::Conditions) {
        const bool driven = g.scene.drivenDay.empty();
        scene.cardTitle = driven ? "Driven in these conditions" : "For these conditions";
        if (!driven) scene.cardText = "The lap you see was driven otherwise: " + g.scene.drivenDay + ". ";
        if (g.scene.realTrack) scene.cardText += "On another day brake, turn and go by what you find.";
        for (auto& row : rowsOf(g.scene.conditions, unit))
            scene.cardRows.push_back({std::move(row.label), std::move(row.value), {}, false});
        return;
    }
    if (section.kind == SectionKind::Setup) {
        scene.cardTitle = "Set-up";
        if (!g.scene.car.empty()) scene.cardTitle += ": " + g.scene.car;
        for (const auto& row : g.setup) {
            const bool lit = row.id == shot.beat;
            scene.cardRows.push_back({row.name, valueText(row), row.usual.empty() ? "" : "usual " + row.usual, lit});
            if (lit) scene.cardText = reasonsOf(row);
        }
        return;
    }
    if (section.kind == SectionKind::Close) return fillClose(scene, st);
    scene.cardTitle = g.scene.title, scene.cardText = g.scene.car;
    if (!g.scene.series.empty()) scene.cardText += (scene.cardText.empty() ? "" : " \u00b7 ") + g.scene.series;
}

} // namespace hl
