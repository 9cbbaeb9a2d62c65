// SPDX-License-Identifier: GPL-3.0-or-later
// When each sample of a sensor was taken, from the payloads it came in.
#pragma once
#include <cstddef>
#include <vector>

namespace hl {

/// The samples that one payload brought.
struct StreamPart {
    double startS = 0, lengthS = 0; ///< of the payload on the film's clock
    double stampS = 0;              ///< of its first sample on the sensor's clock; NaN without one
    double total = 0;               ///< samples the sensor had delivered by the end of it; NaN when not told
    std::size_t firstSample = 0, count = 0;
};

/// s on the film's clock for every sample of every stream of one device. Stamps are laid on the film's clock together:
/// a sample is written after it was taken, so the stream with the shortest step tells best where stamps begin.
std::vector<std::vector<double>> streamTimes(const std::vector<std::vector<StreamPart>>& streams);

} // namespace hl
