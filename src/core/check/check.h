// SPDX-License-Identifier: GPL-3.0-or-later
// Findings: what the words claim against what was measured and advised, and what a guide must not go without.
#pragma once
#include "core/words/speech.h"

namespace hl {

enum class Severity { Wrong, Warn, Note };
std::string_view name(Severity s);

struct Finding {
    std::string rule; ///< stable name, e.g. "claims.gear"
    Severity severity = Severity::Note;
    CornerId corner;   ///< 0: of the whole guide
    BeatId beat;       ///< whose words it is about; 0: none
    std::string where; ///< "words", "scene", a topic
    std::string message;
    std::string claim, measured;
};

/// One check over the whole guide. A new check is one function and one line in kChecks (check.cpp).
using Check = std::vector<Finding> (*)(const Guide&, const MeasuredCorners&);

/// Claims of the words that facts or advice contradict.
std::vector<Finding> contradictedWords(const Guide& g, const MeasuredCorners& measured);
std::vector<Finding> missingCautions(const Guide& g, const MeasuredCorners& measured);
std::vector<Finding> fragileReferences(const Guide& g, const MeasuredCorners& measured);
std::vector<Finding> silentCorners(const Guide& g, const MeasuredCorners& measured);
std::vector<Finding> unspokenTakes(const Guide& g, const MeasuredCorners& measured); ///< their words are others now

/// Live values that are none, or that this lap does not tell. The guide as it is written.
std::vector<Finding> unknownValues(const Guide& g, const MeasuredCorners& measured);

/// The guide as it is written; its claims are checked as they are said. A corner whose bounds are not those it was
/// measured between is held against nothing until it is measured again.
std::vector<Finding> checkGuide(const Guide& guide, const MeasuredCorners& measured);

/// Words that will be missed because their voice failed.
std::vector<Finding> unheardWords(const Speeches& speeches, const Guide& guide);

} // namespace hl
