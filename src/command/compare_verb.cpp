// SPDX-License-Identifier: GPL-3.0-or-later
// compare: where the time went between two laps.
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
    std::string reference, other, track, line, lap = "best", otherLap = "best";
};

Result<LapTrace> traced(const PlacedLog& log, const std::string& wish, const char* option, double lengthM) {
    const bool digits = !wish.empty() && wish.size() < 7 && wish.find_first_not_of("0123456789") == std::string::npos;
    if (wish != "best" && !digits)
        return Error{"usage.lap", "\"" + wish + "\" is not a lap", option, "a number or best"};
    const auto lap = wish == "best" ? fastest(log.laps) : numbered(log.laps, std::stoi(wish));
    if (!lap) return lap.error();
    auto trace = traceOf(log.log, log.laps, *lap, log.trackOrNull());
    if (!trace || lengthM <= 0 || std::abs(trace->lengthM - lengthM) < 0.01) return trace;
    return stretchedTo(std::move(*trace), lengthM);
}

json causesOf(const LapComparison& c, int corner) {
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
        list.push_back({{"corner", f.corner},
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
        corners.push_back({{"number", c.parts[i].number},
                           {"name", c.corners[i].name},
                           {"entry_s", rounded(d.entryS, 5)},
                           {"middle_s", rounded(d.middleS, 5)},
                           {"exit_s", rounded(d.exitS, 5)},
                           {"straight_s", rounded(d.straightS, 5)},
                           {"lost_s", rounded(d.sum(), 5)},
                           {"driven_more_m", drivenMore(c.referenceFacts[i], c.otherFacts[i])},
                           {"exit_worth", worth},
                           {"causes", causesOf(c, c.parts[i].number)}});
    }
    json delta = json::array();
    for (std::size_t i = 0; i < c.delta.s.size(); i += 4)
        delta.push_back({rounded(c.delta.s[i], 1), rounded(c.delta.behindS[i], 4)});
    return {{"total_s", rounded(c.delta.totalS, 5)},
            {"reference", {{"lap", reference.lap.number}, {"time_s", rounded(reference.lap.time.count(), 4)}}},
            {"other", {{"lap", other.lap.number}, {"time_s", rounded(other.lap.time.count(), 4)}}},
            {"line", line},
            {"corners", corners},
            {"first_to_work_on", c.first},
            {"coaching", coachingOf(c)},
            {"shift_worth", shiftsOf(othersLaps)},
            {"ideal_lap_s", c.ideal.from.empty() ? json(nullptr) : json(rounded(c.ideal.timeS, 4))},
            {"delta_m_s", delta}};
}

Answer compareAnswer(const CompareArguments& a) {
    const auto reference = placedLog(
        a.reference, a.track.empty() ? std::nullopt : std::optional<std::filesystem::path>(a.track), {},
        [](double) { return true; }, a.line);
    if (!reference) return reference.error();
    const auto other = placedOn(a.other, *reference);
    if (!other) return other.error();
    const auto first = traced(*reference, a.lap, "--lap", 0);
    if (!first) return first.error();
    const auto second = traced(*other, a.otherLap, "--other-lap", first->lengthM);
    if (!second) return second.error();
    const Track* road = reference->trackOrNull();
    const auto othersLaps = goodLaps(other->log, other->laps, other->trackOrNull(), first->lengthM);
    const auto c = compared(*first, goodLaps(reference->log, reference->laps, road, first->lengthM, 20), *second,
                            othersLaps, road);
    if (!c) return c.error();
    return answerOf(*c, *first, *second, othersLaps, reference->laps.line);
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

void addCompare(CLI::App& app, Session& s) {
    auto* verb = app.add_subcommand("compare", "Where the time went between two laps");
    auto a = std::make_shared<CompareArguments>();
    verb->add_option("reference", a->reference, "The log of the lap to compare with")->required();
    verb->add_option("other", a->other, "The log of the other lap; it may be the same")->required();
    verb->add_option("--lap", a->lap, "Lap of the reference: a number, or best");
    verb->add_option("--other-lap", a->otherLap, "Lap of the other: a number, or best");
    verb->add_option("--track", a->track,
                     "A track file (GeoJSON); without one the road is learned from the reference's laps");
    verb->add_option("--line", a->line, "LAT,LON,HEADING of the timing line, where no track tells it");
    verb->callback([&s, a] { s.work = [a] { return compareAnswer(*a); }, s.tell = tellComparison; });
}

} // namespace hl
