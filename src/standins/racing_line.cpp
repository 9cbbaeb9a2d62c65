// SPDX-License-Identifier: GPL-3.0-or-later
#include "standins/racing_line.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace hl::standin {
namespace {

struct Grid {
    std::vector<double> px, py, nx, ny, limit;
    std::size_t size() const { return px.size(); }
};

Grid gridOf(const Circuit& c, std::size_t n, double margin) {
    Grid g;
    for (std::size_t i = 0; i < n; ++i) {
        const double s = c.length * static_cast<double>(i) / static_cast<double>(n);
        const auto p = poseAt(c, s, 0);
        g.px.push_back(p.x), g.py.push_back(p.y);
        g.nx.push_back(-std::sin(p.heading)), g.ny.push_back(std::cos(p.heading));
        g.limit.push_back(valueAt(c.halfWidth, c, s) - margin);
    }
    return g;
}

/// Gauss-Seidel on the bending energy sum |p(i-1) - 2 p(i) + p(i+1)|^2, clamped to the road.
void relax(const Grid& g, std::vector<double>& lat, int rounds) {
    const std::size_t n = g.size();
    const auto pos = [&](std::size_t i, double& x, double& y) {
        x = g.px[i] + g.nx[i] * lat[i], y = g.py[i] + g.ny[i] * lat[i];
    };
    for (int r = 0; r < rounds; ++r)
        for (std::size_t i = 0; i < n; ++i) {
            double x[5], y[5];
            for (std::size_t k = 0; k < 5; ++k) pos((i + n + k - 2) % n, x[k], y[k]);
            // d/dp of the three second differences that hold p(i): p = (4(p-1 + p+1) - (p-2 + p+2)) / 6
            const double tx = (4 * (x[1] + x[3]) - x[0] - x[4]) / 6, ty = (4 * (y[1] + y[3]) - y[0] - y[4]) / 6;
            const double want = (tx - g.px[i]) * g.nx[i] + (ty - g.py[i]) * g.ny[i];
            lat[i] = std::clamp(lat[i] + 1.5 * (want - lat[i]), -g.limit[i], g.limit[i]);
        }
}

std::vector<double> resampled(const std::vector<double>& v, std::size_t n) {
    std::vector<double> out(n);
    for (std::size_t i = 0; i < n; ++i) {
        const double u = static_cast<double>(i) * static_cast<double>(v.size()) / static_cast<double>(n);
        const auto a = static_cast<std::size_t>(u);
        out[i] = v[a % v.size()] + (v[(a + 1) % v.size()] - v[a % v.size()]) * (u - static_cast<double>(a));
    }
    return out;
}

void smooth(std::vector<double>& v, int rounds) {
    const auto n = v.size();
    for (int r = 0; r < rounds; ++r) {
        auto w = v;
        for (std::size_t i = 0; i < n; ++i) w[i] = (v[(i + n - 1) % n] + 2 * v[i] + v[(i + 1) % n]) / 4;
        v = std::move(w);
    }
}

} // namespace

double lineAt(const std::vector<double>& column, const DrivenLine& line, const Circuit& c, double s) {
    double u = std::fmod(s, c.length);
    if (u < 0) u += c.length;
    u /= line.step;
    const auto n = column.size(), i = static_cast<std::size_t>(u) % n;
    return column[i] + (column[(i + 1) % n] - column[i]) * (u - std::floor(u));
}

DrivenLine racingLine(const Circuit& c, double margin) {
    std::vector<double> lat(static_cast<std::size_t>(c.length / 32), 0.0);
    for (const double step : {32.0, 16.0, 8.0, 4.0, 2.0}) {
        lat = resampled(lat, static_cast<std::size_t>(c.length / step));
        relax(gridOf(c, lat.size(), margin), lat, step > 5 ? 600 : 120);
    }
    smooth(lat, 8);
    DrivenLine line;
    const auto n = lat.size();
    line.step = c.length / static_cast<double>(n);
    line.lateral = lat;
    const auto g = gridOf(c, n, margin);
    std::vector<double> h(n), d(n);
    for (std::size_t i = 0; i < n; ++i) {
        const auto j = (i + 1) % n;
        const double dx = g.px[j] + g.nx[j] * lat[j] - g.px[i] - g.nx[i] * lat[i];
        const double dy = g.py[j] + g.ny[j] * lat[j] - g.py[i] - g.ny[i] * lat[i];
        h[i] = std::atan2(dy, dx), d[i] = std::hypot(dx, dy);
    }
    for (std::size_t i = 0; i < n; ++i) {
        const auto j = (i + n - 1) % n;
        line.curvature.push_back(std::remainder(h[i] - h[j], 2 * std::numbers::pi) / ((d[i] + d[j]) / 2));
        line.stretch.push_back((d[i] + d[j]) / 2 / line.step);
    }
    smooth(line.curvature, 10);
    return line;
}

} // namespace hl::standin
