// SPDX-License-Identifier: GPL-3.0-or-later
// A guide brought up for a verb.
#pragma once
#include "command/answers.h"
#include "core/guide/variant.h"
#include "jobs/session.h"

#include <CLI/CLI.hpp>

namespace hl {

/// A guide with all that its edition is made of.
struct OpenGuide {
    Guide written; ///< with all that other editions say
    Guide guide;   ///< of its edition
    Session session;
    Speeches speeches;
    Cut cut;
};

/// Another format or edition than the guide's own; empty: its own.
struct MadeAs {
    std::string format, variant, depth;
    void options(CLI::App& verb); ///< --variant and --depth
};
/// Errors: those of the guide, its files, format.*, edition.*.
Result<OpenGuide> openedGuide(const std::string& folder, const MadeAs& as = {});
/// Errors: edition.no-variant, edition.no-depth.
Result<Edition> editionNamed(const Guide& guide, const std::string& variant, const std::string& depth);

/// For people and for programs that know corners by number.
nlohmann::ordered_json numberOf(const Guide& g, CornerId id);

} // namespace hl
