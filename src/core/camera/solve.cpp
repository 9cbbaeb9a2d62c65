// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/camera/solve.h"

#include <algorithm>
#include <array>
#include <ceres/ceres.h>
#include <map>
#include <memory>

namespace hl {
namespace {

constexpr int kUnknowns = 12, kLean = 3;

/// The camera as a row of unknowns. The field of view as the logarithm of the focal length, so that it stays positive.
using Row = std::array<double, kUnknowns>;

Row rowOf(const Camera& c) {
    return {std::log(1 / std::tan(c.hfovRad / 2)),
            c.heightM,
            c.forwardM,
            c.lateralM,
            c.yawRad,
            c.pitchRad,
            c.rollRad,
            c.distortion,
            c.pitchPerG,
            c.rollPerG,
            c.slipPerG,
            0}; // the last: how far outside the file's the seen edge lies, m
}

Camera cameraOf(const double* r, const Camera& like) {
    Camera c = like;
    c.hfovRad = 2 * std::atan(std::exp(-r[0]));
    c.heightM = r[1], c.forwardM = r[2], c.lateralM = r[3];
    c.yawRad = r[4], c.pitchRad = r[5], c.rollRad = r[6];
    c.distortion = r[7], c.pitchPerG = r[8], c.rollPerG = r[9], c.slipPerG = r[10];
    return c;
}

/// What is customary: values, and how far cameras are from them.
struct Custom {
    Row usual, spread;
};

Custom customOf(const Camera& start) {
    Custom c{rowOf(start), {}};
    if (start.assumed) { // a guess of somebody who never saw the film
        const Camera usual;
        c.usual = rowOf(usual);
        c.usual[5] = rad(-2.0);
        c.spread = {0.45, 0.35, 0.8, 0.3, rad(4), rad(7), rad(1.5), 0.12, rad(0.6), rad(0.9), rad(0.5), 0.15};
    } else
        c.spread = {0.05, 0.1, 0.3, 0.1, rad(1.5), rad(2), rad(1), 0.05, rad(0.5), rad(0.7), rad(0.5), 0.15};
    return c;
}

// How far a click is from the thing, and the body's own motion from what the gains tell.
constexpr double kClickPx = 2.5, kAlongM = 0.35;
constexpr double kLeanSpread[kLean] = {0.004, 0.004, 0.006};
constexpr double kOutPx = 400; // of a point that is not in the picture at all

struct Where {
    const CameraClues& clues;
    double pictureWidth;
    std::optional<Vec2> operator()(const Camera& c, const OnRoad& place, FootageTime when, const double* lean) const {
        const auto pose = cameraPose(c, clues.path, clues.tie.log(when), pictureWidth, {lean[0], lean[1], lean[2]});
        if (!pose) return std::nullopt;
        return project(*pose, onRoad(clues.road, place.atM, place.lateralM, place.heightM));
    }
};

struct PinCost {
    const Where& where;
    const Camera& like;
    const CameraPin& pin;
    Vec2 seen;
    bool operator()(double const* const* x, double* rest) const {
        const auto c = cameraOf(x[0], like);
        const auto p = where(c, pin.place, pin.when, x[1]);
        if (!p) {
            rest[0] = rest[1] = kOutPx / kClickPx;
            return true;
        }
        // A place is known along the road only to some decimetres: that is many pixels near the car.
        auto beyond = pin.place;
        beyond.atM += kAlongM;
        const auto q = where(c, beyond, pin.when, x[1]);
        const double dx = q ? q->x - p->x : 0, dy = q ? q->y - p->y : 0,
                     spread = std::sqrt(kClickPx * kClickPx + 0.5 * (dx * dx + dy * dy));
        rest[0] = (p->x - seen.x) / spread, rest[1] = (p->y - seen.y) / spread;
        return true;
    }
};

struct EdgeCost {
    const Where& where;
    const Camera& like;
    const EdgeSeen& edge;
    bool operator()(double const* const* x, double* rest) const {
        // Lines are painted some centimetres from where the file has the edge; neighbours are wrong together.
        constexpr double kEdgeM = 0.12, kSpreadPx = 2, kTogether = 3;
        auto place = edge.place;
        place.lateralM += place.lateralM > 0 ? x[0][11] : -x[0][11];
        const auto p = where(cameraOf(x[0], like), place, edge.when, x[1]);
        const double spread = kTogether * std::hypot(kSpreadPx, kEdgeM * edge.pxPerM);
        rest[0] = p ? ((p->x - edge.seen.x) * edge.across.x + (p->y - edge.seen.y) * edge.across.y) / spread
                    : kOutPx / spread;
        return true;
    }
};

struct NearCustom {
    Custom custom;
    bool operator()(double const* const* x, double* rest) const {
        for (std::size_t i = 0; i < kUnknowns; ++i) rest[i] = (x[0][i] - custom.usual[i]) / custom.spread[i];
        return true;
    }
};

struct NearCalm {
    double times;
    bool operator()(double const* const* x, double* rest) const {
        for (int i = 0; i < kLean; ++i) rest[i] = x[0][i] / (kLeanSpread[i] * times);
        return true;
    }
};

template <class Cost>
std::unique_ptr<ceres::CostFunction> costOf(Cost cost, std::initializer_list<int> sizes, int rests) {
    auto f = std::make_unique<ceres::DynamicNumericDiffCostFunction<Cost, ceres::CENTRAL>>(
        std::make_unique<Cost>(std::move(cost)).release());
    for (const int n : sizes) f->AddParameterBlock(n);
    f->SetNumResiduals(rests);
    return f;
}

struct Solved {
    Row row{};
    double cost = 0;
};

/// One descent from `from`; `leftOut`: a pin that is not asked, -1 for none.
Solved descend(const Row& from, const Camera& like, const Custom& custom, const CameraClues& clues, int leftOut) {
    const Where where{clues, fittedWidth(static_cast<double>(clues.film.width) / clues.film.height)};
    Solved s{from, 0};
    std::map<double, std::array<double, kLean>> leans; // of each picture
    ceres::Problem problem;
    const auto leanAt = [&](FootageTime t) {
        const auto [it, fresh] = leans.try_emplace(seconds(t), std::array<double, kLean>{});
        if (fresh) problem.AddResidualBlock(costOf(NearCalm{1}, {kLean}, kLean).release(), nullptr, it->second.data());
        return it->second.data();
    };
    problem.AddResidualBlock(costOf(NearCustom{custom}, {kUnknowns}, kUnknowns).release(), nullptr, s.row.data());
    for (std::size_t i = 0; i < clues.pins.size(); ++i) {
        if (static_cast<int>(i) == leftOut) continue;
        const auto& pin = clues.pins[i];
        problem.AddResidualBlock(
            costOf(PinCost{where, like, pin, clues.film.frame({pin.xPx, pin.yPx})}, {kUnknowns, kLean}, 2).release(),
            std::make_unique<ceres::CauchyLoss>(2.5).release(), s.row.data(), leanAt(pin.when));
    }
    for (const auto& edge : clues.edges)
        problem.AddResidualBlock(costOf(EdgeCost{where, like, edge}, {kUnknowns, kLean}, 1).release(),
                                 std::make_unique<ceres::CauchyLoss>(1).release(), s.row.data(), leanAt(edge.when));
    problem.SetParameterLowerBound(s.row.data(), 0, -2.0); // 165 degrees
    problem.SetParameterUpperBound(s.row.data(), 0, 2.5);  // 9 degrees
    // Where a camera on a car can be, and how it can be mounted so that the road stays in sight.
    problem.SetParameterLowerBound(s.row.data(), 1, 0.25);
    problem.SetParameterUpperBound(s.row.data(), 1, 4);
    problem.SetParameterLowerBound(s.row.data(), 4, rad(-20));
    problem.SetParameterUpperBound(s.row.data(), 4, rad(20));
    problem.SetParameterLowerBound(s.row.data(), 6, rad(-8));
    problem.SetParameterUpperBound(s.row.data(), 6, rad(8));
    problem.SetParameterLowerBound(s.row.data(), 7, -2);
    problem.SetParameterUpperBound(s.row.data(), 7, 0.12);
    ceres::Solver::Options o;
    o.linear_solver_type = ceres::DENSE_SCHUR;
    o.max_num_iterations = 60;
    o.logging_type = ceres::SILENT;
    auto order = std::make_shared<ceres::ParameterBlockOrdering>(); // the pictures' leans first, they meet nowhere
    for (auto& [t, lean] : leans) order->AddElementToGroup(lean.data(), 0);
    order->AddElementToGroup(s.row.data(), 1);
    o.linear_solver_ordering = order;
    ceres::Solver::Summary summary;
    ceres::Solve(o, &problem, &summary);
    s.cost = summary.final_cost;
    return s;
}

Solved best(const Camera& start, const Custom& custom, const CameraClues& clues) {
    std::vector<Row> starts{rowOf(start)};
    if (start.assumed && clues.edges.empty()) // edges were looked for around the start: there is no other
        for (const double hfov : {55.0, 95.0, 125.0})
            for (const double pitch : {-6.0, 0.0}) {
                auto r = custom.usual;
                r[0] = std::log(1 / std::tan(rad(hfov) / 2)), r[5] = rad(pitch);
                starts.push_back(r);
            }
    std::optional<Solved> least;
    const auto take = [&](const Solved& s) {
        if (std::isfinite(s.cost) && (!least || s.cost < least->cost)) least = s;
    };
    for (const auto& from : starts) take(descend(from, start, custom, clues, -1));
    // A wrong click draws the answer to it: without each of them once, then with all again from there.
    constexpr std::size_t kFew = 16;
    if (clues.edges.empty() && clues.pins.size() > 3 && clues.pins.size() <= kFew && least)
        for (int i = 0; i < static_cast<int>(clues.pins.size()); ++i) {
            const auto without = descend(least->row, start, custom, clues, i);
            take(descend(without.row, start, custom, clues, -1));
        }
    return least.value_or(Solved{rowOf(start), 0});
}

double pinResidual(const Where& where, const Camera& c, const CameraPin& pin, const FilmInFrame& film) {
    constexpr double kCalm[kLean] = {};
    const auto p = where(c, pin.place, pin.when, kCalm);
    if (!p) return kOutPx;
    const auto seen = film.frame({pin.xPx, pin.yPx});
    return std::hypot(p->x - seen.x, p->y - seen.y) / film.scale();
}

void judge(CameraFit& fit, const CameraClues& clues) {
    const Where where{clues, fittedWidth(static_cast<double>(clues.film.width) / clues.film.height)};
    std::vector<double> all, good, edges;
    for (const auto& pin : clues.pins) all.push_back(pinResidual(where, fit.camera, pin, clues.film));
    const double usual = all.empty() ? 0 : median(all), most = std::max(30.0 / clues.film.scale(), 4 * usual);
    for (const double r : all) {
        fit.pins.push_back({r, r > most});
        if (r <= most) good.push_back(r);
    }
    constexpr double kCalm[kLean] = {};
    for (const auto& e : clues.edges)
        if (const auto p = where(
                fit.camera,
                {e.place.atM, e.place.atM, e.place.lateralM + (e.place.lateralM > 0 ? fit.edgeOffM : -fit.edgeOffM), 0},
                e.when, kCalm))
            edges.push_back(std::abs((p->x - e.seen.x) * e.across.x + (p->y - e.seen.y) * e.across.y) /
                            clues.film.scale());
    const auto& counts = good.empty() ? edges : good;
    fit.medianPx = median(counts), fit.worstPx = counts.empty() ? 0 : *std::max_element(counts.begin(), counts.end());
    fit.camera.residualPx = fit.medianPx * clues.film.scale();
    constexpr double kGoodPx = 10;
    constexpr std::size_t kEnough = 5, kManyEdges = 300;
    const bool enough = good.size() >= kEnough || edges.size() >= kManyEdges;
    fit.sure = enough && fit.camera.residualPx < kGoodPx && 2 * good.size() >= all.size();
}

} // namespace

Result<CameraFit> solvedCamera(const Camera& start, const CameraClues& clues) {
    if (clues.pins.empty() && clues.edges.empty())
        return Error{"camera.no-clue", "there is nothing to find the camera from", "",
                     "clicked road features, or a track whose edges are seen in the film"};
    if (clues.path.empty())
        return Error{"camera.no-position", "the log has no positions to place the camera with", "",
                     "a log with positions"};
    CameraFit fit;
    const auto custom = customOf(start);
    const auto found = best(start, custom, clues);
    fit.camera = cameraOf(found.row.data(), start), fit.edgeOffM = found.row[11];
    fit.camera.assumed = false;
    fit.camera.method = clues.edges.empty() ? "pins" : clues.pins.empty() ? "edges" : "pins and edges";
    judge(fit, clues);
    return fit;
}

} // namespace hl
