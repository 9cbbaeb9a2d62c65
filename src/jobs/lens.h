// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/mark/mark_kind.h"
#include "media/picture_frame.h"

#include <QImage>

namespace hl {

/// What a loupe shows: the film around its mark, enlarged to `px`, with its contrast raised. `film` is the whole film
/// at any size, or the 16:9 frame it stands in. Null for an empty film.
QImage lensPicture(const BgraView& film, const MarkOnScreen& mark, QSize px);

} // namespace hl
