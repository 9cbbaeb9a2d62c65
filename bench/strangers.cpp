// SPDX-License-Identifier: GPL-3.0-or-later
// Files of strangers: columns of made logs, films that bring their own log, panels in the picture, against their truth.
#include "core/film_log/film_log.h"
#include "jobs/panel.h"
#include "report.h"
#include "standins/film.h"
#include "support/made_logs.h"

#include <algorithm>
#include <cmath>
#include <map>

namespace hl::bench {
namespace fs = std::filesystem;
namespace {

template <class T> T must(Result<T> r) {
    if (!r) throw std::runtime_error(sentence(r.error()));
    return std::move(*r);
}

/// A drive on the demo's ring by another driver than the demo's.
struct Driven {
    standin::Circuit circuit = standin::saltmarrowRing();
    standin::Drive drive = standin::drive(circuit, {}, {}, 2, 77);
    const standin::Sample& at(double s) const {
        const auto last = static_cast<double>(drive.samples.size() - 1);
        return drive.samples[static_cast<std::size_t>(std::clamp(std::round(s / drive.step), 0.0, last))];
    }
};

} // namespace

Report accuracyOfColumns() {
    std::map<testing::Names, testing::Score> of;
    std::vector<std::string> misses;
    for (const auto& w : testing::manyWritings()) testing::judge(w, of[w.names], misses);
    Report report;
    const char* const called[] = {"meaningless", "foreign", "misleading", "plain"};
    int wrong = 0;
    for (const auto& [names, s] : of) {
        report.push_back({std::string("channels right with unit and sign, names ") + called[static_cast<int>(names)],
                          100.0 * s.right / s.needed, "%", 99, false});
        wrong += s.silentlyWrong;
    }
    report.push_back({"silently wrong, of all", static_cast<double>(wrong), "", 0, true});
    return report;
}

Report accuracyOfFilmLogs() {
    const Driven d;
    constexpr double kFromS = 9.4;
    std::vector<double> delay, turning, along, left, speed;
    int covered = 0, all = 0;
    for (const double late : {-0.1, 0.12, 0.24, 0.5})
        for (const char* stored : {"ZXY", "yXZ", "YxZ"})
            for (const double roll : {0.0, 178.0, 92.0}) {
                standin::CameraSensors camera;
                camera.lateS = late, camera.stored = stored, camera.rollDeg = roll,
                camera.seed = static_cast<std::uint32_t>(all + 3);
                camera.stamps = all % 2 == 0, camera.younger = all % 3 == 0,
                camera.fixesPerS = all % 4 == 0 ? 18.18 : 10;
                std::vector<MetadataPayload> payloads;
                for (const auto& p : standin::sensorPackets(d.circuit, d.drive, kFromS, 200, camera))
                    payloads.push_back({p.startS, p.lengthS, p.bytes});
                const auto film = must(filmLog(sensorStreams(payloads)));
                const double off = film.delay.s - late;
                delay.push_back(1000 * std::abs(off));
                covered += std::abs(off) <= film.delay.uncertaintyS, ++all;
                for (std::size_t i = 100; i + 100 < film.log.size(); i += 50) {
                    const auto& x = d.at(kFromS + film.log[Channel::Time][i]);
                    const double k = standin::lineAt(d.drive.line.curvature, d.drive.line, d.circuit, x.s);
                    turning.push_back(std::abs(film.log[Channel::YawRate][i] - k * x.v));
                    along.push_back(std::abs(film.log[Channel::LongitudinalAcc][i] - x.ax));
                    left.push_back(std::abs(film.log[Channel::LateralAcc][i] - x.ay));
                    speed.push_back(std::abs(film.log[Channel::Speed][i] - x.v));
                }
            }
    return {{"receiver's delay, median error", spreadOf(delay).median, "ms", 10},
            {"receiver's delay, 95 % of cameras", spreadOf(delay).p95, "ms", 20},
            {"delay within what is stated", 100.0 * covered / all, "%", 95, false},
            {"turning, median error", spreadOf(turning).median, "1/s", 0.01},
            {"acceleration along, median error", spreadOf(along).median, "m/s2", 0.3},
            {"acceleration to the left, median error", spreadOf(left).median, "m/s2", 0.3},
            {"speed, median error", spreadOf(speed).median, "m/s", 0.1}};
}

Report accuracyOfPanels() {
    const Driven d;
    Report report;
    const char* const called[] = {"segments", "strokes", "dots"};
    for (const auto style : {standin::PanelStyle::Segments, standin::PanelStyle::Strokes, standin::PanelStyle::Dots}) {
        standin::FilmOptions o;
        o.fromS = 30, o.toS = 110, o.width = 640, o.height = 360, o.frameRate = 25, o.panel = style;
        const auto film = fs::temp_directory_path() / "lantern-bench-panel.mp4";
        must(standin::film(d.circuit, d.drive, o, film, [](double) { return true; }));
        const auto boxes = must(parsePanelBoxes(standin::panelBoxes(standin::panelFor(style, o.width, o.height)), ""));
        const auto r = must(readPanel(film, boxes, {}, {}));
        std::vector<double> pedals;
        double gears = 0, speeds = 0;
        for (std::size_t f = 0; f < r.t.size(); ++f) {
            const auto& x = d.at(o.fromS + r.t[f]);
            pedals.push_back(100 * std::abs(r.of(Channel::Throttle)->readings.value[f] - x.throttle));
            pedals.push_back(100 * std::abs(r.of(Channel::Brake)->readings.value[f] - x.brake));
            gears += r.of(Channel::Gear)->readings.value[f] == x.gear;
            speeds += std::abs(r.of(Channel::Speed)->readings.value[f] - 3.6 * x.v) <= 1.001;
        }
        const std::string name = called[static_cast<int>(style)];
        report.push_back({"pedals, " + name + ", median error", spreadOf(pedals).median, "%", 3});
        report.push_back({"gears, " + name + ", right", 100 * gears / static_cast<double>(r.t.size()), "%", 99, false});
        report.push_back(
            {"speeds, " + name + ", within 1 km/h", 100 * speeds / static_cast<double>(r.t.size()), "%", 98, false});
        std::error_code ec;
        for (const char* end : {"", ".truth.csv", ".camera.json", ".panel.csv"}) fs::remove(film.string() + end, ec);
    }
    return report;
}

} // namespace hl::bench
