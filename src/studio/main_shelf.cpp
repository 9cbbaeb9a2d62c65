// SPDX-License-Identifier: GPL-3.0-or-later
// The window between the shelf and the desk, and what is kept from under the loupe.
#include "jobs/shelf.h"
#include "studio/document/keep_picture.h"
#include "studio/main_window.h"
#include "studio/shelf/shelf_page.h"
#include "studio/views/loupe.h"

#include <QFileDialog>
#include <QMenu>
#include <QSettings>

namespace hl {

/// Earlier versions only kept a list of folders: what stands on it comes to the shelf.
void MainWindow::takeRecentGuides() {
    const auto key = QStringLiteral("recent");
    const auto folders = QSettings().value(key).toStringList();
    if (folders.isEmpty()) return;
    shelf_->refresh(folders);
    QSettings().remove(key);
}

void MainWindow::showShelf(bool shown) {
    if (shown == onShelf_ && desk_->isOpen()) return;
    onShelf_ = shown;
    player_->pause();
    layDesk();
}

void MainWindow::askToKeepLoupe(const QPoint& at) {
    const auto* c = desk_->chosen();
    if (!c || loupe_->isHidden()) return;
    QMenu menu(this);
    const std::pair<Topic, QString> rows[] = {{Topic::Brake, tr("braking")}, {Topic::TurnIn, tr("turn-in")},
                                              {Topic::Apex, tr("apex")},     {Topic::Power, tr("power")},
                                              {Topic::Exit, tr("exit")},     {Topic::Kerb, tr("kerb")},
                                              {Topic::Limits, tr("limits")}};
    for (const auto& [topic, text] : rows)
        menu.addAction(tr("What to look for in %1: %2").arg(QString::fromStdString(title(*c)), text), this,
                       [this, topic = topic] { keepLoupe(topic); });
    menu.exec(at);
}

void MainWindow::keepLoupe(Topic topic) {
    const auto shown = loupe_->shown();
    if (!desk_->chosen() || shown.isNull()) return;
    keepLookForPicture(*desk_, shown, desk_->corner(), topic, [this](const QString& wrong) {
        say(wrong.isEmpty() ? tr("Kept; it stands on the page beside what to look for.") : wrong, !wrong.isEmpty());
    });
}

/// What only an open guide can tell, for its card.
void MainWindow::keepOnShelf() {
    constexpr TaskKind kCard{"card", Lane::Long};
    if (!desk_->cutIsOfThisGuide()) return;
    desk_->tasks().start(
        this, kCard,
        [g = desk_->guide(), s = desk_->sharedSession(), length = desk_->cut().lengthS](const Progress&) {
            keepCard(g, *s, length);
            return true;
        },
        [](bool) {});
}

void MainWindow::chooseGuide() {
    QMenu menu(this);
    constexpr std::size_t kMost = 8;
    for (const auto& c : shelf_->cards()) {
        if (!c.trouble.empty() || static_cast<std::size_t>(menu.actions().size()) >= kMost) continue;
        const auto folder = QString::fromStdString(c.folder.string());
        menu.addAction(folder, this, [this, folder] { open(folder); });
    }
    if (!menu.isEmpty()) menu.addSeparator();
    menu.addAction(tr("Another folder\u2026"), this, [this] {
        const auto folder = QFileDialog::getExistingDirectory(this, tr("Open a guide's folder"));
        if (!folder.isEmpty()) open(folder);
    });
    menu.exec(mapToGlobal(QPoint(width() / 2 - 100, 120)));
}

} // namespace hl
