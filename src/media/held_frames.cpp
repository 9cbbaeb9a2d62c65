// SPDX-License-Identifier: GPL-3.0-or-later
#include "media/held_frames.h"

#include <algorithm>

namespace hl {

std::vector<GreyFrame> HeldFrames::between(FootageTime from, FootageTime to) {
    constexpr double kTiny = 1e-4;
    if (held_.empty() || from < from_ - Seconds(kTiny) || to > to_ + Seconds(kTiny)) hold(from, to);
    std::vector<GreyFrame> out;
    for (const auto& f : held_)
        if (f->time >= from - Seconds(kTiny) && f->time <= to + Seconds(kTiny)) out.push_back({f->time, f, &mix_});
    return out;
}

void HeldFrames::hold(FootageTime from, FootageTime to) {
    constexpr double kBytes = 320e6;
    const auto size = reader_.size();
    const double most = kBytes / (1.5 * size.width * size.height) / std::max(1.0, reader_.info().frameRate);
    from_ = std::min(from, std::max(earliest_, to - Seconds(most))), to_ = to;
    held_.clear();
    constexpr double kTiny = 1e-4;
    auto f = reader_.frameAt(from_);
    for (; f && f->time <= to + Seconds(kTiny); f = reader_.next())
        held_.push_back(std::make_shared<const YuvFrame>(std::move(*f)));
    beyond_ = std::move(f);
}

} // namespace hl
