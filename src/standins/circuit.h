// SPDX-License-Identifier: GPL-3.0-or-later
// The Saltmarrow Ring: a made-up marshland circuit, built from turns and straights. Exact by construction.
#pragma once
#include <string>
#include <vector>

namespace hl::standin {

struct Turn {
    std::string name;
    double angleDeg = 0;                       ///< left positive
    double radiusIn = 0, radiusOut = 0;        ///< m, at the start and the end of the arc
    double leadIn = 0, leadOut = 0;            ///< m of easing on each side
    double straightBefore = 0;                 ///< m, adjusted a little to close the ring
    double arcFrom = 0, arcTo = 0, middle = 0; ///< m, filled by build
};

struct RoadThing {
    std::string id, kind, label, lasts;
    double s = 0, lateral = 0, height = 0; ///< lateral m left of the centre line
};

struct KerbPiece {
    double from = 0, to = 0, height = 0;
    bool left = false;
};

/// Sampled every `step` metres from the timing line; closed.
struct Circuit {
    std::string name = "Saltmarrow Ring";
    double step = 1, length = 0;
    std::vector<double> x, y, z, heading, curvature, halfWidth;
    std::vector<Turn> turns;
    std::vector<KerbPiece> kerbs;
    std::vector<RoadThing> things;
};

Circuit saltmarrowRing();

/// A ring of the given turns; the straights are stretched by the least amount that closes it.
Circuit buildRing(std::vector<Turn> turns, double lastStraight, double halfWidth);

struct Pose {
    double x = 0, y = 0, z = 0, heading = 0;
};
Pose poseAt(const Circuit& c, double s, double lateral);
double valueAt(const std::vector<double>& column, const Circuit& c, double s); ///< wraps

} // namespace hl::standin
