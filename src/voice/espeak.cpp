// SPDX-License-Identifier: GPL-3.0-or-later
#include "voice/espeak.h"

#include <espeak-ng/speak_lib.h>

namespace hl::espeak {

std::mutex& lock() {
    static std::mutex one;
    return one;
}

int rate() {
    static const int hertz = [] {
        const std::lock_guard guard(lock());
        return espeak_Initialize(AUDIO_OUTPUT_SYNCHRONOUS, 0, nullptr, 0);
    }();
    return hertz;
}

} // namespace hl::espeak
