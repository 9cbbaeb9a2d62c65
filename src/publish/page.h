// SPDX-License-Identifier: GPL-3.0-or-later
// The guide as a folder of web files that works from disk, without a network.
#pragma once
#include "core/cut/compose.h"

#include <string>

namespace hl {

struct PageFiles {
    std::string html, css, script, factsJson;
};

/// The video is expected as guide.mp4, stills as clips/corner-NN.jpg. A corner's clip is a piece of the one film (a
/// media fragment); with `singleClips` it is also offered as clips/corner-NN.mp4.
PageFiles makePage(const Guide& guide, const Cut& cut, const MeasuredCorners& measured, const LapTrace& trace,
                   const Track* road, bool singleClips = false);

std::string clipName(const Corner& corner);
std::string stillName(const Corner& corner);
std::string lookForName(const Corner& corner, Topic topic); ///< of the picture of what to look for, a PNG

/// The circuit as inline SVG with a link on every corner.
std::string mapSvg(const Guide& guide, const Cut& cut, const Track* road);

/// Facts of all corners with the keys of the headless command.
std::string factsJson(const Guide& guide, const MeasuredCorners& measured);

} // namespace hl
