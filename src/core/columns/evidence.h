// SPDX-License-Identifier: GPL-3.0-or-later
// What the judges of columns share: the columns over short spans on one clock, and what was found of each so far.
#pragma once
#include "core/columns/fit.h"
#include "core/columns/spans.h"
#include "core/log/channel_names.h"

#include <optional>
#include <span>

namespace hl {

/// One column taken for a channel because of what it does.
struct ColumnClaim {
    Channel channel = Channel::Count;
    double factor = 1, offset = 0;
    bool factorKnown = true; ///< else the unit stays open
    bool sure = true;
    std::string why;
    std::vector<ColumnEvidence> evidence;
};

struct Columns {
    const ColumnValues& values;
    const std::vector<Behaviour>& runs;
    const std::vector<ColumnGuess>& names; ///< what their names say
    std::vector<double> t;                 ///< s, of every row
    std::vector<Span> spans;
    OverSpans dt;
    std::vector<OverSpans> mean, peaked, change;    ///< of every column; mean, mean that counts the middle most, change
    std::vector<std::optional<ColumnClaim>> claims; ///< of every column

    std::size_t count() const { return runs.size(); }
    bool free(std::size_t c) const { return !claims[c] && !runs[c].constant && runs[c].filled > 0; }
    bool taken(Channel channel) const;
    /// A hint, never a verdict: what a likeness may gain or lose by the column's name.
    double hint(std::size_t c, Channel channel) const;
    /// The unit a header or a person named for this channel; none when it names none, or is about another channel.
    std::optional<double> givenFactor(std::size_t c, Channel channel) const;
    const std::string& header(std::size_t c) const { return names[c].header; }
};

Columns columnsOn(const ColumnValues& values, const std::vector<Behaviour>& runs, const std::vector<ColumnGuess>& names,
                  std::vector<double> t);

/// Where the car goes, as far as the columns tell. Empty series where they do not.
struct Motion {
    OverSpans speed;   ///< m/s
    OverSpans turning; ///< rad/s, left positive where `handed`
    OverSpans course;  ///< rad anticlockwise from east; only of positions
    bool handed = false;
    bool byName = false;                ///< nothing bears the speed out
    bool scaled = true;                 ///< the speed is in m/s; else only how it goes is known
    std::string speedFrom, turningFrom; ///< headers, for the evidence
};

/// The evidence with a stretch of both series, the column's brought to the other's measure by the fit.
ColumnEvidence evidenceOf(std::string with, const Fit& fit, const OverSpans& here, const OverSpans& there);

/// Distance, speed and positions, by each other (motion.cpp).
Motion judgeMotion(Columns& c);
/// Heading, yaw rate, lateral acceleration and steering, by how the car turns (turning.cpp).
void judgeTurning(Columns& c, Motion& m);
/// Longitudinal and vertical acceleration, pedals, gear, engine speed and lap (driving.cpp).
void judgeDriving(Columns& c, const Motion& m);

/// The unit nearest to a measured factor, either sign; none when none is within the tolerance (a share).
std::optional<double> nearestUnit(Channel channel, double factor, double tolerance);
/// How a factor is called, whatever its sign: "km/h"; empty where it has no name.
std::string unitName(Channel channel, double factor);

} // namespace hl
