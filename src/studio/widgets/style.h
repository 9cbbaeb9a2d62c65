// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include <functional>
#include <QLabel>
#include <QMenu>
#include <QPushButton>

namespace hl {

QString studioStyle(); ///< the application's style sheet, made from the tokens

QLabel* headline(const QString& text, QWidget* parent = nullptr);
QLabel* quiet(const QString& text, QWidget* parent = nullptr);
QPushButton* lampButton(const QString& text, QWidget* parent = nullptr); ///< the one thing to do here
/// A line of small letters over what follows it; sections of a styled menu show none.
void addHeading(QMenu& menu, const QString& text);
/// An entry that is ticked while it holds.
QAction* addChoice(QMenu& menu, const QString& text, bool holds, std::function<void()> choose);
QPushButton* plainButton(const QString& text, QWidget* parent = nullptr);
QWidget* sheet(QWidget* parent = nullptr); ///< paper on the desk

/// "0:00" or "0:00.000"
QString clockText(double seconds, int decimals = 0);

} // namespace hl
