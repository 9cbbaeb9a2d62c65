// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/units/fingerprint.h"

#include <cstdint>
#include <sstream>

namespace hl {

std::string fingerprint(std::string_view text) {
    std::ostringstream out;
    for (std::uint64_t h : {0xcbf29ce484222325ull, 0x9ae16a3b2f90404full}) {
        for (const char c : text) h = (h ^ static_cast<unsigned char>(c)) * 0x100000001b3ull;
        out << std::hex << h;
    }
    return out.str();
}

} // namespace hl
