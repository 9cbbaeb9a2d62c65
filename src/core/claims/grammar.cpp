// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/grammar.h"

#include "core/claims/claim_reader.h"
#include "core/claims/lexicon.h"
#include "core/claims/plain.h"

#include <algorithm>
#include <stdexcept>

namespace hl {
namespace {

using re2::RE2;
using re2::StringPiece;

/// Things that stand beside roads, for when nobody listed them.
constexpr std::string_view kThings =
    "(?:(?:start|end|beginning|corner|edge|foot) of the "
    ")?(?:(?:first|second|third|last|next|big|small|white|red|blue|green|grey|black|brown|orange|yellow|old|new|tall|"
    "tyre|ice cream|burger|hot "
    "dog|coffee|tea|food|ticket|telegraph|concrete|wooden|metal|stone|painted|striped|leaning|timing|speed|marshal|"
    "marshals|lamp|"
    "flag|pit|brake|"
    "braking|access|dark|tyre|advertising|[0-9]+(?: metre| m)?) "
    ")*(?:[a-z]+ )?(?:board|boards|marker|markers|post|posts|cone|cones|tree|trees|"
    "bridge|gantry|shed|gate|sign|wall|fence|bush|bushes|hut|tower|building|patch|seam|crest|bump|drain|manhole|"
    "bollard|flag|pit "
    "entry|pit exit|pit lane|road|barrier|tyres|shadow|pole|house|barn|grandstand|hedge|poplar|willow|tarmac "
    "change|kink in the "
    "fence|camera|tv tower|hydrant|arch|banner|start line|finish "
    "line|oak|pine|elm|birch|ash|lime|fir|chestnut|cedar|beech|larch|"
    "silo|ditch|culvert|kiosk|van|caravan|mast|windmill|statue|container|trailer|scaffold|stand|cabin|ramp|chimney|"
    "pylon|"
    "phone box|loudspeaker|fountain|boulder|stump|pond|stile|hoarding|billboard|signpost|stable|mirror|"
    "archway|tunnel|underpass|embankment|railing|railings|tank|tap|trough|bench|tent|marquee|screen|scoreboard|clock|"
    "flagpole|lamppost|bale|bales|skip|bin|guardrail|armco|tarpaulin)";

std::string joined(std::vector<std::string> names) {
    std::sort(names.begin(), names.end(),
              [](auto& a, auto& b) { return a.size() != b.size() ? a.size() > b.size() : a < b; });
    names.erase(std::unique(names.begin(), names.end()), names.end());
    std::string out;
    for (const auto& n : names)
        if (!n.empty()) out += (out.empty() ? "" : "|") + RE2::QuoteMeta(n);
    return out;
}

std::string thingPattern(const ClaimFacts& facts) {
    std::vector<std::string> names;
    for (const auto& c : facts.corners)
        for (const auto& r : c.references) {
            const auto name = plainName(r.name);
            names.push_back(name);
            for (auto& n : shortNames(name)) names.push_back(std::move(n));
            // "at the 50" for the 50 board.
            if (const auto digits = name.find_first_not_of("0123456789"); digits != 0 && digits != name.npos)
                names.push_back(name.substr(0, digits));
        }
    const auto known = joined(std::move(names));
    return "(?:" + known + (known.empty() ? "" : "|") + std::string(kThings) + ")";
}

std::string cornerPattern(const ClaimFacts& facts) {
    std::vector<std::string> names{"first corner", "last corner", "final corner"};
    for (const auto& c : facts.corners) names.push_back(plainName(c.name));
    if (onlyHairpin(facts)) names.emplace_back("hairpin");
    const auto known = joined(std::move(names));
    return "(?:" + known + (known.empty() ? "" : "|") + "(?:turn|corner) (?:[0-9]+|one)|t[0-9]+)";
}

std::string expanded(std::string_view pattern, const ClaimFacts& facts) {
    std::string ordinals;
    for (const auto o : ordinalWords()) ordinals += (ordinals.empty() ? "" : "|") + std::string(o);
    std::string out(pattern);
    for (const auto& [mark, text] : {std::pair<std::string, std::string>("@ORD", "(?:" + ordinals + ")"),
                                     {"@THING", thingPattern(facts)},
                                     {"@CORNER", cornerPattern(facts)},
                                     {"@N", "(?:[0-9]+(?:\\.[0-9]+)?)"}})
        for (auto at = out.find(mark); at != out.npos; at = out.find(mark, at + text.size()))
            out.replace(at, mark.size(), text);
    return out;
}

} // namespace

std::span<const KindOfClaim> englishClaims() {
    static const KindOfClaim kAll[] = {
        kGearClaims, kPercentBrake, kPercentThrottle, kSpeedClaims,      kDistanceClaims, kMetreClaims, kFlatClaims,
        kApexClaims, kKerbClaims,   kDirectionClaims, kBrakeShapeClaims, kPowerClaims,    kTimeClaims,  kCompareClaims};
    return kAll;
}

Grammar::Grammar(const ClaimFacts& facts)
    : corners_(facts, [&](std::string_view pattern) { return expanded(pattern, facts); }) {
    for (const auto& kind : englishClaims()) {
        auto any = std::make_unique<RE2::Set>(RE2::DefaultOptions, RE2::UNANCHORED);
        const auto first = rules_.size();
        for (const auto& r : kind.rules) {
            const auto pattern = expanded(r.pattern, facts);
            Rule rule{kind.kind, &r, std::make_unique<RE2>(pattern), {}};
            if (!rule.pattern->ok()) throw std::logic_error("a rule of claims is no pattern: " + rule.pattern->error());
            const auto& groups = rule.pattern->NamedCapturingGroups();
            rule.groups.insert(groups.begin(), groups.end());
            any->Add(pattern, nullptr);
            rules_.push_back(std::move(rule));
        }
        any->Compile();
        worth_.emplace_back(std::move(any), first);
    }
    const auto alsoAThing = [&](const std::string& name) {
        return std::any_of(facts.corners.begin(), facts.corners.end(), [&](const ClaimCorner& c) {
            return std::any_of(c.references.begin(), c.references.end(),
                               [&](const ClaimReference& r) { return plainName(r.name) == name; });
        });
    };
    for (const auto& c : facts.corners) {
        if (auto name = plainName(c.name); !name.empty() && !alsoAThing(name)) cornersOnly_.push_back(std::move(name));
    }
}

std::optional<int> Grammar::cornerNamed(std::string_view sentence, const Candidate& c, int corner) const {
    using K = ClaimKind;
    if (c.claim.kind == K::Compare || c.claim.kind == K::Time || c.claim.kind == K::Distance) return std::nullopt;
    return corners_.otherThan(corner, sentence, clauseAround(sentence, c.from, c.to));
}

std::vector<Candidate> Grammar::find(std::string_view sentence) const {
    std::vector<Candidate> out;
    const auto namesACorner = [&](const Candidate& c) { // "harder than at Reed Gate" is no gate beside the road
        return c.claim.kind == ClaimKind::Distance && c.claim.said.ref &&
               std::find(cornersOnly_.begin(), cornersOnly_.end(), *c.claim.said.ref) != cornersOnly_.end();
    };
    std::vector<int> worth;
    for (const auto& [any, first] : worth_) {
        if (!any->Match(StringPiece(sentence.data(), sentence.size()), &worth)) continue;
        std::sort(worth.begin(), worth.end());
        for (const int i : worth) {
            const auto number = first + static_cast<std::size_t>(i);
            apply(rules_[number], number, sentence, out);
        }
    }
    std::erase_if(out, namesACorner);
    return out;
}

void Grammar::apply(const Rule& rule, std::size_t number, std::string_view sentence, std::vector<Candidate>& out) {
    const auto groups = rule.pattern->NumberOfCapturingGroups() + 1;
    std::vector<StringPiece> at(static_cast<std::size_t>(groups));
    for (std::size_t begin = 0; begin < sentence.size();) {
        if (!rule.pattern->Match(StringPiece(sentence.data(), sentence.size()), begin, sentence.size(), RE2::UNANCHORED,
                                 at.data(), groups))
            return;
        const auto group = [&](std::string_view name) -> std::string_view {
            const auto it = rule.groups.find(name);
            return it == rule.groups.end() ? std::string_view()
                                           : std::string_view(at[static_cast<std::size_t>(it->second)].data(),
                                                              at[static_cast<std::size_t>(it->second)].size());
        };
        auto span = group("span");
        if (span.empty()) span = group("span2");
        if (span.empty()) span = {at[0].data(), at[0].size()};
        auto from = static_cast<std::size_t>(span.data() - sentence.data()), to = from + span.size();
        while (to > from && sentence[to - 1] == ' ') --to;
        while (from < to && sentence[from] == ' ') ++from;
        Candidate c;
        c.claim.kind = rule.kind;
        c.from = from, c.to = to, c.rule = number;
        Find find{sentence, from, to, group};
        const bool counts = to > from && rule.rule->read(find, c.claim);
        begin = std::max(begin + 1, to); // what is behind may begin with the same blank
        if (!counts) continue;
        c.from = find.from, c.to = find.to;
        c.bare = find.inside().find(' ') == std::string_view::npos || find.inside().starts_with("hit ");
        out.push_back(std::move(c));
    }
}

} // namespace hl
