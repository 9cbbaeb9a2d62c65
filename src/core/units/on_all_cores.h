// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include <algorithm>
#include <atomic>
#include <future>
#include <thread>
#include <vector>

namespace hl {

/// Calls work(0) .. work(n - 1), each once, on all cores; returns when all are done. The calls must not touch what
/// another one writes. The first exception is thrown on.
template <class Work> void onAllCores(std::size_t n, const Work& work) {
    std::atomic<std::size_t> next{0};
    const auto some = [&] {
        for (auto i = next++; i < n; i = next++) work(i);
    };
    const auto cores = std::clamp<std::size_t>(std::thread::hardware_concurrency(), 1, 8);
    std::vector<std::future<void>> others;
    for (std::size_t k = 1; k < std::min(cores, n); ++k) others.push_back(std::async(std::launch::async, some));
    some();
    for (auto& o : others) o.get();
}

} // namespace hl
