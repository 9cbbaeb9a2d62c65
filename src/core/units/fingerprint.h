// SPDX-License-Identifier: GPL-3.0-or-later
// A text told by 128 bits, the same on every machine and with every library: for names and keys in files.
#pragma once
#include <string>
#include <string_view>

namespace hl {

/// FNV-1a, twice with other beginnings, in hexadecimal digits. Not against people who wish two texts to be alike.
std::string fingerprint(std::string_view text);

} // namespace hl
