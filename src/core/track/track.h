// SPDX-License-Identifier: GPL-3.0-or-later
// The road: centre line, edges, kerbs and the things beside it, all placed in metres from the timing line.
#pragma once
#include "core/log/car_log.h"
#include "core/units/numbers.h"

#include <optional>
#include <string>
#include <vector>

namespace hl {

struct Kerb {
    double fromM = 0, toM = 0;
    bool left = false;
    double heightM = 0;
};

/// Something a driver can look for. Lateral is metres from the centre line, left positive.
struct Reference {
    std::string key;   ///< what the file calls it
    std::string kind;  ///< "board", "post", "fence end", "tree", "hut", "seam", "patch", "kerb block", ...
    std::string label; ///< as people say it: "100 board"
    double atM = 0, lateralM = 0, heightM = 0;
    std::string lasts;      ///< "permanent", "season", "fragile"
    std::string light = {}; ///< when it can be seen: empty (always), "day", "low sun", "shade", "dry"
    friend bool operator==(const Reference&, const Reference&) = default;
};

struct CornerName {
    int number = 0;
    std::string name;
    double atM = 0; ///< near the middle of the turn
};

struct Track {
    std::string name;
    bool closed = true;
    bool real = false;               ///< a circuit people drive with real cars: cautions appear in guides
    bool edgesAssumed = false;       ///< widths are not known, only supposed
    std::string line;                ///< how sure the timing line is: empty (known), "log" or "assumed"
    std::optional<GeoPoint> origin;  ///< of the plane, when placed on the globe
    std::vector<double> s, x, y, z;  ///< centre line; s starts at 0, the timing line
    std::vector<double> left, right; ///< m from the centre line to each edge, positive
    double lengthM = 0;
    std::vector<Kerb> kerbs;
    std::vector<Reference> references;
    std::vector<CornerName> corners;
};

/// A position told along and across the road.
struct RoadPlace {
    double atM = 0;      ///< [0, length)
    double lateralM = 0; ///< left positive
};

struct RoadFrame {
    double x = 0, y = 0, z = 0;
    double headingRad = 0; ///< anticlockwise from east
    double grade = 0;      ///< dz/ds
    double left = 0, right = 0;
};

RoadFrame frameAt(const Track& track, double atM); ///< atM is wrapped

/// Metres from the timing line and lateral offset to a point on the plane.
Vec3 onRoad(const Track& track, double atM, double lateralM, double heightM);

/// Nearest place on the road. `nearM` narrows the search to +-60 m around it (unwrapped); NaN searches everywhere.
RoadPlace placeOf(const Track& track, Vec2 p, double nearM);

} // namespace hl
