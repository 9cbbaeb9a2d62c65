// SPDX-License-Identifier: GPL-3.0-or-later
#include "standins/ray_camera.h"

#include "media/movie_writer.h"

#include <algorithm>
#include <cmath>
#include <future>
#include <limits>
#include <random>

namespace hl::standin {
namespace {

constexpr double kPi = 3.14159265358979, kDeg = kPi / 180;
using V3 = std::array<double, 3>;

V3 plus(const V3& a, double k, const V3& b) { return {a[0] + k * b[0], a[1] + k * b[1], a[2] + k * b[2]}; }
double dot(const V3& a, const V3& b) { return a[0] * b[0] + a[1] * b[1] + a[2] * b[2]; }

/// Forward, left, up after yaw (left), pitch (up) and roll (left side down), one after the other on the body's own
/// axes.
struct Axes {
    V3 forward{1, 0, 0}, left{0, 1, 0}, up{0, 0, 1};
    void yaw(double a) {
        const V3 f = forward;
        forward = plus({0, 0, 0}, std::cos(a), f), forward = plus(forward, std::sin(a), left);
        left = plus(plus({0, 0, 0}, std::cos(a), left), -std::sin(a), f);
    }
    void pitch(double a) {
        const V3 f = forward;
        forward = plus(plus({0, 0, 0}, std::cos(a), f), std::sin(a), up);
        up = plus(plus({0, 0, 0}, std::cos(a), up), -std::sin(a), f);
    }
    void roll(double a) {
        const V3 l = left;
        left = plus(plus({0, 0, 0}, std::cos(a), l), -std::sin(a), up);
        up = plus(plus({0, 0, 0}, std::cos(a), up), std::sin(a), l);
    }
};

double focal(const RayCamera& k) {
    const double half = k.hfovDeg / 2 * kDeg;
    return k.width / 2.0 / (k.lens == Lens::Equidistant ? half : std::tan(half));
}

/// How far from the middle a ray is drawn, in focal lengths, for the tangent of its angle.
double drawn(const RayCamera& k, double tangent) {
    if (k.lens == Lens::Equidistant) return std::atan(tangent);
    if (k.lens == Lens::Brown) return tangent * (1 + k.k1 * tangent * tangent);
    return tangent;
}
double tangentAt(const RayCamera& k, double d) {
    if (k.lens == Lens::Equidistant) return d < 1.5 ? std::tan(d) : 15;
    double t = d;
    if (k.lens == Lens::Brown)
        for (int i = 0; i < 30; ++i) {
            const double rise = 1 + 3 * k.k1 * t * t;
            if (rise < 0.05) return 0.95 * t; // where the polynomial turns back no picture is
            t -= (drawn(k, t) - d) / rise;
        }
    return t;
}

/// A map of the circuit from above: metres along and beside the road for every half metre of ground.
class Ground {
  public:
    explicit Ground(const Circuit& c) : c_(c) {
        double x1 = -1e9, y1 = -1e9;
        x0_ = y0_ = 1e9;
        for (std::size_t i = 0; i < c.x.size(); ++i)
            x0_ = std::min(x0_, c.x[i]), y0_ = std::min(y0_, c.y[i]), x1 = std::max(x1, c.x[i]),
            y1 = std::max(y1, c.y[i]);
        x0_ -= kAside, y0_ -= kAside;
        columns_ = static_cast<int>((x1 + kAside - x0_) / kCell) + 2;
        rows_ = static_cast<int>((y1 + kAside - y0_) / kCell) + 2;
        along_.assign(static_cast<std::size_t>(columns_ * rows_), 0);
        beside_.assign(along_.size(), 99);
        for (double s = 0; s < c.length; s += 0.3) {
            const auto p = poseAt(c, s, 0);
            for (double l = -kAside + 1; l < kAside - 1; l += 0.3) {
                const double x = p.x - l * std::sin(p.heading), y = p.y + l * std::cos(p.heading);
                const auto i = cell(static_cast<int>((x - x0_) / kCell), static_cast<int>((y - y0_) / kCell));
                // the middle of the cell, not of the step
                const double cx = x0_ + (std::floor((x - x0_) / kCell) + 0.5) * kCell - x,
                             cy = y0_ + (std::floor((y - y0_) / kCell) + 0.5) * kCell - y;
                const double lateral = l - cx * std::sin(p.heading) + cy * std::cos(p.heading);
                if (std::abs(lateral) >= std::abs(beside_[i])) continue;
                beside_[i] = static_cast<float>(lateral);
                along_[i] = static_cast<float>(s + cx * std::cos(p.heading) + cy * std::sin(p.heading));
            }
        }
    }
    /// Beside: 99 where no road is near.
    void at(double x, double y, double& s, double& lateral) const {
        const double fx = (x - x0_) / kCell - 0.5, fy = (y - y0_) / kCell - 0.5;
        const int i = static_cast<int>(std::floor(fx)), j = static_cast<int>(std::floor(fy));
        lateral = 99, s = 0;
        if (i < 0 || j < 0 || i + 1 >= columns_ || j + 1 >= rows_) return;
        const double a = fx - i, b = fy - j;
        const float v[4] = {beside_[cell(i, j)], beside_[cell(i + 1, j)], beside_[cell(i, j + 1)],
                            beside_[cell(i + 1, j + 1)]};
        s = along_[cell(i, j)];
        if (std::abs(v[0] - v[3]) > 3 || std::abs(v[1] - v[2]) > 3) {
            lateral = v[0];
            return;
        }
        lateral = (v[0] * (1 - a) + v[1] * a) * (1 - b) + (v[2] * (1 - a) + v[3] * a) * b;
    }
    double heightAt(double s) const { return valueAt(c_.z, c_, s); }
    double halfWidth(double s) const { return valueAt(c_.halfWidth, c_, s); }
    bool kerb(double s, double lateral) const {
        for (const auto& k : c_.kerbs)
            if (s >= k.from && s <= k.to && k.left == (lateral > 0)) return true;
        return false;
    }

  private:
    static constexpr double kCell = 0.5, kAside = 36;
    std::size_t cell(int i, int j) const { return static_cast<std::size_t>(j * columns_ + i); }
    const Circuit& c_;
    double x0_, y0_;
    int columns_ = 0, rows_ = 0;
    std::vector<float> along_, beside_;
};

std::uint32_t hashed(std::int64_t a, std::int64_t b) {
    auto h = static_cast<std::uint32_t>(a * 73856093) ^ static_cast<std::uint32_t>(b * 19349663);
    h ^= h >> 13, h *= 0x5bd1e995u, h ^= h >> 15;
    return h;
}
/// Grain of the ground: -1..1, from cells that grow with the distance so that far ground does not shimmer.
double grain(double x, double y, double cell) {
    return static_cast<double>(hashed(std::llround(x / cell), std::llround(y / cell)) & 1023) / 511.5 - 1;
}

struct Paint {
    double r, g, b;
};

Paint ground(const Ground& g, const RayCamera& k, double x, double y, double s, double lateral, double far) {
    const double width = g.halfWidth(s), beside = std::abs(lateral);
    const double cell = std::max(0.25, std::exp2(std::ceil(std::log2(far * far / 900 + 0.12))));
    const double n = grain(x, y, cell) / (1 + far / 60);
    const auto lit = [&](Paint p, double amount) {
        return Paint{p.r * (1 + amount * n), p.g * (1 + amount * n), p.b * (1 + amount * n)};
    };
    if (k.whiteLines && beside < width && beside > width - 0.14) return {226, 226, 220};
    if (beside < width) return lit({86, 84, 88}, 0.18);
    if (beside < width + 1.2 && g.kerb(s, lateral))
        return std::fmod(s, 3.0) < 1.5 ? Paint{196, 190, 178} : Paint{52, 74, 140};
    if (beside < width + 3) return lit({128, 120, 84}, 0.22);
    return lit({84, 112, 62}, 0.3);
}

Paint sky(double azimuth, double up) {
    const double hill =
        0.018 + 0.012 * std::sin(azimuth * 5) + 0.008 * std::sin(azimuth * 17 + 1) + 0.004 * std::sin(azimuth * 61);
    if (up < hill) return {96, 112 + 12 * std::sin(azimuth * 40), 118};
    const double cloud = 16 * std::sin(azimuth * 9 + 8 * up) * std::sin(up * 23 + 2 * azimuth);
    return {176 + cloud - 90 * up, 196 + cloud - 60 * up, 222 + 0.5 * cloud};
}

/// What a thing shows at (u, v), -1 to 1 across and up; false where it is not.
bool thingAt(int kind, double u, double v, Paint& p) {
    constexpr Paint kColours[] = {{214, 60, 52}, {238, 226, 60}, {40, 92, 176}, {236, 236, 230},
                                  {48, 52, 50},  {224, 128, 40}, {60, 120, 58}, {150, 104, 70}};
    const Paint a = kColours[kind % 8], b = kColours[(kind / 2 + 3) % 8];
    const double r = std::hypot(u, v);
    const int shape = kind % 6, inside = kind / 6;
    if (shape == 1 && r > 1) return false;                                                  // round
    if (shape == 2 && std::abs(u) > (1 - v) / 2) return false;                              // a cone
    if (shape == 3 && std::abs(u) > 0.28 && std::abs(v - 0.6) > 0.38) return false;         // on a post
    if (shape == 4 && r + 0.16 * std::sin(7 * std::atan2(v, u) + kind) > 0.9) return false; // a bush
    if (shape == 5 && std::abs(u) > 0.3 && std::abs(v) > 0.3) return false;                 // a cross
    bool second = false;
    if (inside == 0) second = std::fmod(v + 4, 0.7) < 0.35;
    if (inside == 1) second = u * v > 0;
    if (inside == 2) second = r < 0.45;
    if (inside == 3) second = (hashed(std::llround(u * 5), std::llround(v * 5) + kind) & 3) == 0;
    if (inside == 4) second = std::abs(u - 0.2) < 0.18 || v > 0.6;
    p = second && !(a.r == b.r && a.g == b.g) ? b : a;
    return true;
}

struct Painter {
    const Circuit& circuit;
    const Ground& ground_;
    const RayCamera& k;
    std::vector<double> rays; ///< right, down for each pixel, forward is 1

    Painter(const Circuit& c, const Ground& g, const RayCamera& camera) : circuit(c), ground_(g), k(camera) {
        const double f = focal(k);
        for (int y = 0; y < k.height; ++y)
            for (int x = 0; x < k.width; ++x) {
                const double dx = (x + 0.5 - k.width / 2.0) / f, dy = (y + 0.5 - k.height / 2.0) / f,
                             d = std::hypot(dx, dy), t = d > 1e-9 ? tangentAt(k, d) / d : 1;
                rays.push_back(dx * t), rays.push_back(dy * t);
            }
    }

    Paint along(const V3& at, const V3& ray, double carM) const {
        const double azimuth = std::atan2(ray[1], ray[0]), level = std::hypot(ray[0], ray[1]);
        double z = ground_.heightAt(carM), s = carM, lateral = 0, x = 0, y = 0, far = 0;
        for (int turn = 0; turn < 4; ++turn) {
            if (ray[2] > -0.002 * level || at[2] <= z) return sky(azimuth, ray[2] / level);
            const double t = (z - at[2]) / ray[2];
            x = at[0] + t * ray[0], y = at[1] + t * ray[1], far = t * level;
            if (far > 700) return sky(azimuth, ray[2] / level);
            ground_.at(x, y, s, lateral);
            if (std::abs(lateral) > 30) break;
            const double next = ground_.heightAt(s);
            if (std::abs(next - z) < 0.01) break;
            z = next;
        }
        return ground(ground_, k, x, y, s, lateral, far);
    }

    void weather(Paint& p, int x, int y, const V3& ray) const {
        const double u = x / double(k.width), v = y / double(k.height);
        switch (k.weather) {
        case Weather::Day: break;
        case Weather::LowSun: {
            const double glare = 190 * std::exp(-40 * ((u - 0.62) * (u - 0.62) + (v - 0.3) * (v - 0.3))) + 26;
            p = {p.r * 0.75 + glare, p.g * 0.75 + glare * 0.93, p.b * 0.75 + glare * 0.75};
            break;
        }
        case Weather::Rain: {
            const double grey = 0.45 * p.r + 0.3 * p.g + 0.25 * p.b;
            p = {0.5 * p.r + 0.5 * grey, 0.5 * p.g + 0.5 * grey, 0.5 * p.b + 0.5 * grey + 6};
            break;
        }
        case Weather::Night: {
            const double lamp = ray[2] < 0 ? std::exp(-std::pow((u - 0.5) / 0.3, 2)) * 0.55 : 0;
            p = {p.r * (0.08 + lamp), p.g * (0.08 + lamp), p.b * (0.1 + 0.9 * lamp)};
            break;
        }
        }
    }

    YuvFrame picture(const Drive& d, double driveS, std::uint32_t frame) const {
        std::vector<std::uint8_t> pixels(static_cast<std::size_t>(k.width * k.height) * 4, 255);
        auto pose = rayPose(circuit, d, k, driveS);
        for (int y = 0; y < k.height; ++y) {
            if (k.rollingShutterS > 0)
                pose = rayPose(circuit, d, k, driveS + k.rollingShutterS * (double(y) / k.height - 0.5));
            for (int x = 0; x < k.width; ++x) {
                const auto i = static_cast<std::size_t>(y * k.width + x);
                V3 ray = plus(plus(pose.forward, rays[2 * i], pose.right), rays[2 * i + 1], pose.down);
                auto p = along(pose.at, ray, pose.atM);
                weather(p, x, y, ray);
                const double u = (x - k.width / 2.0) / k.width;
                if (k.bonnet && y > k.height * (0.86 + 0.35 * u * u)) p = {112 + 40 * u, 24, 30};
                const double noise = (static_cast<double>(hashed(frame * 7919 + y, x) & 255) / 127.5 - 1) * 3;
                const double c[3] = {p.b + noise, p.g + noise, p.r + noise};
                for (std::size_t j = 0; j < 3; ++j)
                    pixels[4 * i + j] = static_cast<std::uint8_t>(std::clamp(c[j], 0.0, 255.0));
            }
        }
        for (const auto& t : nearestLast(pose.atM)) draw(t, rayPose(circuit, d, k, driveS), pixels);
        if (k.weather == Weather::Rain) drops(pixels);
        return fromBgra({pixels.data(), k.width * 4, k.width, k.height});
    }

    std::vector<RayThing> nearestLast(double carM) const {
        std::vector<std::pair<double, RayThing>> ahead;
        for (const auto& t : k.things) {
            const double d = std::remainder(t.atM - carM, circuit.length);
            if (d > 1 && d < 220) ahead.emplace_back(-d, t);
        }
        std::sort(ahead.begin(), ahead.end(), [](auto& a, auto& b) { return a.first < b.first; });
        std::vector<RayThing> out;
        for (auto& a : ahead) out.push_back(a.second);
        return out;
    }

    void draw(const RayThing& t, const RayPose& pose, std::vector<std::uint8_t>& pixels) const {
        const auto mid = pixelOf(k, pose, worldAt(circuit, t.atM, t.leftM, t.upM)),
                   top = pixelOf(k, pose, worldAt(circuit, t.atM, t.leftM, t.upM + t.heightM / 2));
        if (!std::isfinite(mid[0]) || !std::isfinite(top[0])) return;
        const double high = std::hypot(top[0] - mid[0], top[1] - mid[1]), wide = high * t.widthM / t.heightM;
        if (high < 0.5) return;
        constexpr int kFine = 3;
        for (int y = std::max(0, int(mid[1] - high) - 1); y < std::min(k.height, int(mid[1] + high) + 2); ++y)
            for (int x = std::max(0, int(mid[0] - wide) - 1); x < std::min(k.width, int(mid[0] + wide) + 2); ++x) {
                const double u0 = (x - k.width / 2.0) / k.width;
                if (k.bonnet && y > k.height * (0.86 + 0.35 * u0 * u0)) continue;
                double sum[3] = {0, 0, 0}, cover = 0;
                for (int b = 0; b < kFine; ++b)
                    for (int a = 0; a < kFine; ++a) {
                        const double u = (x + (a + 0.5) / kFine - mid[0]) / wide,
                                     v = -(y + (b + 0.5) / kFine - mid[1]) / high;
                        Paint p{};
                        if (std::abs(u) > 1 || std::abs(v) > 1 || !thingAt(t.kind, u, v, p)) continue;
                        weather(p, x, y, {0, 0, -0.01});
                        cover += 1, sum[0] += p.b, sum[1] += p.g, sum[2] += p.r;
                    }
                auto* to = &pixels[static_cast<std::size_t>(y * k.width + x) * 4];
                for (std::size_t c = 0; c < 3; ++c)
                    to[c] = static_cast<std::uint8_t>((sum[c] + (kFine * kFine - cover) * to[c]) / (kFine * kFine));
            }
    }

    /// Drops on the lens: they show what is above them, and stay where they are.
    void drops(std::vector<std::uint8_t>& pixels) const {
        std::mt19937 rng(k.seed);
        const auto was = pixels;
        for (int i = 0; i < 60; ++i) {
            const double cx = static_cast<double>(rng() % static_cast<unsigned>(k.width)),
                         cy = static_cast<double>(rng() % static_cast<unsigned>(k.height)),
                         r = static_cast<double>(4 + rng() % 12) * k.width / 854.0;
            for (int y = std::max(0, int(cy - r)); y < std::min(k.height, int(cy + r)); ++y)
                for (int x = std::max(0, int(cx - r)); x < std::min(k.width, int(cx + r)); ++x) {
                    if (std::hypot(x - cx, y - cy) > r) continue;
                    const int sy = std::clamp(int(cy - 2.2 * (y - cy)), 0, k.height - 1),
                              sx = std::clamp(int(cx - 2.2 * (x - cx)), 0, k.width - 1);
                    std::copy_n(&was[static_cast<std::size_t>(sy * k.width + sx) * 4], 3,
                                &pixels[static_cast<std::size_t>(y * k.width + x) * 4]);
                }
        }
    }
};

} // namespace

RayPose rayPose(const Circuit& c, const Drive& d, const RayCamera& k, double driveS) {
    const double at = std::clamp(driveS / d.step, 0.0, static_cast<double>(d.samples.size() - 2));
    const auto& a = d.samples[static_cast<std::size_t>(at)];
    const auto& b = d.samples[static_cast<std::size_t>(at) + 1];
    const double f = at - std::floor(at), s = a.s + (b.s - a.s) * f, ax = a.ax + (b.ax - a.ax) * f,
                 ay = a.ay + (b.ay - a.ay) * f;
    const double lateral = lineAt(d.line.lateral, d.line, c, s),
                 drift = (lineAt(d.line.lateral, d.line, c, s + 2) - lineAt(d.line.lateral, d.line, c, s - 2)) / 4;
    const auto p = poseAt(c, s, lateral);
    // beside the middle of a bend a metre of road is more or less than a metre of way
    const double way = 1 - valueAt(c.curvature, c, s) * lateral;
    const double heading = p.heading + std::atan2(drift, way), g = 9.80665,
                 grade = std::atan((valueAt(c.z, c, s + 2) - valueAt(c.z, c, s - 2)) / 4);
    // An uneven road: the sum of some waves of its own.
    const double bump = std::sin(s * 1.31) + std::sin(s * 2.17 + 1) + 0.7 * std::sin(s * 3.9 + 2);
    Axes axes;
    axes.yaw(heading), axes.pitch(grade);
    RayPose pose;
    pose.at = plus(plus(plus({p.x, p.y, p.z}, k.forwardM, axes.forward), k.lateralM, axes.left), k.heightM, axes.up);
    Axes body;
    body.yaw(heading + k.slipPerG * kDeg * ay / g);
    body.pitch(grade + k.pitchPerG * kDeg * ax / g + k.shakeDeg * kDeg * bump / 1.6);
    body.roll(-k.rollPerG * kDeg * ay / g);
    body.yaw(k.yawDeg * kDeg), body.pitch(k.pitchDeg * kDeg), body.roll(k.rollDeg * kDeg);
    pose.forward = body.forward, pose.right = plus({0, 0, 0}, -1, body.left), pose.down = plus({0, 0, 0}, -1, body.up);
    pose.atM = s;
    return pose;
}

std::array<double, 3> worldAt(const Circuit& c, double atM, double leftM, double upM) {
    const auto p = poseAt(c, atM, leftM);
    return {p.x, p.y, p.z + upM};
}

std::array<double, 2> pixelOf(const RayCamera& k, const RayPose& pose, const V3& world) {
    const V3 to = plus(world, -1, pose.at);
    const double ahead = dot(to, pose.forward);
    if (ahead < 0.5) return {std::numeric_limits<double>::quiet_NaN(), 0};
    const double x = dot(to, pose.right) / ahead, y = dot(to, pose.down) / ahead, t = std::hypot(x, y);
    const double in = t > 1e-9 ? drawn(k, t) / t : 1, f = focal(k);
    return {k.width / 2.0 + f * in * x, k.height / 2.0 + f * in * y};
}

Status rayFilm(const Circuit& c, const Drive& d, const RayCamera& k, double fromS, double toS,
               const std::filesystem::path& video) {
    MovieOptions movie;
    movie.width = k.width, movie.height = k.height, movie.frameRate = k.frameRate, movie.soundRate = 48000;
    movie.crf = 23, movie.preset = "veryfast", movie.keyEvery = 2 * k.frameRate, movie.threads = 2;
    auto writer = MovieWriter::open(video, movie);
    if (!writer) return writer.error();
    const Ground ground(c);
    const Painter painter(c, ground, k);
    const int frames = static_cast<int>((toS - fromS) * k.frameRate);
    const auto made = [&](int i) {
        return std::async(std::launch::async, [&, i] {
            return painter.picture(d, fromS + static_cast<double>(i) / k.frameRate, static_cast<std::uint32_t>(i));
        });
    };
    std::future<YuvFrame> ahead[2] = {made(0), made(1)};
    const std::vector<float> silence(static_cast<std::size_t>(48000 / k.frameRate), 0.0f);
    for (int i = 0; i < frames; ++i) {
        const auto frame = ahead[i % 2].get();
        if (i + 2 < frames) ahead[i % 2] = made(i + 2);
        if (auto s = writer->picture(frame); !s) return s;
        if (auto s = writer->sound(silence); !s) return s;
    }
    return writer->finish();
}

} // namespace hl::standin
