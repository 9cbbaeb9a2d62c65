// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/natural_order.h"

#include <cctype>

namespace hl {
namespace {

bool digit(std::string_view s) { return !s.empty() && std::isdigit(static_cast<unsigned char>(s.front())); }

/// The digits at the beginning without leading noughts, taken away.
std::string_view takenNumber(std::string_view& s) {
    while (s.size() > 1 && s[0] == '0' && digit(s.substr(1))) s.remove_prefix(1);
    std::size_t n = 0;
    while (n < s.size() && digit(s.substr(n))) ++n;
    const auto number = s.substr(0, n);
    s.remove_prefix(n);
    return number;
}

} // namespace

bool naturallyBefore(std::string_view a, std::string_view b) {
    while (!a.empty() && !b.empty()) {
        if (digit(a) && digit(b)) {
            const auto x = takenNumber(a), y = takenNumber(b);
            if (x != y) return x.size() != y.size() ? x.size() < y.size() : x < y;
            continue;
        }
        if (a.front() != b.front()) return a.front() < b.front();
        a.remove_prefix(1), b.remove_prefix(1);
    }
    return a.empty() && !b.empty();
}

} // namespace hl
