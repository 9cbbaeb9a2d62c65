// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/document/lane_threads.h"

#include <sys/resource.h>
#include <sys/syscall.h>
#include <unistd.h>

namespace hl {

void giveWay(int nice) {
    if (nice > 0) ::setpriority(PRIO_PROCESS, static_cast<id_t>(::syscall(SYS_gettid)), nice);
}

LaneThreads::LaneThreads(int threads, int nice) {
    for (int i = 0; i < threads; ++i)
        threads_.emplace_back([this, nice](std::stop_token stop) { serve(std::move(stop), nice); });
}

LaneThreads::~LaneThreads() {
    {
        const std::lock_guard lock(mutex_);
        waiting_.clear();
        for (auto& t : threads_) t.request_stop();
    }
    changed_.notify_all();
    threads_.clear();
}

void LaneThreads::add(std::function<void()> work) {
    {
        const std::lock_guard lock(mutex_);
        waiting_.push_back(std::move(work));
    }
    changed_.notify_all();
}

void LaneThreads::wait() {
    std::unique_lock lock(mutex_);
    changed_.wait(lock, [this] { return waiting_.empty() && busy_ == 0; });
}

void LaneThreads::serve(std::stop_token stop, int nice) {
    // On Linux a thread has a priority of its own; the decoders' threads it starts inherit it.
    giveWay(nice);
    std::unique_lock lock(mutex_);
    while (changed_.wait(lock, stop, [this] { return !waiting_.empty(); })) {
        auto work = std::move(waiting_.front());
        waiting_.pop_front();
        ++busy_;
        lock.unlock();
        work();
        work = nullptr; // what it holds goes before anybody is told that it is done
        lock.lock();
        --busy_;
        changed_.notify_all();
    }
}

} // namespace hl
