// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include <ostream>
#include <string>
#include <vector>

namespace hl {

struct Streams {
    std::ostream& out; ///< results
    std::ostream& err; ///< messages and progress
};

/// Runs one verb. 0 done, 1 the work failed, 2 wrong usage. Needs a QGuiApplication for check, render, publish and
/// demo.
int runCommand(const std::vector<std::string>& arguments, Streams streams);

} // namespace hl
