// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include <QFont>
#include <QList>

class QWidget;

namespace hl {

/// The fonts that the views paint with, each once.
QList<QFont> fontsOfViews();

/// The fonts of a page and of all that stands on it, each once.
QList<QFont> fontsOf(const QWidget& page);

/// Draws every usual letter of a font once where nobody sees it. Finding a font's file and cutting its letters takes
/// some ten milliseconds the first time; done ahead, no hand waits for it.
void warmLetters(const QFont& font);

} // namespace hl
