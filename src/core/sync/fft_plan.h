// SPDX-License-Identifier: GPL-3.0-or-later
// Plans of FFTW, made and freed under one lock: its planner keeps global state, and sync runs on several threads.
#pragma once
#include <fftw3.h>
#include <memory>
#include <mutex>

namespace hl {

inline std::mutex& plannerLock() {
    static std::mutex lock;
    return lock;
}

struct FreePlan {
    void operator()(fftwf_plan_s* p) const {
        const std::lock_guard guard(plannerLock());
        fftwf_destroy_plan(p);
    }
};
using FftPlan = std::unique_ptr<fftwf_plan_s, FreePlan>;

/// `make` calls one of FFTW's planning functions.
template <class Make> FftPlan fftPlan(Make make) {
    const std::lock_guard guard(plannerLock());
    return FftPlan(make());
}

} // namespace hl
