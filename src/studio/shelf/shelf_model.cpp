// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/shelf/shelf_model.h"

#include "studio/widgets/style.h"

#include <QDate>
#include <QLocale>

namespace hl {

void ShelfModel::show(std::vector<const GuideCard*> cards) {
    beginResetModel();
    cards_ = std::move(cards);
    endResetModel();
}

int ShelfModel::rowOf(const QString& folder) const {
    for (std::size_t i = 0; i < cards_.size(); ++i)
        if (cards_[i]->folder == folder.toStdString()) return static_cast<int>(i);
    return -1;
}

QVariant ShelfModel::data(const QModelIndex& index, int role) const {
    if (!index.isValid() || index.row() >= rowCount()) return {};
    const auto& c = at(index.row());
    switch (role) {
    case Qt::DisplayRole: return QString::fromStdString(c.title);
    case Qt::ToolTipRole: return QString::fromStdString(c.trouble.empty() ? c.folder.string() : c.trouble);
    case Qt::AccessibleTextRole:
        return QStringLiteral("%1. %2. %3. %4")
            .arg(QString::fromStdString(c.title), QString::fromStdString(c.car), lapLine(c), stateLine(c));
    default: return {};
    }
}

QString lapLine(const GuideCard& c) {
    QStringList parts;
    if (c.lapS > 0) parts << ShelfModel::tr("lap %1").arg(clockText(c.lapS, 3));
    if (!c.conditions.empty()) {
        auto conditions = QString::fromStdString(c.conditions);
        constexpr int kFirst = 2; // what counts most stands first
        parts << conditions.split(QStringLiteral(", ")).mid(0, kFirst).join(QStringLiteral(", "));
    }
    if (c.realTrack) parts << ShelfModel::tr("real circuit");
    return parts.join(QStringLiteral(" \u00b7 "));
}

QString stateLine(const GuideCard& c) {
    if (!c.trouble.empty()) return QString::fromStdString(c.trouble).section(QStringLiteral("; expected"), 0, 0);
    QStringList parts;
    if (!c.published.empty()) {
        const auto day = QDate::fromString(QString::fromStdString(c.published), Qt::ISODate);
        const auto when =
            day == QDate::currentDate() ? ShelfModel::tr("today") : QLocale().toString(day, QStringLiteral("d MMMM"));
        parts << (c.changedSince ? ShelfModel::tr("published %1, changed since").arg(when)
                                 : ShelfModel::tr("published %1").arg(when));
    }
    if (!c.lacks.empty())
        parts << QString::fromStdString(c.lacks);
    else if (c.published.empty())
        parts << ShelfModel::tr("not published yet");
    return parts.join(QStringLiteral(" \u00b7 "));
}

} // namespace hl
