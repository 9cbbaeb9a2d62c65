// SPDX-License-Identifier: GPL-3.0-or-later
// "-123.456" as a number, eight letters at a time and without asking letter by letter: the form of nearly every cell of
// a log. Exact: up to fifteen digits make an integer that a double holds, and one division by a power of ten rounds
// once (W. D. Clinger, How to read floating point numbers accurately, 1990).
#pragma once
#include <bit>
#include <cstdint>
#include <cstring>

namespace hl {
namespace quick {

constexpr std::uint64_t kEach = 0x0101010101010101;

/// A digit becomes its value, every other letter more than nine.
inline std::uint64_t eightLetters(const char* p) {
    static_assert(std::endian::native == std::endian::little, "the first letter must be the lowest byte");
    std::uint64_t x = 0;
    std::memcpy(&x, p, sizeof x);
    return x ^ 0x30 * kEach;
}

/// High bits of the letters that are no digits.
inline std::uint64_t noDigits(std::uint64_t letters) { return ((letters + 0x76 * kEach) | letters) & 0x80 * kEach; }

/// Eight digits as one number: pairs, fours, all.
inline std::uint64_t eightDigits(std::uint64_t x) {
    x = x * 10 + (x >> 8);
    x = (x & 0x000000FF000000FF) * 0x000F424000000064 + ((x >> 16) & 0x000000FF000000FF) * 0x0000271000000001;
    return x >> 32;
}

/// High bit of the first point among the letters, perhaps of later ones too; 0 for none.
inline std::uint64_t pointsIn(std::uint64_t letters, char point) {
    const auto x = letters ^ static_cast<unsigned char>(point ^ 0x30) * kEach;
    return (x - kEach) & ~x & 0x80 * kEach;
}

/// The letters without the one at bit `at`: those before it move up, `carried` comes in at the front.
inline std::uint64_t withoutPoint(std::uint64_t letters, int at, std::uint64_t carried) {
    const auto before = letters & ((std::uint64_t{1} << at) - 1);
    return (at == 56 ? 0 : letters >> (at + 8) << (at + 8)) | before << 8 | carried;
}

} // namespace quick

/// False for what is longer or of another form; then `value` is as it was. Nine letters from `from` on must be
/// readable, whatever they are.
inline bool quickNumber(const char* from, const char* to, char point, double& value) {
    using namespace quick;
    static constexpr double kPowers[] = {1,   1e1, 1e2,  1e3,  1e4,  1e5,  1e6,  1e7,
                                         1e8, 1e9, 1e10, 1e11, 1e12, 1e13, 1e14, 1e15};
    const bool minus = *from == '-';
    from += minus;
    const auto letters = static_cast<std::size_t>(to - from);
    if (letters - 1 > 15) return false;
    int decimals = 0;
    std::uint64_t digits = 0;
    if (letters <= 8) {
        auto x = eightLetters(from) << (64 - 8 * letters); // noughts before
        if (const auto points = pointsIn(x, point)) {
            const int at = std::countr_zero(points) - 7;
            if (letters == 1) return false;
            decimals = 7 - at / 8;
            x = withoutPoint(x, at, 0);
        }
        if (noDigits(x) != 0) return false;
        digits = eightDigits(x);
    } else {
        auto first = eightLetters(from) << (128 - 8 * letters), last = eightLetters(to - 8);
        if (const auto points = pointsIn(first, point)) {
            const int at = std::countr_zero(points) - 7;
            decimals = 15 - at / 8;
            first = withoutPoint(first, at, 0);
        } else if (const auto later = pointsIn(last, point)) {
            const int at = std::countr_zero(later) - 7;
            decimals = 7 - at / 8;
            last = withoutPoint(last, at, first >> 56);
            first <<= 8;
        } else if (letters == 16)
            return false;
        if ((noDigits(first) | noDigits(last)) != 0) return false;
        digits = eightDigits(first) * 100000000 + eightDigits(last);
    }
    const auto whole = static_cast<std::int64_t>(digits);
    value = static_cast<double>(minus ? -whole : whole) / kPowers[decimals];
    return true;
}

} // namespace hl
