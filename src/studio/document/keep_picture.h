// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/document/desk.h"

#include <QImage>

namespace hl {

/// The picture is written into the guide's folder, in the background, and becomes what to look for in a corner.
/// `told` follows on the interface's thread, with what is wrong or nothing.
void keepLookForPicture(Desk& desk, const QImage& picture, CornerId corner, Topic topic,
                        std::function<void(const QString& wrong)> told);

} // namespace hl
