// SPDX-License-Identifier: GPL-3.0-or-later
// The demo guide cut down to a few corners, so that whole editions are made in seconds.
#pragma once
#include "jobs/session.h"
#include "store/guide_file.h"
#include "support/scratch_folder.h"

#include <set>

namespace hl::testing {

struct Opened {
    Guide guide;
    Session session;
    Speeches speeches;
    Cut cut;
};

inline Opened openDemo(const std::set<int>& corners) {
    const auto folder = demoFolder() / "saltmarrow-guide";
    auto guide = readGuide(folder);
    if (!guide) throw std::runtime_error(sentence(guide.error()));
    std::erase_if(guide->corners, [&](const GuideCorner& c) { return !corners.contains(c.number); });
    auto session = bringUp(folder, *guide);
    if (!session) throw std::runtime_error(sentence(session.error()));
    auto voice = scratchVoice();
    if (!voice) throw std::runtime_error(sentence(voice.error()));
    auto speeches = speechesOf(*guide, voice->get());
    Opened o{std::move(*guide), std::move(*session), std::move(speeches), {}};
    o.cut = planCut(o.guide, o.session, o.speeches);
    return o;
}

} // namespace hl::testing
