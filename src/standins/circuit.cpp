// SPDX-License-Identifier: GPL-3.0-or-later
#include "standins/circuit.h"

#include <array>
#include <cmath>
#include <numbers>

namespace hl::standin {
namespace {

constexpr double kPi = std::numbers::pi;

struct Piece {
    double length, k0, k1;
};

std::vector<Piece> pieces(std::vector<Turn>& turns, double lastStraight) {
    std::vector<Piece> list;
    double s = 0;
    for (auto& t : turns) {
        const double sign = t.angleDeg > 0 ? 1 : -1, angle = std::abs(t.angleDeg) * kPi / 180;
        const double kIn = 1 / t.radiusIn, kOut = 1 / t.radiusOut;
        const double arc = (angle - kIn * t.leadIn / 2 - kOut * t.leadOut / 2) / ((kIn + kOut) / 2);
        list.push_back({t.straightBefore, 0, 0});
        list.push_back({t.leadIn, 0, sign * kIn});
        list.push_back({arc, sign * kIn, sign * kOut});
        list.push_back({t.leadOut, sign * kOut, 0});
        t.arcFrom = s + t.straightBefore + t.leadIn;
        t.arcTo = t.arcFrom + arc;
        t.middle = (t.arcFrom + t.arcTo) / 2;
        s += t.straightBefore + t.leadIn + arc + t.leadOut;
    }
    list.push_back({lastStraight, 0, 0});
    return list;
}

struct Walk {
    std::vector<double> x, y, h, k;
    double endX = 0, endY = 0, length = 0;
};

Walk walk(const std::vector<Piece>& list, double step) {
    Walk w;
    double total = 0;
    for (const auto& p : list) total += p.length;
    w.length = total;
    const double fine = 0.05;
    double x = 0, y = 0, h = 0, nextSample = 0, s = 0;
    std::size_t piece = 0;
    double inPiece = 0;
    const auto steps = static_cast<long>(total / fine);
    for (long i = 0; i <= steps; ++i) {
        while (piece + 1 < list.size() && inPiece > list[piece].length) inPiece -= list[piece++].length;
        const auto& p = list[piece];
        const double f = p.length > 0 ? std::min(1.0, inPiece / p.length) : 0;
        const double k = p.k0 + (p.k1 - p.k0) * f;
        if (s >= nextSample) {
            w.x.push_back(x), w.y.push_back(y), w.h.push_back(h), w.k.push_back(k);
            nextSample += step;
        }
        h += k * fine / 2;
        x += std::cos(h) * fine, y += std::sin(h) * fine;
        h += k * fine / 2;
        s += fine;
        inPiece += fine;
    }
    w.endX = x, w.endY = y;
    return w;
}

/// The least change of the straights that brings the end back to the start.
void close(std::vector<Turn>& turns, double& last) {
    for (int round = 0; round < 3; ++round) {
        const auto w = walk(pieces(turns, last), 1000);
        double a = 0, b = 0, c = 0, h = 0;
        std::vector<std::array<double, 2>> d;
        for (std::size_t i = 0; i <= turns.size(); ++i) {
            d.push_back({std::cos(h), std::sin(h)});
            a += d[i][0] * d[i][0], b += d[i][0] * d[i][1], c += d[i][1] * d[i][1];
            if (i < turns.size()) h += turns[i].angleDeg * kPi / 180;
        }
        const double det = a * c - b * b;
        if (std::abs(det) < 1e-6) return; // all straights lie one way: nothing to be gained across
        const double l1 = (c * w.endX - b * w.endY) / det, l2 = (a * w.endY - b * w.endX) / det;
        for (std::size_t i = 0; i < turns.size(); ++i) turns[i].straightBefore -= l1 * d[i][0] + l2 * d[i][1];
        last -= l1 * d.back()[0] + l2 * d.back()[1];
    }
}

void addKerbs(Circuit& c) {
    for (const auto& t : c.turns) {
        const bool left = t.angleDeg > 0;
        c.kerbs.push_back({t.middle - 16, t.middle + 14, t.radiusIn < 45 ? 0.09 : 0.05, left});
        c.kerbs.push_back({t.arcTo + t.leadOut * 0.5, t.arcTo + t.leadOut + 34, 0.05, !left});
    }
}

void addBoards(Circuit& c, const Turn& t, const std::string& id) {
    const double side = t.angleDeg > 0 ? -1 : 1; // on the outside
    const double turnIn = t.arcFrom - t.leadIn;
    for (const int d : {150, 100, 50}) {
        if (d == 150 && t.straightBefore < 180) continue;
        c.things.push_back({id + "-board-" + std::to_string(d), "board", std::to_string(d) + " board", "season",
                            turnIn - d, side * (valueAt(c.halfWidth, c, turnIn - d) + 2.2), 1.2});
    }
}

void furnish(Circuit& c) {
    for (std::size_t i = 0; i < c.turns.size(); ++i) {
        const auto& t = c.turns[i];
        const std::string id = "t" + std::to_string(i + 1);
        const double in = t.angleDeg > 0 ? 1 : -1, turnIn = t.arcFrom - t.leadIn;
        const double edge = valueAt(c.halfWidth, c, turnIn);
        if (t.straightBefore > 95) addBoards(c, t, id);
        if (i % 3 == 0)
            c.things.push_back(
                {id + "-patch", "patch", "dark repaved patch", "permanent", turnIn + 3, -in * edge * 0.4, 0});
        if (i % 3 == 1)
            c.things.push_back({id + "-seam", "seam", "seam across the road", "permanent", turnIn + 2, 0, 0});
        if (i % 3 == 2)
            c.things.push_back({id + "-post", "post", "white post", "permanent", turnIn + 4, -in * (edge + 1.5), 1.0});
        c.things.push_back(
            {id + "-block", "kerb block", "third painted kerb block", "season", t.middle - 7, in * (edge + 0.4), 0.05});
        if (i % 2 == 0)
            c.things.push_back({id + "-hut", "hut", "marshal hut", "permanent", t.arcTo + 30, -in * (edge + 9), 2.2});
        if (i == 2 || i == 6 || i == 9)
            c.things.push_back({id + "-fence", "fence end", "end of the white fence", "permanent", turnIn - 72,
                                -in * (edge + 3.5), 1.1});
    }
}

} // namespace

double valueAt(const std::vector<double>& column, const Circuit& c, double s) {
    const auto n = column.size();
    double u = std::fmod(s, c.length);
    if (u < 0) u += c.length;
    u /= c.step;
    const auto i = std::min(static_cast<std::size_t>(u), n - 1);
    const double f = u - static_cast<double>(i);
    const double a = column[i];
    double b = column[(i + 1) % n];
    if (&column == &c.heading) b = a + std::remainder(b - a, 2 * kPi);
    return a + (b - a) * std::min(f, 1.0);
}

Pose poseAt(const Circuit& c, double s, double lateral) {
    const double h = valueAt(c.heading, c, s);
    return {valueAt(c.x, c, s) - std::sin(h) * lateral, valueAt(c.y, c, s) + std::cos(h) * lateral, valueAt(c.z, c, s),
            h};
}

Circuit buildRing(std::vector<Turn> turns, double lastStraight, double halfWidth) {
    close(turns, lastStraight);
    Circuit c;
    const auto list = pieces(turns, lastStraight);
    auto w = walk(list, c.step);
    c.length = w.length;
    while (static_cast<double>(w.x.size()) * c.step > c.length + 0.5 * c.step)
        w.x.pop_back(), w.y.pop_back(), w.h.pop_back(), w.k.pop_back();
    c.x = w.x, c.y = w.y, c.heading = w.h, c.curvature = w.k;
    c.turns = std::move(turns);
    for (std::size_t i = 0; i < c.x.size(); ++i) {
        const double u = 2 * kPi * static_cast<double>(i) * c.step / c.length;
        c.z.push_back(4.0 * std::sin(u + 0.6) + 2.2 * std::sin(3 * u + 1.1) + 0.8 * std::sin(7 * u));
        c.halfWidth.push_back(halfWidth + 0.6 * std::sin(2 * u));
    }
    addKerbs(c);
    return c;
}

Circuit saltmarrowRing() {
    std::vector<Turn> turns{{"Reed Gate", -78, 52, 52, 30, 30, 133},      {"Curlew", 56, 85, 85, 35, 35, 172},
                            {"Sluice", -100, 75, 38, 40, 25, 361},        {"The Staithe", -62, 58, 58, 28, 32, 257},
                            {"Samphire In", 48, 40, 40, 18, 18, 409},     {"Samphire Out", -58, 40, 40, 18, 26, 32},
                            {"Heron's Elbow", -172, 21, 21, 22, 26, 370}, {"Mudlark", 74, 48, 48, 26, 26, 190},
                            {"Pumphouse", 84, 62, 62, 30, 36, 109},       {"Old Ferry", -96, 55, 55, 30, 30, 328},
                            {"High Lantern", -56, 95, 95, 45, 50, 173}};
    auto c = buildRing(std::move(turns), 247, 6.2);
    furnish(c);
    return c;
}

} // namespace hl::standin
