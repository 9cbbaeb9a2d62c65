// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "picture/tokens.h"

#include <memory>
#include <QGuiApplication>
#include <stdexcept>

namespace hl::testing {

/// The one application of this process; ended by support/ends_application.h when the last test is done, before the
/// static objects it relies on go.
inline std::unique_ptr<QGuiApplication>& application() {
    static std::unique_ptr<QGuiApplication> app;
    return app;
}

/// What a platform without a screen says of every window is left out: it would bury what a test says.
inline void saysNothingOfWindows() {
    static QtMessageHandler usual = nullptr;
    usual = qInstallMessageHandler([](QtMsgType type, const QMessageLogContext& context, const QString& text) {
        if (!text.startsWith(QLatin1String("This plugin does not support"))) usual(type, context, text);
    });
}

/// An application without a screen, with the shipped fonts.
template <class App> void applicationReady() {
    if (application()) return;
    if (!qEnvironmentVariableIsSet("QT_QPA_PLATFORM")) qputenv("QT_QPA_PLATFORM", "offscreen");
    saysNothingOfWindows();
    static int argc = 1;
    static char name[] = "test";
    static char* argv[] = {name, nullptr};
    application() = std::make_unique<App>(argc, argv);
    if (!look::loadFonts()) throw std::runtime_error("the shipped fonts cannot be read");
}

/// What painting needs.
inline void painterReady() { applicationReady<QGuiApplication>(); }

} // namespace hl::testing
