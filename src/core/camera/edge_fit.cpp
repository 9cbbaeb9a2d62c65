// SPDX-License-Identifier: GPL-3.0-or-later
// From edges to cameras: the wide search, the refinement, and one picture's own turning.
#include "core/camera/edges.h"

#include "core/units/on_all_cores.h"

#include <algorithm>
#include <Eigen/Dense>
#include <random>

namespace hl {
namespace {

struct Tried {
    Camera camera;
    double likeness = -1;
};

/// The likeness less what the camera is unlike customary ones.
double worth(const Camera& c, const EdgeClues& clues, const std::vector<EdgePicture>& pictures) {
    const auto far = [](double v, double usual, double spread) {
        return (v - usual) / spread * ((v - usual) / spread);
    };
    constexpr double kWeight = 0.012;
    return likeness(c, clues, pictures) -
           kWeight * (far(c.heightM, 1.2, 0.45) + far(c.lateralM, 0, 0.35) + far(c.yawRad, 0, rad(5)) +
                      far(c.pitchRad, rad(-2), rad(9)) + far(c.rollRad, 0, rad(2)) + far(c.distortion, -0.03, 0.15));
}

void tryAll(std::vector<Tried>& tries, const EdgeClues& clues, const std::vector<EdgePicture>& pictures) {
    onAllCores(tries.size(), [&](std::size_t i) { tries[i].likeness = worth(tries[i].camera, clues, pictures); });
    std::sort(tries.begin(), tries.end(), [](const Tried& a, const Tried& b) { return a.likeness > b.likeness; });
}

double tangentOf(const Camera& c) { return std::tan(c.hfovRad / 2); }

/// Of every width of view some, anywhere a camera could sit.
std::vector<Tried> anywhere(double least, double most, std::size_t count, std::mt19937& rng) {
    const auto between = [&](double a, double b) { return std::uniform_real_distribution<double>(a, b)(rng); };
    std::vector<Tried> tries(count);
    for (auto& t : tries) {
        auto& c = t.camera;
        c.hfovRad = 2 * std::atan(std::exp(between(std::log(least), std::log(most))));
        c.heightM = between(0.5, 2.2), c.lateralM = between(-0.5, 0.5);
        c.yawRad = rad(between(-7, 7)), c.pitchRad = rad(between(-18, 9));
        c.distortion = between(0, 1) < 0.5 ? 0 : between(-0.35, 0);
    }
    return tries;
}

Camera varied(const Camera& like, double step, double least, double most, std::mt19937& rng) {
    std::normal_distribution<double> off(0, step);
    auto c = like;
    c.hfovRad = 2 * std::atan(std::clamp(tangentOf(c) * std::exp(0.08 * off(rng)), least, most));
    c.heightM = std::clamp(c.heightM + 0.15 * off(rng), 0.3, 2.6), c.lateralM += 0.12 * off(rng);
    c.yawRad += rad(1) * off(rng), c.pitchRad += rad(1.5) * off(rng), c.rollRad += rad(0.7) * off(rng);
    c.distortion = std::clamp(c.distortion + 0.05 * off(rng), -0.6, 0.05);
    c.rollPerG = std::clamp(c.rollPerG + rad(0.5) * off(rng), 0.0, rad(4));
    c.pitchPerG = std::clamp(c.pitchPerG + rad(0.3) * off(rng), 0.0, rad(3));
    return c;
}

/// The likeliest whose half width of view has a tangent between the two.
Camera likeliest(double least, double most, const EdgeClues& clues, const std::vector<EdgePicture>& pictures,
                 const std::vector<EdgePicture>& few, std::mt19937& rng) {
    constexpr std::size_t kWide = 4000, kKept = 24, kChildren = 5;
    constexpr int kRounds = 12;
    auto tries = anywhere(least, most, kWide, rng);
    tryAll(tries, clues, few);
    tries.resize(kKept);
    tryAll(tries, clues, pictures);
    double step = 1;
    for (int round = 0; round < kRounds; ++round, step *= 0.75) {
        const auto parents = tries;
        for (const auto& parent : parents)
            for (std::size_t i = 0; i < kChildren; ++i)
                tries.push_back({varied(parent.camera, step, least, most, rng), -1});
        tryAll(tries, clues, pictures);
        tries.resize(static_cast<std::size_t>(std::max(6, 24 - 2 * round)));
    }
    return tries.front().camera;
}

std::vector<EdgePicture> everyFew(const std::vector<EdgePicture>& pictures, std::size_t count) {
    std::vector<EdgePicture> few;
    for (std::size_t i = 0; i < pictures.size(); i += std::max<std::size_t>(1, pictures.size() / count))
        few.push_back(pictures[i]);
    return few;
}

} // namespace

Result<CameraFit> cameraByEdges(std::optional<double> hfov, const EdgeClues& clues,
                                const std::vector<EdgePicture>& pictures) {
    std::mt19937 rng(7);                                    // the same film gives the same camera
    std::vector<double> bounds{0.34, 0.56, 0.84, 1.2, 2.1}; // tangents: of half of 38, 58, 80, 100 and 129 degrees
    if (hfov) bounds = {std::tan(*hfov / 2) * 0.9, std::tan(*hfov / 2) * 1.1};
    const auto few = everyFew(pictures, 12), some = everyFew(pictures, 24);
    constexpr double kFirstReachPx = 40;
    std::optional<CameraFit> best;
    double most = -1;
    for (std::size_t i = 1; i < bounds.size(); ++i) {
        const auto rough = likeliest(bounds[i - 1], bounds[i], clues, some, few, rng);
        auto fit = refinedByEdges(rough, clues, some, {}, kFirstReachPx);
        if (!fit) continue;
        const double met = edgesMet(fit->camera, fit->edgeOffM, clues, some);
        if (met > most) most = met, best = std::move(*fit);
    }
    if (!best)
        return Error{"camera.no-clue", "the road's edges are not seen in the film", "",
                     "clicked road features (--pins)"};
    auto fit = refinedByEdges(best->camera, clues, pictures, {}, 12);
    if (!fit) return fit;
    constexpr double kMostAreMet = 0.35;
    fit->sure = fit->sure && most > kMostAreMet;
    return fit;
}

Result<CameraFit> refinedByEdges(const Camera& start, const EdgeClues& clues, const std::vector<EdgePicture>& pictures,
                                 std::span<const CameraPin> pins, double firstReachPx) {
    constexpr double kFarthestM = 90, kFinestPx = 7;
    const double width = fittedWidth(static_cast<double>(clues.film.width) / clues.film.height);
    CameraFit fit;
    fit.camera = start;
    for (double reach = firstReachPx;; reach = std::max(kFinestPx, reach * 0.6)) {
        std::vector<EdgeSeen> seen;
        for (const auto& pic : pictures) {
            const auto log = clues.tie.log(pic.when);
            const auto pose = cameraPose(fit.camera, clues.path, log, width);
            if (!pose) continue;
            const double s = sampleAt(clues.path.t, clues.path.s, seconds(log));
            const auto here =
                edgesSeen(pic, edgePoints(*pose, clues.road, s, kFarthestM, fit.edgeOffM), clues.film, reach);
            constexpr std::size_t kLeast = 8;
            if (here.size() >= kLeast) seen.insert(seen.end(), here.begin(), here.end());
        }
        auto opinion = fit.camera;
        opinion.assumed = true; // the edges decide; what is customary holds what they do not tell
        auto next = solvedCamera(opinion, {clues.path, clues.road, clues.tie, clues.film, pins, seen});
        if (!next) return next;
        fit = std::move(*next);
        if (reach <= kFinestPx) return fit;
    }
}

std::optional<Attitude> turnedIn(const EdgePicture& pic, const Camera& camera, const EdgeClues& clues,
                                 const Attitude& guess) {
    constexpr double kFarthestM = 90, kSpread[3] = {0.006, 0.01, 0.012}, kStep = 1e-4, kEdgeM = 0.12;
    constexpr std::size_t kLeast = 12;
    const double width = fittedWidth(static_cast<double>(clues.film.width) / clues.film.height);
    const auto log = clues.tie.log(pic.when);
    const double s = sampleAt(clues.path.t, clues.path.s, seconds(log));
    Eigen::Vector3d x(guess.yaw, guess.pitch, guess.roll);
    const auto poseOf = [&](const Eigen::Vector3d& v) {
        return cameraPose(camera, clues.path, log, width, {v(0), v(1), v(2)});
    };
    for (const double reach : {22.0, 14.0, 9.0, 6.0}) {
        const auto pose = poseOf(x);
        if (!pose) return std::nullopt;
        const auto seen = edgesSeen(pic, edgePoints(*pose, clues.road, s, kFarthestM), clues.film, reach);
        if (seen.size() < kLeast) return std::nullopt;
        Eigen::Matrix3d a = Eigen::Matrix3d::Zero();
        Eigen::Vector3d b = Eigen::Vector3d::Zero();
        for (int i = 0; i < 3; ++i) a(i, i) = 1 / (kSpread[i] * kSpread[i]), b(i) = -x(i) * a(i, i);
        const CameraPose turned[3] = {*poseOf(x + Eigen::Vector3d(kStep, 0, 0)),
                                      *poseOf(x + Eigen::Vector3d(0, kStep, 0)),
                                      *poseOf(x + Eigen::Vector3d(0, 0, kStep))};
        const auto restOf = [&](const CameraPose& p, const EdgeSeen& e) {
            const auto at = project(p, onRoad(clues.road, e.place.atM, e.place.lateralM, 0));
            return at ? (at->x - e.seen.x) * e.across.x + (at->y - e.seen.y) * e.across.y : kNaN;
        };
        for (const auto& e : seen) {
            const double r = restOf(*pose, e);
            Eigen::Vector3d j;
            for (int i = 0; i < 3; ++i) j(i) = (restOf(turned[i], e) - r) / kStep;
            const double spread = std::hypot(2.0, kEdgeM * e.pxPerM),
                         weight = 1 / (spread * spread) / (1 + r * r / (4 * spread * spread));
            // neighbours on one edge are wrong together
            constexpr double kTogether = 0.3;
            if (!std::isfinite(r) || !j.allFinite()) continue;
            a += kTogether * weight * j * j.transpose(), b -= kTogether * weight * j * r;
        }
        x += a.ldlt().solve(b);
    }
    return Attitude{x(0), x(1), x(2)};
}

} // namespace hl
