// SPDX-License-Identifier: GPL-3.0-or-later
// A patch in pictures made for it: where it was moved to is known to a hair.
#include "media/follow_thing.h"
#include "media/follower.h"
#include "media/movie_writer.h"
#include "support/scratch_folder.h"

#include <catch2/catch.hpp>
#include <cmath>
#include <opencv2/imgproc.hpp>
#include <random>

using namespace hl;

namespace {

constexpr int kWide = 640, kHigh = 360, kThing = 48;

cv::Mat speckled(int wide, int high, unsigned seed, double dark, double bright) {
    cv::Mat m(high, wide, CV_8U);
    std::mt19937 random(seed);
    std::uniform_real_distribution<> grey(dark, bright);
    for (int y = 0; y < high; ++y)
        for (int x = 0; x < wide; ++x) m.at<unsigned char>(y, x) = static_cast<unsigned char>(grey(random));
    cv::GaussianBlur(m, m, cv::Size(7, 7), 1.6);
    cv::normalize(m, m, dark, bright, cv::NORM_MINMAX);
    return m;
}

/// A board of its own pattern before a ground that moves otherwise.
struct Pictures {
    cv::Mat ground = speckled(kWide + 200, kHigh + 200, 1, 60, 140), thing = speckled(kThing, kThing, 2, 20, 235);
    cv::Mat at(double x, double y, double size, double groundX, bool hidden = false) const {
        cv::Mat out;
        const cv::Matx23d pan(1, 0, -groundX, 0, 1, -50);
        cv::warpAffine(ground, out, pan, cv::Size(kWide, kHigh), cv::INTER_LINEAR, cv::BORDER_REFLECT);
        if (hidden) return out;
        const cv::Matx23d lay(size, 0, x - size * (kThing - 1) / 2.0, 0, size, y - size * (kThing - 1) / 2.0);
        cv::Mat mask, full(kThing, kThing, CV_8U, cv::Scalar(255)), over;
        cv::warpAffine(full, mask, lay, cv::Size(kWide, kHigh), cv::INTER_NEAREST);
        cv::warpAffine(thing, over, lay, cv::Size(kWide, kHigh), cv::INTER_LINEAR);
        over.copyTo(out, mask);
        return out;
    }
};

FootageTime moment(int frame) { return at<FootageTime>(frame / 25.0); }

patch::Place around(double x, double y) { return {x, y, kThing * 0.45}; }

} // namespace

TEST_CASE("what moves and grows steadily is held, and its place and size are told") {
    const Pictures p;
    const FollowWish wish;
    for (const double grows : {1.0, 1.02, 0.985}) {
        CAPTURE(grows);
        double x = 200, y = 150, size = 1;
        Follower f(p.at(x, y, size, 60), moment(0), around(x, y), wish);
        for (int k = 1; k <= 25; ++k) {
            x += 5.3, y += 1.7, size *= grows;
            const auto told = f.step(p.at(x, y, size, 60 - 2.0 * k), moment(k));
            CAPTURE(k);
            REQUIRE(told.held == Held::Sure);
            CHECK(std::hypot(told.xPx - 0.5 - x, told.yPx - 0.5 - y) < 1.0);
            CHECK(std::abs(told.radiusPx * kAround / (kThing * 0.45 * size) - 1) < 0.08);
        }
        CHECK_FALSE(f.gone());
    }
}

TEST_CASE("what is hidden for a moment is lost and found again, what stays hidden is gone") {
    const Pictures p;
    const FollowWish wish;
    const auto shown = [&](int k, bool hidden) { return p.at(200 + 4.0 * k, 150, 1, 60 - 3.0 * k, hidden); };
    Follower brief(shown(0, false), moment(0), around(200, 150), wish);
    for (int k = 1; k <= 20; ++k) {
        const bool hidden = k >= 8 && k < 12;
        const auto told = brief.step(shown(k, hidden), moment(k));
        CAPTURE(k);
        if (hidden)
            CHECK(told.held == Held::Lost);
        else if (k < 8 || k > 13)
            CHECK(told.held == Held::Sure);
    }
    Follower gone(shown(0, false), moment(0), around(200, 150), wish);
    for (int k = 1; k <= 20; ++k) gone.step(shown(k, k >= 3), moment(k));
    CHECK(gone.gone());
    CHECK(gone.step(shown(21, false), moment(21)).held == Held::Lost); // too late
}

TEST_CASE("what runs out of the picture is gone, and nothing is read beyond its edge") {
    const Pictures p;
    const FollowWish wish;
    double x = kWide - 90;
    Follower f(p.at(x, 150, 1, 60), moment(0), around(x, 150), wish);
    for (int k = 1; k <= 20 && !f.gone(); ++k) x += 9, f.step(p.at(x, 150, 1, 60), moment(k));
    CHECK(f.gone());
    CHECK(f.place().x < kWide + kThing);
}

TEST_CASE("a leap that is told beforehand is followed, one that nobody told is not taken for the thing") {
    const Pictures p;
    FollowWish told;
    told.expected = [](FootageTime when) { // far to the right at the third picture
        return std::optional(Expected{seconds(when) < 0.1 ? 200.0 : 420.0, 150, 1});
    };
    Follower led(p.at(200, 150, 1, 60), moment(0), around(200, 150), told);
    for (int k = 1; k <= 6; ++k) {
        const auto now = led.step(p.at(k < 3 ? 200 : 420, 150, 1, 60), moment(k));
        CAPTURE(k);
        CHECK(now.held != Held::Lost);
        if (k > 3) CHECK(now.xPx - 0.5 == Approx(420).margin(1));
    }
    const FollowWish nothing;
    Follower alone(p.at(200, 150, 1, 60), moment(0), around(200, 150), nothing);
    alone.step(p.at(200, 150, 1, 60), moment(1));
    CHECK(alone.step(p.at(600, 330, 1, 60), moment(2)).held != Held::Sure);
}

TEST_CASE("a patch is found near where it should be, and not where one of its like stands beside it") {
    const Pictures p;
    const auto was = p.at(200, 150, 1, 60);
    const auto kept = patch::take(was, around(200, 150), patch::usualTrust());
    const auto again = foundNear(kept, was, p.at(225, 160, 1.1, 90), {215, 150, kThing * 0.5});
    REQUIRE(again);
    CHECK(std::hypot(again->place.x - 225, again->place.y - 160) < 1.5);
    CHECK_FALSE(foundNear(kept, was, p.at(0, 0, 1, 90, true), {215, 150, kThing * 0.5})); // it is not there
    auto two = p.at(200, 150, 1, 90);
    const cv::Rect box(200 - kThing / 2, 150 - kThing / 2, kThing, kThing);
    two(box).copyTo(two(box + cv::Point(54, 0)));
    CHECK_FALSE(foundNear(kept, was, two, {226, 150, kThing * 0.45}));
}

TEST_CASE("of a very large film things are followed in its own pixels, however large it is worked with") {
    constexpr int kTimes = 4, kFrames = 20;
    const testing::ScratchFolder dir;
    const Pictures p;
    MovieOptions o;
    o.width = kWide * kTimes, o.height = kHigh * kTimes, o.frameRate = 25, o.crf = 12, o.preset = "ultrafast";
    auto film = MovieWriter::open(dir / "large.mp4", o);
    REQUIRE(film);
    const auto placeAt = [](int k) { return cv::Point2d((200 + 4.0 * k) * kTimes, 150.0 * kTimes); };
    for (int k = 0; k < kFrames; ++k) {
        cv::Mat large;
        cv::resize(p.at(200 + 4.0 * k, 150, 1, 60 - 2.0 * k), large, {o.width, o.height}, 0, 0, cv::INTER_LINEAR);
        YuvFrame f(o.width, o.height);
        std::copy(large.begin<std::uint8_t>(), large.end<std::uint8_t>(), f.y.begin());
        std::fill(f.u.begin(), f.u.end(), std::uint8_t{128});
        std::fill(f.v.begin(), f.v.end(), std::uint8_t{128});
        REQUIRE(film->picture(f, k == 0));
    }
    REQUIRE(film->finish());
    FollowWish wish;
    const auto clicked = placeAt(10);
    wish.at = moment(10), wish.xPx = clicked.x, wish.yPx = clicked.y, wish.radiusPx = kThing * 0.45 * kTimes / kAround;
    wish.from = moment(0), wish.to = moment(kFrames - 1);
    const auto path = followThing(dir / "large.mp4", wish, [](double) { return true; });
    REQUIRE(path);
    CHECK(path->size() == kFrames);
    for (const auto& at : *path) {
        const auto want = placeAt(static_cast<int>(std::lround(seconds(at.when) * 25)));
        CAPTURE(seconds(at.when));
        CHECK(at.held == Held::Sure);
        CHECK(std::hypot(at.xPx - want.x, at.yPx - want.y) < 8); // two of a 640 wide picture's
        CHECK(at.radiusPx == Approx(wish.radiusPx).epsilon(0.1));
    }
}
