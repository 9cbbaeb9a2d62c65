// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include <QElapsedTimer>
#include <QObject>
#include <QTimer>

namespace hl {

/// How long the interface's thread was away: a tick every ten milliseconds, and what is late was a stall.
class StallMeter : public QObject {
    Q_OBJECT
  public:
    explicit StallMeter(QObject* parent = nullptr);
    double longestMs() const { return longestMs_; }
    int stalls() const { return stalls_; } ///< of more than 50 ms
    void reset();

  private:
    void tick();
    QTimer timer_;
    QElapsedTimer since_;
    double longestMs_ = 0;
    int stalls_ = 0;
};

} // namespace hl
