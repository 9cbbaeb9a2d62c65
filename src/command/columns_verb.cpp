// SPDX-License-Identifier: GPL-3.0-or-later
// columns: what each column of a log is taken for, and why.
#include "command/columns.h"

#include "command/verbs.h"
#include "core/log/column_choices.h"
#include "core/units/numbers.h"
#include "jobs/film_log.h"
#include "media/metadata_track.h"
#include "store/log_file.h"

#include <iomanip>
#include <memory>

namespace hl {
namespace {

using json = nlohmann::ordered_json;

json columnJson(const ColumnGuess& c) {
    json evidence = json::array();
    for (const auto& e : c.evidence) evidence.push_back({{"with", e.with}, {"likeness", rounded(e.likeness, 4)}});
    const bool used = c.channel != Channel::Count;
    json j{{"name", c.header},
           {"channel", used ? json(key(c.channel)) : json(nullptr)},
           {"unit", used && c.unitGiven && !c.unit.empty() ? json(c.unit) : json(nullptr)},
           {"factor", used ? json(c.factor) : json(nullptr)},
           {"sure", c.sure},
           {"why", c.reason},
           {"evidence", evidence}};
    if (used && c.offset != 0) j["offset"] = c.offset; // in the SI unit, after the factor
    return j;
}

/// A film's own log has channels instead, and they are what its sensors do.
Answer filmAnswer(const std::string& file) {
    const auto log = readAnyLog(file, {}, [](double) { return true; });
    if (!log) return log.error();
    json list = json::array();
    for (std::size_t c = 0; c < kChannelCount; ++c)
        if (const auto channel = static_cast<Channel>(c); log->has(channel))
            list.push_back(columnJson(
                {std::string(name(channel)), "", channel, 1, 0, true, true, false, "of the film's own sensors", {}}));
    return json{
        {"rate_hz", rounded(log->rateHz, 3)}, {"rows", log->rows}, {"sides", key(log->sides.from)}, {"columns", list}};
}

Answer columnsAnswer(const std::string& file, const std::string& said) {
    const auto choices = choicesFor(file, said);
    if (!choices) return choices.error();
    if (looksLikeFilm(file)) return filmAnswer(file);
    const auto shape = readLogShape(file, *choices);
    if (!shape) return shape.error();
    const auto log = readLog(file, *choices);
    if (!log) return log.error();
    json list = json::array();
    for (const auto& c : shape->columns) list.push_back(columnJson(c));
    return json{
        {"rate_hz", rounded(log->rateHz, 3)}, {"rows", log->rows}, {"sides", key(log->sides.from)}, {"columns", list}};
}

void tellColumns(const json& j, std::ostream& out) {
    if (j["sides"] == key(Sides::Guessed)) out << kSidesGuessed << "\n";
    out << j["rows"].get<std::size_t>() << " rows, " << j["rate_hz"].get<double>() << " a second\n";
    for (const auto& c : j["columns"]) {
        const bool used = !c["channel"].is_null();
        const auto taken =
            used ? c["channel"].get<std::string>() + (c["unit"].is_null() ? "" : " in " + c["unit"].get<std::string>())
                 : std::string("not used");
        out << "  " << std::left << std::setw(24) << c["name"].get<std::string>() << std::setw(28)
            << taken + (used && !c["sure"].get<bool>() ? " (?)" : "") << c["why"].get<std::string>() << "\n";
    }
}

} // namespace

Result<std::vector<ColumnChoice>> choicesFor(const std::string& log, const std::string& said) {
    if (said.empty()) return std::vector<ColumnChoice>{};
    auto choices = parseChoices(said);
    if (!choices) return choices;
    if (log.empty() || looksLikeFilm(log))
        return Error{"usage.columns", "a film's own log has no columns to choose", "--columns",
                     "a log of its own, or no --columns"};
    const auto shape = readLogShape(log, *choices);
    if (!shape) return shape.error();
    if (const auto known = checkChoices(*choices, *shape); !known) return known.error();
    return choices;
}

void addColumns(CLI::App& app, Call& s) {
    auto* verb = app.add_subcommand("columns", "What the columns of a log are taken for, and why");
    struct Arguments {
        std::string log, columns;
    };
    auto a = std::make_shared<Arguments>();
    verb->add_option("log", a->log, "The log")->required();
    verb->add_option("--columns", a->columns, kColumnsHelp);
    verb->callback([&s, a] { s.work = [a] { return columnsAnswer(a->log, a->columns); }, s.tell = tellColumns; });
}

} // namespace hl
