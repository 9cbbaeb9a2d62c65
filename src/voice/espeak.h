// SPDX-License-Identifier: GPL-3.0-or-later
// espeak-ng keeps its state in globals: one user at a time. Inside voice only.
#pragma once
#include <mutex>

namespace hl::espeak {

std::mutex& lock();
/// The rate of its sound; 0 where its data is not installed. Takes the lock the first time.
int rate();

} // namespace hl::espeak
