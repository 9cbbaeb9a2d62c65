// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/corner/wheel_facts.h"

#include "core/corner/light_braking.h"

#include "core/corner/pedal_ramp.h"

#include <algorithm>
#include <Eigen/Dense>

namespace hl {
namespace {

constexpr double kOverM = 0.1;         // positions are no better than that
constexpr double kGapM = 4;            // a wheel back on the road for less is still over
constexpr double kJolt = 2.2;          // times the lap's usual shaking
constexpr double kLeastJoltM = 3;      // shorter is a single bump
constexpr double kWheelIsTurned = 0.1; // share of the corner's largest angle: less is holding the car straight

/// Shaking of the car: what is left of the vertical acceleration without its slow part, over a quarter of a second.
std::vector<double> shaking(const LapTrace& t) {
    if (t.az.empty()) return {};
    auto rest = smoothed(t.t, t.az, 0.15);
    for (std::size_t i = 0; i < rest.size(); ++i) rest[i] = std::abs(t.az[i] - rest[i]);
    rest = smoothed(t.t, rest, 0.08);
    const double usual = std::max(1e-6, median(rest));
    for (auto& r : rest) r /= usual;
    return rest;
}

bool kerbAt(const Track& track, bool left, double atM) {
    return std::any_of(track.kerbs.begin(), track.kerbs.end(), [&](const Kerb& k) {
        const double from = std::remainder(atM - k.fromM, track.lengthM),
                     to = std::remainder(atM - k.toM, track.lengthM);
        return k.left == left && from >= -2 && to <= 2;
    });
}

/// The road's edges beside the samples [a, b), m from the centre line, and the car there.
struct Beside {
    const LapTrace& lap;
    std::size_t a, b;
    std::vector<double> left, right;
    double carWidthM;

    Beside(const LapTrace& t, std::size_t from, std::size_t to, const Track& track, double width)
        : lap(t), a(from), b(to), carWidthM(width) {
        for (auto i = a; i < b; ++i) {
            const auto f = frameAt(track, t.s[i]);
            left.push_back(f.left), right.push_back(f.right);
        }
    }
    /// m beyond an edge of the wheels of one side; negative inside.
    double beyond(std::size_t i, bool leftWheels, bool leftEdge) const {
        const double lateral = lap.lateral[i] + (leftWheels ? 1 : -1) * carWidthM / 2;
        return leftEdge ? lateral - left[i - a] : -lateral - right[i - a];
    }
};

std::vector<WheelsOver> stretchesOver(const Beside& road, const Track& track, bool leftWheels, bool leftEdge) {
    std::vector<WheelsOver> out;
    const auto& s = road.lap.s;
    for (auto i = road.a; i < road.b; ++i) {
        const double over = road.beyond(i, leftWheels, leftEdge);
        if (over < kOverM) continue;
        if (out.empty() || s[i] - out.back().toM > kGapM)
            out.push_back({leftWheels, leftEdge, s[i], s[i], over, false, false});
        out.back().toM = s[i], out.back().mostM = std::max(out.back().mostM, over);
    }
    for (auto& w : out) w.kerb = kerbAt(track, leftEdge, (w.fromM + w.toM) / 2);
    return out;
}

void measureJolts(const LapTrace& t, std::size_t a, std::size_t b, const std::vector<double>& shaken, CornerFacts& f) {
    for (auto i = a; i < b && !shaken.empty(); ++i) {
        if (shaken[i] < kJolt) continue;
        auto k = i;
        double most = 0;
        while (k < b && shaken[k] > 0.7 * kJolt) most = std::max(most, shaken[k++]);
        if (t.s[k - 1] - t.s[i] >= kLeastJoltM) f.jolts.push_back({t.s[i], t.s[k - 1], most});
        i = k;
    }
    for (auto& w : f.wheelsOver)
        w.jolted = std::any_of(f.jolts.begin(), f.jolts.end(),
                               [&](const Lift& j) { return j.fromM < w.toM && j.toM > w.fromM; });
}

} // namespace

void measureWheels(const LapTrace& t, const Corner& c, const Track* track, double width, const LapWide& wide,
                   CornerFacts& f) {
    const auto a = locate(t.s, c.turnInM - 20).i, b = locate(t.s, c.endM).i;
    if (!track || !t.edgesKnown || t.lateral.empty()) {
        f.unmeasured["wheels_over"] = f.unmeasured["limit_m"] = "the road's edges are not known";
    } else {
        const Beside road(t, a, b, *track, width);
        double least = 1e9;
        for (const bool leftEdge : {true, false}) {
            for (const bool leftWheels : {true, false}) {
                const auto over = stretchesOver(road, *track, leftWheels, leftEdge);
                f.wheelsOver.insert(f.wheelsOver.end(), over.begin(), over.end());
            }
            // limits ask for two wheels inside: the wheels farther from the edge count
            for (auto i = a; i < b; ++i) least = std::min(least, -road.beyond(i, !leftEdge, leftEdge));
        }
        if (b > a) f.limitM = Measured{least, 0.3};
    }
    if (t.az.empty()) f.unmeasured["jolts"] = "the log has no vertical acceleration";
    measureJolts(t, a, b, wide.shaking, f);
}

namespace {

std::optional<SteeringNeed> steeringNeed(const LapTrace& t) {
    if (t.steering.empty() || t.curvature.empty()) return std::nullopt;
    std::vector<double> hard;
    for (std::size_t i = 0; i < t.s.size(); ++i) hard.push_back(std::abs(t.curvature[i]) * t.v[i] * t.v[i]);
    auto sorted = hard;
    std::sort(sorted.begin(), sorted.end());
    const double top = sorted.empty() ? 0 : sorted[sorted.size() * 49 / 50];
    Eigen::Matrix2d m = Eigen::Matrix2d::Zero();
    Eigen::Vector2d r = Eigen::Vector2d::Zero();
    std::vector<std::size_t> used;
    for (std::size_t i = 0; i < t.s.size(); ++i) {
        if (hard[i] < 0.15 * top || hard[i] > 0.75 * top || t.v[i] < 6) continue; // turning, and not at the limit
        const Eigen::Vector2d x(t.curvature[i], t.curvature[i] * t.v[i] * t.v[i]);
        m += x * x.transpose(), r += x * t.steering[i];
        used.push_back(i);
    }
    if (used.size() < 50 || std::abs(m.determinant()) < 1e-12) return std::nullopt;
    const Eigen::Vector2d fit = m.ldlt().solve(r);
    SteeringNeed need{fit(0), fit(1), 0};
    std::vector<double> off;
    for (const auto i : used) off.push_back(std::abs(t.steering[i] - need.at(t.v[i], t.curvature[i])));
    std::sort(off.begin(), off.end());
    need.noise = off[off.size() * 95 / 100];
    return need;
}

} // namespace

LapWide lapWide(const LapTrace& t) { return {steeringNeed(t), lightestBraking(t), coasting(t), shaking(t)}; }

void measureSteering(const LapTrace& t, const Corner& c, const LapWide& wide, CornerFacts& f) {
    const auto& need = wide.steering;
    if (t.steering.empty()) {
        f.unmeasured["steer_onset_m"] = f.unmeasured["slip_deg"] = "the log has no steering channel";
        return;
    }
    const double sign = c.side == Side::Left ? 1 : -1;
    const auto a = locate(t.s, std::max(c.startM, c.turnInM - 60)).i, b = locate(t.s, c.endM).i,
               apex = locate(t.s, c.apexM).i;
    double most = 0;
    for (auto i = a; i <= apex && i < t.s.size(); ++i) most = std::max(most, t.steering[i] * sign);
    if (most > 0.02) {
        std::vector<double> turned(t.steering.size());
        for (std::size_t i = 0; i < turned.size(); ++i) turned[i] = std::clamp(t.steering[i] * sign / most, 0.0, 1.0);
        auto last = apex; // back from the apex to where the wheel leaves straight ahead
        while (last > a && turned[last] > kWheelIsTurned) --last;
        const auto found = presses(t.s, turned, t.s[last] - 10, c.apexM, 0.3);
        if (!found.empty()) f.steerOnsetM = Measured{found.back().onsetM, found.back().onsetUncertaintyM + 1};
    }
    if (!f.steerOnsetM) f.unmeasured["steer_onset_m"] = "the wheel is hardly turned here";
    if (!need) {
        f.unmeasured["slip_deg"] = "the lap does not show how much steering the car needs";
        return;
    }
    const auto from = locate(t.s, c.turnInM).i;
    const double sigma = 0.06;
    const auto asked = smoothed(t.t, t.steering, sigma, from, b + 1);
    double largest = 0;
    for (auto i = from; i < b; ++i) {
        const double slip = (need->at(t.v[i], t.curvature[i]) - asked[i]) * sign;
        if (std::abs(slip) > std::abs(largest)) largest = slip;
    }
    f.slipRad = Measured{largest, need->noise};
}

} // namespace hl
