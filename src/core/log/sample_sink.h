// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/log/car_log.h"
#include "core/units/numbers.h"

#include <algorithm>
#include <array>
#include <span>

namespace hl {

/// Collects rows into channels. Time is kept ascending: rows that run back are left out and named, clocks that start
/// again (with every lap, at midnight) are joined.
class SampleSink {
  public:
    using Row = std::array<double, kChannelCount>;
    explicit SampleSink(std::vector<Channel> used);
    Row& row() { return row_; }                  ///< all NaN at the start of each row
    void end(std::size_t line);                  ///< the row is complete
    void bad(std::size_t line, std::string why); ///< a row that cannot be used; the first twenty are named
    /// Many rows at once, a column a used channel (in the order given at the start), where nothing needs telling: their
    /// times rise, and go on from what was before. False, and nothing is taken, where that is not so.
    bool append(std::span<const std::span<const double>> columns);
    void reserve(std::size_t rows); ///< room for so many, so that growing does not double the memory
    std::size_t rows() const { return rows_; }
    CarLog finish();

  private:
    CarLog log_;
    std::vector<Channel> used_;
    Row row_{};
    std::size_t rows_ = 0, repeated_ = 0, restarts_ = 0;
    bool timed_ = false;
    double last_ = -1e300, joined_ = 0, step_ = 0.01;
};

inline void set(SampleSink::Row& row, Channel c, double v) { row[static_cast<std::size_t>(c)] = v; }

} // namespace hl
