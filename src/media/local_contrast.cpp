// SPDX-License-Identifier: GPL-3.0-or-later
#include "media/local_contrast.h"

#include <algorithm>
#include <opencv2/imgproc.hpp>

namespace hl {

std::vector<std::uint8_t> enlarged(const BgraView& picture, double xPx, double yPx, int widthPx, int heightPx,
                                   double times, double contrast) {
    if (!picture.pixels || picture.width < 1 || picture.height < 1 || widthPx < 1 || heightPx < 1) return {};
    times = std::clamp(times, 1.0, 12.0);
    const cv::Mat whole(picture.height, picture.width, CV_8UC4, const_cast<std::uint8_t*>(picture.pixels),
                        static_cast<std::size_t>(picture.bytesPerLine));
    // Pixel (u, v) of the result shows x + (u - w/2) / times: middles of pixels meet.
    const double back = 1 / times;
    const cv::Mat way = (cv::Mat_<double>(2, 3) << back, 0, xPx - 0.5 - (widthPx / 2.0 - 0.5) * back, 0, back,
                         yPx - 0.5 - (heightPx / 2.0 - 0.5) * back);
    cv::Mat piece;
    cv::warpAffine(whole, piece, way, {widthPx, heightPx}, cv::INTER_CUBIC | cv::WARP_INVERSE_MAP,
                   cv::BORDER_REPLICATE);
    cv::Mat bgr;
    cv::cvtColor(piece, bgr, cv::COLOR_BGRA2BGR);
    if (contrast > 0) {
        cv::Mat lab;
        cv::cvtColor(bgr, lab, cv::COLOR_BGR2Lab);
        cv::Mat light, raised;
        cv::extractChannel(lab, light, 0);
        cv::createCLAHE(1 + 3 * std::min(contrast, 1.0), {4, 4})->apply(light, raised);
        cv::addWeighted(light, 1 - std::min(contrast, 1.0), raised, std::min(contrast, 1.0), 0, light);
        cv::insertChannel(light, lab, 0);
        cv::cvtColor(lab, bgr, cv::COLOR_Lab2BGR);
    }
    cv::cvtColor(bgr, piece, cv::COLOR_BGR2BGRA);
    std::vector<std::uint8_t> out(static_cast<std::size_t>(widthPx * heightPx * 4));
    for (int y = 0; y < heightPx; ++y)
        std::copy_n(piece.ptr<std::uint8_t>(y), widthPx * 4,
                    out.begin() + static_cast<std::ptrdiff_t>(y) * widthPx * 4);
    return out;
}

} // namespace hl
