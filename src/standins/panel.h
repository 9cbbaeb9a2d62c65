// SPDX-License-Identifier: GPL-3.0-or-later
// Panels as people lay them over their films: pedals as bars, gear and speed as numbers, in three styles.
#pragma once
#include "standins/canvas.h"

#include <string>

namespace hl::standin {

/// Segments: bars upwards, numbers of seven segments, light on a dark plate. Strokes: bars to the right over the bare
/// picture, rounded strokes. Dots: bars downwards and to the left, dark dots on a light plate.
enum class PanelStyle { Segments, Strokes, Dots };

struct PanelPlace {
    double x = 0, y = 0, w = 0, h = 0; ///< pixels
    std::string kind;                  ///< "bar-up", ..., "digits"
};

struct Panel {
    PanelStyle style = PanelStyle::Segments;
    PanelPlace throttle, brake, gear, speed;
};

struct PanelState {
    double throttle = 0, brake = 0; ///< 0..1
    int gear = 1;                   ///< 0: N
    double kmh = 0;
};

/// A panel in the lower left corner of a picture of this size.
Panel panelFor(PanelStyle style, int width, int height);
void drawPanel(Canvas& canvas, const Panel& panel, const PanelState& state);
/// Its boxes as a person would draw them.
std::string panelBoxes(const Panel& panel);

} // namespace hl::standin
