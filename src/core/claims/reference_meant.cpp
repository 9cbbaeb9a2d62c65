// SPDX-License-Identifier: GPL-3.0-or-later
// Which of a corner's references words mean: by name, by number, by the order one comes to them.
#include "core/claims/claim_reader.h"
#include "core/claims/plain.h"
#include "core/claims/rules.h"

#include <algorithm>
#include <cmath>

namespace hl {
namespace {

/// What kind of thing it is: without it the rest of a name may still name it.
constexpr std::string_view kKindsOfThings[] = {"board",  "sign",  "post",  "marker", "hoarding", "banner",
                                               "gantry", "tower", "stand", "bridge", "building", "tree"};
/// What is written apart as often as together.
constexpr std::string_view kSecondParts[] = {"post", "board", "house", "tower", "bridge",
                                             "pole", "stand", "hut",   "light", "sign"};
/// How a thing looks or stands is no name: "the blue", "the second".
constexpr std::string_view kNoNames[] = {
    "big",    "small",   "old",    "new",   "tall", "white",  "red",     "blue",  "green",    "grey",  "black", "brown",
    "orange", "yellow",  "left",   "right", "last", "next",   "wooden",  "stone", "concrete", "metal", "exit",  "entry",
    "brake",  "braking", "corner", "apex",  "turn", "inside", "outside", "m",     "metre",    "the",   "start", "end"};
/// No word for a reference by itself: the corner has them all.
constexpr std::string_view kCommon[] = {"kerb", "kerbs", "line",  "corner", "apex", "turn",
                                        "exit", "entry", "track", "road",   "end",  "start"};

bool names(std::string_view word) {
    return !oneOf(word, kNoNames) && !ordinalOf(word) && word.find_first_of("0123456789") == word.npos;
}

} // namespace

std::vector<std::string> shortNames(std::string_view name) {
    std::vector<std::string> out;
    if (hasWord(" " + std::string(name) + " ", {"of"})) return out; // "the exit kerb" is not its start
    const auto last = name.substr(name.rfind(' ') + 1);
    const auto first = name.substr(0, name.size() - std::min(name.size(), last.size() + 1));
    const auto isWord = [](std::string_view s) {
        return !s.empty() && std::all_of(s.begin(), s.end(), [](char c) { return c >= 'a' && c <= 'z'; });
    };
    if (isWord(first) && isWord(last)) out.push_back(std::string(first) + std::string(last)); // "lamppost"
    for (const auto part : kSecondParts)                                                      // and "lamp post" for it
        if (first.empty() && last.size() > part.size() + 2 && last.ends_with(part))
            out.push_back(std::string(last.substr(0, last.size() - part.size())) + " " + std::string(part));
    for (auto at = name.find(' '); at != name.npos; at = name.find(' ', at + 1)) {
        const auto rest = name.substr(at + 1);
        const bool oneWord = rest.find(' ') == rest.npos;
        if (oneWord ? names(rest) && !oneOf(rest, kCommon) : firstWord(rest) != "m" && firstWord(rest) != "metre")
            out.emplace_back(rest); // "the timing hut" for the old timing hut
    }
    const auto blank = name.rfind(' ');
    const bool numbered = last.find_first_not_of("0123456789") == last.npos;
    if (blank == name.npos || !(numbered || oneOf(last, kKindsOfThings))) return out;
    const auto head = name.substr(0, blank);
    if (names(head.substr(head.rfind(' ') + 1))) out.emplace_back(head); // "the chevron", "the marshal post"
    return out;
}

const ClaimReference* referenceMeant(const ClaimCorner& corner, std::string_view meant, std::optional<double> nearM) {
    const auto wanted = plainName(meant);
    const ClaimReference* named = nullptr;
    for (const auto& r : corner.references) {
        if (plainName(r.name) != wanted) continue;
        if (!named || (nearM && std::abs(r.atM - *nearM) < std::abs(named->atM - *nearM))) named = &r;
    }
    if (named) return named;
    const bool figure = !wanted.empty() && wanted.find_first_not_of("0123456789") == wanted.npos;
    for (const auto& r : corner.references) {
        const auto name = plainName(r.name);
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
        if (r.kind == noun || hasWord(plainName(r.name), {noun}) || (r.kind == "board" && noun == "marker"))
            boards.push_back(&r);
    std::sort(boards.begin(), boards.end(), [](auto* a, auto* b) { return a->atM < b->atM; });
    const auto first = firstWord(wanted);
    if (first == "last" && !boards.empty()) return boards.back();
    if (const auto n = ordinalOf(first); n && static_cast<std::size_t>(*n) <= boards.size())
        return boards[static_cast<std::size_t>(*n - 1)];
    if (noun == wanted && boards.size() == 1 && !wanted.empty())
        return boards[0]; // "the board", where there is but one
    const ClaimReference* inShort = nullptr;
    for (const auto& r : corner.references) {
        const auto known = shortNames(plainName(r.name));
        if (std::find(known.begin(), known.end(), wanted) == known.end()) continue;
        if (inShort) return nullptr; // more than one is called so
        inShort = &r;
    }
    return inShort;
}

} // namespace hl
