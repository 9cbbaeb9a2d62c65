// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/scene/setup_table.h"

#include "picture/tokens.h"
#include "studio/widgets/paper_table.h"

#include <QHeaderView>
#include <QKeyEvent>
#include <QTimer>

namespace hl {
namespace {

constexpr int kThere = SetupTable::Rules + 1;

std::string SetupRow::*memberOf(int column) {
    switch (column) {
    case SetupTable::Name: return &SetupRow::name;
    case SetupTable::Value: return &SetupRow::value;
    case SetupTable::Unit: return &SetupRow::unit;
    case SetupTable::Usual: return &SetupRow::usual;
    default: return &SetupRow::why;
    }
}

} // namespace

SetupTable::SetupTable(QWidget* parent) : QTableWidget(parent) {
    setObjectName(QStringLiteral("setup"));
    setAccessibleName(tr("Set-up sheet"));
    layOnPaper(*this,
               {tr("What"), tr("Value"), tr("Unit"), tr("Usual"), tr("Why"), tr("If \u2026 then \u2026"), tr("There")});
    setSelectionBehavior(QAbstractItemView::SelectItems);
    setEditTriggers(QAbstractItemView::DoubleClicked | QAbstractItemView::EditKeyPressed |
                    QAbstractItemView::AnyKeyPressed);
    verticalHeader()->hide();
    setColumnHidden(kThere, true);
    setFrameShape(QFrame::NoFrame);
    connect(this, &QTableWidget::cellChanged, this, &SetupTable::takeCell);
}

void SetupTable::show(const SetupSheet& sheet) {
    if (sheet == sheet_ && rowCount() > 0) return;
    sheet_ = sheet;
    fill();
}

void SetupTable::compare(const SetupSheet* other) {
    if (!other && !other_) return;
    other_ = other ? std::optional(*other) : std::nullopt;
    setColumnHidden(kThere, !other_);
    fill();
    resizeEvent(nullptr);
}

void SetupTable::fill() {
    filling_ = true;
    const auto differing = other_ ? differences(sheet_, *other_) : std::vector<SetupDifference>{};
    const int row = currentRow(), column = currentColumn();
    clearContents();
    setRowCount(static_cast<int>(sheet_.size()) + 1); // the last one waits for a new row
    for (int r = 0; r < rowCount(); ++r) {
        const bool fresh = r == static_cast<int>(sheet_.size());
        const auto line = fresh ? SetupRow{} : sheet_[static_cast<std::size_t>(r)];
        for (int c = Name; c <= Rules; ++c) {
            auto* item =
                new QTableWidgetItem(QString::fromStdString(c == Rules ? rulesText(line.rules) : line.*memberOf(c)));
            item->setForeground(QColor(c == Name || c == Value ? look::kInk : look::kInkQuiet));
            if (c == Value) item->setFont(look::text(look::kSmall + 1, look::Weight::Strong));
            if (fresh && c == Name) item->setData(Qt::AccessibleTextRole, tr("A new row"));
            setItem(r, c, item);
        }
        if (fresh || !other_) continue;
        const auto d = std::find_if(differing.begin(), differing.end(),
                                    [&](const SetupDifference& x) { return sameSetting(x.name, line.name); });
        auto* there = putCell(*this, r, kThere,
                              d == differing.end() ? QString()
                              : d->there.empty()   ? tr("not there")
                                                   : QString::fromStdString(d->there));
        if (d != differing.end()) {
            there->setForeground(QColor(look::kLampInk));
            for (const int c : {static_cast<int>(Name), static_cast<int>(Value), kThere})
                item(r, c)->setBackground(QColor(look::kLampPaper));
        }
    }
    resizeRowsToContents();
    if (row >= 0 && row < rowCount()) setCurrentCell(row, std::max(0, column));
    filling_ = false;
}

void SetupTable::takeCell(int r, int c) {
    if (filling_ || c > Rules) return;
    const bool fresh = r >= static_cast<int>(sheet_.size());
    SetupRow row = fresh ? SetupRow{} : sheet_[static_cast<std::size_t>(r)];
    const auto text = item(r, c)->text().trimmed().toStdString();
    if (c == Rules) {
        auto rules = rulesFrom(text);
        if (!rules) {
            emit said(tr("\"%1\" says nothing to do. Write: it pushes: up by 1; it slides: down by 1")
                          .arg(QString::fromStdString(text)),
                      true);
            fill();
            return;
        }
        row.rules = std::move(*rules);
    } else
        row.*memberOf(c) = text;
    if (row.name.empty()) {
        if (!fresh) emit said(tr("A row needs the name of what is set. Delete takes the row away."), true);
        fill();
        return;
    }
    // Once the editor is closed: the table is filled anew by the edit.
    QTimer::singleShot(0, this, [this, row] { emit rowEdited(row); });
}

void SetupTable::keyPressEvent(QKeyEvent* e) {
    const int r = currentRow();
    if (e->key() == Qt::Key_Delete && r >= 0 && r < static_cast<int>(sheet_.size()))
        emit rowRemoved(sheet_[static_cast<std::size_t>(r)].id);
    else
        QTableWidget::keyPressEvent(e);
}

void SetupTable::resizeEvent(QResizeEvent* e) {
    if (e) QTableWidget::resizeEvent(e);
    if (other_)
        shareColumns(*this, {0.19, 0.1, 0.08, 0.1, 0.2, 0.2, 0.13});
    else
        shareColumns(*this, {0.2, 0.1, 0.08, 0.1, 0.26, 0.26, 0});
    resizeRowsToContents();
}

} // namespace hl
