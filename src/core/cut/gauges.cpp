// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/gauges.h"

#include <algorithm>

namespace hl {
namespace {

constexpr double kSide = 28, kTop = 24, kBottom = 698, kApart = 10;
constexpr LabelBox kTag{28, 24, 560, 52}; // the corner and the pace
constexpr double kCaptionTop = 440, kCaptionLeft = 208, kCaptionRight = 1072;

constexpr GaugeKind kKinds[] = {{"speed", "gear and speed", 190, 108, PictureSpot::BottomLeft},
                                {"pedals", "pedals along the road", 500, 108, PictureSpot::BottomLeft},
                                {"forces", "forces on the car", 108, 108, PictureSpot::BottomLeft},
                                {"to-go", "metres to what comes next", 212, 64, PictureSpot::TopRight},
                                {"lap-time", "lap time and difference", 268, 64, PictureSpot::TopRight},
                                {"cue", "cue words", 420, 64, PictureSpot::TopRight}};

constexpr GaugeKind kPlanInset{"plan", "", 170, 192, PictureSpot::BottomRight},
    kFilmInset{"film", "", 320, 180, PictureSpot::BottomRight};

bool top(PictureSpot s) { return s == PictureSpot::TopLeft || s == PictureSpot::TopRight; }
bool left(PictureSpot s) { return s == PictureSpot::TopLeft || s == PictureSpot::BottomLeft; }

/// The free place nearest to its corner; along the bottom rather beside each other than over each other.
std::optional<LabelBox> freeAt(const GaugeKind& k, PictureSpot spot, std::span<const LabelBox> taken) {
    constexpr double kStep = 6, kDeepest = 300;
    const double inward = top(spot) ? 2 : 8; // times as dear as along the edge
    std::optional<LabelBox> best;
    double least = 1e9;
    for (double in = 0; in + k.height <= kDeepest; in += kStep)
        for (double along = 0; along + k.width <= kFrameWidth - 2 * kSide; along += kStep) {
            if (inward * in + along >= least) break;
            const LabelBox box{left(spot) ? kSide + along : kFrameWidth - kSide - along - k.width,
                               top(spot) ? kTop + in : kBottom - in - k.height, k.width, k.height};
            if (std::none_of(taken.begin(), taken.end(),
                             [&](const LabelBox& t) { return meets(box, t, kApart - 0.01); }))
                best = box, least = inward * in + along;
        }
    return best;
}

std::optional<LabelBox> placeFor(const GaugeKind& k, std::span<const LabelBox> taken) {
    using S = PictureSpot;
    const bool up = top(k.spot), onLeft = left(k.spot);
    const S tries[] = {k.spot, up ? (onLeft ? S::TopRight : S::TopLeft) : (onLeft ? S::BottomRight : S::BottomLeft),
                       up ? S::BottomRight : S::TopRight};
    for (const auto spot : tries)
        if (const auto box = freeAt(k, spot, taken)) return box;
    return std::nullopt;
}

} // namespace

std::span<const GaugeKind> gaugeKinds() { return kKinds; }

const GaugeKind* gaugeKindOf(std::string_view key) {
    const auto it = std::find_if(std::begin(kKinds), std::end(kKinds), [&](const auto& k) { return k.key == key; });
    return it == std::end(kKinds) ? nullptr : it;
}

bool meets(const LabelBox& a, const LabelBox& b, double apart) {
    return a.x < b.x + b.width + apart && b.x < a.x + a.width + apart && a.y < b.y + b.height + apart &&
           b.y < a.y + a.height + apart;
}

CornersOfPicture placedInCorners(const Gauges& gauges, const PictureOf& inset, std::span<const LabelBox> zones) {
    CornersOfPicture placed;
    std::vector<LabelBox> taken(zones.begin(), zones.end());
    taken.push_back(kTag);
    taken.push_back({kCaptionLeft, kCaptionTop, kCaptionRight - kCaptionLeft, 574 - kCaptionTop});
    if (inset.kind != PictureOf::Kind::Nothing) {
        placed.inset = placeFor(inset.kind == PictureOf::Kind::Plan ? kPlanInset : kFilmInset, taken);
        if (placed.inset) taken.push_back(*placed.inset);
    }
    for (const auto& key : gauges) {
        const auto* kind = gaugeKindOf(key);
        const auto box = kind ? placeFor(*kind, taken) : std::nullopt;
        if (!box) continue;
        placed.gauges.push_back({kind, *box});
        taken.push_back(*box);
    }
    return placed;
}

std::vector<LabelBox> zonesInFrame(const Film& film, const FilmInFrame& size) {
    std::vector<LabelBox> zones;
    for (const auto& k : film.keepClear) {
        const auto a = size.frame({k.xPx, k.yPx}), b = size.frame({k.xPx + k.widthPx, k.yPx + k.heightPx});
        zones.push_back({a.x, a.y, b.x - a.x, b.y - a.y});
    }
    return zones;
}

} // namespace hl
