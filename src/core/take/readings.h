// SPDX-License-Identifier: GPL-3.0-or-later
// How a written token may be said: "100" is "one hundred", "a hundred" or "hundred", "0.3" may begin with nought, zero
// or nothing, "km/h" is "kilometres an hour".
#pragma once
#include <string>
#include <string_view>
#include <vector>

namespace hl {

/// Words in lower case letters (with apostrophes inside), as a pronouncing dictionary lists them.
using Reading = std::vector<std::string>;

/// A white-space token of a script and every usual way to say it, the likeliest first. No readings: it is silent
/// (a dash). `from`: byte of the script.
struct ScriptToken {
    std::string text;
    std::size_t from = 0;
    int corner = 0; ///< of the last `# corner N` line before it; 0: none
    std::vector<Reading> readings;
};

/// The tokens of a script. A line `# corner N` parts it and is no token.
std::vector<ScriptToken> tokensOf(std::string_view script);

/// Of one token; `before` is the token in front of it (a unit after a number is said out).
std::vector<Reading> readingsOf(std::string_view token, std::string_view before = {});

} // namespace hl
