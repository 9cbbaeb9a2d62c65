// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/camera/edges.h"

#include <algorithm>

namespace hl {
namespace {

constexpr double kNearestM = 5, kGrow = 1.12;

double sampled(const std::vector<float>& v, int width, int height, double x, double y) {
    const int i = static_cast<int>(x), j = static_cast<int>(y);
    if (x < 0 || y < 0 || i + 1 >= width || j + 1 >= height) return 0;
    const double a = x - i, b = y - j;
    const auto at = [&](int p, int q) { return static_cast<double>(v[static_cast<std::size_t>(q * width + p)]); };
    return lerp(lerp(at(i, j), at(i + 1, j), a), lerp(at(i, j + 1), at(i + 1, j + 1), a), b);
}

} // namespace

std::vector<EdgePoint> edgePoints(const CameraPose& pose, const Track& road, double fromM, double farthestM,
                                  double edgeOffM) {
    std::vector<EdgePoint> out;
    for (double d = kNearestM; d < farthestM; d *= kGrow) {
        const auto here = frameAt(road, fromM + d), next = frameAt(road, fromM + d * 1.02);
        for (const double side : {1.0, -1.0}) {
            const double edge = side * ((side > 0 ? here.left : here.right) + edgeOffM),
                         beyond = side * ((side > 0 ? next.left : next.right) + edgeOffM);
            const auto world = [&](const RoadFrame& f, double lateral) {
                return Vec3{f.x - std::sin(f.headingRad) * lateral, f.y + std::cos(f.headingRad) * lateral, f.z};
            };
            const auto p = project(pose, world(here, edge)), q = project(pose, world(next, beyond)),
                       outside = project(pose, world(here, edge + 0.5 * side));
            if (!p || !q || !outside) continue;
            const double dx = q->x - p->x, dy = q->y - p->y, length = std::hypot(dx, dy);
            if (length < 0.05) continue;
            const Vec2 across{-dy / length, dx / length};
            const double wide = std::abs((outside->x - p->x) * across.x + (outside->y - p->y) * across.y) * 2;
            out.push_back({{fromM + d, fromM + d, edge, 0}, *p, across, wide});
        }
    }
    return out;
}

std::vector<EdgeSeen> edgesSeen(const EdgePicture& pic, const std::vector<EdgePoint>& points, const FilmInFrame& film,
                                double reachPx) {
    std::vector<EdgeSeen> out;
    const double copy = pic.width / (film.width * film.scale()); // px of the copy for one of the frame
    const int steps = std::max(2, static_cast<int>(reachPx * copy + 0.5));
    std::vector<double> profile;
    for (const auto& point : points) {
        // Near the vanishing point both edges are one; across a narrow strip nothing can be told apart.
        if (point.pxPerM < 1.5) continue;
        const double reach = std::min(reachPx, 2.2 * point.pxPerM);
        profile.clear();
        const auto mid = film.film(point.at);
        const double scale = static_cast<double>(pic.width) / film.width, cx = mid.x * scale - 0.5,
                     cy = mid.y * scale - 0.5;
        if (cx < 2 || cy < 2 || cx > pic.width - 3 || cy > pic.height - 3) continue;
        for (int i = -steps; i <= steps; ++i) {
            const double x = cx + i * point.across.x, y = cy + i * point.across.y;
            profile.push_back(std::abs(point.across.x * sampled(pic.across, pic.width, pic.height, x, y) +
                                       point.across.y * sampled(pic.down, pic.width, pic.height, x, y)));
        }
        double best = 0;
        int where = -1;
        for (int i = 1; i + 1 < static_cast<int>(profile.size()); ++i) {
            const double off = (i - steps) / copy;
            if (std::abs(off) > reach) continue;
            const auto k = static_cast<std::size_t>(i);
            if (profile[k] < profile[k - 1] || profile[k] < profile[k + 1]) continue;
            const double value = profile[k] / (1 + 2 * (off / reach) * (off / reach));
            if (value > best) best = value, where = i;
        }
        if (where < 0) continue;
        const auto k = static_cast<std::size_t>(where);
        constexpr double kLeast = 1.2, kOverUsual = 2.2; // grey levels a pixel; times the middle one
        if (profile[k] < kLeast || profile[k] < kOverUsual * median(profile)) continue;
        const double a = profile[k - 1], b = profile[k], c = profile[k + 1], bend = a - 2 * b + c;
        const double fine = bend < 0 ? std::clamp(0.5 * (a - c) / bend, -0.5, 0.5) : 0,
                     off = (where - steps + fine) / copy;
        out.push_back({pic.when,
                       {point.at.x + off * point.across.x, point.at.y + off * point.across.y},
                       point.across,
                       point.place,
                       point.pxPerM});
    }
    return out;
}

double likeness(const Camera& camera, const EdgeClues& clues, const std::vector<EdgePicture>& pictures) {
    constexpr double kFarthestM = 60;
    const double width = fittedWidth(static_cast<double>(clues.film.width) / clues.film.height);
    double sum = 0;
    std::size_t count = 0;
    for (const auto& pic : pictures) {
        const auto log = clues.tie.log(pic.when);
        const auto pose = cameraPose(camera, clues.path, log, width);
        if (!pose) continue;
        const double s = sampleAt(clues.path.t, clues.path.s, seconds(log));
        for (const auto& p : edgePoints(*pose, clues.road, s, kFarthestM)) {
            const auto film = clues.film.film(p.at);
            const double k = static_cast<double>(pic.coarseWidth) / clues.film.width, x = film.x * k - 0.5,
                         y = film.y * k - 0.5;
            if (x < 1 || y < 1 || x > pic.coarseWidth - 2 || y > pic.coarseHeight - 2) continue;
            ++count;
            const auto i = static_cast<std::size_t>(std::lround(y) * pic.coarseWidth + std::lround(x));
            const double cos2 = p.across.x * p.across.x - p.across.y * p.across.y, sin2 = 2 * p.across.x * p.across.y;
            sum += std::clamp(cos2 * static_cast<double>(pic.agree[i]) + sin2 * static_cast<double>(pic.turn[i]), -1.0,
                              1.5);
        }
    }
    constexpr double kFew = 6; // points a picture: fewer tell little
    return sum / (num(count) + kFew * num(pictures.size()) + 1);
}

double edgesMet(const Camera& camera, double edgeOffM, const EdgeClues& clues,
                const std::vector<EdgePicture>& pictures) {
    constexpr double kFarthestM = 60, kReachPx = 12, kMetPx = 3;
    const double width = fittedWidth(static_cast<double>(clues.film.width) / clues.film.height);
    std::size_t expected = 0, met = 0;
    for (const auto& pic : pictures) {
        const auto log = clues.tie.log(pic.when);
        const auto pose = cameraPose(camera, clues.path, log, width);
        if (!pose) continue;
        auto points =
            edgePoints(*pose, clues.road, sampleAt(clues.path.t, clues.path.s, seconds(log)), kFarthestM, edgeOffM);
        std::erase_if(points, [&](const EdgePoint& p) {
            const auto f = clues.film.film(p.at);
            return f.x < 0 || f.y < 0 || f.x > clues.film.width || f.y > clues.film.height;
        });
        expected += points.size();
        for (const auto& e : edgesSeen(pic, points, clues.film, kReachPx)) {
            const auto p = std::find_if(points.begin(), points.end(), [&](const EdgePoint& q) {
                return q.place.atM == e.place.atM && q.place.lateralM == e.place.lateralM;
            });
            met += std::hypot(p->at.x - e.seen.x, p->at.y - e.seen.y) < kMetPx;
        }
    }
    return num(met) / (num(expected) + 6 * num(pictures.size()) + 1);
}

} // namespace hl
