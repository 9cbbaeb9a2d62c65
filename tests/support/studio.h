// SPDX-License-Identifier: GPL-3.0-or-later
// The real windows without a screen, on a copy of the demo guide.
#pragma once
#include "store/guide_file.h"
#include "studio/main_window.h"
#include "studio/widgets/style.h"
#include "support/gui_app.h"
#include "support/scratch_folder.h"

#include <QApplication>
#include <QElapsedTimer>
#include <QPushButton>
#include <QtTest>
#include <set>

namespace hl::testing {

inline void studioReady() {
    if (application()) return;
    static const ScratchFolder settings;
    qputenv("XDG_CONFIG_HOME", settings.path().c_str()); // no settings and no almanac of whoever runs this
    qputenv("XDG_DATA_HOME", settings.path().c_str());
    applicationReady<QApplication>();
    QApplication::setStyle(QStringLiteral("Fusion"));
    QApplication::setFont(look::text(look::kText));
    qApp->setStyleSheet(studioStyle());
}

/// Lets the application work until `until` holds; false when it never did.
template <class Until> bool waitFor(Until until, int ms = 60000) {
    QElapsedTimer clock;
    clock.start();
    while (!until() && clock.elapsed() < ms) QTest::qWait(10);
    return until();
}

/// The demo guide in a folder of its own, cut down to some corners when asked.
inline QString copiedDemo(const ScratchFolder& dir, const std::set<int>& only = {}) {
    const auto from = demoFolder() / "saltmarrow-guide", to = dir / "guide";
    std::filesystem::create_directories(to / "cache");
    const auto copyAll = [](const std::filesystem::path& a, const std::filesystem::path& b, const char* without) {
        for (const auto& e : std::filesystem::directory_iterator(a))
            if (e.path().filename() != without)
                std::filesystem::copy(e.path(), b / e.path().filename(), std::filesystem::copy_options::recursive);
    };
    copyAll(from, to, "cache");
    copyAll(from / "cache", to / "cache", "pieces"); // of the demo's own render
    auto guide = readGuide(to);
    if (!guide) throw std::runtime_error(sentence(guide.error()));
    guide->sources.film().file = (demoFolder() / "saltmarrow-lap.mp4").string();
    if (!only.empty()) std::erase_if(guide->corners, [&](const GuideCorner& c) { return !only.contains(c.number); });
    if (auto s = saveGuide(to, *guide); !s) throw std::runtime_error(sentence(s.error()));
    return QString::fromStdString(to.string());
}

/// The button that says `text`; none when there is none.
inline QPushButton* button(QWidget& w, const QString& text) {
    for (auto* b : w.findChildren<QPushButton*>())
        if (b->text() == text) return b;
    return nullptr;
}

/// A window with a guide opened and its cut planned.
struct Studio {
    explicit Studio(const QString& folder) : window((studioReady(), std::make_unique<MainWindow>())) {
        window->show();
        window->open(folder);
        ready = waitFor([&] {
            return window->desk().isOpen() && window->desk().cut().lengthS > 0 && !window->player().picture().isNull();
        });
    }
    ~Studio() {
        if (window->desk().isOpen()) window->desk().discardUnsaved();
    }
    Desk& desk() { return window->desk(); }
    CornerId corner(int number) { // 0: there is none
        const auto* c = cornerNumbered(desk().guide(), number);
        return c ? c->id : CornerId{};
    }
    Player& player() { return window->player(); }
    template <class W> W* find(const char* name) { return window->findChild<W*>(QString::fromLatin1(name)); }
    void key(Qt::Key k, Qt::KeyboardModifiers m = Qt::NoModifier) { QTest::keyClick(window.get(), k, m); }

    std::unique_ptr<MainWindow> window;
    bool ready = false;
};

} // namespace hl::testing
