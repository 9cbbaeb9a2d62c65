// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/document/desk.h"

#include <QVBoxLayout>
#include <QWidget>

namespace hl {

/// What all leaves of the scene have: the desk, and one line for the window.
class Leaf : public QWidget {
    Q_OBJECT
  public:
    explicit Leaf(Desk& desk, QWidget* parent = nullptr) : QWidget(parent), desk_(desk) {}
    virtual void refresh() = 0; ///< the guide or what was measured changed; a guide is open

  signals:
    void said(const QString& text, bool wrong);

  protected:
    template <class Change> void edit(const QString& what, Change change) {
        if (desk_.isOpen()) desk_.edit({what.toStdString(), std::move(change)});
    }
    QVBoxLayout* column() {
        auto* c = new QVBoxLayout(this);
        c->setContentsMargins(0, 6, 0, 0);
        c->setSpacing(6);
        return c;
    }
    Desk& desk_;
};

} // namespace hl
