// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "jobs/session.h"

#include <QByteArray>
#include <QImage>

namespace hl {

/// The guide's cover: the place that was chosen, else the road into the corner that matters most, with title, car and
/// lap time over it. 1280x720. Null where the film has no picture there.
QImage coverPicture(const Guide& guide, const Session& session);

/// As a JPEG file's bytes; empty for a null picture.
QByteArray jpegOf(const QImage& picture);

} // namespace hl
