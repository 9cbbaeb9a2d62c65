// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "jobs/session.h"

#include <QString>

namespace hl {

/// What the log's laps say of a corner, as rich text: how repeatable it is, what its exit is worth, what went wrong.
QString studyText(const Session& session, const Guide& guide, CornerId corner);

} // namespace hl
