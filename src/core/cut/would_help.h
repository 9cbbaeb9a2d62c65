// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/cut/cut.h"

namespace hl {

/// What a person could do so that those words have room: "7 words fewer, an earlier place, or a stand".
std::string wouldHelp(const NoRoom& noRoom, const Guide& guide);

} // namespace hl
