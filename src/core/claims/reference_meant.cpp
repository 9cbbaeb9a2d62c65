// SPDX-License-Identifier: GPL-3.0-or-later
// Which of a corner's references words mean: by name, by number, by the order one comes to them.
#include "core/claims/claim_reader.h"
#include "core/claims/plain.h"
#include "core/claims/rules.h"

#include <algorithm>
#include <cmath>

namespace hl {

const ClaimReference* referenceMeant(const ClaimCorner& corner, std::string_view meant, std::optional<double> nearM) {
    const auto plain = [](std::string_view s) {
        auto text = plainText(s).text;
        while (!text.empty() && text.back() == ' ') text.pop_back();
        return text.empty() ? text : text.substr(1);
    };
    const auto wanted = plain(meant);
    const ClaimReference* named = nullptr;
    for (const auto& r : corner.references) {
        if (plain(r.name) != wanted) continue;
        if (!named || (nearM && std::abs(r.atM - *nearM) < std::abs(named->atM - *nearM))) named = &r;
    }
    if (named) return named;
    const bool figure = !wanted.empty() && wanted.find_first_not_of("0123456789") == wanted.npos;
    for (const auto& r : corner.references) {
        const auto name = plain(r.name);
        if (figure && name.starts_with(wanted + " ")) return &r; // "the 50"
        // "50 metre board", "50 m marker"
        const auto digits = wanted.find_first_not_of("0123456789");
        if (digits != 0 && digits != wanted.npos && r.kind == "board" &&
            name.starts_with(wanted.substr(0, digits) + " ") && hasWord(wanted, {"board", "marker", "sign"}))
            return &r;
    }
    // "second board": in the order one comes to them.
    std::vector<const ClaimReference*> boards;
    const auto noun = lastWords(wanted, 1);
    for (const auto& r : corner.references)
        if (r.kind == noun || hasWord(plain(r.name), {noun}) || (r.kind == "board" && noun == "marker"))
            boards.push_back(&r);
    std::sort(boards.begin(), boards.end(), [](auto* a, auto* b) { return a->atM < b->atM; });
    const auto first = firstWord(wanted);
    if (first == "last" && !boards.empty()) return boards.back();
    if (const auto n = ordinalOf(first); n && static_cast<std::size_t>(*n) <= boards.size())
        return boards[static_cast<std::size_t>(*n - 1)];
    if (noun == wanted && boards.size() == 1 && !wanted.empty())
        return boards[0]; // "the board", where there is but one
    return nullptr;
}

} // namespace hl
