// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/sync/sound.h"

#include <memory>

namespace hl {

/// Where sound goes. The clock is never taken from here: a machine without a sound device plays in silence.
class SoundOut {
  public:
    virtual ~SoundOut() = default;
    virtual void play(std::shared_ptr<const Sound> sound, double fromS) = 0;
    virtual void stop() = 0;
};
std::unique_ptr<SoundOut> soundOutOfThisMachine(); ///< silent when there is no device

} // namespace hl
