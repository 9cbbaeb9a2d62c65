// SPDX-License-Identifier: GPL-3.0-or-later
// Where everything went from one picture to the next. Inside media only.
#pragma once
#include <array>
#include <opencv2/core.hpp>
#include <opencv2/video/tracking.hpp>

namespace hl {

/// In pixels of its own size, which is smaller than the pictures'.
struct Motion {
    cv::Mat forth, back; ///< as seen from the first picture, and from the second; two floats each
    cv::Mat both;        ///< forth as both tell it
};

/// Dense inverse search (Kroeger, Timofte, Dai, Van Gool 2016), both ways. It begins with what it found last: the
/// pairs of a film are asked for in order.
class MotionFinder {
  public:
    MotionFinder();
    /// Of two grey pictures of one size; `follows`: the first one is the second one of the last pair.
    const Motion& between(const cv::Mat& first, const cv::Mat& second, bool follows);

  private:
    std::array<cv::Ptr<cv::DISOpticalFlow>, 2> dis_; ///< one a direction, at the same time
    cv::Mat small_;                                  ///< the second picture, as motion was looked for in it
    Motion motion_;
};

} // namespace hl
