// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/cut/compose.h"

#include <map>

namespace hl {

/// The lap that is being driven at a moment of the log: the guide's own wherever it is, and where none is; else that of
/// the others that are told. `others` may be null.
const LapTrace& lapShown(const LapTrace& own, const std::map<int, LapOnStage>* others, LogTime when);

} // namespace hl
