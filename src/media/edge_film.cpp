// SPDX-License-Identifier: GPL-3.0-or-later
#include "media/edge_film.h"

#include "media/video_reader.h"

#include <algorithm>
#include <opencv2/imgproc.hpp>

namespace hl {
namespace {

constexpr int kWidth = 640, kCoarse = 4; // px of the copy; its px for one of the coarse form

std::vector<float> values(const cv::Mat& m) {
    cv::Mat whole = m.isContinuous() ? m : m.clone();
    return {whole.ptr<float>(), whole.ptr<float>() + whole.total()};
}

/// Which way the brightness changes most, smoothly: the structure tensor, over what is usual around.
void makeCoarse(EdgePicture& pic) {
    const cv::Mat gx(pic.height, pic.width, CV_32F, pic.across.data()),
        gy(pic.height, pic.width, CV_32F, pic.down.data());
    const cv::Size size(pic.width / kCoarse, pic.height / kCoarse);
    const auto gathered = [&](const cv::Mat& m) {
        cv::Mat small;
        cv::resize(m, small, size, 0, 0, cv::INTER_AREA);
        cv::GaussianBlur(small, small, cv::Size(), 1.0);
        return small;
    };
    const cv::Mat xx = gathered(gx.mul(gx)), yy = gathered(gy.mul(gy)), xy = gathered(gx.mul(gy));
    cv::Mat usual;
    cv::GaussianBlur(xx + yy, usual, cv::Size(), 9);
    usual += 0.3 * cv::mean(usual)[0] + 0.05;
    pic.coarseWidth = size.width, pic.coarseHeight = size.height;
    pic.agree = values((xx - yy) / usual), pic.turn = values(2 * xy / usual);
}

/// Where the same edge stands in most pictures: the car, and what is laid over the film.
cv::Mat standing(const std::vector<EdgePicture>& all) {
    cv::Mat sumX = cv::Mat::zeros(all[0].height, all[0].width, CV_32F), sumY = sumX.clone(), size = sumX.clone();
    for (const auto& p : all) {
        const cv::Mat gx(p.height, p.width, CV_32F, const_cast<float*>(p.across.data())),
            gy(p.height, p.width, CV_32F, const_cast<float*>(p.down.data()));
        cv::Mat length;
        cv::magnitude(gx, gy, length);
        sumX += gx, sumY += gy, size += length;
    }
    cv::Mat together;
    cv::magnitude(sumX, sumY, together);
    const float count = static_cast<float>(all.size());
    cv::Mat mask = (together > 0.75 * size) & (together > 2.0 * count); // one way in most of them, and clearly
    cv::dilate(mask, mask, cv::Mat(), cv::Point(-1, -1), 2);
    return mask;
}

/// Stricter, for the car's outline alone: an edge there, one way, in nearly every picture. The road's own lines stand
/// still on straights, but not in every corner.
cv::Mat outline(const std::vector<EdgePicture>& all) {
    constexpr float kClear = 4; // grey levels a pixel
    constexpr double kNearlyAll = 0.9, kOneWay = 0.8;
    cv::Mat count = cv::Mat::zeros(all[0].height, all[0].width, CV_8U), sumX = cv::Mat::zeros(count.size(), CV_32F),
            sumY = sumX.clone(), size = sumX.clone();
    for (const auto& p : all) {
        const cv::Mat gx(p.height, p.width, CV_32F, const_cast<float*>(p.across.data())),
            gy(p.height, p.width, CV_32F, const_cast<float*>(p.down.data()));
        cv::Mat length, clear;
        cv::magnitude(gx, gy, length);
        sumX += gx, sumY += gy, size += length;
        cv::dilate(length > kClear, clear, cv::Mat()); // a cockpit trembles by a pixel
        count += clear / 255;
    }
    cv::Mat together;
    cv::magnitude(sumX, sumY, together);
    return (count >= kNearlyAll * static_cast<double>(all.size())) & (together > kOneWay * size);
}

EdgePicture edgePicture(const YuvFrame& f) {
    EdgePicture pic;
    pic.when = f.time;
    const cv::Mat whole(f.height, f.width, CV_8U, const_cast<std::uint8_t*>(f.y.data()));
    pic.width = kWidth, pic.height = std::max(8, static_cast<int>(std::lround(kWidth * double(f.height) / f.width)));
    cv::Mat small, gx, gy;
    cv::resize(whole, small, cv::Size(pic.width, pic.height), 0, 0,
               f.width > kWidth ? cv::INTER_AREA : cv::INTER_LINEAR);
    small.convertTo(small, CV_32F);
    cv::GaussianBlur(small, small, cv::Size(), 0.9);
    cv::Sobel(small, gx, CV_32F, 1, 0, 3, 1.0 / 8);
    cv::Sobel(small, gy, CV_32F, 0, 1, 3, 1.0 / 8);
    pic.across = values(gx), pic.down = values(gy);
    return pic;
}

void leaveOut(EdgePicture& pic, const cv::Mat& still) {
    cv::Mat(pic.height, pic.width, CV_32F, pic.across.data()).setTo(0, still);
    cv::Mat(pic.height, pic.width, CV_32F, pic.down.data()).setTo(0, still);
}

} // namespace

struct EdgeFilm::Parts {
    VideoReader reader;
    cv::Mat still, outline;
};

EdgeFilm::EdgeFilm(std::unique_ptr<Parts> parts) : parts_(std::move(parts)) {}
EdgeFilm::EdgeFilm(EdgeFilm&&) noexcept = default;
EdgeFilm::~EdgeFilm() = default;

Result<EdgeFilm> EdgeFilm::open(const std::filesystem::path& film, FootageTime from, FootageTime to) {
    auto reader = VideoReader::open(film);
    if (!reader) return reader.error();
    reader->fitInto({2 * kWidth, 2 * kWidth}); // the copy is looked at
    constexpr int kLooks = 14;
    std::vector<EdgePicture> looks;
    for (int i = 0; i < kLooks; ++i)
        if (const auto frame = reader->frameAt(from + (to - from) * ((i + 0.5) / kLooks)))
            looks.push_back(edgePicture(*frame));
    if (looks.empty()) return Error{"media.no-frames", "has no picture there", film.string(), "a whole video file"};
    auto parts = std::make_unique<Parts>(Parts{std::move(*reader), standing(looks), outline(looks)});
    return EdgeFilm(std::move(parts));
}

std::vector<double> EdgeFilm::bonnet(std::size_t columns) const {
    const auto& still = parts_->outline;
    // Higher up the horizon stands as still as the car.
    const int top = still.rows * 60 / 100, band = std::max(1, still.cols / static_cast<int>(columns));
    std::vector<double> rows;
    for (std::size_t c = 0; c < columns; ++c) {
        const int from = std::clamp(static_cast<int>(c) * (still.cols - 1) / static_cast<int>(columns - 1) - band / 2,
                                    0, still.cols - band);
        double row = kNaN; // the highest that most of the band has
        for (int y = top; y < still.rows && std::isnan(row); ++y)
            if (cv::countNonZero(still(cv::Rect(from, y, band, 1))) > band / 2) row = double(y) / still.rows;
        rows.push_back(row);
    }
    // An outline reaches over much of the picture and does not leap; a lone standing edge is a mirror or a drop of
    // rain.
    std::vector<double> known;
    for (const double r : rows)
        if (!std::isnan(r)) known.push_back(r);
    if (known.size() < columns * 2 / 5) return std::vector<double>(columns, kNaN);
    const auto seen = rows;
    constexpr std::size_t kBeside = 3;
    for (std::size_t c = 0; c < columns; ++c) {
        std::vector<double> near;
        for (std::size_t k = c > kBeside ? c - kBeside : 0; k < std::min(columns, c + kBeside + 1); ++k)
            if (!std::isnan(seen[k])) near.push_back(seen[k]);
        rows[c] = near.size() > kBeside ? median(near) : kNaN;
    }
    constexpr double kLeap = 0.06;
    std::size_t leaps = 0;
    for (std::size_t c = 1; c < columns; ++c) leaps += std::abs(rows[c] - rows[c - 1]) > kLeap;
    return leaps > columns / 16 ? std::vector<double>(columns, kNaN) : rows;
}

std::optional<EdgePicture> EdgeFilm::at(FootageTime when) {
    const auto frame = parts_->reader.frameAt(when);
    if (!frame) return std::nullopt;
    auto pic = edgePicture(*frame);
    leaveOut(pic, parts_->still);
    makeCoarse(pic);
    return pic;
}

} // namespace hl
