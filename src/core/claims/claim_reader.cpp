// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/claim_reader.h"

#include "core/claims/plain.h"
#include "core/claims/rules.h"
#include "core/claims/stance.h"

#include <algorithm>
#include <charconv>
#include <re2/re2.h>
#include <re2/set.h>
#include <set>

namespace hl {
namespace {

using re2::RE2;
using re2::StringPiece;

constexpr std::string_view kOrdinals[] = {"first", "second", "third", "fourth", "fifth", "sixth", "seventh", "eighth"};

/// Things that stand beside roads, for when nobody listed them.
constexpr std::string_view kThings =
    "(?:(?:start|end|beginning|corner|edge|foot) of the "
    ")?(?:(?:first|second|third|last|next|big|small|white|red|blue|orange|yellow|old|tall|tyre|marshal|marshals|lamp|"
    "flag|pit|brake|"
    "braking|access|dark|tyre|advertising|[0-9]+(?: metre| m)?) "
    ")*(?:board|boards|marker|markers|post|posts|cone|cones|tree|trees|"
    "bridge|gantry|shed|gate|sign|wall|fence|bush|bushes|hut|tower|building|patch|seam|crest|bump|drain|manhole|"
    "bollard|flag|pit "
    "entry|pit exit|pit lane|road|barrier|tyres|shadow|pole|house|barn|grandstand|hedge|poplar|willow|tarmac "
    "change|kink in the "
    "fence|camera|tv tower|hydrant|arch|banner|start line|finish line)";

std::string plainName(std::string_view name) {
    auto s = plainText(name).text;
    while (!s.empty() && s.back() == ' ') s.pop_back();
    s.erase(0, std::min(s.find_first_not_of(' '), s.size()));
    return s;
}

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
            // "at the 50" for the 50 board.
            if (const auto digits = name.find_first_not_of("0123456789"); digits != 0 && digits != name.npos)
                names.push_back(name.substr(0, digits));
        }
    const auto known = joined(std::move(names));
    return "(?:" + known + (known.empty() ? "" : "|") + std::string(kThings) + ")";
}

std::string cornerPattern(const ClaimFacts& facts) {
    std::vector<std::string> names;
    for (const auto& c : facts.corners) names.push_back(plainName(c.name));
    const auto known = joined(std::move(names));
    return "(?:" + known + (known.empty() ? "" : "|") + "(?:turn|corner) (?:[0-9]+|one))";
}

std::string expanded(std::string_view pattern, const ClaimFacts& facts) {
    std::string ordinals;
    for (const auto o : kOrdinals) ordinals += (ordinals.empty() ? "" : "|") + std::string(o);
    std::string out(pattern);
    for (const auto& [mark, text] : {std::pair<std::string, std::string>("@ORD", "(?:" + ordinals + ")"),
                                     {"@THING", thingPattern(facts)},
                                     {"@CORNER", cornerPattern(facts)},
                                     {"@N", "(?:[0-9]+(?:\\.[0-9]+)?)"}})
        for (auto at = out.find(mark); at != out.npos; at = out.find(mark, at + text.size()))
            out.replace(at, mark.size(), text);
    return out;
}

/// Bytes of the whole plain text.
struct Candidate {
    Claim claim;
    std::size_t from = 0, to = 0, rule = 0;
    bool bare = false; ///< one word
    std::size_t length() const { return to - from; }
};

bool overlap(const Candidate& a, const Candidate& b) { return a.from < b.to && b.from < a.to; }

/// Of two kinds over each other the one that says more.
bool givesWay(ClaimKind loser, ClaimKind winner) {
    using K = ClaimKind;
    if (winner == K::Power)
        return loser == K::Flat || loser == K::Distance || loser == K::Apex || loser == K::ThrottlePct;
    if (winner == K::Distance) return loser == K::Metres || loser == K::Kerb || loser == K::Speed || loser == K::Gear;
    if (winner == K::BrakePct || winner == K::ThrottlePct)
        return loser == K::Speed || loser == K::Metres || loser == K::Gear || loser == K::Time;
    if (winner == K::Compare) return loser == K::Gear;
    if (winner == K::Time) return loser == K::Speed || loser == K::Metres || loser == K::Gear;
    if (winner == K::BrakeShape) return loser == K::Flat || loser == K::Power;
    return false;
}

std::vector<Candidate> chosen(std::vector<Candidate> all) {
    std::vector<bool> gone(all.size(), false);
    for (std::size_t i = 0; i < all.size(); ++i)
        for (std::size_t k = 0; k < all.size() && !gone[i]; ++k) {
            if (i == k || gone[k] || !overlap(all[i], all[k])) continue;
            const auto &a = all[i], &b = all[k];
            if (a.claim.kind == b.claim.kind)
                gone[i] = a.length() < b.length() || (a.length() == b.length() && a.rule > b.rule);
            else
                gone[i] = givesWay(a.claim.kind, b.claim.kind);
        }
    std::vector<Candidate> out;
    for (std::size_t i = 0; i < all.size(); ++i)
        if (!gone[i]) out.push_back(std::move(all[i]));
    std::sort(out.begin(), out.end(),
              [](auto& a, auto& b) { return a.from != b.from ? a.from < b.from : a.claim.kind < b.claim.kind; });
    return out;
}

/// "I brake ten metres after it": that there is braking is no second claim beside where or how hard.
void dropPlainBraking(std::vector<Candidate>& all) {
    const auto tells = [](const Candidate& c) {
        return c.claim.kind == ClaimKind::BrakePct || c.claim.kind == ClaimKind::BrakeShape ||
               (c.claim.kind == ClaimKind::Distance && c.claim.fact == "brake_onset_m");
    };
    if (std::none_of(all.begin(), all.end(), tells)) return;
    std::erase_if(all, [](const Candidate& c) {
        return c.claim.kind == ClaimKind::Flat && c.claim.said.word == "brake" && c.bare;
    });
}

/// "third , sorry , fourth": the last one counts.
void dropTakenBack(std::vector<Candidate>& all, const std::string& text) {
    static const RE2 kBack(
        R"(^ *,? *(?:gear )?,? *(?:er|uh|um|well|oh)?,? *(?:sorry|no|i mean|i meant|or rather|rather|make that|correction|no wait|wait|scratch that|strike that|excuse me|pardon)\b[ ,]*(?:no|i mean|it's|make that|that's|in|at|sorry|,|to|about|the)*[ ,]*(?:i mean|it's|in|at|to|,)* *$)");
    for (std::size_t i = 0; i + 1 < all.size();) {
        bool back = false;
        for (std::size_t k = i + 1; k < all.size() && k < i + 3; ++k) {
            if (all[k].claim.kind != all[i].claim.kind || all[k].from < all[i].to) continue;
            const StringPiece between(text.data() + all[i].to, all[k].from - all[i].to);
            static const RE2 kSaid(R"(\b(?:i|we) (?:said|wrote|called it|say)(?: it was| it's)? *$)"),
                kBut(R"(^ ?,? but\b)");
            back =
                RE2::PartialMatch(between, kBack) ||
                (RE2::PartialMatch(between, kBut) && RE2::PartialMatch(StringPiece(text.data(), all[i].from), kSaid));
            break;
        }
        if (back)
            all.erase(all.begin() + static_cast<std::ptrdiff_t>(i));
        else
            ++i;
    }
}

} // namespace

std::optional<int> ordinalOf(std::string_view word) {
    for (std::size_t i = 0; i < std::size(kOrdinals); ++i)
        if (kOrdinals[i] == word) return static_cast<int>(i) + 1;
    return std::nullopt;
}

std::optional<double> figureOf(std::string_view text) {
    if (text == "one" || text == "a" || text == "an") return 1;
    double v = 0;
    const auto read = std::from_chars(text.data(), text.data() + text.size(), v);
    return read.ec == std::errc() ? std::optional(v) : std::nullopt;
}

bool hasWord(std::string_view text, std::initializer_list<std::string_view> words) {
    for (const auto w : words)
        for (auto at = text.find(w); at != text.npos; at = text.find(w, at + 1))
            if ((at == 0 || text[at - 1] == ' ') && (at + w.size() == text.size() || text[at + w.size()] == ' '))
                return true;
    return false;
}

std::string_view lastWords(std::string_view text, std::size_t count) {
    auto end = text.size();
    while (end > 0 && text[end - 1] == ' ') --end;
    auto at = end;
    while (at > 0 && count > 0) {
        --at;
        if (text[at] == ' ' && --count == 0) return text.substr(at + 1);
    }
    return text.substr(at);
}

std::string_view firstWord(std::string_view text) {
    const auto from = text.find_first_not_of(' ');
    if (from == text.npos) return {};
    return text.substr(from, text.find(' ', from) - from);
}

std::span<const KindOfClaim> englishClaims() {
    static const KindOfClaim kAll[] = {
        kGearClaims, kPercentBrake, kPercentThrottle, kSpeedClaims,      kDistanceClaims, kMetreClaims, kFlatClaims,
        kApexClaims, kKerbClaims,   kDirectionClaims, kBrakeShapeClaims, kPowerClaims,    kTimeClaims,  kCompareClaims};
    return kAll;
}

struct ClaimReader::Grammar {
    struct Rule {
        ClaimKind kind;
        const ClaimRule* rule;
        std::unique_ptr<RE2> pattern;
        std::map<std::string, int> groups;
    };
    std::vector<Rule> rules;
    std::unique_ptr<RE2::Set> any; ///< which rules a sentence is worth looking at with

    explicit Grammar(const ClaimFacts& facts) {
        any = std::make_unique<RE2::Set>(RE2::DefaultOptions, RE2::UNANCHORED);
        for (const auto& kind : englishClaims())
            for (const auto& r : kind.rules) {
                const auto pattern = expanded(r.pattern, facts);
                Rule rule{kind.kind, &r, std::make_unique<RE2>(pattern), {}};
                if (!rule.pattern->ok())
                    throw std::logic_error("a rule of claims is no pattern: " + rule.pattern->error());
                rule.groups = rule.pattern->NamedCapturingGroups();
                any->Add(pattern, nullptr);
                rules.push_back(std::move(rule));
            }
        any->Compile();
    }

    void find(const std::string& text, const PlainSentence& s, std::vector<Candidate>& out) const {
        const std::string_view sentence(text.data() + s.from, s.to - s.from);
        std::vector<int> worth;
        if (!any->Match(StringPiece(sentence.data(), sentence.size()), &worth)) return;
        std::sort(worth.begin(), worth.end());
        for (const int i : worth)
            apply(rules[static_cast<std::size_t>(i)], static_cast<std::size_t>(i), sentence, s.from, out);
    }

    static void apply(const Rule& rule, std::size_t number, std::string_view sentence, std::size_t offset,
                      std::vector<Candidate>& out) {
        const auto groups = rule.pattern->NumberOfCapturingGroups() + 1;
        std::vector<StringPiece> at(static_cast<std::size_t>(groups));
        for (std::size_t begin = 0; begin < sentence.size();) {
            if (!rule.pattern->Match(StringPiece(sentence.data(), sentence.size()), begin, sentence.size(),
                                     RE2::UNANCHORED, at.data(), groups))
                return;
            const auto group = [&](std::string_view name) -> std::string_view {
                const auto it = rule.groups.find(std::string(name));
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
            c.from = offset + from, c.to = offset + to, c.rule = number;
            Find find{sentence, from, to, group};
            const bool counts = to > from && rule.rule->read(find, c.claim);
            begin = std::max(begin + 1, to); // what is behind may begin with the same blank
            if (!counts) continue;
            c.from = offset + find.from, c.to = offset + find.to;
            c.bare = find.inside().find(' ') == std::string_view::npos || find.inside().starts_with("hit ");
            out.push_back(std::move(c));
        }
    }
};

ClaimReader::ClaimReader(const ClaimFacts& facts) : grammar_(std::make_unique<const Grammar>(facts)), facts_(facts) {}
ClaimReader::~ClaimReader() = default;
ClaimReader::ClaimReader(ClaimReader&&) noexcept = default;

namespace {

/// Which of two pedals a bare percentage is of, and which gear is spoken of, the corner and the clause decide.
void decide(Candidate& c, std::string_view sentence, std::size_t offset, const ClaimCorner* corner) {
    auto& claim = c.claim;
    if (claim.fact == "either") {
        claim.fact.clear();
        const bool brakes = !corner || corner->facts.brakes.value_or(true);
        if (!brakes) claim.kind = ClaimKind::ThrottlePct;
    }
    if (claim.kind == ClaimKind::BrakePct) claim.fact = "brake_peak_pct";
    if (claim.kind == ClaimKind::ThrottlePct) claim.fact = "throttle_low_pct";
    if (claim.kind == ClaimKind::Gear && claim.said.number) {
        const auto before = sentence.substr(0, c.from - offset), after = sentence.substr(c.to - offset, 26);
        const auto near = lastWords(before, 4);
        claim.fact = "min_gear";
        if (hasWord(before, {"arrive", "arriving", "arrives", "approach", "approaching", "approached"}) ||
            before.find("come in") != before.npos || before.find("coming in") != before.npos ||
            hasWord(lastWords(before, 1), {"from"}) || hasWord(after, {"approach", "approaching"}) ||
            after.find("on the way in") != after.npos)
            claim.fact = "entry_gear";
        if (hasWord(near, {"exit", "upshift", "out"}) || near.find("shift up") != near.npos ||
            near.find("up to") != near.npos || near.find("short shift") != near.npos ||
            after.find("on the exit") != after.npos || after.find("at the exit") != after.npos ||
            after.find("on the way out") != after.npos)
            claim.fact = "exit_gear";
    }
}

} // namespace

namespace {

/// "third, second": on the way down all but the last are gears one goes through.
void throughTheGears(std::vector<Candidate>& all) {
    constexpr std::size_t kNear = 12; // bytes between them
    for (std::size_t i = 0; i + 1 < all.size(); ++i) {
        auto &a = all[i].claim, &b = all[i + 1].claim;
        const bool gears = a.kind == ClaimKind::Gear && b.kind == ClaimKind::Gear && a.said.number && b.said.number;
        if (!gears || all[i + 1].from - all[i].to >= kNear) continue;
        if (*b.said.number < *a.said.number) a.fact = "shifts";
        if (*b.said.number > *a.said.number && a.fact != "shifts") b.fact = "shifts"; // on the way out
    }
}

} // namespace

namespace {

/// Whether what follows a sentence is no more than that it should not be so.
bool takenBackBehind(const std::string& text, std::size_t at) {
    static const RE2 kDont(
        R"(^ ?(?:please )?(?:don't|do not|resist|resist it|never|don't do it)(?: (?:\.|!|;|,)| *$))");
    return at < text.size() &&
           RE2::PartialMatch(StringPiece(text.data() + at, std::min<std::size_t>(24, text.size() - at)), kDont);
}

} // namespace

namespace {

/// "from 148 to 36", "a hundred and forty-eight, then thirty-six": of two bare speeds the first is the one on entry.
void slowing(std::vector<Candidate>& all) {
    constexpr double kMuch = 1.3;
    for (std::size_t i = 0; i + 1 < all.size(); ++i) {
        auto &a = all[i].claim, &b = all[i + 1].claim;
        const bool speeds = a.kind == ClaimKind::Speed && b.kind == ClaimKind::Speed && a.unit == b.unit;
        if (speeds && a.fact == "min_speed_kmh" && b.fact == "min_speed_kmh" && *a.said.number > kMuch * *b.said.number)
            a.fact = "entry_speed_kmh";
    }
}

/// "fourth, fourth, fourth" claims it once.
void onceEach(std::vector<Candidate>& all) {
    constexpr std::size_t kNear = 14; // bytes
    for (std::size_t i = 1; i < all.size();) {
        const auto &a = all[i - 1].claim, &b = all[i].claim;
        const bool same =
            a.kind == b.kind && a.kind == ClaimKind::Gear && a.said.number && a.said.number == b.said.number;
        if (same && all[i].from - all[i - 1].to < kNear)
            all.erase(all.begin() + static_cast<std::ptrdiff_t>(i));
        else
            ++i;
    }
}

} // namespace

std::vector<Claim> ClaimReader::read(std::string_view source, int number) const {
    const auto plain = plainText(source);
    const auto* corner = facts_.corner(number);
    std::vector<Claim> out;
    for (const auto& s : sentencesOf(plain)) {
        const std::string_view sentence = std::string_view(plain.text).substr(s.from, s.to - s.from);
        if (s.question || asks(sentence)) continue;
        std::vector<Candidate> found;
        grammar_->find(plain.text, s, found);
        for (auto& c : found) decide(c, sentence, s.from, corner);
        found = chosen(std::move(found));
        dropPlainBraking(found);
        dropTakenBack(found, plain.text);
        onceEach(found);
        throughTheGears(found);
        slowing(found);
        for (auto& c : found) {
            auto& claim = c.claim;
            claim.from = plain.from[c.from], claim.to = plain.to[c.to - 1];
            tellStance(sentence, c.from - s.from, c.to - s.from, claim);
            if (takenBackBehind(plain.text, s.to)) claim.stance = Stance::Negated; // "you'll want to lift; don't."
            holdAgainst(claim, facts_, number);
            out.push_back(std::move(claim));
        }
    }
    return out;
}

} // namespace hl
