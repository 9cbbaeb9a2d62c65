// SPDX-License-Identifier: GPL-3.0-or-later
// What stands in the marsh: sky, ground, road, kerbs, boards, fences, trees, huts. Placed once, drawn every frame.
#pragma once
#include "standins/canvas.h"
#include "standins/racing_line.h"

#include <cstdint>

namespace hl::standin {

struct Tree {
    double s = 0, lateral = 0, height = 0, width = 0;
    Colour colour;
    double x = 0, y = 0, z = 0; ///< of its foot
};

class Scenery {
  public:
    Scenery(const Circuit& circuit, const DrivenLine& line, std::uint32_t seed);
    /// The world as seen by canvas.look(), with the car at `s` metres.
    void draw(Canvas& canvas, double s) const;

  private:
    void drawSky(Canvas& c) const;
    void drawMarsh(Canvas& c) const;
    /// The road at one distance, worked out once for all the quads that meet there.
    struct Slice {
        double s = 0, x = 0, y = 0, z = 0, leftX = 0, leftY = 0, halfWidth = 0, rubberAt = 0;
        float haze = 0;
    };
    Slice slice(double s, const Canvas& c) const;
    Vertex on(const Slice& slice, double lateral, double up, Colour colour) const;
    void drawStrip(Canvas& c, const Slice& from, const Slice& to) const;
    void drawPaint(Canvas& c, const Slice& from, const Slice& to) const;
    void drawThings(Canvas& c, double from, double to) const;
    void drawBoard(Canvas& c, const RoadThing& t) const;
    void drawBox(Canvas& c, double s, double lateral, double along, double across, double height, Colour colour,
                 Colour roof) const;
    void drawFence(Canvas& c, double from, double to, double lateral) const;
    void drawTree(Canvas& c, const Tree& t) const;
    Colour hazed(Colour c, double depth) const;
    Vertex ground(double s, double lateral, double up, Colour colour, const Canvas& c) const;

    const Circuit& circuit_;
    const DrivenLine& line_;
    NoiseTexture grain_, marsh_;
    std::vector<Tree> trees_;
    int skyWidth_ = 2048, skyHeight_ = 300;
    std::vector<std::uint32_t> sky_; ///< BGRA
};

} // namespace hl::standin
