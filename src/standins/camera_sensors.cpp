// SPDX-License-Identifier: GPL-3.0-or-later
#include "standins/camera_sensors.h"

#include "standins/earth.h"
#include "standins/road_bumps.h"

#include <algorithm>
#include <array>
#include <bit>
#include <cctype>
#include <cmath>
#include <random>

namespace hl::standin {
namespace {

constexpr double kPi = 3.14159265358979323846, kGravity = 9.80665;
using V3 = std::array<double, 3>;

/// Bytes of one item, its head before and its padding behind.
class Box {
  public:
    void put(std::uint64_t v, int bytes) {
        for (int k = bytes - 1; k >= 0; --k) bytes_.push_back(static_cast<std::uint8_t>(v >> (8 * k)));
    }
    void item(const char* key, char type, std::size_t size, std::size_t count, const std::vector<std::uint8_t>& data) {
        for (int k = 0; k < 4; ++k) bytes_.push_back(static_cast<std::uint8_t>(key[k]));
        put(static_cast<std::uint8_t>(type), 1), put(size, 1), put(count, 2);
        bytes_.insert(bytes_.end(), data.begin(), data.end());
        while (bytes_.size() % 4 != 0) bytes_.push_back(0);
    }
    void words(const char* key, const std::string& text) { item(key, 'c', 1, text.size(), {text.begin(), text.end()}); }
    void nest(const char* key, const Box& inner) { item(key, 0, 1, inner.bytes_.size(), inner.bytes_); }
    std::vector<std::uint8_t> bytes_;
};

std::vector<std::uint8_t> signed32(const std::vector<double>& v) {
    Box b;
    for (const double x : v) b.put(static_cast<std::uint32_t>(static_cast<std::int32_t>(std::llround(x))), 4);
    return b.bytes_;
}
std::vector<std::uint8_t> signed16(const std::vector<double>& v) {
    Box b;
    for (const double x : v)
        b.put(static_cast<std::uint16_t>(static_cast<std::int16_t>(std::llround(std::clamp(x, -32768.0, 32767.0)))), 2);
    return b.bytes_;
}
std::vector<std::uint8_t> unsigned16(double v) {
    Box b;
    b.put(static_cast<std::uint16_t>(v), 2);
    return b.bytes_;
}
std::vector<std::uint8_t> floats(const std::vector<double>& v) {
    Box b;
    for (const double x : v) b.put(std::bit_cast<std::uint32_t>(static_cast<float>(x)), 4);
    return b.bytes_;
}

/// Forward, left and up of the car, seen in the camera's own axes.
V3 inCamera(V3 v, const CameraSensors& o) {
    const auto turn = [](double& a, double& b, double degrees) {
        const double c = std::cos(degrees * kPi / 180), s = std::sin(degrees * kPi / 180), was = a;
        a = c * a + s * b, b = c * b - s * was;
    };
    turn(v[0], v[1], o.yawDeg), turn(v[2], v[0], o.pitchDeg), turn(v[1], v[2], o.rollDeg);
    return v;
}

/// The camera's axes in the order in which they are stored.
void store(const V3& v, const CameraSensors& o, double scale, std::vector<double>& to) {
    for (const char c : o.stored) {
        const double value = v[static_cast<std::size_t>(std::toupper(c) - 'X')];
        to.push_back(scale * (std::islower(c) != 0 ? -value : value));
    }
}

struct Moment {
    double s, v, ax, ay, yawRate, bump;
    Pose pose;
};

Moment momentAt(const Circuit& c, const Drive& d, double t) {
    const auto last = static_cast<double>(d.samples.size() - 1);
    const auto& x = d.samples[static_cast<std::size_t>(std::clamp(std::round(t / d.step), 0.0, last))];
    const double k = lineAt(d.line.curvature, d.line, c, x.s);
    return {x.s,
            x.v,
            x.ax,
            x.ay,
            k * x.v,
            bumpAt(c, x.s, onKerb(c, d, x.s)) * (0.3 + x.v / 90),
            poseAt(c, x.s, lineAt(d.line.lateral, d.line, c, x.s))};
}

class Camera {
  public:
    Camera(const Circuit& c, const Drive& d, double fromS, double toS, const CameraSensors& o)
        : c_(c), d_(d), from_(fromS), length_(toS - fromS), o_(o), rng_(o.seed) {}

    std::vector<SensorPacket> packets() {
        std::vector<SensorPacket> out;
        for (double start = 0; start < length_; start += o_.packetS) {
            const double end = std::min(length_, start + o_.packetS);
            Box device;
            device.item("DVID", 'L', 4, 1, {0, 0, 0, 1}), device.words("DVNM", "Quill 7");
            if (o_.acceleration) nestIn(device, feltIn(end));
            if (o_.rotation) nestIn(device, turnedIn(end));
            if (o_.receiver) nestIn(device, placesIn(end));
            Box packet;
            packet.nest("DEVC", device);
            if (o_.secondDevice) packet.nest("DEVC", strapIn());
            out.push_back({start, end - start, packet.bytes_});
        }
        return out;
    }

  private:
    double noise(double size) { return size * normal_(rng_); }
    static void nestIn(Box& device, const Box& stream) { device.nest("STRM", stream); }

    /// Samples that are due until `end`; `first` counts them over the whole film.
    struct Due {
        std::size_t first, count;
    };
    Due due(std::size_t& done, double rate, double phase, double end) const {
        const std::size_t first = done;
        while ((static_cast<double>(done) + phase) / rate < end) ++done;
        return {first, done - first};
    }
    void begin(Box& stream, const char* name, const Due& d, double rate, double phase) const {
        if (o_.stamps) {
            Box stamp;
            stamp.put(static_cast<std::uint64_t>(
                          std::llround(1e6 * (o_.firstStampS + (static_cast<double>(d.first) + phase) / rate))),
                      8);
            stream.item("STMP", 'J', 8, 1, stamp.bytes_);
            Box total;
            total.put(d.first + d.count + 700, 4);
            stream.item("TSMP", 'L', 4, 1, total.bytes_);
        }
        stream.words("STNM", name);
    }
    void order(Box& stream) const {
        if (o_.matrix) {
            std::vector<double> m(9, 0.0);
            for (std::size_t k = 0; k < 3; ++k)
                m[static_cast<std::size_t>(std::toupper(o_.stored[k]) - 'X') * 3 + k] =
                    std::islower(o_.stored[k]) != 0 ? -1 : 1;
            stream.item("MTRX", 'f', o_.matrixInOne ? 36 : 4, o_.matrixInOne ? 1 : 9, floats(m));
        } else if (o_.tellsOrder)
            stream.words("ORIN", o_.stored), stream.words("ORIO", "XYZ");
    }

    Box feltIn(double end) {
        constexpr double kPhase = 0.3, kScale = 417;
        const auto d = due(felt_, o_.samplesPerS, kPhase, end);
        Box stream;
        begin(stream, "Accelerometer", d, o_.samplesPerS, kPhase);
        stream.words("SIUN", "m/s2"), stream.item("SCAL", 's', 2, 1, signed16({kScale}));
        order(stream);
        std::vector<double> v;
        for (std::size_t i = 0; i < d.count; ++i) {
            const auto m = momentAt(c_, d_, from_ + (static_cast<double>(d.first + i) + kPhase) / o_.samplesPerS);
            const V3 car{m.ax + noise(o_.accelerationNoise), m.ay + noise(o_.accelerationNoise),
                         kGravity * (1 + 0.16 * m.bump) + noise(o_.accelerationNoise)};
            store(inCamera(car, o_), o_, kScale, v);
        }
        stream.item("ACCL", 's', 6, d.count, signed16(v));
        return stream;
    }

    Box turnedIn(double end) {
        constexpr double kPhase = 0.6, kScale = 3755;
        const auto d = due(turned_, o_.samplesPerS, kPhase, end);
        Box stream;
        begin(stream, "Gyroscope", d, o_.samplesPerS, kPhase);
        stream.words("SIUN", "rad/s"), stream.item("SCAL", 's', 2, 1, signed16({kScale}));
        order(stream);
        std::vector<double> v;
        for (std::size_t i = 0; i < d.count; ++i) {
            const auto m = momentAt(c_, d_, from_ + (static_cast<double>(d.first + i) + kPhase) / o_.samplesPerS);
            const V3 car{noise(o_.rotationNoise) + 0.01 * m.bump, noise(o_.rotationNoise) + 0.02 * m.bump,
                         m.yawRate + noise(o_.rotationNoise)};
            store(inCamera(car, o_), o_, kScale, v);
        }
        stream.item("GYRO", 's', 6, d.count, signed16(v));
        return stream;
    }

    Box placesIn(double end) {
        constexpr double kPhase = 0.4;
        const auto d = due(placed_, o_.fixesPerS, kPhase, end);
        const double start = (static_cast<double>(d.first) + kPhase) / o_.fixesPerS;
        const bool fix = start >= o_.noFixBeforeS;
        Box stream;
        begin(stream, o_.younger ? "Places with their own clock" : "Places", d, o_.fixesPerS, kPhase);
        if (!o_.younger) {
            Box f;
            f.put(fix ? 3 : 0, 4);
            stream.item("GPSF", 'L', 4, 1, f.bytes_), stream.words("GPSU", "260711123456.789");
            stream.item("GPSP", 'S', 2, 1, unsigned16(fix ? 190 : 9999));
        }
        std::vector<double> scale{1e7, 1e7, 1000, 1000, 100};
        if (o_.younger) scale.insert(scale.end(), {1, 1000, 100, 1}), stream.words("TYPE", "lllllllSS");
        stream.item("SCAL", 'l', 4, scale.size(), signed32(scale));
        Box rows;
        for (std::size_t i = 0; i < d.count; ++i) {
            const double t = (static_cast<double>(d.first + i) + kPhase) / o_.fixesPerS;
            const auto m = momentAt(c_, d_, std::max(0.0, from_ + t - o_.lateS));
            east_ = 0.995 * east_ + noise(0.1 * o_.wanderM), north_ = 0.995 * north_ + noise(0.1 * o_.wanderM);
            const auto at = onEarth((fix ? m.pose.x : 40) + east_ + noise(o_.placeNoiseM),
                                    (fix ? m.pose.y : 90) + north_ + noise(o_.placeNoiseM));
            const double v = (fix ? m.v : 17.25) + noise(o_.speedNoise);
            for (const auto byte : signed32({at.lat * 1e7, at.lon * 1e7, m.pose.z * 1000, v * 1000, v * 100}))
                rows.bytes_.push_back(byte);
            if (!o_.younger) continue;
            for (const auto byte : signed32({9688, (45296.2 + t) * 1000})) rows.bytes_.push_back(byte);
            rows.put(fix ? 190 : 9999, 2), rows.put(fix ? 3 : 0, 2);
        }
        stream.item(o_.younger ? "GPS9" : "GPS5", o_.younger ? '?' : 'l', o_.younger ? 32 : 20, d.count, rows.bytes_);
        return stream;
    }

    /// A heart strap that shares the camera's packets.
    static Box strapIn() {
        Box device, stream;
        device.item("DVID", 'F', 4, 1, {'H', 'r', 't', '1'}), device.words("DVNM", "Strap");
        stream.words("STNM", "heart"), stream.item("acc1", 'b', 3, 2, {1, 2, 3, 4, 5, 6});
        stream.item("hrtb", 'B', 1, 1, {142});
        device.nest("STRM", stream);
        return device;
    }

    const Circuit& c_;
    const Drive& d_;
    double from_, length_;
    const CameraSensors& o_;
    std::mt19937 rng_;
    std::normal_distribution<double> normal_{0, 1};
    std::size_t felt_ = 0, turned_ = 0, placed_ = 0;
    double east_ = 0, north_ = 0;
};

} // namespace

std::vector<SensorPacket> sensorPackets(const Circuit& c, const Drive& d, double fromS, double toS,
                                        const CameraSensors& o) {
    return Camera(c, d, fromS, toS, o).packets();
}

} // namespace hl::standin
