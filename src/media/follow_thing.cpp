// SPDX-License-Identifier: GPL-3.0-or-later
#include "media/follow_thing.h"

#include "core/units/numbers.h"
#include "core/units/on_all_cores.h"
#include "media/follower.h"
#include "media/held_frames.h"

#include <algorithm>
#include <array>
#include <atomic>
#include <chrono>
#include <future>
#include <optional>

namespace hl {
namespace {

using patch::Place;

constexpr double kTrialS = 0.25; // s before the click in which a size is chosen

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

/// Of a very large film nothing finer is followed than a guide shows.
Result<VideoReader> openedToFollow(const std::filesystem::path& film) {
    constexpr PictureSize kMost{1920, 1920};
    auto reader = VideoReader::open(film);
    if (reader) reader->fitInto(kMost);
    return reader;
}

FollowedPoint made(FollowedPoint p, double larger) {
    p.xPx *= larger, p.yPx *= larger, p.radiusPx *= larger;
    return p;
}

FollowWish made(FollowWish w, double larger) {
    w.xPx *= larger, w.yPx *= larger, w.radiusPx *= larger;
    if (w.expected)
        w.expected = [larger, film = w.expected](FootageTime t) {
            auto e = film(t);
            if (e) e->xPx *= larger, e->yPx *= larger; // the size is in any unit
            return e;
        };
    return w;
}

} // namespace

Result<FollowedPath> followThing(const std::filesystem::path& film, const FollowWish& clickedIn,
                                 const std::function<bool(double)>& goOn) {
    auto reader = openedToFollow(film);
    if (!reader) return reader.error();
    const auto& info = reader->info();
    if (clickedIn.xPx < 0 || clickedIn.yPx < 0 || clickedIn.xPx > info.width || clickedIn.yPx > info.height)
        return Error{"follow.outside", "the click lies outside the picture", film.string(),
                     "within " + std::to_string(info.width) + " x " + std::to_string(info.height) + " px"};
    const double scale = static_cast<double>(reader->size().width) / info.width;
    const auto wish = made(clickedIn, scale);
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
    mix = mixFor(*clicked.film, wish.xPx, wish.yPx, std::max(3.0, kCorePx * reader->size().width / 1280));
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
    else if (auto another = openedToFollow(film)) {
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
    for (auto& p : path) p = made(p, 1 / scale);
    return path;
}

Result<std::optional<FollowedPoint>> thingFoundAgain(const std::filesystem::path& film, const FollowWish& clickedIn,
                                                     FootageTime when, double nearXPx, double nearYPx) {
    auto reader = openedToFollow(film);
    if (!reader) return reader.error();
    const double scale = static_cast<double>(reader->size().width) / reader->info().width;
    const auto known = made(clickedIn, scale);
    const double nearX = nearXPx * scale, nearY = nearYPx * scale;
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
        if (const auto again = foundNear(kept, was, is, {nearX - 0.5, nearY - 0.5, place.half}))
            return std::optional(made(FollowedPoint{other->time, again->place.x + 0.5, again->place.y + 0.5,
                                                    again->place.half / kAround, Held::Sure},
                                      1 / scale));
    }
    return std::optional<FollowedPoint>();
}

} // namespace hl
