// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/document/desk.h"

#include <QMenu>

namespace hl {

/// How drafts are worded: each choice drafts anew what nobody has touched.
void fillSchoolMenu(QMenu& menu, Desk& desk, QObject* owner);

/// How the guide sounds and is read: loudness, what is done to takes, captions.
void fillSoundMenu(QMenu& menu, Desk& desk, QObject* owner);

} // namespace hl
