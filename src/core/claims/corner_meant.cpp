// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/corner_meant.h"

#include "core/claims/manner.h"
#include "core/claims/plain.h"
#include "core/claims/rules.h"

#include <algorithm>

namespace hl {
namespace {

using re2::RE2;
using re2::StringPiece;

/// The clause before, where no more than a comma or a colon parts them.
std::optional<Stretch> clauseAhead(std::string_view sentence, Stretch clause) {
    const auto before = sentence.substr(0, clause.from);
    for (const std::string_view mark : {" ,", " :"})
        if (before.ends_with(mark) && before.size() > mark.size())
            return clauseAround(sentence, before.size() - mark.size(), before.size() - mark.size());
    return std::nullopt;
}

} // namespace

CornersMeant::CornersMeant(const ClaimFacts& facts, const std::string& anyCorner)
    : named_(manner::atCorner(anyCorner).c_str()), subject_(manner::cornerAsSubject(anyCorner).c_str()),
      mentioned_(manner::cornerMentioned(anyCorner).c_str()) {
    for (const auto& c : facts.corners) {
        inOrder_.push_back(c.number);
        names_.emplace_back(plainName(c.name), c.number);
        if (onlyHairpin(facts) == &c) names_.emplace_back("hairpin", c.number);
        for (const std::string kind : {"turn ", "corner ", "t"}) {
            names_.emplace_back(kind + std::to_string(c.number), c.number);
            if (c.number == 1) names_.emplace_back(kind + "one", c.number);
        }
    }
    if (inOrder_.empty()) return;
    names_.emplace_back("first corner", inOrder_.front());
    names_.emplace_back("final corner", inOrder_.back()); // "the last corner" may be the one before
}

std::optional<int> CornersMeant::numberOf(std::string_view name) const {
    for (const auto& [known, number] : names_)
        if (known == name) return number;
    return std::nullopt;
}

std::optional<int> CornersMeant::fromHere(int corner, int on) const {
    const auto here = std::find(inOrder_.begin(), inOrder_.end(), corner);
    const auto count = static_cast<int>(inOrder_.size());
    if (here == inOrder_.end() || count < 2) return std::nullopt;
    const int at = static_cast<int>(here - inOrder_.begin()) + on;
    return inOrder_[static_cast<std::size_t>((at % count + count) % count)]; // the lap goes round
}

std::optional<int> CornersMeant::byPlace(std::string_view clause, int corner) const {
    const StringPiece text(clause.data(), clause.size());
    StringPiece next, previous, after, before, count, way;
    if (RE2::PartialMatch(text, manner::nextCorner().re(), &next, &previous, &after, &before))
        return fromHere(corner, next.empty() && after.empty() ? -1 : 1);
    if (RE2::PartialMatch(text, manner::cornersAway().re(), &count, &way)) {
        const int n = count == "2" ? 2 : count == "3" ? 3 : 1;
        return fromHere(corner, way == "back" || way == "earlier" || way == "before" || way == "ago" ? -n : n);
    }
    return std::nullopt;
}

std::optional<int> CornersMeant::in(std::string_view clause, int corner) const {
    StringPiece rest(clause.data(), clause.size()), name;
    while (RE2::FindAndConsume(&rest, named_.re(), &name)) {
        const auto before = clause.substr(0, static_cast<std::size_t>(name.data() - clause.data()));
        if (hasWord(lastWords(before, 4), {"like", "as", "than", "unlike"})) continue; // it is held beside it
        if (const auto number = numberOf({name.data(), name.size()})) return number;
    }
    if (RE2::PartialMatch(StringPiece(clause.data(), clause.size()), subject_.re(), &name))
        if (const auto number = numberOf({name.data(), name.size()})) return number;
    return byPlace(clause, corner);
}

std::optional<int> CornersMeant::otherThan(int corner, std::string_view sentence, Stretch clause) const {
    const auto words = sentence.substr(clause.from, clause.to - clause.from);
    const auto other = [corner](std::optional<int> n) { return n == corner ? std::nullopt : n; };
    if (const auto number = in(words, corner)) return other(number);
    const auto ahead = clauseAhead(sentence, clause);
    if (!ahead || hasWord(words, {"here", "this", "i", "i'm", "you", "you're", "we", "we're", "he"}))
        return std::nullopt;
    const auto before = sentence.substr(ahead->from, ahead->to - ahead->from);
    const StringPiece text(before.data(), before.size());
    StringPiece name;
    if (RE2::PartialMatch(text, mentioned_.re(), &name)) return other(numberOf({name.data(), name.size()}));
    if (RE2::PartialMatch(text, subject_.re(), &name)) return other(numberOf({name.data(), name.size()}));
    return RE2::PartialMatch(text, manner::onlyAway().re()) ? other(byPlace(before, corner)) : std::nullopt;
}

} // namespace hl
