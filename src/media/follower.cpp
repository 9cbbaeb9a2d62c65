// SPDX-License-Identifier: GPL-3.0-or-later
#include "media/follower.h"

#include "core/units/numbers.h"

#include <cmath>
#include <opencv2/imgproc.hpp>
#include <opencv2/video/tracking.hpp>

namespace hl {
namespace {

using patch::Place;

constexpr double kSure = 0.8, kUnsure = 0.62; // likeness to the kept patch

double medianOf(std::vector<double> v) {
    if (v.empty()) return 0;
    std::nth_element(v.begin(), v.begin() + static_cast<std::ptrdiff_t>(v.size() / 2), v.end());
    return v[v.size() / 2];
}

/// A small window of two pictures in which points are followed.
struct Window {
    cv::Rect box;
    static Window around(const cv::Mat& grey, double x, double y, double half) {
        const int reach = static_cast<int>(half * 1.5 + grey.cols / 14.0);
        const cv::Rect whole(0, 0, grey.cols, grey.rows),
            wished(static_cast<int>(x) - reach, static_cast<int>(y) - reach, 2 * reach, 2 * reach);
        return {wished & whole};
    }
};

/// Where points on the thing went: the shift and growth on which most agree, checked there and back. `towards`: where
/// they are looked for.
std::optional<Place> carried(const cv::Mat& before, const cv::Mat& now, const Place& from, const Place& towards) {
    Window w = Window::around(before, from.x, from.y, from.half);
    if (towards.x != from.x || towards.y != from.y)
        w.box |= Window::around(before, towards.x, towards.y, towards.half).box;
    if (w.box.width < 24 || w.box.height < 24) return std::nullopt;
    const cv::Mat a = before(w.box), b = now(w.box);
    std::vector<cv::Point2f> points, to, back;
    constexpr int kGrid = 5;
    for (int j = 0; j < kGrid; ++j)
        for (int i = 0; i < kGrid; ++i)
            points.emplace_back(static_cast<float>(from.x - w.box.x + (i - 2) * from.half * 0.3),
                                static_cast<float>(from.y - w.box.y + (j - 2) * from.half * 0.3));
    const double grows = towards.half / from.half;
    for (const auto& p : points)
        to.emplace_back(
            static_cast<float>(towards.x - w.box.x + (static_cast<double>(p.x) + w.box.x - from.x) * grows),
            static_cast<float>(towards.y - w.box.y + (static_cast<double>(p.y) + w.box.y - from.y) * grows));
    std::vector<unsigned char> found, again;
    std::vector<float> error;
    const int side = std::clamp(static_cast<int>(from.half) | 1, 9, 21);
    const cv::TermCriteria stop(cv::TermCriteria::COUNT + cv::TermCriteria::EPS, 12, 0.03);
    std::vector<cv::Mat> was, is; // pyramids, each used for both ways
    constexpr int kLevels = 3;
    cv::buildOpticalFlowPyramid(a, was, cv::Size(side, side), kLevels);
    cv::buildOpticalFlowPyramid(b, is, cv::Size(side, side), kLevels);
    cv::calcOpticalFlowPyrLK(was, is, points, to, found, error, cv::Size(side, side), kLevels, stop,
                             cv::OPTFLOW_USE_INITIAL_FLOW);
    back = points;
    cv::calcOpticalFlowPyrLK(is, was, to, back, again, error, cv::Size(side, side), kLevels, stop,
                             cv::OPTFLOW_USE_INITIAL_FLOW);
    std::vector<double> dx, dy, grow;
    std::vector<std::size_t> good;
    for (std::size_t i = 0; i < points.size(); ++i) {
        const auto off = back[i] - points[i];
        if (!found[i] || !again[i] || std::hypot(off.x, off.y) > 1.0f) continue;
        good.push_back(i);
        dx.push_back(static_cast<double>(to[i].x - points[i].x)),
            dy.push_back(static_cast<double>(to[i].y - points[i].y));
    }
    constexpr std::size_t kEnough = 6;
    if (good.size() < kEnough) return std::nullopt;
    for (std::size_t i = 0; i < good.size(); ++i)
        for (std::size_t k = i + 1; k < good.size(); ++k) {
            const auto span = points[good[i]] - points[good[k]], spanNow = to[good[i]] - to[good[k]];
            const double far = std::hypot(static_cast<double>(span.x), static_cast<double>(span.y));
            if (far > 0.5 * from.half)
                grow.push_back(std::hypot(static_cast<double>(spanNow.x), static_cast<double>(spanNow.y)) / far);
        }
    return Place{from.x + medianOf(dx), from.y + medianOf(dy),
                 towards.half * std::clamp(grow.empty() ? 1 : medianOf(grow) / grows, 0.85, 1.18)};
}

} // namespace

std::optional<patch::Laid> foundNear(const patch::Patch& kept, const cv::Mat& keptFrom, const cv::Mat& grey,
                                     const Place& near) {
    const int reach = static_cast<int>(near.half + grey.cols / 20.0);
    const cv::Rect whole(0, 0, grey.cols, grey.rows);
    patch::Laid best;
    double second = -1;
    for (const double size : {0.85, 1.0, 1.18}) {
        const double half = near.half * size, k = half / kept.place.half;
        const int side = 2 * static_cast<int>(half) + 1;
        if (side < 7 || side > 160) continue;
        cv::Mat piece;
        const cv::Matx23d warp(k, 0, half - k * kept.place.x, 0, k, half - k * kept.place.y);
        cv::warpAffine(keptFrom, piece, warp, cv::Size(side, side), k < 1 ? cv::INTER_AREA : cv::INTER_LINEAR,
                       cv::BORDER_REPLICATE);
        const cv::Rect box = cv::Rect(static_cast<int>(near.x) - reach - side / 2,
                                      static_cast<int>(near.y) - reach - side / 2, 2 * reach + side, 2 * reach + side) &
                             whole;
        if (box.width <= side || box.height <= side) continue;
        cv::Mat score;
        cv::matchTemplate(grey(box), piece, score, cv::TM_CCOEFF_NORMED);
        double most = 0;
        cv::Point where;
        cv::minMaxLoc(score, nullptr, &most, nullptr, &where);
        const Place start{box.x + where.x + side / 2.0 - 0.5, box.y + where.y + side / 2.0 - 0.5, half};
        const auto laid = patch::lay(kept, grey, start);
        if (laid.likeness > best.likeness) best = laid;
        cv::circle(score, where, side / 2, cv::Scalar(-1), cv::FILLED);
        cv::minMaxLoc(score, nullptr, &most, nullptr, &where);
        second = std::max(second, most);
    }
    constexpr double kClear = 0.08; // better than the second of its like: one of a row of posts is no find
    if (best.likeness < kSure || best.likeness < second + kClear) return std::nullopt;
    return best;
}

FollowedPoint Follower::step(const cv::Mat& now, FootageTime when) {
    if (gone_) return point(when, Held::Lost);
    Place guess = at_;
    guess.x += vx_, guess.y += vy_, guess.half *= std::exp(std::clamp(nearing_ * at_.half, -0.12, 0.12));
    const auto told = expectedAt(when);
    if (told) guess = *told;
    auto went = carried(before_, now, at_, told.value_or(at_));
    if (went && at_.half < kSmallPx) went->half = guess.half; // so few pixels tell no growth
    auto laid = patch::lay(kept_, now, went ? *went : guess);
    const bool jumped = went && std::hypot(laid.place.x - went->x, laid.place.y - went->y) > 0.5 * at_.half + 2;
    const double usual = told ? told->half : at_.half;
    const bool grew = laid.place.half > 1.25 * usual || laid.place.half < 0.8 * usual;
    when_ = when;
    Held held = laid.likeness >= kSure && went && !jumped && !grew ? Held::Sure
                : laid.likeness >= kUnsure && !grew && !jumped     ? Held::Unsure
                                                                   : Held::Lost;
    likeness_ = laid.likeness;
    if (held != Held::Sure)
        if (const auto again = foundNear(kept_, keptFrom_, now, went ? *went : guess)) laid = *again, held = Held::Sure;
    if (held == Held::Lost && went && lost_ == 0 && likeBefore(*went, now)) laid.place = *went, held = Held::Unsure;
    if (held == Held::Lost) {
        if (++lost_ > kPatience) gone_ = true;
        before_ = now;
        if (told)
            at_ = *told;
        else if (lost_ < 4)
            at_.x += vx_, at_.y += vy_; // it is behind something
        return point(when, Held::Lost);
    }
    unsure_ = held == Held::Unsure ? unsure_ + 1 : 0;
    // What is neared at a steady speed grows the faster the larger it is.
    if (at_.half >= kSmallPx) nearing_ += 0.2 * (std::log(laid.place.half / at_.half) / at_.half - nearing_);
    laid.place.half = std::max(laid.place.half, kFinestPx);
    vx_ = 0.5 * vx_ + 0.5 * (laid.place.x - at_.x), vy_ = 0.5 * vy_ + 0.5 * (laid.place.y - at_.y);
    if (lost_ > 0) vx_ = vy_ = 0;
    lost_ = 0;
    at_ = laid.place;
    if (held == Held::Sure) learn(now);
    const double margin = 0.5 * at_.half / kAround;
    if (at_.x < margin || at_.y < margin || at_.x > now.cols - margin || at_.y > now.rows - margin) gone_ = true;
    if (unsure_ > kPatience) gone_ = true; // what is unsure for so long is not known any more
    const double grown = at_.half / kept_.place.half;
    if (held == Held::Sure && (grown > kAnew || grown < 1 / kAnew || laid.likeness < 0.88))
        keepSoon(now, laid.likeness);
    before_ = now;
    return point(when, gone_ ? Held::Lost : held);
}

std::optional<Place> Follower::expectedAt(FootageTime when) const {
    if (!wish_.expected) return std::nullopt;
    const auto was = wish_.expected(when_), is = wish_.expected(when);
    if (!was || !is || was->size <= 0 || is->size <= 0) return std::nullopt;
    const double grows = is->size / was->size;
    return Place{is->xPx + (at_.x - was->xPx) * grows, is->yPx + (at_.y - was->yPx) * grows, at_.half * grows};
}

void Follower::learn(const cv::Mat& now) {
    constexpr double kLearn = 0.12, kUsual = 0.35;
    const auto off = patch::offAt(kept_, now, at_);
    static const auto usual = patch::usualTrust();
    for (std::size_t i = 0; i < off.size(); ++i) {
        off_[i] += kLearn * (std::min(off[i], 4.0) - off_[i]);
        trust_[i] = usual[i] / (1 + off_[i] / kUsual);
    }
    kept_.trust = trust_;
}

void Follower::keepSoon(const cv::Mat& grey, double likeness) {
    if (likeness < 0.82) return;
    keep(grey);
}

bool Follower::likeBefore(const Place& place, const cv::Mat& now) const {
    return patch::likenessAt(patch::take(before_, at_, trust_), now, place) > 0.9;
}

} // namespace hl
