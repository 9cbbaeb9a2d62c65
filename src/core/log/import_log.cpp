// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/log/line_stream.h"

#include <algorithm>

namespace hl {
namespace {

// Asked in this order; a new format is one line here.
const LogFormat* const kFormats[] = {&kGpxFormat, &kNmeaFormat, &kJsonLinesFormat, &kCsvFormat};

Result<const LogFormat*> formatOf(LineStream& text, const LogInput& in) {
    const auto head = text.head();
    if (head.find_first_not_of(" \t\r\n") == std::string_view::npos)
        return Error{"log.empty", "the log is empty", in.fileName, "a header row and samples"};
    if (head.substr(0, 8192).find('\0') != std::string_view::npos)
        return Error{"log.binary", "the log is a binary file", in.fileName, "text: CSV, GPX, NMEA or JSON lines"};
    for (const auto* f : kFormats)
        if (f->recognises(head)) return f;
    return &kCsvFormat;
}

} // namespace

std::span<const LogFormat* const> logFormats() { return kFormats; }

bool LogShape::sure() const {
    return std::all_of(columns.begin(), columns.end(),
                       [](const ColumnGuess& c) { return c.channel == Channel::Count || c.sure; });
}

Result<CarLog> importLog(LogInput in) {
    LineStream text(in.bytes);
    const auto format = formatOf(text, in);
    if (!format) return format.error();
    return (*format)->read(text, in);
}

Result<LogShape> shapeOf(LogInput in) {
    LineStream text(in.bytes);
    const auto format = formatOf(text, in);
    if (!format) return format.error();
    if (!(*format)->shape) return LogShape{std::string((*format)->name), {}, {}};
    return (*format)->shape(text, in);
}

Result<CarLog> importText(std::string_view text, std::string_view fileName) {
    LogInput in;
    in.bytes = sourceOf(text), in.fileName = fileName, in.sizeBytes = static_cast<double>(text.size());
    in.peek = [text](double share, std::size_t bytes) {
        return std::string(text.substr(static_cast<std::size_t>(share * static_cast<double>(text.size())), bytes));
    };
    return importLog(std::move(in));
}

} // namespace hl
