// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/corner/spread.h"

#include <algorithm>

namespace hl {

std::optional<Spread> spreadOf(const std::vector<CornerFacts>& laps, Fact fact) {
    std::vector<double> values;
    for (const auto& f : laps)
        if (const auto& m = f.*fact) values.push_back(m->value);
    if (values.size() < 2) return std::nullopt;
    std::sort(values.begin(), values.end());
    const std::size_t n = values.size(), cut = n < 10 ? 0 : n / 20;
    const double middle = n % 2 ? values[n / 2] : (values[n / 2 - 1] + values[n / 2]) / 2;
    return Spread{middle, values[cut], values[n - 1 - cut], n};
}

} // namespace hl
