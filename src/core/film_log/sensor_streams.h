// SPDX-License-Identifier: GPL-3.0-or-later
// What the sensors of a camera measured, on the film's clock.
#pragma once
#include <cstdint>
#include <string>
#include <string_view>
#include <vector>

namespace hl {

/// One packet of a film's metadata track.
struct MetadataPayload {
    double startS = 0, lengthS = 0; ///< on the film's clock; the length of the last one may be wrong
    std::vector<std::uint8_t> bytes;
};

/// One sensor of one device over the whole film.
struct SensorStream {
    std::uint32_t device = 0;
    std::string deviceName, key, name; ///< key of four letters; both names empty where none was written
    std::size_t width = 0;             ///< values in a sample
    std::vector<double> values;        ///< sample after sample, scaled, axes turned as the stream says
    std::vector<double> t;             ///< s on the film's clock, of every sample
    std::vector<double> fix, dilution; ///< of a receiver's samples; NaN where it does not tell
    std::size_t size() const { return width > 0 ? values.size() / width : 0; }
    double at(std::size_t sample, std::size_t column) const { return values[sample * width + column]; }
};

struct SensorStreams {
    std::vector<SensorStream> streams;
    std::size_t damaged = 0; ///< payloads of which a part could not be read
    /// The streams of this key, of all devices.
    std::vector<const SensorStream*> of(std::string_view key) const;
};

/// Reads every payload. Samples are timed by the streams' own stamps (STMP, TSMP), laid on the film's clock by the
/// payloads they came in; without stamps by how many samples came in how many payloads. Rates are never taken from
/// names. Damaged payloads are read as far as they go and counted.
SensorStreams sensorStreams(const std::vector<MetadataPayload>& payloads);

} // namespace hl
