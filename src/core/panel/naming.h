// SPDX-License-Identifier: GPL-3.0-or-later
// The search for the names of signs that explains most.
#pragma once
#include <array>
#include <cstddef>
#include <functional>
#include <vector>

namespace hl {

inline constexpr int kLabels = 12; ///< the digits, and N and R
inline constexpr int kNeutral = 10, kReverse = 11;

/// Who said what of each group.
using Votes = std::vector<std::array<double, kLabels>>;

/// Names for every group: those that gain most of votes (0..1, the share that agrees, of groups weighed by how often
/// they are seen) less `cost` (how badly the numbers go on). Climbs from the votes and from a few random names; the
/// same every time.
struct Named {
    std::vector<int> labels;
    double cost = 0;
};
Named bestNames(const Votes& votes, const std::vector<std::size_t>& counts, const std::vector<int>& allowed,
                const std::function<double(const std::vector<int>&)>& cost);

/// Share of a group's votes that its name has; `without` where nobody voted.
double certainty(const Votes& votes, std::size_t group, int label, double without);

} // namespace hl
