// SPDX-License-Identifier: GPL-3.0-or-later
// The guide as a folder of web files that works from disk, without a network.
#pragma once
#include "core/cut/compose.h"

#include <string>

namespace hl {

struct PageFiles {
    std::string html, css, script, factsJson;
};

/// Files of corners beside the one film.
struct ClipFiles {
    bool single = false; ///< clips/corner-NN.mp4
    bool tall = false;   ///< clips/corner-NN-tall.mp4, for a telephone held upright
};

/// The video is expected as guide.mp4, its cover as cover.jpg, stills as clips/corner-NN.jpg. A corner's clip is a
/// piece of the one film (a media fragment); files of its own are offered where there are some.
PageFiles makePage(const Guide& guide, const Cut& cut, const MeasuredCorners& measured, const LapTrace& trace,
                   const Track* road, ClipFiles clips = {});

std::string clipName(const Corner& corner);
std::string tallClipName(const Corner& corner);
std::string stillName(const Corner& corner);
std::string lookForName(const Corner& corner, Topic topic); ///< of the picture of what to look for, a PNG

/// The circuit as inline SVG with a link on every corner.
std::string mapSvg(const Guide& guide, const Cut& cut, const Track* road);

/// Facts of all corners with the keys of the headless command.
std::string factsJson(const Guide& guide, const MeasuredCorners& measured);

} // namespace hl
