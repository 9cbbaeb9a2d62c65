// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/document/desk.h"

#include <QTableWidget>

namespace hl {

/// The chosen corner's marks in the order of the road: what, where, in which passes.
class MarksList : public QTableWidget {
    Q_OBJECT
  public:
    explicit MarksList(Desk& desk, QWidget* parent = nullptr);
    void refresh();
    MarkerId chosen() const;
    void choose(MarkerId mark);

  signals:
    void markChosen(MarkerId mark);

  protected:
    void resizeEvent(QResizeEvent* e) override;

  private:
    Desk& desk_;
    std::vector<MarkerId> rows_;
    bool filling_ = false;
};

/// "938 to 971 m", "followed for 3.1 s; unsure after 12.4 s: click once more"
QString whereText(const Desk& desk, const Marker& m);
QString kindText(const Marker& m);

} // namespace hl
