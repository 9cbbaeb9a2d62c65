// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "picture/tokens.h"

#include <QGuiApplication>
#include <stdexcept>

namespace hl::testing {

/// What painting needs: an application without a screen, and the shipped fonts. Made once in a process.
inline void painterReady() {
    if (!qEnvironmentVariableIsSet("QT_QPA_PLATFORM")) qputenv("QT_QPA_PLATFORM", "offscreen");
    static int argc = 1;
    static char name[] = "test";
    static char* argv[] = {name, nullptr};
    static const QGuiApplication app(argc, argv);
    static const bool fonts = look::loadFonts();
    if (!fonts) throw std::runtime_error("the shipped fonts cannot be read");
}

} // namespace hl::testing
