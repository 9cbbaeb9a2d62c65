// SPDX-License-Identifier: GPL-3.0-or-later
// Threads that take work in the order it was asked for. Plain C++, so that a thread checker sees every hand-over.
#pragma once
#include <condition_variable>
#include <deque>
#include <functional>
#include <mutex>
#include <thread>
#include <vector>

namespace hl {

/// The calling thread, and those it starts from now on, let others go first: 0 nobody, 10 everybody.
void giveWay(int nice);

class LaneThreads {
  public:
    /// `nice` as of the operating system: 0 normal, 10 gives way to everybody.
    LaneThreads(int threads, int nice);
    ~LaneThreads(); ///< what has not begun is not done; what is under way is waited for
    LaneThreads(const LaneThreads&) = delete;
    LaneThreads& operator=(const LaneThreads&) = delete;

    void add(std::function<void()> work);
    void wait(); ///< until everything that was added is done

  private:
    void serve(std::stop_token stop, int nice);
    std::mutex mutex_;
    std::condition_variable_any changed_;
    std::deque<std::function<void()>> waiting_;
    int busy_ = 0;
    std::vector<std::jthread> threads_;
};

} // namespace hl
