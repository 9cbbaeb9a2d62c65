// SPDX-License-Identifier: GPL-3.0-or-later
#include "media/follow_thing.h"

#include "core/units/numbers.h"
#include "core/units/on_all_cores.h"
#include "media/colour_mix.h"
#include "media/patch.h"
#include "media/video_reader.h"

#include <algorithm>
#include <array>
#include <atomic>
#include <chrono>
#include <future>
#include <memory>
#include <opencv2/imgproc.hpp>
#include <opencv2/video/tracking.hpp>
#include <optional>

namespace hl {
namespace {

using patch::Place;

constexpr double kAround = 1.5;               // half side of the patch, in radii of the thing
constexpr double kSure = 0.8, kUnsure = 0.62; // likeness to the kept patch
constexpr double kLeastHalf = 6, kLeastContrast = 2.5;
constexpr double kPieceS = 0.8;  // s of film that are followed there and back
constexpr double kTrialS = 0.25; // s before the click in which a size is chosen

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

/// The neighbourhood searched for the kept patch, in a few sizes.
std::optional<patch::Laid> found(const patch::Patch& kept, const cv::Mat& keptFrom, const cv::Mat& grey,
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

/// Follows in one direction, frame after frame.
class Follower {
  public:
    using Wish = FollowWish;
    Follower(const cv::Mat& first, FootageTime when, const Place& place, const Wish& wish,
             const patch::Trust& trust = patch::usualTrust())
        : before_(first), when_(when), at_(place), wish_(wish), trust_(trust) {
        keep(first);
    }
    const Place& place() const { return at_; }
    const patch::Trust& trust() const { return trust_; }
    bool gone() const { return gone_; }
    double likeness() const { return likeness_; }
    void giveUp() { gone_ = true; }

    FollowedPoint step(const cv::Mat& now, FootageTime when) {
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
            if (const auto again = found(kept_, keptFrom_, now, went ? *went : guess)) laid = *again, held = Held::Sure;
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

  private:
    static constexpr int kPatience = 12;
    static constexpr double kAnew = 1.3, kSmallPx = 10, kFinestPx = 3;

    /// As far from where it is expected as it was, grown with it.
    std::optional<Place> expectedAt(FootageTime when) const {
        if (!wish_.expected) return std::nullopt;
        const auto was = wish_.expected(when_), is = wish_.expected(when);
        if (!was || !is || was->size <= 0 || is->size <= 0) return std::nullopt;
        const double grows = is->size / was->size;
        return Place{is->xPx + (at_.x - was->xPx) * grows, is->yPx + (at_.y - was->yPx) * grows, at_.half * grows};
    }
    void keep(const cv::Mat& grey) { kept_ = patch::take(grey, at_, trust_), keptFrom_ = grey; }
    /// What does not stay as it was on the thing is not the thing: points that often differ count less.
    void learn(const cv::Mat& now) {
        constexpr double kLearn = 0.12, kUsual = 0.35;
        const auto off = patch::offAt(kept_, now, at_);
        static const auto usual = patch::usualTrust();
        for (std::size_t i = 0; i < off.size(); ++i) {
            off_[i] += kLearn * (std::min(off[i], 4.0) - off_[i]);
            trust_[i] = usual[i] / (1 + off_[i] / kUsual);
        }
        kept_.trust = trust_;
    }
    /// A new patch is kept where the old one still fits well, so that nothing creeps in.
    void keepSoon(const cv::Mat& grey, double likeness) {
        if (likeness < 0.82) return;
        keep(grey);
    }
    bool likeBefore(const Place& place, const cv::Mat& now) const {
        return patch::likenessAt(patch::take(before_, at_, trust_), now, place) > 0.9;
    }
    FollowedPoint point(FootageTime when, Held held) const {
        return {when, at_.x + 0.5, at_.y + 0.5, at_.half / kAround, held};
    }
    cv::Mat before_, keptFrom_;
    FootageTime when_;
    Place at_;
    const Wish& wish_;
    patch::Trust trust_, off_{};
    patch::Patch kept_;
    double vx_ = 0, vy_ = 0, nearing_ = 0, likeness_ = 1;
    int lost_ = 0, unsure_ = 0;
    bool gone_ = false;
};

/// Turned into grey only when it is looked at.
struct GreyFrame {
    FootageTime when{};
    std::shared_ptr<const YuvFrame> film;
    const ColourMix* mix = nullptr;
    cv::Mat kept = {};
    const cv::Mat& grey() {
        if (kept.empty()) kept = mixed(*film, *mix);
        return kept;
    }
};

/// Pictures of a film piece by piece, in either direction. As many as memory allows are held, so that going backward
/// does not decode from the same key frame again and again.
class HeldFrames {
  public:
    HeldFrames(VideoReader& reader, const ColourMix& mix, FootageTime earliest)
        : reader_(reader), mix_(mix), earliest_(earliest) {}

    /// Whether nothing earlier has to be decoded any more; then the reader stands behind what is held.
    bool whole() const { return from_ <= earliest_; }
    /// So that the reader goes on behind that moment.
    void standBehind(FootageTime t) {
        if (to_ != t) hold(std::max(earliest_, t - Seconds(kPieceS)), t);
    }
    /// The frame after the last one that is held, the reader's latest.
    std::optional<YuvFrame> takeBeyond() { return std::exchange(beyond_, std::nullopt); }
    /// The frames of [from, to], in order.
    std::vector<GreyFrame> between(FootageTime from, FootageTime to) {
        constexpr double kTiny = 1e-4;
        if (held_.empty() || from < from_ - Seconds(kTiny) || to > to_ + Seconds(kTiny)) hold(from, to);
        std::vector<GreyFrame> out;
        for (const auto& f : held_)
            if (f->time >= from - Seconds(kTiny) && f->time <= to + Seconds(kTiny)) out.push_back({f->time, f, &mix_});
        return out;
    }

  private:
    static constexpr double kBytes = 320e6;
    void hold(FootageTime from, FootageTime to) {
        const auto& info = reader_.info();
        const double most = kBytes / (1.5 * info.width * info.height) / std::max(1.0, info.frameRate);
        from_ = std::min(from, std::max(earliest_, to - Seconds(most))), to_ = to;
        held_.clear();
        constexpr double kTiny = 1e-4;
        auto f = reader_.frameAt(from_);
        for (; f && f->time <= to + Seconds(kTiny); f = reader_.next())
            held_.push_back(std::make_shared<const YuvFrame>(std::move(*f)));
        beyond_ = std::move(f);
    }
    VideoReader& reader_;
    const ColourMix& mix_;
    FootageTime earliest_, from_{}, to_{};
    std::vector<std::shared_ptr<const YuvFrame>> held_;
    std::optional<YuvFrame> beyond_;
};

/// Of a film of many pictures a second every second one is looked at; the thing is half way in between.
std::vector<std::size_t> lookedAt(const std::vector<GreyFrame>& frames) {
    constexpr double kQuick = 0.03; // s between pictures
    const double span = std::abs((frames.back().when - frames.front().when).count());
    const std::size_t step = frames.size() > 2 && span / num(frames.size() - 1) < kQuick ? 2 : 1;
    std::vector<std::size_t> out;
    for (std::size_t i = 0; i < frames.size(); i += step) out.push_back(i);
    if (out.back() + 1 < frames.size()) out.push_back(frames.size() - 1);
    return out;
}

FollowedPoint between(const FollowedPoint& a, const FollowedPoint& b, FootageTime when) {
    const double f = (when - a.when).count() / (b.when - a.when).count();
    return {when, lerp(a.xPx, b.xPx, f), lerp(a.yPx, b.yPx, f), lerp(a.radiusPx, b.radiusPx, f),
            std::max(a.held, b.held)};
}

/// Follows through a piece and, from its end, back again: a thing that does not come back to where it was has been
/// exchanged for what is behind it. `frames` in the order of following, the first one known already.
std::vector<FollowedPoint> throughPiece(Follower& f, std::vector<GreyFrame>& frames, const FollowWish& wish) {
    const auto start = f.place();
    const auto looked = lookedAt(frames);
    std::vector<FollowedPoint> out;
    FollowedPoint before{frames[0].when, start.x + 0.5, start.y + 0.5, start.half / kAround, Held::Sure};
    for (std::size_t k = 1; k < looked.size(); ++k) {
        const auto now = f.step(frames[looked[k]].grey(), frames[looked[k]].when);
        for (std::size_t i = looked[k - 1] + 1; i < looked[k]; ++i) out.push_back(between(before, now, frames[i].when));
        out.push_back(now);
        before = now;
    }
    if (f.gone() && !out.empty() && out.front().held == Held::Lost) return out;
    std::size_t last = out.size();
    while (last > 0 && out[last - 1].held == Held::Lost) --last;
    if (last < 2) return out;
    const auto& end = out[last - 1];
    Follower back(frames[last].grey(), frames[last].when, {end.xPx - 0.5, end.yPx - 0.5, end.radiusPx * kAround}, wish,
                  f.trust());
    FollowedPoint home = end;
    for (auto k = looked.rbegin(); k != looked.rend(); ++k)
        if (*k < last) home = back.step(frames[*k].grey(), frames[*k].when);
    const double off = std::hypot(home.xPx - 0.5 - start.x, home.yPx - 0.5 - start.y),
                 grown = std::abs(std::log(home.radiusPx * kAround / start.half));
    constexpr double kGrown = 0.4;
    const double most = 2.5 + 0.12 * start.half;
    if (home.held != Held::Lost && off < most && grown < kGrown) return out;
    for (auto& p : out) p.held = std::max(p.held, Held::Unsure);
    if (off > 2 * most || home.held == Held::Lost) {
        for (std::size_t i = out.size() / 3; i < out.size(); ++i) out[i].held = Held::Lost;
        f.giveUp();
    }
    return out;
}

/// How badly a piece of that size is held through the pictures, there and back.
double costOf(const Place& place, const std::vector<GreyFrame>& frames, const std::vector<cv::Mat>& greys,
              const FollowWish& wish) {
    Follower there(greys[0], frames[0].when, place, wish);
    double cost = 0;
    const double count = num(std::max<std::size_t>(1, greys.size() - 1));
    for (std::size_t i = 1; i < greys.size(); ++i) {
        const auto p = there.step(greys[i], frames[i].when);
        cost += (p.held == Held::Sure ? 0 : p.held == Held::Unsure ? 0.5 : 1.5) / count;
        cost += 2 * std::max(0.0, 0.97 - there.likeness()) / count;
    }
    Follower back(greys.back(), frames.back().when, there.place(), wish, there.trust());
    for (std::size_t i = greys.size() - 1; i-- > 0;) back.step(greys[i], frames[i].when);
    cost += 0.5 * std::hypot(back.place().x - place.x, back.place().y - place.y);
    constexpr double kPlain = 9; // grey levels
    return cost + std::max(0.0, 1 - patch::take(greys[0], place, patch::usualTrust()).contrast / kPlain);
}

/// The smallest size at which the thing is held well over some pictures, there and back. Small, for what is around the
/// thing goes another way sooner or later; but not so small that there is nothing to hold on to.
double bestRadius(std::vector<GreyFrame>& frames, double x, double y, const FollowWish& wish) {
    const double unit = frames[0].grey().cols / 1280.0;
    constexpr double kSizes[] = {5, 8, 12, 18, 28}; // px of a 1280 wide picture
    std::vector<cv::Mat> greys;
    for (auto& f : frames) greys.push_back(f.grey());
    std::array<std::pair<double, double>, std::size(kSizes)> tried; // cost, radius
    onAllCores(tried.size(), [&](std::size_t k) {
        const double radius = std::max(3.5, kSizes[k] * unit);
        tried[k] = {costOf(Place{x, y, std::max(kLeastHalf, kAround * radius)}, frames, greys, wish), radius};
    });
    constexpr double kAsGood = 0.6;
    const double least = std::min_element(tried.begin(), tried.end())->first;
    return std::find_if(tried.begin(), tried.end(), [&](auto& t) { return t.first <= least + kAsGood; })->second;
}

/// How far one direction has come, and whether it is to stop; told by one thread, read by the other.
struct Way {
    std::atomic<double> doneS{0};
    std::atomic<bool> stop{false};
};

/// From the click to earlier pictures, the nearest first.
FollowedPath followedBack(HeldFrames& held, GreyFrame clicked, const Place& place, const FollowWish& wish, Way& way,
                          const std::function<void()>& told) {
    FollowedPath path;
    Follower follower(clicked.grey(), clicked.when, place, wish);
    auto edge = clicked;
    for (auto end = clicked.when; end > wish.from && !way.stop;) {
        const auto start = std::max(wish.from, end - Seconds(kPieceS));
        auto piece = held.between(start, end);
        while (!piece.empty() && piece.back().when >= end) piece.pop_back();
        piece.push_back(edge);
        std::reverse(piece.begin(), piece.end());
        for (const auto& p : throughPiece(follower, piece, wish)) path.push_back(p);
        way.doneS = (clicked.when - start).count();
        told();
        edge = piece.back(), end = start;
    }
    return path;
}

/// From the click to later pictures: `f` is the first, the others follow in the reader.
FollowedPath followedOn(VideoReader& reader, std::optional<YuvFrame> f, GreyFrame clicked, const Place& place,
                        const FollowWish& wish, Way& way) {
    FollowedPath path;
    Follower follower(clicked.grey(), clicked.when, place, wish);
    std::vector<GreyFrame> piece{clicked};
    for (bool more = true; more && !way.stop; f = more ? reader.next() : std::nullopt) {
        more = f && f->time <= wish.to;
        if (more) piece.push_back({f->time, std::make_shared<const YuvFrame>(std::move(*f)), clicked.mix});
        if (piece.size() > 1 && (!more || (piece.back().when - piece.front().when).count() >= kPieceS)) {
            for (const auto& p : throughPiece(follower, piece, wish)) path.push_back(p);
            way.doneS = (piece.back().when - clicked.when).count();
            piece.erase(piece.begin(), piece.end() - 1);
        }
    }
    return path;
}

} // namespace

Result<FollowedPath> followThing(const std::filesystem::path& film, const FollowWish& wish,
                                 const std::function<bool(double)>& goOn) {
    auto reader = VideoReader::open(film);
    if (!reader) return reader.error();
    const auto& info = reader->info();
    if (wish.xPx < 0 || wish.yPx < 0 || wish.xPx > info.width || wish.yPx > info.height)
        return Error{"follow.outside", "the click lies outside the picture", film.string(),
                     "within " + std::to_string(info.width) + " x " + std::to_string(info.height) + " px"};
    ColourMix mix; // as the clicked picture says
    HeldFrames held(*reader, mix, std::max(at<FootageTime>(0), std::min(wish.from, wish.at - Seconds(kTrialS))));
    std::vector<GreyFrame> trial;
    for (const double back : {kTrialS, 1.0, 10.0}) // films of few pictures a second have gaps
        if (trial.empty()) trial = held.between(std::max(at<FootageTime>(0), wish.at - Seconds(back)), wish.at);
    if (trial.empty() || wish.at < FootageTime{} || wish.at > at<FootageTime>(info.length.count() + 0.05))
        return Error{"follow.outside", "the film has no picture at that moment", film.string(),
                     "a time within " + std::to_string(info.length.count()) + " s"};
    auto clicked = trial.back();
    constexpr double kCorePx = 6; // of a 1280 wide picture: surely on the thing
    mix = mixFor(*clicked.film, wish.xPx, wish.yPx, std::max(3.0, kCorePx * info.width / 1280));
    const double x = wish.xPx - 0.5, y = wish.yPx - 0.5;
    std::reverse(trial.begin(), trial.end()); // backward: there the thing is whole
    if (trial.size() < 4) trial = held.between(clicked.when, clicked.when + Seconds(kTrialS));
    held.standBehind(wish.at);
    constexpr std::size_t kEnough = 8; // pictures to choose a size by; of a quick film every second one
    if (trial.size() > kEnough) {
        std::size_t n = 0;
        std::erase_if(trial, [&](const GreyFrame&) { return n++ % 2 == 1; });
    }
    const double radius = wish.radiusPx > 0 ? wish.radiusPx : bestRadius(trial, x, y, wish);
    const Place place{x, y, std::max(kLeastHalf, kAround * radius)};
    const bool plain = patch::take(clicked.grey(), place, patch::usualTrust()).contrast <
                       kLeastContrast; // nothing there to hold on to
    // Before and after the click are followed beside each other: after it with the same decoder where all before is
    // held in memory, else with one of its own.
    std::optional<VideoReader> second;
    std::optional<YuvFrame> next;
    if (held.whole())
        next = held.takeBeyond();
    else if (auto another = VideoReader::open(film)) {
        second.emplace(std::move(*another));
        (void)second->frameAt(clicked.when);
        next = second->next();
    } else
        return another.error();
    Way before, after;
    const double all = std::max(0.1, (wish.to - wish.from).count());
    const auto told = [&] {
        if (!goOn(std::min(1.0, (before.doneS + after.doneS) / all))) before.stop = true, after.stop = true;
    };
    auto following = std::async(std::launch::async, [&, place, clicked]() mutable {
        return followedOn(second ? *second : *reader, std::move(next), clicked, place, wish, after);
    });
    auto path = followedBack(held, clicked, place, wish, before, told);
    constexpr std::chrono::milliseconds kLook{20};
    while (following.wait_for(kLook) != std::future_status::ready) told();
    const auto rest = following.get();
    if (before.stop) return Error{"job.cancelled", "stopped before it was finished; nothing was changed"};
    std::reverse(path.begin(), path.end());
    path.push_back({clicked.when, wish.xPx, wish.yPx, place.half / kAround, Held::Sure});
    path.insert(path.end(), rest.begin(), rest.end());
    std::erase_if(path, [&](const FollowedPoint& p) { return p.when < wish.from || p.when > wish.to; });
    if (plain)
        for (auto& p : path)
            if (p.when != clicked.when) p.held = std::max(p.held, Held::Unsure);
    return path;
}

Result<std::optional<FollowedPoint>> thingFoundAgain(const std::filesystem::path& film, const FollowWish& known,
                                                     FootageTime when, double nearX, double nearY) {
    auto reader = VideoReader::open(film);
    if (!reader) return reader.error();
    const auto first = reader->frameAt(known.at), other = reader->frameAt(when);
    if (!first || !other)
        return Error{"follow.outside", "the film has no picture at that moment", film.string(),
                     "a time within " + std::to_string(reader->info().length.count()) + " s"};
    // On the same road it stands before the same ground: the larger piece tells more, where nothing stands in it now.
    constexpr double kSizes[] = {26, 18, 12, 8}; // px, radius, of a 1280 wide picture
    const double unit = first->width / 1280.0;
    const auto mix = mixFor(*first, known.xPx, known.yPx, std::max(3.0, 6 * unit));
    const auto was = mixed(*first, mix), is = mixed(*other, mix);
    for (const double size : kSizes) {
        const double radius = std::max(known.radiusPx, size * unit);
        const Place place{known.xPx - 0.5, known.yPx - 0.5, std::max(kLeastHalf, kAround * radius)};
        const auto kept = patch::take(was, place, patch::usualTrust());
        if (kept.contrast < kLeastContrast) continue;
        if (const auto again = found(kept, was, is, {nearX - 0.5, nearY - 0.5, place.half}))
            return std::optional(FollowedPoint{other->time, again->place.x + 0.5, again->place.y + 0.5,
                                               again->place.half / kAround, Held::Sure});
    }
    return std::optional<FollowedPoint>();
}

} // namespace hl
