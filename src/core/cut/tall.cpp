// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/tall.h"

#include "core/cut/label_plan.h"
#include "core/cut/pick_place.h"

#include <algorithm>
#include <cmath>

namespace hl {
namespace {

constexpr double kMiddle = kFrameWidth / 2, kHalf = kTallCropWidth / 2;
constexpr LabelBox kPlanBox{450, 1016, 242, 236}, kFilmBox{392, 1084, 300, 168}, kPlanWhole{0, 0, kTallWidth, 810};

/// Where the eye should be at one moment of the film: along the road that comes, and at what is spoken of.
double wantedAt(const Stage& st, FootageTime when, const Beat* spoken) {
    const double nowM = placeAt(st.trace, st.guide.sources.film().tie.log(when));
    double sum = 0, weight = 0;
    const auto look = [&](double atM, double w) {
        const auto p = frameOf(st, {atM, atM, 0, 0}, when);
        if (!p || !std::isfinite(p->x)) return;
        sum += w * std::clamp(p->x, kHalf, kFrameWidth - kHalf), weight += w;
    };
    for (const double ahead : {20.0, 35.0, 50.0}) look(nowM + ahead, 1);
    constexpr double kNearM = 8, kFarM = 120;
    if (spoken)
        if (const double ahead = std::remainder(spoken->atM - nowM, st.trace.lengthM); ahead > kNearM && ahead < kFarM)
            look(spoken->atM, 2);
    return weight > 0 ? sum / weight : kMiddle;
}

/// Words stand over their marks, inside what is seen, none over another's.
void placeLabelsInside(SceneAt& scene, double cropX, const std::function<double(const std::string&)>& widthOf) {
    constexpr double kHeight = 38, kAbove = 56, kEdge = 12, kTop = 84, kBottom = 660;
    std::vector<LabelBox> taken;
    for (auto& m : scene.marks) {
        m.window = false;
        if (m.label.empty() || m.kind->wordless) continue;
        const auto at = m.kind->labelAt(m);
        const double width = widthOf(widestWords(m)), right = cropX + kTallCropWidth - kEdge - width;
        const bool seen = at.x > cropX && at.x < cropX + kTallCropWidth && at.y > 0 && at.y < kFrameHeight;
        LabelBox box{std::clamp(at.x - width / 2, cropX + kEdge, std::max(cropX + kEdge, right)),
                     std::clamp(at.y - kAbove - kHeight, kTop, kBottom), width, kHeight};
        const auto free = [&] {
            return std::none_of(taken.begin(), taken.end(), [&](const LabelBox& t) { return meets(box, t, 6); });
        };
        if (!free()) box.y = std::clamp(box.y - kHeight - 10, kTop, kBottom);
        if (!seen || right < cropX + kEdge || !free()) {
            m.label.clear();
            continue;
        }
        m.box = box;
        taken.push_back(box);
    }
    scene.labelsPlaced = true;
}

/// Speed and pedals beneath the film on the left, the rest over its upper corner.
std::vector<PlacedGauge> gaugesBelow(const Gauges& wished) {
    std::vector<PlacedGauge> placed;
    const auto place = [&](std::string_view key, LabelBox box) {
        if (const auto* kind = gaugeKindOf(key); kind && std::find(wished.begin(), wished.end(), key) != wished.end())
            placed.push_back({kind, box});
    };
    place("speed", {28, 1016, 190, 108}), place("forces", {230, 1016, 108, 108});
    place("pedals", {28, 1144, 400, 108});
    place("to-go", {kTallWidth - 28 - 212, 732, 212, 64});
    return placed;
}

} // namespace

double tallCropAt(const Stage& st, const Cut& cut, GuideTime t) {
    constexpr int kSteps = 5;
    constexpr double kStepS = 0.2;
    const auto now = momentAt(cut, t);
    if (!now.section) return kMiddle - kHalf;
    if (const auto other = stageOfLap(st, *now.section)) return tallCropAt(*other, cut, t);
    double sum = 0, weight = 0;
    for (int k = -kSteps; k <= kSteps; ++k) {
        const auto moment = momentAt(cut, t + Seconds(k * kStepS));
        if (moment.section != now.section) continue;
        const auto* spoken = spokenAt(cut, t + Seconds(k * kStepS));
        const double w = kSteps + 1 - std::abs(k);
        sum += w * wantedAt(st, moment.footage, spoken ? beatWith(st.guide, spoken->beat()) : nullptr), weight += w;
    }
    return std::clamp(sum / weight - kHalf, 0.0, kFrameWidth - kTallCropWidth);
}

SceneAt composeTall(const Stage& wide, const Cut& cut, GuideTime t, double cropX,
                    const std::function<double(const std::string&)>& labelWidth) {
    const auto now = momentAt(cut, t);
    if (const auto other = now.section ? stageOfLap(wide, *now.section) : std::nullopt)
        return composeTall(*other, cut, t, cropX, labelWidth);
    auto st = wide;
    st.labels = nullptr; // planned for the whole width
    auto scene = compose(st, cut, t);
    placeLabelsInside(scene, cropX, labelWidth);
    scene.corners = {gaugesBelow(st.guide.showings.gauges), {}};
    const auto log = st.guide.sources.film().tie.log(scene.footage);
    if (scene.pictures.planInset) {
        scene.corners.inset = kPlanBox;
        scene.planInset =
            planPicture(st, scene.corner, log, insetFraming(st, scene.corner, scene.atM, kPlanBox), kPlanBox);
    } else if (scene.pictures.inset)
        scene.corners.inset = kFilmBox;
    if (scene.pictures.planFull) {
        constexpr LabelBox kFree{40, 96, kTallWidth - 80, 690};
        scene.plan = planPicture(st, scene.corner, log, planFraming(st, scene.corner, scene.atM, kFree), kPlanWhole);
    }
    return scene;
}

} // namespace hl
