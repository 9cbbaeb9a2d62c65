// SPDX-License-Identifier: GPL-3.0-or-later
// The demo guide cut down to a few corners, so that whole editions are made in seconds.
#pragma once
#include "jobs/material.h"
#include "store/guide_file.h"
#include "support/scratch_folder.h"

#include <set>

namespace hl::testing {

struct Opened {
    Guide guide;
    Material material;
    std::unique_ptr<Narrator> narrator;
    Cut cut;
};

inline Opened openDemo(const std::set<int>& corners) {
    const auto folder = demoFolder() / "saltmarrow-guide";
    auto guide = readGuide(folder);
    if (!guide) throw std::runtime_error(sentence(guide.error()));
    std::erase_if(guide->corners, [&](const GuideCorner& c) { return !corners.contains(c.number); });
    auto material = gather(folder, *guide);
    if (!material) throw std::runtime_error(sentence(material.error()));
    auto voice = scratchVoice();
    if (!voice) throw std::runtime_error(sentence(voice.error()));
    Opened o{std::move(*guide), std::move(*material), std::move(*voice), {}};
    o.cut = planCut(o.guide, o.material, *o.narrator);
    return o;
}

} // namespace hl::testing
