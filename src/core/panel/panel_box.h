// SPDX-License-Identifier: GPL-3.0-or-later
// What is drawn into a film's picture and where: bars and numbers of somebody's panel.
#pragma once
#include "core/log/car_log.h"
#include "core/units/result.h"

#include <string_view>
#include <vector>

namespace hl {

enum class PanelKind { BarUp, BarDown, BarRight, BarLeft, Digits };

struct PanelBox {
    Channel channel = Channel::Throttle;
    PanelKind kind = PanelKind::BarUp;
    double x = 0, y = 0, w = 0, h = 0; ///< pixels of the upright film; (0,0) the outer corner of the top left one
    double full = 1;                   ///< what a full bar reads; pedals are 0..1 whatever it is
    double factor = 1 / 3.6;           ///< of a drawn speed to m/s: by the unit its channel was named with, else km/h
    friend bool operator==(const PanelBox&, const PanelBox&) = default;
};
bool isBar(PanelKind kind);
std::string_view name(PanelKind kind); ///< "bar-up", "digits"

/// CSV with a header: channel,kind,x_px,y_px,w_px,h_px[,full]; columns in any order. Channels by key or by any name the
/// importer knows ("speed_kmh"). Errors: panel.no-boxes, panel.bad-box (with its line).
Result<std::vector<PanelBox>> parsePanelBoxes(std::string_view csv, std::string_view fileName);
std::string panelBoxesCsv(const std::vector<PanelBox>& boxes);

/// Whether every box lies in a picture of this size. Errors: panel.bad-box.
Status fitBoxes(const std::vector<PanelBox>& boxes, int width, int height);

} // namespace hl
