// SPDX-License-Identifier: GPL-3.0-or-later
// What happens when it goes wrong, corner by corner: asked for on real circuits, with what each rating means.
#pragma once
#include "core/guide/guide.h"

#include <QListWidget>

namespace hl {

class RiskList : public QListWidget {
    Q_OBJECT
  public:
    explicit RiskList(QWidget* parent = nullptr);
    void show(const Guide& guide);

  signals:
    void rated(CornerId corner, int rating); ///< with the keys 0 to 3
    void cornerWanted(CornerId corner);

  protected:
    void keyPressEvent(QKeyEvent* e) override;
    bool event(QEvent* e) override;

  private:
    std::vector<CornerId> corners_;
};

} // namespace hl
