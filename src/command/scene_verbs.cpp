// SPDX-License-Identifier: GPL-3.0-or-later
// scene, choose-lap, shelf: what a guide begins with.
#include "command/verbs.h"
#include "core/guide/scene_edits.h"
#include "core/units/numbers.h"
#include "jobs/bring_in.h"
#include "jobs/further_film.h"
#include "jobs/lap_choice.h"
#include "jobs/shelf.h"
#include "store/guide_file.h"
#include "store/setup_file.h"

#include <memory>

namespace hl {
namespace {

using json = nlohmann::ordered_json;
namespace fs = std::filesystem;

struct SceneArguments {
    std::string guide, conditions, setup, setupTo, against, walk, film, role = "chase", still, caption;
    std::vector<std::string> at;
    double atM = 0;
    int lap = -1;
};

json rowJson(const SetupRow& r) {
    json rules = json::array();
    for (const auto& rule : r.rules)
        rules.push_back({{"if", rule.when}, {"then", rule.up ? "up" : "down"}, {"step", rule.step}});
    return {{"name", r.name},   {"value", r.value}, {"unit", r.unit},
            {"usual", r.usual}, {"why", r.why},     {"rules", rules}};
}

json sceneJson(const Guide& g) {
    json conditions = json::array(), setup = json::array(), films = json::array(), stills = json::array();
    for (const auto& r : rowsOf(g.scene.conditions, g.scene.speedUnit))
        conditions.push_back({{"label", r.label}, {"value", r.value}});
    for (const auto& r : g.setup) setup.push_back(rowJson(r));
    for (const auto& f : g.sources.films)
        films.push_back({{"role", key(f.role)}, {"file", f.file}, {"sure", f.tie.sure()}, {"places", f.pairs.size()}});
    for (const auto& s : g.sources.stills)
        stills.push_back({{"file", s.file}, {"at_m", s.atM}, {"caption", s.caption}});
    return {{"conditions", conditions}, {"setup", setup}, {"films", films}, {"stills", stills}};
}

/// A sheet on its own, or that of another guide.
Result<SetupSheet> sheetFrom(const std::string& path) {
    std::error_code ec;
    if (!fs::exists(guideFile(path), ec)) return readSetup(path);
    auto guide = readGuide(path);
    if (!guide) return guide.error();
    return guide->setup;
}

json differencesJson(const SetupSheet& here, const SetupSheet& there) {
    json all = json::array();
    for (const auto& d : differences(here, there))
        all.push_back({{"name", d.name},
                       {"here", d.here.empty() ? json(nullptr) : json(d.here)},
                       {"there", d.there.empty() ? json(nullptr) : json(d.there)},
                       {"by", d.byHow ? json(rounded(*d.byHow, 6)) : json(nullptr)}});
    return all;
}

/// Films and stills need the lap; the rest does not.
Result<Guide> withPictures(Guide g, const SceneArguments& a, const Call& s) {
    if (a.film.empty() && a.still.empty()) return g;
    auto session = bringUp(guideFile(a.guide).parent_path(), g);
    if (!session) return session.error();
    if (!a.film.empty()) {
        FurtherFilm wish{a.film, FilmRole::Chase, {}};
        const auto role = filmRoleOf(a.role);
        if (!role)
            return Error{"usage.role", "\"" + a.role + "\" is no view of a lap", "",
                         "onboard, chase, above, outside or foot"};
        wish.role = *role;
        for (const auto& text : a.at) {
            const auto pair = parsePair(text);
            if (!pair) return pair.error();
            wish.pairs.push_back(*pair);
        }
        auto with = withFurtherFilm(g, *session, wish, s.progress());
        if (!with) return with.error();
        g = std::move(*with);
    }
    if (!a.still.empty()) {
        auto with = withFurtherStill(g, *session, a.still, a.atM, a.caption);
        if (!with) return with.error();
        g = std::move(*with);
    }
    return g;
}

Answer sceneAnswer(const SceneArguments& a, const Call& s) {
    auto guide = readGuide(a.guide);
    if (!guide) return guide.error();
    auto g = *guide;
    if (!a.conditions.empty()) g = withConditions(std::move(g), conditionsFrom(a.conditions));
    if (!a.setup.empty()) {
        auto sheet = sheetFrom(a.setup);
        if (!sheet) return sheet.error();
        g = withSetup(std::move(g), std::move(*sheet));
    }
    if (!a.walk.empty()) {
        if (a.walk != "on" && a.walk != "off")
            return Error{"usage.walk", "\"" + a.walk + "\" is neither", "--walk", "on or off"};
        g = withSection(std::move(g), SectionKind::Setup, a.walk == "on");
    }
    auto with = withPictures(std::move(g), a, s);
    if (!with) return with.error();
    auto answer = sceneJson(*with);
    if (!a.against.empty()) {
        const auto other = sheetFrom(a.against);
        if (!other) return other.error();
        answer["differences"] = differencesJson(with->setup, *other);
    }
    if (!a.setupTo.empty())
        if (auto done = writeSetup(a.setupTo, with->setup); !done) return done.error();
    if (*with != *guide)
        if (auto done = saveGuide(a.guide, *with); !done) return done.error();
    return answer;
}

json spotsJson(const std::vector<LapSpot>& spots) {
    json all = json::array();
    for (const auto& s : spots)
        all.push_back({{"from_m", rounded(s.fromM, 1)}, {"to_m", rounded(s.toM, 1)}, {"cost_s", rounded(s.costS, 3)}});
    return all;
}

json lapsJson(const std::vector<LapReport>& reports, int chosen) {
    json laps = json::array();
    const auto* proposed = proposedLap(reports);
    for (const auto& r : reports)
        laps.push_back({{"number", r.lap.number},
                        {"time_s", rounded(r.lap.time.count(), 3)},
                        {"complete", r.lap.complete},
                        {"clean", r.clean()},
                        {"filmed", rounded(r.filmed, 3)},
                        {"in_run", r.inRun},
                        {"off", spotsJson(r.off)},
                        {"lifts", spotsJson(r.lifts)},
                        {"faults_cost_s", rounded(r.faultsCostS, 3)},
                        {"unlike_s", r.unlikeS ? json(rounded(*r.unlikeS, 3)) : json(nullptr)},
                        {"proposed", proposed == &r},
                        {"chosen", r.lap.number == chosen},
                        {"reasons", reasonsOf(r)}});
    return laps;
}

Answer chooseLapAnswer(const SceneArguments& a, const Call& s) {
    auto guide = readGuide(a.guide);
    if (!guide) return guide.error();
    auto session = bringUp(guideFile(a.guide).parent_path(), *guide);
    if (!session) return session.error();
    const auto reports = reportLaps(*guide, *session, s.progress());
    if (!reports) return reports.error();
    json answer = {{"lap", guide->sources.lap}, {"laps", lapsJson(*reports, guide->sources.lap)}};
    if (a.lap < 0) return answer;
    auto other = onOtherLap(*guide, *session, a.lap, s.progress());
    if (!other) return other.error();
    if (auto done = saveGuide(a.guide, other->guide); !done) return done.error();
    keepCard(other->guide, *other->session, 0);
    json misfits = json::array();
    for (const auto& f : other->misfits)
        misfits.push_back({{"rule", f.rule}, {"where", f.where}, {"message", f.message}});
    answer["lap"] = a.lap, answer["laps"] = lapsJson(*reports, a.lap), answer["misfits"] = std::move(misfits);
    return answer;
}

Answer shelfAnswer(const std::vector<std::string>& folders, const std::string& find, const Call& s) {
    auto almanac = Almanac::open(almanacFile());
    if (!almanac) return almanac.error();
    const auto cards = rebuildAlmanac(*almanac, {folders.begin(), folders.end()}, s.progress());
    if (!cards) return cards.error();
    json guides = json::array();
    for (const auto& c : *cards) {
        if (!matches(c, find)) continue;
        json moved = json::array();
        for (const auto& m : c.moved) moved.push_back({{"what", m.what}, {"path", m.path}});
        guides.push_back({{"guide", c.folder.string()},
                          {"title", c.title},
                          {"track", c.track},
                          {"car", c.car},
                          {"conditions", c.conditions},
                          {"lap_s", c.lapS > 0 ? json(rounded(c.lapS, 3)) : json(nullptr)},
                          {"corners", c.corners},
                          {"published", c.published.empty() ? json(nullptr) : json(c.published)},
                          {"lacks", c.lacks},
                          {"moved", moved},
                          {"trouble", c.trouble.empty() ? json(nullptr) : json(c.trouble)}});
    }
    return json{{"guides", guides}};
}

} // namespace

void addScene(CLI::App& app, Call& s) {
    auto a = std::make_shared<SceneArguments>();
    auto* verb = app.add_subcommand("scene", "Conditions, set-up, films and pictures of a guide: see and say them");
    verb->add_option("guide", a->guide, "The guide's folder")->required();
    verb->add_option("--conditions", a->conditions, "\"dry, air 14 C, wind 12 km/h from SW, tyres warm, race fuel\"");
    verb->add_option("--setup", a->setup, "Takes the set-up sheet of this file (CSV, JSON) or guide");
    verb->add_option("--setup-to", a->setupTo, "Writes the set-up sheet, .csv or .json");
    verb->add_option("--against", a->against, "Tells the differences to this sheet or guide");
    verb->add_option("--walk", a->walk, "on or off: the walk through the set-up as a section of the guide");
    verb->add_option("--film", a->film, "A further film of the lap");
    verb->add_option("--role", a->role, "From where it shows the lap: onboard, chase, above, outside, foot");
    verb->add_option("--at", a->at, "FILM_SECONDS:LAP_METRES, moments of that film found by hand");
    verb->add_option("--still", a->still, "A picture of a place of the lap");
    verb->add_option("--at-m", a->atM, "The place that the picture shows, m from the timing line");
    verb->add_option("--caption", a->caption, "What the picture shows, in words");
    verb->callback([&s, a] {
        s.work = [a, &s] { return sceneAnswer(*a, s); };
        s.tell = [](const json& j, std::ostream& out) {
            for (const auto& r : j["conditions"])
                out << r["label"].get<std::string>() << ": " << r["value"].get<std::string>() << "\n";
            for (const auto& r : j["setup"])
                out << r["name"].get<std::string>() << ": " << r["value"].get<std::string>() << " "
                    << r["unit"].get<std::string>() << "\n";
            for (const auto& f : j["films"])
                out << f["role"].get<std::string>() << " film: " << f["file"].get<std::string>() << "\n";
            for (const auto& f : j["stills"])
                out << "picture at " << f["at_m"].get<double>() << " m: " << f["file"].get<std::string>() << "\n";
            if (j.contains("differences"))
                for (const auto& d : j["differences"])
                    out << d["name"].get<std::string>() << ": "
                        << (d["here"].is_null() ? "not here" : d["here"].get<std::string>()) << ", there "
                        << (d["there"].is_null() ? "not on the sheet" : d["there"].get<std::string>()) << "\n";
        };
    });
}

void addChooseLap(CLI::App& app, Call& s) {
    auto a = std::make_shared<SceneArguments>();
    auto* verb =
        app.add_subcommand("choose-lap", "The laps of a guide's log with their reasons; the guide on another one");
    verb->add_option("guide", a->guide, "The guide's folder")->required();
    verb->add_option("--lap", a->lap, "Explain this lap: measured anew, what people wrote stays");
    verb->callback([&s, a] {
        s.work = [a, &s] { return chooseLapAnswer(*a, s); };
        s.tell = [](const json& j, std::ostream& out) {
            for (const auto& l : j["laps"])
                out << (l["chosen"].get<bool>() ? "> " : "  ") << "lap " << l["number"].get<int>() << "  "
                    << l["time_s"].get<double>() << " s  " << l["reasons"].get<std::string>()
                    << (l["proposed"].get<bool>() ? "  [proposed]" : "") << "\n";
            if (!j.contains("misfits")) return;
            for (const auto& m : j["misfits"]) out << "no longer fits: " << m["message"].get<std::string>() << "\n";
        };
    });
}

void addShelf(CLI::App& app, Call& s) {
    auto folders = std::make_shared<std::vector<std::string>>();
    auto find = std::make_shared<std::string>();
    auto* verb =
        app.add_subcommand("shelf", "The guides made so far; folders that are named are looked through for more");
    verb->add_option("folders", *folders, "Folders with guides in them");
    verb->add_option("--find", *find, "Only those with these words");
    verb->callback([&s, folders, find] {
        s.work = [folders, find, &s] { return shelfAnswer(*folders, *find, s); };
        s.tell = [](const json& j, std::ostream& out) {
            for (const auto& g : j["guides"])
                out << g["title"].get<std::string>() << "  " << g["guide"].get<std::string>() << "  "
                    << (g["trouble"].is_null() ? g["lacks"].get<std::string>() : g["trouble"].get<std::string>())
                    << "\n";
        };
    });
}

} // namespace hl
