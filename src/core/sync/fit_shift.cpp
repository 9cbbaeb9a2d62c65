// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/sync/fit_shift.h"

#include "core/units/numbers.h"

#include <algorithm>
#include <Eigen/Dense>

namespace hl {
namespace {

constexpr double kGrid = 0.02;        // s
constexpr double kSoft = 0.02;        // s, both series smoothed alike
constexpr std::size_t kMemory = 50;   // samples of the autoregression
constexpr double kBlockS = 2;         // s that are taken to disagree independently
constexpr double kUsualDrift = 60e-6; // one standard deviation of two quartz clocks
constexpr double kFarthest = 0.4;     // s
constexpr int kRounds = 8;

/// The car's series on an even grid with its slope, read between grid points.
struct Curve {
    double start = 0;
    std::vector<double> value, slope;
    explicit Curve(const Series& s) : start(s.t.front()) {
        std::vector<double> grid, at;
        std::size_t i = 0;
        for (double t = s.t.front(); t <= s.t.back(); t += kGrid) {
            while (i + 2 < s.t.size() && s.t[i + 1] < t) ++i;
            const double f = std::clamp((t - s.t[i]) / std::max(1e-6, s.t[i + 1] - s.t[i]), 0.0, 1.0);
            at.push_back(t), grid.push_back(lerp(s.v[i], s.v[i + 1], f));
        }
        value = smoothed(at, grid, kSoft);
        slope = hl::slope(at, value);
    }
    bool holds(double t) const { return t >= start && (t - start) / kGrid + 1 < num(value.size()); }
    static double read(const std::vector<double>& v, double u) {
        const auto i = static_cast<std::size_t>(u);
        return lerp(v[i], v[i + 1], u - std::floor(u));
    }
    double at(double t) const { return read(value, (t - start) / kGrid); }
    double slopeAt(double t) const { return read(slope, (t - start) / kGrid); }
};

/// Yule-Walker coefficients of a series, by Levinson's recursion; always a stable filter.
std::vector<double> autoregression(const std::vector<double>& r) {
    std::vector<double> c(kMemory + 1, 0.0), a;
    for (std::size_t k = 0; k <= kMemory; ++k)
        for (std::size_t i = k; i < r.size(); ++i) c[k] += r[i] * r[i - k];
    double left = c[0] * 1.001 + 1e-12;
    for (std::size_t k = 1; k <= kMemory; ++k) {
        double reflection = c[k];
        for (std::size_t j = 1; j < k; ++j) reflection -= a[j - 1] * c[k - j];
        reflection /= left;
        auto next = a;
        for (std::size_t j = 1; j < k; ++j) next[j - 1] = a[j - 1] - reflection * a[k - j - 1];
        next.push_back(reflection);
        a = std::move(next);
        left *= 1 - reflection * reflection;
    }
    return a;
}

void whiten(Eigen::MatrixXd& rows, const std::vector<double>& a) {
    const Eigen::MatrixXd old = rows;
    for (Eigen::Index i = 0; i < rows.rows(); ++i)
        for (std::size_t k = 0; k < a.size() && static_cast<Eigen::Index>(k) < i; ++k)
            rows.row(i) -= a[k] * old.row(i - 1 - static_cast<Eigen::Index>(k));
}

struct Fit {
    double gain = 0, level = 0, centre = 0, drift = 0; ///< centre: car time at the middle of the film
};

} // namespace

std::optional<Shift1D> fitShift(const Series& film, const Series& car, double offsetS) {
    const Curve curve(car);
    const auto soft = smoothed(film.t, film.v, kSoft);
    std::vector<double> sizes;
    for (const double v : soft) sizes.push_back(std::abs(v));
    const double bound = 6 * std::max(1e-9, median(std::move(sizes)));
    std::vector<double> t, y;
    for (std::size_t i = 0; i < film.t.size(); ++i)
        if (curve.holds(film.t[i] + offsetS - kFarthest) && curve.holds(film.t[i] + offsetS + kFarthest))
            t.push_back(film.t[i]), y.push_back(std::clamp(soft[i], -bound, bound));
    if (t.size() < 100) return std::nullopt;
    const double middle = (t.front() + t.back()) / 2, length = t.back() - t.front();
    const auto n = static_cast<Eigen::Index>(t.size());

    Fit fit;
    fit.centre = middle + offsetS;
    std::vector<double> filter;
    Eigen::MatrixXd rows(n, 5); // d/dgain, d/dlevel, d/dcentre, d/ddrift, residual
    Eigen::Matrix4d information;
    Eigen::Vector4d step;
    double share = 0;
    for (int round = 0; round < kRounds; ++round) {
        double xy = 0, xx = 0, yy = 0, mx = 0, my = 0;
        const auto when = [&](std::size_t i) { return fit.centre + (t[i] - middle) * (1 + fit.drift); };
        for (std::size_t i = 0; i < t.size(); ++i) mx += curve.at(when(i)) / num(t.size()), my += y[i] / num(t.size());
        for (std::size_t i = 0; i < t.size(); ++i) {
            const double c = curve.at(when(i)) - mx;
            xy += c * (y[i] - my), xx += c * c, yy += (y[i] - my) * (y[i] - my);
        }
        if (!(xx > 0 && yy > 0)) return std::nullopt;
        if (round == 0) fit.gain = xy / xx, fit.level = my - fit.gain * mx;
        share = xy * xy / xx / yy;
        std::vector<double> rest;
        for (std::size_t i = 0; i < t.size(); ++i) {
            const double u = when(i), value = curve.at(u), slope = fit.gain * curve.slopeAt(u);
            const auto row = static_cast<Eigen::Index>(i);
            rest.push_back(y[i] - fit.gain * value - fit.level);
            rows.row(row) << value, 1, slope, slope * (t[i] - middle), rest.back();
        }
        if (round > 0) filter = autoregression(rest); // the first step has still the coarse offset's error in it
        whiten(rows, filter);
        const auto x = rows.leftCols<4>();
        information = x.transpose() * x;
        // the drift's prior, in units of the noise that is left
        const double noise = rows.col(4).squaredNorm() / static_cast<double>(n);
        information(3, 3) += noise / (kUsualDrift * kUsualDrift);
        Eigen::Vector4d pull = x.transpose() * rows.col(4);
        pull(3) -= fit.drift * noise / (kUsualDrift * kUsualDrift);
        step = information.ldlt().solve(pull);
        fit.gain += step(0), fit.level += step(1);
        fit.centre += std::clamp(step(2), -0.1, 0.1), fit.drift += std::clamp(step(3), -1e-3, 1e-3);
        if (length < 40) fit.drift = 0; // too short to tell
        if (!(std::abs(fit.centre - middle - offsetS) < kFarthest)) return std::nullopt;
    }
    Eigen::Matrix4d scatter = Eigen::Matrix4d::Zero();
    Eigen::Vector4d block = Eigen::Vector4d::Zero();
    double blockEnd = t.front() + kBlockS;
    for (std::size_t i = 0; i < t.size(); ++i) {
        const auto row = static_cast<Eigen::Index>(i);
        if (t[i] > blockEnd) scatter += block * block.transpose(), block.setZero(), blockEnd += kBlockS;
        block += rows.row(row).head<4>().transpose() * rows(row, 4);
    }
    scatter += block * block.transpose();
    const Eigen::Matrix4d inverse = information.inverse();
    const Eigen::Matrix4d spread = inverse * scatter * inverse;
    return Shift1D{fit.centre - middle * (1 + fit.drift), fit.drift * 1e6, 2 * std::sqrt(std::max(0.0, spread(2, 2))),
                   share};
}

} // namespace hl
