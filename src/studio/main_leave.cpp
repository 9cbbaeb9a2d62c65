// SPDX-License-Identifier: GPL-3.0-or-later
// From one guide to another, into a new one, and out of the window: what was not saved is asked for first.
#include "studio/main_window.h"
#include "studio/stations/scene/new_guide_dialog.h"

#include <QCloseEvent>
#include <QFileInfo>
#include <QMessageBox>
#include <QMimeData>

namespace hl {

void MainWindow::open(const QString& folder) {
    if (mayLeave()) desk_->open(folder);
}

void MainWindow::newGuide(const QStringList& files) {
    auto* dialog = new NewGuideDialog(desk_->tasks(), this);
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    dialog->take(files);
    connect(dialog, &NewGuideDialog::made, this, &MainWindow::open);
    dialog->open();
}

bool MainWindow::mayLeave() {
    if (!desk_->hasUnsaved()) return true;
    QMessageBox ask(QMessageBox::Question, tr("Not saved"), tr("The guide has edits that are not saved."),
                    QMessageBox::Save | QMessageBox::Discard | QMessageBox::Cancel, this);
    ask.setObjectName(QStringLiteral("leaveQuestion"));
    ask.button(QMessageBox::Discard)->setText(tr("Leave without saving"));
    switch (ask.exec()) {
    case QMessageBox::Save: return desk_->saveNow();
    case QMessageBox::Discard: desk_->discardUnsaved(); return true;
    default: return false;
    }
}

void MainWindow::closeEvent(QCloseEvent* e) {
    if (!mayLeave()) {
        e->ignore();
        return;
    }
    player_->pause();
    for (auto& s : stations_) s->leave();
    e->accept();
}

void MainWindow::dragEnterEvent(QDragEnterEvent* e) {
    if (e->mimeData()->hasUrls()) e->acceptProposedAction();
}

void MainWindow::dropEvent(QDropEvent* e) {
    QStringList files;
    for (const auto& url : e->mimeData()->urls())
        if (url.isLocalFile()) files << url.toLocalFile();
    if (files.size() == 1 && QFileInfo(files[0] + QStringLiteral("/guide.json")).exists())
        open(files[0]);
    else if (!files.isEmpty())
        newGuide(files);
}

} // namespace hl
