// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/document/desk.h"

#include <QMenu>

namespace hl {

/// How the whole guide is cut: its format, how points are shown, what is skipped, how long it may get.
void fillFormatMenu(QMenu& menu, Desk& desk, QWidget* owner);

/// How the chosen words are shown: as the guide's are, slowed, standing, at full speed with their cue; and whether they
/// speak of a place.
void addWayChoices(QMenu& menu, Desk& desk, BeatId beat);

} // namespace hl
