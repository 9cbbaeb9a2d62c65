// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/cut/budget.h"
#include "studio/document/desk.h"

#include <QLabel>
#include <QMenu>
#include <QPushButton>

namespace hl {

/// One line under the corner's name: how long the guide is against how long it may get, which words found no room, and
/// what to leave out first. It proposes; nothing is left out unless one chooses it.
class ShortenNote : public QWidget {
    Q_OBJECT
  public:
    explicit ShortenNote(Desk& desk, QWidget* parent = nullptr);
    /// What it says about the chosen corner's own plan stands before the rest.
    void tell(const QString& ofTheCorner);
    const std::vector<LeftOut>& proposals() const { return proposals_; }

  private:
    void look();
    void write();
    void fill();
    Desk& desk_;
    QLabel* line_;
    QPushButton* first_;
    QMenu* menu_;
    QString corner_;
    std::vector<LeftOut> proposals_;
};

} // namespace hl
