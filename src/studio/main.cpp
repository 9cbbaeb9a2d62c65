// SPDX-License-Identifier: GPL-3.0-or-later
#include "picture/tokens.h"
#include "studio/main_window.h"
#include "studio/shots.h"
#include "studio/widgets/style.h"

#include <clocale>
#include <QApplication>

int main(int argc, char** argv) {
    QApplication app(argc, argv);
    std::setlocale(LC_NUMERIC, "C"); // Qt takes the user's; files are written with a decimal point everywhere
    QApplication::setOrganizationName(QStringLiteral("highlantern"));
    QApplication::setApplicationName(QStringLiteral("High Lantern"));
    hl::look::loadFonts();
    app.setStyle(QStringLiteral("Fusion"));
    app.setFont(hl::look::text(hl::look::kText));
    app.setStyleSheet(hl::studioStyle());
    const auto arguments = app.arguments();
    int code = 0;
    {
        hl::MainWindow window;
        window.show();
        if (arguments.size() == 4 && arguments[1] == QLatin1String("--shots"))
            code = hl::takeShots(window, arguments[2], arguments[3]);
        else {
            if (arguments.size() > 1) window.open(arguments[1]);
            code = app.exec();
        }
    }
    return code;
}
