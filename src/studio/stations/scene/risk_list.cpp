// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/scene/risk_list.h"

#include "picture/tokens.h"

#include <QKeyEvent>

namespace hl {

RiskList::RiskList(QWidget* parent) : QListWidget(parent) {
    setObjectName(QStringLiteral("risk"));
    setAccessibleName(tr("Consequence of each corner. Keys 1 to 3 rate it, 0 takes the rating away"));
    setFrameShape(QFrame::NoFrame);
    connect(this, &QListWidget::currentRowChanged, this, [this](int row) {
        if (row >= 0 && row < static_cast<int>(corners_.size()) && hasFocus())
            emit cornerWanted(corners_[static_cast<std::size_t>(row)]);
    });
}

void RiskList::show(const Guide& g) {
    const QSignalBlocker quietly(this);
    const int at = std::max(0, currentRow());
    clear();
    corners_.clear();
    for (const auto& c : g.corners) {
        const auto meaning =
            c.consequence > 0 ? QString::fromUtf8(consequenceText(c.consequence).data()) : tr("not rated yet");
        auto* item =
            new QListWidgetItem(QStringLiteral("%1   %2   %3")
                                    .arg(c.consequence > 0 ? QString::number(c.consequence) : QStringLiteral("\u2013"),
                                         QString::fromStdString(title(c)), meaning),
                                this);
        if (c.consequence == 0) item->setForeground(QColor(look::kLampInk));
        if (c.consequence == 3) item->setFont(look::text(look::kSmall, look::Weight::Strong));
        corners_.push_back(c.id);
    }
    setCurrentRow(std::min(at, count() - 1));
}

void RiskList::keyPressEvent(QKeyEvent* e) {
    const int rating = e->key() - Qt::Key_0;
    const int row = currentRow();
    if (rating < 0 || rating > 3 || row < 0) return QListWidget::keyPressEvent(e);
    emit rated(corners_[static_cast<std::size_t>(row)], rating);
    setCurrentRow(std::min(row + 1, count() - 1)); // rated one after the other
}

/// Figures rate here; they are no keys of the station.
bool RiskList::event(QEvent* e) {
    if (e->type() == QEvent::ShortcutOverride) {
        const auto* k = static_cast<QKeyEvent*>(e);
        if (k->modifiers() == Qt::NoModifier && k->key() >= Qt::Key_0 && k->key() <= Qt::Key_3) {
            e->accept();
            return true;
        }
    }
    return QListWidget::event(e);
}

} // namespace hl
