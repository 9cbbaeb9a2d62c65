// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include <condition_variable>
#include <deque>
#include <mutex>
#include <optional>

namespace hl {

/// A bounded hand-over between two threads. Closing wakes both sides; what was put in can still be taken out.
template <class T> class HandOver {
  public:
    explicit HandOver(std::size_t room) : room_(room) {}
    bool put(T value) {
        std::unique_lock lock(mutex_);
        changed_.wait(lock, [&] { return closed_ || items_.size() < room_; });
        if (closed_) return false;
        items_.push_back(std::move(value));
        changed_.notify_all();
        return true;
    }
    std::optional<T> take() {
        std::unique_lock lock(mutex_);
        changed_.wait(lock, [&] { return closed_ || !items_.empty(); });
        if (items_.empty()) return std::nullopt;
        T value = std::move(items_.front());
        items_.pop_front();
        changed_.notify_all();
        return value;
    }
    void close() {
        const std::lock_guard lock(mutex_);
        closed_ = true;
        changed_.notify_all();
    }

  private:
    std::size_t room_;
    std::mutex mutex_;
    std::condition_variable changed_;
    std::deque<T> items_;
    bool closed_ = false;
};

} // namespace hl
