// SPDX-License-Identifier: GPL-3.0-or-later
// A guide brought up for a verb.
#pragma once
#include "command/answers.h"
#include "jobs/session.h"

namespace hl {

/// A guide with all that its edition is made of.
struct OpenGuide {
    Guide guide;
    Session session;
    Speeches speeches;
    Cut cut;
};

/// `format`: another than the guide's own; empty: its own. Errors: those of the guide, its files, format.*.
Result<OpenGuide> openedGuide(const std::string& folder, const std::string& format = {});

/// For people and for programs that know corners by number.
nlohmann::ordered_json numberOf(const Guide& g, CornerId id);

} // namespace hl
