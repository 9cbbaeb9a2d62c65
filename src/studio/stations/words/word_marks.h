// SPDX-License-Identifier: GPL-3.0-or-later
// Claims in words, where they stand on the screen, and what can be done about one that differs.
#pragma once
#include "core/words/live_values.h"
#include "studio/document/desk.h"

#include <QTextCharFormat>
#include <QVector>

namespace hl {

/// Letters [from, from + length) of the words claim something.
struct WordMark {
    int from = 0, length = 0;
    ReadClaim read;
    bool differs() const { return read.differs(); }
};

/// Claims of words as they are said; of those whose text `look` knows nothing is read again.
QVector<WordMark> marksOfSaid(const Desk& desk, BeatId beat, const LiveText& said);
/// Of words being typed, live values still by their names.
QVector<WordMark> marksOfTyped(const Desk& desk, BeatId beat, const QString& typed);

/// Quiet (a thin line) where it agrees, lit (a wave on lamp paper) where it differs, dotted where nobody can know.
QTextCharFormat formatOf(const WordMark& mark);
/// "the lap shows 84 %"; why it cannot be known; empty where it agrees.
QString evidenceOf(const WordMark& mark);

/// The typed words with that claim saying what was measured; empty where no other words can be put in its place.
QString correctedWords(const Desk& desk, BeatId beat, const QString& typed, const WordMark& mark);
bool canBeAdvice(const WordMark& mark); ///< and the corner sheet has a row for it

/// In the words, or in the cue or the caption, as one edit; nothing where it cannot.
void correctWords(Desk& desk, BeatId beat, const WordMark& mark, BeatText in = BeatText::Words);
void makeAdvice(Desk& desk, BeatId beat, const WordMark& mark);
void leaveClaim(Desk& desk, BeatId beat, const WordMark& mark, const QString& why);
/// Asks for the reason; nothing happens without one.
void askToLeave(Desk& desk, BeatId beat, const WordMark& mark, QWidget* parent);

} // namespace hl
