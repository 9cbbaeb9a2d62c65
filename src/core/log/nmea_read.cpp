// SPDX-License-Identifier: GPL-3.0-or-later
// NMEA 0183: RMC, GGA and VTG of any talker. Sentences of one moment make one sample.
#include "core/log/csv_cells.h"
#include "core/log/line_stream.h"
#include "core/log/repair.h"
#include "core/log/sample_sink.h"

#include <chrono>

namespace hl {
namespace {

constexpr double kKnot = 0.514444; // m/s

bool looksLikeNmea(std::string_view head) {
    LineReader reader(head.substr(0, 16 * 1024));
    int sentences = 0, lines = 0;
    while (const auto line = reader.next()) {
        if (line->empty()) continue;
        ++lines;
        sentences += line->size() > 9 && (*line)[0] == '$' && (*line)[6] == ',';
    }
    return sentences > 2 && 2 * sentences > lines;
}

/// Whether the two hex digits after '*' are the exclusive or of everything between '$' and '*'. A sentence without them
/// is taken on trust.
bool checksumHolds(std::string_view line) {
    const auto star = line.find('*');
    if (star == std::string_view::npos) return true;
    if (line.size() < star + 3) return false;
    unsigned sum = 0;
    for (std::size_t i = 1; i < star; ++i) sum ^= static_cast<unsigned char>(line[i]);
    const auto hex = [](char c) {
        return c >= '0' && c <= '9'
                   ? c - '0'
                   : (c >= 'A' && c <= 'F' ? c - 'A' + 10 : (c >= 'a' && c <= 'f' ? c - 'a' + 10 : 99));
    };
    return static_cast<int>(sum) == hex(line[star + 1]) * 16 + hex(line[star + 2]);
}

/// "5301.2345","N": degrees and minutes run together.
double degreesOf(std::string_view cell, std::string_view side) {
    const auto v = parseNumber(cell, false);
    if (!v) return kNaN;
    const double whole = std::floor(*v / 100);
    return (whole + (*v - 100 * whole) / 60) * (side == "S" || side == "W" ? -1 : 1);
}

/// "134512.20": seconds of the day.
double secondsOfDay(std::string_view cell) {
    const auto v = parseNumber(cell, false);
    if (!v || cell.size() < 6) return kNaN;
    const double hours = std::floor(*v / 10000), minutes = std::floor((*v - 10000 * hours) / 100);
    return hours * 3600 + minutes * 60 + (*v - 10000 * hours - 100 * minutes);
}

/// "241126": seconds since 1970 of that day's start.
double dayOf(std::string_view cell) {
    const auto v = parseNumber(cell, false);
    if (!v || cell.size() != 6) return kNaN;
    const int n = static_cast<int>(*v);
    const std::chrono::year_month_day date{std::chrono::year(2000 + n % 100),
                                           std::chrono::month(static_cast<unsigned>(n / 100 % 100)),
                                           std::chrono::day(static_cast<unsigned>(n / 10000))};
    return date.ok() ? static_cast<double>(std::chrono::sys_days(date).time_since_epoch().count()) * 86400 : kNaN;
}

class Sentences {
  public:
    explicit Sentences(SampleSink& sink) : sink_(sink) {}

    void take(std::string_view line, std::size_t number) {
        line = line.substr(line.find('$') == std::string_view::npos ? line.size() : line.find('$'));
        if (line.size() < 8) return;
        if (!checksumHolds(line)) return sink_.bad(number, "the sentence's checksum does not hold");
        splitCells(line.substr(0, line.find('*')), ',', cells_);
        const auto kind = cells_[0].size() >= 6 ? cells_[0].substr(3, 3) : std::string_view{};
        if (kind == "RMC" && cells_.size() > 9)
            takeRmc(number);
        else if (kind == "GGA" && cells_.size() > 9)
            takeGga(number);
        else if (kind == "VTG" && cells_.size() > 7)
            takeVtg();
    }
    void flush() {
        if (std::isnan(moment_)) return;
        sink_.row() = pending_;
        sink_.end(line_);
        moment_ = kNaN;
    }

  private:
    void begin(double t, std::size_t number) {
        if (t == moment_ || std::isnan(t)) return;
        flush();
        if (t < last_ - 43200) days_ += 86400; // past midnight
        last_ = t;
        pending_.fill(kNaN);
        set(pending_, Channel::Time, (std::isnan(day_) ? days_ : day_) + t);
        moment_ = t, line_ = number;
    }
    void takeRmc(std::size_t number) {
        if (cells_[2] != "A") return; // no fix
        if (const double day = dayOf(cells_[9]); !std::isnan(day)) day_ = day;
        begin(secondsOfDay(cells_[1]), number);
        set(pending_, Channel::Latitude, degreesOf(cells_[3], cells_[4]));
        set(pending_, Channel::Longitude, degreesOf(cells_[5], cells_[6]));
        if (const auto v = parseNumber(cells_[7], false)) set(pending_, Channel::Speed, *v * kKnot);
        if (const auto c = parseNumber(cells_[8], false)) set(pending_, Channel::Heading, rad(90 - *c));
    }
    void takeGga(std::size_t number) {
        if (cells_[6].empty() || cells_[6] == "0") return;
        begin(secondsOfDay(cells_[1]), number);
        set(pending_, Channel::Latitude, degreesOf(cells_[2], cells_[3]));
        set(pending_, Channel::Longitude, degreesOf(cells_[4], cells_[5]));
        if (const auto z = parseNumber(cells_[9], false)) set(pending_, Channel::Z, *z);
    }
    void takeVtg() {
        if (const auto v = parseNumber(cells_[7], false)) set(pending_, Channel::Speed, *v / 3.6);
        if (const auto c = parseNumber(cells_[1], false)) set(pending_, Channel::Heading, rad(90 - *c));
    }

    SampleSink& sink_;
    SampleSink::Row pending_{};
    std::vector<std::string_view> cells_;
    double moment_ = kNaN, last_ = -1, days_ = 0, day_ = kNaN;
    std::size_t line_ = 0;
};

Result<CarLog> readNmea(LineStream& text, const LogInput& in) {
    SampleSink sink(
        {Channel::Time, Channel::Latitude, Channel::Longitude, Channel::Z, Channel::Speed, Channel::Heading});
    Sentences sentences(sink);
    std::size_t line = 0;
    for (auto block = text.block(); !block.empty(); block = text.block()) {
        LineReader reader(block, line);
        while (const auto l = reader.next()) sentences.take(*l, reader.lineNumber());
        line = reader.lineNumber();
        if (in.sizeBytes > 0 && !in.goOn(text.taken() / in.sizeBytes))
            return Error{"job.cancelled", "stopped before it was finished; nothing was changed"};
    }
    sentences.flush();
    if (sink.rows() < 2)
        return Error{"log.no-rows", "the NMEA log has no usable fixes", in.fileName,
                     "RMC or GGA sentences with a valid fix"};
    auto log = sink.finish();
    repair(log, {});
    return log;
}

} // namespace

const LogFormat kNmeaFormat{"NMEA", looksLikeNmea, readNmea, nullptr};

} // namespace hl
