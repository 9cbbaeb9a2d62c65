// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/shelf/shelf.h"

#include <QAbstractListModel>

namespace hl {

/// Some of the shelf's cards, in their order, for a view.
class ShelfModel : public QAbstractListModel {
    Q_OBJECT
  public:
    explicit ShelfModel(const Shelf& shelf, QObject* parent = nullptr) : QAbstractListModel(parent), shelf_(shelf) {}
    void show(std::vector<const GuideCard*> cards); ///< pointers into the shelf
    const GuideCard& at(int row) const { return *cards_.at(static_cast<std::size_t>(row)); }
    int rowOf(const QString& folder) const; ///< -1: not among them
    const Shelf& shelf() const { return shelf_; }
    int rowCount(const QModelIndex& = {}) const override { return static_cast<int>(cards_.size()); }
    QVariant data(const QModelIndex& index, int role) const override;

  private:
    const Shelf& shelf_;
    std::vector<const GuideCard*> cards_;
};

QString lapLine(const GuideCard& card);   ///< "lap 1:32.923 · dry, 14 °C"
QString stateLine(const GuideCard& card); ///< what it lacks, or when it was published, or its trouble

} // namespace hl
