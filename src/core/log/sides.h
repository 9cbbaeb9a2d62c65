// SPDX-License-Identifier: GPL-3.0-or-later
// Which way is left. Every log decides for itself which way its lateral acceleration and its steering are positive;
// what tells is kept, so that a guess is never taken for a measurement.
#pragma once
#include <optional>
#include <string_view>

namespace hl {

/// How it is known which way of a log's turning is left.
enum class Sides {
    Guessed,  ///< nothing tells: positive is taken for left
    Track,    ///< the order of left and right round a known road
    Film,     ///< which way the picture turns
    Said,     ///< a person said so
    Measured, ///< positions, a heading or a gyroscope
};
inline constexpr Sides kSides[] = {Sides::Guessed, Sides::Track, Sides::Film, Sides::Said, Sides::Measured};
std::string_view key(Sides s); ///< stable word for files and answers: "measured"
std::optional<Sides> sidesOf(std::string_view key);
/// What people are told where nothing tells.
inline constexpr std::string_view kSidesGuessed = "Left and right are only guessed: the log has no positions, no "
                                                  "heading and no gyroscope, and counts its turning as it "
                                                  "likes";

/// What is known of a log's sides. A guide keeps what was found out besides the log, for the log is read again.
struct SidesTold {
    Sides from = Sides::Guessed;
    bool turned = false; ///< it counts the other way than it was read
    friend bool operator==(const SidesTold&, const SidesTold&) = default;
};

} // namespace hl
