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

struct Call {
    Streams streams;
    bool json = false;
    std::function<Answer()> work;                                                ///< set by the verb that was called
    std::function<void(const nlohmann::ordered_json&, std::ostream&)> tell = {}; ///< the answer for people
    bool lines = false;        ///< the answer is a list: as JSON one line each
    Progress progress() const; ///< to standard error
};

void addColumns(CLI::App& app, Call& s);
void addLaps(CLI::App& app, Call& s);
void addCorners(CLI::App& app, Call& s);
void addSync(CLI::App& app, Call& s);
void addReadPanel(CLI::App& app, Call& s);
void addCompare(CLI::App& app, Call& s);
void addNew(CLI::App& app, Call& s);
void addScene(CLI::App& app, Call& s);
void addShow(CLI::App& app, Call& s);
void addChooseLap(CLI::App& app, Call& s);
void addShelf(CLI::App& app, Call& s);
void addCamera(CLI::App& app, Call& s);
void addProject(CLI::App& app, Call& s);
void addFollow(CLI::App& app, Call& s);
void addAlign(CLI::App& app, Call& s);
void addTake(CLI::App& app, Call& s);
void addClaims(CLI::App& app, Call& s);
void addCheck(CLI::App& app, Call& s);
void addPlan(CLI::App& app, Call& s);
void addRender(CLI::App& app, Call& s);
void addSlow(CLI::App& app, Call& s);
void addFormats(CLI::App& app, Call& s);
void addCover(CLI::App& app, Call& s);
void addEditions(CLI::App& app, Call& session);
void addPublish(CLI::App& app, Call& s);
void addDemo(CLI::App& app, Call& s);

} // namespace hl
