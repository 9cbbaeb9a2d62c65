// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/claim_reader.h"

#include "core/claims/grammar.h"
#include "core/claims/lexicon.h"
#include "core/claims/manner.h"
#include "core/claims/plain.h"
#include "core/claims/sentence_memory.h"
#include "core/claims/stance.h"
#include "core/claims/weighed_words.h"
#include "core/units/on_all_cores.h"

#include <algorithm>
#include <unordered_map>

namespace hl {
namespace {

/// Log-odds, chosen on sentences that neither the grammar nor the weights had met. A contradiction that is none costs
/// more than a claim that is missed; but a short sentence that says little against it must be read.
constexpr double kSurelyNothing = 0, kLikelyNothing = -0.5, kLikelyOther = -1.2, kSurelyOther = 1, kLikelyAdvice = -1;

/// The words that belong to a claim: "and it's all a bit frantic" behind it says nothing against it.
std::string_view partAround(std::string_view sentence, const Claim& c) {
    auto part = clauseAround(sentence, c.from, c.to);
    for (const std::string_view mark : {" and ", " so "}) {
        if (const auto at = sentence.substr(0, c.from).rfind(mark); at != sentence.npos)
            part.from = std::max(part.from, at + mark.size() - 1);
        if (const auto at = sentence.find(mark, c.to > 0 ? c.to - 1 : 0); at != sentence.npos)
            part.to = std::min(part.to, at + 1);
    }
    return sentence.substr(part.from, part.to - part.from);
}

/// Whether what follows a sentence is no more than that it should not be so: "you'll want to lift; don't."
bool takenBackBehind(std::string_view text, std::size_t at) {
    constexpr std::size_t kShort = 24;
    return at < text.size() && manner::notSo().in(text.substr(at, kShort));
}

} // namespace

ClaimReader::ClaimReader(const ClaimFacts& facts)
    : grammar_(std::make_unique<const Grammar>(facts)), scales_(std::make_unique<const WordScales>(facts)),
      memory_(std::make_unique<SentenceMemory>()), facts_(facts) {}
ClaimReader::~ClaimReader() = default;
ClaimReader::ClaimReader(ClaimReader&&) noexcept = default;

std::vector<Claim> ClaimReader::readSentence(std::string_view sentence, int number) const {
    std::vector<Claim> out;
    if (asks(sentence)) return out;
    auto found = settled(grammar_->find(sentence), sentence, facts_.corner(number));
    if (found.empty()) return out;
    const double whole = scales_->weigh(sentence).tellsNothing;
    for (auto& c : found) {
        c.claim.from = c.from, c.claim.to = c.to;
        const double nothing = whole <= kLikelyNothing
                                   ? whole
                                   : std::min(whole, scales_->weigh(partAround(sentence, c.claim)).tellsNothing);
        if (nothing > kSurelyNothing) continue;
        tellStance(sentence, c.from, c.to, c.claim);
        c.claim.about = grammar_->cornerNamed(sentence, c, number);
        holdAgainst(c.claim, facts_, c.claim.about.value_or(number));
        doubtVerdict(sentence, c.claim, c.claim.about.value_or(number));
        if (c.claim.verdict != Verdict::Differs || nothing <= kLikelyNothing) out.push_back(std::move(c.claim));
    }
    return out;
}

void ClaimReader::doubtVerdict(std::string_view sentence, Claim& claim, int corner) const {
    const auto otherCase = [&] { return scales_->weigh(caseAround(sentence, claim.from, claim.to)).otherCase; };
    const auto isOther = [&] {
        claim.alsoAs.push_back(claim.stance), claim.stance = Stance::Other;
        holdAgainst(claim, facts_, corner);
    };
    // "In the next corner it's third" is of another corner, which is known.
    if (claim.verdict == Verdict::Agrees && !claim.about && otherCase() > kSurelyOther) return isOther();
    if (claim.verdict != Verdict::Differs) return;
    const auto agreesAs = [&](Stance stance) {
        auto other = claim;
        other.stance = stance, other.alsoAs = {claim.stance};
        holdAgainst(other, facts_, corner);
        const bool agrees = other.verdict == Verdict::Agrees;
        if (agrees) claim = std::move(other);
        return agrees;
    };
    // "Late apex" may be told to somebody, or tell what was; "there's room to brake at the post" is advice in words
    // that nobody listed.
    if (claim.adviceGuessed && agreesAs(Stance::Driven)) return;
    if (claim.stance == Stance::Driven && scales_->weigh(partAround(sentence, claim)).advises > kLikelyAdvice &&
        agreesAs(Stance::Advised))
        return;
    if (claim.factGuessed)
        for (const auto* speed : {"entry_speed_kmh", "exit_speed_kmh"}) {
            auto other = claim;
            other.fact = speed;
            holdAgainst(other, facts_, corner);
            if (other.verdict == Verdict::Agrees) return void(claim = std::move(other));
        }
    if (otherCase() > kLikelyOther) isOther();
}

std::vector<ClaimReader::Claims> ClaimReader::readEach(const std::vector<std::string_view>& sentences,
                                                       int number) const {
    std::vector<Claims> out(sentences.size());
    constexpr std::size_t kAtOnce = 64; // fewer are read before another core has begun
    onAllCores((sentences.size() + kAtOnce - 1) / kAtOnce, [&](std::size_t part) {
        for (auto i = part * kAtOnce; i < std::min(sentences.size(), (part + 1) * kAtOnce); ++i) {
            std::string sentence(sentences[i]);
            out[i] = memory_->of(number, sentence);
            if (out[i]) continue;
            out[i] = std::make_shared<const std::vector<Claim>>(readSentence(sentences[i], number));
            memory_->keep(number, std::move(sentence), out[i]);
        }
    });
    return out;
}

std::vector<Claim> ClaimReader::read(std::string_view source, int number) const {
    const auto plain = plainText(source);
    const std::string_view text = plain.text;
    const auto sentences = sentencesOf(plain);
    // What is said again claims the same: a long text is read as fast as it has new sentences.
    std::unordered_map<std::string_view, std::size_t> known;
    std::vector<std::string_view> fresh;
    std::vector<std::size_t> which(sentences.size()); // of the fresh ones
    for (std::size_t i = 0; i < sentences.size(); ++i) {
        const auto& s = sentences[i];
        if (s.question) continue;
        const auto [it, isFresh] = known.try_emplace(text.substr(s.from, s.to - s.from), fresh.size());
        if (isFresh) fresh.push_back(it->first);
        which[i] = it->second;
    }
    const auto claimed = readEach(fresh, number);
    std::size_t count = 0;
    for (std::size_t i = 0; i < sentences.size(); ++i)
        if (!sentences[i].question) count += claimed[which[i]]->size();
    std::vector<Claim> out;
    out.reserve(count);
    for (std::size_t i = 0; i < sentences.size(); ++i) {
        const auto& s = sentences[i];
        if (s.question) continue;
        const auto& claims = *claimed[which[i]];
        const bool back = !claims.empty() && takenBackBehind(text, s.to);
        for (auto claim : claims) {
            claim.from = plain.from[s.from + claim.from], claim.to = plain.to[s.from + claim.to - 1];
            if (back) claim.stance = Stance::Negated, holdAgainst(claim, facts_, claim.about.value_or(number));
            out.push_back(std::move(claim));
        }
    }
    return out;
}

} // namespace hl
