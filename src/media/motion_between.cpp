// SPDX-License-Identifier: GPL-3.0-or-later
#include "media/motion_between.h"

#include <opencv2/imgproc.hpp>

namespace hl {
namespace {

/// px. So wide the coarsest pictures, which the search begins in, still show what is large; much wider ones take longer
/// and find no more (measured: docs/measuring.md).
constexpr int kWidth = 360;

cv::Ptr<cv::DISOpticalFlow> quickFlow() {
    auto flow = cv::DISOpticalFlow::create(cv::DISOpticalFlow::PRESET_ULTRAFAST);
    flow->setFinestScale(1); // the pictures are small already
    flow->setPatchStride(5); // of patches of eight: a third fewer than usual, and as good
    return flow;
}

/// Halved, which is quickest, and then to the width. Never the bytes of the picture itself, which may go.
cv::Mat narrowed(const cv::Mat& picture) {
    cv::Mat now = picture, out;
    for (; now.cols >= 2 * kWidth; now = out) cv::resize(now, out, {now.cols / 2, now.rows / 2}, 0, 0, cv::INTER_AREA);
    if (now.cols <= kWidth) return now.data == picture.data ? picture.clone() : now;
    cv::Mat narrow;
    cv::resize(now, narrow, {kWidth, std::max(1, now.rows * kWidth / now.cols)}, 0, 0, cv::INTER_LINEAR);
    return narrow;
}

} // namespace

MotionFinder::MotionFinder() : dis_{quickFlow(), quickFlow()} {}

const Motion& MotionFinder::between(const cv::Mat& first, const cv::Mat& second, bool follows) {
    const std::array<cv::Mat, 2> pictures = {follows ? small_ : narrowed(first), narrowed(second)};
    const std::array<cv::Mat*, 2> flows = {&motion_.forth, &motion_.back};
    const auto some = [&](const cv::Range& r) {
        for (auto k = static_cast<std::size_t>(r.start); k < static_cast<std::size_t>(r.end); ++k)
            dis_[k]->calc(pictures[k], pictures[1 - k], *flows[k]);
    };
    cv::parallel_for_({0, 2}, some, 2);
    motion_.both = (motion_.forth - motion_.back) / 2;
    small_ = pictures[1];
    return motion_;
}

} // namespace hl
