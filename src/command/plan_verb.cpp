// SPDX-License-Identifier: GPL-3.0-or-later
// plan: the cut of a guide, by its own format or another.
#include "command/open_guide.h"
#include "command/verbs.h"
#include "core/cut/budget.h"
#include "core/cut/empty_sections.h"
#include "core/cut/would_help.h"
#include "core/guide/format.h"
#include "core/units/numbers.h"
#include "store/format_file.h"

#include <memory>
#include <sstream>

namespace hl {
namespace {

using json = nlohmann::ordered_json;

struct PlanArguments {
    std::string guide;
    MadeAs as;
    double budget = 0;
};

json shotJson(const Shot& x) {
    return {{"kind", name(x.kind)},
            {"start_s", rounded(seconds(x.start), 4)},
            {"end_s", rounded(seconds(x.end), 4)},
            {"footage_start_s", rounded(seconds(x.from), 4)},
            {"footage_end_s", rounded(seconds(x.to), 4)},
            {"rate", x.rate},
            {"why", x.why}};
}

/// Of a speech with the pause that is kept after it.
json plannedJson(const Spoken& w) {
    json j = {{"id", w.beat().value}, {"window_from_film_s", nullptr}, {"window_to_film_s", nullptr}};
    if (w.window) {
        j["window_from_film_s"] = rounded(seconds(w.window->from), 4);
        j["window_to_film_s"] = rounded(seconds(w.window->to), 4);
    }
    const double length = (w.end - w.start).count() + w.pauseS;
    j["words_s"] = rounded(length, 4), j["start_s"] = rounded(seconds(w.start), 4);
    j["end_s"] = rounded(seconds(w.start) + length, 4);
    return j;
}

json sectionJson(const Guide& g, const Section& section) {
    json shots = json::array(), words = json::array(), beats = json::array(), also = json::array();
    for (const auto& x : section.shots) shots.push_back(shotJson(x));
    for (const auto& w : section.spoken) {
        words.push_back({{"beat", w.beat().value},
                         {"start_s", rounded(seconds(w.start), 4)},
                         {"end_s", rounded(seconds(w.end), 4)},
                         {"text", w.text()}});
        beats.push_back(plannedJson(w));
    }
    for (const auto id : section.also) also.push_back(numberOf(g, id));
    return {{"kind", name(section.kind)},
            {"corner", numberOf(g, section.corner)},
            {"also_corners", also},
            {"lap", section.lap > 0 ? json(section.lap) : json(nullptr)},
            {"start_s", rounded(seconds(section.start), 4)},
            {"end_s", rounded(seconds(section.end), 4)},
            {"shots", shots},
            {"words", words},
            {"beats", beats}};
}

/// The key of the format that it is cut by; null for one of its own.
json formatJson(const Guide& g) {
    if (!g.cutWish.format.empty()) return g.cutWish.format;
    for (const auto& f : allFormats().formats)
        if (followsFormat(g, f)) return f.key;
    return nullptr;
}

/// Words that have no room where their place is in sight.
json overJson(const NoRoom& n, const Guide& g) {
    return {{"beat", n.beat.value},
            {"corner", numberOf(g, n.corner)},
            {"section", name(n.section)},
            {"words_too_many", n.wordsTooMany},
            {"too_long_s", rounded(n.tooLongS, 3)},
            {"left_out", n.leftOut},
            {"of", "window"},
            {"would_help", wouldHelp(n, g)}};
}

/// Words that would have to go for the guide to be short enough.
json overBudgetJson(const LeftOut& l, const Guide& g) {
    const auto* b = beatWith(g, l.beat);
    std::istringstream text(b ? b->words : std::string());
    int words = 0;
    for (std::string w; text >> w;) ++words;
    return {{"beat", l.beat.value},    {"corner", numberOf(g, l.corner)},         {"section", name(l.section)},
            {"words_too_many", words}, {"too_long_s", rounded(l.savesS, 3)},      {"left_out", false},
            {"of", "budget"},          {"would_help", "leave them out: " + l.why}};
}

Answer planAnswer(const PlanArguments& a) {
    const auto d = openedGuide(a.guide, a.as);
    if (!d) return d.error();
    json sections = json::array(), over = json::array(), leave = json::array();
    for (const auto& section : d->cut.sections) sections.push_back(sectionJson(d->guide, section));
    for (const auto& n : d->cut.noRoom) over.push_back(overJson(n, d->guide));
    const double budget = a.budget > 0 ? a.budget : d->guide.cutWish.budgetS;
    if (budget > 0)
        for (const auto& l : leftOutFirst(d->guide, budget, plannerOf(d->guide, d->session, d->speeches))) {
            leave.push_back({{"beat", l.beat ? json(l.beat.value) : json(nullptr)},
                             {"section", name(l.section)},
                             {"corner", numberOf(d->guide, l.corner)},
                             {"saves_s", rounded(l.savesS, 3)},
                             {"why", l.why}});
            if (l.beat) over.push_back(overBudgetJson(l, d->guide));
        }
    json out = {{"format", formatJson(d->guide)},
                {"length_s", rounded(d->cut.lengthS, 4)},
                {"bound_s", rounded(d->cut.boundS, 4)},
                {"optimal", d->cut.optimal()},
                {"over_budget", over}};
    if (budget > 0) {
        out["budget_s"] = budget, out["too_long_s"] = rounded(std::max(0.0, d->cut.lengthS - budget), 3);
        out["leave_out"] = leave;
    }
    json empty = json::array();
    for (const auto kind : emptySections(d->guide, d->cut))
        empty.push_back({{"section", name(kind)}, {"would_help", "write it, draft it or drop it"}});
    out["empty"] = empty;
    out["sections"] = sections;
    return out;
}

} // namespace

void addPlan(CLI::App& app, Call& s) {
    auto a = std::make_shared<PlanArguments>();
    auto* verb = app.add_subcommand("plan", "Plan the cut");
    verb->add_option("guide", a->guide, "The guide's folder")->required();
    verb->add_option("--format", a->as.format,
                     "In this format instead of the guide's own (see formats), or a file of one");
    a->as.options(*verb);
    verb->add_option("--budget", a->budget, "Seconds that it is to be shorter than: what to leave out first");
    verb->callback([&s, a] {
        s.work = [a] { return planAnswer(*a); };
        s.tell = [](const json& j, std::ostream& out) {
            out << "guide " << j["length_s"].get<double>() << " s, shortest possible " << j["bound_s"].get<double>()
                << " s, " << j["sections"].size() << " sections\n";
            for (const auto& o : j["over_budget"])
                if (o["of"] == "window")
                    out << "no room for " << o["words_too_many"].get<int>() << " words of beat " << o["beat"].get<int>()
                        << " (" << o["section"].get<std::string>() << "): " << o["would_help"].get<std::string>()
                        << "\n";
            if (!j.contains("leave_out")) return;
            out << j["too_long_s"].get<double>() << " s too long\n";
            for (const auto& l : j["leave_out"])
                out << "leave out "
                    << (l["beat"].is_null() ? l["section"].get<std::string>()
                                            : "beat " + std::to_string(l["beat"].get<int>()))
                    << ": saves " << l["saves_s"].get<double>() << " s, " << l["why"].get<std::string>() << "\n";
        };
    });
}

} // namespace hl
