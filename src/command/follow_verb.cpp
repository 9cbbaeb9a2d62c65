// SPDX-License-Identifier: GPL-3.0-or-later
// follow: a clicked thing through the pictures around it.
#include "command/verbs.h"
#include "core/units/numbers.h"
#include "media/follow_thing.h"
#include "media/video_reader.h"

#include <algorithm>
#include <memory>

namespace hl {
namespace {

using json = nlohmann::ordered_json;

struct FollowArguments {
    std::string video;
    double at = 0, x = 0, y = 0, radius = 0;
    double from = kNaN, to = kNaN;
};

constexpr double kUsualS = 3; // to each side, where nobody says how far

Answer followAnswer(const FollowArguments& a, const Call& s) {
    if (a.from > a.at || a.to < a.at)
        return Error{"usage.span", "the click lies outside the span to follow through", "--from, --to",
                     "--from before --at and --to after it"};
    FollowWish wish{at<FootageTime>(a.at), a.x, a.y, a.radius, {}, {}};
    wish.from = at<FootageTime>(std::isnan(a.from) ? std::max(0.0, a.at - kUsualS) : a.from);
    wish.to = at<FootageTime>(std::isnan(a.to) ? a.at + kUsualS : a.to);
    const auto progress = s.progress();
    const auto path = followThing(a.video, wish, [&](double share) {
        progress.report(share, "following");
        return !progress.cancelled();
    });
    if (!path) return path.error();
    json all = json::array();
    for (const auto& p : *path)
        all.push_back({{"film_s", rounded(seconds(p.when), 6)},
                       {"x_px", rounded(p.xPx, 2)},
                       {"y_px", rounded(p.yPx, 2)},
                       {"radius_px", rounded(p.radiusPx, 2)},
                       {"state", name(p.held)}});
    return json{{"path", all}};
}

} // namespace

void addFollow(CLI::App& app, Call& s) {
    auto* verb = app.add_subcommand("follow", "Follow a clicked thing through the pictures of a film");
    auto a = std::make_shared<FollowArguments>();
    verb->add_option("video", a->video, "The film")->required();
    verb->add_option("--at", a->at, "Film seconds of the picture that was clicked in")->required();
    verb->add_option("--x", a->x, "The thing's middle, pixels from the left")->required();
    verb->add_option("--y", a->y, "The thing's middle, pixels from the top")->required();
    verb->add_option("--radius", a->radius, "The thing's radius in pixels; found when it is not told");
    verb->add_option("--from", a->from, "Film seconds to follow it back to (3 s before)");
    verb->add_option("--to", a->to, "Film seconds to follow it on to (3 s after)");
    verb->callback([&s, a] {
        s.work = [a, &s] { return followAnswer(*a, s); };
        s.tell = [](const json& j, std::ostream& out) {
            for (const auto& p : j["path"])
                out << p["film_s"].get<double>() << " s  " << p["x_px"].get<double>() << ", " << p["y_px"].get<double>()
                    << "  radius " << p["radius_px"].get<double>() << "  " << p["state"].get<std::string>() << "\n";
        };
    });
}

} // namespace hl
