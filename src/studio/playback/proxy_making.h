// SPDX-License-Identifier: GPL-3.0-or-later
// The film's small copy for dragging: made once, in the background, after opening has come first.
#pragma once
#include "studio/document/desk.h"

#include <QTimer>

namespace hl {

class ProxyMaking : public QObject {
    Q_OBJECT
  public:
    explicit ProxyMaking(Desk& desk);
    void begin(); ///< another guide's film

  signals:
    void ready(const QString& file);
    void filmTold(const QString& sentence); ///< what is wrong with the film, though it can be used

  private:
    void make();
    Desk& desk_;
    QTimer later_;
};

} // namespace hl
