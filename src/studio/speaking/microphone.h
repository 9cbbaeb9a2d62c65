// SPDX-License-Identifier: GPL-3.0-or-later
// Where a voice comes from: the machine's microphone, or a sound file that stands in for one.
#pragma once
#include <functional>
#include <memory>
#include <QString>
#include <vector>

namespace hl {

class Microphone {
  public:
    /// Called on the interface's thread, some twenty times a second; -1..1 at rate().
    using Heard = std::function<void(const std::vector<float>&)>;
    virtual ~Microphone() = default;
    virtual int rate() const = 0;
    virtual bool start(Heard heard) = 0; ///< false: it cannot be opened
    virtual void stop() = 0;
};

/// The one the machine prefers; where LANTERN_MICROPHONE names a sound file, that file, in its own time.
std::unique_ptr<Microphone> microphoneOfThisMachine();

/// Speaks a file's samples `speed` times as fast as it is; silence after its end.
std::unique_ptr<Microphone> fileMicrophone(std::vector<float> samples, int rate, double speed = 1);

} // namespace hl
