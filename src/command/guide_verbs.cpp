// SPDX-License-Identifier: GPL-3.0-or-later
// new, check, render, publish: from a film and a log to an edition.
#include "command/answers.h"
#include "command/columns.h"
#include "command/open_guide.h"
#include "command/verbs.h"
#include "core/check/check.h"
#include "core/units/numbers.h"
#include "core/words/live_values.h"
#include "jobs/bring_in.h"
#include "jobs/findings.h"
#include "jobs/look.h"
#include "jobs/publish.h"
#include "jobs/render.h"
#include "jobs/takes.h"
#include "store/files.h"
#include "store/guide_file.h"

#include <cmath>
#include <memory>

namespace hl {
namespace {

using json = nlohmann::ordered_json;
namespace fs = std::filesystem;

struct GuideArguments {
    std::string guide, video, log, boxes, track, line, columns, camera, out, car, title, conditions, tier;
    int lap = -1, jobs = 0, height = 0;
    MadeAs as;
    bool clips = false, tall = false, onlyPieces = false, real = false, simulated = false;
    std::string codec = "h264";
    double from = 0, to = -1;
    std::vector<std::string> pairs;
};

Answer newAnswer(const GuideArguments& a, const Call& s) {
    NewGuide wish;
    wish.folder = a.guide, wish.video = a.video, wish.log = a.log;
    if (!a.track.empty()) wish.track = a.track;
    if (!a.camera.empty()) wish.camera = a.camera;
    if (!a.boxes.empty()) {
        const auto text = readFile(a.boxes);
        if (!text) return text.error();
        auto panel = parsePanelBoxes(*text, a.boxes);
        if (!panel) return panel.error();
        wish.panel = std::move(*panel);
    }
    auto columns = choicesFor(a.log, a.columns);
    if (!columns) return columns.error();
    if (a.real || a.simulated) wish.real = a.real;
    wish.line = a.line, wish.columns = std::move(*columns);
    if (a.lap >= 0) wish.lap = a.lap;
    for (const auto& text : a.pairs) {
        const auto p = parsePair(text);
        if (!p) return p.error();
        wish.pairs.push_back(*p);
    }
    wish.scene.car = a.car, wish.scene.title = a.title, wish.scene.conditions = conditionsFrom(a.conditions);
    const auto guide = bringIn(wish, s.progress());
    if (!guide) return guide.error();
    return json{{"guide", a.guide},
                {"lap", guide->sources.lap},
                {"corners", guide->corners.size()},
                {"sides", key(guide->sources.sides.from)},
                {"sync", syncJson(guide->sources.film().tie)}};
}

Answer checkAnswer(const GuideArguments& a) {
    const auto o = openedGuide(a.guide, a.as);
    if (!o) return o.error();
    json list = json::array();
    const auto labels = labelsFor(o->guide, o->session, o->cut);
    const auto clock = clockOf(o->guide, o->session);
    for (const auto& f : findingsOf(o->written, o->session, {o->cut, clock, &labels, o->speeches}))
        list.push_back({{"rule", f.rule},
                        {"severity", name(f.severity)},
                        {"corner", numberOf(o->guide, f.corner)},
                        {"where", f.where},
                        {"beat", f.beat ? json(f.beat.value) : json(nullptr)},
                        {"message", f.message},
                        {"claim", f.claim},
                        {"measured", f.measured},
                        {"to_do", key(toDo(f))},
                        {"at_s", f.atS >= 0 ? json(rounded(f.atS, 3)) : json(nullptr)}});
    return json{{"findings", list}};
}

Answer renderAnswer(const GuideArguments& a, const Call& s) {
    auto d = openedGuide(a.guide, a.as);
    if (!d) return d.error();
    RenderWish wish;
    wish.out = a.out, wish.fromS = a.from, wish.toS = a.to, wish.jobs = a.jobs, wish.height = a.height;
    wish.onlyPieces = a.onlyPieces, wish.tall = a.tall;
    if (a.tall && a.onlyPieces)
        return Error{"usage.tall", "pieces are of the wide film", "--tall", "--tall or --only-pieces, not both"};
    if (a.out.empty() && !a.onlyPieces)
        return Error{"usage.out", "no file is named for the video", "--out", "a file, or --only-pieces"};
    const auto codec = videoCodecOf(a.codec);
    if (!codec) return Error{"usage.codec", "\"" + a.codec + "\" is no codec", "--codec", "h264, hevc, vp9 or av1"};
    wish.codec = *codec;
    auto seen = lookedAtFilm(std::move(d->session), d->guide, s.progress().part(0, 0.1));
    if (!seen) return seen.error();
    const auto r = render(d->guide, *seen, d->cut, wish, s.progress().part(0.1, 1));
    if (!r) return r.error();
    return json{{"file", r->file.string()},       {"frames", r->frames},     {"seconds", rounded(r->seconds, 3)},
                {"wall_s", rounded(r->wallS, 2)}, {"rendered", r->rendered}, {"pieces", r->pieces}};
}

Answer publishAnswer(const GuideArguments& a, const Call& s) {
    if (!a.tier.empty() && a.tier != "all")
        return Error{"usage.tier", "the tier \"" + a.tier + "\" does not exist", "--tier", "all"};
    auto d = openedGuide(a.guide, a.as);
    if (!d) return d.error();
    const auto r = publishGuide(d->guide, d->session, d->cut, a.out, {{}, a.clips, a.tall}, s.progress());
    if (!r) return r.error();
    json files = json::array();
    for (const auto& f : r->files) files.push_back((fs::path(a.out) / f).string());
    json j = {{"files", files}};
    if (!r->note.empty()) j["note"] = r->note;
    return j;
}

CLI::App* guideVerb(CLI::App& app, const char* name, const char* help, std::shared_ptr<GuideArguments>& a) {
    a = std::make_shared<GuideArguments>();
    auto* verb = app.add_subcommand(name, help);
    verb->add_option("guide", a->guide, "The guide's folder")->required();
    return verb;
}

} // namespace

void addNew(CLI::App& app, Call& s) {
    std::shared_ptr<GuideArguments> a;
    auto* verb = guideVerb(app, "new", "Make a guide from a film and its log", a);
    verb->add_option("--video", a->video, "The onboard film")->required();
    verb->add_option("--log", a->log, "The car's log; not needed when the film brings its own");
    verb->add_option("--columns", a->columns, kColumnsHelp);
    verb->add_option("--boxes", a->boxes,
                     "Without a log: boxes of a panel that is drawn in the picture (see read-panel)");
    verb->add_option("--track", a->track, "A track file (GeoJSON)");
    auto* real = verb->add_flag("--real", a->real, "A real circuit: cautions stand in the guide");
    verb->add_flag("--simulated", a->simulated, "A simulator's: nobody gets hurt")->excludes(real);
    verb->add_option("--line", a->line, "LAT,LON,HEADING of the timing line, where no track tells it");
    verb->add_option("--camera", a->camera, "Where the camera sits and how wide it sees (JSON)");
    verb->add_option("--lap", a->lap, "The filmed lap, when it is not to be found by sound");
    verb->add_option("--pair", a->pairs, "FOOTAGE_SECONDS:LAP_METRES, twice or more, instead of the sound");
    verb->add_option("--car", a->car, "The car's name");
    verb->add_option("--title", a->title, "The guide's title");
    verb->add_option("--conditions", a->conditions, "Weather, temperature, tyres");
    verb->callback([&s, a] {
        s.work = [a, &s] { return newAnswer(*a, s); };
        s.tell = [](const json& j, std::ostream& out) {
            out << j["guide"].get<std::string>() << ": lap " << j["lap"].get<int>() << ", " << j["corners"].get<int>()
                << " corners, ";
            if (j["sync"]["sure"].get<bool>())
                out << "tied within " << j["sync"]["uncertainty_ms"].get<double>() << " ms\n";
            else // how exact a tie is says nothing while another one may be meant
                out << "not surely tied: other places of the log are as alike; look at the line-up, or give --lap or "
                       "--pair\n";
        };
    });
}

void addCheck(CLI::App& app, Call& s) {
    std::shared_ptr<GuideArguments> a;
    auto* verb = guideVerb(app, "check", "Hold the words against what was measured", a);
    a->as.options(*verb);
    verb->callback([&s, a] {
        s.work = [a] { return checkAnswer(*a); };
        s.tell = [](const json& j, std::ostream& out) {
            for (const auto& f : j["findings"])
                out << f["severity"].get<std::string>() << "  " << f["message"].get<std::string>() << "  ["
                    << f["rule"].get<std::string>() << "]\n";
            out << j["findings"].size() << " findings\n";
        };
    });
}

void addRender(CLI::App& app, Call& s) {
    std::shared_ptr<GuideArguments> a;
    auto* verb = guideVerb(app, "render", "Render the guide's video", a);
    a->as.options(*verb);
    verb->add_option("--out", a->out, "The video file");
    verb->add_option("--from", a->from, "Guide time to begin at, seconds");
    verb->add_option("--to", a->to, "Guide time to end at, seconds");
    verb->add_option("--jobs", a->jobs, "Encoder threads, 0 for all cores");
    verb->add_option("--codec", a->codec, "h264, hevc, vp9 or av1");
    verb->add_option("--height", a->height, "Pixels: 720, 1080 or 1440; as the film has it when it is not told");
    verb->add_flag("--tall", a->tall, "For a telephone held upright: half of the film's width, and its words");
    verb->add_flag(
        "--only-pieces", a->onlyPieces,
        "Make the pieces that begin between --from and --to and keep them in the guide's cache; the render of "
        "the whole guide puts them together");
    verb->callback([&s, a] {
        s.work = [a, &s] { return renderAnswer(*a, s); };
        s.tell = [](const json& j, std::ostream& out) {
            const auto file = j["file"].get<std::string>();
            out << (file.empty() ? "pieces" : file) << ": " << j["frames"].get<long>() << " frames, "
                << j["rendered"].get<long>() << " of them made now, in " << j["wall_s"].get<double>() << " s\n";
        };
    });
}

void addPublish(CLI::App& app, Call& s) {
    std::shared_ptr<GuideArguments> a;
    auto* verb = guideVerb(app, "publish", "Publish an edition: page, video, clips, captions, data", a);
    a->as.options(*verb);
    verb->add_option("--out", a->out, "The edition's folder")->required();
    verb->add_option("--tier", a->tier, "Who it is for (all)");
    verb->add_flag("--clips", a->clips, "Each corner also as a video of its own");
    verb->add_flag("--tall-clips", a->tall, "Each corner also for a telephone held upright");
    verb->callback([&s, a] {
        s.work = [a, &s] { return publishAnswer(*a, s); };
        s.tell = [](const json& j, std::ostream& out) {
            for (const auto& f : j["files"]) out << f.get<std::string>() << "\n";
            if (j.contains("note")) out << j["note"].get<std::string>() << "\n";
        };
    });
}

} // namespace hl
