// SPDX-License-Identifier: GPL-3.0-or-later
// Logs of known truth as a stranger might write them: names that mean nothing, mean something else, or are of other
// tongues, in every system of units and both senses of turning, with noise and columns of no concern.
#pragma once
#include "core/log/log_input.h"
#include "core/units/numbers.h"

#include <cstdio>
#include <random>
#include <stdexcept>

namespace hl::testing {

/// What a car did, in SI, by a little simulation of its own: straights and bends of a closed road, driven by grip.
struct Sample {
    double t, lap, lapTime, distance, odometer, v, throttle, brake, steer, gear, rpm, ay, ax, az, yaw, x, y, z, heading;
};

struct Piece {
    double length, bend; // m, 1/m
};

/// A closed road of four to eight bends of one side and some that lean the other way, eased at their ends.
inline std::vector<double> roadOf(std::mt19937& rng) {
    std::uniform_real_distribution<double> any(0, 1);
    std::vector<Piece> pieces;
    double turned = 0;
    const double sense = any(rng) < 0.5 ? 1 : -1;
    while (turned < 2 * kPi - 0.3) {
        const double radius = 18 + 90 * any(rng), angle = std::min(0.5 + 1.6 * any(rng), 2 * kPi - turned);
        pieces.push_back({60 + 400 * any(rng), 0});
        if (any(rng) < 0.35) { // one that leans the other way, and back
            pieces.push_back({0.7 * radius, -sense / radius});
            pieces.push_back({30 + 60 * any(rng), 0});
            turned -= 0.7;
        }
        pieces.push_back({angle * radius, sense / radius});
        turned += angle;
    }
    std::vector<double> bend; // a sample a metre
    for (const auto& p : pieces) bend.insert(bend.end(), static_cast<std::size_t>(p.length), p.bend);
    std::vector<double> eased(bend.size());
    const int n = static_cast<int>(bend.size()), half = 12;
    for (int i = 0; i < n; ++i)
        for (int k = -half; k <= half; ++k)
            eased[static_cast<std::size_t>(i)] += bend[static_cast<std::size_t>((i + k + n) % n)] / (2 * half + 1);
    return eased;
}

inline std::vector<Sample> drive(unsigned seed, double rateHz, double seconds) {
    std::mt19937 rng(seed);
    std::uniform_real_distribution<double> any(0, 1);
    std::normal_distribution<double> unit(0, 1);
    const auto bend = roadOf(rng);
    const auto n = bend.size();
    const double grip = 9 + 6 * any(rng), power = 5 + 5 * any(rng), braking = 8 + 4 * any(rng),
                 top = 45 + 25 * any(rng);
    std::vector<double> limit(n);
    for (std::size_t i = 0; i < n; ++i) limit[i] = std::min(top, std::sqrt(grip / std::max(1e-4, std::abs(bend[i]))));
    auto ahead = limit;
    for (int round = 0; round < 2; ++round)
        for (std::size_t i = n; i-- > 0;)
            ahead[i] = std::min(ahead[i], std::sqrt(ahead[(i + 1) % n] * ahead[(i + 1) % n] + 2 * braking));
    std::vector<Sample> out;
    double s = 0, v = 25, x = 0, y = 0, h = any(rng) * 6, lapStart = 0, odometer = 0, smoothA = 0;
    int lap = 0, gear = 3;
    const double step = 0.002;
    const auto every = static_cast<std::size_t>(std::lround(1 / rateHz / step));
    for (std::size_t k = 0; static_cast<double>(k) * step < seconds; ++k) {
        const double t = static_cast<double>(k) * step;
        const auto at = static_cast<std::size_t>(s) % n;
        const double kappa = bend[at], target = ahead[(at + 3) % n];
        const double wanted = std::clamp((target - v) * 6, -braking, power * (1 - v / (1.6 * top)));
        smoothA += (wanted - smoothA) * std::min(1.0, step * 12);
        if (v / gear > 9.5 && gear < 6) ++gear;
        if (v / gear < 6 && gear > 1) --gear;
        if (k % every == 0) {
            const double th = smoothA > 0.05 ? std::min(1.0, smoothA / (0.92 * power * (1 - v / (1.6 * top)))) : 0;
            const double br = smoothA < -0.8 ? std::min(1.0, -smoothA / (1.1 * braking)) : 0;
            out.push_back({t, static_cast<double>(lap), t - lapStart, s, odometer, v, th, br,
                           14 * 2.6 * kappa * (1 + 0.0004 * v * v), static_cast<double>(gear), v / gear * 720,
                           v * v * kappa, smoothA, kGravity + unit(rng) * 0.6, v * kappa, x, y,
                           6 * std::sin(2 * kPi * s / static_cast<double>(n)), h});
        }
        v = std::max(5.0, v + smoothA * step);
        h += v * kappa * step, x += v * std::cos(h) * step, y += v * std::sin(h) * step;
        s += v * step, odometer += v * step;
        if (s >= static_cast<double>(n)) s -= static_cast<double>(n), ++lap, lapStart = t;
    }
    return out;
}

enum class Names { Meaningless, Foreign, Misleading, Plain };

/// How one made log writes what it holds.
struct Writing {
    unsigned seed = 1;
    Names names = Names::Meaningless;
    double rateHz = 50, noise = 1;
    bool imperial = false, rightPositive = false, globe = true, compass = false;
    int units = 0; ///< turn of the wheel of units
};

struct Column {
    Channel channel; ///< Count: nobody's business
    std::string plain, foreign, misleading;
    double factor; ///< what the importer must multiply with to come to SI
    int decimals;
    std::function<double(const Sample&)> value; ///< SI
};

inline std::vector<Column> columnsFor(const Writing& w, std::mt19937& rng) {
    const double sign = w.rightPositive ? -1 : 1;
    const double speedUnits[] = {1, 1 / 3.6, 0.44704, 0.514444};
    const double angleUnits[] = {1, kPi / 180};
    const double speed = speedUnits[w.units % 4], length = w.imperial ? 0.3048 : (w.units % 5 == 4 ? 1000 : 1);
    const double angle = angleUnits[w.units % 2], rate = angleUnits[(w.units / 2) % 2],
                 push = w.units % 3 ? kGravity : 1;
    const double clock = w.units % 4 == 3 ? 1e-3 : 1, pedal = w.units % 2 ? 0.01 : 1,
                 engine = w.units % 7 == 6 ? 60 / (2 * kPi) : 1;
    const auto noisy = [&rng, n = w.noise](double size) {
        return n * size * std::normal_distribution<double>(0, 1)(rng);
    };
    std::vector<Column> c = {
        {Channel::Time, "time", "Zeitstempel", "t", clock, 4, [](const Sample& s) { return s.t; }},
        {Channel::Count, "laptime", "Rundenzeit", "time", 1, 3, [](const Sample& s) { return s.lapTime; }},
        {Channel::Distance, "distance", "Wegstrecke", "pos", length, 4, [](const Sample& s) { return s.distance; }},
        {Channel::Speed, "speed", "Fahrt", "rate", speed, 3, [=](const Sample& s) { return s.v + noisy(0.05); }},
        {Channel::Throttle, "throttle", "Gasgriff", "load", pedal, 4, [](const Sample& s) { return s.throttle; }},
        {Channel::Brake, "brake", "Bremskraft", "stop", pedal, 4, [](const Sample& s) { return s.brake; }},
        {Channel::Steering, "steering", "Lenkung", "angle", sign * angle, 4,
         [=](const Sample& s) { return s.steer + noisy(0.004); }},
        {Channel::Gear, "gear", "Fahrstufe", "level", 1, 0, [](const Sample& s) { return s.gear; }},
        {Channel::EngineSpeed, "rpm", "Umdrehungen", "turns", engine, 1,
         [=](const Sample& s) { return s.rpm + noisy(12.0); }},
        {Channel::LateralAcc, "lateralacc", "Quer", "ax", sign * push, 4,
         [=](const Sample& s) { return s.ay + noisy(0.25); }},
        {Channel::LongitudinalAcc, "longacc", "Laengs", "ay", push, 4,
         [=](const Sample& s) { return s.ax + noisy(0.25); }},
        {Channel::YawRate, "yawrate", "Gierung", "roll", sign * rate, 5,
         [=](const Sample& s) { return s.yaw + noisy(0.008); }},
        {Channel::Heading, "heading", "Richtung", "yaw", w.compass ? -kPi / 180 : 1, 5,
         [](const Sample& s) { return s.heading; }},
        {Channel::Count, "fueltank", "Tankinhalt", "level2", 1, 3, [](const Sample& s) { return 60 - 0.002 * s.t; }},
        {Channel::Count, "tyretemp", "Reifen", "heat", 1, 1,
         [=](const Sample& s) { return 80 + 0.15 * s.v + noisy(0.3); }},
        {Channel::Count, "trackwidth", "Breite", "track", 1, 2,
         [](const Sample& s) { return 11 + std::sin(s.distance / 130); }},
        {Channel::Count, "flags", "Zustand", "state", 1, 0, [](const Sample& s) { return s.v > 30 ? 4.0 : 0.0; }},
        {Channel::Count, "delta", "Abstand", "diff", 1, 3, [](const Sample& s) { return 0.2 * std::sin(s.t / 17); }},
        {Channel::Count, "wheelfl", "RadVL", "w", 1, 2,
         [=](const Sample& s) { return s.v / 0.31 * (1 + 0.02 * s.throttle) + noisy(0.5); }}};
    if (w.globe) {
        c.push_back({Channel::Latitude, "latitude", "Nordwert", "u", 1, 8,
                     [](const Sample& s) { return -37.2 + s.y / 110990.0; }});
        c.push_back({Channel::Longitude, "longitude", "Ostwert", "v", 1, 8,
                     [](const Sample& s) { return 12.3 + s.x / (111320 * std::cos(rad(37.2))); }});
    } else {
        c.push_back({Channel::X, "x", "Ost", "east", length, 4, [](const Sample& s) { return s.x; }});
        c.push_back({Channel::Y, "y", "Nord", "north", length, 4, [](const Sample& s) { return s.y; }});
    }
    return c;
}

struct Made {
    std::string text;
    std::vector<Column> columns; ///< in the order of the file
    std::vector<std::string> headers;
};

inline Made made(const Writing& w) {
    std::mt19937 rng(w.seed * 131 + 7);
    Made m;
    m.columns = columnsFor(w, rng);
    std::shuffle(m.columns.begin(), m.columns.end(), rng);
    // Which of two axes points east only their order can tell where names mean nothing.
    for (std::size_t i = 0; i < m.columns.size(); ++i) {
        const auto& c = m.columns[i];
        m.headers.push_back(w.names == Names::Meaningless  ? "c" + std::to_string(i + 1)
                            : w.names == Names::Foreign    ? c.foreign
                            : w.names == Names::Misleading ? c.misleading
                                                           : c.plain);
        m.text += (i ? "," : "") + m.headers.back();
    }
    m.text += "\n";
    char cell[40];
    for (const auto& s : drive(w.seed, w.rateHz, 190)) {
        for (std::size_t i = 0; i < m.columns.size(); ++i) {
            const auto& c = m.columns[i];
            double v = c.value(s);
            if (c.channel == Channel::Heading && w.compass)
                v = wrapped(90 - deg(v), 360);
            else
                v /= c.factor;
            std::snprintf(cell, sizeof cell, "%s%.*f", i ? "," : "", c.decimals, v);
            m.text += cell;
        }
        m.text += "\n";
    }
    return m;
}

struct Score {
    int needed = 0, right = 0, unsure = 0, silentlyWrong = 0;
};

/// One made log against its truth; `misses` gets a sentence for everything that is not right.
inline void judge(const Writing& w, Score& score, std::vector<std::string>& misses) {
    const auto m = made(w);
    LogInput in;
    in.bytes = sourceOf(m.text), in.fileName = "made.csv", in.sizeBytes = num(m.text.size());
    in.peek = [&m](double share, std::size_t bytes) {
        return m.text.substr(static_cast<std::size_t>(share * num(m.text.size())), bytes);
    };
    const auto shape = shapeOf(in);
    if (!shape || shape->columns.size() != m.columns.size()) throw std::runtime_error("a made log cannot be read");
    for (std::size_t i = 0; i < m.columns.size(); ++i) {
        const auto& truth = m.columns[i];
        const auto& guess = shape->columns[i];
        const bool wanted = truth.channel != Channel::Count;
        score.needed += wanted;
        const bool axes = truth.channel == Channel::X || truth.channel == Channel::Y;
        const bool same = guess.channel == truth.channel ||
                          (axes && !guess.sure && (guess.channel == Channel::X || guess.channel == Channel::Y));
        const bool unit = !guess.unitGiven ? truth.channel == Channel::Gear || std::abs(truth.factor) == 1 ||
                                                 truth.channel == Channel::Throttle || truth.channel == Channel::Brake
                                           : std::abs(std::abs(guess.factor / truth.factor) - 1) < 1e-3;
        const bool swings = truth.channel == Channel::Steering || truth.channel == Channel::YawRate ||
                            truth.channel == Channel::LateralAcc || truth.channel == Channel::Heading;
        const bool sign = !swings || (guess.factor > 0) == (truth.factor > 0) || axes;
        const bool right = wanted && same && unit && sign;
        score.right += right;
        if (right || (!wanted && guess.channel == Channel::Count)) continue;
        if (guess.channel == Channel::Count || !guess.sure)
            ++score.unsure; // it says so
        else { ++score.silentlyWrong; }
        misses.push_back("seed " + std::to_string(w.seed) + ", " + m.headers[i] + " is " + truth.plain +
                         ", taken for " + std::string(name(guess.channel)) + " x " + std::to_string(guess.factor) +
                         " (true " + std::to_string(truth.factor) + (guess.sure ? "), sure: " : "), unsure: ") +
                         guess.reason);
    }
}

/// A hundred and sixty ways to write a log.
inline std::vector<Writing> manyWritings() {
    std::vector<Writing> all;
    for (const auto names : {Names::Meaningless, Names::Foreign, Names::Misleading, Names::Plain})
        for (int turn = 0; turn < 40; ++turn) {
            Writing w;
            w.seed = static_cast<unsigned>(100 * static_cast<int>(names) + turn + 1), w.names = names;
            w.rateHz = turn % 4 == 0 ? 100 : (turn % 4 == 1 ? 20 : 50), w.noise = turn % 3;
            w.units = turn, w.imperial = turn % 6 == 5, w.rightPositive = turn % 2, w.globe = turn % 3 != 2;
            w.compass = turn % 4 > 1;
            all.push_back(w);
        }
    return all;
}

} // namespace hl::testing
