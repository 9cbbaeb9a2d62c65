// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/units/result.h"

namespace hl {

std::string sentence(const Error& e) {
    std::string s;
    if (!e.where.empty()) s += e.where + ": ";
    s += e.what;
    if (!e.expected.empty()) s += "; expected " + e.expected;
    return s;
}

} // namespace hl
