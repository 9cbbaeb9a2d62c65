// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/film_log/sensor_streams.h"

#include "core/film_log/gpmf.h"
#include "core/film_log/stream_clock.h"
#include "core/units/numbers.h"

#include <algorithm>
#include <cctype>
#include <map>

namespace hl {
namespace {

/// What the items before the samples say of them.
struct Told {
    std::string name, types, orderIn, orderOut;
    std::vector<double> scale, matrix;
    double stampS = kNaN, total = kNaN, fix = kNaN, dilution = kNaN;
};

bool isReceiver(std::string_view key) { return key == "GPS5" || key == "GPS9"; }

/// The matrix that turns stored channels into the order and signs of the device, row by row; empty when the stream
/// asks for none.
std::vector<double> turning(const Told& told, std::size_t width) {
    if (told.matrix.size() == width * width && width > 1) return told.matrix;
    if (told.orderIn.size() != width || told.orderOut.size() != width) return {};
    std::vector<double> m(width * width, 0.0);
    const auto upper = [](char c) { return std::toupper(static_cast<unsigned char>(c)); };
    for (std::size_t to = 0; to < width; ++to)
        for (std::size_t from = 0; from < width; ++from)
            if (upper(told.orderOut[to]) == upper(told.orderIn[from]))
                m[to * width + from] = told.orderOut[to] == told.orderIn[from] ? 1 : -1;
    return m;
}

void scaled(gpmf::Table& table, const Told& told) {
    if (told.scale.empty()) return;
    const bool each = told.scale.size() >= table.width;
    for (std::size_t i = 0; i < table.values.size(); ++i)
        if (const double by = told.scale[each ? i % table.width : 0]; by != 0) table.values[i] /= by;
}

void turned(gpmf::Table& table, const std::vector<double>& m) {
    if (m.empty()) return;
    const auto w = table.width;
    std::vector<double> out(w);
    for (std::size_t r = 0; r < table.rows(); ++r) {
        for (std::size_t to = 0; to < w; ++to) {
            out[to] = 0;
            for (std::size_t from = 0; from < w; ++from) out[to] += m[to * w + from] * table.values[r * w + from];
        }
        std::copy(out.begin(), out.end(), table.values.begin() + static_cast<std::ptrdiff_t>(r * w));
    }
}

double first(const gpmf::Item& item) {
    const auto table = gpmf::numbers(item);
    return table.values.empty() ? kNaN : table.values.front();
}

bool isSamples(const gpmf::Item& item) {
    static const char* const kAbout[] = {"STMP", "TSMP", "STNM", "SIUN", "UNIT", "SCAL", "TYPE", "TMPC", "ORIN",
                                         "ORIO", "MTRX", "GPSF", "GPSU", "GPSP", "GPSA", "DVID", "DVNM", "TICK",
                                         "TOCK", "TIMO", "EMPT", "RMRK", "VERS", "FMWR", "VFOV", "MINF", "CASN"};
    return !item.nested() && item.count > 0 &&
           std::none_of(std::begin(kAbout), std::end(kAbout), [&](const char* k) { return item.key == k; });
}

/// A stream while its payloads are read.
struct Growing {
    SensorStream stream;
    std::vector<StreamPart> parts;
};

/// Devices and streams are met by what they are called, and streams of one key in one device by their order.
using Key = std::tuple<std::uint32_t, std::string, int>;

class Reader {
  public:
    void payload(const MetadataPayload& p) {
        now_ = &p;
        seen_.clear();
        device_ = 0, deviceName_.clear();
        if (!level({p.bytes.data(), p.bytes.size()}, false)) ++out_.damaged;
    }
    SensorStreams finish() {
        std::map<std::uint32_t, std::vector<std::pair<std::vector<StreamPart>, SensorStream*>>> devices;
        for (auto& [key, g] : growing_) devices[std::get<0>(key)].push_back({g.parts, &g.stream});
        for (auto& [id, streams] : devices) {
            std::vector<std::vector<StreamPart>> parts;
            for (auto& s : streams) parts.push_back(s.first);
            auto times = streamTimes(parts);
            for (std::size_t i = 0; i < streams.size(); ++i) streams[i].second->t = std::move(times[i]);
        }
        for (auto& [key, g] : growing_) out_.streams.push_back(std::move(g.stream));
        return std::move(out_);
    }

  private:
    bool level(gpmf::Bytes bytes, bool inStream) {
        Told told;
        bool whole = true;
        whole &= gpmf::eachItem(bytes, [&](const gpmf::Item& item) {
            if (item.key == "DEVC" || item.key == "STRM") {
                if (item.key == "DEVC") device_ = 0, deviceName_.clear();
                whole &= level(item.data, item.key == "STRM");
            } else if (item.key == "DVID")
                device_ = item.data.size() == 4 ? static_cast<std::uint32_t>(item.data[0]) << 24 |
                                                      static_cast<std::uint32_t>(item.data[1]) << 16 |
                                                      static_cast<std::uint32_t>(item.data[2]) << 8 | item.data[3]
                                                : 0;
            else if (item.key == "DVNM")
                deviceName_ = gpmf::text(item);
            else if (inStream && isSamples(item))
                samples(item, told);
            else
                note(item, told);
        });
        return whole;
    }

    static void note(const gpmf::Item& item, Told& told) {
        if (item.key == "SCAL") told.scale = gpmf::numbers(item).values;
        if (item.key == "MTRX") told.matrix = gpmf::numbers(item).values;
        if (item.key == "STMP") told.stampS = first(item) * 1e-6;
        if (item.key == "TSMP") told.total = first(item);
        if (item.key == "GPSF") told.fix = first(item);
        if (item.key == "GPSP") told.dilution = first(item) / 100;
        if (item.key == "TYPE") told.types = gpmf::text(item);
        if (item.key == "STNM") told.name = gpmf::text(item);
        if (item.key == "ORIN") told.orderIn = gpmf::text(item);
        if (item.key == "ORIO") told.orderOut = gpmf::text(item);
    }

    void samples(const gpmf::Item& item, const Told& told) {
        auto table = gpmf::numbers(item, told.types);
        if (table.rows() == 0) return;
        scaled(table, told);
        turned(table, turning(told, table.width));
        const std::string key(item.key);
        auto& g = growing_[{device_, key, seen_[{device_, key, 0}]++}];
        auto& s = g.stream;
        if (s.width != 0 && s.width != table.width) return; // another thing by the same name
        s.width = table.width, s.key = key, s.device = device_, s.deviceName = deviceName_;
        if (!told.name.empty()) s.name = told.name;
        g.parts.push_back({now_->startS, now_->lengthS, told.stampS, told.total, s.size(), table.rows()});
        s.values.insert(s.values.end(), table.values.begin(), table.values.end());
        if (isReceiver(key)) s.fix.resize(s.size(), told.fix), s.dilution.resize(s.size(), told.dilution);
    }

    const MetadataPayload* now_ = nullptr;
    std::uint32_t device_ = 0;
    std::string deviceName_;
    std::map<Key, int> seen_;
    std::map<Key, Growing> growing_;
    SensorStreams out_;
};

} // namespace

std::vector<const SensorStream*> SensorStreams::of(std::string_view key) const {
    std::vector<const SensorStream*> out;
    for (const auto& s : streams)
        if (s.key == key && s.size() > 0) out.push_back(&s);
    return out;
}

SensorStreams sensorStreams(const std::vector<MetadataPayload>& payloads) {
    Reader reader;
    for (const auto& p : payloads) reader.payload(p);
    return reader.finish();
}

} // namespace hl
