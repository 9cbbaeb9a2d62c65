// SPDX-License-Identifier: GPL-3.0-or-later
// JSON lines: one object a sample; members of members are joined, {"gps":{"lat":1}} is "gps lat".
#include "core/log/csv_cells.h"
#include "core/log/line_stream.h"
#include "core/log/repair.h"
#include "core/log/sample_sink.h"
#include "core/units/bounds.h"

#include <map>
#include <nlohmann/json.hpp>
#include <set>

namespace hl {
namespace {

using nlohmann::json;
constexpr int kLinesForNames = 60;
constexpr std::size_t kPreviewRows = 400;

bool looksLikeJsonLines(std::string_view head) {
    const auto from = head.find_first_not_of(" \t\r\n");
    return from != std::string_view::npos && head[from] == '{' &&
           head.substr(from, 4096).find(':') != std::string_view::npos;
}

using Values = std::vector<std::pair<std::string, double>>;

double valueOf(const json& v) {
    if (v.is_number()) return v.get<double>();
    if (v.is_boolean()) return v.get<bool>() ? 1 : 0;
    if (v.is_string()) return parseTime(v.get_ref<const std::string&>(), false).value_or(kNaN);
    return kNaN;
}

/// A line as an object; what nests too deep for a sample is none.
json sampleOf(std::string_view line) {
    return jsonTooDeepAt(line) ? json(json::value_t::discarded) : json::parse(line, nullptr, false);
}

void flatten(const json& object, const std::string& prefix, Values& out) {
    for (const auto& [key, v] : object.items()) {
        const auto name = prefix.empty() ? key : prefix + " " + key;
        if (v.is_object())
            flatten(v, name, out);
        else
            out.emplace_back(name, valueOf(v));
    }
}

std::vector<ColumnGuess> columnsOf(std::string_view head, const LogInput& in) {
    std::vector<ColumnGuess> columns;
    std::set<std::string> names;
    LineReader reader(head);
    for (int i = 0; i < kLinesForNames; ++i) {
        const auto line = reader.next();
        if (!line) break;
        const auto object = sampleOf(*line);
        if (!object.is_object()) continue;
        Values values;
        flatten(object, "", values);
        for (const auto& [name, v] : values)
            if (columns.size() < kBounds.members && names.insert(name).second) columns.push_back(guessColumn(name));
    }
    applyChoices(columns, in.choices);
    keepOneEach(columns);
    return columns;
}

Result<CarLog> readJsonLines(LineStream& text, const LogInput& in) {
    const auto columns = columnsOf(text.head(), in);
    std::map<std::string, const ColumnGuess*> byName;
    std::vector<Channel> used;
    for (const auto& c : columns)
        if (c.channel != Channel::Count) byName[c.header] = &c, used.push_back(c.channel);
    if (used.empty())
        return Error{"log.no-header", "no known member names in the JSON lines", in.fileName,
                     "members such as time, speed, throttle, brake, gear"};
    if (std::find(used.begin(), used.end(), Channel::Time) == used.end())
        return Error{"log.no-time", "the samples have no time", in.fileName,
                     "a member named time, in s, ms or ISO 8601"};
    SampleSink sink(used);
    std::size_t lineNumber = 0;
    Values values;
    for (auto block = text.block(); !block.empty(); block = text.block()) {
        LineReader reader(block, lineNumber);
        while (const auto line = reader.next()) {
            if (line->find_first_not_of(" \t\r") == std::string_view::npos) continue;
            const auto object = sampleOf(*line);
            if (!object.is_object()) {
                sink.bad(reader.lineNumber(), "not a JSON object");
                continue;
            }
            values.clear();
            flatten(object, "", values);
            for (const auto& [name, v] : values)
                if (const auto it = byName.find(name); it != byName.end())
                    set(sink.row(), it->second->channel, v * it->second->factor);
            sink.end(reader.lineNumber());
        }
        lineNumber = reader.lineNumber();
        if (in.sizeBytes > 0 && !in.goOn(text.taken() / in.sizeBytes))
            return Error{"job.cancelled", "stopped before it was finished; nothing was changed"};
    }
    if (sink.rows() < 2)
        return Error{"log.no-rows", "the log has no usable samples", in.fileName,
                     "at least two JSON objects with a time, one a line"};
    auto log = sink.finish();
    repair(log, columns);
    return log;
}

Result<LogShape> shapeOfJsonLines(LineStream& text, const LogInput& in) {
    LogShape shape{"JSON lines", columnsOf(text.head(), in), {}};
    shape.preview.resize(shape.columns.size());
    LineReader reader(text.head());
    for (std::size_t rows = 0; rows < kPreviewRows; ++rows) {
        const auto line = reader.next();
        if (!line) break;
        const auto object = sampleOf(*line);
        Values values;
        if (object.is_object()) flatten(object, "", values);
        for (std::size_t i = 0; i < shape.columns.size(); ++i) {
            const auto v =
                std::find_if(values.begin(), values.end(), [&](auto& x) { return x.first == shape.columns[i].header; });
            shape.preview[i].push_back(v == values.end() ? static_cast<float>(kNaN) : static_cast<float>(v->second));
        }
    }
    return shape;
}

} // namespace

const LogFormat kJsonLinesFormat{"JSON lines", looksLikeJsonLines, readJsonLines, shapeOfJsonLines};

} // namespace hl
