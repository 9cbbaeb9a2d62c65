// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/guide/guide.h"

#include <QString>

namespace hl {

QString topicName(Topic t); ///< as the rows of the corner sheet are called

} // namespace hl
