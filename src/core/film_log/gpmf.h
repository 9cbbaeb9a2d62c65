// SPDX-License-Identifier: GPL-3.0-or-later
// GPMF, the published form in which action cameras write what their sensors measured: keys of four letters, a type, a
// size, a count and values, nested. Big-endian, padded to four bytes.
#pragma once
#include <cstdint>
#include <functional>
#include <span>
#include <string>
#include <string_view>
#include <vector>

namespace hl::gpmf {

using Bytes = std::span<const std::uint8_t>;

struct Item {
    std::string_view key; ///< four characters
    char type = 0;        ///< 0: nested items
    std::size_t size = 0; ///< bytes of one sample
    std::size_t count = 0;
    Bytes data; ///< size * count bytes
    bool nested() const { return type == 0; }
};

/// Every item of one level, in order; a walk that meets bytes that cannot be an item ends there. Returns whether all
/// bytes were understood.
bool eachItem(Bytes level, const std::function<void(const Item&)>& visit);

/// Values of an item, sample after sample.
struct Table {
    std::size_t width = 0; ///< values in a sample
    std::vector<double> values;
    std::size_t rows() const { return width > 0 ? values.size() / width : 0; }
};

/// The numbers of an item of any numeric type; `complex` tells the types in a sample of type '?', as the TYPE item
/// before it does ("lllllllSS", "f[8]L"). Text, dates and what cannot be read give no rows.
Table numbers(const Item& item, std::string_view complex = {});

/// The characters of a text item, without the padding.
std::string text(const Item& item);

} // namespace hl::gpmf
