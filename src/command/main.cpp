// SPDX-License-Identifier: GPL-3.0-or-later
#include "command/command.h"
#include "picture/tokens.h"

#include <clocale>
#include <iostream>
#include <QGuiApplication>

int main(int argc, char** argv) {
    if (!qEnvironmentVariableIsSet("QT_QPA_PLATFORM")) qputenv("QT_QPA_PLATFORM", "offscreen"); // paints, shows nothing
    QGuiApplication app(argc, argv);
    std::setlocale(LC_NUMERIC,
                   "C"); // Qt takes the user's; files and answers are written with a decimal point everywhere
    hl::look::loadFonts();
    return hl::runCommand({argv + 1, argv + argc}, {std::cout, std::cerr});
}
