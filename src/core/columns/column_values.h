// SPDX-License-Identifier: GPL-3.0-or-later
// What a log's columns hold, all over the file: by this they are judged.
#pragma once
#include <cstddef>
#include <vector>

namespace hl {

/// Values of every column at a few stretches of neighbouring rows, spread over the file.
struct ColumnValues {
    std::vector<std::vector<double>> columns; ///< one a column, all of one length; NaN where a cell holds no number
    std::vector<std::size_t> stretches;       ///< first row of each stretch, ascending; the first is 0
    std::vector<bool> clock;                  ///< of each column: times of day or dates, in seconds
    std::size_t rows() const { return columns.empty() ? 0 : columns.front().size(); }
    std::size_t endOf(std::size_t stretch) const {
        return stretch + 1 < stretches.size() ? stretches[stretch + 1] : rows();
    }
};

/// How one column runs by itself.
struct Behaviour {
    double filled = 0; ///< share of rows that hold a number
    double least = 0, most = 0, median = 0;
    double low = 0, high = 0; ///< a twentieth of the rows lies below, a twentieth above
    bool constant = true;
    bool whole = false;        ///< whole numbers only
    std::size_t distinct = 0;  ///< values, counted up to 65
    double rising = 0;         ///< share of steps that go up
    double falling = 0;        ///< share of steps that go down
    double evenness = 0;       ///< 1: every step is the same; 0: as uneven as they are long
    double step = 0;           ///< median of the steps that go up; 0 when none was seen
    bool risesAllOver = false; ///< never below an earlier value, but for a thousandth of the rows
    double atMost = 0;         ///< share of rows within a hundredth of the range of the largest value
    double atLeast = 0;        ///< likewise of the smallest
    double roughness = 0;      ///< median step, either way, as a share of the range
};

/// Of every column.
std::vector<Behaviour> behaviours(const ColumnValues& values);

/// Cells that hold nothing take the value before them in their stretch, so that slow sensors in fast logs can be
/// compared.
void holdValues(ColumnValues& values);

} // namespace hl
