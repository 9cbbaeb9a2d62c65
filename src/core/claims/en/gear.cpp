// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/rules.h"

namespace hl {
namespace {

/// What may stand before and behind an ordinal alone, where it is a gear and not the third time, board or lap.
bool standsAlone(const Find& f) {
    const auto behind = firstWord(f.after());
    static constexpr std::string_view kBehind[] = {
        "",         ",",        ".",       ";",       "!",      "?",       ")",     "and",   "then",   "but",
        "not",      "or",       "for",     "at",      "by",     "all",     "here",  "there", "in",     "into",
        "on",       "with",     "you",     "i",       "it's",   "it",      "is",    "from",  "until",  "when",
        "before",   "after",    "if",      "because", "as",     "so",      "again", "same",  "please", "now",
        "only",     "nice",     "gently",  "early",   "late",   "through", "works", "we",    "to",     "just",
        "straight", "rather",   "instead", "the",     "that",   "i'm",     "he's",  "we're", "keeps",  "will",
        "feels",    "is",       "does",    "comes",   "round",  "around",  "too",   "every", "down",   "up",
        "maybe",    "probably", "i'd",     "over",    "gives",  "helps",   "makes", "let",   "lets",   "no",
        "sorry",    "where",    "while",   "past",    "during", "per"};
    bool fits = false;
    for (const auto w : kBehind) fits |= behind == w;
    if (!fits) return false;
    const auto before = lastWords(f.before(), 1);
    static constexpr std::string_view kNot[] = {
        "the",   "a",    "every", "turn",     "corner",  "lap",       "sector",  "my",  "his",
        "your",  "our",  "their", "finished", "came",    "comes",     "half",    "per", "each",
        "split", "this", "that",  "one",      "another", "qualified", "started", "p"};
    for (const auto w : kNot)
        if (before == w) return false;
    return true;
}

bool gearOf(std::string_view word, Claim& c) {
    const auto n = ordinalOf(word).value_or(static_cast<int>(figureOf(word).value_or(0)));
    if (n < 1 || n > 8) return false;
    c.said.number = n, c.unit = "gear";
    return true;
}

constexpr ClaimRule kRules[] = {
    {R"((?P<ord>@ORD) gear\b)", [](const Find& f, Claim& c) { return gearOf(f.group("ord"), c); }},
    {R"(\b(?P<n>[1-8]|one) (?:th |rd |nd |st )?gear\b)",
     [](const Find& f, Claim& c) {
         return !hasWord(lastWords(f.before(), 1), {"down", "up", "drop", "shift"}) && gearOf(f.group("n"), c);
     }},
    {R"(\bgear (?:number )?(?P<n>[1-8])\b)", [](const Find& f, Claim& c) { return gearOf(f.group("n"), c); }},
    {R"(\b(?P<ord>@ORD)\b)", [](const Find& f, Claim& c) { return standsAlone(f) && gearOf(f.group("ord"), c); }},
    {R"(\b(?:down|drop|shift down|go down|come down) (?P<n>[1-6]|one|a)(?: or [1-6])?(?: whole)? gears?\b)",
     [](const Find& f, Claim& c) {
         c.said.down = static_cast<int>(figureOf(f.group("n")).value_or(1));
         return c.unit = "gears", true;
     }},
    {R"(\b(?P<n>[1-6]|one) (?:quick |early |clean )?(?:gears? down|down ?shifts?|shifts? down|down changes|changes down|clicks down|down\b))",
     [](const Find& f, Claim& c) {
         if (firstWord(f.after()) == "the" || hasWord(firstWord(f.after()), {"on", "in"}))
             return false; // "one down on ..."
         c.said.down = static_cast<int>(figureOf(f.group("n")).value_or(1));
         return c.unit = "gears", true;
     }},
    {R"(\b(?:a|one) gear (?P<way>lower|higher|up|less|more|taller|shorter)(?: than (?:you|most|usual|normal)\b[a-z' ]*)?)",
     [](const Find& f, Claim& c) {
         c.said.relative = hasWord(f.group("way"), {"higher", "up", "more", "taller"}) ? 1 : -1;
         return c.unit = "gears", true;
     }}};

} // namespace

const KindOfClaim kGearClaims{ClaimKind::Gear, kRules};

} // namespace hl
