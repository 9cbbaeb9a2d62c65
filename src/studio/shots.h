// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include <QString>

namespace hl {

class MainWindow;

/// Opens the guide and saves a picture of every station into `folder`. 0 when all were taken.
int takeShots(MainWindow& window, const QString& guide, const QString& folder);

} // namespace hl
