// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/log/column_choices.h"

#include <algorithm>

namespace hl {
namespace {

std::string keys() {
    std::string all;
    for (std::size_t c = 0; c < kChannelCount; ++c) all += std::string(key(static_cast<Channel>(c))) + ", ";
    return all + "none";
}

std::string units(Channel c) {
    std::string all;
    for (const auto u : unitsOf(c)) all += (all.empty() ? "" : ", ") + std::string(u);
    return all.empty() ? "no unit" : all;
}

std::optional<Channel> channelNamed(std::string_view word) {
    if (word == "none") return Channel::Count;
    for (std::size_t c = 0; c < kChannelCount; ++c)
        if (key(static_cast<Channel>(c)) == word || name(static_cast<Channel>(c)) == word)
            return static_cast<Channel>(c);
    const auto guess = guessColumn(word);
    return guess.channel != Channel::Count && guess.sure ? std::optional(guess.channel) : std::nullopt;
}

Result<ColumnChoice> parseChoice(std::string_view text) {
    const auto equals = text.rfind('=');
    if (equals == std::string_view::npos || equals == 0)
        return Error{"usage.columns", "\"" + std::string(text) + "\" says nothing about a column", "--columns",
                     "NAME=CHANNEL or NAME=CHANNEL:UNIT"};
    auto said = text.substr(equals + 1);
    const auto colon = said.find(':');
    const auto unit = colon == std::string_view::npos ? std::string_view{} : said.substr(colon + 1);
    said = said.substr(0, colon);
    const auto channel = channelNamed(said);
    if (!channel) return Error{"usage.columns", "\"" + std::string(said) + "\" is no channel", "--columns", keys()};
    if (!unit.empty() && !unitFactor(*channel, unit))
        return Error{"usage.columns", "\"" + std::string(unit) + "\" is no unit of " + std::string(name(*channel)),
                     "--columns", units(*channel)};
    return ColumnChoice{std::string(text.substr(0, equals)), *channel, std::string(unit)};
}

} // namespace

Result<std::vector<ColumnChoice>> parseChoices(std::string_view text) {
    std::vector<ColumnChoice> choices;
    while (!text.empty()) { // a name may hold commas: only one after the channel parts two choices
        const auto equals = text.find('=');
        const auto comma = equals == std::string_view::npos ? equals : text.find(',', equals);
        auto choice = parseChoice(text.substr(0, comma));
        if (!choice) return choice.error();
        choices.push_back(std::move(*choice));
        text = comma == std::string_view::npos ? std::string_view{} : text.substr(comma + 1);
    }
    return choices;
}

Status checkChoices(const std::vector<ColumnChoice>& choices, const LogShape& shape) {
    for (const auto& choice : choices) {
        const bool known = std::any_of(shape.columns.begin(), shape.columns.end(),
                                       [&](const ColumnGuess& c) { return c.header == choice.header; });
        if (known) continue;
        std::string headers;
        for (const auto& c : shape.columns)
            if (headers.size() < 400) headers += (headers.empty() ? "" : ", ") + c.header;
        return Error{"usage.columns", "the log has no column \"" + choice.header + "\"", "--columns",
                     headers.empty() ? "a log with named columns" : "one of " + headers};
    }
    return Done{};
}

} // namespace hl
