// SPDX-License-Identifier: GPL-3.0-or-later
// What a file that a stranger sends may cost: every reader keeps to these (docs/formats.md lists them).
#pragma once
#include <cstddef>
#include <optional>
#include <string_view>

namespace hl {

struct Bounds {
    std::size_t textBytes = std::size_t{1} << 30; ///< of a text that is read as a whole: XML, JSON, tables of words
    std::size_t depth = 64;                       ///< objects, lists or tags within each other
    std::size_t files = 5000;                     ///< logs in one archive or folder
    std::size_t unpackedBytes = std::size_t{16} << 30;  ///< of an archive
    std::size_t unpackedShare = 400;                    ///< of what it was packed in; numbers that repeat pack well
    std::size_t unpackedAnyway = std::size_t{64} << 20; ///< bytes that any archive may hold
    std::size_t members = 4096;                         ///< names in the samples of a JSON log
};
inline constexpr Bounds kBounds{};

/// The byte at which a JSON text nests deeper than allowed, told without recursion; none: it does not.
std::optional<std::size_t> jsonTooDeepAt(std::string_view text, std::size_t depth = kBounds.depth);
/// Likewise the tags of an XML text.
std::optional<std::size_t> xmlTooDeepAt(std::string_view text, std::size_t depth = kBounds.depth);

} // namespace hl
