// SPDX-License-Identifier: GPL-3.0-or-later
#include "command/command.h"
#include "picture/tokens.h"

#include <clocale>
#include <filesystem>
#include <iostream>
#include <QGuiApplication>
#include <unistd.h>

namespace {

/// Qt tells everybody on the error stream where no session set a folder for what lives as long as it does.
void setRuntimeFolder() {
    if (qEnvironmentVariableIsSet("XDG_RUNTIME_DIR")) return;
    std::error_code ec;
    const auto folder = std::filesystem::temp_directory_path(ec) / ("highlantern-" + std::to_string(::getuid()));
    if (std::filesystem::create_directory(folder, ec))
        std::filesystem::permissions(folder, std::filesystem::perms::owner_all, ec);
    qputenv("XDG_RUNTIME_DIR", folder.c_str());
}

} // namespace

int main(int argc, char** argv) {
    if (!qEnvironmentVariableIsSet("QT_QPA_PLATFORM")) qputenv("QT_QPA_PLATFORM", "offscreen"); // paints, shows nothing
    setRuntimeFolder();
    QGuiApplication app(argc, argv);
    std::setlocale(LC_NUMERIC,
                   "C"); // Qt takes the user's; files and answers are written with a decimal point everywhere
    hl::look::loadFonts();
    return hl::runCommand({argv + 1, argv + argc}, {std::cout, std::cerr});
}
