// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/document/desk.h"

#include <QLabel>
#include <QTableWidget>

namespace hl {

/// One corner side by side: as driven, as advised, look for. Only differences are lit. Double-click or F2 edits.
/// Advised for every day, or for the day of a variant: what is not said for it alone is shown as on every day.
class CornerSheet : public QWidget {
    Q_OBJECT
  public:
    explicit CornerSheet(Desk& desk, QWidget* parent = nullptr);
    QTableWidget* table() const { return table_; }
    const std::string& day() const { return day_; } ///< key of a variant; empty: every day
    void adviseFor(const std::string& variant);

  signals:
    void dayChosen();

  protected:
    void resizeEvent(QResizeEvent* e) override;

  private:
    void refresh();
    void fillRow(int row, const GuideCorner& c, const std::vector<Advice>& thatDay);
    const std::vector<Advice>& ownRows(const GuideCorner& c) const;
    void take(int row, int column);
    void advise(const QString& link); ///< or says that it is on purpose
    void answer(const Fault& fault);
    Desk& desk_;
    QTableWidget* table_;
    QLabel* study_;
    QList<Topic> topics_;
    std::string day_;
    bool filling_ = false;
};

} // namespace hl
