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

/// A corner that no facts have: nothing is known of it.
constexpr int kNobodyKnows = 0;

/// The clause before, where no more than a comma or a colon parts them.
std::optional<Stretch> clauseAhead(std::string_view sentence, Stretch clause) {
    const auto before = sentence.substr(0, clause.from);
    for (const std::string_view mark : {" ,", " :"})
        if (before.ends_with(mark) && before.size() > mark.size())
            return clauseAround(sentence, before.size() - mark.size(), before.size() - mark.size());
    return std::nullopt;
}

} // namespace

CornersMeant::CornersMeant(const ClaimFacts& facts, const std::function<std::string(std::string_view)>& expanded)
    : named_(expanded(manner::atCorner()).c_str()), subject_(expanded(manner::cornerAsSubject()).c_str()),
      mentioned_(expanded(manner::cornerMentioned()).c_str()) {
    for (const auto& c : facts.corners) {
        numbers_.push_back(c.number);
        names_.emplace_back(plainName(c.name), c.number);
        if (onlyHairpin(facts) == &c) names_.emplace_back("hairpin", c.number);
        for (const std::string kind : {"turn ", "corner ", "t"}) {
            names_.emplace_back(kind + std::to_string(c.number), c.number);
            if (c.number == 1) names_.emplace_back(kind + "one", c.number);
        }
    }
    std::sort(numbers_.begin(), numbers_.end());
    wholeLap_ = !numbers_.empty() && numbers_.front() == 1 && numbers_.back() == static_cast<int>(numbers_.size());
    names_.emplace_back("first corner", 1);
    names_.emplace_back("final corner", wholeLap_ ? numbers_.back() : kNobodyKnows);
    names_.emplace_back("last corner", kNobodyKnows); // the one before, or that of the lap
}

int CornersMeant::numberOf(std::string_view name) const {
    for (const auto& [known, number] : names_)
        if (known == name) return number;
    return kNobodyKnows; // "turn 9" where nobody measured it
}

std::optional<int> CornersMeant::fromHere(int corner, int on) const {
    if (!std::binary_search(numbers_.begin(), numbers_.end(), corner)) return std::nullopt;
    if (!wholeLap_) return corner + on; // which may be one that nobody measured
    const auto count = static_cast<int>(numbers_.size());
    return ((corner - 1 + on) % count + count) % count + 1; // the lap goes round
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
    StringPiece rest(clause.data(), clause.size()), out, name;
    while (RE2::FindAndConsume(&rest, named_.re(), &out, &name)) {
        const int number = numberOf({name.data(), name.size()});
        if (!out.empty()) return number == corner ? corner : kNobodyKnows; // of its exit, or of what follows
        const auto before = clause.substr(0, static_cast<std::size_t>(name.data() - clause.data()));
        if (hasWord(lastWords(before, 4), {"like", "as", "than", "unlike"})) continue; // it is held beside it
        return number;
    }
    if (RE2::PartialMatch(StringPiece(clause.data(), clause.size()), subject_.re(), &name))
        return numberOf({name.data(), name.size()});
    return byPlace(clause, corner);
}

std::optional<int> CornersMeant::otherThan(int corner, std::string_view sentence, Stretch clause) const {
    const auto words = sentence.substr(clause.from, clause.to - clause.from);
    const auto other = [corner](std::optional<int> n) { return n == corner ? std::nullopt : n; };
    if (const auto number = in(words, corner)) return other(number);
    const auto ahead = clauseAhead(sentence, clause);
    if (!ahead || hasWord(words, {"here", "this", "i", "i'm", "you", "you're", "we", "we're", "he"}))
        return std::nullopt;
    const bool aside = manner::predicateAlone().in(words);
    const auto named = aside ? clauseAround(sentence, 1, 1) : *ahead;
    const auto before = sentence.substr(named.from, named.to - named.from);
    const StringPiece text(before.data(), before.size());
    StringPiece name;
    if (RE2::PartialMatch(text, mentioned_.re(), &name)) return other(numberOf({name.data(), name.size()}));
    if (RE2::PartialMatch(text, subject_.re(), &name)) return other(numberOf({name.data(), name.size()}));
    return RE2::PartialMatch(text, manner::onlyAway().re()) ? other(byPlace(before, corner)) : std::nullopt;
}

} // namespace hl
