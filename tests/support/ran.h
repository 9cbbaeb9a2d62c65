// SPDX-License-Identifier: GPL-3.0-or-later
// The headless command run in this process.
#pragma once
#include "command/command.h"

#include <nlohmann/json.hpp>
#include <sstream>

namespace hl::testing {

struct Ran {
    int code = 0;
    std::string out, err;
    nlohmann::json answer() const { return nlohmann::json::parse(out); }
};

inline Ran run(const std::vector<std::string>& arguments) {
    std::ostringstream out, err;
    Ran r;
    r.code = runCommand(arguments, {out, err});
    r.out = out.str(), r.err = err.str();
    return r;
}

} // namespace hl::testing
