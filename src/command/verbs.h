// SPDX-License-Identifier: GPL-3.0-or-later
// One verb, one function that adds it to the command line. A new verb is one file and one line in kVerbs.
#pragma once
#include "command/command.h"
#include "core/units/result.h"
#include "jobs/progress.h"

#include <CLI/CLI.hpp>
#include <nlohmann/json.hpp>

namespace hl {

using Answer = Result<nlohmann::ordered_json>;

struct Session {
    Streams streams;
    bool json = false;
    std::function<Answer()> work;                                           ///< set by the verb that was called
    std::function<void(const nlohmann::ordered_json&, std::ostream&)> tell; ///< the answer for people
    Progress progress() const;                                              ///< to standard error
};

void addLaps(CLI::App& app, Session& s);
void addCorners(CLI::App& app, Session& s);
void addSync(CLI::App& app, Session& s);
void addCompare(CLI::App& app, Session& s);
void addNew(CLI::App& app, Session& s);
void addCheck(CLI::App& app, Session& s);
void addPlan(CLI::App& app, Session& s);
void addRender(CLI::App& app, Session& s);
void addPublish(CLI::App& app, Session& s);
void addDemo(CLI::App& app, Session& s);

} // namespace hl
