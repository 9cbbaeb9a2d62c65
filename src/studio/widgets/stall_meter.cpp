// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/widgets/stall_meter.h"

#include <algorithm>

namespace hl {
namespace {

constexpr int kTickMs = 10;
constexpr double kStallMs = 50;

} // namespace

StallMeter::StallMeter(QObject* parent) : QObject(parent) {
    timer_.setInterval(kTickMs);
    timer_.setTimerType(Qt::PreciseTimer);
    connect(&timer_, &QTimer::timeout, this, &StallMeter::tick);
    timer_.start();
    since_.start();
}

void StallMeter::reset() {
    longestMs_ = 0, stalls_ = 0;
    since_.restart();
}

void StallMeter::tick() {
    const double late = static_cast<double>(since_.nsecsElapsed()) / 1e6 - kTickMs;
    since_.restart();
    longestMs_ = std::max(longestMs_, late);
    stalls_ += late > kStallMs;
}

} // namespace hl
