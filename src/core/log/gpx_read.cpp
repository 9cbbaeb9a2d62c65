// SPDX-License-Identifier: GPL-3.0-or-later
// GPX 1.0 and 1.1: track points with time, height and, where a logger adds them, speed and course.
#include "core/log/csv_cells.h"
#include "core/log/line_stream.h"
#include "core/log/repair.h"
#include "core/log/sample_sink.h"
#include "core/units/bounds.h"

#include <cstring>
#include <pugixml.hpp>

namespace hl {
namespace {

bool looksLikeGpx(std::string_view head) { return head.substr(0, 4096).find("<gpx") != std::string_view::npos; }

/// A name without its namespace: "gpxtpx:speed" is "speed".
std::string_view bare(const char* name) {
    const char* colon = std::strrchr(name, ':');
    return colon ? colon + 1 : name;
}

void takeChild(const pugi::xml_node& n, SampleSink::Row& row) {
    const auto name = bare(n.name());
    const auto number = parseNumber(trimmedCell(n.child_value()), false);
    if (name == "time") {
        if (const auto t = parseTime(trimmedCell(n.child_value()), false)) set(row, Channel::Time, *t);
    } else if (name == "ele" && number)
        set(row, Channel::Z, *number);
    else if (name == "speed" && number)
        set(row, Channel::Speed, *number);
    else if ((name == "course" || name == "bearing") && number)
        set(row, Channel::Heading, rad(90 - *number)); // clockwise from north
    else if (name == "hr" || name == "cad")
        return;
    else
        for (const auto& child : n.children())
            if (child.type() == pugi::node_element) takeChild(child, row); // <extensions> of any depth
}

/// 1-based lines of bytes in a text that are asked for one after the other: the text is gone through once.
class LineOf {
  public:
    explicit LineOf(const std::string& text) : text_(text) {}
    std::size_t operator()(std::ptrdiff_t offset) {
        const auto to = std::min(text_.size(), static_cast<std::size_t>(std::max<std::ptrdiff_t>(0, offset)));
        if (to < at_) at_ = 0, line_ = 1;
        line_ += static_cast<std::size_t>(std::count(text_.begin() + static_cast<std::ptrdiff_t>(at_),
                                                     text_.begin() + static_cast<std::ptrdiff_t>(to), '\n'));
        at_ = to;
        return line_;
    }

  private:
    const std::string& text_;
    std::size_t at_ = 0, line_ = 1;
};

Result<CarLog> readGpx(LineStream& stream, const LogInput& in) {
    const auto text = stream.rest();
    LineOf lineOf(text);
    if (text.size() > kBounds.textBytes)
        return Error{"log.bad-xml", "is larger than any such log", in.fileName, "GPX 1.1 of at most a gigabyte"};
    if (const auto deep = xmlTooDeepAt(text))
        return Error{"log.bad-xml", "nests tags deeper than " + std::to_string(kBounds.depth) + " levels",
                     in.fileName + ", line " + std::to_string(lineOf(static_cast<std::ptrdiff_t>(*deep))), "GPX 1.1"};
    pugi::xml_document doc;
    const auto parsed = doc.load_buffer(text.data(), text.size());
    std::vector<ImportNote> notes;
    if (!parsed) { // what stands before the damage is used, if there is any
        notes.push_back({lineOf(parsed.offset),
                         std::string("the XML is damaged here (") + parsed.description() + "); the rest is left out"});
    }
    const auto broken = [&] {
        return Error{"log.bad-xml", std::string("is not whole XML (") + parsed.description() + ")",
                     in.fileName + ", line " + std::to_string(lineOf(parsed.offset)), "GPX 1.1"};
    };
    SampleSink sink(
        {Channel::Time, Channel::Latitude, Channel::Longitude, Channel::Z, Channel::Speed, Channel::Heading});
    std::size_t point = 0, pieces = 0;
    for (const auto& track : doc.child("gpx").children("trk"))
        for (const auto& segment : track.children("trkseg")) {
            ++pieces;
            for (const auto& p : segment.children("trkpt")) {
                ++point;
                auto& row = sink.row();
                const double lat = p.attribute("lat").as_double(kNaN), lon = p.attribute("lon").as_double(kNaN);
                const auto line = lineOf(p.offset_debug());
                if (!(std::abs(lat) <= 90) || !(std::abs(lon) <= 180)) {
                    sink.bad(line, "track point " + std::to_string(point) + " has no usable lat and lon");
                    continue;
                }
                set(row, Channel::Latitude, lat), set(row, Channel::Longitude, lon);
                for (const auto& child : p.children())
                    if (child.type() == pugi::node_element) takeChild(child, row);
                sink.end(line);
            }
        }
    if (sink.rows() < 2 && !parsed) return broken();
    if (sink.rows() < 2)
        return Error{"log.no-rows", "the GPX has no usable track points", in.fileName,
                     "track points with lat, lon and time"};
    auto log = sink.finish();
    log.notes.insert(log.notes.begin(), notes.begin(), notes.end());
    if (pieces > 1) log.notes.push_back({0, std::to_string(pieces) + " track segments joined"});
    repair(log, {});
    return log;
}

} // namespace

const LogFormat kGpxFormat{"GPX", looksLikeGpx, readGpx, nullptr};

} // namespace hl
