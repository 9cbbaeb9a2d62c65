// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/film_log/receiver_delay.h"

#include "core/sync/fit_shift.h"
#include "core/units/numbers.h"

#include <algorithm>

namespace hl {
namespace {

constexpr double kStep = 0.05;       // s between values that are held against each other
constexpr double kSensorS = 0.018;   // filters of sensors, and begins of packets, that no fit can see
constexpr double kLeastAlike = 0.5;  // correlation of picture and course
constexpr std::size_t kFewest = 200; // values

/// A series thinned to one value a grid step, so that a long film costs little.
Series thinned(const std::vector<double>& t, const std::vector<double>& v) {
    Series out;
    double next = -1e300, sumT = 0, sumV = 0;
    std::size_t n = 0;
    for (std::size_t i = 0; i < t.size(); ++i) {
        if (t[i] >= next && n > 0) out.t.push_back(sumT / num(n)), out.v.push_back(sumV / num(n)), n = 0;
        if (n == 0) next = t[i] + kStep, sumT = sumV = 0;
        sumT += t[i], sumV += v[i], ++n;
    }
    return out;
}

std::optional<Delay> finest(const Series& felt, const Series& told, double near, const char* from) {
    const auto fit = fitShift(felt, told, near);
    if (!fit) return std::nullopt;
    const double middle = (felt.t.front() + felt.t.back()) / 2; // one clock: what seems a drift is noise
    return Delay{fit->offsetS + fit->driftPpm * 1e-6 * middle, std::hypot(fit->uncertaintyS, kSensorS), from};
}

/// Near nought, not anywhere: it is the film's own receiver.
Delay byPicture(const Driven& driven, const Series& turning, const PictureMotion& picture) {
    Series seen;
    for (std::size_t i = 0; i < picture.footageS.size(); ++i)
        if (std::isfinite(picture.sideways[i]))
            seen.t.push_back(picture.footageS[i]), seen.v.push_back(picture.sideways[i]);
    if (seen.t.size() < kFewest) return {};
    double near = 0, most = 0;
    for (double d = kEarliestDelay; d <= kLatestDelay; d += kStep) {
        double xy = 0, xx = 0, yy = 0;
        for (std::size_t i = 0; i < seen.t.size(); i += 2) {
            const double t = seen.t[i] + d;
            if (t < driven.t.front() || t > driven.t.back()) continue;
            const double c = sampleAt(driven.t, driven.turning, t);
            xy += c * seen.v[i], xx += c * c, yy += seen.v[i] * seen.v[i];
        }
        if (xx > 0 && yy > 0 && xy / std::sqrt(xx * yy) > most) most = xy / std::sqrt(xx * yy), near = d;
    }
    if (most < kLeastAlike) return {};
    return finest(seen, turning, near, "picture").value_or(Delay{});
}

} // namespace

Delay receiverDelay(const Driven& driven, const Triple& rotation, const Triple& acceleration,
                    const PictureMotion& picture) {
    if (driven.t.size() < 2) return {};
    const Series turning{driven.t, driven.turning};
    if (const auto axis = turningAxis(rotation, driven))
        if (const auto d =
                finest(thinned(rotation.t, through(rotation, axis->axis)), turning, axis->delayS, "rotation"))
            return *d;
    if (const auto axes = carAxes(acceleration, driven, std::nullopt)) // a speed is what a receiver tells best
        if (const auto d = finest(thinned(acceleration.t, through(acceleration, axes->along)), {driven.t, driven.along},
                                  axes->delayS, "acceleration"))
            return *d;
    return byPicture(driven, turning, picture);
}

} // namespace hl
