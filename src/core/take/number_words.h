// SPDX-License-Identifier: GPL-3.0-or-later
// Numbers as people say them.
#pragma once
#include "core/take/readings.h"

namespace hl {

/// Of digits without a sign: "205" is "two hundred and five", "two hundred five", "two oh five"... The likeliest first.
std::vector<Reading> wholeNumber(std::string_view digits);
/// "0.3", "12.50": nought, zero, oh or nothing before the point; the digits after it one by one, or as a number.
std::vector<Reading> decimalNumber(std::string_view whole, std::string_view fraction);
/// "1st", "22nd". `digits` without the ending.
std::vector<Reading> ordinalNumber(std::string_view digits);
/// "1:32.9" as "one thirty-two point nine" or with its minutes and seconds; `rest` behind the point, may be empty.
std::vector<Reading> clockNumber(std::string_view minutes, std::string_view seconds, std::string_view rest);

/// Every way of the first followed by every way of the second, at most `most`.
std::vector<Reading> joined(const std::vector<Reading>& first, const std::vector<Reading>& second,
                            std::size_t most = 60);
/// Words parted by blanks.
Reading wordsOf(std::string_view text);

} // namespace hl
