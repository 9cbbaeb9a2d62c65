// SPDX-License-Identifier: GPL-3.0-or-later
// show: what the finished picture shows besides marks and words.
#include "command/verbs.h"
#include "core/cut/gauges.h"
#include "core/guide/showing_edits.h"
#include "core/guide/validated.h"
#include "core/log/csv_cells.h"
#include "jobs/session.h"
#include "store/guide_file.h"

#include <algorithm>
#include <memory>

namespace hl {
namespace {

using json = nlohmann::ordered_json;
namespace fs = std::filesystem;

struct ShowArguments {
    std::string guide, walk, run, lap, gauges, over, by, keepClear;
    std::vector<std::string> beats;
};

std::vector<std::string> split(const std::string& text, char at) {
    std::vector<std::string> parts{""};
    for (const char c : text)
        if (c == at)
            parts.emplace_back();
        else
            parts.back() += c;
    return parts;
}

constexpr const char* kPictures = "film, film and its id (\"film 4\"), plan or nothing";

/// "plan" or "plan,film": what fills the picture, and what stands small in it.
Status setPass(Guide& g, SectionKind pass, const std::string& told, const char* option) {
    if (told.empty()) return Done{};
    const auto parts = split(told, ',');
    auto showing = g.showings.in(pass);
    const auto full = pictureOf(parts[0]);
    const auto inset = parts.size() > 1 ? pictureOf(parts[1]) : std::optional(showing.inset);
    if (!full || !inset || full->kind == PictureOf::Kind::Nothing || inset->kind == PictureOf::Kind::Stills ||
        parts.size() > 2)
        return Error{"usage.picture", "\"" + told + "\" is no picture", option,
                     std::string("FULL or FULL,INSET; each ") + kPictures + "; a full one is not nothing"};
    showing = {*full, *inset};
    g = withShowing(std::move(g), pass, showing);
    return Done{};
}

Status setGauges(Guide& g, const std::string& told) {
    if (told.empty()) return Done{};
    auto gauges = gaugeSet(told);
    std::string known = "basic, usual, advanced, none, or some of:";
    for (const auto& k : gaugeKinds()) known += " " + std::string(k.key);
    if (gauges.empty() && told != "none") gauges = split(told, ',');
    for (const auto& key : gauges)
        if (!gaugeKindOf(key)) return Error{"usage.gauge", "\"" + key + "\" is nothing to read", "--gauges", known};
    g = withGauges(std::move(g), std::move(gauges));
    return Done{};
}

/// "3", "other.csv", "other.csv:2" or "none".
Status setOver(Guide& g, const std::string& told, const std::string& by) {
    auto over = g.showings.over;
    if (!by.empty()) {
        const auto equal = equalOf(by);
        if (!equal) return Error{"usage.by", "\"" + by + "\" is neither", "--by", "time or distance"};
        over.by = *equal;
    }
    const auto whole = [](const std::string& s) {
        return !s.empty() && s.size() < 6 &&
               std::all_of(s.begin(), s.end(), [](char c) { return c >= '0' && c <= '9'; });
    };
    if (told == "none")
        over = {{}, 0, over.by};
    else if (whole(told))
        over.log.clear(), over.lap = std::stoi(told);
    else if (!told.empty()) {
        const auto colon = told.rfind(':');
        const bool lap = colon != std::string::npos && whole(told.substr(colon + 1));
        over.log = fs::absolute(lap ? told.substr(0, colon) : told).lexically_normal().string();
        over.lap = lap ? std::stoi(told.substr(colon + 1)) : 0;
    }
    g = withLapOver(std::move(g), over);
    return Done{};
}

Status setKeptClear(Guide& g, const std::string& told) {
    if (told.empty()) return Done{};
    if (told == "none") {
        g.sources.film().keepClear.clear();
        return Done{};
    }
    const auto parts = split(told, ',');
    std::vector<double> v;
    for (std::size_t i = 0; i < std::min<std::size_t>(4, parts.size()); ++i)
        if (const auto n = parseNumber(parts[i], false)) v.push_back(*n);
    if (v.size() != 4 || parts.size() > 5)
        return Error{"usage.keep-clear", "\"" + told + "\" is no part of a picture", "--keep-clear",
                     "X,Y,WIDTH,HEIGHT in pixels of the film, and what it is: 20,30,200,80,display; or none"};
    const auto film = g.sources.film().id;
    g = withKeptClear(std::move(g), film, {v[0], v[1], v[2], v[3], parts.size() > 4 ? parts[4] : ""});
    return Done{};
}

Status setBeats(Guide& g, const std::vector<std::string>& told) {
    for (const auto& t : told) {
        const auto parts = split(t, '=');
        const auto id = parseNumber(parts[0], false);
        const BeatId beat{id ? static_cast<int>(*id) : 0};
        const auto picture = parts.size() == 2 ? pictureOf(parts[1]) : std::nullopt;
        const bool asPass = parts.size() == 2 && parts[1] == "pass";
        if (!beatWith(g, beat) || (!picture && !asPass))
            return Error{"usage.beat", "\"" + t + "\" is no beat with a picture", "--beat",
                         std::string("ID=PICTURE, the id of a beat and ") + kPictures + "; or ID=pass"};
        g = withBeatShown(std::move(g), beat, picture);
    }
    return Done{};
}

json showingJson(const Showing& s) { return {{"full", text(s.full)}, {"inset", text(s.inset)}}; }

json answerJson(const Guide& g) {
    const auto& s = g.showings;
    json zones = json::array(), beats = json::array();
    for (const auto& k : g.sources.film().keepClear)
        zones.push_back(
            {{"x_px", k.xPx}, {"y_px", k.yPx}, {"w_px", k.widthPx}, {"h_px", k.heightPx}, {"what", k.what}});
    for (const auto& c : g.corners)
        for (const auto& b : c.beats)
            if (b.shown) beats.push_back({{"id", b.id.value}, {"shown", text(*b.shown)}});
    const auto set = setOf(s.gauges);
    return {
        {"walk", showingJson(s.walk)},
        {"run", showingJson(s.run)},
        {"lap", showingJson(s.lap)},
        {"beats", beats},
        {"gauges", s.gauges},
        {"set", set.empty() ? json(nullptr) : json(set)},
        {"over", s.over.any() ? json{{"log", s.over.log}, {"lap", s.over.lap}, {"by", key(s.over.by)}} : json(nullptr)},
        {"keep_clear", zones}};
}

Answer showAnswer(const ShowArguments& a) {
    const auto guide = readGuide(a.guide);
    if (!guide) return guide.error();
    auto g = *guide;
    for (const auto& done :
         {setPass(g, SectionKind::WalkThrough, a.walk, "--walk"), setPass(g, SectionKind::Run, a.run, "--run"),
          setPass(g, SectionKind::Lap, a.lap, "--lap"), setGauges(g, a.gauges), setOver(g, a.over, a.by),
          setKeptClear(g, a.keepClear), setBeats(g, a.beats)})
        if (!done) return done.error();
    if (g == *guide) return answerJson(g);
    auto checked = validated(g);
    if (!checked) return checked.error();
    if (g.showings.over.any() && g.showings.over != guide->showings.over) {
        const auto session = bringUp(guideFile(a.guide).parent_path(), g);
        if (!session) return session.error();
        if (!session->overTrouble.empty())
            return Error{"show.no-lap", "the lap to lay over cannot be had: " + session->overTrouble, "--over",
                         "a complete lap of the guide's log, or a log of the same track"};
    }
    if (auto done = saveGuide(a.guide, g); !done) return done.error();
    return answerJson(g);
}

} // namespace

void addShow(CLI::App& app, Call& s) {
    auto a = std::make_shared<ShowArguments>();
    auto* verb = app.add_subcommand(
        "show", "What the finished picture shows: films and the plan view, full or small; gauges; a lap laid over");
    verb->add_option("guide", a->guide, "The guide's folder")->required();
    verb->add_option("--walk", a->walk, "In walk-throughs: FULL or FULL,INSET; film, \"film 4\", plan, nothing");
    verb->add_option("--run", a->run, "In runs at full speed, likewise");
    verb->add_option("--lap", a->lap, "In the whole lap, likewise");
    verb->add_option("--beat", a->beats, "While one beat is spoken: ID=PICTURE, or ID=pass for what its pass shows");
    verb->add_option("--gauges", a->gauges, "What is read in the corners: basic, usual, advanced, none, or a list");
    verb->add_option("--over", a->over, "A lap laid over in the plan view: its number, LOG, LOG:LAP or none");
    verb->add_option("--by", a->by, "How it is held against the guide's: time or distance");
    verb->add_option("--keep-clear", a->keepClear, "A part of the film to lay nothing over: X,Y,W,H[,WHAT] or none");
    verb->callback([&s, a] {
        s.work = [a] { return showAnswer(*a); };
        s.tell = [](const json& j, std::ostream& out) {
            for (const auto* pass : {"walk", "run", "lap"})
                out << pass << ": " << j[pass]["full"].get<std::string>() << ", small in it "
                    << j[pass]["inset"].get<std::string>() << "\n";
            out << "read in the corners:";
            for (const auto& g : j["gauges"]) out << " " << g.get<std::string>();
            out << "\n";
        };
    });
}

} // namespace hl
