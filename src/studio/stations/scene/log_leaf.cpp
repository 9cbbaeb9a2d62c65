// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/scene/log_leaf.h"

#include "studio/widgets/style.h"

#include <QAbstractItemView>

namespace hl {

LogLeaf::LogLeaf(Desk& desk, QWidget* parent) : Leaf(desk, parent) {
    auto* column = this->column();
    sources_ = quiet({});
    notes_ = new QListWidget;
    notes_->setObjectName(QStringLiteral("importNotes"));
    notes_->setAccessibleName(tr("What was guessed and mended in the log"));
    notes_->setWordWrap(true);
    notes_->setSelectionMode(QAbstractItemView::NoSelection);
    notes_->setFrameShape(QFrame::NoFrame);
    notes_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    column->addWidget(sources_);
    column->addWidget(quiet(tr("<b>What was guessed and mended in the log</b>")));
    column->addWidget(notes_, 1);
}

void LogLeaf::refresh() {
    const auto& g = desk_.guide();
    const auto& m = desk_.session();
    const auto file = [](const std::string& s) {
        return QString::fromStdString(std::filesystem::path(s).filename().string());
    };
    QString text = tr("Film %1: %2 \u00d7 %3, %4 pictures a second, %5.<br>Log %6: %7 samples, %8 rows left out.")
                       .arg(file(m.video.string()))
                       .arg(m.videoInfo.width)
                       .arg(m.videoInfo.height)
                       .arg(m.videoInfo.frameRate, 0, 'f', 2)
                       .arg(clockText(m.videoInfo.length.count()))
                       .arg(file(g.sources.log))
                       .arg(m.log->size())
                       .arg(m.log->badRows);
    text += m.track ? tr("<br>Track %1: %2 references, %3 kerbs.")
                          .arg(file(g.sources.trackFile))
                          .arg(m.track->references.size())
                          .arg(m.track->kerbs.size())
                    : tr("<br>No track file: the driven line stands in for the road, edges are assumed.");
    if (g.sources.film().camera.assumed) text += tr("<br>Nobody measured the camera: marks in the picture may be off.");
    sources_->setText(text);
    if (shownLog_ == m.log.get()) return;
    shownLog_ = m.log.get();
    notes_->clear();
    for (const auto& line : told(m.aids)) notes_->addItem(QString::fromStdString(line));
    for (const auto& n : m.log->notes)
        notes_->addItem(n.line > 0 ? tr("Line %1: %2").arg(n.line).arg(QString::fromStdString(n.text))
                                   : QString::fromStdString(n.text));
    if (notes_->count() == 0) notes_->addItem(tr("Nothing: every column was known and every row good."));
}

} // namespace hl
