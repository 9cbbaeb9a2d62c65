// SPDX-License-Identifier: GPL-3.0-or-later
// Work off the interface's thread, its result handed back on it.
#pragma once
#include <functional>
#include <memory>
#include <QCoreApplication>
#include <QPointer>
#include <QThread>
#include <QThreadPool>

namespace hl {

/// Threads for what takes longer than a person waits (films, publishing): plans and saves never queue behind it.
QThreadPool& longWork();

/// Runs `work` on the pool; `then(result)` runs on the interface's thread unless `owner` is gone by then.
template <class Work, class Then>
void inBackground(QObject* owner, Work work, Then then, QThreadPool& pool = *QThreadPool::globalInstance()) {
    pool.start([guard = QPointer<QObject>(owner), work = std::move(work), then = std::move(then)]() mutable {
        auto result = std::make_shared<decltype(work())>(work());
        QMetaObject::invokeMethod(
            QCoreApplication::instance(),
            [guard, result, then = std::move(then)]() mutable {
                if (guard) then(std::move(*result));
            },
            Qt::QueuedConnection);
    });
}

} // namespace hl
