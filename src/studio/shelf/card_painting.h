// SPDX-License-Identifier: GPL-3.0-or-later
// How a guide looks on the shelf: a card with its picture, or a row of the paper list.
#pragma once
#include "studio/shelf/shelf_model.h"

#include <QStyledItemDelegate>

namespace hl {

class CardDelegate : public QStyledItemDelegate {
  public:
    static constexpr int kWide = 292, kHigh = 264, kBetween = 16;
    using QStyledItemDelegate::QStyledItemDelegate;
    void paint(QPainter* p, const QStyleOptionViewItem& option, const QModelIndex& index) const override;
    QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex&) const override {
        return {kWide + kBetween, kHigh + kBetween};
    }
};

class RowDelegate : public QStyledItemDelegate {
  public:
    static constexpr int kHigh = 38;
    using QStyledItemDelegate::QStyledItemDelegate;
    void paint(QPainter* p, const QStyleOptionViewItem& option, const QModelIndex& index) const override;
    QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex&) const override { return {600, kHigh}; }
};

} // namespace hl
