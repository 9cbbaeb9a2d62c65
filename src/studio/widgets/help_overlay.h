// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include <QWidget>

namespace hl {

struct KeyHelp {
    QString keys, does;
};

/// The keys, over everything; any key or click closes it.
class HelpOverlay : public QWidget {
    Q_OBJECT
  public:
    HelpOverlay(QList<KeyHelp> keys, QWidget* parent);

  protected:
    void paintEvent(QPaintEvent*) override;
    void keyPressEvent(QKeyEvent*) override { hide(); }
    void mousePressEvent(QMouseEvent*) override { hide(); }

  private:
    QList<KeyHelp> keys_;
};

} // namespace hl
