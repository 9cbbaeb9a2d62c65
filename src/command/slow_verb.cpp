// SPDX-License-Identifier: GPL-3.0-or-later
// slow: a piece of a film in slow motion, with new pictures between the filmed ones.
#include "command/verbs.h"
#include "core/units/numbers.h"
#include "media/slow_motion.h"

#include <chrono>
#include <memory>

namespace hl {
namespace {

using json = nlohmann::ordered_json;

struct SlowArguments {
    std::string video, out;
    double from = 0, to = -1, rate = 0.5;
};

Answer slowAnswer(const SlowArguments& a, const Call& s) {
    const auto started = std::chrono::steady_clock::now();
    const auto progress = s.progress();
    const auto r = slowedFilm(a.video, a.from, a.to, a.rate, a.out, [&](double share) {
        progress.report(share, "slowing");
        return !progress.cancelled();
    });
    if (!r) return r.error();
    const double wall = std::chrono::duration<double>(std::chrono::steady_clock::now() - started).count();
    return json{{"frames", r->frames}, {"made", r->made}, {"blended", r->blended}, {"wall_s", rounded(wall, 3)}};
}

} // namespace

void addSlow(CLI::App& app, Call& s) {
    auto* verb =
        app.add_subcommand("slow", "A piece of a film in slow motion, with new pictures between the filmed ones");
    auto a = std::make_shared<SlowArguments>();
    verb->add_option("video", a->video, "The film")->required();
    verb->add_option("--from", a->from, "Film seconds of its first picture");
    verb->add_option("--to", a->to, "Film seconds of its end; to the film's end when it is not told");
    verb->add_option("--rate", a->rate, "Of its speed: 0.05 to 1");
    verb->add_option("--out", a->out, "The slowed film")->required();
    verb->callback([&s, a] {
        s.work = [a, &s] { return slowAnswer(*a, s); };
        s.tell = [](const json& j, std::ostream& out) {
            out << j["frames"].get<long>() << " pictures, " << j["made"].get<long>() << " of them made, "
                << j["blended"].get<long>() << " laid over each other\n";
        };
    });
}

} // namespace hl
