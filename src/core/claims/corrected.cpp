// SPDX-License-Identifier: GPL-3.0-or-later
// A claim that says what was measured, in the manner it was written.
#include "core/claims/guide_claims.h"
#include "core/claims/plain.h"
#include "core/claims/rules.h"
#include "core/take/number_words.h"
#include "core/units/figures.h"

#include <cctype>
#include <cmath>

namespace hl {
namespace {

constexpr double kMileKm = 1.609344;

bool written(std::string_view source) { return source.find_first_of("0123456789") != source.npos; }

std::string spoken(double v) {
    const auto readings = wholeNumber(figure(v));
    std::string out;
    if (!readings.empty())
        for (const auto& w : readings.front()) out += (out.empty() ? "" : " ") + w;
    return out.empty() ? figure(v) : out;
}

/// The stretch of a text in which a plain word of it stands, between two code points.
std::optional<std::pair<std::size_t, std::size_t>> placeOf(std::string_view text, const Claim& c,
                                                           std::string_view word) {
    const auto plain = plainText(text);
    const auto padded = " " + std::string(word) + " ";
    for (auto at = plain.text.find(padded); at != std::string::npos; at = plain.text.find(padded, at + 1)) {
        const auto from = plain.from[at + 1], to = plain.to[at + word.size()];
        if (from >= c.from && to <= c.to) return std::pair(from, to);
    }
    return std::nullopt;
}

std::string replaced(std::string_view text, std::size_t from, std::size_t to, std::string_view with) {
    const auto old = codePoints(text, from, to);
    const auto begin = static_cast<std::size_t>(old.data() - text.data());
    std::string out(text.substr(0, begin));
    // "an early apex", "a late apex"
    const auto vowel = [](char c) { return std::string_view("aeiouAEIOU").find(c) != std::string_view::npos; };
    const bool word = !with.empty() && std::isalpha(static_cast<unsigned char>(with.front())) != 0;
    const auto endsWith = [&](std::string_view article) {
        if (out.size() < article.size() + 1 || out.back() != ' ') return false;
        const auto at = out.size() - 1 - article.size();
        const bool begins = at == 0 || out[at - 1] == ' ';
        return begins && std::string_view(out).substr(at + 1, article.size() - 1) == article.substr(1) &&
               (out[at] == 'a' || out[at] == 'A');
    };
    if (word && vowel(with.front()) && endsWith("a"))
        out.insert(out.size() - 1, "n");
    else if (word && !vowel(with.front()) && endsWith("an"))
        out.erase(out.size() - 2, 1);
    const auto place = out.size();
    out += with;
    // A sentence goes on beginning with a capital.
    if (!old.empty() && !with.empty() && old.front() >= 'A' && old.front() <= 'Z' && with.front() >= 'a' &&
        with.front() <= 'z')
        out[place] = static_cast<char>(with.front() - 'a' + 'A');
    return out += text.substr(begin + old.size());
}

std::optional<std::string> otherWord(std::string_view text, const Claim& c, std::string_view word,
                                     std::string_view with) {
    const auto at = placeOf(text, c, word);
    return at ? std::optional(replaced(text, at->first, at->second, with)) : std::nullopt;
}

std::optional<std::string> otherFigure(std::string_view text, const Claim& c, double was, double now) {
    const auto at = placeOf(text, c, figure(was, was == std::floor(was) ? 0 : 1));
    if (!at) return std::nullopt;
    const bool digits = written(codePoints(text, at->first, at->second));
    return replaced(text, at->first, at->second, digits ? figure(now) : spoken(now));
}

std::optional<std::string> otherGear(std::string_view text, const Claim& c, int now) {
    const auto words = ordinalWords();
    const auto was = static_cast<int>(*c.said.number);
    if (now < 1 || now > static_cast<int>(words.size())) return std::nullopt;
    if (was >= 1 && was <= static_cast<int>(words.size()))
        if (auto out =
                otherWord(text, c, words[static_cast<std::size_t>(was - 1)], words[static_cast<std::size_t>(now - 1)]))
            return out;
    return otherFigure(text, c, was, now);
}

/// What a claim is held against: the advice where it was held against that, else the fact.
std::optional<double> held(const Claim& c, const ClaimCorner& corner) {
    return (c.byAdvice ? corner.advice : corner.facts).number(c.fact);
}

std::optional<std::string> otherPlace(std::string_view text, const Claim& c, const ClaimCorner& corner) {
    const auto at = held(c, corner);
    const auto* ref = c.said.ref ? referenceMeant(corner, *c.said.ref, at) : nullptr;
    if (!at || !ref || c.said.otherRef) return std::nullopt;
    const long past = std::lround(*at - ref->atM);
    const auto where =
        past == 0 ? "at the " + ref->name
                  : std::to_string(std::abs(past)) + " metres " + (past > 0 ? "after" : "before") + " the " + ref->name;
    return replaced(text, c.from, c.to, where);
}

} // namespace

std::optional<std::string> corrected(std::string_view text, const Claim& c, const ClaimFacts& facts, int number) {
    const auto* corner = facts.corner(c.about.value_or(number));
    if (!corner || c.stance == Stance::Negated || c.said.upTo || c.said.down || c.said.relative) return std::nullopt;
    switch (c.kind) {
    case ClaimKind::Gear:
        if (const auto v = held(c, *corner)) return otherGear(text, c, static_cast<int>(std::lround(*v)));
        return std::nullopt;
    case ClaimKind::BrakePct:
        if (const auto v = held(c, *corner)) return otherFigure(text, c, *c.said.number, *v);
        return std::nullopt;
    case ClaimKind::Speed:
        if (const auto v = held(c, *corner))
            return otherFigure(text, c, *c.said.number, c.unit == "mph" ? *v / kMileKm : *v);
        return std::nullopt;
    case ClaimKind::Distance: return otherPlace(text, c, *corner);
    case ClaimKind::Apex:
        if (const auto& kind = c.byAdvice ? corner->advice.apexKind : corner->facts.apexKind; !kind.empty())
            return otherWord(text, c, c.said.word, kind);
        return std::nullopt;
    case ClaimKind::Direction:
        if (c.said.word == "left" || c.said.word == "right") return otherWord(text, c, c.said.word, corner->direction);
        return std::nullopt;
    default: return std::nullopt;
    }
}

} // namespace hl
