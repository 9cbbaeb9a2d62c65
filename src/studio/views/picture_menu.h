// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/document/desk.h"

#include <QMenu>

namespace hl {

/// What can fill the picture while these words are spoken; each action sets it.
void addPictureChoices(QMenu& menu, Desk& desk, BeatId beat);

} // namespace hl
