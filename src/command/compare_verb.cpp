// SPDX-License-Identifier: GPL-3.0-or-later
// compare: where the time went between two laps.
#include "command/columns.h"
#include "command/verbs.h"
#include "core/compare/shift_worth.h"
#include "core/judge/advice_for.h"
#include "core/units/numbers.h"
#include "jobs/comparison.h"

#include <iomanip>
#include <memory>

namespace hl {
namespace {

using json = nlohmann::ordered_json;

struct CompareArguments {
    std::string reference, other, track, line, columns, lap = "best", otherLap = "best";
};

Result<Lap> chosen(const LapList& laps, const std::string& wish, const char* option) {
    const bool digits = !wish.empty() && wish.size() < 7 && wish.find_first_not_of("0123456789") == std::string::npos;
    if (wish != "best" && !digits)
        return Error{"usage.lap", "\"" + wish + "\" is not a lap", option, "a number or best"};
    return wish == "best" ? fastest(laps) : numbered(laps, std::stoi(wish));
}

/// On the axis of the reference, where the two differ.
LapOnRoad stretched(LapOnRoad lap, double lengthM) {
    const auto fit = [lengthM](LapTrace& t) {
        if (std::abs(t.lengthM - lengthM) >= 0.01) t = stretchedTo(std::move(t), lengthM);
    };
    fit(lap.trace);
    for (auto& t : lap.goodLaps) fit(t);
    return lap;
}

int numberOf(const LapComparison& c, CornerId id) {
    for (const auto& corner : c.corners)
        if (corner.id == id) return corner.number;
    return 0;
}

json causesOf(const LapComparison& c, CornerId corner) {
    json causes = json::array();
    for (const auto& f : c.faults)
        if (f.corner == corner)
            causes.push_back({{"kind", f.kind},
                              {"at_m", rounded(f.atM, 1)},
                              {"cost_s", rounded(f.costS, 3)},
                              {"evidence", f.evidence}});
    return causes;
}

/// How much farther the other line is through the corner: a shorter one that is slower is seen at once.
json drivenMore(const CornerFacts& reference, const CornerFacts& other) {
    if (!reference.drivenM || !other.drivenM) return nullptr;
    return rounded(other.drivenM->value - reference.drivenM->value, 2);
}

/// What to tell a pupil: at most three findings, each with what to do instead.
json coachingOf(const LapComparison& c) {
    constexpr std::size_t kMost = 3;
    json list = json::array();
    for (const auto& f : c.faults) { // by cost
        const auto say = adviceFor(f);
        if (list.size() >= kMost || !say) continue;
        list.push_back({{"corner", numberOf(c, f.corner)},
                        {"at_m", rounded(f.atM, 1)},
                        {"cost_s", rounded(f.costS, 3)},
                        {"evidence", f.evidence},
                        {"say", say->advised}});
    }
    return list;
}

json shiftsOf(const std::vector<LapTrace>& laps) {
    json list = json::array();
    for (const auto& w : shiftWorths(laps))
        list.push_back({{"from", w.from},
                        {"to", w.to},
                        {"usual_kmh", rounded(kmh(w.usualSpeed), 1)},
                        {"best_kmh", rounded(kmh(w.bestSpeed), 1)},
                        {"gain_s", rounded(w.gainS, 4)},
                        {"shifts", w.shifts}});
    return list;
}

json answerOf(const LapComparison& c, const LapTrace& reference, const LapTrace& other,
              const std::vector<LapTrace>& othersLaps, const std::string& line) {
    json corners = json::array();
    for (std::size_t i = 0; i < c.parts.size(); ++i) {
        const auto& d = c.delta.corners[i];
        json worth = nullptr;
        if (const auto& w = c.worth[i])
            worth = {{"per_kmh_s", rounded(w->perKmhS, 4)},
                     {"over_m", rounded(w->overM, 1)},
                     {"brake_later_s_per_m", rounded(w->perMetreS, 4)}};
        corners.push_back({{"number", c.corners[i].number},
                           {"name", c.corners[i].name},
                           {"entry_s", rounded(d.entryS, 5)},
                           {"middle_s", rounded(d.middleS, 5)},
                           {"exit_s", rounded(d.exitS, 5)},
                           {"straight_s", rounded(d.straightS, 5)},
                           {"lost_s", rounded(d.sum(), 5)},
                           {"driven_more_m", drivenMore(c.referenceFacts[i], c.otherFacts[i])},
                           {"exit_worth", worth},
                           {"causes", causesOf(c, c.parts[i].corner)}});
    }
    json first = json::array();
    for (const auto id : c.first) first.push_back(numberOf(c, id));
    json delta = json::array();
    for (std::size_t i = 0; i < c.delta.s.size(); i += 4)
        delta.push_back({rounded(c.delta.s[i], 1), rounded(c.delta.behindS[i], 4)});
    return {{"total_s", rounded(c.delta.totalS, 5)},
            {"reference", {{"lap", reference.lap.number}, {"time_s", rounded(reference.lap.time.count(), 4)}}},
            {"other", {{"lap", other.lap.number}, {"time_s", rounded(other.lap.time.count(), 4)}}},
            {"line", line},
            {"corners", corners},
            {"first_to_work_on", first},
            {"coaching", coachingOf(c)},
            {"shift_worth", shiftsOf(othersLaps)},
            {"ideal_lap_s", c.ideal.from.empty() ? json(nullptr) : json(rounded(c.ideal.timeS, 4))},
            {"delta_m_s", delta}};
}

Answer compareAnswer(const CompareArguments& a) {
    const auto columns = choicesFor(a.reference, a.columns);
    if (!columns) return columns.error();
    LogWish wish{a.reference, std::nullopt, *columns, a.line};
    if (!a.track.empty()) wish.track = a.track;
    const auto reference = placedLog(wish);
    if (!reference) return reference.error();
    const auto other = placedOn(a.other, *reference, *columns);
    if (!other) return other.error();
    const auto lap = chosen(reference->laps, a.lap, "--lap");
    if (!lap) return lap.error();
    const auto first = lapOnRoad(*reference, *lap);
    if (!first) return first.error();
    const auto otherLap = chosen(other->laps, a.otherLap, "--other-lap");
    if (!otherLap) return otherLap.error();
    constexpr std::size_t kMostLaps = 60; // for the ideal lap
    auto second = lapOnRoad(*other, *otherLap, kMostLaps);
    if (!second) return second.error();
    second = stretched(std::move(*second), first->trace.lengthM);
    const auto c = compared(first->trace, first->goodLaps, second->trace, second->goodLaps, reference->trackOrNull());
    if (!c) return c.error();
    return answerOf(*c, first->trace, second->trace, second->goodLaps, reference->laps.line);
}

void tellComparison(const json& j, std::ostream& out) {
    const double total = j["total_s"].get<double>();
    out << std::fixed << std::setprecision(3) << "The other lap is " << std::abs(total) << " s "
        << (total >= 0 ? "slower" : "faster") << "\n";
    out << "      entry   middle     exit straight\n";
    for (const auto& c : j["corners"]) {
        out << std::setw(3) << c["number"].get<int>() << std::showpos;
        for (const char* part : {"entry_s", "middle_s", "exit_s", "straight_s"})
            out << std::setw(9) << c[part].get<double>();
        out << std::noshowpos << "  " << c["name"].get<std::string>() << "\n";
        for (const auto& f : c["causes"])
            out << "        " << f["kind"].get<std::string>() << ": " << f["evidence"].get<std::string>() << "\n";
    }
    out << "Work first on:";
    for (const auto& n : j["first_to_work_on"]) out << " " << n.get<int>();
    out << "\n";
}

} // namespace

void addCompare(CLI::App& app, Call& s) {
    auto* verb = app.add_subcommand("compare", "Where the time went between two laps");
    auto a = std::make_shared<CompareArguments>();
    verb->add_option("reference", a->reference, "The log of the lap to compare with")->required();
    verb->add_option("other", a->other, "The log of the other lap; it may be the same")->required();
    verb->add_option("--lap", a->lap, "Lap of the reference: a number, or best");
    verb->add_option("--columns", a->columns, kColumnsHelp);
    verb->add_option("--other-lap", a->otherLap, "Lap of the other: a number, or best");
    verb->add_option("--track", a->track,
                     "A track file (GeoJSON); without one the road is learned from the reference's laps");
    verb->add_option("--line", a->line, "LAT,LON,HEADING of the timing line, where no track tells it");
    verb->callback([&s, a] { s.work = [a] { return compareAnswer(*a); }, s.tell = tellComparison; });
}

} // namespace hl
