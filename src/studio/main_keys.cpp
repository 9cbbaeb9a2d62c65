// SPDX-License-Identifier: GPL-3.0-or-later
// The window's keys, each with the sentence that the help shows.
#include "studio/main_window.h"
#include "studio/views/loupe.h"
#include "studio/views/plan_view.h"
#include "studio/widgets/help_overlay.h"

#include <QApplication>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QShortcut>
#include <QSpinBox>
#include <QStackedWidget>

namespace hl {

void MainWindow::key(const QKeySequence& keys, const QString& does, std::function<void()> action, bool unlessTyping) {
    auto* s = new QShortcut(keys, this);
    connect(s, &QShortcut::activated, this, [action = std::move(action)] { action(); });
    if (unlessTyping) // letters and arrows belong to the text while one types
        connect(qApp, &QApplication::focusChanged, s, [s](QWidget*, QWidget* now) {
            s->setEnabled(!qobject_cast<QLineEdit*>(now) && !qobject_cast<QPlainTextEdit*>(now) &&
                          !qobject_cast<QAbstractSpinBox*>(now));
        });
    if (!does.isEmpty()) keyHelp_.append({keys.toString(QKeySequence::NativeText), does});
}

void MainWindow::addKeys() {
    key(
        Qt::Key_Space, tr("play or pause"), [this] { player_->toggle(); }, true);
    key(
        Qt::Key_Comma, tr("one picture back"), [this] { player_->step(-1); }, true);
    key(
        Qt::Key_Period, tr("one picture on"), [this] { player_->step(1); }, true);
    key(
        Qt::Key_J, tr("corner before"), [this] { desk_->chooseNeighbour(-1); }, true);
    key(
        Qt::Key_K, tr("next corner"), [this] { desk_->chooseNeighbour(1); }, true);
    key(
        Qt::Key_S, tr("film at full, half or quarter speed"), [this] { nextPace(); }, true);
    key(
        Qt::Key_L, tr("play this corner again and again"), [this] { loopCorner(); }, true);
    key(
        Qt::Key_M, tr("plan of the corner or of the lap"),
        [this] {
            wholePlan_ = !wholePlan_;
            layDesk();
        },
        true);
    key(
        Qt::Key_F, tr("film large, and back"), [this] { setFilmLarge(!filmLarge_); }, true);
    key(
        Qt::Key_O, tr("loupe, and away"), [this] { loupe_->setVisible(loupe_->isHidden() && desk_->isOpen()); }, true);
    key(
        Qt::Key_Plus, tr("loupe: larger"), [this] { loupe_->setTimes(loupe_->times() + 1); }, true);
    key(
        Qt::Key_Minus, tr("loupe: smaller"), [this] { loupe_->setTimes(loupe_->times() - 1); }, true);
    key(
        Qt::Key_G, tr("loupe: go with the place, or stand"), [this] { loupe_->setFollowing(!loupe_->following()); },
        true);
    key(
        QKeySequence(Qt::SHIFT | Qt::Key_O), tr("loupe: keep as what to look for"),
        [this] { askToKeepLoupe(mapToGlobal(rect().center())); }, true);
    addStationKeys();
    for (int i = 0; i < static_cast<int>(stations_.size()); ++i)
        key(QKeySequence(Qt::ALT | static_cast<Qt::Key>(Qt::Key_1 + i)),
            i == 0 ? tr("to a station (Alt+1 to %1)").arg(stations_.size()) : QString(), [this, i] { go(i); });
    key(QKeySequence(Qt::ALT | Qt::Key_0), tr("the shelf, and back"), [this] { showShelf(!onShelf_); });
    key(QKeySequence::Undo, tr("undo"), [this] { desk_->undo(); });
    key(QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_Z), tr("redo"), [this] { desk_->redo(); });
    key(QKeySequence::Save, tr("save"), [this] { desk_->save(); });
    key(QKeySequence::Open, tr("open a guide, or a recent one"), [this] { chooseGuide(); });
    key(QKeySequence::New, tr("new guide from film and log"), [this] { newGuide(); });
    key(QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_F12), {}, [this] { // for developers: not in the help
        say(tr("Longest stall %1 ms, %2 over 50 ms").arg(stalls_->longestMs(), 0, 'f', 0).arg(stalls_->stalls()),
            false);
        stalls_->reset();
    });
    key(QKeySequence(Qt::Key_F1), tr("these keys"), [this] {
        help_->setGeometry(rect());
        help_->setVisible(!help_->isVisible());
        help_->raise();
        help_->setFocus();
    });
}

namespace {

bool isTyping() {
    const auto* now = QApplication::focusWidget();
    return qobject_cast<const QLineEdit*>(now) || qobject_cast<const QPlainTextEdit*>(now) ||
           qobject_cast<const QAbstractSpinBox*>(now);
}

} // namespace

/// A key that several stations have is the one's where one is, and as that one has it: a letter that one of them takes
/// from what is typed stays a letter at the others.
void MainWindow::addStationKeys() {
    for (const auto& station : stations_)
        for (const auto& k : station->keys()) {
            if (!k.does.isEmpty()) keyHelp_.append({k.keys.toString(QKeySequence::NativeText), k.does});
            const bool known = std::any_of(stationKeys_.begin(), stationKeys_.end(),
                                           [&](const QShortcut* s) { return s->key() == k.keys; });
            if (known) continue;
            auto* s = new QShortcut(k.keys, this);
            connect(s, &QShortcut::activated, this, [this, keys = k.keys] {
                for (const auto& own : here().keys())
                    if (own.keys == keys) return own.action();
            });
            stationKeys_.push_back(s);
        }
    connect(qApp, &QApplication::focusChanged, this, &MainWindow::giveKeys);
    giveKeys();
}

void MainWindow::giveKeys() {
    const auto keys = here().keys();
    const bool typing = isTyping();
    for (auto* s : stationKeys_) {
        const auto own =
            std::find_if(keys.begin(), keys.end(), [&](const StationKey& k) { return k.keys == s->key(); });
        s->setEnabled(own != keys.end() && !(own->unlessTyping && typing));
    }
}

} // namespace hl
