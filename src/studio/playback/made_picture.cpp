// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/playback/made_picture.h"

#include <algorithm>

namespace hl {

QSize fittedInto(QSize room, const YuvFrame& f) {
    const double scale =
        std::min({1.0, static_cast<double>(room.width()) / f.width, static_cast<double>(room.height()) / f.height});
    return {static_cast<int>(f.width * scale) & ~1, static_cast<int>(f.height * scale) & ~1};
}

const YuvFrame* MadePicture::filmed(VideoReader& film, const std::vector<double>& times, std::size_t number,
                                    QSize room) {
    auto& kept = kept_[number % 2];
    if (kept.picture.empty() || kept.number != number || kept.room != room) {
        kept.picture = {};
        const auto frame = film.frameAt(hl::at<FootageTime>(times[number]));
        if (!frame) return nullptr;
        const auto size = fittedInto(room, *frame);
        kept = {number, room, scaled(*frame, size.width(), size.height())};
        kept.picture.time = hl::at<FootageTime>(times[number]);
    }
    return &kept.picture;
}

std::optional<YuvFrame> MadePicture::at(VideoReader& film, const std::vector<double>& times, double footageS,
                                        QSize room) {
    const auto next = std::upper_bound(times.begin(), times.end(), footageS);
    if (next == times.begin() || next == times.end()) return std::nullopt;
    const auto number = static_cast<std::size_t>(next - times.begin()) - 1;
    const double share =
        shareBetween(hl::at<FootageTime>(times[number]), hl::at<FootageTime>(*next), hl::at<FootageTime>(footageS));
    const auto* before = filmed(film, times, number, room);
    if (!before || share == 0) return before ? std::optional(*before) : std::nullopt;
    const auto* after = filmed(film, times, number + 1, room);
    if (!after) return std::nullopt;
    return share == 1 ? *after : between_.at(*before, *after, share);
}

} // namespace hl
