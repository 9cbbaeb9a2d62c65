// SPDX-License-Identifier: GPL-3.0-or-later
// Reads a text as a careful person would, and holds what it claims against the facts.
#pragma once
#include "core/claims/claim.h"
#include "core/claims/claim_facts.h"

#include <memory>

namespace hl {

class Grammar;
class SentenceMemory;
class WordScales;

class ClaimReader {
  public:
    /// The names of things and corners are part of the grammar. The facts must outlive the reader, and stay.
    explicit ClaimReader(const ClaimFacts& facts);
    ~ClaimReader();
    ClaimReader(ClaimReader&&) noexcept;

    /// In the order of the text. A corner that is none of the facts': read, and nothing is known. For any thread.
    std::vector<Claim> read(std::string_view text, int corner) const;

  private:
    /// Spans in bytes of the plain sentence.
    std::vector<Claim> readSentence(std::string_view sentence, int corner) const;
    /// A contradiction is none where the words may tell what was driven or what to do, may mean another speed, or are
    /// likely of another car or day. What agrees is of nobody's lap where the words most surely are another's.
    void doubtVerdict(std::string_view sentence, Claim& claim, int corner) const;
    using Claims = std::shared_ptr<const std::vector<Claim>>;
    std::vector<Claims> readEach(const std::vector<std::string_view>& sentences, int corner) const;

    std::unique_ptr<const Grammar> grammar_;
    std::unique_ptr<const WordScales> scales_;
    std::unique_ptr<SentenceMemory> memory_;
    const ClaimFacts& facts_;
};

/// Fills verdict, `byAdvice` and `measured`. A claim of another car or day is never known.
void holdAgainst(Claim& claim, const ClaimFacts& facts, int corner);

/// Of words that are spoken at a place of the road: a gear told before the braking is the one that one arrives in.
void holdAgainst(Claim& claim, const ClaimFacts& facts, int corner, double atM);

/// The reference of a corner that a text means: by its name, by "50" for the 50 board, or by "second board". Null:
/// none. By a part of its name too, where no other has it.
/// Of several of one name the one nearest to `nearM`, the place that is spoken of; unknown: the first.
const ClaimReference* referenceMeant(const ClaimCorner& corner, std::string_view plainName,
                                     std::optional<double> nearM = {});

/// By what else one calls a thing of a plain name: "timing hut" and "hut" for "old timing hut", "chevron" for "chevron
/// board"; not by how it looks alone.
std::vector<std::string> shortNames(std::string_view plainName);

} // namespace hl
