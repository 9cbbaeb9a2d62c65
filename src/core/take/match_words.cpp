// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/take/match_words.h"

#include <algorithm>
#include <limits>

namespace hl {
namespace {

constexpr double kMissing = 1, kAdded = 1, kOther = 1.1; // costs; another word is cheaper than one lacking, one added

struct Slip {
    double cost = std::numeric_limits<double>::infinity();
    std::size_t slips = 0;
};

/// A reading laid on heard words by the least number of slips.
double slipCost(const Reading& reading, const std::string* heard, std::size_t count, const SameSound& same,
                std::size_t& slips) {
    if (reading.size() == 1 && count == 1) {
        const bool alike = same(reading[0], heard[0]);
        slips = alike ? 0 : 1;
        return alike ? 0 : kOther;
    }
    std::vector<std::pair<double, std::size_t>> row(count + 1), next(count + 1);
    for (std::size_t j = 0; j <= count; ++j) row[j] = {kAdded * static_cast<double>(j), j};
    for (const auto& word : reading) {
        next[0] = {row[0].first + kMissing, row[0].second + 1};
        for (std::size_t j = 1; j <= count; ++j) {
            const bool alike = same(word, heard[j - 1]);
            next[j] = {row[j - 1].first + (alike ? 0 : kOther), row[j - 1].second + (alike ? 0 : 1)};
            next[j] = std::min({next[j], std::pair(row[j].first + kMissing, row[j].second + 1),
                                std::pair(next[j - 1].first + kAdded, next[j - 1].second + 1)});
        }
        std::swap(row, next);
    }
    slips = row[count].second;
    return row[count].first;
}

Slip bestReading(const ScriptToken& token, const std::string* heard, std::size_t count, const SameSound& same) {
    Slip best;
    for (const auto& reading : token.readings) {
        std::size_t slips = 0;
        const double cost = slipCost(reading, heard, count, same, slips);
        if (cost < best.cost) best = {cost, slips};
        if (best.cost == 0) break;
    }
    return best;
}

/// How many heard words a token may take: as many as its readings have, one fewer or more.
std::pair<std::size_t, std::size_t> span(const ScriptToken& token) {
    std::size_t least = std::numeric_limits<std::size_t>::max(), most = 0;
    for (const auto& r : token.readings) least = std::min(least, r.size()), most = std::max(most, r.size());
    return {least > 1 ? least - 1 : 1, most > 1 ? most + 1 : 1};
}

} // namespace

std::vector<Matched> matchedWords(const std::vector<ScriptToken>& tokens, const std::vector<std::string>& heard,
                                  const SameSound& same) {
    const std::size_t n = tokens.size(), m = heard.size();
    constexpr std::size_t kWhole = 700, kBand = 400; // a short take is compared with all, a long one near its place
    struct Cell {
        float cost = std::numeric_limits<float>::infinity();
        std::uint16_t took = 0;
        std::uint16_t slips = 0;
        bool added = false;
    };
    const auto first = [&](std::size_t i) -> std::size_t {
        if (n <= kWhole && m <= kWhole) return 0;
        const auto middle = n == 0 ? 0 : i * m / n;
        return middle > kBand ? middle - kBand : 0;
    };
    const auto last = [&](std::size_t i) -> std::size_t {
        if (n <= kWhole && m <= kWhole) return m;
        return i == n ? m : std::min(m, (n == 0 ? m : i * m / n) + kBand);
    };
    std::vector<std::vector<Cell>> table(n + 1);
    for (std::size_t i = 0; i <= n; ++i) {
        table[i].resize(last(i) - first(i) + 1);
        const auto cell = [&](std::size_t row, std::size_t j) -> Cell* {
            return j < first(row) || j > last(row) ? nullptr : &table[row][j - first(row)];
        };
        for (std::size_t j = first(i); j <= last(i); ++j) {
            auto& here = *cell(i, j);
            if (i == 0 && j == 0) here.cost = 0;
            if (j > 0)
                if (const auto* c = cell(i, j - 1); c && c->cost + kAdded < here.cost)
                    here = {static_cast<float>(c->cost + kAdded), 1, 0, true};
            if (i == 0) continue;
            const auto& token = tokens[i - 1];
            if (const auto* c = cell(i - 1, j)) {
                const bool silent = token.readings.empty();
                const double cost =
                    silent ? 0 : kMissing * static_cast<double>(std::min<std::size_t>(2, token.readings[0].size()));
                if (c->cost + cost < here.cost)
                    here = {static_cast<float>(c->cost + cost), 0,
                            static_cast<std::uint16_t>(silent ? 0 : token.readings[0].size()), false};
            }
            if (token.readings.empty()) continue;
            const auto [least, most] = span(token);
            for (std::size_t k = least; k <= most && k <= j; ++k) {
                const auto* c = cell(i - 1, j - k);
                if (!c || c->cost >= here.cost) continue;
                const auto slip = bestReading(token, &heard[j - k], k, same);
                if (c->cost + slip.cost < here.cost)
                    here = {static_cast<float>(c->cost + slip.cost), static_cast<std::uint16_t>(k),
                            static_cast<std::uint16_t>(slip.slips), false};
            }
        }
    }
    std::vector<Matched> out(n);
    for (std::size_t i = n, j = m; i > 0;) {
        const auto& c = table[i][j - first(i)];
        if (c.added) {
            --j;
            continue;
        }
        out[i - 1] = {j - c.took, j, c.slips};
        j -= c.took, --i;
    }
    return out;
}

std::vector<DifferentWords> differentWords(const std::vector<ScriptToken>& tokens, const std::vector<Matched>& matched,
                                           std::size_t heard) {
    std::vector<DifferentWords> out;
    std::size_t token = 0, word = 0;
    const auto close = [&](std::size_t tokenTo, std::size_t wordTo) {
        auto from = token;
        while (from < tokenTo && tokens[from].readings.empty()) ++from;
        auto to = tokenTo;
        while (to > from && tokens[to - 1].readings.empty()) --to;
        if (to > from || wordTo > word)
            out.push_back({to == from       ? DifferenceKind::Added
                           : wordTo == word ? DifferenceKind::Missing
                                            : DifferenceKind::Changed,
                           to == from ? tokenTo : from, to == from ? tokenTo : to, word, wordTo});
    };
    for (std::size_t i = 0; i < matched.size(); ++i) {
        if (!matched[i].said()) continue;
        close(i, matched[i].from);
        token = i + 1, word = matched[i].to;
    }
    close(matched.size(), heard);
    return out;
}

} // namespace hl
