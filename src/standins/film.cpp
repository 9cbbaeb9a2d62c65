// SPDX-License-Identifier: GPL-3.0-or-later
#include "standins/film.h"

#include "media/movie_writer.h"
#include "standins/cockpit.h"
#include "standins/engine_sound.h"
#include "standins/road_bumps.h"
#include "standins/scenery.h"

#include <cmath>
#include <fstream>
#include <future>

namespace hl::standin {
namespace {

struct Shot {
    View view;
    double s = 0, t = 0, steering = 0, revs = 0, shake = 0;
    PanelState panel;
};

/// Where the camera is at one moment, with the body's roll and pitch and a little of the road's roughness.
Shot shotAt(const Circuit& c, const Drive& d, const FilmOptions& o, double footageTime) {
    Shot shot;
    shot.t = footageTime;
    const double t = o.fromS + footageTime;
    const auto& x =
        d.samples[std::min(d.samples.size() - 1, static_cast<std::size_t>(std::max(0.0, t / d.step + 0.5)))];
    const double lateral = lineAt(d.line.lateral, d.line, c, x.s);
    const double drift = (lineAt(d.line.lateral, d.line, c, x.s + 2) - lineAt(d.line.lateral, d.line, c, x.s - 2)) / 4;
    const auto p = poseAt(c, x.s, lateral);
    // beside the middle of a bend a metre of road is more or less than a metre of way
    const double heading = p.heading + std::atan2(drift, 1 - valueAt(c.curvature, c, x.s) * lateral);
    const double grade = (valueAt(c.z, c, x.s + 2) - valueAt(c.z, c, x.s - 2)) / 4;
    // the camera nods as the front wheels meet what the log's sensor feels
    shot.shake = 2.4 * bumpAt(c, x.s, onKerb(c, d, x.s)) * (0.3 + x.v / 90);
    auto& v = shot.view;
    v.x = p.x + o.mount.forwardM * std::cos(heading) - o.mount.lateralM * std::sin(heading);
    v.y = p.y + o.mount.forwardM * std::sin(heading) + o.mount.lateralM * std::cos(heading);
    v.z = p.z + o.mount.heightM + 0.0016 * shot.shake;
    v.heading = heading;
    v.pitch = std::atan(grade) + (o.mount.pitchDeg + x.ax / 9.80665 * 0.55 + 0.045 * shot.shake) * 3.14159265 / 180;
    v.roll = -x.ay / 9.80665 * 0.9 * 3.14159265 / 180;
    v.focal = o.width / 2.0 / std::tan(o.mount.hfovDeg * 3.14159265 / 360);
    const double k = lineAt(d.line.curvature, d.line, c, x.s);
    shot.steering = std::atan(d.car.wheelbaseM * k) * d.car.steeringRatio * 1.4;
    shot.revs = x.rpm / d.car.limiterRpm;
    shot.s = x.s;
    shot.panel = {x.throttle, x.brake, x.gear, 3.6 * x.v};
    return shot;
}

YuvFrame picture(const Scenery& scenery, const Cockpit& cockpit, const std::optional<Panel>& panel, const Shot& shot,
                 Canvas& canvas) {
    canvas.look(shot.view);
    scenery.draw(canvas, shot.s);
    cockpit.draw(canvas, shot.steering, shot.revs, shot.shake);
    if (panel) drawPanel(canvas, *panel, shot.panel);
    return fromBgra({canvas.pixels.data(), canvas.width * 4, canvas.width, canvas.height});
}

Status writeTruth(const std::filesystem::path& video, const FilmOptions& o, const std::vector<Shot>& shots) {
    std::ofstream truth(video.string() + ".truth.csv");
    truth << "frame,footage_s,drive_s,at_m,x,y,z,heading_rad,pitch_rad,roll_rad,focal_px\n";
    truth.precision(10);
    for (std::size_t i = 0; i < shots.size(); ++i) {
        const auto& v = shots[i].view;
        truth << i << ',' << shots[i].t << ',' << o.fromS + shots[i].t << ',' << shots[i].s << ',' << v.x << ',' << v.y
              << ',' << v.z << ',' << v.heading << ',' << v.pitch << ',' << v.roll << ',' << v.focal << '\n';
    }
    std::ofstream camera(video.string() + ".camera.json");
    camera << "{\"hfov_deg\": " << o.mount.hfovDeg << ", \"height_m\": " << o.mount.heightM
           << ", \"forward_m\": " << o.mount.forwardM << ", \"lateral_m\": " << o.mount.lateralM
           << ", \"pitch_deg\": " << o.mount.pitchDeg << "}\n";
    if (!truth.flush() || !camera.flush())
        return Error{"file.unwritable", "the truth beside the film cannot be written", video.string(),
                     "a folder with room"};
    return Done{};
}

} // namespace

Status film(const Circuit& c, const Drive& d, const FilmOptions& o, const std::filesystem::path& video,
            const std::function<bool(double)>& progress) {
    MovieOptions movie;
    movie.width = o.width, movie.height = o.height, movie.frameRate = o.frameRate;
    movie.soundRate = 48000, movie.crf = 23, movie.preset = "ultrafast", movie.keyEvery = 2 * o.frameRate,
    movie.threads = 1, movie.sensors = o.sensors.has_value();
    auto writer = MovieWriter::open(video, movie);
    if (!writer) return writer.error();
    const auto sound = engineSound(c, d, {o.fromS, o.toS, movie.soundRate, o.soundNoise, o.seed});
    const Scenery scenery(c, d.line, o.seed);
    const int frames = static_cast<int>((o.toS - o.fromS) * o.frameRate);
    std::vector<Shot> shots;
    for (int i = 0; i < frames; ++i) shots.push_back(shotAt(c, d, o, static_cast<double>(i) / o.frameRate));

    std::vector<SensorPacket> packets;
    if (o.sensors) packets = sensorPackets(c, d, o.fromS, o.toS, *o.sensors);
    auto packet = packets.begin();

    std::optional<Panel> panel;
    if (o.panel) panel = panelFor(*o.panel, o.width, o.height);
    const Cockpit cockpit(o.width, o.height);
    // Two painters work ahead of the encoder, each on every other frame.
    Canvas canvases[2] = {Canvas(o.width, o.height), Canvas(o.width, o.height)};
    for (auto& canvas : canvases) canvas.floorRow = std::min(o.height, cockpit.firstHiddenRow());
    std::future<YuvFrame> ahead[2];
    const auto start = [&](int i) {
        if (i >= frames) return;
        ahead[i % 2] = std::async(std::launch::async, [&, i] {
            return picture(scenery, cockpit, panel, shots[static_cast<std::size_t>(i)], canvases[i % 2]);
        });
    };
    start(0), start(1);
    for (int i = 0; i < frames; ++i) {
        const auto frame = ahead[i % 2].get();
        start(i + 2);
        for (; packet != packets.end() && packet->startS <= static_cast<double>(i) / o.frameRate; ++packet)
            if (auto s = writer->sensors(packet->bytes, packet->startS, packet->lengthS); !s) return s;
        if (auto s = writer->picture(frame); !s) return s;
        const auto perFrame = static_cast<std::size_t>(48000 / o.frameRate),
                   from = static_cast<std::size_t>(i) * perFrame;
        if (from + perFrame <= sound.samples.size())
            if (auto s = writer->sound({sound.samples.data() + from, perFrame}); !s) return s;
        if (i % 25 == 24 && !progress(static_cast<double>(i) / frames))
            return Error{"job.cancelled", "stopped", video.string()};
    }
    if (auto s = writeTruth(video, o, shots); !s) return s;
    if (panel) std::ofstream(video.string() + ".panel.csv") << panelBoxes(*panel);
    return writer->finish();
}

} // namespace hl::standin
