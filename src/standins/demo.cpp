// SPDX-License-Identifier: GPL-3.0-or-later
#include "standins/demo.h"

#include "standins/film.h"
#include "standins/write_drive.h"
#include "standins/write_whole.h"

namespace hl::standin {
namespace fs = std::filesystem;
namespace {

constexpr std::uint32_t kSeed = 7;
constexpr int kFilmedLap = 2;
constexpr double kBefore = 3, kAfter = 3; // s of film around the lap
constexpr double kLoggerLate = 3.37;      // s after the drive begins the logger starts counting

double lapStart(const Circuit& c, const Drive& d, int lap) {
    for (const auto& x : d.samples)
        if (x.s >= lap * c.length) return x.t;
    return d.samples.back().t;
}

} // namespace

Result<DemoFiles> makeDemo(const fs::path& folder, const std::function<bool(double, const char*)>& progress) {
    std::error_code ec;
    fs::create_directories(folder, ec);
    if (ec) return Error{"file.unwritable", ec.message(), folder.string(), "a folder that may be written to"};
    const DemoFiles files{folder / "saltmarrow-lap.mp4", folder / "saltmarrow-log.csv",
                          folder / "saltmarrow-ring.geojson", folder / "saltmarrow-truth.json",
                          folder / "saltmarrow-panel.mp4"};
    if (fs::exists(files.video) && fs::exists(files.log) && fs::exists(files.track) && fs::exists(files.truth) &&
        fs::exists(files.panel))
        return files;
    progress(0, "driving the laps");
    const auto circuit = saltmarrowRing();
    const auto driven = drive(circuit, {}, {}, 3, kSeed);
    LogOptions log;
    log.startAt = kLoggerLate;
    if (auto s = writeWhole(files.log, csvLog(circuit, driven, log)); !s) return s.error();
    if (auto s = writeWhole(files.track, trackGeoJson(circuit)); !s) return s.error();
    if (auto s = writeWhole(files.truth, truthJson(circuit, driven)); !s) return s.error();
    FilmOptions film;
    film.fromS = lapStart(circuit, driven, kFilmedLap) - kBefore;
    film.toS = lapStart(circuit, driven, kFilmedLap + 1) + kAfter;
    if (auto s = standin::film(circuit, driven, film, files.video,
                               [&](double share) { return progress(0.05 + 0.95 * share, "filming the lap"); });
        !s)
        return s.error();
    FilmOptions drawn = film; // a stretch of the same lap as others film it: small, with a panel, without a log
    drawn.fromS += 18, drawn.toS = drawn.fromS + 24, drawn.width = 640, drawn.height = 360, drawn.frameRate = 25;
    drawn.panel = PanelStyle::Strokes;
    if (auto s = standin::film(circuit, driven, drawn, files.panel, [](double) { return true; }); !s) return s.error();
    return files;
}

} // namespace hl::standin
