// SPDX-License-Identifier: GPL-3.0-or-later
// laps, corners, sync: what a log and a film show.
#include "command/answers.h"
#include "command/columns.h"
#include "command/verbs.h"
#include "core/corner/corner.h"
#include "core/units/numbers.h"
#include "jobs/bring_in.h"
#include "jobs/comparison.h"
#include "jobs/film_log.h"
#include "jobs/sides.h"
#include "store/corner_list.h"
#include "store/facts_json.h"
#include "store/log_file.h"

#include <iomanip>
#include <map>
#include <memory>

namespace hl {
namespace {

using json = nlohmann::ordered_json;
namespace fs = std::filesystem;

struct LogArguments {
    std::string log, track, line, columns, lap = "best", video, method, list, writeList, writeTrack;
    std::vector<std::string> pairs;
};

constexpr const char* kLineHelp = "LAT,LON,HEADING of the timing line: degrees, the heading clockwise from north";

Result<PlacedLog> open(const LogArguments& a) {
    auto columns = choicesFor(a.log, a.columns);
    if (!columns) return columns.error();
    LogWish wish{a.log, std::nullopt, std::move(*columns), a.line};
    if (!a.track.empty()) wish.track = a.track;
    return placedLog(wish);
}

Result<Lap> chosenLap(const LapList& laps, const std::string& wish) {
    if (wish == "best") return fastest(laps);
    const bool digits = !wish.empty() && wish.size() < 7 && wish.find_first_not_of("0123456789") == std::string::npos;
    if (!digits) return Error{"usage.lap", "\"" + wish + "\" is not a lap", "--lap", "a number or best"};
    return numbered(laps, std::stoi(wish));
}

json notesOf(const CarLog& log) {
    json notes = json::array();
    for (const auto& n : log.notes) notes.push_back({{"line", n.line}, {"text", n.text}});
    return notes;
}

Answer lapsAnswer(const LogArguments& a) {
    const auto o = open(a);
    if (!o) return o.error();
    json list = json::array();
    for (const auto& lap : o->laps.laps)
        list.push_back({{"number", lap.number},
                        {"start_s", rounded(seconds(lap.start), 4)},
                        {"time_s", rounded(lap.time.count(), 4)},
                        {"complete", lap.complete}});
    return json{{"track_length_m", rounded(o->laps.trackLengthM, 2)},
                {"line", o->laps.line},
                {"laps", list},
                {"bad_rows", o->log.badRows},
                {"notes", notesOf(o->log)}};
}

json apexesOf(const Corner& c) {
    json apexes = json::array();
    for (const double m : c.apexesM) apexes.push_back(rounded(m, 2));
    return apexes;
}

Result<std::vector<Corner>> listed(const std::string& file, const LapTrace& trace) {
    const auto list = readCornerList(file);
    if (!list) return list.error();
    auto corners = listedOnLap(*list, trace);
    if (corners) return corners;
    auto e = corners.error();
    if (e.where.empty()) e.where = file;
    return e;
}

/// The corner list and the road, where they were asked for.
Status writeAsked(const LogArguments& a, const std::vector<Corner>& corners, const Track* track) {
    if (!a.writeTrack.empty() && !track)
        return Error{"track.none", "no road can be learned from this log", a.log, "positions over a whole lap"};
    if (!a.writeTrack.empty())
        if (auto done = writeTrack(a.writeTrack, *track); !done) return done;
    return a.writeList.empty() ? Status(Done{}) : writeCornerList(a.writeList, corners, track);
}

Answer cornersAnswer(const LogArguments& a) {
    const auto o = open(a);
    if (!o) return o.error();
    const auto lap = chosenLap(o->laps, a.lap);
    if (!lap) return lap.error();
    const auto onRoad = lapOnRoad(*o, *lap);
    if (!onRoad) return onRoad.error();
    const auto* trace = &onRoad->trace;
    const auto& laps = onRoad->goodLaps;
    const Track* track = o->trackOrNull();
    const auto corners = a.list.empty() ? findCorners(*trace, track, laps) : listed(a.list, *trace);
    if (!corners) return corners.error();
    if (auto done = writeAsked(a, *corners, track); !done) return done.error();
    const auto facts = measureAll(*trace, *corners, track);
    std::vector<std::vector<CornerFacts>> others; // of the good laps, this one among them
    for (const auto& t : laps) others.push_back(measureAll(t, *corners, track));
    json list = json::array(), notes = told(onRoad->aids);
    if (o->log.sides.from == Sides::Guessed) notes.push_back(std::string(kSidesGuessed));
    for (std::size_t i = 0; i < corners->size(); ++i) {
        const auto& c = (*corners)[i];
        const auto complex = complexLabel(*corners, c.id);
        std::vector<CornerFacts> here;
        for (const auto& measured : others) here.push_back(measured[i]);
        list.push_back({{"number", c.number},
                        {"name", c.name},
                        {"direction", name(c.side)},
                        {"direction_sure", o->log.sides.from != Sides::Guessed},
                        {"kind", c.kind},
                        {"complex", complex.empty() ? json(nullptr) : json(complex)},
                        {"complex_kind", c.complexKind.empty() ? json(nullptr) : json(c.complexKind)},
                        {"flat", c.flat},
                        {"start_m", rounded(c.startM, 2)},
                        {"turn_in_m", rounded(c.turnInM, 2)},
                        {"apex_m", rounded(c.apexM, 2)},
                        {"apexes_m", apexesOf(c)},
                        {"end_m", rounded(c.endM, 2)},
                        {"angle_deg", rounded(deg(c.angleRad), 1)},
                        {"min_radius_m", rounded(c.minRadiusM, 1)},
                        {"facts", factsToJson(facts[i])},
                        {"over_laps", spreadToJson(here)}});
    }
    return json{{"lap", lap->number},
                {"track_length_m", rounded(o->laps.trackLengthM, 2)},
                {"line", o->laps.line},
                {"road", a.track.empty() ? (o->track ? "learned" : "none") : "file"},
                {"sides", key(o->log.sides.from)},
                {"notes", notes},
                {"corners", list}};
}

Answer syncAnswer(const LogArguments& a, const Call& s) {
    const std::map<std::string, SyncBy> methods = {
        {"", SyncBy::Either}, {"sound", SyncBy::Sound}, {"motion", SyncBy::Motion}, {"both", SyncBy::Both}};
    const auto method = methods.find(a.method);
    if (method == methods.end())
        return Error{"usage.method", "the method \"" + a.method + "\" is not available", "--method",
                     "sound, motion or both, or two --pair"};
    const auto o = open(a);
    if (!o) return o.error();
    Result<ClockTie> tie = Error{};
    if (!a.pairs.empty()) {
        const auto lap = chosenLap(o->laps, a.lap);
        if (!lap) return lap.error();
        const auto trace = traceOf(o->log, o->laps, *lap, o->trackOrNull());
        if (!trace) return trace.error();
        std::vector<HandPair> pairs;
        for (const auto& text : a.pairs) {
            const auto p = parsePair(text);
            if (!p) return p.error();
            pairs.push_back({p->footage, timeAt(*trace, p->atM)});
        }
        tie = syncByHand(pairs);
    } else if (std::error_code ec; fs::equivalent(a.video, a.log, ec)) {
        const auto own = readFilmLog(a.video, s.progress());
        tie = own ? Result<ClockTie>(ownTie(own->delay)) : own.error();
    } else
        tie = lineUp(a.video, o->log, method->second, s.progress());
    if (!tie) return tie.error();
    const auto film = VideoReader::open(a.video, 1);
    if (film) tie = withLaps(*tie, o->laps, film->info().length);
    if (!tie) return tie.error();
    auto answer = syncJson(*tie);
    auto sides = o->log.sides;
    if (tie->sure())
        if (const auto told = sidesInFilm(a.video, o->log, *tie, s.progress()); told && told->from != Sides::Guessed)
            sides = *told;
    answer["sides"] = key(sides.from), answer["sides_turned"] = sides.turned;
    return answer;
}

void tellLaps(const json& j, std::ostream& out) {
    out << "Track " << j["track_length_m"].get<double>() << " m, line from " << j["line"].get<std::string>() << "\n";
    for (const auto& lap : j["laps"])
        out << "  lap " << std::setw(3) << lap["number"].get<int>() << "  " << std::fixed << std::setprecision(3)
            << std::setw(9) << lap["time_s"].get<double>() << " s"
            << (lap["complete"].get<bool>() ? "" : "  (not complete)") << "\n";
    for (const auto& n : j["notes"])
        out << "  note: " << (n["line"].get<int>() ? "line " + std::to_string(n["line"].get<int>()) + ": " : "")
            << n["text"].get<std::string>() << "\n";
}

void tellCorners(const json& j, std::ostream& out) {
    out << "Lap " << j["lap"].get<int>() << ", " << j["corners"].size() << " corners\n"
        << (j["sides"] == key(Sides::Guessed) ? std::string(kSidesGuessed) + "\n" : "") << std::fixed
        << std::setprecision(1);
    const auto value = [&](const json& v, const char* unit) {
        if (v.is_null())
            out << "  -";
        else
            out << "  " << v.get<double>() << unit;
    };
    for (const auto& c : j["corners"]) {
        const auto& f = c["facts"];
        out << std::setw(3) << c["number"].get<int>() << " " << c["name"].get<std::string>() << " ("
            << c["direction"].get<std::string>() << (c["direction_sure"].get<bool>() ? " " : "? ")
            << c["kind"].get<std::string>() << "): brake";
        value(f["brake_onset_m"], " m");
        value(f["brake_peak_pct"], " %");
        out << ", apex  " << c["apex_m"].get<double>() << " m, slowest";
        value(f["min_speed_kmh"], " km/h");
        out << ", power";
        value(f["throttle_pickup_m"], " m");
        out << "\n";
    }
}

} // namespace

void addLaps(CLI::App& app, Call& s) {
    auto* verb = app.add_subcommand("laps", "List the laps in a log");
    auto a = std::make_shared<LogArguments>();
    verb->add_option("log", a->log, "The log")->required();
    verb->add_option("--columns", a->columns, kColumnsHelp);
    verb->add_option("--track", a->track, "A track file (GeoJSON)");
    verb->add_option("--line", a->line, kLineHelp);
    verb->callback([&s, a] { s.work = [a] { return lapsAnswer(*a); }, s.tell = tellLaps; });
}

void addCorners(CLI::App& app, Call& s) {
    auto* verb = app.add_subcommand("corners", "Find and measure the corners of a lap");
    auto a = std::make_shared<LogArguments>();
    verb->add_option("log", a->log, "The log")->required();
    verb->add_option("--columns", a->columns, kColumnsHelp);
    verb->add_option("--lap", a->lap, "Lap number, or best");
    verb->add_option("--track", a->track, "A track file (GeoJSON); without one the road is learned from the laps");
    verb->add_option("--line", a->line, kLineHelp);
    verb->add_option("--list", a->list, "A corner list (CSV or GeoJSON) instead of finding the corners");
    verb->add_option("--write-list", a->writeList, "Writes the corners as a list (.csv or .geojson)");
    verb->add_option("--write-track", a->writeTrack, "Writes the road, learned or given, as a track file (.geojson)");
    verb->callback([&s, a] { s.work = [a] { return cornersAnswer(*a); }, s.tell = tellCorners; });
}

void addSync(CLI::App& app, Call& s) {
    auto* verb = app.add_subcommand("sync", "Tie a film's clock to a log's");
    auto a = std::make_shared<LogArguments>();
    verb->add_option("video", a->video, "The film")->required();
    verb->add_option("log", a->log, "The log")->required();
    verb->add_option("--columns", a->columns, kColumnsHelp);
    verb->add_option("--method", a->method,
                     "sound, motion or both; without it by sound, and by motion where that cannot tell");
    verb->add_option("--track", a->track, "A track file (GeoJSON)");
    verb->add_option("--lap", a->lap, "The lap that pairs speak of");
    verb->add_option("--pair", a->pairs, "FOOTAGE_SECONDS:LAP_METRES, twice or more, instead of the sound");
    verb->callback([&s, a] {
        s.work = [a, &s] { return syncAnswer(*a, s); };
        s.tell = [](const json& j, std::ostream& out) {
            if (!j["sure"].get<bool>()) out << "Not sure. ";
            out << "log time = " << j["offset_s"].get<double>() << " s + film time, drift "
                << j["drift_ppm"].get<double>() << " ppm, within " << j["uncertainty_ms"].get<double>() << " ms ("
                << j["method"].get<std::string>() << ")\n";
            for (const auto& p : j["candidates"])
                out << "  film time + " << p["offset_s"].get<double>() << " s, "
                    << (p["lap"].is_null() ? "no lap" : "lap " + std::to_string(p["lap"].get<int>())) << ": alike to "
                    << p["likeness"].get<double>() << "\n";
        };
    });
}

} // namespace hl
