// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/sync/motion.h"

#include "core/log/repair.h"
#include "core/sync/fit_shift.h"
#include "core/units/numbers.h"

#include <algorithm>

namespace hl {
namespace {

constexpr double kLeastS = 7;          // of film
constexpr double kLeastLikeness = 0.4; // correlation below this is no likeness at all
constexpr double kLeastLead = 1.5;     // standard errors by which the best place beats the second best
constexpr double kLeastJoltsLikeness = 0.25, kLeastJoltsLead = 2.5; // what shakes is less telling than what turns
// No fit can see the delay of a gyro's filter, of a camera's shutter or of a receiver's own smoothing.
constexpr double kSensorDelayMs = 12, kReceiverDelayMs = 25;
// Another drive of a like circuit fits here and there: its pieces disagree by more than this.
constexpr double kMostSpreadS = 0.11;
constexpr double kFewS = 60;        // of film: shorter ones tell less than their own blocks say
constexpr double kFewBlocks = 1.35; // two dozen blocks tell their own spread a little too small

Series known(const std::vector<double>& t, const std::vector<double>& v) {
    Series s;
    for (std::size_t i = 0; i < std::min(t.size(), v.size()); ++i)
        if (!std::isnan(v[i])) s.t.push_back(t[i]), s.v.push_back(v[i]);
    return s;
}

/// How hard it shakes, whatever the direction: the logarithm of what is quicker than half a second, over a fifth of
/// one.
Series shaking(const Series& s) {
    constexpr double kSlow = 0.25, kOver = 0.08, kLong = 2;
    if (s.t.size() < 50) return {};
    const auto slow = smoothed(s.t, s.v, kSlow);
    std::vector<double> power(s.v.size());
    for (std::size_t i = 0; i < s.v.size(); ++i) power[i] = (s.v[i] - slow[i]) * (s.v[i] - slow[i]);
    power = smoothed(s.t, power, kOver);
    const double floor = 0.1 * std::max(1e-12, median(power));
    for (auto& p : power) p = std::log(p + floor);
    const auto trend = smoothed(s.t, power, kLong); // the road's and the speed's own level
    Series out{s.t, power};
    for (std::size_t i = 0; i < power.size(); ++i) out.v[i] -= trend[i];
    return out;
}

struct Wanted {
    double likeness, lead, delayMs;
    double atAll;     ///< likeness below which it is no answer
    const char* what; ///< "the turning of the picture"
};

Result<ClockTie> tieOf(const Series& film, const Series& car, const Wanted& least) {
    const char* const help = "the film of this log, or two pairs set by hand";
    const auto alike = whereAlike(film, car);
    if (!alike || alike->likeness < least.atAll)
        return Error{"sync.not-sure", std::string(least.what) + " does not fit the log anywhere", "", help};
    const auto fit = fitShift(film, car, alike->offsetS);
    if (!fit)
        return Error{"sync.not-sure", std::string("too little of ") + least.what + " goes as the log does", "",
                     "a film with more corners in it, or two pairs set by hand"};
    const double length = film.t.back() - film.t.front(), few = std::max(1.0, std::sqrt(kFewS / length));
    const bool sure =
        alike->likeness >= least.likeness && alike->lead >= few * least.lead && fit->uncertaintyS <= kMostSpreadS;
    ClockTie tie;
    tie.offsetS = fit->offsetS, tie.driftPpm = fit->driftPpm;
    tie.uncertaintyMs = std::min(500.0, std::hypot(least.delayMs, kFewBlocks * few * few * 1000 * fit->uncertaintyS));
    tie.confidence = std::clamp(alike->likeness, 0.0, 1.0) * alike->lead / (alike->lead + 2);
    if (!sure) tie.confidence = std::min(tie.confidence, 0.9 * kSureEnough);
    tie.method = "motion";
    tie.places = {{tie.offsetS, std::clamp(alike->likeness, 0.0, 1.0)}};
    for (const auto& o : alike->others) tie.places.push_back({o.offsetS, std::clamp(o.likeness, 0.0, 1.0)});
    return tie;
}

} // namespace

std::optional<double> sidesInPicture(const PictureMotion& picture, const CarLog& log, const ClockTie& tie) {
    constexpr double kLeastSharedS = 15, kHardly = 0.3, kCalmS = 0.15;
    const auto film = known(picture.footageS, picture.sideways), car = known(log[Channel::Time], turningOf(log));
    if (film.t.size() < 50 || car.t.size() < 50) return std::nullopt;
    const auto seen = smoothed(film.t, film.v, kCalmS);
    double n = 0, a = 0, b = 0, aa = 0, bb = 0, ab = 0, sharedS = 0;
    for (std::size_t i = 1; i < film.t.size(); ++i) {
        const double when = seconds(tie.log(at<FootageTime>(film.t[i])));
        if (when < car.t.front() || when > car.t.back()) continue;
        const double x = seen[i], y = sampleAt(car.t, car.v, when);
        ++n, a += x, b += y, aa += x * x, bb += y * y, ab += x * y;
        sharedS += std::min(1.0, film.t[i] - film.t[i - 1]);
    }
    const double va = aa - a * a / n, vb = bb - b * b / n;
    if (sharedS < kLeastSharedS || !(va > 0 && vb > 0)) return std::nullopt;
    const double likeness = (ab - a * b / n) / std::sqrt(va * vb);
    return std::abs(likeness) < kHardly ? std::nullopt : std::optional(likeness);
}

namespace {

Series otherWayRound(Series s) {
    for (double& v : s.v) v = -v;
    return s;
}

} // namespace

Result<ClockTie> syncByMotion(const PictureMotion& picture, const CarLog& log) {
    const auto turning = turningOf(log), jolts = joltsOf(log);
    if (turning.empty() && jolts.empty())
        return Error{"sync.no-turning", "the log does not show how the car turns", "",
                     "yaw rate, positions or lateral acceleration, or two pairs set by hand"};
    const auto sideways = known(picture.footageS, picture.sideways), upwards = known(picture.footageS, picture.upwards);
    if (sideways.t.size() < 50 || sideways.t.back() - sideways.t.front() < kLeastS)
        return Error{"sync.too-short", "the film shows less than 7 s of movement", "",
                     "a longer film, or two pairs set by hand"};
    const auto& t = log[Channel::Time];
    const Wanted byTurning{kLeastLikeness, kLeastLead, log.has(Channel::YawRate) ? kSensorDelayMs : kReceiverDelayMs,
                           0.6 * kLeastLikeness, "the turning of the picture"},
        byJolts{kLeastJoltsLikeness, kLeastJoltsLead, kSensorDelayMs, kLeastJoltsLikeness,
                "the shaking of the picture"};
    auto turned = turning.empty() ? Result<ClockTie>(Error{}) : tieOf(sideways, known(t, turning), byTurning);
    if (!turning.empty() && sidesMayBeMirrored(log)) {
        auto mirrored = tieOf(sideways, otherWayRound(known(t, turning)), byTurning);
        if (mirrored && (!turned || mirrored->confidence > turned->confidence)) turned = std::move(mirrored);
    }
    auto shaken =
        jolts.empty() ? Result<ClockTie>(Error{}) : tieOf(shaking(upwards), shaking(known(t, jolts)), byJolts);
    if (!turned) return shaken ? shaken : (turning.empty() ? shaken : turned);
    if (!shaken || (turned->sure() && !shaken->sure())) return turned;
    if (!turned->sure()) return shaken->confidence > turned->confidence ? shaken : turned;
    const auto both = weighed(*turned, *shaken);
    if (!both) return turned; // a camera that shakes on its own mount says nothing against the turning
    auto tie = *both;
    tie.method = "motion";
    return tie;
}

Result<ClockTie> weighed(const ClockTie& a, const ClockTie& b) {
    const double apart = std::abs(a.offsetS - b.offsetS) * 1000,
                 together = std::hypot(a.uncertaintyMs, b.uncertaintyMs);
    if (apart > 3 * together + 40)
        return Error{"sync.not-sure",
                     "sound and picture contradict each other by " + std::to_string(static_cast<int>(apart)) + " ms",
                     "", "the film of this log, or two pairs set by hand"};
    const double wa = 1 / (a.uncertaintyMs * a.uncertaintyMs), wb = 1 / (b.uncertaintyMs * b.uncertaintyMs);
    ClockTie tie = wa > wb ? a : b; // the drift of the surer one
    tie.offsetS = (a.offsetS * wa + b.offsetS * wb) / (wa + wb);
    tie.uncertaintyMs = std::max(1 / std::sqrt(wa + wb), apart / 2);
    tie.confidence = 1 - (1 - a.confidence) * (1 - b.confidence);
    tie.places = (a.confidence > b.confidence ? a : b).places;
    tie.method = "both";
    return tie;
}

} // namespace hl
