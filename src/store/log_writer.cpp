// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/log_writer.h"

#include "core/track/plane.h"
#include "core/units/numbers.h"
#include "store/files.h"

#include <charconv>

namespace hl {
namespace {

struct Column {
    Channel channel;
    const std::vector<double>* values;
    int decimals;
};

bool onTheGlobe(const CarLog& log) { return log.origin && log.hasPosition(); }

/// The smoothed path, back on the globe.
void globePath(const CarLog& log, std::vector<double>& lat, std::vector<double>& lon) {
    for (std::size_t i = 0; i < log.size(); ++i) {
        const auto p = onGlobe(*log.origin, {log[Channel::X][i], log[Channel::Y][i]});
        lat.push_back(p.latitude), lon.push_back(p.longitude);
    }
}

bool isWritten(Channel c, const CarLog& log) {
    const bool plane = c == Channel::X || c == Channel::Y, globe = c == Channel::Latitude || c == Channel::Longitude;
    return onTheGlobe(log) ? globe || (log.has(c) && !plane) : log.has(c) && !globe;
}

int decimalsOf(Channel c) { return c == Channel::Latitude || c == Channel::Longitude ? 9 : c == Channel::Gear ? 0 : 4; }

void append(std::string& out, double v, int decimals) {
    if (!std::isfinite(v)) return;
    char text[64];
    const auto end = std::to_chars(text, text + sizeof text, v, std::chars_format::fixed, decimals).ptr;
    out.append(text, end);
}

} // namespace

std::vector<ColumnChoice> columnsAsWritten(const CarLog& log) {
    std::vector<ColumnChoice> out;
    for (std::size_t c = 0; c < kChannelCount; ++c) {
        const auto channel = static_cast<Channel>(c);
        if (!isWritten(channel, log)) continue;
        const auto units = unitsOf(channel);
        out.push_back({std::string(key(channel)), channel, units.empty() ? "" : std::string(units.front())});
    }
    return out;
}

Status writeLog(const std::filesystem::path& path, const CarLog& log) {
    std::vector<double> lat, lon;
    if (onTheGlobe(log)) globePath(log, lat, lon);
    std::vector<Column> columns;
    std::string out;
    for (const auto& choice : columnsAsWritten(log)) {
        const auto c = choice.channel;
        const auto* values = c == Channel::Latitude && !lat.empty()    ? &lat
                             : c == Channel::Longitude && !lon.empty() ? &lon
                                                                       : &log[c];
        columns.push_back({c, values, decimalsOf(c)});
        out += (out.empty() ? "" : ",") + choice.header;
    }
    out += '\n';
    out.reserve(log.size() * columns.size() * 9);
    for (std::size_t i = 0; i < log.size(); ++i) {
        for (std::size_t k = 0; k < columns.size(); ++k) {
            if (k > 0) out += ',';
            append(out, (*columns[k].values)[i], columns[k].decimals);
        }
        out += '\n';
    }
    return writeFile(path, out);
}

} // namespace hl
