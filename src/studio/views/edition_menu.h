// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/document/desk.h"

#include <QComboBox>
#include <QMenu>

namespace hl {

/// "in the wet", as its guide calls it; the key itself where nobody calls it anything.
QString variantText(const Guide& guide, const std::string& key);

/// Where words are said, if not everywhere, and whether they are in the edition that is made; else empty.
QString editionNote(const Guide& guide, const Beat& beat);

/// Of which day and car the guide is made now, and how deep; a day of its own.
void addEditionChoices(QMenu& menu, Desk& desk, QWidget* owner);

/// In which editions words are said; other words in their place.
void addOnlyInChoices(QMenu& menu, Desk& desk, BeatId beat);

/// "always", every variant of the guide and both depths: where something may belong.
void fillOnlyIn(QComboBox& box, const Guide& guide);
void chooseOnlyIn(QComboBox& box, const OnlyIn& only); ///< the variant where it is of both
OnlyIn onlyInChosen(const QComboBox& box);

} // namespace hl
