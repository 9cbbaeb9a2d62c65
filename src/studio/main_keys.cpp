// SPDX-License-Identifier: GPL-3.0-or-later
// The window's keys, each with the sentence that the help shows.
#include "studio/beats_table.h"
#include "studio/corner_page.h"
#include "studio/help_overlay.h"
#include "studio/line_up_page.h"
#include "studio/main_window.h"
#include "studio/plan_view.h"

#include <QApplication>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QShortcut>
#include <QSpinBox>
#include <QStackedWidget>

namespace hl {

bool MainWindow::onCorners() const { return pages_->currentWidget() == corners_; }

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
        Qt::Key_J, tr("corner before"), [this] { desk_->choose(desk_->corner() - 1); }, true);
    key(
        Qt::Key_K, tr("next corner"), [this] { desk_->choose(desk_->corner() + 1); }, true);
    key(
        Qt::Key_S, tr("film at full, half or quarter speed"), [this] { nextPace(); }, true);
    key(
        Qt::Key_L, tr("play this corner again and again"), [this] { loopCorner(); }, true);
    key(
        Qt::Key_M, tr("plan of the corner or of the lap"), [this] { plan_->setWholeLap(!plan_->wholeLap()); }, true);
    key(
        Qt::Key_D, tr("corner's sheet, every fact, whole lap"), [this] { corners_->nextView(); }, true);
    key(
        Qt::Key_B, tr("put another lap beside this one"), [this] { corners_->chooseBeside(); }, true);
    const std::pair<Qt::Key, Bound> bounds[] = {
        {Qt::Key_1, Bound::Start}, {Qt::Key_2, Bound::TurnIn}, {Qt::Key_3, Bound::Apex}, {Qt::Key_4, Bound::End}};
    for (const auto& [number, bound] : bounds)
        key(
            QKeySequence(Qt::SHIFT | number),
            bound == Bound::Start ? tr("start, turn-in, apex, end here (Shift+1 to 4)") : QString(),
            [this, bound = bound] {
                if (onCorners()) corners_->head().putBound(bound);
            },
            true);
    key(
        QKeySequence(Qt::SHIFT | Qt::Key_S), tr("split the corner here"),
        [this] {
            if (onCorners()) corners_->head().split();
        },
        true);
    key(
        QKeySequence(Qt::SHIFT | Qt::Key_J), tr("join the corner with the next"),
        [this] {
            if (onCorners()) corners_->head().join();
        },
        true);
    key(
        QKeySequence(Qt::SHIFT | Qt::Key_N), tr("name the corner"),
        [this] {
            if (onCorners()) corners_->head().rename();
        },
        true);
    for (int i = 0; i < 6; ++i)
        key(QKeySequence(Qt::ALT | static_cast<Qt::Key>(Qt::Key_1 + i)),
            i == 0 ? tr("to a station (Alt+1 to 6)") : QString(), [this, i] { go(static_cast<Station>(i)); });
    key(
        Qt::Key_BracketLeft, tr("log one frame earlier"), [this] { lineUp_->nudge(-1); }, true);
    key(
        Qt::Key_BracketRight, tr("log one frame later"), [this] { lineUp_->nudge(1); }, true);
    key(QKeySequence::Undo, tr("undo"), [this] { desk_->undo(); });
    key(QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_Z), tr("redo"), [this] { desk_->redo(); });
    key(QKeySequence::Save, tr("save"), [this] { desk_->save(); });
    key(QKeySequence::Open, tr("open a guide, or a recent one"), [this] { chooseGuide(); });
    key(QKeySequence::New, tr("new guide from film and log"), [this] { newGuide(); });
    key(QKeySequence(Qt::CTRL | Qt::Key_B), tr("add words where the car is"), [this] { words_->addBeat(); });
    key(QKeySequence(Qt::CTRL | Qt::Key_Delete), tr("remove these words"),
        [this] { (pages_->currentWidget() == cutWords_ ? cutWords_ : words_)->removeBeat(); });
    key(QKeySequence(Qt::Key_F1), tr("these keys"), [this] {
        help_->setGeometry(rect());
        help_->setVisible(!help_->isVisible());
        help_->raise();
        help_->setFocus();
    });
}

} // namespace hl
