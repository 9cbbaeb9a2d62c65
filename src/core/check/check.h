// SPDX-License-Identifier: GPL-3.0-or-later
// Findings: what the words claim against what was measured and advised, and what a guide must not go without.
#pragma once
#include "core/claims/guide_claims.h"
#include "core/cut/label_plan.h"
#include "core/words/speech.h"

namespace hl {

enum class Severity { Wrong, Warn, Note };
std::string_view name(Severity s);

/// A claim in the words of a finding, for what can be done about it at one key.
struct FoundClaim {
    Claim claim;
    BeatText in = BeatText::Words;        ///< that claims it
    std::optional<std::string> corrected; ///< the whole text as it is said with what was measured; none: no such words
};

struct Finding {
    std::string rule; ///< stable name, e.g. "claims.gear"
    Severity severity = Severity::Note;
    CornerId corner;   ///< 0: of the whole guide
    BeatId beat;       ///< whose words it is about; 0: none
    std::string where; ///< "words", "scene", a topic
    std::string message;
    std::string claim, measured;
    std::optional<FoundClaim> found = {};
    double atS = -1; ///< of the guide, where it can be looked at; below 0: there is no such moment
};

/// What a finding asks one to do: the parts of the list in which it stands.
enum class ToDo { PutRight, Complete, MakeSure, MakeReadable, Shorten };
std::string_view key(ToDo what); ///< stable word: "put-right"
ToDo toDo(const Finding& f);

/// A text of a beat that somebody hears or reads, and what it claims. The pointers are into the guide.
struct ReadText {
    const GuideCorner* corner;
    const Beat* beat;
    BeatText which;
    const std::string* text;
    std::vector<ReadClaim> claims;
};

/// What a check looks at: the guide as it is said, and its texts read once for all checks.
struct Checked {
    const Guide& guide;
    const MeasuredCorners& measured;
    const GuideClaims& claims;
    std::vector<ReadText> texts; ///< of corners whose facts are known
    Checked(const Guide& guide, const MeasuredCorners& measured, const GuideClaims& claims);
};

/// One check over the whole guide. A new check is one function and one line in kChecks (check.cpp).
using Check = std::vector<Finding> (*)(const Checked&);

// Words (check_words.cpp).
std::vector<Finding> contradictedWords(const Checked& c);     ///< by facts or advice
std::vector<Finding> wordsAgainstEachOther(const Checked& c); ///< two places of one corner that cannot both be
std::vector<Finding> markersThatDisagree(const Checked& c);   ///< their text contradicts the lap
std::vector<Finding> strangeReferences(const Checked& c);     ///< not there, or on the other side
std::vector<Finding> takesThatContradict(const Checked& c);   ///< what was heard differently contradicts the lap
std::vector<Finding> unspokenTakes(const Checked& c);         ///< their words are others now

// What a guide must have (check_parts.cpp).
std::vector<Finding> missingCautions(const Checked& c);
std::vector<Finding> unsureTies(const Checked& c);   ///< films that may lie elsewhere in the log
std::vector<Finding> noThings(const Checked& c);     ///< nobody has listed anything to brake by
std::vector<Finding> guessedSides(const Checked& c); ///< the log does not tell left from right
std::vector<Finding> fragileReferences(const Checked& c);
std::vector<Finding> silentCorners(const Checked& c);
std::vector<Finding> missingAdvice(const Checked& c);   ///< topics an advanced guide goes without
std::vector<Finding> missingWetNotes(const Checked& c); ///< paint and kerbs that are slippery in the wet
std::vector<Finding> namesNotAllowed(const Checked& c); ///< by the guide's own list

/// Live values that are none, or that this lap does not tell. The guide as it is written.
std::vector<Finding> unknownValues(const Guide& g, const MeasuredCorners& measured);

bool isSilent(const GuideCorner& corner); ///< nothing is said of it, and something should be
bool isUnrated(const Guide& guide,
               const GuideCorner& corner); ///< what happens when it goes wrong is not told, and must be
/// Those that were answered "on purpose" become notes that say so.
std::vector<Finding> withAnswers(std::vector<Finding> findings, const Guide& guide);

/// The guide as it is written; its claims are checked as they are said. A corner whose bounds are not those it was
/// measured between is held against nothing until it is measured again.
std::vector<Finding> checkGuide(const Guide& guide, const MeasuredCorners& measured, WholeLap lap = {});
/// With the claims read already by facts of this guide and lap.
std::vector<Finding> checkGuide(const Guide& guide, const MeasuredCorners& measured, const GuideClaims& claims);

/// Of the cut: words spoken while their place is not in sight, marks and captions that cannot be read, corners that
/// take more of the guide than of the lap or are not in the film. `labels` may be null.
std::vector<Finding> checkCut(const Guide& guide, const Cut& cut, const RoadClock& clock, const LabelPlan* labels);

/// Words that will be missed because their voice failed.
std::vector<Finding> unheardWords(const Speeches& speeches, const Guide& guide);

} // namespace hl
