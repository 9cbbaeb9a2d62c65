// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/background.h"

namespace hl {

QThreadPool& longWork() {
    static QThreadPool pool;
    static const bool once = [] {
        pool.setMaxThreadCount(2);
        pool.setThreadPriority(QThread::LowPriority);
        return true;
    }();
    static_cast<void>(once);
    return pool;
}

} // namespace hl
