// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/log/quick_number.h"

#include <catch2/catch.hpp>
#include <cstdlib>
#include <random>
#include <string>

using namespace hl;

namespace {
/// The letters with what may stand behind them in a file.
std::optional<double> quickly(const std::string& text, char point = '.', const std::string& behind = ",9.99,-1\n") {
    const auto whole = text + behind + std::string(64, '\0');
    double v = 0;
    if (!quickNumber(whole.data(), whole.data() + text.size(), point, v)) return std::nullopt;
    return v;
}
} // namespace

TEST_CASE("quick numbers are the very doubles that the C library reads") {
    std::mt19937 rng(5);
    for (int i = 0; i < 200'000; ++i) {
        const auto before = rng() % 10, after = rng() % 8;
        std::string text = rng() % 3 == 0 ? "-" : "";
        for (unsigned k = 0; k < before; ++k) text += static_cast<char>('0' + rng() % 10);
        if (after > 0 || before == 0) text += '.';
        for (unsigned k = 0; k < after + (before == 0); ++k) text += static_cast<char>('0' + rng() % 10);
        const auto v = quickly(text, '.', rng() % 2 ? ",1234567\n" : "\n8");
        INFO(text);
        const auto digits = before + after + (before == 0);
        if (digits <= 15) REQUIRE(v);
        if (v) REQUIRE(*v == std::strtod(text.c_str(), nullptr));
    }
}

TEST_CASE("what is no plain number is left to the other way") {
    for (const auto* text : {"",
                             "-",
                             ".",
                             "-.",
                             "1.2.3",
                             "1e5",
                             "1-2",
                             "--1",
                             "+1",
                             " 1",
                             "1 ",
                             "nan",
                             "12:30",
                             "1,5",
                             "12345678901234567",
                             "1234567890123456",
                             "\"1\"",
                             "12345678.a",
                             "a2345678.1",
                             "12345.678.9",
                             "\xb9"})
        CHECK_FALSE(quickly(text));
    CHECK(*quickly("1,5", ',') == 1.5);
    CHECK(*quickly("12.") == 12);
    CHECK(*quickly("123456789.") == 123456789);
    CHECK(*quickly("00000000012.5") == 12.5);
    CHECK(*quickly("123456789012345") == 123456789012345);
    CHECK(*quickly("0.00000000000001") == 0.00000000000001);
}
