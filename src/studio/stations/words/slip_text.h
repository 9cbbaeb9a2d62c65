// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/take/take.h"

#include <QString>

namespace hl {

/// What was said differently, as one reads it. `text`: that the take was laid on.
QString slipText(const TakeSlip& slip, const std::string& text);

} // namespace hl
