// SPDX-License-Identifier: GPL-3.0-or-later
// take: the producer's own voice, brought into a guide.
#include "command/answers.h"
#include "command/verbs.h"
#include "core/units/numbers.h"
#include "jobs/takes.h"
#include "store/guide_file.h"

#include <memory>

namespace hl {
namespace {

using json = nlohmann::ordered_json;

struct TakeArguments {
    std::string guide, audio;
    int corner = -1, beat = -1;
};

Answer takeAnswer(const TakeArguments& a, const Call& s) {
    if (a.corner >= 0 && a.beat >= 0)
        return Error{"usage.take", "both a corner and a beat are named", "--corner, --beat", "one of them, or neither"};
    auto guide = readGuide(a.guide);
    if (!guide) return guide.error();
    const auto folder = guideFile(a.guide).parent_path();
    TakeWish wish{a.audio, {}, {}};
    if (a.corner >= 0) {
        const auto* c = cornerNumbered(*guide, a.corner);
        if (!c)
            return Error{"usage.corner", "the guide has no corner " + std::to_string(a.corner), "--corner",
                         "a number of one of its corners"};
        wish.corner = c->id;
    }
    if (a.beat >= 0) {
        if (!beatWith(*guide, BeatId{a.beat}))
            return Error{"usage.beat", "the guide has no beat " + std::to_string(a.beat), "--beat",
                         "an id that plan --json tells"};
        wish.beat = BeatId{a.beat};
    }
    const auto brought = bringTake(*guide, folder, wish, s.progress());
    if (!brought) return brought.error();
    if (auto done = saveGuide(folder, brought->guide); !done) return done.error();
    json beats = json::array(), unspoken = json::array();
    for (const auto& b : brought->beats)
        beats.push_back({{"id", b.beat.value},
                         {"start_s", rounded(b.fromS, 3)},
                         {"end_s", rounded(b.toS, 3)},
                         {"differences", differencesJson(b.differences)}});
    for (const auto b : brought->unspoken) unspoken.push_back(b.value);
    return json{{"beats", beats}, {"unspoken", unspoken}, {"level", levelJson(brought->level)}};
}

} // namespace

void addTake(CLI::App& app, Call& s) {
    auto* verb = app.add_subcommand("take", "Bring a spoken take into a guide, laid on the words it speaks");
    auto a = std::make_shared<TakeArguments>();
    verb->add_option("guide", a->guide, "The guide's folder")->required();
    verb->add_option("--audio", a->audio, "The take: any sound file, or a film's sound track")->required();
    verb->add_option("--corner", a->corner,
                     "The number of the corner it speaks of; without it and --beat the whole guide");
    verb->add_option("--beat", a->beat, "The id of the beat it speaks");
    verb->callback([&s, a] {
        s.work = [a, &s] { return takeAnswer(*a, s); };
        s.tell = [](const json& j, std::ostream& out) {
            for (const auto& b : j["beats"]) {
                out << "beat " << b["id"].get<int>() << ": " << b["start_s"].get<double>() << " to "
                    << b["end_s"].get<double>() << " s\n";
                for (const auto& d : b["differences"])
                    out << "  " << d["kind"].get<std::string>() << ": written \"" << d["script"].get<std::string>()
                        << "\", heard \"" << d["heard"].get<std::string>() << "\"\n";
            }
            if (!j["unspoken"].empty()) out << j["unspoken"].size() << " beats are not spoken in it\n";
        };
    });
}

} // namespace hl
