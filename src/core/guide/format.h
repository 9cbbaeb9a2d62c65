// SPDX-License-Identifier: GPL-3.0-or-later
// A guide's format: the order of its sections and the school it is shown in. Shipped as files, and made by producers.
#pragma once
#include "core/guide/guide.h"

namespace hl {

struct Format {
    std::string key;   ///< "lap-first"; the name of its file
    std::string name;  ///< for people
    std::string about; ///< who it is for, in a sentence
    Outline outline;
    CutWish wish;                                         ///< its `format` is the key
    std::optional<Showing> walk = {}, run = {}, lap = {}; ///< none: as the guide shows it
    Gauges gauges = {};                                   ///< empty: as the guide has them
    std::string more = {};
    friend bool operator==(const Format&, const Format&) = default;
};

/// The guide in that format. The budget is the guide's own and stays. A picture that the guide has no film for stays
/// what it was.
Guide withFormat(Guide g, const Format& format);
/// What a guide is cut by now, under a new name.
Format formatOf(const Guide& g, std::string key, std::string name, std::string about);
/// Whether the guide is still cut as that format says.
bool followsFormat(const Guide& g, const Format& format);

Guide withCutWish(Guide g, CutWish wish);
Guide withBeatWay(Guide g, BeatId beat, std::optional<Way> way);
Guide withBeatAnywhere(Guide g, BeatId beat, bool anywhere);
Guide withKeyCorner(Guide g, CornerId corner, bool key);
/// In place of those of that pass which it meets; a stand goes in place of one within two metres.
Guide withSetShot(Guide g, CornerId corner, SetShot shot);
Guide withoutSetShots(Guide g, CornerId corner, Pass pass);

} // namespace hl
