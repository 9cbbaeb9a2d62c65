// SPDX-License-Identifier: GPL-3.0-or-later
// A log read from a film's picture: the bars and numbers of a drawn panel.
#pragma once
#include "core/log/car_log.h"
#include "core/panel/numbers_read.h"
#include "core/panel/panel_box.h"
#include "jobs/progress.h"

#include <filesystem>

namespace hl {

struct PanelReading {
    PanelBox box;
    Readings readings; ///< of every frame; bars as shares of `full`, numbers as they are drawn
    double toSi = 1;   ///< factor of a reading to the channel's SI unit
};

struct PanelReadings {
    std::vector<double> t; ///< s, each frame's own time
    std::vector<PanelReading> boxes;
    const PanelReading* of(Channel channel) const;
};

/// A number that a person named, to learn the digits from.
struct NamedMoment {
    Channel channel = Channel::Speed;
    double filmS = 0, value = 0;
};

/// Follows every box over the whole film. Errors: panel.nothing-read (a box that shows neither a bar nor a number),
/// and those of the film and its boxes.
Result<PanelReadings> readPanel(const std::filesystem::path& film, const std::vector<PanelBox>& boxes,
                                const std::vector<NamedMoment>& named, const Progress& progress);

/// CSV: time_s, then each channel with its confidence; cells that could not be read are empty.
std::string panelCsv(const PanelReadings& readings);

/// As a log on the film's clock: one lap, with the distance integrated from the speed, and how the car turns from how
/// the picture does, when it was watched. Errors: panel.no-speed.
Result<CarLog> panelLog(const PanelReadings& readings, const std::vector<double>& turnedS,
                        const std::vector<double>& turning);

} // namespace hl
