// SPDX-License-Identifier: GPL-3.0-or-later
#include "standins/write_drive.h"

#include "standins/earth.h"
#include "standins/road_bumps.h"

#include <cmath>
#include <cstdio>
#include <nlohmann/json.hpp>
#include <random>

namespace hl::standin {
namespace {

constexpr double kPi = 3.14159265358979323846;
nlohmann::json place(double x, double y) {
    const auto r = [](double v) { return std::round(v * 1e8) / 1e8; };
    const auto at = onEarth(x, y);
    return {r(at.lon), r(at.lat)};
}

nlohmann::json thing(const char* role, const Pose& p) {
    return {{"type", "Feature"},
            {"geometry", {{"type", "Point"}, {"coordinates", place(p.x, p.y)}}},
            {"properties", {{"role", role}}}};
}

double round2(double v) { return std::round(v * 100) / 100; }

} // namespace

std::string csvLog(const Circuit& c, const Drive& d, const LogOptions& o) {
    std::mt19937 rng(o.seed);
    std::normal_distribution<double> unit(0, 1);
    std::string out =
        "Time [s],Lap,Distance [m],Speed [km/h],Throttle [%],Brake [%],Steering [deg],Gear,Engine speed [rpm],"
        "Lateral acc [g],Longitudinal acc [g],Vertical acc [g],Yaw rate [deg/s],Latitude [deg],Longitude "
        "[deg],Altitude [m]\n";
    const double total = d.samples.back().t;
    char row[320];
    for (double t = o.startAt; t < total; t += 1 / o.rateHz) {
        const auto& x = d.samples[std::min(d.samples.size() - 1, static_cast<std::size_t>(std::lround(t / d.step)))];
        const double lat = lineAt(d.line.lateral, d.line, c, x.s), k = lineAt(d.line.curvature, d.line, c, x.s);
        const auto p = poseAt(c, x.s, lat);
        const double steer = std::atan(d.car.wheelbaseM * k) * d.car.steeringRatio * (1 + 0.0006 * x.v * x.v / 10);
        const double bump = bumpAt(c, x.s, onKerb(c, d, x.s)) * (0.3 + x.v / 90);
        const auto pedal = [&](double v) {
            return 100 * std::clamp(v + (v > 0.001 && v < 0.999 ? o.pedalNoise * unit(rng) : 0), 0.0, 1.0);
        };
        const double east = p.x + o.positionNoise * unit(rng), north = p.y + o.positionNoise * unit(rng);
        const auto where = onEarth(east, north);
        std::snprintf(row, sizeof row, "%.3f,%d,%.2f,%.2f,%.1f,%.1f,%.1f,%d,%.0f,%.3f,%.3f,%.3f,%.2f,%.8f,%.8f,%.2f\n",
                      t - o.startAt, x.lap, x.s - x.lap * c.length, 3.6 * (x.v + o.speedNoise * unit(rng)),
                      pedal(x.throttle), pedal(x.brake), steer * 180 / kPi + 0.15 * unit(rng), x.gear,
                      x.rpm + 8 * unit(rng), x.ay / 9.80665 + 0.015 * unit(rng), x.ax / 9.80665 + 0.015 * unit(rng),
                      1 + 0.16 * bump + 0.01 * unit(rng), k * x.v * 180 / kPi + 0.1 * unit(rng), where.lat, where.lon,
                      p.z);
        out += row;
    }
    return out;
}

std::string trackGeoJson(const Circuit& c) {
    nlohmann::json features = nlohmann::json::array();
    nlohmann::json line = {{"type", "Feature"}, {"geometry", {{"type", "LineString"}}}};
    nlohmann::json coordinates = nlohmann::json::array(), left = nlohmann::json::array(), z = nlohmann::json::array();
    for (double s = 0; s < c.length - 1; s += 2) {
        const auto p = poseAt(c, s, 0);
        coordinates.push_back(place(p.x, p.y));
        left.push_back(round2(valueAt(c.halfWidth, c, s)));
        z.push_back(round2(p.z));
    }
    coordinates.push_back(coordinates.front());
    line["geometry"]["coordinates"] = coordinates;
    line["properties"] = {
        {"role", "centre"}, {"name", c.name},  {"closed", true},  {"real", false}, {"length_m", round2(c.length)},
        {"left_m", left},   {"right_m", left}, {"elevation_m", z}};
    features.push_back(line);
    for (const auto& k : c.kerbs) {
        auto f = thing("kerb", poseAt(c, k.from, 0));
        f["properties"].update({{"from_m", round2(k.from)},
                                {"to_m", round2(k.to)},
                                {"side", k.left ? "left" : "right"},
                                {"height_m", k.height}});
        features.push_back(f);
    }
    for (const auto& t : c.things) {
        auto f = thing("reference", poseAt(c, t.s, t.lateral));
        f["properties"].update({{"id", t.id},
                                {"kind", t.kind},
                                {"label", t.label},
                                {"lasts", t.lasts},
                                {"at_m", round2(t.s)},
                                {"lateral_m", round2(t.lateral)},
                                {"height_m", t.height}});
        features.push_back(f);
    }
    for (std::size_t i = 0; i < c.turns.size(); ++i) {
        auto f = thing("corner", poseAt(c, c.turns[i].middle, 0));
        f["properties"].update({{"number", i + 1}, {"name", c.turns[i].name}, {"at_m", round2(c.turns[i].middle)}});
        features.push_back(f);
    }
    return nlohmann::json{{"type", "FeatureCollection"}, {"features", features}}.dump(1);
}

std::string truthJson(const Circuit& c, const Drive& d) {
    nlohmann::json corners = nlohmann::json::array();
    for (const auto& t : d.truth) {
        nlohmann::json shifts = nlohmann::json::array();
        for (const auto& g : t.shifts) shifts.push_back({{"at_m", g.s}, {"from", g.from}, {"to", g.to}});
        corners.push_back({{"lap", t.lap},
                           {"number", t.number},
                           {"name", t.name},
                           {"left", t.left},
                           {"braked", t.braked},
                           {"brake_onset_m", t.brakeOnset},
                           {"brake_release_m", t.brakeRelease},
                           {"brake_peak", t.brakePeak},
                           {"turn_in_m", t.turnIn},
                           {"apex_m", t.apex},
                           {"min_speed_m", t.minSpeedAt},
                           {"min_speed_mps", t.minSpeed},
                           {"power_m", t.power},
                           {"full_power_m", t.fullPower},
                           {"lifted", t.lifted},
                           {"shifts", shifts}});
    }
    return nlohmann::json{{"track_length_m", c.length}, {"lap_times_s", d.lapTimes}, {"corners", corners}}.dump(1);
}

} // namespace hl::standin
