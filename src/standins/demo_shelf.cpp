// SPDX-License-Identifier: GPL-3.0-or-later
#include "standins/demo_shelf.h"

#include "standins/film.h"
#include "standins/random_ring.h"
#include "standins/write_drive.h"
#include "standins/write_whole.h"

#include <algorithm>
#include <array>

namespace hl::standin {
namespace fs = std::filesystem;
namespace {

constexpr int kFilmedLap = 1; // after the way out
constexpr double kAround = 2; // s of film before and after the lap

/// Marshland names, given to turns in their order.
constexpr std::array<const char*, 18> kTurnNames = {
    "Gibbet",  "Long Sedge", "Eel House",  "Bittern",    "Cold Hythe", "Two Drains", "Fleam",   "Warping", "Stilt",
    "Harrier", "Dodder",     "Brackwater", "Lodge Bank", "Tern Nest",  "Quay Lane",  "Bulrush", "Cockle",  "Ferryman"};

Circuit named(Circuit c, const char* name, std::size_t first) {
    c.name = name;
    for (std::size_t i = 0; i < c.turns.size(); ++i) c.turns[i].name = kTurnNames[(first + i) % kTurnNames.size()];
    return c;
}

struct Piece {
    ShelfFiles files;
    Circuit circuit;
    Car car;
    Driver driver;
    std::uint32_t seed;
    int filmedLaps = 1;
};

std::vector<Piece> pieces(const fs::path& folder) {
    const auto files = [&](const char* key, const char* track, const char* car, const char* series) {
        const std::string k = key;
        return ShelfFiles{
            k, track, car, series, folder / (k + ".mp4"), folder / (k + ".csv"), folder / (k + ".geojson")};
    };
    Car prototype;
    prototype.name = "Tern Nine", prototype.gripG = 1.75, prototype.downforcePerV2 = 0.0009, prototype.brakeG = 2.3;
    prototype.powerW = 300e3, prototype.massKg = 820, prototype.gearMps = {24, 35, 46, 57, 68, 80};
    Driver calm;
    calm.liftInCorner = 0, calm.earlyBrakeCorner = 0;
    return {{files("fennick-drove", "Fennick Drove", "Pellow 210", "Estuary Cup, round 4"),
             named(randomRing(RingFamily::Twisting, 12), "Fennick Drove", 0),
             Car{},
             {},
             21},
            {files("saltmarrow-tern-nine", "Saltmarrow Ring", "Tern Nine", "Estuary Cup, round 3"), saltmarrowRing(),
             prototype, calm, 22},
            {files("pessick-levels", "Pessick Levels", "kart, 125", "club evening"),
             named(randomRing(RingFamily::KartTrack, 5), "Pessick Levels", 9), randomCar(RingFamily::KartTrack, 5),
             calm, 23, 3}};
}

double lapStart(const Circuit& c, const Drive& d, int lap) {
    for (const auto& x : d.samples)
        if (x.s >= lap * c.length) return x.t;
    return d.samples.back().t;
}

Status make(const Piece& p, const std::function<bool(double)>& progress) {
    const auto driven = drive(p.circuit, p.car, p.driver, std::max(2, p.filmedLaps), p.seed);
    LogOptions log;
    log.rateHz = 50, log.seed = p.seed;
    if (auto s = writeWhole(p.files.log, csvLog(p.circuit, driven, log)); !s) return s;
    if (auto s = writeWhole(p.files.trackFile, trackGeoJson(p.circuit)); !s) return s;
    FilmOptions film;
    film.width = 480, film.height = 270, film.frameRate = 16, film.seed = p.seed;
    film.fromS = std::max(0.0, lapStart(p.circuit, driven, kFilmedLap) - kAround);
    film.toS = lapStart(p.circuit, driven, kFilmedLap + p.filmedLaps) + kAround;
    return standin::film(p.circuit, driven, film, p.files.video, progress);
}

} // namespace

Result<std::vector<ShelfFiles>> makeDemoShelf(const fs::path& folder,
                                              const std::function<bool(double, const char*)>& progress) {
    std::error_code ec;
    fs::create_directories(folder, ec);
    if (ec) return Error{"file.unwritable", ec.message(), folder.string(), "a folder that may be written to"};
    const auto all = pieces(folder);
    std::vector<ShelfFiles> made;
    for (std::size_t i = 0; i < all.size(); ++i) {
        const auto& f = all[i].files;
        if (!fs::exists(f.video) || !fs::exists(f.log) || !fs::exists(f.trackFile)) {
            const auto share = [&](double s) { return (static_cast<double>(i) + s) / static_cast<double>(all.size()); };
            if (auto s = make(all[i], [&](double s) { return progress(share(s), "filming for the shelf"); }); !s)
                return s.error();
        }
        made.push_back(f);
    }
    return made;
}

} // namespace hl::standin
