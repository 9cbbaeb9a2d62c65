// SPDX-License-Identifier: GPL-3.0-or-later
// take: the producer's own voice, brought into a guide.
#include "command/answers.h"
#include "command/verbs.h"
#include "core/units/numbers.h"
#include "jobs/takes.h"
#include "jobs/talk_over.h"
#include "store/files.h"
#include "store/guide_file.h"

#include <memory>

namespace hl {
namespace {

using json = nlohmann::ordered_json;

struct TakeArguments {
    std::string guide, audio;
    int corner = -1, beat = -1;
    std::optional<double> filmFrom;
    double rate = 1;
    std::string script;
    bool talkOver() const { return filmFrom || !script.empty(); }
};

/// A talk-over becomes the words of the corners it was spoken in.
Answer talkOverAnswer(const TakeArguments& a, const Guide& guide, const std::filesystem::path& folder, const Call& s) {
    if (a.corner >= 0 || a.beat >= 0)
        return Error{"usage.take", "a talk-over is not of one corner or beat", "--corner, --beat", "neither of them"};
    if (!(a.rate > 0 && a.rate <= 4))
        return Error{"usage.take", "a film does not run at " + std::to_string(a.rate), "--rate",
                     "more than 0, up to 4"};
    TalkOverWish wish;
    wish.audio = a.audio;
    if (a.filmFrom) wish.film = FilmRan{*a.filmFrom, a.rate};
    if (!a.script.empty()) {
        auto text = readFile(a.script);
        if (!text) return text.error();
        wish.script = std::move(*text);
    }
    const auto session = bringUp(folder, guide);
    if (!session) return session.error();
    const auto done = talkedOver(guide, *session, wish, s.progress());
    if (!done) return done.error();
    if (auto saved = saveGuide(folder, done->guide); !saved) return saved.error();
    json beats = json::array();
    for (const auto id : done->beats) {
        const auto& b = *beatWith(done->guide, id);
        beats.push_back({{"id", id.value},
                         {"corner", cornerOf(done->guide, id)->number},
                         {"at_m", rounded(b.atM, 1)},
                         {"words", b.words},
                         {"start_s", rounded(b.takes.front().fromS, 3)},
                         {"end_s", rounded(b.takes.front().toS, 3)},
                         {"differences", json::array()}});
    }
    return json{{"beats", beats}, {"left", done->left}, {"unspoken", json::array()}};
}

Answer takeAnswer(const TakeArguments& a, const Call& s) {
    if (a.corner >= 0 && a.beat >= 0)
        return Error{"usage.take", "both a corner and a beat are named", "--corner, --beat", "one of them, or neither"};
    auto guide = readGuide(a.guide);
    if (!guide) return guide.error();
    const auto folder = guideFile(a.guide).parent_path();
    if (a.talkOver()) return talkOverAnswer(a, *guide, folder, s);
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
    MeasuredCorners measured;
    const bool live = [&] {
        bool any = false;
        eachBeat(*guide, [&](const Beat& b, const GuideCorner*) { any |= b.words.find('{') != std::string::npos; });
        return any;
    }();
    if (live) { // what is said of the lap has to be measured first
        auto session = bringUp(folder, *guide);
        if (!session) return session.error();
        measured = std::move(session->measured);
    }
    const auto brought = bringTake(*guide, folder, wish, s.progress(), measured);
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
    verb->add_option("--film-from", a->filmFrom,
                     "A talk-over becomes the words: the second of the guide's film at which it begins");
    verb->add_option("--rate", a->rate, "How fast the film ran meanwhile, 0.5 for half speed");
    verb->add_option("--script", a->script, "What the talk-over says; lines \"# corner N\" part it");
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
