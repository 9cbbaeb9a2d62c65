// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include <QComboBox>

namespace hl {

/// A box to choose from that is named to be read aloud, its list too, and may become narrower than its longest choice.
QComboBox* choiceBox(const QString& name, const char* object, int leastWidth);

} // namespace hl
