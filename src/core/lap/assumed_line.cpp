// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/lap/assumed_line.h"

#include "core/units/numbers.h"

#include <algorithm>
#include <unordered_map>

namespace hl {
namespace {

constexpr double kStepM = 4;     // between places that are looked at
constexpr double kReachM = 12;   // beside a place at which the car still passes it
constexpr double kLapM = 150;    // driven before a place can be passed again
constexpr double kSameWay = 0.8; // cosine between two passes
constexpr double kCellM = 25;
constexpr std::size_t kMostPlaces = 60'000;
constexpr double kFurthestM = 1e7;

/// The path in steps of metres, with where it goes and how fast.
struct Path {
    std::vector<double> x, y, c, s, v, way, bend;
};

Path pathOf(const CarLog& log, LogSpan within) {
    const auto &t = log[Channel::Time], &x = log[Channel::X], &y = log[Channel::Y];
    const auto driven = travelled(log);
    const auto speed = smoothed(t, slope(t, driven), 1.0);
    Path p;
    double last = -1e300;
    for (std::size_t i = 0; i < t.size() && p.x.size() < kMostPlaces; ++i) {
        if (t[i] < within.fromS || t[i] > within.toS || !(driven[i] - last >= kStepM)) continue;
        if (!(std::abs(x[i]) < kFurthestM && std::abs(y[i]) < kFurthestM)) continue; // no place on any road
        last = driven[i];
        p.x.push_back(x[i]), p.y.push_back(y[i]), p.v.push_back(speed[i]), p.way.push_back(driven[i]);
    }
    const auto n = p.x.size();
    p.c.resize(n), p.s.resize(n), p.bend.resize(n);
    for (std::size_t i = 0; i < n; ++i) {
        const auto a = i > 2 ? i - 2 : 0, b = std::min(i + 2, n - 1);
        const double h = std::atan2(p.y[b] - p.y[a], p.x[b] - p.x[a]);
        p.c[i] = std::cos(h), p.s[i] = std::sin(h);
    }
    for (std::size_t i = 0; i < n; ++i) { // over some hundred metres, as far as they are there
        const auto a = i > 12 ? i - 12 : 0, b = std::min(i + 12, n - 1);
        p.bend[i] = std::abs(std::atan2(p.c[a] * p.s[b] - p.s[a] * p.c[b], p.c[a] * p.c[b] + p.s[a] * p.s[b]));
    }
    return p;
}

/// Places by where they lie, so that nobody looks all over the path for its neighbours.
class Grid {
  public:
    explicit Grid(const Path& p) : p_(p) {
        for (std::size_t i = 0; i < p.x.size(); ++i) cells_[key(cell(p.x[i]), cell(p.y[i]))].push_back(i);
    }
    /// How often the car comes by a place the same way.
    int passes(std::size_t at) const {
        std::vector<double> ways;
        for (int dx = -1; dx <= 1; ++dx)
            for (int dy = -1; dy <= 1; ++dy) {
                const auto there = cells_.find(key(cell(p_.x[at]) + dx, cell(p_.y[at]) + dy));
                if (there == cells_.end()) continue;
                for (const auto i : there->second) {
                    if (i == 0) continue; // nobody knows where it comes from
                    const double across = -(p_.x[i] - p_.x[at]) * p_.s[at] + (p_.y[i] - p_.y[at]) * p_.c[at];
                    if (along(at, i - 1) < 0 && along(at, i) >= 0 && std::abs(across) < kReachM &&
                        p_.c[i] * p_.c[at] + p_.s[i] * p_.s[at] > kSameWay)
                        ways.push_back(p_.way[i]);
                }
            }
        std::sort(ways.begin(), ways.end());
        int n = 0;
        double last = -1e300;
        for (const double w : ways)
            if (w - last > kLapM) ++n, last = w;
        return n;
    }

  private:
    double along(std::size_t at, std::size_t i) const {
        return (p_.x[i] - p_.x[at]) * p_.c[at] + (p_.y[i] - p_.y[at]) * p_.s[at];
    }
    static int cell(double v) { return static_cast<int>(std::floor(v / kCellM)); }
    static long long key(int x, int y) { return (static_cast<long long>(x) << 32) ^ static_cast<unsigned>(y); }
    const Path& p_;
    std::unordered_map<long long, std::vector<std::size_t>> cells_;
};

} // namespace

std::optional<TimingLine> assumedLine(const CarLog& log, LogSpan within) {
    if (!log.hasPosition()) return std::nullopt;
    const auto p = pathOf(log, within);
    if (p.x.size() < 8) return std::nullopt;
    const Grid grid(p);
    int most = 0;
    std::vector<int> passes(p.x.size());
    // The ends of the path have no way to tell where they go.
    for (std::size_t i = 2; i + 2 < p.x.size(); ++i) most = std::max(most, passes[i] = grid.passes(i));
    const double top = *std::max_element(p.v.begin(), p.v.end());
    std::size_t best = p.x.size();
    double worth = -1;
    for (std::size_t i = 2; i + 2 < p.x.size(); ++i) {
        if (passes[i] < most) continue;
        // A bend of a twentieth of a turn costs as much as half of the speed.
        const double w = p.v[i] / std::max(1.0, top) - 1.6 * p.bend[i];
        if (best == p.x.size() || w > worth) worth = w, best = i;
    }
    if (best == p.x.size()) return std::nullopt;
    return TimingLine{{p.x[best], p.y[best]}, std::atan2(p.s[best], p.c[best])};
}

} // namespace hl
