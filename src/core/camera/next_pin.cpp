// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/camera/next_pin.h"

#include <algorithm>

namespace hl {
namespace {

constexpr double kNearestM = 7, kFarthestM = 90;

std::string metres(double m) { return std::to_string(std::lround(m)) + " m"; }

} // namespace

std::vector<PinWish> pinsInSight(const CameraPose& pose, const Track& road, double nowM) {
    std::vector<PinWish> out;
    const auto add = [&](const std::string& name, double atM, double left) {
        const double ahead = std::remainder(atM - nowM, road.lengthM);
        if (ahead < kNearestM || ahead > kFarthestM) return;
        const auto p = project(pose, onRoad(road, atM, left, 0));
        constexpr double kEdgePx = 12;
        if (p && p->x > kEdgePx && p->y > kEdgePx && p->x < kFrameWidth - kEdgePx && p->y < kFrameHeight * 0.82)
            out.push_back({name + ", " + metres(wrapped(atM, road.lengthM)), {atM, atM, left, 0}, *p});
    };
    for (const auto& k : road.kerbs) {
        const std::string side = k.left ? "left" : "right";
        for (const auto& [at, word] : {std::pair(k.fromM, "start"), std::pair(k.toM, "end")}) {
            const auto f = frameAt(road, at);
            add(std::string(word) + " of the " + side + " kerb, at the road", at, k.left ? f.left : -f.right);
        }
    }
    for (const auto& r : road.references) add("foot of the " + r.label, r.atM, r.lateralM);
    if (road.edgesAssumed) return out;
    constexpr double kEveryM = 10;
    for (double at = std::ceil((nowM + kNearestM) / kEveryM) * kEveryM; at < nowM + kFarthestM; at += kEveryM) {
        const auto f = frameAt(road, at);
        add("left edge of the road", at, f.left), add("right edge of the road", at, -f.right);
    }
    return out;
}

std::optional<PinWish> nextPin(const std::vector<PinWish>& inSight, std::span<const Vec2> clicked) {
    std::optional<PinWish> best;
    double most = -1;
    for (const auto& w : inSight) {
        double worth = 900;
        for (const auto& c : clicked) worth = std::min(worth, std::hypot(w.framePx.x - c.x, 2 * (w.framePx.y - c.y)));
        if (w.name.find("edge") != std::string::npos) worth *= 0.6; // its metre is hard to see
        if (worth > most) most = worth, best = w;
    }
    return best;
}

} // namespace hl
